"""The steps of each kind of change, in amounts of each task; minutes are made of them later."""

from collections.abc import Collection, Sequence

from zygoform.core.goods.fittings import GLUED, PATIENCE
from zygoform.core.goods.minutes import Task
from zygoform.core.ids import own_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import ON_THE_WALL, TURNED_OVER, Deed, Work
from zygoform.core.tolerance import SAME_DEG


def cutting(parts: Sequence[Part], sheets: Collection[str] = (), *, follows: tuple[str, ...] = ()) -> Work:
    """Cutting some parts: their ends, and what is ripped; of sheet two cuts for each part."""
    thin = [part for part in parts if part.size_id in sheets]
    boards = [part for part in parts if part.size_id not in sheets]
    ends = [end for part in boards for end in (part.left, part.right)]
    slanted = sum(max(abs(end.mitre), abs(end.bevel)) > SAME_DEG for end in ends)
    ripped = sum(part.length for part in boards if part.ripped) / 1000
    tasks: tuple[tuple[Task, float], ...] = (
        ("crosscut", len(ends) - slanted),
        ("mitre cut", slanted),
        ("rip", ripped),
        ("sheet cut", 2 * len(thin)),
    )
    saw = ("a saw with a stop", "a push stick") if ripped else ("a saw with a stop",) if boards else ()
    names = list(dict.fromkeys(literal(part.name).split(",")[0] for part in parts))
    said = ", ".join(names[:3]) + (" and more" if len(names) > 3 else "")
    return Work(
        "cut",
        "cut",
        Message(f"Cut {len(parts)} part{'s' * (len(parts) != 1)}: {said}"),
        tuple(task for task in tasks if task[1]),
        tuple(part.id for part in parts),
        needs=(*saw, *(("a straight edge and a fine blade",) if thin else ())),
        follows=follows,
        cautions=("saw", "dust"),
    )


def shelves_work(
    parts: Sequence[Part],
    sheets: Collection[str],
    shelves: int,
    screws: int,
    fixing: str,
    cable: bool,
    pried: tuple[str, ...] = (),
) -> tuple[Work, ...]:
    """Shelves held by cleats, pins, grooves or screws, in a room that is emptied first; laid in for good last.

    What goes into grooves goes in before its coats; all else lies flat for them. Rails and runners that were there
    are `pried` out first.
    """
    ids = tuple(part.id for part in parts)
    laid = tuple(part for part in ids if own_of(part).startswith("shelf") or "/shelf/" in part)
    drive: tuple[tuple[Task, float], ...] = (("fix place", 2 * shelves), ("drive screw", screws))
    if cable:
        drive = (*drive, ("fix place", 1))
    how = {
        "cleats": "Mark the heights on both sides from one stick, fix the cleats level",
        "pins": "Bore the rows of holes with one jig",
        "grooves": "Mark and cut the grooves, both sides together",
        "screws": "Mark the heights on both sides from one stick, bore the pocket holes from below",
    }[fixing]
    fit = Message("Fit every shelf dry before it is finished; it goes in without force")
    lay = Message(
        {
            "cleats": "Lay the shelves on their cleats, a screw from below in each end",
            "pins": "Put the pins in and lay the shelves on them",
            "grooves": "Glue the shelves into their grooves, nothing forced",
            "screws": "Screw the shelves in from below, level",
        }[fixing]
    )
    on = (Deed("on", laid, loose=fixing != "grooves"),)
    out, n = tuple[Work, ...](), len(pried)
    if pried:
        what = Message(f"Pry out {n} rail{'s' * (n > 1)} and runners, pull their nails, fill what shows")
        needs = ("a flat bar", "pincers")
        out = (
            Work("pry", "apart", what, (("pry out", n),), pried, needs=needs, follows=("apart",),
                 does=(Deed("off", pried),)),
        )  # fmt: skip
    after = ("cut", "pry") if pried else ("cut", "apart")
    works = (
        *out,
        cutting(parts, sheets),
        Work("prepare", "dry fit", Message(how), drive, ids, needs=("a level", "a drill"), follows=after),
        Work("fit", "fix", fit, (("dry fit", 1),), ids, follows=("prepare",)),
    )
    put: tuple[Task, float] = ("fix place", 2 * len(laid)) if fixing == "grooves" else ("lay in", len(laid))
    return (*works, Work("in", "refit", lay, (put,), laid, follows=("fit",), does=on))


def back_work(
    parts: Sequence[Part],
    sheets: Collection[str],
    fixed: int,
    *,
    arched: bool,
    pulled: int = 0,
    edges: tuple[str, ...] = (),
) -> tuple[Work, ...]:
    """A back cut, shaped where it is arched, and fixed by so many nails or screws once the piece is square.

    `pulled` old nails or staples stand in the `edges` of the boards it goes on.
    """
    ids = tuple(part.id for part in parts)
    works = [cutting(parts, sheets)]
    before: tuple[str, ...] = ("cut",)
    if pulled:
        pull = Message(f"Pull the old back's nails or staples, about {pulled}; scrape the edges clean")
        tasks: tuple[tuple[Task, float], ...] = (("pull nail", pulled),)
        needs_pull = ("pincers", "a scraper")
        works.append(Work("pull", "mend", pull, tasks, edges, needs=needs_pull, follows=("apart",)))
        before = ("cut", "pull")
    if arched:
        # Its edges may be cleaned meanwhile.
        shape = Message("Mark the arch, cut it rough, then to the line")
        works.append(
            Work("arch", "shape", shape, (("round corner", 2),), ids, needs=("a jig saw",), follows=("cut",))
        )
        before = ("arch", *before[1:])
    fix = Message("Measure both diagonals, pull the piece square, fix the back from the middle of each edge")
    drive: tuple[tuple[Task, float], ...] = (("drive screw", fixed),)
    needs, after, on = ("a helper", "a tape"), (*before, "apart"), (Deed("on", ids, loose=True),)
    works.append(Work("fix", "fix", fix, drive, ids, needs=needs, follows=after, cautions=("lift",), does=on))
    return tuple(works)


def brackets_work(count: int, screws: int, boards: tuple[str, ...]) -> tuple[Work, ...]:
    """So many brackets on a wall, level, and the boards laid on them."""
    what = Message(
        "Mark a level line, find the studs or solid wall, drill; fix the outer brackets, then the others"
    )
    tasks: tuple[tuple[Task, float], ...] = (("fix place", count), ("drive screw", screws))
    needs = ("a level", "a stud finder", "a drill")
    hung, n = (ON_THE_WALL,), len(boards)
    up = Message(f"Lay the board{'s' * (n > 1)} up on the brackets, screw from below")
    return (
        Work("fix", "fix", what, tasks, boards, needs=needs, follows=("apart",), cautions=("wall",), does=hung),
        Work("up", "refit", up, (("lay in", n), ("drive screw", 2 * count)), boards, needs=("a drill", "a helper"),
             follows=("fix",), does=(Deed("on", boards, loose=True),)),
    )  # fmt: skip


def anchor_work(straps: int, ids: tuple[str, ...]) -> tuple[Work, ...]:
    """So many straps between a piece and the wall, once it stands where it stays."""
    what = Message("Stand it where it stays, mark the studs, screw the straps to the piece and then to the wall")
    tasks: tuple[tuple[Task, float], ...] = (("fix place", 2 * straps), ("drive screw", 4 * straps))
    needs = ("a helper", "a stud finder", "a drill")
    return (Work("fix", "fix", what, tasks, ids, needs=needs, cautions=("wall",), does=(ON_THE_WALL,)),)


def resize_work(sawn: int, ids: tuple[str, ...]) -> tuple[Work, ...]:
    """So many boards of the piece itself sawn shorter, and joined again."""
    saw = Message(f"Saw {sawn} board{'s' * (sawn != 1)} of the piece shorter, all by one stop")
    dry = Message("Dry fit the whole piece: square, nothing forced")
    glue = Message("Cut the joints at the new ends, glue and clamp")
    tasks: tuple[tuple[Task, float], ...] = (("crosscut", sawn),)
    joints: tuple[tuple[Task, float], ...] = (("fix place", 2 * sawn),)
    return (
        Work(
            "saw",
            "cut",
            saw,
            tasks,
            ids,
            needs=("a saw with a stop",),
            follows=("apart",),
            cautions=("saw", "dust"),
        ),
        Work("dry", "dry fit", dry, (("dry fit", 1),), ids, needs=("clamps", "a helper"), follows=("saw",)),
        Work("glue", "glue", glue, joints, ids, GLUED, PATIENCE, ("clamps", "glue"), ("dry",), ("glue",)),
    )


def split_work(
    parts: Sequence[Part], sheets: Collection[str], boards: tuple[str, ...], screws: int, torn: int
) -> tuple[Work, ...]:
    """Boards of a piece sawn through; new sides by so many screws, `torn` joints filled."""
    ids, sawn = tuple(part.id for part in parts), len(boards)
    hold = Message("Screw a lath across both halves, in front and behind; mark the line all round")
    saw = Message(f"Saw through {sawn} board{'s' * (sawn != 1)} along a straight edge, both halves on supports")
    through: tuple[tuple[Task, float], ...] = (("crosscut", sawn), ("turn over", 1))
    works = [
        *([cutting(parts, sheets)] if parts else []),
        Work("hold", "cut", hold, (("fix place", 2),), boards, needs=("a lath", "a square"), follows=("apart",)),
        Work(
            "saw",
            "cut",
            saw,
            through,
            boards,
            needs=("a helper", "a straight edge", "a fine saw"),
            follows=("hold",),
            cautions=("saw", "dust", "lift"),
            does=(Deed("part", boards),),
        ),
    ]
    before: tuple[str, ...] = ("saw",)
    if parts:
        dry = Message("Dry fit the new sides: square to the front, top edges level")
        works.append(Work("dry", "dry fit", dry, (("dry fit", 1),), ids, needs=("clamps",), follows=("cut", "saw")))
        glue = Message("Glue and screw the new sides on, then take the laths off")
        drive: tuple[tuple[Task, float], ...] = (("drive screw", screws),)
        works.append(
            Work(
                "glue",
                "glue",
                glue,
                drive,
                ids,
                GLUED,
                PATIENCE,
                ("clamps", "glue", "a drill"),
                ("dry",),
                ("glue",),
            )
        )
        before = ("glue",)
    if torn:
        fill: tuple[tuple[Task, float], ...] = (("fix place", torn),)
        works.append(
            Work(
                "patch",
                "mend",
                Message("Pare torn joints level, fill them, sand"),
                fill,
                boards,
                needs=("filler",),
                follows=before,
            )
        )
    return tuple(works)


def join_work(
    parts: Sequence[Part], tops: tuple[str, ...], boards: tuple[str, ...], screws: int
) -> tuple[Work, ...]:
    """Two pieces of such `boards` screwed together, `tops` of them cut flush first."""
    sawn = len(tops)
    ids = tuple(part.id for part in parts)
    works, before = [cutting(parts)] if parts else [], ("cut",) if parts else ()
    if sawn:
        what = Message(f"Saw {sawn} top{'s' * (sawn != 1)} flush with the sides that meet")
        tasks: tuple[tuple[Task, float], ...] = (("crosscut", sawn),)
        works.append(
            Work(
                "flush", "cut", what, tasks, tops, needs=("a straight edge",), follows=("apart",), cautions=("saw",)
            )
        )
        before = (*before, "flush")
    fix = Message("Stand both in line on a flat floor, clamp, bore and screw")
    drive: tuple[tuple[Task, float], ...] = (("dry fit", 1), ("drive screw", screws))
    needs, joins = ("a helper", "clamps", "a drill"), (Deed("part", boards),)
    works.append(
        Work("fix", "fix", fix, drive, ids, needs=needs, follows=(*before, "apart"), cautions=("lift",), does=joins)
    )
    return tuple(works)


def flap_work(
    parts: Sequence[Part], front: str, reached: tuple[str, ...], hinges: int, stays: int
) -> tuple[Work, ...]:
    """The box cut back where the front is `reached`, hinges hung and tried, stays last."""
    ids, cut = (front, *(part.id for part in parts)), len(reached)
    works = [cutting(parts)] if parts else []
    before: tuple[str, ...] = ("cut",) if parts else ("apart",)
    if cut:
        what = Message(f"Cut back {cut} part{'s' * (cut != 1)} of the box where the flap swings in")
        tasks: tuple[tuple[Task, float], ...] = (("crosscut", cut),)
        needs, cautions = ("a fine saw",), ("saw",)
        works.append(Work("back", "cut", what, tasks, reached, needs=needs, follows=("apart",), cautions=cautions))
        before = (*before, "back")
    hang = Message(f"Hang the flap on {hinges} hinges with two screws each; open it slowly, then drive the rest")
    tries: tuple[tuple[Task, float], ...] = (("dry fit", 1), ("fix place", hinges))
    works.append(Work("hang", "dry fit", hang, tries, ids, needs=("a drill", "a helper"), follows=before))
    stay = Message(f"Fit {stays} stay{'s' * (stays != 1)} so that it stops level, and the catch")
    held: tuple[tuple[Task, float], ...] = (("fix place", stays + 1),)
    works.append(Work("stay", "fix", stay, held, (front,), needs=("a level",), follows=("hang",)))
    return tuple(works)


def pulls_work(
    count: int, holes: int, plugs: int, fronts: tuple[str, ...], parts: Sequence[Part] = ()
) -> tuple[Work, ...]:
    """Old holes plugged, new ones bored, pulls screwed on last."""
    works, before = [cutting(parts)] if parts else list[Work](), ("apart", "cut") if parts else ("apart",)
    if plugs:
        what = Message(f"Bore out and glue dowels into {plugs} old hole{'s' * (plugs != 1)}, saw and sand flush")
        tasks: tuple[tuple[Task, float], ...] = (("fix place", plugs),)
        needs = ("glue", "a flush saw", "a drill")
        wait = "Nothing is bored into them before."
        works.append(Work("plug", "mend", what, tasks, fronts, GLUED, wait, needs, before, ("glue",)))
        before = ("plug",)
    if holes:
        check = Message("Tape the template on every front, step back and look before you bore")
        works.append(
            Work(
                "check", "dry fit", check, (("fix place", count),), fronts, needs=("the template",), follows=before
            )
        )
        bore: tuple[tuple[Task, float], ...] = (("pocket hole", holes),)
        what = Message(f"Bore {holes} holes from the face, a block clamped behind")
        works.append(
            Work("bore", "shape", what, bore, fronts, needs=("a drill", "a block"), follows=("check",),
                 does=(Deed("hole", fronts),))
        )  # fmt: skip
        before = ("bore",)
    drive: tuple[tuple[Task, float], ...] = (("drive screw", max(holes, 2 * count)),)
    what = Message("Screw the pulls on, after the last coat; some do before the last clear, to touch up scratches")
    on = (Deed("fit", tuple(part.id for part in parts), fronts, loose=True),)
    works.append(Work("fix", "refit", what, drive, fronts, needs=("a screwdriver",), follows=before, does=on))
    return tuple(works)


def legs_work(
    parts: Sequence[Part], legs: tuple[str, ...], count: int, tapers: int, screws: int, *, level: bool
) -> tuple[Work, ...]:
    """Legs cut (none where they are bought), `tapers` faces of them tapered, and all of them fixed."""
    ids = tuple(part.id for part in parts)
    works = [cutting(parts)] if parts else []
    before: tuple[str, ...] = ("cut",) if parts else ()
    if parts and tapers:
        what = Message("Mark the tapers on all legs together, saw or plane them, the ends first cut")
        works.append(Work("taper", "shape", what, (("taper", tapers),), ids, needs=("a plane",), follows=before))
        before = ("taper",)
    fix = Message(
        f"Turn the piece over, fix {count} legs" + ("" if level else "; all four must touch a flat floor")
    )
    tasks: tuple[tuple[Task, float], ...] = (("turn over", 1), ("fix leg", count), ("drive screw", screws))
    needs, on = ("a helper", "a drill"), (TURNED_OVER, Deed("on", legs, loose=not parts))
    works.append(
        Work("fix", "fix", fix, tasks, legs, needs=needs, follows=(*before, "apart"), cautions=("lift",), does=on)
    )
    return tuple(works)


def skirt_work(parts: Sequence[Part], corners: int, blocks: int, screws: int, *, mitred: bool) -> tuple[Work, ...]:
    """Boards round the bottom: `corners` glued, `blocks` behind them, `screws` into the body."""
    ids = tuple(part.id for part in parts)
    kind = "mitres closed, corners square to the floor" if mitred else "ends flush"
    dry = Message(f"Dry fit it round the piece, front first: {kind}")
    high = parts[0].width / 1000 if parts else 0.0
    tasks: tuple[tuple[Task, float], ...] = (("glue joint", corners * high), ("block", blocks))
    glue = Message("Glue the corners" + (" and the blocks behind them" if blocks else ""))
    fix = Message("Turn the piece over, screw the skirt on")
    return (
        cutting(parts),
        Work("dry", "dry fit", dry, (("dry fit", 1),), ids, follows=("cut", "apart")),
        Work("glue", "glue", glue, tasks, ids, GLUED, PATIENCE, ("clamps", "glue"), ("dry",), ("glue",)),
        Work(
            "fix",
            "fix",
            fix,
            (("turn over", 1), ("drive screw", screws)),
            ids,
            needs=("a helper", "a drill"),
            follows=("glue", "apart"),
            cautions=("lift",),
            does=(TURNED_OVER, Deed("on", ids, as_one=True)),
        ),
    )


def mend_work(
    title: str,
    remedy: str,
    minutes: float,
    wait: float,
    parts: Sequence[Part],
    sheets: frozenset[str],
    *,
    used: Sequence[str],
    cautions: tuple[str, ...],
    on: str,
) -> tuple[Work, ...]:
    """What goes in is cut and shaped before it is fixed, and fitted dry before there is glue on it."""
    cut = (cutting(parts, sheets, follows=("apart",)),) if parts else ()
    glued = "glue" in used
    words = f"{title}: {remedy[:1].lower()}{remedy[1:]}" + ("; dry fit before you glue" if glued and parts else "")
    after = "It bears nothing and gets no finish before that." if wait else ""
    mend = Work(
        "mend",
        "mend",
        Message(literal(words)),
        (("mending", minutes),),
        (on,),
        (wait, wait),
        after,
        tuple(dict.fromkeys((*used, *(("clamps",) if glued else ())))),
        ("cut",) if parts else ("apart",),
        cautions,
    )
    return (*cut, mend) if minutes else cut

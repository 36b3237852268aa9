"""The steps of each kind of change, in amounts of each task; minutes are made of them later."""

from collections.abc import Collection, Sequence

from zygoform.core.goods.minutes import Task
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Work
from zygoform.core.tolerance import SAME_DEG

GLUED = (1.0, 24.0)
"""Hours in clamps, and until a joint bears anything: the label of the glue comes first."""
CLAMPS = "Clamps on as long as the label says; a day before it is worked or bears anything."


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


def top_work(
    parts: Sequence[Part], long: float, *, jointed: bool, screws: int, corners: int, places: int
) -> tuple[Work, ...]:
    """A top of boards `long` mm, `screws` in pocket holes, held at `places`."""
    joints, metres = len(parts) - 1, long / 1000
    ids = tuple(part.id for part in parts)
    works = [cutting(parts)]
    before: tuple[str, ...] = ("cut",)
    if joints and jointed:
        tasks: tuple[tuple[Task, float], ...] = (("joint edge", 2 * joints * metres),)
        what = Message("Make the edges straight, in pairs, until no light shows between them")
        works.append(Work("joint", "cut", what, tasks, ids, needs=("a plane or jointer",), follows=before))
        before = ("joint",)
    if screws:
        tasks = (("pocket hole", screws),)
        what = Message("Bore the pocket holes from below")
        works.append(Work("bore", "cut", what, tasks, ids, needs=("a drill and its jig",), follows=before))
        before = ("bore",)
    if joints:
        dry = Message("Dry fit the whole top: faces level, joints closed, boards as marked")
        works.append(Work("dry", "dry fit", dry, (("dry fit", 1),), ids, needs=("clamps",), follows=before))
        tasks = (("glue joint", joints * metres), ("drive screw", screws))
        glue = Message("Glue, clamp, check that it is flat" + (", drive the screws" if screws else ""))
        works.append(Work("glue", "glue", glue, tasks, ids, GLUED, CLAMPS, ("clamps", "glue"), ("dry",), ("glue",)))
        before = ("glue",)
    tasks = (("trim end", 2), ("round corner", corners))
    trim = Message("Trim it to its length" + (", round the corners" if corners else ""))
    works.append(Work("trim", "shape", trim, tasks, ids, needs=("a saw and a straight edge",), follows=before))
    tasks = (("fix place", places), ("drive screw", places))
    fix = Message("Fix it from below, so that the wood can move")
    works.append(
        Work(
            "fix",
            "fix",
            fix,
            tasks,
            ids,
            needs=("a helper", "a drill"),
            follows=("trim", "apart"),
            cautions=("lift",),
        )
    )
    return tuple(works)


def sheet_top_work(
    parts: Sequence[Part], sheets: Collection[str], strips: int, corners: int, screws: int, edge: float
) -> tuple[Work, ...]:
    """A top of sheet with `strips` round it or `edge` mm of band, held by `screws`."""
    ids = tuple(part.id for part in parts)
    works, before = [cutting(parts, sheets)], ("cut",)
    if strips:
        dry = Message("Dry fit the strips: the front first, mitres closed")
        works.append(Work("dry", "dry fit", dry, (("dry fit", 1),), ids, needs=("clamps",), follows=before))
        tasks: tuple[tuple[Task, float], ...] = (("glue joint", edge / 1000),)
        glue = Message("Glue the strips on, flush with the face")
        works.append(Work("glue", "glue", glue, tasks, ids, GLUED, CLAMPS, ("clamps", "glue"), ("dry",), ("glue",)))
        before = ("glue",)
    if corners:
        what = Message("Round the corners")
        works.append(Work("round", "shape", what, (("round corner", corners),), ids, follows=before))
        before = ("round",)
    fix = Message("Fix it from below")
    needs = ("a helper", "a drill")
    after = (*before, "apart")
    drive: tuple[tuple[Task, float], ...] = (("drive screw", screws),)
    works.append(Work("fix", "fix", fix, drive, ids, needs=needs, follows=after, cautions=("lift",)))
    return tuple(works)


ADHESIVE_SETS, GROUT_SETS = (24.0, 24.0), (24.0, 48.0)
"""Hours until tiles are walked on, and until a joint is sealed or wiped wet: usual ones; the label comes first."""


def tiled_top_work(
    parts: Sequence[Part], sheets: Collection[str], strips: int, tiles: int, cut: int, joints: float, screws: int
) -> tuple[Work, ...]:
    """A tiled top: sheet down, tiles laid dry, glued, grouted (`joints` mm of them), and its strips last."""
    ids = tuple(part.id for part in parts)
    drive: tuple[tuple[Task, float], ...] = (("drive screw", screws),)
    fix = Work(
        "fix",
        "cut",
        Message("Screw the sheet down, flat and tight: what gives cracks joints"),
        drive,
        ids,
        needs=("a drill",),
        follows=("cut", "apart"),
    )
    cutting_tiles: tuple[tuple[Task, float], ...] = (("cut tile", cut), ("lay tile", tiles / 2))
    dry = Message("Lay all tiles dry, centred, with their spacers; mark and cut the edge tiles")
    laid: tuple[tuple[Task, float], ...] = (("lay tile", tiles),)
    glue = Message("Glue the tiles down from the middle, a patch at a time; press level, clean the joints")
    filled: tuple[tuple[Task, float], ...] = (("grout", joints / 1000),)
    fill = Message("Mix the grout to a paste, fill the joints aslant, wipe after about half an hour")
    sets, hard = "Nothing moves or loads the tiles before.", "It is not sealed and gets no water before."
    cutter = ("a tile cutter",)
    spreader = ("a notched spreader", "spacers", "tile adhesive")
    works = [
        cutting(parts, sheets),
        fix,
        Work(
            "dry",
            "dry fit",
            dry,
            cutting_tiles,
            ids,
            needs=cutter,
            follows=("fix",),
            cautions=("tile",),
        ),
        Work("lay", "glue", glue, laid, ids, ADHESIVE_SETS, sets, spreader, ("dry",)),
        Work("grout", "shape", fill, filled, ids, GROUT_SETS, hard, ("a float", "a sponge", "grout"), ("lay",)),
    ]
    if strips:
        what = Message("Fit the strips flush with the tiles, the front first; glue and pin them")
        edge: tuple[tuple[Task, float], ...] = (("dry fit", 1), ("fix place", 2 * strips))
        works.append(Work("strips", "fix", what, edge, ids, needs=("glue",), follows=("grout",)))
    return tuple(works)


def top_again_work(parts: Sequence[Part], long: float, dowels: int, *, turned: bool) -> tuple[Work, ...]:
    """The old top turned, or a strip `long` mm glued to it with dowels."""
    if turned:
        what = Message("Fill and sand what is the upper face now, screw it on again through its slots")
        tasks: tuple[tuple[Task, float], ...] = (("turn over", 1), ("fix place", 8))
        return (
            Work("fix", "fix", what, tasks, needs=("a helper", "filler"), follows=("apart",), cautions=("lift",)),
        )
    ids = tuple(part.id for part in parts)
    edge, joint = Message("Plane the old edge straight and square, bore for the dowels"), ("glue",)
    bores: tuple[tuple[Task, float], ...] = (("joint edge", long / 1000), ("pocket hole", 2 * dowels))
    dry, glue = (
        Message("Dry fit the strip: faces flush, no light in the joint"),
        Message("Glue, clamp, scrape flush"),
    )
    return (
        cutting(parts),
        Work("edge", "cut", edge, bores, ids, needs=("a plane", "a drill and its jig"), follows=("cut",)),
        Work("dry", "dry fit", dry, (("dry fit", 1),), ids, needs=("clamps",), follows=("edge",)),
        Work(
            "glue",
            "glue",
            glue,
            (("glue joint", long / 1000),),
            ids,
            GLUED,
            CLAMPS,
            ("clamps", "glue"),
            ("dry",),
            joint,
        ),
    )


def shelves_work(
    parts: Sequence[Part], sheets: Collection[str], shelves: int, screws: int, fixing: str, cable: bool
) -> tuple[Work, ...]:
    """Shelves held by cleats, pins, grooves or screws, in a room that is emptied first."""
    ids = tuple(part.id for part in parts)
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
    return (
        cutting(parts, sheets),
        Work(
            "prepare", "dry fit", Message(how), drive, ids, needs=("a level", "a drill"), follows=("cut", "apart")
        ),
        Work("fit", "fix", fit, (("dry fit", 1),), ids, follows=("prepare",)),
    )


def back_work(parts: Sequence[Part], sheets: Collection[str], fixed: int, *, arched: bool) -> tuple[Work, ...]:
    """A back cut, shaped where it is arched, and fixed by so many nails or screws once the piece is square."""
    ids = tuple(part.id for part in parts)
    works, before = [cutting(parts, sheets)], ("cut",)
    if arched:
        shape = Message("Mark the arch, cut it rough, then to the line")
        works.append(
            Work("arch", "shape", shape, (("round corner", 2),), ids, needs=("a jig saw",), follows=before)
        )
        before = ("arch",)
    fix = Message("Measure both diagonals, pull the piece square, fix the back from the middle of each edge")
    drive: tuple[tuple[Task, float], ...] = (("drive screw", fixed),)
    needs, after = ("a helper", "a tape"), (*before, "apart")
    works.append(Work("fix", "fix", fix, drive, ids, needs=needs, follows=after, cautions=("lift",)))
    return tuple(works)


def brackets_work(count: int, screws: int) -> tuple[Work, ...]:
    """So many brackets on a wall, level, and the boards laid on them."""
    what = Message("Mark a level line, find what carries, bore; fix the outer brackets, then the others")
    tasks: tuple[tuple[Task, float], ...] = (("fix place", count), ("drive screw", screws))
    needs = ("a level", "a stud finder", "a drill")
    return (Work("fix", "fix", what, tasks, needs=needs, follows=("apart",), cautions=("wall",)),)


def anchor_work(straps: int) -> tuple[Work, ...]:
    """So many straps between a piece and the wall, once it stands where it stays."""
    what = Message("Stand it where it stays, mark the studs, screw the straps to the piece and then to the wall")
    tasks: tuple[tuple[Task, float], ...] = (("fix place", 2 * straps), ("drive screw", 4 * straps))
    needs = ("a helper", "a stud finder", "a drill")
    return (Work("fix", "fix", what, tasks, needs=needs, cautions=("wall",)),)


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
        Work("glue", "glue", glue, joints, ids, GLUED, CLAMPS, ("clamps", "glue"), ("dry",), ("glue",)),
    )


def split_work(
    parts: Sequence[Part], sheets: Collection[str], sawn: int, screws: int, torn: int
) -> tuple[Work, ...]:
    """So many boards of a piece sawn through; new sides by so many screws, `torn` joints filled."""
    ids = tuple(part.id for part in parts)
    hold = Message("Screw a lath across both halves, in front and behind; mark the line all round")
    saw = Message(f"Saw through {sawn} board{'s' * (sawn != 1)} along a straight edge, both halves on supports")
    through: tuple[tuple[Task, float], ...] = (("crosscut", sawn), ("turn over", 1))
    works = [
        *([cutting(parts, sheets)] if parts else []),
        Work("hold", "cut", hold, (("fix place", 2),), needs=("a lath", "a square"), follows=("apart",)),
        Work(
            "saw",
            "cut",
            saw,
            through,
            needs=("a helper", "a straight edge", "a fine saw"),
            follows=("hold",),
            cautions=("saw", "dust", "lift"),
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
                "glue", "glue", glue, drive, ids, GLUED, CLAMPS, ("clamps", "glue", "a drill"), ("dry",), ("glue",)
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
                needs=("filler",),
                follows=before,
            )
        )
    return tuple(works)


def join_work(parts: Sequence[Part], sawn: int, screws: int) -> tuple[Work, ...]:
    """Two pieces screwed together, `sawn` tops of them cut flush first."""
    ids = tuple(part.id for part in parts)
    works, before = [cutting(parts)] if parts else [], ("cut",) if parts else ()
    if sawn:
        what = Message(f"Saw {sawn} top{'s' * (sawn != 1)} flush with the sides that meet")
        tasks: tuple[tuple[Task, float], ...] = (("crosscut", sawn),)
        works.append(
            Work("flush", "cut", what, tasks, needs=("a straight edge",), follows=("apart",), cautions=("saw",))
        )
        before = (*before, "flush")
    fix = Message("Stand both in line on a flat floor, clamp, bore and screw")
    drive: tuple[tuple[Task, float], ...] = (("dry fit", 1), ("drive screw", screws))
    needs = ("a helper", "clamps", "a drill")
    works.append(Work("fix", "fix", fix, drive, ids, needs=needs, follows=(*before, "apart"), cautions=("lift",)))
    return tuple(works)


def legs_work(parts: Sequence[Part], count: int, tapers: int, screws: int, *, level: bool) -> tuple[Work, ...]:
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
    needs = ("a helper", "a drill")
    works.append(Work("fix", "fix", fix, tasks, ids, needs=needs, follows=(*before, "apart"), cautions=("lift",)))
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
        Work("glue", "glue", glue, tasks, ids, GLUED, CLAMPS, ("clamps", "glue"), ("dry",), ("glue",)),
        Work(
            "fix",
            "fix",
            fix,
            (("turn over", 1), ("drive screw", screws)),
            ids,
            needs=("a helper", "a drill"),
            follows=("glue", "apart"),
            cautions=("lift",),
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

"""The steps of tops, in amounts of each task."""

from collections.abc import Collection, Sequence

from zygoform.core.changes.work import cutting
from zygoform.core.goods.fittings import GLUED, PATIENCE
from zygoform.core.goods.minutes import Task
from zygoform.core.measure.message import Message
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Deed, Work


def top_work(
    parts: Sequence[Part], long: float, *, jointed: bool, screws: int, corners: int, places: int
) -> tuple[Work, ...]:
    """A top of boards `long` mm glued to one another, `screws` in pocket holes, held at `places`."""
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
        works.append(
            Work("glue", "glue", glue, tasks, ids, GLUED, PATIENCE, ("clamps", "glue"), ("dry",), ("glue",))
        )
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
            does=(Deed("on", ids, loose=True, as_one=True),),
        )
    )
    return tuple(works)


def spaced_top_work(parts: Sequence[Part], *, corners: int, screws: int) -> tuple[Work, ...]:
    """A top of boards that lie apart: none is glued, each is screwed down by itself, `screws` in all."""
    ids, n = tuple(part.id for part in parts), len(parts)
    what = Message("Cut the boards to one length at a stop" + (", round the corners" if corners else ""))
    ends: tuple[tuple[Task, float], ...] = (("trim end", 2 * n), ("round corner", corners))
    lay = Message("Lay them out dry, spacers between them, as marked; the gaps even from edge to edge")
    fix = Message("Screw the boards down from below one by one, spacers between them")
    screwed: tuple[tuple[Task, float], ...] = (("fix place", screws), ("drive screw", screws))
    needs = ("a helper", "a drill", "spacers")
    return (
        cutting(parts),
        Work("trim", "shape", what, ends, ids, needs=("a saw and a stop",), follows=("cut",)),
        Work("dry", "dry fit", lay, (("dry fit", 1),), ids, needs=("spacers",), follows=("trim",)),
        Work("fix", "fix", fix, screwed, ids, needs=needs, follows=("dry", "apart"), cautions=("lift",),
             does=(Deed("on", ids, loose=True),)),
    )  # fmt: skip


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
        works.append(
            Work("glue", "glue", glue, tasks, ids, GLUED, PATIENCE, ("clamps", "glue"), ("dry",), ("glue",))
        )
        before = ("glue",)
    if corners:
        what = Message("Round the corners")
        works.append(Work("round", "shape", what, (("round corner", corners),), ids, follows=before))
        before = ("round",)
    fix = Message("Fix it from below")
    needs = ("a helper", "a drill")
    after = (*before, "apart")
    drive: tuple[tuple[Task, float], ...] = (("drive screw", screws),)
    on = (Deed("on", ids, loose=True, as_one=True),)
    works.append(Work("fix", "fix", fix, drive, ids, needs=needs, follows=after, cautions=("lift",), does=on))
    return tuple(works)


ADHESIVE_SETS, GROUT_SETS = (24.0, 24.0), (24.0, 48.0)
"""Hours until tiles are walked on, and until a joint is sealed or wiped wet: usual ones; the label comes first.
[label]
"""


def tiled_top_work(
    parts: Sequence[Part],
    sheets: Collection[str],
    strips: int,
    tiles: int,
    cut: int,
    joints: float,
    screws: int,
    held: Message,
) -> tuple[Work, ...]:
    """A tiled top: sheet held, tiles laid dry, glued, grouted (`joints` mm of them), and its strips last."""
    ids = tuple(part.id for part in parts)
    drive: tuple[tuple[Task, float], ...] = (("drive screw", screws),) if screws else (("fix place", 1),)
    fix = Work(
        "fix",
        "cut",
        held,
        drive,
        ids,
        needs=("a drill",) if screws else ("construction adhesive",),
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


def top_again_work(
    parts: Sequence[Part], long: float, dowels: int, turned: tuple[str, ...] = ()
) -> tuple[Work, ...]:
    """The old top `turned`, or a strip `long` mm glued to it with dowels."""
    if turned:
        what = Message("Fill and sand what is the upper face now, screw it on again through its slots")
        tasks: tuple[tuple[Task, float], ...] = (("turn over", 1), ("fix place", 8))
        return (
            Work("fix", "fix", what, tasks, turned, needs=("a helper", "filler"), follows=("apart",),
                 cautions=("lift",), does=(Deed("on", turned, loose=True),)),
        )  # fmt: skip
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
            PATIENCE,
            ("clamps", "glue"),
            ("dry",),
            joint,
        ),
    )

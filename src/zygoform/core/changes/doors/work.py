"""The steps of what is done to doors, in amounts."""

from collections.abc import Sequence

from msgspec import Struct

from zygoform.core.changes.work import cutting
from zygoform.core.goods.minutes import Task
from zygoform.core.measure.message import Message
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Deed, Work


class Inserted(Struct, frozen=True):
    """What goes into which doors: the ids of its boards, and of the boards that hold it."""

    what: str
    boards: tuple[str, ...]
    doors: tuple[str, ...]
    count: int


def cutout_work(
    parts: Sequence[Part], inserts: Inserted, starters: int, edge: str, *, glued: bool
) -> tuple[Work, ...]:
    """The template taped on and looked at, holes, the saw, the edge; the insert after the finish."""
    doors, ids = len(inserts.doors), inserts.doors
    s = "s" * (doors != 1)
    check = Message(f"Tape the template on {doors} door{s}, step back and look before you saw")
    saw = Message(f"Bore the starter holes, saw {doors} cut-out{s} just inside the line, file to it")
    bore: tuple[tuple[Task, float], ...] = (("fix place", starters * doors), ("round corner", 4 * doors))
    ease = {
        "sanded": "Sand the edge, break its corners",
        "rounded": "Round the edge over, both sides",
        "banded": "Iron the band on the edge, trim it flush",
    }[edge]
    works = [
        Work("check", "dry fit", check, (("fix place", doors),), ids, needs=("the template",), follows=("apart",)),
        Work(
            "saw",
            "shape",
            saw,
            bore,
            ids,
            needs=("a jig saw", "two supports and clamps", "a drill"),
            follows=("check",),
            cautions=("cutout", "saw", "dust"),
        ),
        Work("edge", "shape", Message(ease), (("round corner", 2 * doors),), ids, follows=("saw",)),
    ]
    return (*works, *insert_work(parts, inserts, ("edge",), glued=glued))


DRIES_CLEAR = (12.0, 24.0)
"""Hours that adhesive for cloth on glass takes: its label comes first. [label]"""


def insert_work(
    parts: Sequence[Part], inserts: Inserted, follows: tuple[str, ...], *, glued: bool
) -> tuple[Work, ...]:
    """The insert cut, and fixed last of all: no paint on cane, no dust on glass."""
    what, count = inserts.what, inserts.count
    if what == "nothing":
        return ()
    works = [cutting(parts, {part.size_id for part in parts})] if parts else []
    before = (*follows, "cut") if parts else follows
    fix = Message(f"Fix the {what}, after the last coat is hard; try one door before you cut the others")
    tasks: tuple[tuple[Task, float], ...] = (("fix place", 4 * count),)
    cautions = ("glass",) if what in ("glass", "mirror") else ("glue",) if glued else ()
    wait, why = (DRIES_CLEAR, "The door is not moved before it has dried clear.") if glued else ((0.0, 0.0), "")
    on = (Deed("on", inserts.boards, inserts.doors, loose=True),)
    return (*works, Work("insert", "refit", fix, tasks, inserts.boards, wait, why, (), before, cautions, does=on))


def hinges_work(doors: tuple[str, ...], hinges: int, catches: int, stays: int, kind: str) -> tuple[Work, ...]:
    """Mortises and holes before the finish, hung for good after it."""
    cut = {
        "butt": f"Let {hinges} hinges in: mortises cut with a knife and chisel, pilot holes bored",
        "surface": f"Mark {hinges} hinges, bore pilot holes",
        "cup": f"Bore {hinges} cups with a stop, at one distance from the edge",
        "keep": f"Clean {hinges} hinges, plug worn screw holes, bore them anew",
    }[kind]
    tries = Message("Hang them with one screw a leaf, look at the gaps, take them off again before the finish")
    hang = Message(
        f"Hang them for good after the last coat; {catches} catches" + (f", {stays} stays" if stays else "")
    )
    mark: tuple[tuple[Task, float], ...] = (("fix place", hinges),)
    fix: tuple[tuple[Task, float], ...] = (("drive screw", 6 * hinges), ("fix place", catches + stays))
    return (
        Work("mortise", "shape", Message(cut), mark, doors, needs=("a drill",), follows=("apart",)),
        Work("try", "dry fit", tries, (("dry fit", 1),), doors, follows=("mortise",)),
        Work("hang", "fix", hang, fix, doors, needs=("a screwdriver",), follows=("try",),
             does=(Deed("on", doors, loose=True),)),
    )  # fmt: skip

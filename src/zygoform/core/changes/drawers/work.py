"""Which drawers a change is for, the room behind each front, and the steps of what is done to them, in amounts."""

from collections.abc import Collection, Sequence

from msgspec import Struct

from zygoform.core.changes.opening_choice import chosen_openings
from zygoform.core.changes.work import cutting
from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.form.fronts import straight_room, sure_rect
from zygoform.core.geometry.plane import FAR, intersect, offset_sides, rectangle
from zygoform.core.geometry.prism import Point3
from zygoform.core.goods.fittings import GLUED, PATIENCE
from zygoform.core.goods.minutes import Task
from zygoform.core.ids import role_of
from zygoform.core.measure.message import Message
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Deed, Work
from zygoform.core.tolerance import SAME_MM


def box_work(parts: Sequence[Part], boxes: int, sheets: Collection[str], *, slides: bool) -> tuple[Work, ...]:
    """Cut, grooved, fitted dry with the bottom in, glued square, hung; the front last."""
    ids, s = tuple(part.id for part in parts), "es" * (boxes != 1)
    groove = Message("Cut the grooves in sides, front and back with one setting")
    dry: tuple[tuple[Task, float], ...] = (("dry fit", boxes),)
    glue: tuple[tuple[Task, float], ...] = (("glue joint", 0.6 * boxes),)
    hang = "Screw on both halves of the slides by a spacer, hang" if slides else "Wax what runs, put in"
    fits = Message(f"{hang} {boxes} box{s}, try {'each' if s else 'it'}; then align the front and screw it on")
    run: tuple[tuple[Task, float], ...] = (("drive screw", (16 if slides else 4) * boxes), ("fix place", boxes))
    return (
        cutting(parts, sheets),
        Work("groove", "shape", groove, (("rip", 2.0 * boxes),), ids, needs=("a table saw or router",),
             follows=("cut",), cautions=("saw",)),
        Work("dry", "dry fit", Message(f"Fit {boxes} box{s} dry, the bottom in, diagonals equal"), dry, ids,
             needs=("clamps", "a tape"), follows=("groove",)),
        Work("glue", "glue", Message("Glue the corners, no glue on the bottom; diagonals again"), glue, ids, GLUED,
             PATIENCE, ("clamps", "glue"), ("dry",), ("glue",)),
        Work("hang", "fix", fits, run, ids, needs=("a drill", "a spacer"), follows=("glue", "apart")),
    )  # fmt: skip


def repair_work(ids: tuple[str, ...], drawers: int, old: int, *, glued: int, hardware: int) -> tuple[Work, ...]:
    """Knocked apart, new parts fitted dry, glued square, hung again. `ids` are the parts of the drawers."""
    s, works = "s" * (drawers != 1), list[Work]()
    before: tuple[str, ...] = ("apart", "cut")
    if old or glued:
        what = Message(f"Knock {drawers} drawer{s} apart with a block, mark every joint; old glue off, fit dry")
        tasks: tuple[tuple[Task, float], ...] = (("dry fit", drawers), ("fix place", old))
        works.append(Work("dry", "dry fit", what, tasks, ids, needs=("a mallet", "a block"), follows=before))
        before = ("dry",)
    if glued:
        glue: tuple[tuple[Task, float], ...] = (("block", glued * drawers),)
        what = Message("Glue and clamp, both diagonals equal; no glue on the bottom")
        works.append(Work("glue", "glue", what, glue, ids, GLUED, PATIENCE, ("clamps", "glue"), before, ("glue",)))
        before = ("glue",)
    run: tuple[tuple[Task, float], ...] = (("fix place", drawers + hardware),)
    what = Message("Wax what runs; each in its own place, tried before it is finished")
    works.append(Work("hang", "fix", what, run, ids, needs=("wax",), follows=before))
    return tuple(works)


def regroup_work(into: str, fronts: tuple[str, ...], sawn: int, made: bool) -> tuple[Work, ...]:
    """What is sawn of the old fronts, then fitted and fixed."""
    works, before = list[Work](), (("cut",) if made else ()) + ("apart",)
    if sawn:
        what = {
            "two": "Saw the front in two along a guide, face down on tape, fine blade",
            "tray": "Saw front, sides and back to one height with one setting",
        }[into]
        tasks: tuple[tuple[Task, float], ...] = (("rip", 0.6 * sawn),)
        works.append(
            Work(
                "saw",
                "cut",
                Message(what),
                tasks,
                fronts,
                needs=("a guide",),
                follows=("apart",),
                cautions=("saw", "dust"),
            )
        )
        before = (*before, "saw")
    said = {
        "one": "Screw what joins the fronts, gaps kept by strips; try it in its opening",
        "two": "Fit the rail between both, level; try both fronts with an even gap",
        "false": "Screw the cleats on, hold the front flush by its neighbours, fix it from inside",
        "tray": "Round the edges over, wax what runs, try it",
    }[into]
    fit: tuple[tuple[Task, float], ...] = (("dry fit", 1), ("fix place", 4))
    return (*works, Work("fit", "fix", Message(said), fit, fronts, needs=("a drill", "clamps"), follows=before))


def lining_work(pieces: int, boxes: tuple[str, ...], *, glued: bool, edges: bool) -> tuple[Work, ...]:
    """Cut by one template, laid into `boxes` last of all."""
    works, before = list[Work](), ("apart",)
    if edges:
        what = Message("Paint the upper edges and what shows of the joints; runners and where they touch stay bare")
        works.append(Work("edges", "shape", what, (("seal face", 4 * pieces),), boxes, (4.0, 24.0),
                          "Nothing is laid in before that.", ("paint",), before))  # fmt: skip
        before = ("edges",)
    how = "paste thinly, brush it out from the middle" if glued else "lay them in loose"
    what = Message(f"Cut {pieces} piece{'s' * (pieces != 1)} with a knife along a straight edge, {how}")
    lay: tuple[tuple[Task, float], ...] = (("fix place", pieces),)
    on, needs = (Deed("on", onto=boxes, loose=True),), ("a knife", "a straight edge")
    return (*works, Work("lay", "refit", what, lay, boxes, needs=needs, follows=before, does=on))


# Which drawers a change is for, and the room each has behind its front.


class DrawerRoom(Struct, frozen=True):
    """An opening with its front, and the straight room behind that: from x to x, z to z, y to y (mm)."""

    opening: FormOpening
    front: Board
    low: Point3
    high: Point3

    @property
    def wide(self) -> float:
        return self.high[0] - self.low[0]

    @property
    def tall(self) -> float:
        return self.high[2] - self.low[2]

    @property
    def deep(self) -> float:
        return self.high[1] - self.low[1]

    def member(self, role: str) -> Board | None:
        """A part of its box or what it runs on, by the middle of its id."""
        return next((m for m in self.opening.members if role_of(m.id) == role), None)


def chosen_drawers(body: Body, targets: tuple[str, ...], on: str, field: str = "on") -> tuple[DrawerRoom, ...]:
    """The drawer that was pointed at, or every one. BadInputError beside a `field` without any."""
    found = chosen_openings(body, targets, on, ("drawer",), ("No drawer is there.", field))
    return tuple(drawer_room(body, opening, front) for opening, front in found)


def drawer_room(body: Body, opening: FormOpening, front: Board) -> DrawerRoom:
    """As wide and as far back as sides that lean, and what stands there, leave a rectangle that is sure."""
    low, high = room_behind(body, opening, front.solid.box[1][1])
    return DrawerRoom(opening, front, low, high)


def room_behind(body: Body, opening: FormOpening, y: float) -> tuple[Point3, Point3]:
    """Least and greatest corner of the straight room behind an opening, from `y` (mm) on to the back."""
    x0, z0, x1, z1 = sure_rect(opening)
    hollow = offset_sides(body.plan, (0.0, -body.side_thickness, 0.0, -body.side_thickness))
    straight = straight_room(intersect(hollow, rectangle(x0, y, x1, FAR)))
    left, right, back = straight if straight is not None else (x0, x1, y)
    for board in body.boards:
        low, high = board.solid.box
        beside = (
            low[0] < x1 - SAME_MM and high[0] > x0 + SAME_MM and low[2] < z1 - SAME_MM and high[2] > z0 + SAME_MM
        )
        if beside and board.role in ("back", "upright", "side", "panel") and low[1] > y + (back - y) / 2:
            back = min(back, low[1])
    return (left, y, z0), (right, back, z1)


def whole_of(room: DrawerRoom) -> tuple[Board, ...]:
    """The drawer's box and what it runs on, without its front."""
    return tuple(m for m in room.opening.members if m.id != room.front.id)

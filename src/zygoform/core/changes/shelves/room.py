"""The room that shelves go into: an opening, a column of them, the whole front, a box, or between legs."""

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, FormOpening, Rect
from zygoform.core.form.fronts import sure_union
from zygoform.core.geometry.plane import FAR, Outline, intersect, offset_sides, rectangle
from zygoform.core.tolerance import SHARED_MM

_DIVIDES = ("rail", "shelf", "upright")


class ShelfRoom(Struct, frozen=True):
    """`rect` is its front as far as it is sure (x0, z0, x1, z1), `plan` its floor; `removed` what comes out of it.

    `legs` are what the shelf is notched round; `floorless` says that nothing closes it below, `carried` that an
    upright or a full shelf comes out.
    """

    rect: Rect
    plan: Outline
    removed: frozenset[str]
    legs: tuple[Board, ...] = ()
    floorless: bool = False
    carried: bool = False


def shelf_room(body: Body, target: str, reach: str, setback: float, low: float) -> ShelfRoom:
    """Raises BadInputError where there is no such room."""
    if body.hangs:
        raise BadInputError(
            "impossible", "On a wall a board needs brackets: there is nothing to put it into.", "reach"
        )
    if any(board.role == "apron" for board in body.boards):
        return _between_legs(body, low)
    opening = next((o for o in body.openings if o.id == target), None)
    if opening is None and body.openings:
        opening = next((o for o in body.openings if o.holds != "knees"), None)
    if opening is None:
        return _in_box(body)
    if any(board.role == "panel" and body.opening_of(board.id) == opening for board in body.boards):
        raise BadInputError("impossible", "A panel has no room behind it for shelves.", "reach")
    return _behind_front(body, opening, reach, setback)


def _behind_front(body: Body, opening: FormOpening, reach: str, setback: float) -> ShelfRoom:
    x0, z0, x1, z1 = opening.rect
    own = [opening]
    if reach != "opening":
        own = [
            o
            for o in body.openings
            if o.holds != "knees" and (reach == "front" or (o.rect[0] >= x0 - 1 and o.rect[2] <= x1 + 1))
        ]
        own = own if opening in own else [opening]
    drawn = (
        min(o.rect[0] for o in own),
        min(o.rect[1] for o in own),
        max(o.rect[2] for o in own),
        max(o.rect[3] for o in own),
    )
    x0, z0, x1, z1 = sure_union(own)
    inside = [b for b in body.boards if b.role in _DIVIDES and _lies_in(b, drawn)]
    fronts = [b for b in body.members if body.opening_of(b.id) in own]
    removed = frozenset(b.id for b in (*inside, *fronts))
    floorless = not any(
        b.role in ("bottom", "shelf")
        and b.id not in removed
        and abs(b.solid.box[1][2] - z0) < SHARED_MM
        and b.solid.box[0][0] < drawn[0] + SHARED_MM
        and b.solid.box[1][0] > drawn[2] - SHARED_MM
        for b in body.boards
    )
    back = max((b.solid.sizes[0] for b in body.boards if b.role == "back"), default=0.0)
    hollow = offset_sides(body.plan, (-setback, -body.side_thickness, -back, -body.side_thickness))
    plan = intersect(hollow, rectangle(x0, -FAR, x1, FAR))
    carried = any(b.role in ("upright", "shelf") for b in inside)
    return ShelfRoom((x0, z0, x1, z1), plan, removed, floorless=floorless, carried=carried)


def _lies_in(board: Board, rect: Rect) -> bool:
    """Whether the middle of a board's front lies within a rectangle of the front."""
    low, high = board.solid.box
    x, z = (low[0] + high[0]) / 2, (low[2] + high[2]) / 2
    return rect[0] < x < rect[2] and rect[1] < z < rect[3]


def _in_box(body: Body) -> ShelfRoom:
    """Within the walls of a box, from its bottom to its rim."""
    t = body.side_thickness
    plan = offset_sides(body.plan, (-t, -t, -t, -t))
    floor = max((b.solid.box[1][2] for b in body.boards if b.role == "bottom"), default=None)
    if floor is None or len(plan) < 4:
        raise BadInputError("impossible", "This piece has no room inside for shelves.", "reach")
    xs = [p[0] for p in plan]
    return ShelfRoom((min(xs), floor, max(xs), body.height), plan, frozenset())


def _between_legs(body: Body, low: float) -> ShelfRoom:
    """A shelf low down, as far out as the legs, notched round them."""
    legs = tuple(b for b in body.boards if b.role == "leg" and b.solid.box[0][2] < -body.base_height + 1)
    z0 = low - body.base_height
    if z0 > -SHARED_MM:
        raise BadInputError("does_not_fit", "The aprons begin {0} over the floor.", "low", (body.base_height,))
    xs = [p[0] for p in body.plan]
    return ShelfRoom((min(xs), z0, max(xs), 0.0), body.plan, frozenset(), legs, floorless=True)

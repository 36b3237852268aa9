"""Where on the piece a size is taken: from which point to which, and from where that is seen."""

from msgspec import Struct

from zygoform.core.drawing.views import Viewpoint
from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.form.inside.opened import placing
from zygoform.core.form.ornaments import stands_on_top
from zygoform.core.geometry.prism import Point3
from zygoform.core.ids import role_of, within
from zygoform.core.measure.param import Span


class TapeLine(Struct, frozen=True):
    """From one point of the piece to another, in its body's coordinates (mm), and where to stand to see it."""

    start: Point3
    end: Point3
    place: Viewpoint


def span_line(body: Body, span: Span) -> TapeLine | None:
    """The line a size is taken along; None where the piece has no such board."""
    axis = "xyz".index(span.along[-1])
    first = _box(body, span.board)
    if first is None:
        return None
    if span.to:
        second = _box(body, span.to)
        if second is None:
            return None
        end = 0 if span.along[0] == "-" else 1
        return _between(axis, first, second, end)
    low, high = first
    place: Viewpoint = "right" if axis == 1 else "front"
    at = list(_beside(axis, low, high))
    start, stop = list(at), list(at)
    start[axis], stop[axis] = low[axis], high[axis]
    return TapeLine(_point(start), _point(stop), place)


def corner_line(body: Body, span: Span) -> TapeLine | None:
    """The front corner of a board, seen from above: where a gauge is laid between front and side."""
    box = _box(body, span.board)
    if box is None:
        return None
    (x0, y0, _), (x1, _, z1) = box
    middle = sum(x for x, _ in body.plan) / len(body.plan)
    at = (x0 if (x0 + x1) / 2 < middle else x1, y0, z1)
    return TapeLine(at, at, "above")


def _between(axis: int, a: tuple[Point3, Point3], b: tuple[Point3, Point3], end: int) -> TapeLine:
    """From one board's face to the other's, in the stretch where both are, or beside the second."""
    at = [(max(a[0][k], b[0][k]) + min(a[1][k], b[1][k])) / 2 for k in range(3)]
    if axis != 1:
        at[1] = min(a[0][1], b[0][1])
    else:
        at[0] = max(a[1][0], b[1][0])
    start, stop = list(at), list(at)
    start[axis], stop[axis] = a[end][axis], b[end][axis]
    return TapeLine(_point(start), _point(stop), "right" if axis == 1 else "front")


def _beside(axis: int, low: Point3, high: Point3) -> Point3:
    """A line along the face that one sees: along the top edge, up near the left end, back on the right side."""
    x, y, z = ((low[k] + high[k]) / 2 for k in range(3))
    if axis == 0:
        return x, low[1], high[2] if high[0] - low[0] > high[2] - low[2] else z
    if axis == 1:
        return high[0], y, high[2] if high[1] - low[1] > high[2] - low[2] else z
    return low[0] + 0.12 * (high[0] - low[0]), low[1], z


def _point(values: list[float]) -> Point3:
    return values[0], values[1], values[2]


def _box(body: Body, boards: str) -> tuple[Point3, Point3] | None:
    """The box of the first of these boards that is there; for none the whole body down to the floor."""
    if boards in ("", "floor"):
        boxes = [board.solid.box for board in body.boards if board.role != "knob" and not stands_on_top(board)]
        low = tuple(min(box[0][k] for box in boxes) for k in range(3))
        high = tuple(max(box[1][k] for box in boxes) for k in range(3))
        floor = min(low[2], body.underside - body.base_height)
        return (low[0], low[1], floor), (high[0], high[1], floor if boards else high[2])
    found: dict[str, Board] = {within(board.id): board for board in body.boards}
    name = next((name for name in boards.split("|") if name in found), None)
    return found[name].solid.box if name is not None else None


def opening_line(opening: FormOpening, direction: str) -> TapeLine:
    """Across an opening, or up it."""
    x0, z0, x1, z1 = opening.rect
    if direction == "columns":
        z = (z0 + z1) / 2
        return TapeLine((x0, 0.0, z), (x1, 0.0, z), "front")
    x = x0 + 0.15 * (x1 - x0)
    return TapeLine((x, 0.0, z0), (x, 0.0, z1), "front")


def drawer_lines(body: Body, opening: FormOpening) -> dict[str, TapeLine]:
    """Where the sizes of a drawer are taken, while it is drawn out."""
    boxes = {}
    for member in opening.members:
        to = placing(body, (opening.id,), member.id)
        boxes[role_of(member.id)] = (to.board(member) if to is not None else member).solid.box
    left, right, back = (boxes.get(role) for role in ("box-left", "box-right", "box-back"))
    if left is None or right is None or back is None:
        return {}
    (x0, y0, _), (x1, y1, top) = left[0], right[1]
    inner, low, middle = right[0][0], right[0][2], (x0 + x1) / 2
    lines = {
        "wide": ((x0, (y0 + y1) / 2, top), (x1, (y0 + y1) / 2, top)),
        "long": ((x1, y0, top), (x1, y1, top)),
        "high": ((x1, (y0 + y1) / 2, low), (x1, (y0 + y1) / 2, top)),
        "side_thickness": ((inner, y0 + (y1 - y0) / 4, top), (x1, y0 + (y1 - y0) / 4, top)),
        "back_thickness": ((middle, back[0][1], top), (middle, back[1][1], top)),
    }
    return {name: TapeLine(start, end, "corner") for name, (start, end) in lines.items()}

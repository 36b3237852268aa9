"""Several pieces seen together: side by side on one floor, or one of them alone."""

from msgspec import structs

from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.prism import Point3

APART = 250.0
"""Between one piece and the next."""
HUNG = 1000.0
"""How high above the floor what hangs on a wall is drawn, where something stands on the floor."""


def only(form: Form, piece_id: str) -> Form:
    """The bodies of one piece; the whole form where there is no other."""
    bodies = tuple(body for body in form.bodies if body.piece_id == piece_id)
    return form if len(bodies) == len(form.bodies) or not bodies else Form(bodies)


def offsets(form: Form) -> dict[str, Point3]:
    """How far each body, by its id, is moved so that all stand side by side with their floors at height 0."""
    stands = any(not body.hangs for body in form.bodies)
    moved, x = dict[str, Point3](), 0.0
    for body in form.bodies:
        boxes = [board.solid.box for board in body.boards]
        left, right = min(low[0] for low, _ in boxes), max(high[0] for _, high in boxes)
        up = HUNG if body.hangs and stands else body.base_height
        moved[body.id] = (x - left, 0.0, up)
        x += right - left + APART
    return moved


def side_by_side(form: Form, by: dict[str, Point3]) -> Form:
    """Every body moved as `by` says; ids stay."""
    return Form(tuple(_moved(body, by.get(body.id, (0.0, 0.0, 0.0))) for body in form.bodies))


def _moved(body: Body, by: Point3) -> Body:
    dx, dy, dz = by
    return structs.replace(
        body,
        plan=tuple((x + dx, y + dy) for x, y in body.plan),
        boards=tuple(_board(board, by) for board in body.boards),
        openings=tuple(
            structs.replace(o, rect=(o.rect[0] + dx, o.rect[1] + dz, o.rect[2] + dx, o.rect[3] + dz))
            for o in body.openings
        ),
        underside=body.underside + dz,
        base_height=0.0 if body.hangs else body.base_height - dz,
    )


def _board(board: Board, by: Point3) -> Board:
    return structs.replace(board, solid=structs.replace(board.solid, origin=shifted(board.solid.origin, by)))


def shifted(point: Point3, by: Point3 | None) -> Point3:
    """A point moved; where it is for None."""
    return point if by is None else (point[0] + by[0], point[1] + by[1], point[2] + by[2])

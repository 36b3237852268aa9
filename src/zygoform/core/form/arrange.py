"""Several pieces seen together: side by side on one floor, or one of them alone."""

import math
from typing import Literal

from msgspec import structs

from zygoform.core.form.form import Body, Form
from zygoform.core.geometry.prism import Point3
from zygoform.core.measure.reading import sized
from zygoform.core.tolerance import SAME_MM

APART = 250.0
"""Between one piece and the next, seen as they are drawn. [choice]"""
HALVES_APART = 160.0
"""Between two halves of one piece, as they are drawn. [choice]"""
ROWS_APART = 0.3
"""Between two rows, as a share of the higher: the names of the upper one stand there. [choice]"""
HUNG = 1000.0
"""How high above the floor what hangs on a wall is drawn, where something stands on the floor. [choice]"""


def by_piece(form: Form) -> dict[str, Form]:
    """The bodies of each piece by itself."""
    bodies: dict[str, list[Body]] = {}
    for body in form.bodies:
        bodies.setdefault(body.piece_id, []).append(body)
    return {piece_id: Form(tuple(own)) for piece_id, own in bodies.items()}


def set_aside(bodies: tuple[Body, ...]) -> tuple[Body, ...]:
    """Bodies of one piece so far apart that they are seen to be several: the leftmost stays."""
    placed, end = dict[str, Body](), -math.inf
    for body in sorted(bodies, key=lambda body: body.plan[0][0]):
        low = min(board.solid.box[0][0] for board in body.boards)
        by = max(0.0, end + HALVES_APART - low)
        new = structs.replace(body.moved((by, 0.0, 0.0)), aside=body.aside + by) if by else body
        placed[body.id] = new
        end = max(board.solid.box[1][0] for board in new.boards)
    return tuple(placed[body.id] for body in bodies)


def joined_bodies(left: Body, right: Body, name: str) -> Body:
    """Two bodies that stand side by side as one; the deeper one says how deep it is."""
    deep = max(y for body in (left, right) for _, y in body.plan)
    square = abs(left.plan[2][1] - right.plan[3][1]) <= SAME_MM
    (front_left, _, _, back_left), (_, front_right, back_right, _) = left.plan, right.plan
    if not square:
        back_left, back_right = (back_left[0], deep), (back_right[0], deep)
    between = sized("between them", right.plan[0][0] - left.plan[1][0], "chosen")
    return structs.replace(
        left,
        name=name,
        plan=(front_left, front_right, back_right, back_left),
        height=max(left.height, right.underside + right.height - left.underside),
        width=left.width + between + right.width,
        depth=max(left.depth, right.depth, key=lambda depth: depth.value),
        corner_right=right.corner_right,
        boards=(*left.boards, *right.boards),
        openings=(*left.openings, *right.openings),
        misfits=(*left.misfits, *right.misfits),
        guesses=left.guesses | right.guesses,
        unmeasured=left.unmeasured | right.unmeasured,
        shut_box=None,
        joined=left.joined | right.joined | {left.piece_id, right.piece_id},
    )


def only(form: Form, piece_id: str) -> Form:
    """The bodies of one piece, or what it was joined into; the whole form where there is no other."""
    bodies = tuple(body for body in form.bodies if body.piece_id == piece_id or piece_id in body.joined)
    return form if len(bodies) == len(form.bodies) or not bodies else Form(bodies)


Direction = Literal["x", "y"]
USUAL_ROOM = 1.7
"""A usual room to draw a set in is so many times as wide as high. [choice]"""


def offsets(
    form: Form,
    across: Direction = "x",
    up: Literal["y", "z"] = "z",
    lean: tuple[float, float] = (0.0, 0.0),
    wide: float = USUAL_ROOM,
) -> dict[str, Point3]:
    """How far each piece, by its id, is moved so that all stand side by side, in rows where that draws them larger.

    They stand side by side along `across`, rows one over the other along `up`, the first one on top. Along z the
    floor of the lowest row is at height 0. `lean` is how much of its depth is seen beside a piece (towards greater
    x) and over it, where one looks from a corner; the room they are drawn in is `wide` times as wide as high.
    """
    stands = any(not body.hangs for body in form.bodies)
    boxes = dict[str, tuple[Point3, Point3]]()
    for body in form.bodies:
        own = _box(body, lean, hung=body.hangs and stands)
        boxes[body.piece_id] = _together(boxes.get(body.piece_id, own), own)
    a, u = "xyz".index(across), "xyz".index(up)
    rows = _rows([(piece, high[a] - low[a]) for piece, (low, high) in boxes.items()], boxes, u, wide)
    moved, level = dict[str, Point3](), 0.0
    apart = _apart(max(_high(row, boxes, u) for row in rows))
    for row in reversed(rows):
        place = 0.0
        for piece in row:
            low, high = boxes[piece]
            by = [0.0, 0.0, -low[2]]
            by[a] = place - low[a]
            by[u] = level - low[u]
            place += high[a] - low[a] + APART
            moved[piece] = (by[0], by[1], by[2])
        level += _high(row, boxes, u) + apart
    return {piece: moved[piece] for piece in boxes}


Boxes = dict[str, tuple[Point3, Point3]]


def _high(row: list[str], boxes: Boxes, up: int) -> float:
    return max(boxes[own][1][up] - boxes[own][0][up] for own in row)


def _apart(highest: float) -> float:
    return max(APART, ROWS_APART * highest)


def _box(body: Body, lean: tuple[float, float], *, hung: bool) -> tuple[Point3, Point3]:
    """The box round a body down to its floor; under what hangs beside others, down to the floor they stand on."""
    boxes = [board.solid.box for board in body.boards]
    lows, highs = zip(*boxes, strict=True)
    low, high = ([f(p[k] for p in some) for k in range(3)] for f, some in ((min, lows), (max, highs)))
    low[2] = min(low[2], 0.0) - HUNG if hung else -body.base_height
    deep = high[1] - low[1]
    for k, share in zip((0, 2), lean, strict=True):
        # From behind pieces stand on the floor under their backs, whatever hangs over it.
        near = max(y for _, y in body.plan) if k == 2 else deep
        low[k], high[k] = low[k] + min(0.0, share * near), high[k] + max(0.0, share * deep)
    return (low[0], low[1], low[2]), (high[0], high[1], high[2])


def _together(a: tuple[Point3, Point3], b: tuple[Point3, Point3]) -> tuple[Point3, Point3]:
    (p, q), (r, s) = a, b
    return (min(p[0], r[0]), min(p[1], r[1]), min(p[2], r[2])), (max(q[0], s[0]), max(q[1], s[1]), max(q[2], s[2]))


def _rows(widths: list[tuple[str, float]], boxes: Boxes, up: int, wide: float) -> list[list[str]]:
    """The bodies in the number of rows that leaves them largest in a picture `wide` times as wide as high."""
    wide_of, high_of = dict(widths), {own: _high([own], boxes, up) for own, _ in widths}
    whole = sum(w + APART for _, w in widths)
    best: tuple[float, list[list[str]]] = (0.0, [[own for own, _ in widths]])
    for count in range(1, len(widths) + 1):
        rows: list[list[str]] = [[]]
        room = whole / count
        at = 0.0
        for own, w in widths:
            if rows[-1] and at + w / 2 > room * len(rows) and len(rows) < count:
                rows.append([])
            rows[-1].append(own)
            at += w + APART
        across = max(sum([wide_of[own] + APART for own in row]) - APART for row in rows)
        highs = [max([high_of[own] for own in row]) for row in rows]
        apart = _apart(max(highs))
        high = sum(highs) + apart * (len(highs) - 1)
        scale = min(wide / max(across, 1.0), 1 / max(high, 1.0))
        if scale > best[0] * 1.02:
            best = (scale, rows)
        elif len(rows) * (min(high_of.values()) + APART) - APART > 1 / best[0]:
            # So many rows are too high even of the lowest ones, and more of them are higher still.
            break
    return best[1]


def side_by_side(form: Form, by: dict[str, Point3]) -> Form:
    """Every body moved as `by` says of its piece; ids stay."""
    return Form(tuple(body.moved(by.get(body.piece_id, (0.0, 0.0, 0.0))) for body in form.bodies))

"""Drawers drawn out and doors open, to look in: the same parts, elsewhere."""

from collections.abc import Collection
from functools import lru_cache

from msgspec import Struct, structs

from zygoform.core.form.form import Board, Body, Form, FormOpening, own_of
from zygoform.core.geometry.convex import plus, spun
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.prism import Point3

OUT = 0.6
"""A drawer is drawn out by this share of its length."""
WIDE_OPEN = 90.0


class Placing(Struct, frozen=True):
    """Where a part goes: turned about an upright line through `axis` by degrees, then moved."""

    move: Point3 = (0.0, 0.0, 0.0)
    axis: Point = (0.0, 0.0)
    angle: float = 0.0

    def place(self, point: Point3) -> Point3:
        """A point of the shut part, where it is now."""
        return plus(spun(point, self.axis, self.angle), self.move)

    def back(self, point: Point3) -> Point3:
        """A point seen on the part, where it is when shut."""
        x, y, z = self.move
        return spun(plus(point, (-x, -y, -z)), self.axis, -self.angle)

    def board(self, board: Board) -> Board:
        return (board.turned(self.axis, self.angle) if self.angle else board).moved(self.move)


def opens(opening: FormOpening) -> bool:
    """Whether an opening has something that can be drawn out or opened."""
    return bool(opening.members) or opening.holds == "door"


def opened(form: Form, open_ids: Collection[str]) -> Form:
    """The form with these openings' drawers drawn out and doors open; the same one where none is its."""
    if not open_ids:
        return form
    bodies = []
    for body in form.bodies:
        own = frozenset(opening.id for opening in body.openings if opening.id in open_ids and opens(opening))
        bodies.append(_opened(body, own) if own else body)
    return form if all(new is old for new, old in zip(bodies, form.bodies, strict=True)) else Form(tuple(bodies))


def placing(body: Body, open_ids: Collection[str], part_id: str) -> Placing | None:
    """Where a part is while these openings are open; None where it is where it always is."""
    opening = next((o for o in body.openings if o.id in open_ids and own_of(o.id) == own_of(part_id)), None)
    return _placings(body, opening).get(part_id) if opening is not None else None


@lru_cache(maxsize=256)
def _opened(body: Body, open_ids: frozenset[str]) -> Body:
    boards, drawn_out = {board.id: board for board in body.boards}, set[str]()
    for opening in body.openings:
        if opening.id not in open_ids:
            continue
        placings = _placings(body, opening)
        if opening.members and placings:
            boards |= {member.id: member for member in opening.members}
        boards |= {part: to.board(boards[part]) for part, to in placings.items() if part in boards}
        drawn_out |= placings.keys()
    return structs.replace(body, boards=tuple(boards.values()), drawn_out=frozenset(drawn_out))


def _placings(body: Body, opening: FormOpening) -> dict[str, Placing]:
    """Of all parts that move with a drawer or a door; none where its front is gone."""
    own, parts = own_of(opening.id), {board.id: board for board in body.boards}
    knob, front = f"{body.piece_id}/knob/{own}", f"{body.piece_id}/front/{own}"
    if opening.holds == "door":
        leaf = [b for b in body.boards if own_of(b.id) == own and (b.role == "door" or b.id == front)]
        if not leaf:
            return {}
        lows, highs = zip(*(board.solid.box for board in leaf), strict=True)
        left = opening.hinged != "right"
        x = min(low[0] for low in lows) if left else max(high[0] for high in highs)
        swing = Placing(axis=(x, min(low[1] for low in lows)), angle=-WIDE_OPEN if left else WIDE_OPEN)
        return dict.fromkeys([knob, *(board.id for board in leaf)], swing)
    if front not in parts:
        return {}
    boxes = [m.solid.box for m in opening.members if m.role == "box"] or [parts[front].solid.box]
    long = max(high[1] for _, high in boxes) - min(low[1] for low, _ in boxes)
    out = Placing((0.0, -OUT * long, 0.0))
    # What it runs on stays where it is.
    return dict.fromkeys([knob, front, *(m.id for m in opening.members if m.role != "runner")], out)

"""Drawers drawn out and doors open, to look in: the same parts, elsewhere."""

from collections.abc import Collection
from functools import lru_cache

from msgspec import Struct, structs

from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.ornaments import case_box
from zygoform.core.geometry.convex import plus
from zygoform.core.geometry.prism import Point3, Turn
from zygoform.core.ids import goes_with, sibling
from zygoform.core.tolerance import SAME_MM

OUT = 0.6
"""A drawer is drawn out by this share of its length. [choice]"""
WIDE_OPEN, LIFTED = 90.0, 95.0
"""A door stands square to its front, a lid leans back a little (degrees). [drawn]"""


class Placing(Struct, frozen=True):
    """Where a part goes: turned, then moved."""

    move: Point3 = (0.0, 0.0, 0.0)
    turn: Turn = Turn((0.0, 0.0), 0.0)

    def place(self, point: Point3) -> Point3:
        """A point of the shut part, where it is now."""
        return plus(self.turn.of(point), self.move)

    def back(self, point: Point3) -> Point3:
        """A point seen on the part, where it is when shut."""
        x, y, z = self.move
        return self.turn.back().of(plus(point, (-x, -y, -z)))

    def board(self, board: Board) -> Board:
        return (board.turned(self.turn) if self.turn.angle else board).moved(self.move)


def opens(opening: FormOpening) -> bool:
    """Whether an opening has something that can be drawn out or opened."""
    return bool(opening.members) or opening.holds in ("door", "flap")


def opened(form: Form, open_ids: Collection[str], swing: float = 1.0) -> Form:
    """The form with these openings' drawers drawn out, doors open and lids up; the same one where none is its.

    Flaps are let down by the share `swing` of their quarter turn.
    """
    if not open_ids:
        return form
    bodies = []
    for body in form.bodies:
        own = frozenset(opening.id for opening in body.openings if opening.id in open_ids and opens(opening))
        own |= frozenset(board.id for board in body.boards if board.role == "lid" and board.id in open_ids)
        bodies.append(_opened(body, own, swing) if own else body)
    return form if all(new is old for new, old in zip(bodies, form.bodies, strict=True)) else Form(tuple(bodies))


def placing(body: Body, open_ids: Collection[str], part_id: str, swing: float = 1.0) -> Placing | None:
    """Where a part is while these openings are open; None where it is where it always is."""
    opening = next((o for o in body.openings if o.id in open_ids and goes_with(o.id, part_id)), None)
    if opening is not None:
        return _placings(body, opening, swing).get(part_id)
    return _lifted(body).get(part_id) if any(b.role == "lid" and b.id in open_ids for b in body.boards) else None


@lru_cache(maxsize=256)
def _opened(body: Body, open_ids: frozenset[str], swing: float) -> Body:
    boards = {board.id: board for board in body.boards}
    for opening in body.openings:
        if opening.id not in open_ids:
            continue
        placings = _placings(body, opening, swing)
        if opening.members and placings:
            boards |= {member.id: member for member in opening.members}
        boards |= {part: _placed(boards[part], to) for part, to in placings.items() if part in boards}
    if any(board.role == "lid" and board.id in open_ids for board in body.boards):
        boards |= {part: _placed(boards[part], to) for part, to in _lifted(body).items()}
    return structs.replace(body, boards=tuple(boards.values()), shut_box=case_box(body))


@lru_cache(maxsize=4096)
def _placed(board: Board, to: Placing) -> Board:
    """One object for as long as the part and its place are the same: what was drawn of it is not drawn anew."""
    return to.board(board)


def _lifted(body: Body) -> dict[str, Placing]:
    """A lid and the seat on it, about the upper back edge of what they close."""
    lids = [board for board in body.boards if board.role == "lid"]
    if not lids:
        return {}
    back = max(y for _, y in body.plan)
    # One that reaches over the back stands square at most: there it lies against the back.
    reaches = max(board.solid.box[1][1] for board in lids) > back + SAME_MM
    angle = WIDE_OPEN if reaches else LIFTED
    turn = Turn((back, min(board.solid.box[0][2] for board in lids)), -angle, "x")
    leaf = [board.id for board in body.boards if board.role in ("lid", "seat")]
    return dict.fromkeys(leaf, Placing(turn=turn))


def pulls_on(body: Body, opening: FormOpening) -> list[str]:
    """New pulls, whose ids are their change's: what stands before the front within its opening moves with it."""
    x0, z0, x1, z1 = opening.rect
    found = []
    for board in body.boards:
        if board.role == "knob" and board.id != sibling(opening.id, "knob"):
            low, high = board.solid.box
            if x0 < (low[0] + high[0]) / 2 < x1 and z0 < (low[2] + high[2]) / 2 <= z1 and board.id.count("/pull/"):
                found.append(board.id)
    return found


def moving(body: Body) -> dict[str, frozenset[str]]:
    """What is drawn out or opened together, by its opening's id or its lid's: a front with what goes with it."""
    found = {opening.id: frozenset(_placings(body, opening, 1.0)) for opening in body.openings if opens(opening)}
    lids = [board.id for board in body.boards if board.role == "lid"]
    return {own: parts for own, parts in found.items() if parts} | dict.fromkeys(lids[:1], frozenset(_lifted(body)))


def _placings(body: Body, opening: FormOpening, swing: float) -> dict[str, Placing]:
    """Of all parts that move with a drawer or a door; none where its front is gone."""
    parts = {board.id: board for board in body.boards}
    front = opening.front_id
    knobs = [sibling(opening.id, "knob"), *pulls_on(body, opening), *opening.carries]
    if opening.holds == "door":
        leaf = [b for b in body.boards if b.id == front or (b.role == "door" and goes_with(b.id, opening.id))]
        if not leaf:
            return {}
        lows, highs = zip(*(board.solid.box for board in leaf), strict=True)
        left = opening.hinged != "right"
        x = min(low[0] for low in lows) if left else max(high[0] for high in highs)
        turn = Turn((x, min(low[1] for low in lows)), -WIDE_OPEN if left else WIDE_OPEN)
        return dict.fromkeys([*knobs, *(board.id for board in leaf)], Placing(turn=turn))
    if front not in parts:
        return {}
    if opening.flap_axis is not None:
        return dict.fromkeys([*knobs, front], Placing(turn=Turn(opening.flap_axis, WIDE_OPEN * swing, "x")))
    boxes = [m.solid.box for m in opening.members if m.role == "box"] or [parts[front].solid.box]
    long = max(high[1] for _, high in boxes) - min(low[1] for low, _ in boxes)
    out = Placing((0.0, -OUT * long, 0.0))
    # What it runs on stays where it is.
    return dict.fromkeys([*knobs, front, *(m.id for m in opening.members if m.role != "runner")], out)

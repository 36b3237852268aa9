"""Steps with what they follow by rule: each piece is a site of its own."""

from collections import defaultdict
from collections.abc import Collection, Mapping

from msgspec import Struct, structs

from zygoform.core.coats.layer import FinishOrder
from zygoform.core.form.form import Board, Form
from zygoform.core.geometry.convex import boxes_meet
from zygoform.core.ids import origin_of
from zygoform.core.steps.rules import Coating, Site, befores
from zygoform.core.steps.step import Step

NEAR_MM = 1.0
"""What lies nearer to a part lies against it."""


class PieceSteps(Struct, frozen=True):
    """Steps of the finish of one piece, and what is coated in which of them."""

    steps: tuple[Step, ...] = ()
    coatings: tuple[Coating, ...] = ()


def ruled(
    steps: tuple[Step, ...],
    finish: Mapping[str, PieceSteps],
    order: FinishOrder,
    whose: Mapping[str, str],
    planned: Form,
) -> tuple[Step, ...]:
    """All of them, each with what it follows by rule. `whose` gives the piece of each change."""
    of_piece: dict[str, list[Step]] = defaultdict(list)
    coated = {step.id: piece_id for piece_id, own in finish.items() for step in own.steps}
    for step in steps:
        of_piece[coated.get(step.id) or whose.get(step.source, step.source)].append(step)
    more: dict[str, dict[str, str]] = defaultdict(dict)
    for piece_id, own in of_piece.items():
        coatings = finish[piece_id].coatings if piece_id in finish else ()
        wanted = {part for step in own for deed in step.does if not deed.onto for part in deed.parts}
        touching = _touching(planned, piece_id, wanted) if coatings else {}
        for before in befores(Site(tuple(own), coatings, order, touching)):
            if before.first != before.then:
                more[before.then].setdefault(before.first, before.rule)
    return tuple(_following(step, more[step.id]) if step.id in more else step for step in steps)


def _following(step: Step, more: Mapping[str, str]) -> Step:
    follows = tuple(dict.fromkeys((*step.follows, *more)))
    return structs.replace(step, follows=follows, because=tuple(more.items()))


def _touching(planned: Form, piece_id: str, parts: Collection[str]) -> dict[str, frozenset[str]]:
    """For each of these parts of a piece, by its whole, those whose boxes meet its own, itself among them."""
    boards = [board for body in planned.bodies if body.piece_id == piece_id for board in body.boards]
    own: dict[str, list[Board]] = defaultdict(list)
    for board in boards:
        if origin_of(board.id) in parts or board.id in parts:
            own[origin_of(board.id)].append(board)
    return {
        part: frozenset({part, *(origin_of(other.id) for other in boards for board in mine if _meet(board, other))})
        for part, mine in own.items()
    }


def _meet(one: Board, other: Board) -> bool:
    return boxes_meet(one.solid.box, other.solid.box, -NEAR_MM)

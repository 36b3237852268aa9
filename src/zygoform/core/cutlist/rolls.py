"""What is cut from rolls: all pieces of one kind and one width of roll together, whichever change they are of."""

import math
from collections import Counter
from collections.abc import Iterable, Mapping

from msgspec import Struct

from zygoform.core.cutlist.problems import units_of
from zygoform.core.cutting.either import FoundLayout, LayoutProblem
from zygoform.core.cutting.problem import UNITS_PER_MM
from zygoform.core.cutting.rolls.problem import RollLayout, RollPart, RollProblem
from zygoform.core.goods.fittings import RollKind
from zygoform.core.outcome.outcome import RollCut


class RollQuestion(Struct, frozen=True):
    """All pieces from one roll, and how they are asked for."""

    kind: RollKind
    width: float
    problem: RollProblem
    cuts: tuple[tuple[int, RollCut], ...]
    """Each with the number of its change."""


class PlacedRollCut(Struct, frozen=True):
    """A piece and where it lies on the roll: its corner at the left, nearest to the end (mm)."""

    number: int
    cut: RollCut
    x: float
    y: float


class CutRoll(Struct, frozen=True):
    """So much of a roll (mm) and what is cut from it; `proven` where no less does."""

    kind: RollKind
    width: float
    length: float
    cuts: tuple[PlacedRollCut, ...]
    proven: bool


def roll_questions(cuts: Iterable[tuple[int, RollCut]]) -> tuple[RollQuestion, ...]:
    """One for each kind and width; equal pieces are counted together."""
    of: dict[tuple[RollKind, float], list[tuple[int, RollCut]]] = {}
    for number, cut in cuts:
        of.setdefault((cut.kind, cut.roll), []).append((number, cut))
    questions = []
    for (kind, width), own in of.items():
        counts = Counter(_shape(cut) for _, cut in own)
        sizes = {_shape(cut): cut for _, cut in own}
        parts = tuple(
            RollPart(shape, units_of(sizes[shape].width, math.ceil), units_of(sizes[shape].length, math.ceil), n)
            for shape, n in sorted(counts.items())
        )
        # A hair more than the roll is the roll: a piece may be just as wide.
        problem = RollProblem(units_of(width, math.ceil), parts)
        questions.append(RollQuestion(kind, width, problem, tuple(own)))
    return tuple(questions)


def placed_rolls(
    questions: tuple[RollQuestion, ...], found: Mapping[LayoutProblem, FoundLayout]
) -> tuple[CutRoll, ...]:
    """Each question's layout, piece by piece."""
    rolls = []
    for question in questions:
        layout = found[question.problem]
        assert isinstance(layout, RollLayout)
        waiting: dict[str, list[tuple[int, RollCut]]] = {}
        for number, cut in question.cuts:
            waiting.setdefault(_shape(cut), []).append((number, cut))
        cuts = tuple(
            PlacedRollCut(*waiting[place.part].pop(0), place.x / UNITS_PER_MM, place.y / UNITS_PER_MM)
            for place in layout.places
        )
        rolls.append(CutRoll(question.kind, question.width, layout.length / UNITS_PER_MM, cuts, layout.proven))
    return tuple(rolls)


def _shape(cut: RollCut) -> str:
    return f"{cut.width:.2f} x {cut.length:.2f}"

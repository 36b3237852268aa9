"""Parts, layout problems, boards, the cut list."""

from collections.abc import Mapping

from msgspec import Struct

from zygoform.core.cutlist.layouts import SizeLayout, placed
from zygoform.core.cutlist.listed import Count, ListedPart, counted, list_parts
from zygoform.core.cutlist.problems import (
    CutRoll,
    RollQuestion,
    SizeProblem,
    placed_rolls,
    roll_questions,
    size_problems,
)
from zygoform.core.cutlist.rows import PartRow, SettingGroup, by_part, by_setting
from zygoform.core.cutting.either import FoundLayout, LayoutProblem, quick_answer
from zygoform.core.goods.timber import StockLine
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.plan.form_stage import FormPlan
from zygoform.core.plan.memory import Memory
from zygoform.core.shop import Shop


class CutPlan(Struct, frozen=True, dict=True):
    """Every part as it is cut, the boards they come from, and the list by setting of the saw and by part."""

    parts: tuple[ListedPart, ...]
    counts: tuple[Count, ...]
    problems: tuple[SizeProblem, ...]
    layouts: tuple[SizeLayout, ...]
    settings: tuple[SettingGroup, ...]
    part_rows: tuple[PartRow, ...]
    questions: tuple[RollQuestion, ...] = ()
    rolls: tuple[CutRoll, ...] = ()

    @property
    def asked(self) -> tuple[LayoutProblem, ...]:
        """All that a solver is to look at."""
        boards = (asked for sized in self.problems for asked in sized.asked)
        return (*boards, *(question.problem for question in self.questions))

    def listed(self, part_id: str) -> ListedPart | None:
        return self.by_id.get(part_id)

    @property
    def by_id(self) -> dict[str, ListedPart]:
        """Every part by its id."""
        known: dict[str, ListedPart] | None = self.__dict__.get("_by_id")
        if known is None:
            known = self.__dict__["_by_id"] = {part.id: part for part in self.parts}
        return known


def cut_stage(
    form: FormPlan,
    shop: Shop,
    stock: tuple[StockLine, ...],
    counts: tuple[Count, ...],
    layouts: Mapping[LayoutProblem, FoundLayout],
    memory: Memory,
) -> Piecemeal[CutPlan]:
    """What is cut from what. `layouts` are those already known; the rest are laid out quickly here."""
    outcomes = memory.each("cut outcomes", form.counting)
    numbers = {change.id: change.number for change in form.changes}
    designed = yield from memory.once_piecemeal(
        lambda: _designed(form.counting, numbers, form.gone, shop, memory),
        "designed",
        outcomes,
        shop,
        same=(form.gone,),
    )
    ids = {part.id for part in designed}
    # A count whose part is gone waits for it to come back, and counts for nothing.
    counts = memory.each("counts", tuple(count for count in counts if count.part_id in ids))  # type: ignore[assignment]
    parts = memory.once(lambda: counted(designed, counts), "counted", designed, counts)
    yield
    problems = memory.once(lambda: size_problems(parts, shop, stock), "problems", parts, shop, stock)
    known: dict[LayoutProblem, FoundLayout] = {}
    questions = memory.once(
        lambda: roll_questions((numbers[o.change_id], cut) for o in form.counting for cut in o.rolls),
        "rolls",
        outcomes,
    )
    every = (*(asked for sized in problems for asked in sized.asked), *(question.problem for question in questions))
    for problem in every:
        known[problem] = layouts.get(problem) or (
            yield from memory.once_piecemeal(lambda p=problem: quick_answer(p), "quick", same=(problem,))  # type: ignore[misc]
        )
    later = tuple((numbers[o.change_id], cut) for o in form.counting for cut in o.later)

    def make() -> Piecemeal[CutPlan]:
        yield
        boards = placed(problems, known, parts, shop, stock)
        yield
        settings = by_setting(parts, boards, later, shop.saw)
        yield
        rolls = placed_rolls(questions, known)
        rows = by_part(parts, boards, designed)
        return CutPlan(parts, counts, problems, boards, settings, rows, questions, rolls)

    found = list(known.values())
    return (yield from memory.once_piecemeal(make, "cut", parts, problems, designed, outcomes, shop, *found))


def _designed(
    outcomes: tuple[Outcome, ...], numbers: dict[str, int], gone: frozenset[str], shop: Shop, memory: Memory
) -> Piecemeal[tuple[ListedPart, ...]]:
    """The parts of all changes; letters are each change's own, so one that did not change is not listed anew."""
    listed: list[ListedPart] = []
    for outcome in outcomes:
        yield
        number = numbers[outcome.change_id]
        listed += yield from memory.once_piecemeal(
            lambda o=outcome, n=number: list_parts(
                tuple((n, part) for part in o.parts if part.id not in gone), shop
            ),  # type: ignore[misc]
            "listed",
            outcome,
            shop,
            same=(number, gone & {part.id for part in outcome.parts}),
        )
    return tuple(listed)

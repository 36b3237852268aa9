"""Boards, sheets or rolls: a problem of one kind or another, answered and checked by the solvers of its kind."""

from collections.abc import Iterator

from zygoform.core.cutting.problem import (
    RollLayout,
    RollProblem,
    SheetLayout,
    SheetProblem,
    StripLayout,
    StripProblem,
)
from zygoform.core.cutting.solvers.quick import quick_piecemeal
from zygoform.core.cutting.verify import verify
from zygoform.core.piecemeal import Piecemeal

LayoutProblem = StripProblem | SheetProblem | RollProblem
FoundLayout = StripLayout | SheetLayout | RollLayout


def quick_answer(asked: LayoutProblem) -> Piecemeal[FoundLayout]:
    """A layout at once."""
    if isinstance(asked, SheetProblem):
        # Most projects have none: how they are laid out is loaded with the first.
        from zygoform.core.cutting.sheets.layout import quick_sheets_piecemeal

        return (yield from quick_sheets_piecemeal(asked))
    if isinstance(asked, RollProblem):
        from zygoform.core.cutting.rolls import quick_roll

        return quick_roll(asked)
    return (yield from quick_piecemeal(asked))


def better_answers(asked: LayoutProblem) -> Iterator[FoundLayout]:
    """Better and better layouts, each with a bound that holds; for the solver's process."""
    if isinstance(asked, SheetProblem):
        from zygoform.core.cutting.sheets.layout import improve_sheets

        yield from improve_sheets(asked)
        return
    if isinstance(asked, RollProblem):
        from zygoform.core.cutting.rolls import better_rolls

        yield from better_rolls(asked)
        return
    # Its programs are loaded with the first board that is asked for.
    from zygoform.core.cutting.solvers.exact import improve

    yield from improve(asked)


def wrong_with(asked: LayoutProblem, answered: FoundLayout) -> list[str]:
    """What is wrong with a layout; empty when it can be cut."""
    if isinstance(asked, SheetProblem):
        from zygoform.core.cutting.verify import verify_sheets

        return verify_sheets(asked, answered) if isinstance(answered, SheetLayout) else ["no layout of sheets"]
    if isinstance(asked, RollProblem):
        from zygoform.core.cutting.verify import verify_roll

        return verify_roll(asked, answered) if isinstance(answered, RollLayout) else ["no layout of a roll"]
    return verify(asked, answered) if isinstance(answered, StripLayout) else ["no layout of boards"]

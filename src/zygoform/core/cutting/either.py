"""Boards or sheets: a problem of one or the other kind, answered and checked by the solvers of its kind."""

from collections.abc import Iterator

from zygoform.core.cutting.problem import StripLayout, StripProblem
from zygoform.core.cutting.sheets.problem import SheetLayout, SheetProblem
from zygoform.core.cutting.solvers.quick import quick_piecemeal
from zygoform.core.cutting.verify import verify
from zygoform.core.piecemeal import Piecemeal

LayoutProblem = StripProblem | SheetProblem
FoundLayout = StripLayout | SheetLayout


def quick_answer(asked: LayoutProblem) -> Piecemeal[FoundLayout]:
    """A layout at once."""
    if isinstance(asked, SheetProblem):
        # Most projects have none: how they are laid out is loaded with the first.
        from zygoform.core.cutting.sheets.layout import quick_sheets_piecemeal

        return (yield from quick_sheets_piecemeal(asked))
    return (yield from quick_piecemeal(asked))


def better_answers(asked: LayoutProblem) -> Iterator[FoundLayout]:
    """Better and better layouts, each with a bound that holds; for the solver's process."""
    if isinstance(asked, SheetProblem):
        from zygoform.core.cutting.sheets.layout import improve_sheets

        yield from improve_sheets(asked)
        return
    # Its programs are loaded with the first board that is asked for.
    from zygoform.core.cutting.solvers.exact import improve

    yield from improve(asked)


def wrong_with(asked: LayoutProblem, answered: FoundLayout) -> list[str]:
    """What is wrong with a layout; empty when it can be cut."""
    if isinstance(asked, SheetProblem):
        from zygoform.core.cutting.sheets.verify import verify_sheets

        return verify_sheets(asked, answered) if isinstance(answered, SheetLayout) else ["no layout of sheets"]
    return verify(asked, answered) if isinstance(answered, StripLayout) else ["no layout of boards"]

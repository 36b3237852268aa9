"""Layouts found while a project is open: what was proven is not forgotten, and what failed is not asked again."""

from collections.abc import Iterable, Mapping

from zygoform.core.cutting.either import FoundLayout, LayoutProblem


class LayoutStore:
    """The best layout of each problem so far, and which problems the solver is done with."""

    def __init__(self) -> None:
        self._best: dict[LayoutProblem, FoundLayout] = {}
        self._done: set[LayoutProblem] = set()

    @property
    def best(self) -> Mapping[LayoutProblem, FoundLayout]:
        return self._best

    def open_of(self, problems: Iterable[LayoutProblem]) -> list[LayoutProblem]:
        """Those that the solver has not seen through."""
        return [problem for problem in problems if problem not in self._done]

    def take(self, problem: LayoutProblem, layout: FoundLayout | None, *, last: bool) -> bool:
        """Keeps a layout unless a better one is known; whether anything is new."""
        if last:
            self._done.add(problem)
        known = self._best.get(problem)
        if layout is None or (known is not None and _rank(known) <= _rank(layout)):
            return False
        self._best[problem] = layout
        return True


def _rank(layout: FoundLayout) -> tuple[bool, int, int, bool, int]:
    """Better ones first: fewer parts left over, less money, fewer boards, proven, with the higher bound."""
    return bool(layout.unplaced), layout.cost, len(layout.boards), not layout.proven, -layout.bound

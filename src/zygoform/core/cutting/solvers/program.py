"""Linear and whole-number programs over patterns, solved by HiGHS on one thread.

The whole-number program counts the boards of each length on their own and carries the objective there, with a
row "room bought covers the parts": branching on a few counts proves in a fraction of a second what branching
on hundreds of patterns does not.
"""

from collections.abc import Sequence
from typing import Any

from msgspec import Struct

from zygoform.core.cutting.solvers.packing import Packing, Pattern

MOST_TREE_NODES = 4_000


class Mix(Struct, frozen=True):
    """Whole numbers of patterns, and whether no better ones exist over these patterns."""

    patterns: tuple[Pattern, ...]
    optimal: bool


class Duals(Struct, frozen=True):
    """The linear program's optimum: its cost, the value of each part, the price of each limit (0 or less)."""

    cost: float
    values: tuple[float, ...]
    limits: tuple[float, ...]


class Relaxed:
    """The linear program: fractions of patterns. One instance of HiGHS that starts where it last stood."""

    def __init__(self, packing: Packing, columns: list[Pattern], *, priced: bool = True) -> None:
        self.packing = packing
        costs = _prices(packing) if priced else [0.0] * len(packing.prices)
        self._solver = _model(packing, columns, costs, whole=False, between=None)

    def add(self, columns: list[Pattern]) -> None:
        """More patterns."""
        import numpy as np

        entries = [_entry(pattern) for pattern in columns]
        self._solver.addCols(
            len(entries),
            np.zeros(len(entries)),
            np.zeros(len(entries)),
            np.full(len(entries), self._solver.inf),
            sum(len(entry) for entry in entries),
            np.cumsum([0] + [len(entry) for entry in entries[:-1]]),
            np.array([row for entry in entries for row, _ in entry]),
            np.array([value for entry in entries for _, value in entry]),
        )

    def want(self, demand: Sequence[int], limits: Sequence[int | None]) -> None:
        """Only so many parts from now on, and so many boards of each stock."""
        inf = self._solver.inf
        for row, count in enumerate(demand):
            self._solver.changeRowBounds(row, float(count), inf)
        for j, limit in enumerate(limits):
            self._solver.changeColBounds(j, 0.0, inf if limit is None else float(limit))

    def duals(self) -> Duals:
        """Least cost of covering the demand; value of each part, price of each limit."""
        packing, parts = self.packing, len(self.packing.types)
        self._solver.run()
        dual = list(self._solver.getSolution().row_dual)
        values = tuple(max(0.0, v) for v in dual[:parts])
        # Reduced cost of a pattern of stock j is (its row's dual) - value; what exceeds the price is the limit's.
        limits = tuple(min(0.0, dual[parts + j] + price) for j, price in enumerate(packing.prices))
        return Duals(float(self._solver.getInfo().objective_function_value), values, limits)

    def shares(self) -> list[float]:
        """How much of each pattern the optimum takes."""
        return list(self._solver.getSolution().col_value)[len(self.packing.prices) :]

    def holds(self, counts: tuple[int, ...]) -> bool:
        """Whether fractions of patterns on these boards hold all parts."""
        import highspy

        for j, count in enumerate(counts):
            self._solver.changeColBounds(j, float(count), float(count))
        self._solver.run()
        return bool(self._solver.getModelStatus() == highspy.HighsModelStatus.kOptimal)


def cheapest_mix(
    packing: Packing, columns: list[Pattern], floor: int, at_most: int, nodes: int = MOST_TREE_NODES
) -> Mix:
    """The cheapest mix that costs `floor` to `at_most`, as far as so many nodes of the search tree lead."""
    solver = _model(packing, columns, _prices(packing), whole=True, between=(floor, at_most), nodes=nodes)
    return _mix(packing, columns, solver)


def fewest_boards(packing: Packing, columns: list[Pattern], cost: int) -> Mix:
    """The mix of this cost with the fewest boards."""
    ones = [1.0] * len(packing.prices)
    return _mix(packing, columns, _model(packing, columns, ones, whole=True, between=(cost, cost)))


def first_that_holds(packing: Packing, columns: list[Pattern], some: list[tuple[int, ...]]) -> Mix:
    """The first counts of boards that hold all parts; fractions of patterns that do not are a quick no."""
    if not some:
        return Mix((), optimal=True)
    relaxed = Relaxed(packing, columns, priced=False)
    nothing = [0.0] * len(packing.prices)
    for counts in some:
        if not relaxed.holds(counts):
            continue
        mix = _mix(packing, columns, _model(packing, columns, nothing, whole=True, between=None, counts=counts))
        if mix.patterns or not mix.optimal:
            return mix
    return Mix((), optimal=True)


def _prices(packing: Packing) -> list[float]:
    return [float(price) for price in packing.prices]


def _mix(packing: Packing, columns: list[Pattern], solver: Any) -> Mix:
    import highspy

    solver.run()
    status = solver.getModelStatus()
    done = status in (highspy.HighsModelStatus.kOptimal, highspy.HighsModelStatus.kInfeasible)
    values = list(solver.getSolution().col_value)[len(packing.prices) :]
    patterns = tuple(pattern for pattern, value in zip(columns, values, strict=False) for _ in range(round(value)))
    return Mix(patterns, optimal=done)


def _entry(pattern: Pattern) -> list[tuple[int, float]]:
    """A pattern's column: the parts it gives, and one board of its stock."""
    j, counts = pattern
    return [(row, float(n)) for row, n in enumerate(counts) if n] + [(len(counts) + j, 1.0)]


def _model(
    packing: Packing,
    columns: list[Pattern],
    costs: list[float],
    *,
    whole: bool,
    between: tuple[int, int] | None,
    counts: tuple[int, ...] | None = None,
    nodes: int = MOST_TREE_NODES,
) -> Any:
    """Columns: a count for each stock, then the patterns. Rows: parts, stocks, room, and money where given."""
    # HiGHS takes a moment to load: only the solver's process ever pays for it.
    import highspy
    import numpy as np

    solver: Any = highspy.Highs()  # type: ignore[no-untyped-call]
    solver.silent()
    for option, value in (("threads", 1), ("mip_max_nodes", nodes), ("mip_rel_gap", 0.0)):
        solver.setOptionValue(option, value)
    kinds, parts = len(packing.prices), len(packing.types)
    limits = [solver.inf if limit is None else float(limit) for limit in packing.limits]
    entries: list[list[tuple[int, float]]] = []
    # Room in longest boards: a row of millions beside rows of ones is solved less surely.
    whole_board = float(max(packing.space, default=0) or 1)
    for j in range(kinds):
        entry = [(parts + j, -1.0), (parts + kinds, packing.space[j] / whole_board)]
        entries.append([*entry, (parts + kinds + 1, float(packing.prices[j]))] if between else entry)
    entries += [_entry(pattern) for pattern in columns]
    model = highspy.HighsLp()
    model.num_col_, model.num_row_ = len(entries), parts + kinds + 1 + (between is not None)
    model.col_cost_ = np.array(costs + [0.0] * len(columns))
    fixed = [float(count) for count in counts] if counts is not None else None
    model.col_lower_ = np.array((fixed or [0.0] * kinds) + [0.0] * len(columns))
    model.col_upper_ = np.array((fixed or limits) + [solver.inf] * len(columns))
    money = [float(between[0]) - 0.5] if between else []
    asked = packing.asked / whole_board if whole else 0.0
    model.row_lower_ = np.array([float(n) for n in packing.demand] + [0.0] * kinds + [asked] + money)
    top = [float(between[1]) + 0.5] if between else []
    model.row_upper_ = np.array([solver.inf] * parts + [0.0] * kinds + [solver.inf] + top)
    model.a_matrix_.format_ = highspy.MatrixFormat.kColwise
    model.a_matrix_.start_ = np.cumsum([0] + [len(entry) for entry in entries])
    model.a_matrix_.index_ = np.array([row for entry in entries for row, _ in entry])
    model.a_matrix_.value_ = np.array([value for entry in entries for _, value in entry])
    if whole:
        model.integrality_ = [highspy.HighsVarType.kInteger] * len(entries)
    solver.passModel(model)
    return solver

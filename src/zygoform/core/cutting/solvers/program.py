"""Linear and whole-number programs over patterns, solved by HiGHS on one thread.

The whole-number program counts the boards of each length on their own and carries the objective there, with a
row "room bought covers the parts": branching on a few counts proves in a fraction of a second what branching
on hundreds of patterns does not.
"""

from typing import Any

from msgspec import Struct

from zygoform.core.cutting.solvers.packing import Load, Packing

MOST_TREE_NODES = 4_000
MOST_PURSES = 600


class Mix(Struct, frozen=True):
    """Whole numbers of patterns, and whether no better ones exist over these patterns."""

    loads: tuple[Load, ...]
    optimal: bool


def duals_of(packing: Packing, columns: list[Load]) -> tuple[float, tuple[float, ...], tuple[float, ...]]:
    """Least cost of covering the demand with fractions of patterns; value of each part, price of each limit."""
    solver = _solve(packing, columns, _prices(packing), whole=False, between=None)
    dual = list(solver.getSolution().row_dual)
    parts, kinds = len(packing.types), len(packing.prices)
    values = tuple(max(0.0, v) for v in dual[:parts])
    # Reduced cost of a pattern of stock j is (its row's dual) - value; what exceeds the price is the limit's.
    limits = tuple(min(0.0, dual[parts + j] + packing.prices[j]) for j in range(kinds))
    return float(solver.getInfo().objective_function_value), values, limits


def cheapest_mix(
    packing: Packing, columns: list[Load], floor: int, at_most: int, nodes: int = MOST_TREE_NODES
) -> Mix:
    """The cheapest mix that costs `floor` to `at_most`, as far as so many nodes of the search tree lead."""
    within = (floor, at_most)
    solver = _solve(packing, columns, _prices(packing), whole=True, between=within, nodes=nodes)
    return _mix(packing, columns, solver)


def fewest_boards(packing: Packing, columns: list[Load], cost: int) -> Mix:
    """The mix of this cost with the fewest boards."""
    ones = [1.0] * len(packing.prices)
    return _mix(packing, columns, _solve(packing, columns, ones, whole=True, between=(cost, cost)))


def purses(packing: Packing, low: int, high: int) -> list[tuple[int, ...]] | None:
    """Every count of boards of each stock that costs low..high and has room enough, cheapest first, fewest first.

    None where there are more than MOST_PURSES.
    """
    least = packing.nester.least
    asked = sum(max(1, w + least) * n for w, n in zip(packing.lengths, packing.demand, strict=True))
    stocks = packing.question.stocks
    space = [max(0, room + least) for room in packing.room]
    found: list[tuple[int, ...]] = []

    def deepen(counts: tuple[int, ...], money: int, room: int) -> None:
        at = len(counts)
        if len(found) > MOST_PURSES or money > high:
            return
        if at == len(stocks):
            if room <= 0 and money >= low:
                found.append(counts)
            return
        price, limit = packing.prices[at], stocks[at].limit
        most = sum(packing.demand) if limit is None else limit
        if price:
            most = min(most, (high - money) // price)
        for count in range(most + 1):
            deepen((*counts, count), money + price * count, room - space[at] * count)

    deepen((), 0, asked)
    if len(found) > MOST_PURSES:
        return None
    return sorted(found, key=lambda purse: (_money(packing, purse), sum(purse), purse))


def first_that_holds(packing: Packing, columns: list[Load], some: list[tuple[int, ...]]) -> Mix:
    """The first purse whose boards hold all parts; a fraction of patterns that does not is a quick no."""
    nothing = [0.0] * len(packing.prices)
    for purse in some:
        if not _is_feasible(_solve(packing, columns, nothing, whole=False, between=None, purse=purse)):
            continue
        mix = _mix(packing, columns, _solve(packing, columns, nothing, whole=True, between=None, purse=purse))
        if mix.loads or not mix.optimal:
            return mix
    return Mix((), optimal=True)


def _money(packing: Packing, purse: tuple[int, ...]) -> int:
    return sum(price * count for price, count in zip(packing.prices, purse, strict=True))


def _is_feasible(solver: Any) -> bool:
    import highspy

    return bool(solver.getModelStatus() == highspy.HighsModelStatus.kOptimal)


def _prices(packing: Packing) -> list[float]:
    return [float(price) for price in packing.prices]


def _mix(packing: Packing, columns: list[Load], solver: Any) -> Mix:
    import highspy

    status = solver.getModelStatus()
    done = status in (highspy.HighsModelStatus.kOptimal, highspy.HighsModelStatus.kInfeasible)
    values = list(solver.getSolution().col_value)[len(packing.prices) :]
    loads = tuple(load for load, value in zip(columns, values, strict=False) for _ in range(round(value)))
    return Mix(loads, optimal=done)


def _solve(
    packing: Packing,
    columns: list[Load],
    costs: list[float],
    *,
    whole: bool,
    between: tuple[int, int] | None,
    purse: tuple[int, ...] | None = None,
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
    kinds, parts, least = len(packing.prices), len(packing.types), packing.nester.least
    limits = [solver.inf if s.limit is None else float(s.limit) for s in packing.question.stocks]
    weights = [max(1, length + least) for length in packing.lengths]
    space = [max(0, room + least) for room in packing.room]
    asked = float(sum(w * n for w, n in zip(weights, packing.demand, strict=True)))
    entries: list[list[tuple[int, float]]] = []
    for j in range(kinds):
        entry = [(parts + j, -1.0), (parts + kinds, float(space[j]))]
        entries.append([*entry, (parts + kinds + 1, float(packing.prices[j]))] if between else entry)
    for j, counts in columns:
        entries.append([(row, float(n)) for row, n in enumerate(counts) if n] + [(parts + j, 1.0)])
    model = highspy.HighsLp()
    model.num_col_, model.num_row_ = len(entries), parts + kinds + 1 + (between is not None)
    model.col_cost_ = np.array(costs + [0.0] * len(columns))
    fixed = [float(count) for count in purse] if purse is not None else None
    model.col_lower_ = np.array((fixed or [0.0] * kinds) + [0.0] * len(columns))
    model.col_upper_ = np.array((fixed or limits) + [solver.inf] * len(columns))
    money = [float(between[0]) - 0.5] if between else []
    model.row_lower_ = np.array(
        [float(n) for n in packing.demand] + [0.0] * kinds + [asked if whole else 0.0] + money
    )
    top = [float(between[1]) + 0.5] if between else []
    model.row_upper_ = np.array([solver.inf] * parts + [0.0] * kinds + [solver.inf] + top)
    model.a_matrix_.format_ = highspy.MatrixFormat.kColwise
    model.a_matrix_.start_ = np.cumsum([0] + [len(entry) for entry in entries])
    model.a_matrix_.index_ = np.array([row for entry in entries for row, _ in entry])
    model.a_matrix_.value_ = np.array([value for entry in entries for _, value in entry])
    if whole:
        model.integrality_ = [highspy.HighsVarType.kInteger] * len(entries)
    solver.passModel(model)
    solver.run()
    return solver

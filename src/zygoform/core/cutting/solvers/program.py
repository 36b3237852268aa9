"""Linear and whole-number programs over patterns, solved by HiGHS on one thread."""

from typing import Any

from zygoform.core.cutting.solvers.packing import Load, Packing

MOST_TREE_NODES = 5_000


def duals_of(packing: Packing, columns: list[Load]) -> tuple[float, tuple[float, ...], tuple[float, ...]]:
    """Least cost of covering the demand with fractions of patterns; value of each part, price of each limit."""
    solver = _program(packing, columns, whole=False)
    solver.run()
    row_dual = list(solver.getSolution().row_dual)
    parts = len(packing.types)
    limits = [0.0] * len(packing.prices)
    for row, j in enumerate(_limited(packing)):
        limits[j] = min(0.0, row_dual[parts + row])
    values = tuple(max(0.0, v) for v in row_dual[:parts])
    return float(solver.getInfo().objective_function_value), values, tuple(limits)


def cheapest_mix(packing: Packing, columns: list[Load], cost: int | None) -> list[Load] | None:
    """The cheapest whole numbers of patterns; given a cost, the fewest boards at that cost or less."""
    solver = _program(packing, columns, whole=True)
    if cost is not None:
        import numpy as np

        prices = [float(packing.prices[j]) for j, _ in columns]
        everyone = np.arange(len(columns), dtype=np.int32)
        solver.changeColsCost(len(columns), everyone, np.ones(len(columns)))
        solver.addRow(-solver.inf, float(cost) + 0.5, len(columns), everyone, np.array(prices))
    solver.run()
    values = list(solver.getSolution().col_value)
    if len(values) != len(columns) or not any(values):
        return None
    return [load for load, value in zip(columns, values, strict=True) for _ in range(round(value))]


def _limited(packing: Packing) -> list[int]:
    return [j for j, stock in enumerate(packing.question.stocks) if stock.limit is not None]


def _program(packing: Packing, columns: list[Load], *, whole: bool) -> Any:
    # HiGHS takes a moment to load: only the solver's process ever pays for it.
    import highspy
    import numpy as np

    solver = highspy.Highs()
    solver.silent()
    solver.setOptionValue("threads", 1)
    solver.setOptionValue("mip_max_nodes", MOST_TREE_NODES)
    solver.setOptionValue("mip_rel_gap", 0.0)
    solver.setOptionValue("mip_abs_gap", 0.5)
    limited = _limited(packing)
    rows = len(packing.types) + len(limited)
    model = highspy.HighsLp()
    model.num_col_, model.num_row_ = len(columns), rows
    model.col_cost_ = np.array([float(packing.prices[j]) for j, _ in columns])
    model.col_lower_ = np.zeros(len(columns))
    model.col_upper_ = np.full(len(columns), solver.inf)
    stocks = packing.question.stocks
    model.row_lower_ = np.array([float(n) for n in packing.demand] + [-solver.inf] * len(limited))
    model.row_upper_ = np.array([solver.inf] * len(packing.demand) + [float(stocks[j].limit or 0) for j in limited])
    starts, index, value = [0], list[int](), list[float]()
    for j, counts in columns:
        for row, count in enumerate(counts):
            if count:
                index.append(row)
                value.append(float(count))
        if j in limited:
            index.append(len(packing.types) + limited.index(j))
            value.append(1.0)
        starts.append(len(index))
    model.a_matrix_.format_ = highspy.MatrixFormat.kColwise
    model.a_matrix_.start_ = np.array(starts)
    model.a_matrix_.index_ = np.array(index)
    model.a_matrix_.value_ = np.array(value)
    if whole:
        model.integrality_ = [highspy.HighsVarType.kInteger] * len(columns)
    solver.passModel(model)
    return solver

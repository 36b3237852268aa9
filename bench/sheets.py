"""Sheets: cost of the first answer and of the best, against many runs of a packing library."""

import json
import statistics
import time
from pathlib import Path
from typing import NamedTuple

from zygoform.core.cutting.problem import SheetPart, SheetProblem, SheetStock
from zygoform.core.cutting.sheets.layout import improve_sheets, quick_sheets_piecemeal
from zygoform.core.piecemeal import at_once

CASES = Path(__file__).parents[1] / "tests" / "cases" / "sheets.json"


class SheetFigures(NamedTuple):
    """Means of cost over the library's; medians and the longest of the seconds."""

    quick: float
    best: float
    quick_seconds: tuple[float, float]
    best_seconds: tuple[float, float]


def sheets() -> SheetFigures:
    """All cases, one after the other."""
    quick, best, seconds, long = list[float](), list[float](), list[float](), list[float]()
    for raw in json.loads(CASES.read_text("utf-8")):
        stocks = tuple(SheetStock(*own) for own in raw["stocks"])
        parts = tuple(SheetPart(*own) for own in raw["parts"])
        problem = SheetProblem(raw["kerf"], raw["trim"], stocks, parts, raw["stages"])
        start = time.perf_counter()
        quick.append(at_once(quick_sheets_piecemeal(problem)).cost / raw["packing_library"])
        seconds.append(time.perf_counter() - start)
        start = time.perf_counter()
        best.append(list(improve_sheets(problem))[-1].cost / raw["packing_library"])
        long.append(time.perf_counter() - start)
    return SheetFigures(
        statistics.mean(quick),
        statistics.mean(best),
        (statistics.median(seconds), max(seconds)),
        (statistics.median(long), max(long)),
    )

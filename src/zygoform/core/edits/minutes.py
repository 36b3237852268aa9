"""Edits of the table of minutes: how long this workshop takes."""

import math
from typing import Literal

from msgspec import structs

from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.goods.minutes import RATES, Pace, Task, pace
from zygoform.core.measure.message import Message
from zygoform.core.project import Project

MOST_MINUTES = 600.0


def set_pace(project: Project, task: Task, end: Literal["low", "high"], text: str) -> Edited:
    """Minutes of a quick or of a slow hand, as typed; emptied, as usual again."""
    own = project.shop.minutes
    if not text.strip():
        return _with(project, tuple(row for row in own if row.task != task), f"{_named(task)}: as usual")
    low, high = pace(task, own)
    value = read_minutes(text, end)
    low, high = (value, high) if end == "low" else (low, value)
    if low > high:
        raise BadInputError("out_of_range", f"From {low:g} to {high:g}: the first is the smaller.", end)
    rows = {row.task: row for row in own} | {task: Pace(task, low, high)}
    return _with(project, tuple(rows.values()), f"{_named(task)}: {low:g} to {high:g} min")


def use_minutes(project: Project, rows: tuple[Pace, ...]) -> Edited:
    """A whole table; what it does not name is as usual."""
    return _with(project, rows, f"Minutes of {len(rows)} kinds of work taken over")


def read_minutes(text: str, column: str) -> float:
    """Minutes from 12, 0.5 or 0,5. Raises BadInputError."""
    try:
        value = float(text.strip().removesuffix("min").replace(",", "."))
    except ValueError:
        value = math.nan
    if not 0 <= value <= MOST_MINUTES:
        raise BadInputError(
            "not_a_number", f"Minutes are a number from 0 to {MOST_MINUTES:g}, like 12 or 0.5.", column
        )
    return value


def _named(task: Task) -> str:
    return task.capitalize()


def _with(project: Project, rows: tuple[Pace, ...], words: str) -> Edited:
    # A row that says what is usual says nothing.
    kept = tuple(row for row in rows if (row.low, row.high) != (RATES[row.task].low, RATES[row.task].high))
    shop = structs.replace(project.shop, minutes=kept)
    return Edited(structs.replace(project, shop=shop), Message(words))

"""The table of minutes as CSV: what each kind of work takes, to be changed in any program and taken over again."""

from msgspec import Struct

from zygoform.core.edits.workshop import read_minutes
from zygoform.core.errors import BadInputError, InputProblem
from zygoform.core.goods.minutes import RATES, Pace, pace
from zygoform.files.tables import read_named_rows, write_table

_COLUMNS = ("task", "counted", "per", "low", "high")
MOST_RATES = 500


class MinutesTable(Struct, frozen=True):
    """The rows that could be read, and the faults of those that could not."""

    rows: tuple[Pace, ...]
    problems: tuple[InputProblem, ...] = ()


def minutes_csv(own: tuple[Pace, ...]) -> str:
    """All kinds of work with the minutes that count."""
    rows = []
    for rate in RATES.values():
        low, high = pace(rate.task, own)
        per = {"each": "each", "m": "metre", "m²": "square metre", "min": "minute as written"}[rate.per]
        rows.append((rate.task, rate.one, per, f"{low:g}", f"{high:g}"))
    return write_table(_COLUMNS, rows)


def parse_minutes(text: str) -> MinutesTable:
    """Row by row; one with a fault is named and left out. Raises TableError for what is no table."""
    rows, problems = read_named_rows(text, MOST_RATES, _pace)
    return MinutesTable(tuple({row.task: row for row in rows}.values()), problems)


def _pace(row: dict[str, str]) -> Pace:
    rate = next((rate for rate in RATES.values() if rate.task == row.get("task", "").strip()), None)
    if rate is None:
        raise BadInputError("unknown_key", f"task is one of {', '.join(RATES)}")
    low, high = (read_minutes(row.get(name, ""), name) for name in ("low", "high"))
    if low > high:
        raise BadInputError("out_of_range", f"from {low:g} to {high:g}: the first is the smaller")
    return Pace(rate.task, low, high)

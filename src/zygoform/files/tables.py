"""Tables as CSV, written for any program and read from any: signs between cells, marks in front, sizes."""

import csv
import io
import re
from collections.abc import Callable, Iterable
from pathlib import Path
from typing import TypeVar

from zygoform.core.errors import BadInputError, InputProblem
from zygoform.files.reading import read_at_most

_Read = TypeVar("_Read")
LARGEST_TABLE = 5_000_000
LONGEST_CELL = 2000
_RUNS = re.compile(r"'*[=+\-@\t\r]")
"""A cell that begins like this a spreadsheet may run as a formula (OWASP, CSV injection)."""


class TableError(Exception):
    """A file that is no table, or a far too large one; the message is for the user."""


def write_table(header: tuple[str, ...], rows: Iterable[Iterable[object]]) -> str:
    """Lines end as RFC 4180 says. Cells that a spreadsheet could run get a mark, which `read_table` takes off."""
    text = io.StringIO()
    writer = csv.writer(text, lineterminator="\r\n")
    writer.writerow(header)
    writer.writerows([harmless(value) for value in row] for row in rows)
    return text.getvalue()


def harmless(value: object) -> object:
    """A cell that stays text wherever it is opened."""
    return f"'{value}" if isinstance(value, str) and _RUNS.match(value) else value


def read_file(path: Path) -> str:
    """A table's text, with or without a byte-order mark. Raises OSError, and TableError for what is no text."""
    try:
        return read_at_most(path, LARGEST_TABLE).decode("utf-8-sig")
    except UnicodeDecodeError as wrong:
        raise TableError("it is no text in UTF-8") from wrong


def read_table(text: str, most: int) -> list[list[str]]:
    """All rows, cells parted by the sign that the first line uses most. Raises TableError.

    At most so many rows below the head, and no cell longer than any name can be.
    """
    first = text[: text.find("\n")] if "\n" in text else text
    sign = max(",;\t", key=first.count)
    rows: list[list[str]] = []
    try:
        for row in csv.reader(io.StringIO(text, newline=""), delimiter=sign):
            if len(rows) > most:
                raise TableError(f"it has more rows than the {most} that are taken")
            if any(len(cell) > LONGEST_CELL for cell in row):
                raise TableError(f"row {len(rows) + 1} has a cell of more than {LONGEST_CELL} signs")
            rows.append([cell[1:] if cell[:1] == "'" and _RUNS.match(cell) else cell for cell in row])
    except csv.Error as broken:
        raise TableError(f"it cannot be read as a table: {broken}") from broken
    return rows


def read_named_rows(
    text: str, most: int, read: Callable[[dict[str, str]], _Read]
) -> tuple[list[_Read], tuple[InputProblem, ...]]:
    """Row by row, its cells by the names of the head; one with a fault is named and left out. Raises TableError."""
    head, *rows = read_table(text, most) or [[]]
    names = [cell.strip().lower() for cell in head]
    found: list[_Read] = []
    problems: list[InputProblem] = []
    for number, cells in enumerate(rows, start=2):
        if not any(cell.strip() for cell in cells):
            continue
        try:
            found.append(read(dict(zip(names, cells, strict=False))))
        except BadInputError as refused:
            problems.append(InputProblem(f"row {number}", refused.message))
    return found, tuple(problems)

"""Cut lists and boards owned from CSV: columns matched by name, faults by row, nothing taken half."""

from collections.abc import Callable
from typing import TypeVar

from msgspec import Struct

from zygoform.core.cutlist.rows import TO_LINE
from zygoform.core.edits.workshop import OwnBoard, OwnRow
from zygoform.core.errors import BadInputError, InputProblem
from zygoform.core.measure.parse import parse_length
from zygoform.core.shop import Shop
from zygoform.files.tables import TableError, read_table

T = TypeVar("T")
MOST_ROWS = 2000
# What a column may be called by other programs, and by our own export.
_NAMES = {
    "name": ("name", "part name", "description"),
    "count": ("count", "quantity", "qty", "pieces", "number"),
    "length": ("length", "long"),
    "width": ("width", "wide"),
    "stock": ("stock", "board", "material", "size"),
    "left": ("left end", "left"),
    "right": ("right end", "right"),
    "goes": ("goes", "where", "note"),
}


class Taken(Struct, frozen=True):
    """Rows that can be taken over, or why none is."""

    parts: tuple[OwnRow, ...] = ()
    boards: tuple[OwnBoard, ...] = ()
    problems: tuple[InputProblem, ...] = ()


def parse_cut_list(text: str, shop: Shop) -> Taken:
    """Parts of one's own: length and stock must be there; count 1 and the board's width where they are not."""
    rows, problems = _rows(text, ("length", "stock"), lambda row: _part(row, shop))
    return Taken(parts=() if problems else tuple(rows), problems=tuple(problems))


def parse_boards(text: str, shop: Shop) -> Taken:
    """Boards owned: length and stock must be there; count 1 where it is not, of an offcut its own width."""
    rows, problems = _rows(text, ("length", "stock"), lambda row: _board(row, shop))
    return Taken(boards=() if problems else tuple(rows), problems=tuple(problems))


def _rows(
    text: str, needed: tuple[str, ...], read: Callable[[dict[str, str]], T]
) -> tuple[list[T], list[InputProblem]]:
    try:
        table = read_table(text, MOST_ROWS)
    except TableError as refused:
        return [], [InputProblem("table", f"{str(refused)[:1].upper()}{str(refused)[1:]}.")]
    header = [cell.strip().lower() for cell in table[0]] if table else []
    places = {key: header.index(name) for key, names in _NAMES.items() for name in names[::-1] if name in header}
    missing = [key for key in needed if key not in places]
    if missing:
        return [], [InputProblem("row 1", f"There is no column {' and no '.join(missing)}.")]
    found, problems = list[T](), list[InputProblem]()
    for number, cells in enumerate(table[1:], start=2):
        if not any(cell.strip() for cell in cells):
            continue
        row = {key: cells[at].strip() if at < len(cells) else "" for key, at in places.items()}
        try:
            found.append(read(row))
        except BadInputError as refused:
            problems.append(InputProblem(f"row {number}", refused.message))
    if not found and not problems:
        problems.append(InputProblem("table", "It has no rows."))
    return found, problems


def _part(row: dict[str, str], shop: Shop) -> OwnRow:
    size = _stock_of(row, shop)
    width = _length(row, "width", shop) if row.get("width") else shop.size(size).width
    if width > shop.size(size).width + 0.01:
        raise BadInputError("does_not_fit", f"width: {row['width']} is wider than {shop.size(size).name}")
    (left, slant), (right, other) = _end(row, "left"), _end(row, "right")
    if slant and other and slant != other:
        raise BadInputError("impossible", "one end is a bevel and the other a cut across the face")
    return OwnRow(
        row.get("name", "")[:40] or "Part",
        size,
        _count(row),
        _length(row, "length", shop),
        min(width, shop.size(size).width),
        "edge" if "edge" in (slant, other) else "flat",
        left,
        right,
        row.get("goes", "")[:60],
    )


def _board(row: dict[str, str], shop: Shop) -> OwnBoard:
    size = shop.size(_stock_of(row, shop))
    width = _length(row, "width", shop) if row.get("width") else None
    if width is not None and width > size.width + 0.01:
        raise BadInputError("does_not_fit", f"width: {row['width']} is wider than {size.name}")
    return OwnBoard(size.id, _length(row, "length", shop), _count(row), width)


def _stock_of(row: dict[str, str], shop: Shop) -> str:
    wanted = row.get("stock", "").strip().lower()
    for size in shop.timber:
        if wanted in (size.id.lower(), size.name.lower()):
            return size.id
    raise BadInputError("unknown_key", f"stock: the price list has no board “{row.get('stock', '')}”")


def _length(row: dict[str, str], column: str, shop: Shop) -> float:
    try:
        value = parse_length(row.get(column, ""), shop.unit.system)
    except BadInputError as refused:
        raise BadInputError(refused.kind, f"{column}: {refused.message}") from refused
    if not 5 <= value <= 12_000:
        raise BadInputError("out_of_range", f"{column}: {row[column]} is no length of a part")
    return value


def _count(row: dict[str, str]) -> int:
    text = row.get("count", "") or "1"
    if not text.isdecimal() or len(text) > 3 or not 1 <= int(text) <= 200:
        raise BadInputError("not_a_number", f"count: “{text}” is not a whole number from 1 to 200")
    return int(text)


def _end(row: dict[str, str], column: str) -> tuple[float, str]:
    """Degrees from square and which way: square, 45, 45°, 45° bevel, 30° cut."""
    text = row.get(column, "").lower().replace("°", " ").strip()
    if text in ("", "square", TO_LINE):
        return 0.0, ""
    number, _, word = text.partition(" ")
    try:
        angle = float(number.replace(",", "."))
    except ValueError:
        angle = 999.0
    if not -80 <= angle <= 80 or word.strip() not in ("", "bevel", "cut", "mitre"):
        raise BadInputError(
            "not_a_number", f"{column}: “{row[column]}” is not an end; write square, 45 or 45° bevel"
        )
    return angle, "edge" if word.strip() == "bevel" else "flat"

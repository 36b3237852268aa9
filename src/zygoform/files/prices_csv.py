"""The price list: an open table that ships with the program and is the user's to change."""

from decimal import Decimal, InvalidOperation
from functools import lru_cache
from pathlib import Path
from typing import Literal, get_args

from msgspec import Struct, structs

from zygoform.core.errors import BadInputError, InputProblem
from zygoform.core.goods.fittings import GRITS, SIZELESS, FittingKind, Pack
from zygoform.core.goods.species import COEFFICIENTS
from zygoform.core.goods.timber import Offer, TimberSize
from zygoform.core.measure.parse import parse_length
from zygoform.core.measure.write import DisplayUnit
from zygoform.files.atomic import write_whole
from zygoform.files.tables import TableError, read_file, read_table, write_table
from zygoform.files.user_folder import config_folder

_COLUMNS = (
    "kind",
    "id",
    "name",
    "nominal",
    "system",
    "thickness",
    "width",
    "length",
    "species",
    "holds",
    "price",
    "grain",
    "bends",
)
MOST_PRICES = 5000
LONGEST_PRICE_CELL = 120
PACK_KINDS = get_args(FittingKind)


class PriceList(Struct, frozen=True):
    """Sizes and packs on sale, and the faults of rows that were not taken."""

    timber: tuple[TimberSize, ...]
    packs: tuple[Pack, ...]
    problems: tuple[InputProblem, ...] = ()


@lru_cache(maxsize=1)
def shipped_prices() -> PriceList:
    """The made-up list that comes with the program: read once, it does not change while it runs."""
    return parse_prices((Path(__file__).parents[1] / "data" / "prices.csv").read_text("utf-8"))


def own_prices() -> PriceList:
    """The user's own list where there is one that can be read, else the shipped one."""
    try:
        own = read_prices(own_path())
    except FileNotFoundError:
        return shipped_prices()
    except (OSError, TableError) as refused:
        why = refused.strerror if isinstance(refused, OSError) else str(refused)
        return structs.replace(shipped_prices(), problems=(InputProblem("all of it", why or "it cannot be read"),))
    return own if own.timber else structs.replace(shipped_prices(), problems=own.problems)


def own_path() -> Path:
    """Where the user's own list lies."""
    return config_folder() / "prices.csv"


_KINDS: dict[Literal["", "board", "sheet", "rod"], str] = {"sheet": "sheet", "rod": "rod", "board": "board"}
STAINLESS = "stainless"
"""What stands in the column of species for a pack that does not rust."""


def keep_prices(timber: tuple[TimberSize, ...], packs: tuple[Pack, ...]) -> None:
    """Writes sizes and packs into the user's own list, at first a copy of the shipped one. Raises OSError."""
    own = own_prices()
    sizes = {size.id: size for size in own.timber} | {size.id: size for size in timber}
    all_packs = {pack.id: pack for pack in own.packs} | {pack.id: pack for pack in packs}
    own_path().parent.mkdir(parents=True, exist_ok=True)
    write_whole(own_path(), prices_csv(tuple(sizes.values()), tuple(all_packs.values())).encode("utf-8"))


def read_prices(path: Path) -> PriceList:
    """A price list of the user's. Raises OSError and TableError."""
    return parse_prices(read_file(path))


def prices_csv(timber: tuple[TimberSize, ...], packs: tuple[Pack, ...]) -> str:
    """The same table, to be changed in any program and taken over again."""
    rows: list[tuple[object, ...]] = []
    for size in timber:
        show = DisplayUnit(size.system).entered
        own = (size.id, size.name, size.nominal, size.system, show(size.thickness), show(size.width))
        kind, grain = _KINDS.get(size.kind, "timber"), "yes" if size.grain else ""
        more = grain, show(size.bends) if size.bends else ""
        rows += [(kind, *own, show(offer.length), size.species, "", offer.price, *more) for offer in size.offers]
    for pack in packs:
        length = DisplayUnit("mm").entered(pack.size) if pack.size else ""
        length = f"{pack.size:g}" if pack.kind in GRITS else length
        steel = STAINLESS if pack.stainless else ""
        told = (pack.kind, pack.id, pack.name, "", "", "", "", length, steel)
        rows.append((*told, f"{pack.holds:.10g}", pack.price, "", ""))
    return write_table(_COLUMNS, rows)


def parse_prices(text: str) -> PriceList:
    """Rows one by one; a faulty row is named and left out. Raises TableError for what is no table."""
    timber: dict[str, TimberSize] = {}
    packs: list[Pack] = []
    problems: list[InputProblem] = []
    head, *rows = read_table(text, MOST_PRICES) or [[]]
    names = [cell.strip().lower() for cell in head]
    for number, cells in enumerate(rows, start=2):
        if not any(cell.strip() for cell in cells):
            continue
        row = dict(zip(names, cells, strict=False))
        try:
            if row.get("kind") in ("timber", "board", "sheet", "rod"):
                size = _timber_row(row)
                known = timber.get(size.id)
                timber[size.id] = structs.replace(known, offers=known.offers + size.offers) if known else size
            else:
                packs.append(_pack(row))
        except BadInputError as refused:
            problems.append(InputProblem(f"row {number}", refused.message))
    return PriceList(tuple(timber.values()), tuple(packs), tuple(problems))


def _timber_row(row: dict[str, str]) -> TimberSize:
    system, species = _cell(row, "system"), _cell(row, "species")
    if system not in ("inch", "mm"):
        raise BadInputError("unknown_key", "system is inch or mm")
    if species not in COEFFICIENTS:
        raise BadInputError("unknown_key", f"species {species} is not known; one of {', '.join(COEFFICIENTS)}")
    return TimberSize(
        _cell(row, "id"),
        _cell(row, "name"),
        row.get("nominal") or "",
        "inch" if system == "inch" else "mm",
        _positive(row, "thickness"),
        _positive(row, "width"),
        species,
        (Offer(_positive(row, "length"), _price(row)),),
        next((kind for kind in _KINDS if kind == row.get("kind")), ""),
        (row.get("grain") or "").strip().lower() == "yes",
        _positive(row, "bends") if (row.get("bends") or "").strip() else 0.0,
    )


def _pack(row: dict[str, str]) -> Pack:
    kind = next((k for k in PACK_KINDS if k == row.get("kind")), None)
    if kind is None:
        raise BadInputError("unknown_key", f"kind is timber, board, sheet, rod, {', '.join(PACK_KINDS)}")
    size = 0.0 if kind in SIZELESS else _positive(row, "length")
    try:
        holds = float(_cell(row, "holds").replace(",", "."))
    except ValueError:
        holds = 0.0
    if not 0 < holds < 1_000_000:
        raise BadInputError("not_a_number", "holds is how many pieces, ml, g or cm² are in a pack")
    stainless = (row.get("species") or "").strip().lower() == STAINLESS
    return Pack(_cell(row, "id"), kind, _cell(row, "name"), size, holds, _price(row), stainless)


def _cell(row: dict[str, str], column: str) -> str:
    value = (row.get(column) or "").strip()
    if not value:
        raise BadInputError("empty", f"{column} is missing")
    if len(value) > LONGEST_PRICE_CELL:
        raise BadInputError("out_of_range", f"{column} has more than {LONGEST_PRICE_CELL} signs")
    return value


def _positive(row: dict[str, str], column: str) -> float:
    try:
        value = parse_length(_cell(row, column), "mm")
    except BadInputError as refused:
        raise BadInputError(refused.kind, f"{column}: {refused.message}") from refused
    if value <= 0:
        raise BadInputError("zero", f"{column} must be more than 0")
    return value


def _price(row: dict[str, str]) -> Decimal:
    try:
        price = Decimal(_cell(row, "price").replace(",", "."))
    except InvalidOperation:
        price = Decimal(-1)
    if not price.is_finite() or not 0 <= price <= 100_000:
        raise BadInputError("not_a_number", "price is a number like 12.50")
    return price.quantize(Decimal("0.01"))

"""Edits of what the workshop has: units, saw, prices, boards owned, minutes; lists from elsewhere taken over."""

import math
from decimal import Decimal, InvalidOperation
from typing import Any, Literal

from msgspec import Struct, structs

from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.edits.edited import Edited, read_value
from zygoform.core.errors import BadInputError
from zygoform.core.goods.fittings import GRITS, FittingKind, Pack
from zygoform.core.goods.minutes import RATES, Pace, Task, pace
from zygoform.core.goods.timber import Offer, Saw, StockLine, TimberSize
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import Param, param
from zygoform.core.measure.parse import parse_length
from zygoform.core.project import Project
from zygoform.core.shop import Climate, Shop
from zygoform.core.tolerance import LENGTH_ON_SALE_MM

USUAL: dict[str, dict[str, Any]] = {
    "inch": {"kerf": 3.175, "end_trim": 12.7, "paper": "Letter"},
    "mm": {"kerf": 3.0, "end_trim": 12.0, "paper": "A4"},
}
"""What a project starts with in either system; what was set otherwise stays."""


def set_unit(project: Project, system: Literal["inch", "mm"]) -> Edited:
    """Shows and reads lengths in inches or millimetres."""
    before, shop = project.shop.unit.system, project.shop
    shop = structs.replace(shop, unit=structs.replace(shop.unit, system=system))
    if not project.pieces and before != system:
        # A sheet with nothing on it takes the blade, the ends and the paper that are usual there.
        usual, other = USUAL[system], USUAL[before]
        same = {name: value for name, value in usual.items() if getattr(shop, name) == other[name]}
        shop = structs.replace(shop, **same)
    done = structs.replace(project, shop=shop)
    return Edited(done, Message("Inches" if system == "inch" else "Millimetres"))


def set_fraction(project: Project, denominator: Literal[8, 16, 32, 64]) -> Edited:
    """The finest fraction of an inch shown and cut to."""
    unit = structs.replace(project.shop.unit, denominator=denominator)
    done = structs.replace(project, shop=structs.replace(project.shop, unit=unit))
    return Edited(done, Message(f"Finest fraction 1/{denominator}"))


def set_shop(project: Project, entry: str, text: str) -> Edited:
    """Kerf or what is lost at each end of every board, as typed."""
    value = _typed(project, param(Shop, entry), text)
    declared = param(Shop, entry)
    words = f"{declared.group} {declared.label.lower()}".strip().capitalize()
    if declared.unit != "length":
        return _with_shop(project, f"{words}: {value:g}{' %' * (declared.unit == 'percent')}", **{entry: value})
    return _with_shop(project, f"{words} {{0}}", (value,), **{entry: value})


def set_saw(project: Project, entry: str, text: str) -> Edited:
    """One of the saw's reaches, as typed."""
    declared = param(Saw, entry)
    value = _typed(project, declared, text)
    first, *others = project.shop.saws
    saws = (structs.replace(first, **{entry: value}), *others)
    words = f"{declared.group}: {declared.label.lower()} "
    if declared.unit == "angle":
        return _with_shop(project, f"{words}{value:g}°", saws=saws)
    return _with_shop(project, f"{words}{{0}}", (value,), saws=saws)


def set_climate(project: Project, entry: str, text: str) -> Edited:
    """The moisture of wood indoors, percent; driest, today and dampest stay in order."""
    declared = param(Climate, entry)
    value = _typed(project, declared, text)
    climate = structs.replace(project.shop.climate, **{entry: value})
    if not climate.low <= climate.now <= climate.high:
        raise BadInputError("impossible", "Driest, today and dampest go up in this order.", entry)
    return _with_shop(project, f"{declared.group}: {declared.label.lower()} {value:g} %", climate=climate)


def set_rounding(project: Project, mm_step: float) -> Edited:
    """The mark that metric sizes are shown and cut to, mm."""
    unit = structs.replace(project.shop.unit, mm_step=mm_step)
    return _with_shop(project, f"Rounded to {mm_step:g} mm", unit=unit)


def set_currency(project: Project, text: str) -> Edited:
    """The sign in front of money."""
    plain = text.strip()
    if not 1 <= len(plain) <= 4 or any(c.isdigit() for c in plain):
        raise BadInputError("out_of_range", "One to four signs, none of them a figure.", "currency")
    return _with_shop(project, f"Money in {literal(plain)}", currency=plain)


def set_paper(project: Project, paper: Literal["A4", "Letter"]) -> Edited:
    """What is printed on."""
    return _with_shop(project, f"Paper: {paper}", paper=paper)


def _typed(project: Project, entry: Param, text: str) -> Any:
    try:
        return read_value(entry, text, project.shop.unit)
    except BadInputError as refused:
        raise BadInputError(refused.kind, refused.message, entry.name, refused.lengths) from refused


def _with_shop(project: Project, words: str, lengths: tuple[float, ...] = (), **entries: Any) -> Edited:
    done = structs.replace(project, shop=structs.replace(project.shop, **entries))
    return Edited(done, Message(words, lengths), frozenset(entries))


def own_board(project: Project, size_id: str, text: str, count: int, wide: str = "") -> Edited:
    """Boards the user has: so many of one size and length; of sheet also of a width of their own."""
    size = project.shop.size(size_id)
    value = _length(project, text, "length", 50.0, 12_000.0)
    width = _length(project, wide, "width", 20.0, 4000.0) if wide.strip() and size.is_sheet else None
    if not 1 <= count <= 999:
        raise BadInputError("out_of_range", "Between 1 and 999.", "count")
    number = 1 + max((int(line.id[1:]) for line in project.stock if line.id[1:].isdecimal()), default=0)
    line = StockLine(f"s{number}", size_id, value, count, width=width)
    done = structs.replace(project, stock=(*project.stock, line))
    sizes = (value,) if width is None else (value, width)
    words = f"Have {count} × {literal(size.name)}, {{0}}" + (" × {1}" if width is not None else "")
    return Edited(done, Message(words, sizes), frozenset({line.id}))


def set_actual(project: Project, size_id: str, entry: Literal["thickness", "width"], text: str) -> Edited:
    """What a bought board really measures takes the place of its nominal size; the plan follows."""
    size = project.shop.size(size_id)
    value = _length(project, text, entry, 2.0, 1000.0)
    real = structs.replace(size, **{entry: value})
    timber = tuple(real if other.id == size_id else other for other in project.shop.timber)
    return _with_shop(
        project,
        f"{literal(size.name)} really {{0}} {'thick' if entry == 'thickness' else 'wide'}",
        (value,),
        timber=timber,
    )


def drop_board(project: Project, line_id: str) -> Edited:
    """Takes a line of owned boards away."""
    stock = tuple(line for line in project.stock if line.id != line_id)
    return Edited(
        structs.replace(project, stock=stock), Message("Took a board off Stock on hand"), frozenset({line_id})
    )


def set_price(project: Project, key: str, length: float, text: str) -> Edited:
    """The price of a board of one length (key is the size) or of a pack (key is the pack, length 0)."""
    price = _money(text)
    timber = tuple(_priced(size, length, price) if size.id == key else size for size in project.shop.timber)
    packs = tuple(structs.replace(pack, price=price) if pack.id == key else pack for pack in project.shop.packs)
    shop = structs.replace(project.shop, timber=timber, packs=packs)
    words = Message(f"Price {project.shop.currency}{price:.2f}")
    return Edited(structs.replace(project, shop=shop), words, frozenset({key}))


def use_prices(project: Project, timber: tuple[TimberSize, ...], packs: tuple[Pack, ...]) -> Edited:
    """Takes another price list over into the project; what came off a piece and is not on sale stays."""
    own = tuple(size for size in project.shop.timber if not size.offers and size.id not in {s.id for s in timber})
    shop = structs.replace(project.shop, timber=(*timber, *own), packs=packs)
    return Edited(structs.replace(project, shop=shop), Message("New price list"))


def price_unlisted(project: Project, kind: FittingKind, size: float, amount: float, text: str) -> Edited:
    """The price of all that is needed of a thing that no list holds: from now on it is on the project's list.

    It goes by its kind, its size (mm, 0 for none), and so much of it in a pack.
    """
    price, unit = _money(text), project.shop.unit
    measured = f" {unit.plain(size)}" if size and kind not in GRITS else f" {size:g}" if size else ""
    name = f"{kind.capitalize()}{measured}, as priced by hand"
    pack = Pack(f"own {kind} {size:g}", kind, name, size, float(math.ceil(amount)), price)
    others = tuple(known for known in project.shop.packs if known.id != pack.id)
    shop = structs.replace(project.shop, packs=(*others, pack))
    return Edited(
        structs.replace(project, shop=shop), Message(f"{literal(name)}: {project.shop.currency}{price:.2f}")
    )


def add_prices(project: Project, timber: tuple[TimberSize, ...], packs: tuple[Pack, ...]) -> Edited:
    """Puts the sizes and packs of a list to those there are; one of the same name comes in place of another."""
    sizes = {size.id: size for size in project.shop.timber} | {size.id: size for size in timber}
    every = {pack.id: pack for pack in project.shop.packs} | {pack.id: pack for pack in packs}
    shop = structs.replace(project.shop, timber=tuple(sizes.values()), packs=tuple(every.values()))
    many = len(timber) + len(packs)
    return Edited(
        structs.replace(project, shop=shop), Message(f"{many} thing{'s' * (many != 1)} to the price list")
    )


def _priced(size: TimberSize, length: float, price: Decimal) -> TimberSize:
    def at(offer: Offer) -> Offer:
        same = abs(offer.length - length) < LENGTH_ON_SALE_MM
        return structs.replace(offer, price=price) if same else offer

    return structs.replace(size, offers=tuple(at(offer) for offer in size.offers))


def _money(text: str) -> Decimal:
    plain = text.strip().lstrip("$€£").strip().replace(",", ".")
    try:
        price = Decimal(plain)
    except InvalidOperation:
        price = Decimal(-1)
    if not price.is_finite() or not 0 <= price <= 100_000:
        raise BadInputError("not_a_number", "Enter a price like 12.50.", "price")
    return price.quantize(Decimal("0.01"))


def _length(project: Project, text: str, name: str, low: float, high: float) -> float:
    try:
        value = parse_length(text, project.shop.unit.system)
    except BadInputError as refused:
        raise BadInputError(refused.kind, refused.message, name) from refused
    if not low <= value <= high:
        raise BadInputError("out_of_range", "Between {0} and {1}.", name, (low, high))
    return value


# Edits of the table of minutes: how long this workshop takes.

MOST_MINUTES = 600.0


def set_pace(project: Project, task: Task, end: Literal["low", "high"], text: str) -> Edited:
    """Minutes of a quick or of a slow hand, as typed; emptied, as usual again."""
    own = project.shop.minutes
    if not text.strip():
        return _with_minutes(project, tuple(row for row in own if row.task != task), f"{_named(task)}: as usual")
    low, high = pace(task, own)
    value = read_minutes(text, end)
    low, high = (value, high) if end == "low" else (low, value)
    if low > high:
        raise BadInputError("out_of_range", f"From {low:g} to {high:g}: the first is the smaller.", end)
    rows = {row.task: row for row in own} | {task: Pace(task, low, high)}
    return _with_minutes(project, tuple(rows.values()), f"{_named(task)}: {low:g} to {high:g} min")


def use_minutes(project: Project, rows: tuple[Pace, ...]) -> Edited:
    """A whole table; what it does not name is as usual."""
    return _with_minutes(project, rows, f"Minutes of {len(rows)} kinds of work taken over")


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


def _with_minutes(project: Project, rows: tuple[Pace, ...], words: str) -> Edited:
    # A row that says what is usual says nothing.
    kept = tuple(row for row in rows if (row.low, row.high) != (RATES[row.task].low, RATES[row.task].high))
    shop = structs.replace(project.shop, minutes=kept)
    return Edited(structs.replace(project, shop=shop), Message(words))


# Edits that take over whole lists: parts and boards from elsewhere, each as one step.


class OwnRow(Struct, frozen=True):
    """One row of a cut list from elsewhere; mm and degrees."""

    name: str
    board: str
    count: int
    length: float
    width: float
    slant: Literal["flat", "edge"] = "flat"
    left: float = 0.0
    right: float = 0.0
    location: str = ""


class OwnBoard(Struct, frozen=True):
    """So many boards of one size and length (mm); of an offcut of sheet its own width too."""

    board: str
    length: float
    count: int
    width: float | None = None


def take_parts(project: Project, rows: tuple[OwnRow, ...]) -> Edited:
    """A part of one's own for each row. Raises BadInputError without a piece they could belong to."""
    if project.piece is None:
        raise BadInputError("impossible", "Measure a piece first; parts belong to one.")
    target, number = f"{project.piece.id}/body/main", project.next_number
    own_part: Any = CHANGE_KINDS["own_part"].load()
    changes = tuple(
        own_part(f"c{number + k}", number + k, (target,), **structs.asdict(row)) for k, row in enumerate(rows)
    )
    done = structs.replace(project, changes=(*project.changes, *changes), next_number=number + len(rows))
    return Edited(done, Message(f"Took over {len(rows)} parts"), frozenset(change.id for change in changes))


def take_boards(project: Project, boards: tuple[OwnBoard, ...]) -> Edited:
    """Boards into Stock on hand."""
    number = 1 + max((int(line.id[1:]) for line in project.stock if line.id[1:].isdecimal()), default=0)
    lines = tuple(
        StockLine(f"s{number + k}", b.board, b.length, b.count, width=b.width) for k, b in enumerate(boards)
    )
    done = structs.replace(project, stock=(*project.stock, *lines))
    return Edited(done, Message(f"Took over {len(lines)} lines of boards"), frozenset(line.id for line in lines))

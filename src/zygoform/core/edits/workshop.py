"""Edits of what the workshop has: units, saw, prices, boards owned."""

from decimal import Decimal, InvalidOperation
from typing import Literal

from msgspec import structs

from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.goods.fittings import Pack
from zygoform.core.goods.timber import StockLine, TimberSize
from zygoform.core.measure.parse import parse_length
from zygoform.core.measure.say import Say
from zygoform.core.project import Project


def set_unit(project: Project, system: Literal["inch", "mm"]) -> Edited:
    """Shows and reads lengths in inches or millimetres."""
    unit = structs.replace(project.shop.unit, system=system)
    done = structs.replace(project, shop=structs.replace(project.shop, unit=unit))
    return Edited(done, Say("Inches" if system == "inch" else "Millimetres"))


def set_fraction(project: Project, denominator: Literal[8, 16, 32, 64]) -> Edited:
    """The finest fraction of an inch shown and cut to."""
    unit = structs.replace(project.shop.unit, denominator=denominator)
    done = structs.replace(project, shop=structs.replace(project.shop, unit=unit))
    return Edited(done, Say(f"Finest fraction 1/{denominator}"))


def set_blade(project: Project, entry: Literal["kerf", "end_trim"], text: str) -> Edited:
    """The saw's kerf, or what is lost at each end of every board."""
    label, most = {"kerf": ("Kerf", 10.0), "end_trim": ("End trim", 200.0)}[entry]
    value = _length(project, text, entry, 0.0, most)
    done = structs.replace(project, shop=structs.replace(project.shop, **{entry: value}))
    return Edited(done, Say(f"{label} {{0}}", (value,)))


def own_board(project: Project, size_id: str, text: str, count: int) -> Edited:
    """Boards the user has: so many of one size and length."""
    size = project.shop.size(size_id)
    value = _length(project, text, "length", 50.0, 12_000.0)
    if not 1 <= count <= 999:
        raise BadInputError("out_of_range", "Between 1 and 999.", "count")
    number = 1 + max((int(line.id[1:]) for line in project.stock if line.id[1:].isdecimal()), default=0)
    line = StockLine(f"s{number}", size_id, value, count)
    done = structs.replace(project, stock=(*project.stock, line))
    return Edited(done, Say(f"Have {count} × {size.name}, {{0}}", (value,)), frozenset({line.id}))


def drop_board(project: Project, line_id: str) -> Edited:
    """Takes a line of owned boards away."""
    stock = tuple(line for line in project.stock if line.id != line_id)
    return Edited(structs.replace(project, stock=stock), Say("Took a board off What I have"), frozenset({line_id}))


def set_price(project: Project, key: str, length: float, text: str) -> Edited:
    """The price of a board of one length (key is the size) or of a pack (key is the pack, length 0)."""
    price = _money(text)
    timber = tuple(_priced(size, length, price) if size.id == key else size for size in project.shop.timber)
    packs = tuple(structs.replace(pack, price=price) if pack.id == key else pack for pack in project.shop.packs)
    shop = structs.replace(project.shop, timber=timber, packs=packs)
    words = Say(f"Price {project.shop.currency}{price:.2f}")
    return Edited(structs.replace(project, shop=shop), words, frozenset({key}))


def use_prices(project: Project, timber: tuple[TimberSize, ...], packs: tuple[Pack, ...]) -> Edited:
    """Takes another price list over into the project."""
    shop = structs.replace(project.shop, timber=timber, packs=packs)
    return Edited(structs.replace(project, shop=shop), Say("New price list"))


def _priced(size: TimberSize, length: float, price: Decimal) -> TimberSize:
    offers = tuple(structs.replace(o, price=price) if abs(o.length - length) < 0.5 else o for o in size.offers)
    return structs.replace(size, offers=offers)


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

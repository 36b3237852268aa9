"""What to buy, in packs, with a total; what the survey's bags hold of it; too few cans."""

import math
from collections.abc import Iterable, Iterator, Mapping
from decimal import Decimal
from types import MappingProxyType
from typing import Literal, get_args

from msgspec import Struct, structs

from zygoform.core.coats.coat import CoatId
from zygoform.core.condition.condition import Bag
from zygoform.core.cutlist.layouts import SizeLayout
from zygoform.core.cutlist.problems import CutRoll
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.goods.fittings import AMOUNTS, GRITS, POURED, ROLLS, FittingKind, Pack, cheapest_packs
from zygoform.core.goods.timber import share_of_sheet
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import counting
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.write import Fine, Litres
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Supply
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_SIZE_MM

# Hardware in the survey's bags that does for what a plan needs: each piece of it once.

CALLED: dict[FittingKind, tuple[str, ...]] = {
    "hinge": ("hinge",),
    "pull": ("pull", "handle"),
    "knob": ("knob",),
    "catch": ("catch", "magnet", "latch"),
    "lid stay": ("stay", "support"),
    "slide pair": ("slide",),
    "drawer glide": ("glide",),
    "castor": ("castor", "wheel"),
    "leveller": ("leveller", "foot"),
}
"""By what words on a bag a kind of hardware is known."""


class Kept:
    """What is left in the bags as one thing after another is taken from them."""

    def __init__(self, bags: tuple[Bag, ...]) -> None:
        self._bags, self._left = bags, [bag.count for bag in bags]

    def taken(self, fitting: Fitting) -> int:
        """How many of a fitting come from the bags: of pulls only those of the same spacing."""
        found = 0
        for k, bag in enumerate(self._bags):
            if fitting.kept and _serves(bag, fitting):
                take = min(self._left[k], fitting.count - found)
                self._left[k] -= take
                found += take
        return found


def _serves(bag: Bag, fitting: Fitting) -> bool:
    words = bag.what.lower()
    if not any(word in words for word in CALLED.get(fitting.kind, ())):
        return False
    if fitting.kind != "pull":
        return True
    spacing = counting(bag.spacing)
    return spacing is not None and abs(spacing.value - fitting.size) <= SAME_SIZE_MM


Group = Literal["Wood", "Screws", "Hardware", "Glue", "Tiles", "Mending", "Finish", "To prepare"]
_LAST: tuple[Group, ...] = ("Finish", "To prepare")
_TOOLS: tuple[FittingKind, ...] = (
    "sandpaper", "masking tape", "delicate tape", "masking film",
    "rag", "gloves", "brush", "roller sleeve", "foam pad", "strainer", "tack cloth",
    "degreaser", "no-rinse cleaner", "alcohol", "mineral spirits", "vinegar wash", "paint stripper",
    "light filler", "wood filler", "grain filler", "flexible filler",
)  # fmt: skip
_GROUPS: dict[str, Group] = {
    "tile": "Hardware",
    "pocket screw": "Screws",
    "wood screw": "Screws",
    "machine screw": "Screws",
    "pin": "Screws",
    "glue": "Glue",
    **dict.fromkeys(get_args(CoatId), "Finish"),
    **dict.fromkeys(_TOOLS, "To prepare"),
}


Tin = tuple[str, str]
"""What is in a tin: the material, and its colour by name."""


class BuyRow(Struct, frozen=True):
    """One line of the shopping list: `need` says what it is for, `length` (mm) is that of a board.

    Of what comes in packs: its `kind` and `size` (mm, 0 where it has none), the id of the `pack`, and how much is
    `left` over of all of them.
    """

    key: str
    group: Group
    count: int
    name: str
    detail: Message
    need: str
    each: Decimal
    changes: tuple[int, ...]
    part_ids: tuple[str, ...] = ()
    missing: bool = False
    length: float = 0.0
    kind: str = ""
    size: float = 0.0
    pack: str = ""
    left: float = 0.0
    short: float = 0.0
    """What is missing of the amount, where someone means to buy less."""
    colour: str = ""
    amount: float = 0.0
    """Of what no list holds: how much of it is needed, in what it is measured in."""

    @property
    def total(self) -> Decimal:
        return self.each * self.count


FEW_PIECES = 2
"""Of a set with more of them a line says only which pieces it is for."""


class Purchase(Struct, frozen=True):
    """The whole list; `unpriced` counts the things the price list does not hold."""

    rows: tuple[BuyRow, ...]
    total: Decimal
    unpriced: int


def purchase(
    layouts: tuple[SizeLayout, ...],
    fittings: tuple[tuple[int, Fitting], ...],
    supplies: tuple[tuple[int, Supply], ...],
    rolls: tuple[CutRoll, ...],
    shop: Shop,
    bags: tuple[Bag, ...] = (),
    chosen: Mapping[Tin, tuple[tuple[str, int], ...]] = MappingProxyType({}),
    whose: Mapping[int, str] = MappingProxyType({}),
) -> Purchase:
    """What a plan needs; the numbers beside fittings and supplies are those of their changes.

    `chosen` are packs and counts of tins that someone means to buy, whatever is worked out. In a set `whose` has
    the piece's name for the number of each change.
    """
    rows = (
        *_board_rows(layouts, shop, whose),
        *_fitting_rows(fittings, shop, Kept(bags), whose),
        *_supply_rows(supplies, shop, chosen, whose),
        *_roll_rows(rolls, shop, whose),
    )
    # What is in one shelf of the shop stands together.
    groups = list(dict.fromkeys((*(row.group for row in rows if row.group not in _LAST), *_LAST)))
    rows = tuple(sorted(rows, key=lambda row: groups.index(row.group)))
    return Purchase(rows, sum((row.total for row in rows), Decimal(0)), sum(row.missing for row in rows))


def _board_rows(layouts: tuple[SizeLayout, ...], shop: Shop, whose: Mapping[int, str]) -> list[BuyRow]:
    rows = []
    for layout in layouts:
        kinds = {(board.length, board.size.id): board.size for board in layout.boards if not board.owned}
        for (length, size_id), size in sorted(kinds.items(), key=lambda kind: kind[0], reverse=True):
            boards = [b for b in layout.boards if not b.owned and (b.length, b.size.id) == (length, size_id)]
            parts = [on.part for board in boards for on in board.parts]
            thick = Fine(size.thickness) if size.is_veneer else size.thickness
            spare = count_up(len(boards) * shop.spare_boards / 100)
            rows.append(
                BuyRow(
                    f"{size_id} {length:g}",
                    "Wood",
                    len(boards) + spare,
                    size.name,
                    Message("really {0} × {1}", (thick, size.width)),
                    (share_of_sheet(length, size.width) or "sheet" if size.is_sheet else "board")
                    + ("s " if len(boards) > 1 else " ")
                    + " ".join(board.letter for board in boards)
                    + (f", {spare} spare" if spare else "")
                    + _for_pieces(whose, (part.number for part in parts)),
                    boards[0].price,
                    tuple(sorted({part.number for part in parts})),
                    tuple(part.id for part in parts),
                    length=length,
                )
            )
    return rows


def _fitting_rows(
    fittings: tuple[tuple[int, Fitting], ...], shop: Shop, kept: Kept, whose: Mapping[int, str]
) -> list[BuyRow]:
    wanted: dict[tuple[str, float, bool], list[tuple[int, Fitting]]] = {}
    for number, fitting in fittings:
        wanted.setdefault((fitting.kind, fitting.size, fitting.stainless), []).append((number, fitting))
    rows = []
    for (kind, size, stainless), uses in wanted.items():
        have = sum(kept.taken(fitting) for _, fitting in uses)
        count = sum(fitting.count for _, fitting in uses) - have
        if not count:
            # All of them are there.
            continue
        packs = shop.packs_of(uses[0][1].kind, size, stainless=stainless)
        numbers = _numbers(number for number, _ in uses)
        group = _GROUPS.get(kind, "Hardware")
        more = shop.spare_screws if group == "Screws" else 0
        spare = f" and {more} spare" if more else ""
        need = f"{count} {kind}{'s' * (count != 1)}{spare}: "
        need += f"{have} more from the bags; " if have else ""
        said = _uses((whose.get(number, f.piece), f.use) for number, f in uses)
        need += said
        named = f"stainless {kind}" if stainless else kind
        plain = Message(f"{named} {{0}}" if size else named, (size,) if size else ())
        if kind in GRITS:
            need, plain = f"{count} of grit {size:g}: {said}", Message(f"{kind} {size:g}")
        rows += _pack_rows((group, kind, size), count + more, packs, need, numbers, plain)
    return rows


def _supply_rows(
    supplies: tuple[tuple[int, Supply], ...],
    shop: Shop,
    chosen: Mapping[Tin, tuple[tuple[str, int], ...]],
    whose: Mapping[int, str],
) -> list[BuyRow]:
    rows = []
    for kind, colour in dict.fromkeys((supply.kind, supply.colour) for _, supply in supplies):
        uses = [(number, supply) for number, supply in supplies if (supply.kind, supply.colour) == (kind, colour)]
        amount = sum(supply.amount for _, supply in uses)
        need = f"{_measured(kind, amount, shop)}: {_uses((whose.get(n, s.piece), s.use) for n, s in uses)}"
        group = _GROUPS.get(kind, "Mending" if kind in AMOUNTS else "Hardware")
        plain = Message("wood glue" if kind == "glue" else kind)
        packs, numbers = shop.packs_of(kind), _numbers(number for number, _ in uses)
        counts = dict(chosen.get((kind, colour), ()))
        rows += _pack_rows((group, kind, 0.0), amount, packs, need, numbers, plain, literal(colour), counts)
    return rows


def _measured(kind: FittingKind, amount: float, shop: Shop) -> str:
    """So many millilitres of what is not for the finish; that as one pours it in this project's system."""
    unit = AMOUNTS.get(kind, "")
    if unit == "ml" and _GROUPS.get(kind) in ("Finish", "To prepare"):
        return shop.unit.show_volume(amount / 1000)
    return f"{math.ceil(amount)} {unit}".strip()


def _uses(uses: Iterable[tuple[str, str]]) -> str:
    """What for, of a set piece by piece; for more than FEW_PIECES only their names."""
    of: dict[str, dict[str, None]] = {}
    for piece, use in uses:
        of.setdefault(piece, {})[use] = None
    if len(of) > FEW_PIECES:
        return ", ".join(filter(None, of))
    alike: dict[str, list[str]] = {}
    for piece, own in of.items():
        alike.setdefault(", ".join(map(_within, own) if piece else own), []).append(piece)
    said = (f"{words} ({', '.join(names)})" if names != [""] else words for words, names in alike.items())
    return ", ".join(said)


def _within(words: str) -> str:
    return words[:1].lower() + words[1:]


def _for_pieces(whose: Mapping[int, str], numbers: Iterable[int]) -> str:
    names = dict.fromkeys(whose[number] for number in numbers if number in whose)
    return f", {', '.join(names)}" if names else ""


def _numbers(numbers: Iterable[int]) -> tuple[int, ...]:
    """Those of the changes it is for; the finish has none."""
    return tuple(sorted({number for number in numbers if number}))


def _roll_rows(rolls: tuple[CutRoll, ...], shop: Shop, whose: Mapping[int, str]) -> list[BuyRow]:
    """By the metre: what the layout takes, in whole metres or whatever it is sold in."""
    rows = []
    for roll in rolls:
        metres = roll.length / 1000
        uses = _uses((whose.get(placed.number, ""), placed.cut.use) for placed in roll.cuts)
        need = f"{math.ceil(metres * 100) / 100:g} m: {uses}"
        numbers = tuple(sorted({placed.number for placed in roll.cuts}))
        plain = Message(f"{roll.kind} {{0}} wide", (roll.width,))
        packs = shop.packs_of(roll.kind, roll.width)
        rows += _pack_rows(("Hardware", roll.kind, roll.width), metres, packs, need, numbers, plain)
    return rows


def _pack_rows(
    what: tuple[Group, str, float],
    amount: float,
    packs: tuple[Pack, ...],
    need: str,
    numbers: tuple[int, ...],
    plain: Message,
    colour: str = "",
    chosen: dict[str, int] | None = None,
) -> list[BuyRow]:
    """The packs of one thing (group, kind, size); without any on the price list, a row that says so.

    Of two colours each has packs of its own.
    """
    group, kind, size = what
    key = (f"{kind} {size:g}" if size else kind) + (f" {colour}" if colour else "")
    if not packs:
        none = "Not on the price list"
        row = BuyRow(key, group, 1, none, plain, need, Decimal(0), numbers, missing=True, kind=kind, size=size)
        return [structs.replace(row, amount=amount)]
    counts = cheapest_packs(amount, tuple((pack.holds, pack.price) for pack in packs))
    if chosen and any(pack.id in chosen for pack in packs):
        # Also none of it: then its line stays, to be changed again.
        counts = tuple(chosen.get(pack.id, 0) for pack in packs)
    left = sum(pack.holds * count for pack, count in zip(packs, counts, strict=True)) - amount
    return [
        BuyRow(
            f"{key} {pack.id}",
            group,
            count,
            f"{pack.name}, {colour}" if colour else pack.name,
            _holds(pack),
            need,
            pack.price,
            numbers,
            kind=kind,
            size=size,
            pack=pack.id,
            left=max(0.0, round(left, 3)),
            short=max(0.0, round(-left, 3)),
            colour=colour,
        )
        for pack, count in zip(packs, counts, strict=True)
        if count or (chosen and pack.id in chosen)
    ]


def _holds(pack: Pack) -> Message:
    if pack.kind in ROLLS:
        return Message(f"{pack.holds:g} m of a roll {{0}} wide", (pack.size,))
    if pack.kind in POURED and AMOUNTS[pack.kind] == "ml":
        return Message("{0}", (Litres(pack.holds / 1000),))
    if pack.kind in GRITS:
        return Message(f"{pack.holds:g} in a pack, grit {pack.size:g}")
    if pack.kind in AMOUNTS:
        return Message(f"{pack.holds:g} {AMOUNTS[pack.kind]}")
    if not pack.size:
        return Message(f"{pack.holds:g} in a pack")
    what = {"pull": "between the holes", "dowel": "thick"}.get(pack.kind, "long")
    return Message(f"{{0}} {what}, {pack.holds:g} in a pack", (pack.size,))


# Fewer cans than it takes: said for what someone means to buy, not for what was worked out.


def too_few_cans(bought: Purchase, finish: FinishPlan) -> tuple[Finding, ...]:
    """Each material in each colour of which less is to be bought than it takes."""
    return tuple(_judged(bought, finish))


def _judged(bought: Purchase, finish: FinishPlan) -> Iterator[Finding]:
    short: dict[tuple[str, str], BuyRow] = {}
    for row in bought.rows:
        if row.short > 0:
            short.setdefault((row.kind, row.colour), row)
    for (kind, colour), row in short.items():
        # Half a coat short, and the last side of the piece is another shade: the next can never matches quite.
        parts = tuple(
            part
            for plan in finish.zones
            if any(need.kind == kind and need.zone == plan.id for need in finish.needs)
            for part in plan.zone.parts
        )
        lacks, sizes = _lacks(row)
        yield Finding(
            "too_few_cans",
            "mind",
            Message(f"{row.name}: {row.count} can{'s' * (row.count != 1)} will not do"),
            Message(
                f"It lacks {lacks}. A can bought later is seldom quite the same colour: buy them together.", sizes
            ),
            parts,
            "",
            (Fix(Message("As many as it takes"), "", order="cans", value=f"{kind}|{colour}"),),
            finish.zones[0].id if finish.zones else "",
        )


def _lacks(row: BuyRow) -> tuple[str, tuple[float, ...]]:
    if AMOUNTS.get(row.kind) == "ml":  # type: ignore[call-overload]
        return "{0}", (Litres(row.short / 1000),)
    grams = AMOUNTS.get(row.kind) == "g"  # type: ignore[call-overload]
    return (f"{row.short:.0f} g" if grams else f"{Decimal(str(row.short)):.1f} cans"), ()

"""Boards, screws and glue to buy, in packs, with a total."""

import math
from decimal import Decimal
from functools import lru_cache
from typing import Literal

from msgspec import Struct

from zygoform.core.cutlist.layouts import SizeLayout
from zygoform.core.goods.fittings import AMOUNTS, Pack
from zygoform.core.measure.message import Message
from zygoform.core.measure.rounding import count_up
from zygoform.core.outcome.outcome import Fitting, Supply
from zygoform.core.shop import Shop

Group = Literal["Wood", "Screws", "Hardware", "Glue", "Mending"]
_GROUPS: dict[str, Group] = {"pocket screw": "Screws", "wood screw": "Screws", "pin": "Screws", "glue": "Glue"}


class BuyRow(Struct, frozen=True):
    """One line of the shopping list: `need` says what it is for, `length` (mm) is that of a board."""

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

    @property
    def total(self) -> Decimal:
        return self.each * self.count


class Purchase(Struct, frozen=True):
    """The whole list; `unpriced` counts the things the price list does not hold."""

    rows: tuple[BuyRow, ...]
    total: Decimal
    unpriced: int


def purchase(
    layouts: tuple[SizeLayout, ...],
    fittings: tuple[tuple[int, Fitting], ...],
    supplies: tuple[tuple[int, Supply], ...],
    shop: Shop,
) -> Purchase:
    """What a plan needs; the numbers beside fittings and supplies are those of their changes."""
    rows = (*_board_rows(layouts, shop), *_fitting_rows(fittings, shop), *_supply_rows(supplies, shop))
    return Purchase(rows, sum((row.total for row in rows), Decimal(0)), sum(row.missing for row in rows))


def _board_rows(layouts: tuple[SizeLayout, ...], shop: Shop) -> list[BuyRow]:
    rows = []
    for layout in layouts:
        for length in sorted({board.length for board in layout.boards if not board.owned}, reverse=True):
            boards = [b for b in layout.boards if not b.owned and b.length == length]
            parts = [on.part for board in boards for on in board.parts]
            spare = count_up(len(boards) * shop.spare_boards / 100)
            rows.append(
                BuyRow(
                    f"{layout.size.id} {length:g}",
                    "Wood",
                    len(boards) + spare,
                    layout.size.name,
                    Message("really {0} × {1}", (layout.size.thickness, layout.size.width)),
                    ("boards " if len(boards) > 1 else "board ")
                    + " ".join(board.letter for board in boards)
                    + (f", {spare} spare" if spare else ""),
                    boards[0].price,
                    tuple(sorted({part.number for part in parts})),
                    tuple(part.id for part in parts),
                    length=length,
                )
            )
    return rows


def _fitting_rows(fittings: tuple[tuple[int, Fitting], ...], shop: Shop) -> list[BuyRow]:
    wanted: dict[tuple[str, float], list[tuple[int, Fitting]]] = {}
    for number, fitting in fittings:
        wanted.setdefault((fitting.kind, fitting.size), []).append((number, fitting))
    rows = []
    for (kind, size), uses in wanted.items():
        count = sum(fitting.count for _, fitting in uses)
        packs = shop.packs_of(uses[0][1].kind, size)
        numbers = tuple(sorted({number for number, _ in uses}))
        group = _GROUPS.get(kind, "Hardware")
        more = shop.spare_screws if group == "Screws" else 0
        spare = f" and {more} spare" if more else ""
        need = f"{count} {kind}{'s' * (count != 1)}{spare}: " + ", ".join(dict.fromkeys(f.use for _, f in uses))
        rows += _pack_rows(
            group,
            f"{kind} {size:g}",
            count + more,
            packs,
            need,
            numbers,
            Message(f"{kind} {{0}}" if size else kind, (size,) if size else ()),
        )
    return rows


def _supply_rows(supplies: tuple[tuple[int, Supply], ...], shop: Shop) -> list[BuyRow]:
    rows = []
    for kind in dict.fromkeys(supply.kind for _, supply in supplies):
        uses = [(number, supply) for number, supply in supplies if supply.kind == kind]
        amount = sum(supply.amount for _, supply in uses)
        numbers = tuple(sorted({number for number, _ in uses}))
        need = f"{math.ceil(amount)} {AMOUNTS[kind]}: " + ", ".join(dict.fromkeys(s.use for _, s in uses))
        group: Group = "Glue" if kind == "glue" else "Mending"
        plain = Message("wood glue" if kind == "glue" else kind)
        rows += _pack_rows(group, kind, amount, shop.packs_of(kind), need, numbers, plain)
    return rows


def _pack_rows(
    group: Group,
    key: str,
    amount: float,
    packs: tuple[Pack, ...],
    need: str,
    numbers: tuple[int, ...],
    plain: Message,
) -> list[BuyRow]:
    if not packs:
        return [BuyRow(key, group, 1, "No pack on the price list", plain, need, Decimal(0), numbers, missing=True)]
    counts = cheapest_packs(amount, tuple((pack.holds, pack.price) for pack in packs))
    return [
        BuyRow(f"{key} {pack.id}", group, count, pack.name, _holds(pack), need, pack.price, numbers)
        for pack, count in zip(packs, counts, strict=True)
        if count
    ]


def _holds(pack: Pack) -> Message:
    if pack.kind in AMOUNTS:
        return Message(f"{pack.holds:g} {AMOUNTS[pack.kind]}")
    if not pack.size:
        return Message(f"{pack.holds:g} in a pack")
    what = {"pull": "between the holes", "dowel": "thick"}.get(pack.kind, "long")
    return Message(f"{{0}} {what}, {pack.holds:g} in a pack", (pack.size,))


@lru_cache(maxsize=256)
def cheapest_packs(need: float, packs: tuple[tuple[float, Decimal], ...]) -> tuple[int, ...]:
    """Least money that covers `need`; ties go to fewer packs, then to less left over."""
    best: tuple[tuple[Decimal, int, float], tuple[int, ...]] | None = None

    def deepen(counts: tuple[int, ...], rest: float, paid: Decimal) -> None:
        nonlocal best
        at = len(counts)
        if best is not None and paid > best[0][0]:
            return
        if at == len(packs):
            if rest <= 1e-9:
                rank = (paid, sum(counts), -rest)
                if best is None or rank < best[0]:
                    best = (rank, counts)
            return
        holds, price = packs[at]
        for count in range(max(0, math.ceil(rest / holds - 1e-9)), -1, -1):
            deepen((*counts, count), rest - count * holds, paid + price * count)

    deepen((), need, Decimal(0))
    return best[1] if best else (0,) * len(packs)

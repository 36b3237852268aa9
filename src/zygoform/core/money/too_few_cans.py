"""Fewer cans than it takes: said for what someone means to buy, not for what was worked out."""

from collections.abc import Iterator
from decimal import Decimal

from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.goods.fittings import AMOUNTS
from zygoform.core.measure.message import Message
from zygoform.core.measure.quantity import Litres
from zygoform.core.money.purchase import BuyRow, Purchase
from zygoform.core.outcome.outcome import Finding, Fix


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

"""What to buy, and the total."""

from zygoform.core.goods.fittings import AMOUNTS, ROLLS
from zygoform.core.measure.message import Message, literal
from zygoform.core.money.purchase import BuyRow
from zygoform.core.outcome.outcome import Fitting, Supply
from zygoform.core.plan.plan import Plan
from zygoform.core.why.why import Why


def why_row(plan: Plan, row: BuyRow) -> Why:
    """Why so many of one thing."""
    what = Message(f"{row.count} × {literal(row.name)}")
    if row.group == "Wood":
        boards = [b for layout in plan.layouts for b in layout.boards if not b.owned]
        mine = [b for b in boards if b.length == row.length and f"{b.size.id} {b.length:g}" == row.key]
        letters = ", ".join(f"{b.letter} for {' '.join(on.part.code for on in b.parts)}" for b in mine)
        spare = row.count - len(mine)
        letters += f"; {spare} spare, {plan.shop.spare_boards:g} % of {len(mine)} rounded up" if spare else ""
        return Why(what, Message(letters), Message("As the boards are laid out on Cut"), row.count, row.part_ids)
    return Why(what, _needed(plan, row), _packed(plan, row), row.count, row.part_ids)


def why_price(plan: Plan, row: BuyRow) -> Why:
    """Where a price comes from, and the sum of the row."""
    money = plan.shop.currency
    what = Message(f"{literal(row.name)}: {money}{row.total:.2f}")
    return Why(
        what,
        Message(f"{row.count} × {money}{row.each:.2f}"),
        Message("The price list's, or yours"),
        float(row.total),
    )


def why_total(plan: Plan) -> Why:
    """What the total is made of."""
    money, groups = plan.shop.currency, dict[str, float]()
    for row in plan.purchase.rows:
        groups[row.group] = groups.get(row.group, 0.0) + float(row.total)
    what = Message(f"Shopping total: {money}{plan.purchase.total:.2f}")
    marks = " + ".join(f"{name.lower()} {money}{total:.2f}" for name, total in groups.items())
    missing = f"without {plan.purchase.unpriced} prices" if plan.purchase.unpriced else ""
    return Why(what, Message(marks), Message(missing), float(plan.purchase.total))


def _needed(plan: Plan, row: BuyRow) -> Message:
    """What the changes say they need of it."""
    words, lengths = [], list[float]()
    for outcome in plan.outcomes:
        uses: list[Fitting | Supply] = [f for f in outcome.fittings if (f.kind, f.size) == (row.kind, row.size)]
        uses += [s for s in outcome.supplies if s.kind == row.kind]
        for use in uses:
            words.append(f"{use.use}: {use.why.shifted(len(lengths)).text}")
            lengths += use.why.lengths
    for cut in (
        cut for outcome in plan.outcomes for cut in outcome.rolls if (cut.kind, cut.roll) == (row.kind, row.size)
    ):
        words.append(f"{literal(cut.name)} {{{len(lengths)}}} × {{{len(lengths) + 1}}}")
        lengths += (cut.width, cut.length)
    return Message("; ".join(words), tuple(lengths))


def _packed(plan: Plan, row: BuyRow) -> Message:
    pack = next((p for p in plan.shop.packs if p.id == row.pack), None)
    if pack is None:
        return Message("No pack of it is on the price list")
    need = row.need.split(":", 1)[0]
    unit = "m" if pack.kind in ROLLS else AMOUNTS.get(pack.kind, "pieces")
    over = f", {row.left:g} {unit} left over" if row.left else ""
    return Message(f"{literal(need)} in packs of {pack.holds:g} {unit}: the cheapest that cover it{over}")

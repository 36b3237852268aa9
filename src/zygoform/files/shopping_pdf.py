"""The shopping list: what to buy in the order of a shop, with boxes to tick."""

from zygoform.core.cutlist.car import car_cuts
from zygoform.core.findings.rules.at_the_saw import shop_words
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.pdf_page import PAGE_MARGIN, Page


def shopping_list(project: Project, plan: Plan) -> bytes:
    """The whole list on the project's paper."""
    page = Page(project.shop.paper, f"{project.name}: shopping list")
    money, unit = plan.shop.currency, plan.shop.unit
    page.words(f"{project.name}: shopping list", 18, "B")
    page.words(
        "Look along each board before you pay: leave twisted, cupped and split ones. Measure one of each.", 10
    )
    if not plan.purchase.rows:
        page.words("Nothing to buy. Your rack covers it.")
    room = page.w - 2 * PAGE_MARGIN
    for group in dict.fromkeys(row.group for row in plan.purchase.rows):
        page.keep_together(24)
        page.words(group, 13, "B")
        page.rows(
            (9.0, 14.0, 46.0, room - 119.0, 24.0, 26.0),
            (
                (
                    "[  ]",
                    f"{row.count} ×",
                    row.name,
                    (f"{unit.stock(row.length)}, " if row.length else "")
                    + f"{row.detail.words(unit.show)}; {row.need}",
                    "" if row.missing else f"{money}{row.each:.2f}",
                    "no price" if row.missing else f"{money}{row.total:.2f}",
                )
                for row in plan.purchase.rows
                if row.group == group
            ),
        )
    missing = f", without {plan.purchase.unpriced} prices" if plan.purchase.unpriced else ""
    page.words(f"Shopping total: {money}{plan.purchase.total:.2f}{missing}", 13, "B")
    for first in car_cuts(plan.layouts, plan.shop.car_long, plan.shop.car_wide):
        words = shop_words(first).words(unit.show) if first.fits else "Too large for the car: have it brought."
        page.words(f"[  ]  {first.board.letter} {first.board.size.name}: {words}", 10)
    owned = [board for layout in plan.layouts for board in layout.boards if board.owned]
    if owned:
        have = ", ".join(f"{board.letter} {board.size.name} {unit.stock(board.length)}" for board in owned)
        page.words(f"You have: {have}.")
    return bytes(page.output())

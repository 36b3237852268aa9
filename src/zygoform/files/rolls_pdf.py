"""What is cut from rolls, on the work sheet: each roll drawn, its pieces with their sizes."""

from zygoform.core.cutlist.problems import CutRoll
from zygoform.core.plan.plan import Plan
from zygoform.files.pdf_page import PAGE_MARGIN, PDF_FAMILY, Page

MOST_ACROSS = 60.0
"""A roll is drawn no wider than this (mm on paper)."""
ROLL_ACROSS = 7.0
"""Nor narrower: across, such a roll is not to scale."""


def rolls(page: Page, plan: Plan) -> None:
    """All of them to one scale, the length of the roll to the right."""
    found = plan.cut.rolls
    if not found:
        return
    room = page.w - 2 * PAGE_MARGIN
    scale = min(min(room / (1.05 * roll.length), MOST_ACROSS / roll.width) for roll in found)
    page.keep_together(found[0].width * scale + 36)
    page.words("Rolls", 13, "B")
    page.words("No piece is turned: the length of the roll runs to the right.", 10, after=2)
    for roll in found:
        _roll(page, plan, roll, scale)


def _roll(page: Page, plan: Plan, roll: CutRoll, scale: float) -> None:
    show, across = plan.shop.unit.show, max(scale, ROLL_ACROSS / roll.width)
    page.keep_together(roll.width * across + 14)
    proven = "no less does" if roll.proven else "a quick layout"
    page.words(f"{roll.kind.capitalize()}: {show(roll.length)} of {show(roll.width)} wide, {proven}", 11, "B")
    if across > scale:
        page.words("Across, it is drawn wider than to scale.", 9.5, after=1)
    left, top = PAGE_MARGIN, page.get_y()
    page.set_draw_color(25)
    page.set_line_width(0.2)
    page.rect(left, top, roll.length * scale, roll.width * across)
    page.set_line_width(0.35)
    page.set_font(PDF_FAMILY, "", 8)
    for number, placed in enumerate(roll.cuts, start=1):
        x, y = left + placed.y * scale, top + placed.x * across
        page.rect(x, y, placed.cut.length * scale, placed.cut.width * across)
        page.text(x + 1.2, y + 3.4, str(number))
    page.set_y(top + roll.width * across + 2)
    sizes = (
        f"{number} {placed.cut.name} {show(placed.cut.width)} × {show(placed.cut.length)}"
        for number, placed in enumerate(roll.cuts, start=1)
    )
    page.words("; ".join(sizes), 9.5, after=3)

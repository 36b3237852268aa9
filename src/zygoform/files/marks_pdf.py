"""Marks: a label for each part, to cut out and tape on. Code, size, ends, show face and which way up."""

from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.cutlist.rows import board_letters, end_words
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.pdf_page import PAGE_MARGIN, PALE, PDF_FAMILY, Page

_ACROSS, _HEIGHT = 3, 34.0


def marks(project: Project, plan: Plan) -> bytes:
    """All labels in a grid on the project's paper."""
    page = Page(project.shop.paper, f"{project.name}: marks")
    page.set_auto_page_break(auto=False)
    page.words("Marks: tape each on the show face, the arrow towards the top of the piece.", 10, after=2)
    width = (page.w - 2 * PAGE_MARGIN) / _ACROSS
    letters = board_letters(plan.layouts)
    top = page.get_y()
    column = 0
    for listed in plan.parts:
        if column == 0 and top + _HEIGHT > page.h - 16:
            page.add_page()
            top = PAGE_MARGIN
        _label(page, plan, listed, letters.get(listed.id, ""), PAGE_MARGIN + column * width, top, width)
        column = (column + 1) % _ACROSS
        top += _HEIGHT if column == 0 else 0.0
    if not plan.parts:
        page.words("No part to mark yet.")
    return bytes(page.output())


def _label(page: Page, plan: Plan, listed: ListedPart, letter: str, x: float, y: float, width: float) -> None:
    show, thick = plan.shop.unit.plain, plan.shop.unit.show_thick(listed.part.thickness)
    page.set_draw_color(PALE)
    page.set_line_width(0.1)
    page.rect(x, y, width, _HEIGHT)
    page.set_text_color(25)
    page.set_font(PDF_FAMILY, "B", 20)
    page.text(x + 4, y + 10, listed.code)
    page.set_font(PDF_FAMILY, "", 9)
    part = listed.part
    left = end_words(listed.left)
    right = end_words(listed.right)
    lines = (
        part.name[:34],
        f"{show(listed.length)} × {show(listed.width)} × {thick}" + (" ?" if part.rests_on else ""),
        f"left {left}, right {right}",
        (f"board {letter}" if letter else "no board yet") + (f"; {part.location}" if part.location else ""),
    )
    for k, line in enumerate(lines):
        page.text(x + 4, y + 16 + 4.6 * k, short(page, line, width - 8))
    _arrow(page, x + width - 9, y + 3.5)
    page.set_font(PDF_FAMILY, "", 7)
    page.text(x + width - 24, y + 11.5, "show face, up")


def short(page: Page, words: str, room: float) -> str:
    """As much of the words as there is room for."""
    if page.get_string_width(words) <= room:
        return words
    while words and page.get_string_width(words + "…") > room:
        words = words[:-1]
    return words.rstrip() + "…"


def _arrow(page: Page, x: float, y: float) -> None:
    """Up."""
    page.set_fill_color(25)
    page.polygon([(x, y), (x + 2.5, y + 3.5), (x - 2.5, y + 3.5)], style="F")
    page.rect(x - 0.6, y + 3.4, 1.2, 1.6, style="F")

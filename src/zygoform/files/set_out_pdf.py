"""A page for each top that is out of square: its true shape, every edge and both diagonals, to set it out by."""

import math

from zygoform.core.measure.write import DisplayUnit
from zygoform.core.outcome.outcome import LaterCut, set_out_words, slant_words
from zygoform.core.plan.plan import Plan
from zygoform.files.pdf_page import PAGE_MARGIN, PDF_FAMILY, Page

_DRAWN = (136.0, 150.0)
"""No larger than this (mm on paper)."""
_ASIDE = 4.5
"""How far the words of an edge stand from it (mm)."""


def set_out_pages(page: Page, plan: Plan) -> None:
    """All of a plan's; the front edge lies below, as one stands before the piece."""
    for outcome in plan.outcomes:
        for cut in outcome.later:
            if slant_words(cut, plan.shop.saw):
                _set_out(page, cut, plan.shop.unit)


def _set_out(page: Page, cut: LaterCut, unit: DisplayUnit) -> None:
    page.add_page()
    page.words(f"{cut.name}, out of square: to set it out", 13, "B")
    page.words(set_out_words(cut).words(unit.show), 10, after=12)
    x0, y0 = (min(p[k] for p in cut.outline) for k in (0, 1))
    x1, y1 = (max(p[k] for p in cut.outline) for k in (0, 1))
    scale = min(_DRAWN[0] / (x1 - x0), _DRAWN[1] / (y1 - y0))
    left, top = PAGE_MARGIN + 22.0, page.get_y()
    corners = [(left + (x - x0) * scale, top + (y1 - y) * scale) for x, y in cut.outline]
    page.set_draw_color(25)
    page.set_line_width(0.4)
    page.polygon(corners, style="D")
    page.set_line_width(0.15)
    page.set_dash_pattern(1.5, 1.2)
    for a, b in ((0, 2), (1, 3)):
        page.line(*corners[a], *corners[b])
    page.set_dash_pattern()
    middle = sum(x for x, _ in corners) / 4, sum(y for _, y in corners) / 4
    for k, name in enumerate(("front", "right", "back", "left")):
        a, b = k, (k + 1) % 4
        at = (corners[a][0] + corners[b][0]) / 2, (corners[a][1] + corners[b][1]) / 2
        words = f"{name} {unit.show(math.dist(cut.outline[a], cut.outline[b]))}"
        page.set_font(PDF_FAMILY, "", 9)
        aside = (0.0, _ASIDE) if k % 2 == 0 else (_ASIDE + page.get_string_width(words) / 2, 0.0)
        x, y = (at[i] + math.copysign(aside[i], at[i] - middle[i]) for i in (0, 1))
        _words(page, words, x, y)
    for (a, b), share in (((0, 2), 0.3), ((1, 3), 0.3)):
        x, y = (corners[a][i] + share * (corners[b][i] - corners[a][i]) for i in (0, 1))
        _words(page, unit.show(math.dist(cut.outline[a], cut.outline[b])), x, y)
    page.set_y(top + (y1 - y0) * scale + 14)


def _words(page: Page, words: str, x: float, y: float) -> None:
    """In the middle of a place, on white."""
    page.set_font(PDF_FAMILY, "", 9)
    wide = page.get_string_width(words)
    page.set_fill_color(255)
    page.rect(x - wide / 2 - 1, y - 2.4, wide + 2, 4.8, style="F")
    page.text(x - wide / 2, y + 1.1, words)

"""Templates at full size over as many sheets as they take: outlines, holes, overlap marks, a ruler to check by."""

from zygoform.core.geometry.paper_tiles import Pages, PaperKind, pages
from zygoform.core.geometry.plane import Point
from zygoform.core.measure.quantity import Marked
from zygoform.core.outcome.outcome import Template
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.pdf_page import PALE, PDF_FAMILY, Page

ROUND_SHEET, SHEET_OVERLAP = 13.0, 10.0
"""Round a sheet, and how far the next one lies over it (mm)."""
CROSS = 6.0
"""How long the arms of a hole's cross are (mm)."""
RULER_MM, RULER_INCH = 100.0, 101.6
_TEXT = 9.0


def templates(project: Project, plan: Plan) -> bytes:
    """All of a plan's, one after another; printed at 100 %, never fitted to the page."""
    found = [template for outcome in plan.outcomes for template in outcome.templates]
    first = _laid(found[0], project).orientation if found else "portrait"
    page = Page(project.shop.paper, f"{project.name}: templates", first)
    page.set_auto_page_break(auto=False)
    if not found:
        page.words("No change here has a template: new pulls and cut-outs have one.")
        return bytes(page.output())
    for k, template in enumerate(found):
        _sheets(page, template, project, first=k == 0)
    return bytes(page.output())


def _laid(template: Template, project: Project) -> Pages:
    """How many sheets it takes, and which way they lie."""
    paper: PaperKind = "a4" if project.shop.paper == "A4" else "letter"
    return pages(template.width, template.height, paper, ROUND_SHEET, SHEET_OVERLAP)


def _sheets(page: Page, template: Template, project: Project, *, first: bool) -> None:
    """Row by row from the upper left, each sheet the same piece of the drawing with its neighbours' edges on it."""
    laid = _laid(template, project)
    way = laid.orientation
    for row in range(laid.rows):
        for col in range(laid.cols):
            if not first or row or col:
                page.add_page(orientation=way)
            wide, high = page.w - 2 * ROUND_SHEET, page.h - 2 * ROUND_SHEET
            left = col * (wide - SHEET_OVERLAP)
            top = template.height - row * (high - SHEET_OVERLAP)
            _sheet(page, template, (left, top), project)
            name = f"{template.title}: row {row + 1} of {laid.rows}, column {col + 1} of {laid.cols}"
            _captions(page, name, project, laid.pages > 1)


def _sheet(page: Page, template: Template, at: Point, project: Project) -> None:
    """The piece of a template whose upper left corner lies at `at` (x to the right, z up)."""
    left, top = at
    wide, high = page.w - 2 * ROUND_SHEET, page.h - 2 * ROUND_SHEET

    def place(x: float, z: float) -> tuple[float, float]:
        return ROUND_SHEET + x - left, ROUND_SHEET + top - z

    page.set_draw_color(PALE)
    page.set_line_width(0.1)
    page.rect(ROUND_SHEET, ROUND_SHEET, wide, high)
    # Where the next sheet lies over this one: only where there is one.
    across = (
        (left > 0, ROUND_SHEET + SHEET_OVERLAP),
        (left + wide < template.width, page.w - ROUND_SHEET - SHEET_OVERLAP),
    )
    down = (
        (top < template.height, ROUND_SHEET + SHEET_OVERLAP),
        (top - high > 0, page.h - ROUND_SHEET - SHEET_OVERLAP),
    )
    for x in (x for there, x in across if there):
        _dashed(page, (x, ROUND_SHEET), (x, page.h - ROUND_SHEET), 1.0)
    for y in (y for there, y in down if there):
        _dashed(page, (ROUND_SHEET, y), (page.w - ROUND_SHEET, y), 1.0)
    page.set_draw_color(25)
    with page.rect_clip(ROUND_SHEET, ROUND_SHEET, wide, high):
        page.set_line_width(0.25)
        for ring in template.rings:
            page.polygon([place(x, z) for x, z in ring], style="D")
        page.set_line_width(0.15)
        for start, end in template.aims:
            _dashed(page, place(*start), place(*end), 4.0)
        for (x, z), diameter in template.holes:
            px, py = place(x, z)
            page.circle(px, py, diameter / 2, style="D")
            page.line(px - CROSS, py, px + CROSS, py)
            page.line(px, py - CROSS, px, py + CROSS)
            _mark(page, px, py, x, z, project)


def _dashed(page: Page, a: Point, b: Point, dash: float) -> None:
    page.set_dash_pattern(dash, 2.0)
    page.line(*a, *b)
    page.set_dash_pattern()


def _mark(page: Page, px: float, py: float, x: float, z: float, project: Project) -> None:
    page.set_font(PDF_FAMILY, "", 7)
    page.set_text_color(25)
    show = project.shop.unit.plain
    lines = (f"{show(Marked(x))} from the left", f"{show(Marked(z))} from below")
    # On its other side where the sheet ends.
    room = page.w - ROUND_SHEET - px - CROSS
    for line, down in zip(lines, (-1.5, 3.5), strict=True):
        wide = page.get_string_width(line)
        page.text(px + CROSS + 1 if wide < room else px - CROSS - 1 - wide, py + down, line)


def _captions(page: Page, name: str, project: Project, several: bool) -> None:
    """What it is, how to put it together, and two lengths to check the print by."""
    page.set_font(PDF_FAMILY, "", _TEXT)
    page.set_text_color(25)
    page.text(ROUND_SHEET, ROUND_SHEET - 4, name)
    y = page.h - 3.5
    inch = project.shop.unit.system == "inch"
    long, words = (RULER_INCH, "4 in") if inch else (RULER_MM, "100 mm")
    page.set_line_width(0.3)
    page.set_draw_color(25)
    page.line(ROUND_SHEET, y, ROUND_SHEET + long, y)
    for x in (ROUND_SHEET, ROUND_SHEET + long):
        page.line(x, y - 1.5, x, y + 1.5)
    page.set_font(PDF_FAMILY, "", 7)
    page.text(ROUND_SHEET + long + 3, y + 1, f"{words} long, or print again at 100 %")
    if several:
        page.text(page.w - ROUND_SHEET - 62, ROUND_SHEET - 4, "Lay the dashed lines of two sheets on each other.")

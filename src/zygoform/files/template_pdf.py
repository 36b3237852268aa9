"""Templates at full size over as many sheets as they take: outlines, holes, overlap marks, a ruler to check by."""

from collections.abc import Callable, Iterable

from zygoform.core.drawing.primitives import Box
from zygoform.core.geometry.paper_tiles import PaperKind, Tiles, tiles
from zygoform.core.geometry.plane import Outline, Point
from zygoform.core.measure.write import Marked
from zygoform.core.outcome.outcome import Template
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.pdf_page import PALE, PDF_FAMILY, Page

ROUND_SHEET, SHEET_OVERLAP = 13.0, 10.0
"""Round a sheet, and how far the next one lies over it (mm)."""
CROSS = 6.0
"""How long the arms of a hole's cross are (mm)."""
RULER_MM, RULER_INCH = 100.0, 101.6
_ROUND_LINE = 8.0
"""What is seen round a line or a hole where only the part with them is printed (mm)."""
_TEXT = 9.0


def templates(project: Project, plan: Plan) -> bytes:
    """All of a plan's, one after another; printed at 100 %, never fitted to the page."""
    found = [template for outcome in plan.outcomes for template in outcome.templates]
    paper: PaperKind = "a4" if project.shop.paper == "A4" else "letter"
    laid = [laid_on_paper(template, paper) for template in found]
    page = Page(project.shop.paper, f"{project.name}: templates", laid[0][1].orientation if laid else "portrait")
    page.set_auto_page_break(auto=False)
    if not found:
        page.words("No change here has a template: new pulls and cut-outs have one.")
    for k, (template, (part, sheets)) in enumerate(zip(found, laid, strict=True)):
        _sheets(page, template, part, sheets, project, first=k == 0)
    return bytes(page.output())


def laid_on_paper(template: Template, paper: PaperKind) -> tuple[Box, Tiles]:
    """What of a template is printed (x0, z0, x1, z1), and on which sheets; whole where that takes no more."""
    whole = (0.0, 0.0, template.width, template.height)
    found = [(part, _tiles(template, part, paper)) for part in (whole, needed_part(template))]
    return min(found, key=lambda laid: len(laid[1].across) * len(laid[1].down))


def _tiles(template: Template, part: Box, paper: PaperKind) -> Tiles:
    """No seam goes through a hole or its cross."""
    x0, z0, x1, z1 = part
    reach = [(x, z, max(diameter / 2, CROSS) + 0.5) for (x, z), diameter in template.holes]
    across = tuple((x - r - x0, x + r - x0) for x, _, r in reach)
    down = tuple((z1 - z - r, z1 - z + r) for _, z, r in reach)
    return tiles((x1 - x0, z1 - z0), paper, ROUND_SHEET, SHEET_OVERLAP, (across, down))


def needed_part(template: Template) -> Box:
    """The part with holes and lines to cut, as far as what it is laid on by: a middle line, or else an edge."""
    wide, high = template.width, template.height
    lines = [ring for ring in template.rings if not _is_edge(ring, wide, high)]
    points = [(x, z, 0.0) for ring in lines for x, z in ring]
    points += [(x, z, max(diameter / 2, CROSS)) for (x, z), diameter in template.holes]
    if not points:
        return 0.0, 0.0, wide, high
    x0, x1 = (pick(f(x, r) for x, _, r in points) for pick, f in _ENDS)
    z0, z1 = (pick(f(z, r) for _, z, r in points) for pick, f in _ENDS)
    upright = [a[0] for a, b in template.aims if a[0] == b[0]]
    level = [a[1] for a, b in template.aims if a[1] == b[1]]
    (x0, x1), (z0, z1) = _reached(x0, x1, wide, upright), _reached(z0, z1, high, level)
    return x0, z0, x1, z1


_ENDS: tuple[tuple[Callable[[Iterable[float]], float], Callable[[float, float], float]], ...] = (
    (min, lambda value, reach: value - reach - _ROUND_LINE),
    (max, lambda value, reach: value + reach + _ROUND_LINE),
)


def _reached(low: float, high: float, size: float, aims: list[float]) -> tuple[float, float]:
    """A stretch within 0 to `size`, with a line to aim by in it, or as far as the nearer edge."""
    low, high = max(low, 0.0), min(high, size)
    if any(low < at < high for at in aims):
        return low, high
    return (0.0, high) if low <= size - high else (low, size)


def _is_edge(ring: Outline, wide: float, high: float) -> bool:
    """Whether a line is the edge of what the template is laid on."""
    return len(ring) == 4 and all(min(x, wide - x) < 1e-6 and min(z, high - z) < 1e-6 for x, z in ring)


def _sheets(page: Page, template: Template, part: Box, laid: Tiles, project: Project, *, first: bool) -> None:
    """Row by row from the upper left, each sheet a piece of the drawing with its neighbours' edges on it."""
    x0, z0, _, z1 = part
    several = len(laid.across) * len(laid.down) > 1
    in_part = ", where it is cut or bored" if part[2] - x0 < template.width or z1 - z0 < template.height else ""
    for row, (top, bottom) in enumerate(laid.down):
        for col, (left, right) in enumerate(laid.across):
            if not first or row or col:
                page.add_page(orientation=laid.orientation)
            seams = (
                [laid.across[col - 1][1]] if col else [],
                [begin for begin, _ in laid.across[col + 1 : col + 2]],
                [laid.down[row - 1][1]] if row else [],
                [begin for begin, _ in laid.down[row + 1 : row + 2]],
            )
            across = [ROUND_SHEET + x - left for x in (*seams[0], *seams[1])]
            down = [ROUND_SHEET + y - top for y in (*seams[2], *seams[3])]
            _sheet(page, template, (x0 + left, z1 - bottom, x0 + right, z1 - top), (across, down), project)
            place = f": row {row + 1} of {len(laid.down)}, column {col + 1} of {len(laid.across)}{in_part}"
            _captions(page, template.title, place, project, several=several)


def _sheet(
    page: Page, template: Template, piece: Box, seams: tuple[list[float], list[float]], project: Project
) -> None:
    """A piece of a template (x to the right, z up), and where its neighbours' edges lie on it (mm on the page)."""
    left, bottom, right, top = piece
    wide, high = right - left, top - bottom

    def place(x: float, z: float) -> tuple[float, float]:
        return ROUND_SHEET + x - left, ROUND_SHEET + top - z

    page.set_draw_color(PALE)
    page.set_line_width(0.1)
    page.rect(ROUND_SHEET, ROUND_SHEET, wide, high)
    for x in seams[0]:
        _dashed(page, (x, ROUND_SHEET), (x, ROUND_SHEET + high), 1.0)
    for y in seams[1]:
        _dashed(page, (ROUND_SHEET, y), (ROUND_SHEET + wide, y), 1.0)
    page.set_draw_color(25)
    here = [hole for hole in template.holes if left < hole[0][0] < right and bottom < hole[0][1] < top]
    with page.rect_clip(ROUND_SHEET, ROUND_SHEET, wide, high):
        page.set_line_width(0.25)
        for ring in template.rings:
            page.polygon([place(x, z) for x, z in ring], style="D")
        page.set_line_width(0.15)
        for start, end in template.aims:
            _dashed(page, place(*start), place(*end), 4.0)
        for (x, z), diameter in here:
            px, py = place(x, z)
            page.circle(px, py, diameter / 2, style="D")
            page.line(px - CROSS, py, px + CROSS, py)
            page.line(px, py - CROSS, px, py + CROSS)
    for (x, z), _ in here:
        # Words are no part of the drawing: where it ends they go on.
        _mark(page, *place(x, z), x, z, project)


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


def _captions(page: Page, title: str, place: str, project: Project, *, several: bool) -> None:
    """What it is, how to put it together, and two lengths to check the print by."""
    page.set_text_color(25)
    page.set_font(PDF_FAMILY, "", 7)
    how = "Cut along its frame, lay that on the next one's dashed line." if several else ""
    page.text(page.w - ROUND_SHEET - page.get_string_width(how), ROUND_SHEET - 4, how)
    room = page.w - 2 * ROUND_SHEET - page.get_string_width(how) - 4
    page.set_font(PDF_FAMILY, "", _TEXT)
    name = title
    while page.get_string_width(name + place) > room and len(name) > 1:
        name = f"{name.rstrip('…')[:-1]}…"
    page.text(ROUND_SHEET, ROUND_SHEET - 4, name + place)
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

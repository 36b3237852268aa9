"""The map of a pattern on paper, to scale: all fronts, then each by itself, every piece with its code."""

import math

from zygoform.core.geometry.plane import Outline, Point, area
from zygoform.core.measure.parse import INCH
from zygoform.core.outcome.member import MapPiece, PatternMap
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.pdf_page import PAGE_MARGIN, PALE, PDF_FAMILY, Page

SCALES = (1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50)
"""A map is so many times smaller than the piece."""
LEAST_CODE, MOST_CODE = 3.6, 11.0
"""Codes are printed so large (pt); where a piece has no room for the smallest its code stands beside none."""
_HEAD, _FOOT = 22.0, 26.0
_PT = 25.4 / 72


def maps(project: Project, plan: Plan) -> bytes:
    """Those of all patterns of a plan, one after another; printed at 100 %."""
    found = [own for outcome in plan.outcomes for own in outcome.maps]
    codes = {listed.id: listed.code for listed in plan.parts}
    page = Page(project.shop.paper, f"{project.name}: map of the pattern")
    page.set_auto_page_break(auto=False)
    if not found:
        page.words("No change here lays a pattern of strips.")
        return bytes(page.output())
    first = True
    for own in found:
        views: list[tuple[str, list[int]]] = [("all fronts", [*range(len(own.fronts))])]
        if len(own.fronts) > 1:
            views += [(front.name, [k]) for k, front in enumerate(own.fronts)]
        for name, fronts in views:
            wide, high = _extent(own, fronts)
            lies = wide > high
            if not first or lies:
                _turn(page, first, lies=lies)
            first = False
            _view(page, own, fronts, f"{own.title.capitalize()}: {name}", codes, project)
    return bytes(page.output())


def _turn(page: Page, first: bool, *, lies: bool) -> None:
    if first:
        # The first sheet is there already: it is laid across before anything is on it.
        page.set_page_background(None)
        page.pages.clear()
        page.page = 0
    page.add_page(orientation="landscape" if lies else "portrait")


def _extent(drawn: PatternMap, fronts: list[int]) -> tuple[float, float]:
    points = [point for k in fronts for point in drawn.fronts[k].outline]
    return _span([x for x, _ in points]), _span([y for _, y in points])


def _span(values: list[float]) -> float:
    return max(values) - min(values)


def scale_for(wide: float, high: float, room: tuple[float, float]) -> float:
    """The largest of the usual scales at which something finds room: it is so many times smaller."""
    return next((s for s in SCALES if wide / s <= room[0] and high / s <= room[1]), SCALES[-1])


def _view(
    page: Page, drawn: PatternMap, fronts: list[int], title: str, codes: dict[str, str], project: Project
) -> None:
    points = [point for k in fronts for point in drawn.fronts[k].outline]
    x0, y1 = min(x for x, _ in points), max(y for _, y in points)
    wide, high = _extent(drawn, fronts)
    scale = scale_for(wide, high, (page.w - 2 * PAGE_MARGIN, page.h - _HEAD - _FOOT))
    page.set_xy(PAGE_MARGIN, PAGE_MARGIN - 4)
    page.words(f"{title}, 1 : {scale:g}", 12, "B")

    def place(point: Point) -> Point:
        return PAGE_MARGIN + (point[0] - x0) / scale, _HEAD + (y1 - point[1]) / scale

    page.set_draw_color(25)
    page.set_fill_color(255)
    page.set_line_width(0.15)
    for piece in drawn.pieces:
        if piece.front in fronts:
            page.polygon([place(point) for point in piece.outline], style="D")
    page.set_line_width(0.45)
    for k in fronts:
        page.polygon([place(point) for point in drawn.fronts[k].outline], style="D")
    for piece in drawn.pieces:
        if piece.front in fronts and piece.part_id in codes:
            _code(page, piece, codes[piece.part_id], scale, place(_inner(piece.outline)))
    _ruler(page, project, scale)


def _code(page: Page, piece: MapPiece, code: str, scale: float, at: Point) -> None:
    """Along the piece, as large as it has room across; none where it would be too small to read."""
    long, across, lean = _lying(piece.outline)
    size = min(MOST_CODE, across / scale / _PT * 0.75)
    page.set_font(PDF_FAMILY, "", max(size, LEAST_CODE))
    if size < LEAST_CODE or page.get_string_width(code) > 0.92 * long / scale:
        return
    x, y = at
    with page.rotation(lean, x, y):
        page.text(x - page.get_string_width(code) / 2, y + size * _PT * 0.36, code)


def _lying(outline: Outline) -> tuple[float, float, float]:
    """How long and wide a piece is along its longest edge, and how that leans, read from the left (degrees)."""
    edges = zip(outline, outline[1:] + outline[:1], strict=True)
    (ax, ay), (bx, by) = max(edges, key=lambda e: math.dist(*e))
    u, v = (bx - ax) / math.dist((ax, ay), (bx, by)), (by - ay) / math.dist((ax, ay), (bx, by))
    long, across = _span([x * u + y * v for x, y in outline]), _span([y * u - x * v for x, y in outline])
    lean = math.degrees(math.atan2(v, u))
    if long < across:
        long, across, lean = across, long, lean + 90
    # What covers less than its box is narrower where its code stands.
    across = min(across, abs(area(outline)) / long)
    return long, across, (lean + 90) % 180 - 90


def _inner(outline: Outline) -> Point:
    """The middle of its area."""
    pairs = list(zip(outline, outline[1:] + outline[:1], strict=True))
    whole = 6 * area(outline)
    x = sum((ax + bx) * (ax * by - bx * ay) for (ax, ay), (bx, by) in pairs) / whole
    return x, sum((ay + by) * (ax * by - bx * ay) for (ax, ay), (bx, by) in pairs) / whole


def _ruler(page: Page, project: Project, scale: float) -> None:
    """A length on the piece, drawn at the map's scale, to check the print by."""
    inch = project.shop.unit.system == "inch"
    steps = [k * INCH for k in (1, 2, 4, 6, 12, 24)] if inch else [10.0, 20.0, 50.0, 100.0, 200.0, 500.0]
    long = max((step for step in steps if step / scale <= 80), default=steps[0])
    y = page.h - 15
    page.set_line_width(0.3)
    page.line(PAGE_MARGIN, y, PAGE_MARGIN + long / scale, y)
    for x in (PAGE_MARGIN, PAGE_MARGIN + long / scale):
        page.line(x, y - 1.5, x, y + 1.5)
    page.set_font(PDF_FAMILY, "", 8)
    page.set_text_color(PALE)
    words = f"{project.shop.unit.plain(long)} on the piece. Codes are those of Cut."
    page.text(PAGE_MARGIN + long / scale + 3, y + 1, words)
    page.set_text_color(25)

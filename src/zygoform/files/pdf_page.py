"""Pages of a PDF with the shipped font: text, tables, drawings to scale. Legible in black and white."""

from collections.abc import Iterable, Sequence
from importlib import resources
from itertools import pairwise
from typing import Literal

from fpdf import FPDF
from fpdf.enums import XPos, YPos

from zygoform.core.drawing.part_outline import PartOutline
from zygoform.core.drawing.primitives import SEEN_THROUGH, PartRole, Scene
from zygoform.core.geometry.plane import Outline

PDF_FAMILY = "NationalPark"
PAGE_MARGIN = 14.0
_ANGLE, _THICKEST, _THINNEST = 14.0, 12.0, 4.0
"""mm: room for the angle at either end of a small drawing, and how thick one may be."""
_INK, PALE = 25, 120
_WEIGHTS = {"": "400Regular", "B": "600SemiBold"}
# Greys that stay apart on any printer: kept wood, new wood, and insides darker.
_GREY: dict[str, int] = {
    "front": 222,
    "side": 200,
    "top": 236,
    "inside": 168,
    "pane": 255,
    "tile": 250,
    "mirror": 245,
    "mesh": 255,
}
_NO_BREAK = str.maketrans({"\u00a0": " "})


class Page(FPDF):
    """Paper with a footer; y runs down, mm. Its first sheet lies upright unless it is said to lie across."""

    def __init__(
        self, paper: Literal["A4", "Letter"], title: str, first: Literal["portrait", "landscape"] = "portrait"
    ) -> None:
        super().__init__(unit="mm", format=paper)
        folder = resources.files("zygoform.data").joinpath("fonts")
        for style, name in _WEIGHTS.items():
            self.add_font(PDF_FAMILY, style, str(folder.joinpath(f"NationalPark_{name}.ttf")))
        self.set_title(title)
        self.set_margins(PAGE_MARGIN, PAGE_MARGIN, PAGE_MARGIN)
        self.set_auto_page_break(auto=True, margin=18)
        self._title = title
        self.add_page(orientation=first)

    def footer(self) -> None:
        self.set_y(-12)
        self.set_font(PDF_FAMILY, "", 8)
        self.set_text_color(PALE)
        self.cell(0, 6, f"{self._title}, page {self.page_no()} of {{nb}}", align="R")
        self.set_text_color(_INK)

    def words(self, text: str, size: float = 10, style: Literal["", "B"] = "", after: float = 1.0) -> None:
        """A paragraph."""
        self.set_font(PDF_FAMILY, style, size)
        self.set_text_color(_INK)
        self.multi_cell(0, size * 0.46, text.translate(_NO_BREAK), align="L", new_x=XPos.LMARGIN, new_y=YPos.NEXT)
        self.ln(after)

    def keep_together(self, height: float) -> None:
        """A new page where less than `height` mm is left."""
        if self.get_y() + height > self.h - 18:
            self.add_page()

    def rows(self, widths: Sequence[float], lines: Iterable[Sequence[str]], *, head: Sequence[str] = ()) -> None:
        """A plain table; long cells break their lines, no row is torn."""
        everything = ([tuple(head)] if head else []) + [tuple(line) for line in lines]
        for number, line in enumerate(everything):
            bold: Literal["", "B"] = "B" if head and number == 0 else ""
            self.set_font(PDF_FAMILY, bold, 9.5)
            cells = [text.translate(_NO_BREAK) for text in line]
            height = max(self._height(width, text) for width, text in zip(widths, cells, strict=True)) + 1.6
            self.keep_together(height)
            x, y = self.l_margin, self.get_y()
            for width, text in zip(widths, cells, strict=True):
                self.set_xy(x, y + 0.8)
                self.multi_cell(width, 4.4, text, align="L")
                x += width
            self.set_draw_color(PALE)
            self.set_line_width(0.1)
            self.line(self.l_margin, y + height, self.l_margin + sum(widths), y + height)
            self.set_xy(self.l_margin, y + height)
        self.ln(3)

    def _height(self, width: float, text: str) -> float:
        """How high a cell with this text is."""
        height = self.multi_cell(width, 4.4, text, dry_run=True, output="HEIGHT")
        return height if isinstance(height, float) else 4.4

    def scene(self, scene: Scene, scale: float) -> tuple[float, float]:
        """A drawing at `scale` (paper mm for a mm), at the left margin; returns its lower left corner's x, y0.

        The lower left corner of the scene's box lies at the returned place.
        """
        x0, y0, _, y1 = scene.box
        left, top = self.l_margin, self.get_y()

        def place(points: Outline) -> list[tuple[float, float]]:
            return [(left + (x - x0) * scale, top + (y1 - y) * scale) for x, y in points]

        for polygon in scene.polygons:
            self._pen("stays" if polygon.role == "new" and scene.edges else polygon.role)
            grey = 255 if polygon.role in ("hidden", "new") else _GREY[polygon.shade]
            self.set_fill_color(grey)
            plain = "D" if polygon.role == "off" or polygon.shade in SEEN_THROUGH else "DF"
            self.polygon(place(polygon.points), style=plain if polygon.lines is None else "F")
            for edge in polygon.lines or ():
                (ax, ay), (bx, by) = place(edge)
                self.line(ax, ay, bx, by)
        self._pen("new")
        for start, end in scene.edges:
            (ax, ay), (bx, by) = place((start, end))
            self.line(ax, ay, bx, by)
        self.set_dash_pattern(dash=1.2, gap=0.8)
        self.set_line_width(0.2)
        for stroke in scene.strokes:
            for (ax, ay), (bx, by) in pairwise(place(stroke.points)):
                self.line(ax, ay, bx, by)
        self.set_dash_pattern()
        bottom = top + (y1 - y0) * scale
        if scene.floors:
            self.set_line_width(0.4)
            self.line(left - 4, bottom, left + (scene.box[2] - x0) * scale + 4, bottom)
        self.set_y(bottom + 2)
        return left, bottom

    def outline(self, outline: PartOutline, words: tuple[str, str], x: float, y: float, width: float) -> None:
        """One part at a place, `width` wide with the angles of its ends; thin ones are drawn thicker."""
        room = width - 2 * _ANGLE
        scale = min(room / outline.length, _THICKEST / outline.across)
        high = max(outline.across * scale, _THINNEST)
        points = [(x + _ANGLE + px * scale, y + high - py * high / outline.across) for px, py in outline.points]
        self._pen("stays")
        self.set_fill_color(255)
        self.polygon(points, style="DF")
        self.set_font(PDF_FAMILY, "", 8)
        right = max(px for px, _ in points)
        for said, left in zip(words, (True, False), strict=True):
            lines = said.split(" ")
            for k, line in enumerate(lines):
                down = y + high / 2 + 1 - 1.6 * (2 * k - len(lines) + 1)
                self.text(x + _ANGLE - 1.5 - self.get_string_width(line) if left else right + 1.5, down, line)

    def _pen(self, role: PartRole) -> None:
        """New is a thick line, what comes off a broken one, so that no colour is needed."""
        self.set_draw_color(_INK)
        self.set_line_width({"new": 0.5, "off": 0.35}.get(role, 0.2))
        if role in ("off", "hidden"):
            self.set_dash_pattern(dash=1.4, gap=1.0)
        else:
            self.set_dash_pattern()

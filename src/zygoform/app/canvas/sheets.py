"""What a sheet has that a board has not: cuts both ways, in their order, and a piece left over with two sizes."""

from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QFontMetricsF, QPainter

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import Mapping
from zygoform.app.theme import tokens as t
from zygoform.app.theme.fonts import font
from zygoform.core.cutlist.layouts import PlacedBoard
from zygoform.core.measure.write import DisplayUnit

TAG = 15.0
"""px: how high the number of a cut is."""
ROOMY = 60.0
"""px: a shorter cut has its number left out."""


def paint_gaps(painter: QPainter, board: PlacedBoard, mapping: Mapping, stock: QRectF, kerf: float) -> None:
    """Paper between the parts, none of it hatched: what the blade takes."""
    for placed in board.parts:
        long, wide = placed.extent
        x, y = placed.x, placed.y
        corners = mapping.to_px((x - kerf, y + wide + kerf)), mapping.to_px((x + long + kerf, y - kerf))
        paint.fill(painter, QRectF(*corners).intersected(stock), t.SHEET)


def paint_offcut(painter: QPainter, board: PlacedBoard, mapping: Mapping, unit: DisplayUnit) -> None:
    """The largest piece left, with both its sizes, where there is room for them."""
    x, y, long, wide = board.offcut
    room = QRectF(mapping.to_px((x, y + wide)), mapping.to_px((x + long, y)))
    words = " × ".join(unit.show(side) for side in sorted((long, wide), reverse=True)) + " left"
    width = QFontMetricsF(font(12)).horizontalAdvance(words) + 8
    at = QPointF(room.center().x(), room.center().y() + 4)
    if room.width() > width and room.height() > TAG:
        paint.fill(painter, QRectF(at.x() - width / 2, at.y() - 11.5, width, 14), t.SHEET)
        paint.draw_text(painter, at, words, 12, align="centre", colour=t.INK2)


def paint_passes(painter: QPainter, board: PlacedBoard, mapping: Mapping) -> None:
    """The number of each cut near the end where it begins."""
    for number, cut in enumerate(board.cuts, start=1):
        ends = ((cut.at, cut.high), (cut.at, cut.low)) if cut.across else ((cut.low, cut.at), (cut.high, cut.at))
        begin, end = (mapping.to_px(point) for point in ends)
        reach = end - begin
        length = abs(reach.x()) + abs(reach.y())
        if length < ROOMY:
            continue
        # In a narrow board the number stands where the cut ends, beside the words of the parts.
        share = TAG / length if board.size.is_sheet else 1 - TAG / length
        middle = begin + reach * share
        words = str(number)
        width = max(TAG, QFontMetricsF(font(11, 600)).horizontalAdvance(words) + 7)
        tag = QRectF(middle.x() - width / 2, middle.y() - TAG / 2, width, TAG)
        painter.setPen(paint.NEVER)
        painter.setBrush(paint.pen(t.INK, 1.0).color())
        painter.drawRoundedRect(tag, 3, 3)
        paint.draw_text(
            painter, QPointF(middle.x(), middle.y() + 4), words, 11, 600, align="centre", colour=t.SHEET
        )

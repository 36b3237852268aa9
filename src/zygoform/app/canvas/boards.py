"""Boards and sheets, all to one scale, with every part's true shape, kerf, the order of cuts and what is left."""

from functools import cached_property, partial

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QColor,
    QFocusEvent,
    QFontMetricsF,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPolygonF,
)
from PySide6.QtWidgets import QSizePolicy, QWidget

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import Mapping
from zygoform.app.canvas.spots import Spots
from zygoform.app.describe import describe, spoken
from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.core.changes.registry import kind_of
from zygoform.core.cutlist.layouts import PlacedBoard, PlacedPart, SizeLayout
from zygoform.core.drawing.part_outline import draw_board, is_bevelled
from zygoform.core.drawing.primitives import Polygon, Scene
from zygoform.core.measure.parse import INCH
from zygoform.core.measure.write import DisplayUnit

LETTER, _RIGHT, HEADING, _GAP, _APART, FOOT = 28, 16, 26, 8, 16, 30
THIN, UNDER = 15.0, 17.0
"""On a board drawn thinner than this nothing can be written: it is written under it."""
_LARGEST = 11.5 / INCH


class _Row:
    """A board and where it is; drawn when it is first seen."""

    def __init__(self, box: QRectF, board: PlacedBoard) -> None:
        self.box, self.board = box, board

    @cached_property
    def scene(self) -> Scene:
        return draw_board(self.board)


class BoardsView(QWidget):
    """Every board of the plan; one focus stop, arrow keys inside."""

    laid_out = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._rows: list[_Row] = []
        self._headings: list[tuple[float, SizeLayout]] = []
        self._scale = 0.1
        self._by_keys = False
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Preferred)
        self.setAccessibleName("Boards")
        when_seen(self, session.changed, self._arrange)
        session.hover_changed.connect(self._on_pointed)
        self._spots = Spots(self, self._places, partial(spoken, session))
        self._arrange()

    def _arrange(self) -> None:
        """Places every board; the height follows the width."""
        plan = self.session.plan
        layouts = plan.layouts if plan is not None else ()
        longest = max((b.length for lay in layouts for b in lay.boards), default=2438.4)
        room = max(200.0, paint.room_of(self).width() - LETTER - _RIGHT)
        self._scale = min(_LARGEST, room / longest)
        y = 4.0
        self._rows, self._headings = [], []
        for layout in layouts:
            self._headings.append((y, layout))
            y += HEADING
            for board in layout.boards:
                height = board.size.width * self._scale
                self._rows.append(_Row(QRectF(LETTER, y, board.length * self._scale, height), board))
                y += height + (UNDER if self._needs_under(board) else 0.0) + _GAP
            y += _APART
        self.setMinimumHeight(t.px(y + FOOT))
        self._spots.sync()
        self.update()

    def _needs_under(self, board: PlacedBoard) -> bool:
        """Whether a part is too thin for its words, and so is what is left beside it."""
        if board.both_ways:
            return False
        wide = board.size.width * self._scale
        parts = [placed.part.width * self._scale for placed in board.parts]
        return any(part < THIN and wide - part < THIN for part in parts)

    def sizeHint(self) -> QSize:
        return QSize(760, self.minimumHeight())

    def resizeEvent(self, event: object) -> None:
        del event
        self._arrange()

    def _mapping(self, box: QRectF) -> Mapping:
        return Mapping(self._scale, box.left(), box.bottom())

    def paintEvent(self, event: QPaintEvent) -> None:
        painter, room = paint.begin_painting(self)
        top, bottom = event.rect().top() / t.SCALE, event.rect().bottom() / t.SCALE
        for y, layout in self._headings:
            if y + HEADING >= top and y <= bottom:
                self._heading(painter, y, layout)
        for row in self._rows:
            if row.box.bottom() + UNDER >= top and row.box.top() <= bottom:
                self._board(painter, row.box, row.board, row.scene)
        if self._rows:
            self._foot_rule(painter)
        if self.hasFocus() and self._by_keys:
            paint.focus_ring(painter, room)

    def _heading(self, painter: QPainter, y: float, layout: SizeLayout) -> None:
        x = 15 + paint.draw_text(painter, QPointF(5, y + 16), layout.name, 14, 600)
        verdict = self._verdict(layout)
        right = paint.room_of(self).width() - _RIGHT
        paint.draw_text(painter, QPointF(right, y + 16), verdict, 12, colour=t.INK2, align="right")
        room = right - x - QFontMetricsF(font(12)).horizontalAdvance(verdict) - 16
        # The longest of these that there is room for.
        counts, note, use = self._counts(layout), self._bevel_note(layout), self._uses(layout)
        metrics = QFontMetricsF(font(13))
        for words in (f"{counts} {use}{note}", f"{counts}{note}", counts):
            if metrics.horizontalAdvance(words) <= room:
                paint.draw_text(painter, QPointF(x, y + 16), words, 13, colour=t.INK2)
                return

    def _counts(self, layout: SizeLayout) -> str:
        """4 × 8 ft, 1 × 31 1/2" of your own."""
        counts: dict[tuple[bool, float], int] = {}
        for board in layout.boards:
            counts[board.owned, board.length] = counts.get((board.owned, board.length), 0) + 1
        stock = self.session.unit.stock
        return ", ".join(
            f"{count} × {stock(length)}{' of your own' if owned else ''}"
            for (owned, length), count in sorted(counts.items())
        )

    def _uses(self, layout: SizeLayout) -> str:
        plan = self.session.plan
        ids = {on.part.part.change_id for board in layout.boards for on in board.parts}
        titles = list(
            dict.fromkeys(kind_of(c).title.lower() for c in (plan.changes if plan else ()) if c.id in ids)
        )
        return f"for the {' and the '.join(titles)}" if titles else ""

    def _bevel_note(self, layout: SizeLayout) -> str:
        if layout.both_ways:
            return "; the boxed numbers are the order of the cuts"
        slanted = any(is_bevelled(placed) for board in layout.boards for placed in board.parts)
        return "; broken lines show the mitre on the back" if slanted else ""

    def _verdict(self, layout: SizeLayout) -> str:
        if not layout.boards:
            return "no board is long enough"
        money = f"{self.session.project.shop.currency}{layout.cost:.2f}"
        if layout.proven:
            return f"{money}, proven: no cheaper way{'' if layout.both_ways else ' along the length'}"
        if self.session.planning.solver.busy:
            return f"{money}, looking for a cheaper way"
        if layout.bound:
            left = f"{self.session.project.shop.currency}{layout.cost - layout.bound:.2f}"
            return f"{money}, at most {left} could be saved"
        return f"{money}, quick layout"

    def _board(self, painter: QPainter, box: QRectF, board: PlacedBoard, scene: Scene) -> None:
        mapping = self._mapping(box)
        paint.draw_text(painter, QPointF(5, box.center().y() + 5), board.letter, 14, 600)
        stock = QPolygonF(mapping.outline(scene.polygons[0].points)).boundingRect()
        paint.fill(painter, stock, t.SHEET)
        paint.hatch(painter, stock)
        self._gaps(painter, board, mapping, stock)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(paint.pen(t.EDGE, 1.0, dash=(4, 3)))
        painter.drawRect(stock)
        lit = self._lit()
        shapes = []
        for polygon in scene.polygons[1:]:
            self._part(painter, polygon, mapping, on=polygon.part_id in lit)
            if polygon.part_id in lit:
                shapes.append(QPolygonF(mapping.outline(polygon.points)))
        for stroke in scene.strokes:
            painter.setPen(paint.pen(t.WLINE, 1.0, dash=(4, 3) if stroke.kind == "bevel" else (7, 4)))
            painter.drawLine(mapping.to_px(stroke.points[0]), mapping.to_px(stroke.points[1]))
        paint.halo(painter, shapes, corners=False)
        # Words last: no line goes through them.
        boxes = [QPolygonF(mapping.outline(polygon.points)).boundingRect() for polygon in scene.polygons[1:]]
        for k, (own, placed) in enumerate(zip(boxes, board.parts, strict=True)):
            if not board.both_ways and own.height() < THIN and k + 1 < len(boxes):
                # Slanted ends reach into each other; the words below them do not.
                own.setRight(min(own.right(), boxes[k + 1].left()))
            if not board.both_ways or own.height() >= THIN:
                self._label(painter, placed, own, stock, both=board.both_ways)
        if board.both_ways:
            paint_offcut(painter, board, mapping, self.session.unit)
            paint_passes(painter, board, mapping)
        else:
            self._rest(painter, board, stock)

    def _gaps(self, painter: QPainter, board: PlacedBoard, mapping: Mapping, stock: QRectF) -> None:
        """The kerf is a real gap: paper between parts, none of it hatched."""
        kerf = self.session.project.shop.kerf
        if board.both_ways:
            paint_gaps(painter, board, mapping, stock, kerf)
            return
        for placed in board.parts:
            end = placed.x + placed.part.length
            a, b = mapping.to_px((end, board.size.width)), mapping.to_px((end + kerf, 0))
            paint.fill(painter, QRectF(a, b), t.SHEET)

    def _part(self, painter: QPainter, polygon: Polygon, mapping: Mapping, *, on: bool) -> None:
        shape = QPolygonF(mapping.outline(polygon.points))
        painter.setPen(paint.NEVER)
        painter.setBrush(paint.wood(polygon))
        painter.drawPolygon(shape)
        if on:
            wash = QColor(t.TAPE)
            wash.setAlpha(140)
            painter.setBrush(wash)
            painter.drawPolygon(shape)
        painter.save()
        painter.setTransform(mapping.transform(), combine=True)
        paint.grain(painter, polygon, mapping.scale)
        painter.restore()
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(paint.pen(t.WLINE, 1.3))
        painter.drawPolygon(shape)

    def _label(
        self, painter: QPainter, placed: PlacedPart, box: QRectF, stock: QRectF, *, both: bool = False
    ) -> None:
        """Code, name and size (`both` length and width) as far as there is room for them."""
        part = placed.part
        px = 13
        y, beside = self._line(box, px), box.top() - stock.top()
        if box.height() < THIN <= beside:
            # Ripped thin from a wide board: on what is left beside it.
            y = box.top() - 4
            wide = min(box.width(), self._label_width(placed))
            paint.fill(painter, QRectF(box.left() + 1, y - px + 1, wide, px + 2), t.SHEET)
        bold, plain = QFontMetricsF(font(px, 600)), QFontMetricsF(font(px, 400))
        size = self.session.unit.show(part.length)
        size += f" × {self.session.unit.show(part.width)}" if both else ""
        inset = (10 + (8 if placed.left else 0)) if box.height() >= THIN else 1
        room = box.width() - inset - 8
        full = f"{part.part.name}  {size}"
        code_width = bold.horizontalAdvance(part.code)
        if room >= code_width:
            ink = t.ON_WOOD if box.height() >= THIN else t.INK
            paint.draw_text(painter, QPointF(box.left() + inset, y), part.code, px, 600, colour=ink)
            x = box.left() + inset + code_width + 8
            for words in (full, size):
                if plain.horizontalAdvance(words) <= box.right() - 8 - x:
                    paint.draw_text(painter, QPointF(x, y), words, px, colour=ink)
                    break

    def _label_width(self, placed: PlacedPart) -> float:
        """How wide a part's words are, all of them (px)."""
        words = f"{placed.part.part.name}  {self.session.unit.show(placed.part.length)}"
        bold, plain = (QFontMetricsF(font(13, weight)) for weight in (600, 400))
        return bold.horizontalAdvance(placed.part.code) + plain.horizontalAdvance(words) + 14

    @staticmethod
    def _line(box: QRectF, px: int) -> float:
        """Where words on a board stand; under it where it is too thin."""
        return box.center().y() + px * 0.36 if box.height() >= THIN else box.bottom() + px

    def _rest(self, painter: QPainter, board: PlacedBoard, stock: QRectF) -> None:
        """What remains: its length where it is worth keeping."""
        if not board.worth_keeping:
            return
        words = f"{self.session.unit.show(board.left_over)} left"
        metrics = QFontMetricsF(font(12))
        width = metrics.horizontalAdvance(words) + 8
        centre = stock.right() - board.left_over * self._scale / 2
        if board.left_over * self._scale > width:
            y = self._line(stock, 12)
            paint.fill(painter, QRectF(centre - width / 2, y - 11.5, width, 14), t.SHEET)
            paint.draw_text(painter, QPointF(centre, y), words, 12, align="centre", colour=t.INK2)

    def _foot_rule(self, painter: QPainter) -> None:
        """One foot (or 30 cm), the same for every board."""
        inch = self.session.unit.system == "inch"
        length, ticks, words = (304.8, 12, "One foot") if inch else (300.0, 30, "30 cm")
        width = length * self._scale
        room = paint.room_of(self)
        right, y = room.width() - _RIGHT, room.height() - 14.0
        painter.setPen(paint.pen(t.INK, 1.2))
        painter.drawLine(QPointF(right - width, y), QPointF(right, y))
        for k in range(ticks + 1):
            x = right - width + width * k / ticks
            tall = k % ticks == 0 or (k % 10 == 0 and not inch) or (inch and k == 6)
            painter.drawLine(QPointF(x, y), QPointF(x, y - (9 if tall else 5)))
        paint.draw_text(
            painter,
            QPointF(right - width - 10, y),
            f"{words}, same for every board",
            12,
            colour=t.INK2,
            align="right",
        )

    def _lit(self) -> set[str]:
        return {self.session.view.hovered, *self.session.view.highlighted} - {""}

    def part_at(self, at: QPointF) -> str:
        """The part under a point."""
        for row in self._rows:
            if row.box.adjusted(0, -4, 0, 4).contains(at):
                hit = row.scene.at(self._mapping(row.box).to_mm(at))
                return hit.part_id if hit is not None else ""
        return ""

    def _places(self) -> dict[str, QRectF]:
        return {
            polygon.part_id: QPolygonF(self._mapping(row.box).outline(polygon.points)).boundingRect()
            for row in self._rows
            for polygon in row.scene.polygons[1:]
        }

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        self.session.hover(self.part_at(paint.unscaled(event.position())))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.session.select(self.part_at(paint.unscaled(event.position())))

    def leaveEvent(self, event: object) -> None:
        del event
        self.session.hover("")

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Left and right along a board, up and down to the next, [ and ] too."""
        rows = [[placed.part.id for placed in board.parts] for board in (row.board for row in self._rows)]
        here = next(
            ((r, c) for r, row in enumerate(rows) for c, p in enumerate(row) if p == self.session.view.hovered),
            None,
        )
        steps = {
            Qt.Key.Key_Left: (0, -1),
            Qt.Key.Key_Right: (0, 1),
            Qt.Key.Key_Up: (-1, 0),
            Qt.Key.Key_Down: (1, 0),
            Qt.Key.Key_BracketLeft: (-1, 0),
            Qt.Key.Key_BracketRight: (1, 0),
        }
        self._by_keys = True
        step = steps.get(Qt.Key(event.key()))
        if event.key() == Qt.Key.Key_Escape:
            self.session.select("")
        elif step is None or not rows:
            super().keyPressEvent(event)
        elif here is None:
            self.session.select(rows[0][0])
        else:
            row = min(max(here[0] + step[0], 0), len(rows) - 1)
            column = min(max(here[1] + step[1], 0), len(rows[row]) - 1)
            self.session.select(rows[row][column])

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self._by_keys = event.reason() != Qt.FocusReason.OtherFocusReason
        self.update()

    def _on_pointed(self, part_id: str) -> None:
        found = describe(self.session, part_id)
        self.setAccessibleDescription(found.spoken if found else "")
        self.update()


# What a sheet has that a board has not: cuts both ways, in their order, and a piece left over with two sizes.

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

"""The rule of days: a row for each sub-job, work as solid bars, drying hatched, one's own hours as a pale band.

              Fri 27          Sat 28                 Sun 29
    Take apart  ###
    Top             ## ///////////### ///////////////////## ////
    Fronts              ###//////////////// ###//////

Arrows go from step to step, Enter opens one; a bar dragged to the right is not begun before that.
"""

from collections.abc import Callable

from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QFontMetricsF, QPaintEvent, QWheelEvent
from PySide6.QtWidgets import QScrollBar, QVBoxLayout, QWidget

from zygoform.app.canvas import paint
from zygoform.app.stages.days.day_rows import NAMES_WIDE, ROW, ZOOMS, DayRows, RuleShared, now_mark
from zygoform.app.stages.days.time_map import HOUR, TimeMap, own_spans
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.app.widgets.side_drawer import scrolled
from zygoform.core.days.hours import Moment
from zygoform.core.schedule.day_plan import DayPlan, DayStep, SubJob
from zygoform.core.schedule.progress import day_words

DAYS_HIGH = 36.0
"""Height of the days over the rows (px at 100 %)."""


class DayRule(QWidget):
    """Days above, rows below, a bar to move along them."""

    chosen = Signal(str)
    pointed = Signal(str)
    moved = Signal(str, int)

    def __init__(self, tips: Callable[[DayStep], str]) -> None:
        super().__init__()
        self.shared = RuleShared()
        self._at_now = True
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        self.head = _Head(self.shared)
        self.rows = DayRows(self.shared, tips, self)
        self.rows.chosen.connect(self.chosen)
        self.rows.pointed.connect(self.pointed)
        self.rows.moved.connect(self.moved)
        column.addWidget(self.head)
        self.area = scrolled(self.rows)
        self.area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.area.setMinimumHeight(t.px(ROW * 5))
        column.addWidget(self.area, 1)
        self.bar = QScrollBar(Qt.Orientation.Horizontal)
        self.bar.setAccessibleName("Along the days")
        self.bar.valueChanged.connect(self._on_bar)
        column.addWidget(self.bar)

    def show_days(self, days: DayPlan, rows: tuple[SubJob, ...], wanted: Moment, chosen: str) -> None:
        """Another plan; what was looked at stays where it was."""
        s = self.shared
        s.days, s.rows, s.wanted = days, rows, wanted
        past = [(own.begin, own.end) for own in days.steps if own.standing in ("done", "going")]
        s.own = own_spans(days.free, past)
        s.own_begins, s.free_begins = [begin for begin, _ in s.own], [part.begin for part in days.free]
        self.rows.selected = chosen
        self._fit()
        if self._at_now:
            self._to_what_happens()

    def _fit(self) -> None:
        s = self.shared
        if s.days is None:
            return
        begins = [own.begin for own in s.days.steps] + [s.days.now]
        ends = [own.dry for own in s.days.steps] + [s.days.now + 1440, s.wanted]
        zone = s.days.zone
        first = zone.moment(zone.local(min(begins))[0], 0)
        last = zone.moment(zone.local(max(ends))[0] + 1, 0)
        s.map = TimeMap(s.own, first, last, HOUR * ZOOMS[s.zoom])
        self._range()
        self.rows.refit()
        self.head.update()

    def _range(self) -> None:
        most = max(0, round(self.shared.map.width - self.room + 24))
        self.bar.setRange(0, most)
        self.bar.setPageStep(max(1, round(self.room)))
        self.bar.setSingleStep(60)
        self.bar.setVisible(most > 0)

    def resizeEvent(self, event: object) -> None:
        del event
        self._range()
        if self._at_now:
            self._to_what_happens()

    def _to_what_happens(self) -> None:
        """Now, or where it first goes on: nobody is shown empty days."""
        s = self.shared
        nearest = s.days.next if s.days is not None else None
        self.to_now()
        if nearest is not None and nearest.begin > s.map.moment(s.offset + self.room / 2):
            self.bar.setValue(round(s.map.x(nearest.begin) - 60))
            self._at_now = True

    @property
    def room(self) -> float:
        """How wide what is seen of the days is."""
        return self.width() / t.SCALE - NAMES_WIDE

    def to_now(self) -> None:
        """Now stands near the left edge."""
        s = self.shared
        if s.days is not None:
            self.bar.setValue(round(max(0.0, s.map.x(s.days.now) - 60)))
            self._at_now = True

    def show_step(self, own: DayStep) -> None:
        """Scrolls to a step."""
        x, room = self.shared.map.x(own.begin), self.room
        if not self.shared.offset <= x <= self.shared.offset + room - 40:
            self.bar.setValue(round(x - room / 3))
        row = next((k for k, sub in enumerate(self.shared.rows) if own in sub.steps), 0)
        self.area.ensureVisible(0, t.px(row * ROW + ROW / 2), 0, t.px(ROW))

    def zoom_by(self, steps: int) -> None:
        """Wider or narrower hours; the middle stays."""
        s = self.shared
        middle = s.map.moment(s.offset + self.room / 2)
        s.zoom = max(0, min(len(ZOOMS) - 1, s.zoom + steps))
        self._fit()
        self.bar.setValue(round(s.map.x(middle) - self.room / 2))

    def _on_bar(self, value: int) -> None:
        self.shared.offset = float(value)
        self._at_now = False
        self.head.update()
        self.rows.update()

    def wheelEvent(self, event: QWheelEvent) -> None:
        self.along(event)

    def along(self, event: QWheelEvent) -> None:
        """The wheel moves along the days, where there is nothing to scroll up or down."""
        delta = event.angleDelta()
        self.bar.setValue(self.bar.value() - (delta.x() or delta.y()) // 2)
        event.accept()


class _Head(QWidget):
    """The days, each over its own hours."""

    def __init__(self, shared: RuleShared) -> None:
        super().__init__()
        self.shared = shared
        self.setFixedHeight(t.px(DAYS_HIGH))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        s = self.shared
        if s.days is None:
            return
        painter.setClipRect(QRectF(NAMES_WIDE, 0, box.width() - NAMES_WIDE, box.height()))
        zone = s.days.zone
        # However far the days go, those that are seen are painted.
        seen = (s.map.moment(s.offset + x) for x in (0, box.width() - NAMES_WIDE))
        first, last = (zone.local(moment)[0] for moment in seen)
        last = min(last + 1, zone.local(s.map.moments[-1])[0])
        today = zone.local(s.days.now)[0]
        free = -1e9
        for day in range(first, last):
            begin, end = s.x(zone.moment(day, 0)), s.x(zone.moment(day + 1, 0))
            painter.setPen(paint.pen(t.EDGE, 1.0))
            painter.drawLine(QPointF(begin, 8), QPointF(begin, box.height()))
            words = "Today" if day == today else day_words(day)
            if end - begin < 72:
                words = words.split(" ")[1] if " " in words else words
            left = max(begin, NAMES_WIDE) + 5
            wide = QFontMetricsF(font(13, 600)).horizontalAdvance(words)
            if left > free and end - left > 16 and end > NAMES_WIDE and left + wide < box.width():
                free = left + paint.draw_text(painter, QPointF(left, 22), words, 13, 600 if day == today else 400)
        painter.setPen(paint.pen(t.EDGE, 1.0))
        painter.drawLine(QPointF(NAMES_WIDE, box.height() - 0.5), QPointF(box.width(), box.height() - 0.5))
        now_mark(painter, s, box.height())

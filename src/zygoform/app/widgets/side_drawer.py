"""What stands beside a drawing: pages, what is taller than its room, a panel that becomes a drawer without room."""

from collections.abc import Mapping

from PySide6.QtCore import QEvent, QObject, QPointF, QSize, Qt, Signal
from PySide6.QtGui import QKeyEvent, QPaintEvent, QResizeEvent
from PySide6.QtWidgets import QApplication, QScrollArea, QStackedWidget, QToolButton, QVBoxLayout, QWidget

from zygoform.app.canvas import paint
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import Segments

# The pages beside a drawing, one of them seen, their names in a row above.


class SidePages(QWidget):
    """`turned` says that another page is seen, by whichever way."""

    turned = Signal(str)

    def __init__(self, name: str, says: str, pages: Mapping[str, tuple[str, QWidget]]) -> None:
        super().__init__()
        self.by_name = {own: page for own, (_, page) in pages.items()}
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 8, 8, 8)
        self._names = Segments(name, [(own, words) for own, (words, _) in pages.items()])
        self._names.setAccessibleName(says)
        self._names.chosen.connect(self.turn_to)
        column.addWidget(self._names, 0, Qt.AlignmentFlag.AlignLeft)
        self._stack = QStackedWidget()
        for page in self.by_name.values():
            self._stack.addWidget(scrolled(page))
        column.addWidget(self._stack, 1)

    @property
    def value(self) -> str:
        """The page that is seen, by its name."""
        return self._names.value

    def turn_to(self, page: str) -> None:
        """Another page, or this one once more."""
        self._names.set_value(page)
        self._stack.setCurrentIndex(list(self.by_name).index(page))
        self.turned.emit(page)

    def next(self) -> None:
        """The page after this one; after the last the first."""
        names = list(self.by_name)
        self.turn_to(names[(names.index(self.value) + 1) % len(names)])


_HANDLE, _NAME_AT = 30, 210


def _follow_focus() -> None:
    """Once for the program, and by no object that goes: focus moves while a screen is taken down."""
    app = QApplication.instance()
    if isinstance(app, QApplication) and not app.property("drawers_follow"):
        app.setProperty("drawers_follow", True)
        app.focusChanged.connect(_on_focus)


def _on_focus(_old: QWidget | None, now: QWidget | None) -> None:
    around = now
    while around is not None and not isinstance(around, SideDrawer):
        around = around.parentWidget()
    if around is not None and now is not None:
        around.let_in(now)


class _Handle(QToolButton):
    """The edge of the drawer: its name, read upwards."""

    def __init__(self, name: str, parent: QWidget) -> None:
        super().__init__(parent)
        self._name = name.capitalize()
        self.setObjectName("side_handle")
        self.setCheckable(True)

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        paint.fill(painter, box, t.TAPEWASH if self.isChecked() else t.GROUND)
        painter.setPen(paint.pen(t.BLUE if self.hasFocus() else t.EDGE, 2.0 if self.hasFocus() else 1.0))
        painter.drawLine(box.topLeft(), box.bottomLeft())
        # Of a screen higher than the window the middle is not seen.
        painter.translate(box.center().x() + 5, min(box.center().y(), _NAME_AT))
        painter.rotate(-90)
        paint.draw_text(painter, QPointF(0, 0), self._name, 14, 600, align="centre")


class SideDrawer(QWidget):
    """`main` takes the room the `side` leaves; in a window too narrow for both a handle at the right edge opens it.

    The keyboard opens it by going in, and Esc closes it. Both are empty at first.
    """

    def __init__(self, name: str) -> None:
        super().__init__()
        self.main, self.side, self._name = QWidget(self), QWidget(self), name
        self.is_drawer = self._is_open = False
        side = self.side
        side.setProperty("region", "sheet")
        side.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.handle = _Handle(name, self)
        self.handle.clicked.connect(self._on_handle)
        self.handle.hide()
        self._tell()
        side.installEventFilter(self)
        _follow_focus()

    # As large as both, or as one and the handle

    def minimumSizeHint(self) -> QSize:
        main, side = self._least(self.main), self._least(self.side)
        return QSize(max(main.width(), side.width()) + t.px(_HANDLE), max(main.height(), side.height()))

    def sizeHint(self) -> QSize:
        main, side = self.main.sizeHint(), self.side.sizeHint()
        return QSize(main.width() + side.width(), max(main.height(), side.height()))

    @staticmethod
    def _least(widget: QWidget) -> QSize:
        return widget.minimumSizeHint().expandedTo(widget.minimumSize())

    @property
    def is_open(self) -> bool:
        """Whether the panel is seen."""
        return self._is_open or not self.is_drawer

    def event(self, event: QEvent) -> bool:
        if event.type() == QEvent.Type.LayoutRequest:
            self.updateGeometry()
            self._place()
        return super().event(event)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._place()

    def _place(self) -> None:
        """Both side by side, or the panel over the right of the other."""
        # A panel that is put away altogether leaves its room, and needs no handle.
        wide = 0 if self.side.isHidden() and not self.is_drawer else self._least(self.side).width()
        self.is_drawer = bool(wide) and self.width() < self._least(self.main).width() + wide
        handle = t.px(_HANDLE) if self.is_drawer else 0
        self.handle.setVisible(self.is_drawer)
        self.side.setVisible(self.is_open)
        taken = handle if self.is_drawer else wide
        self.main.setGeometry(0, 0, self.width() - taken, self.height())
        self.side.setGeometry(self.width() - wide - handle, 0, wide, self.height())
        self.handle.setGeometry(self.width() - handle, 0, handle, self.height())
        self.side.raise_()

    def open(self, on: bool = True) -> None:
        """Brings the drawer in, or lets it go back."""
        if not self.is_drawer or on == self._is_open:
            return
        self._is_open = on
        self._tell()
        self._place()

    def _tell(self) -> None:
        words = f"Close {self._name}" if self._is_open else f"Open {self._name}"
        self.handle.setChecked(self._is_open)
        self.handle.setToolTip(words)
        self.handle.setAccessibleName(words)

    def _on_handle(self) -> None:
        self.open(not self._is_open)

    def let_in(self, now: QWidget) -> None:
        """Opens for the keyboard, once that is in the panel."""
        if self.is_drawer and self.isVisible() and self.side.isAncestorOf(now):
            self.open()

    def eventFilter(self, _watched: QObject, event: QEvent) -> bool:
        pressed = event.key() if isinstance(event, QKeyEvent) and event.type() == QEvent.Type.KeyPress else None
        if pressed != Qt.Key.Key_Escape or not (self.is_drawer and self._is_open):
            return False
        self.open(on=False)
        self.handle.setFocus()
        return True


# What may be taller than its room scrolls.


def scrolled(inner: QWidget, *, sideways: bool = False) -> QScrollArea:
    """`inner` in an area as wide as there is room; only where `sideways` does it also scroll across."""
    area = QScrollArea()
    area.setWidgetResizable(True)
    if not sideways:
        area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
    area.setWidget(inner)
    return area

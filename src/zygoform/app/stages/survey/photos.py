"""Photos beside the drawing: numbered dots tie a place on them to a part."""

from collections.abc import Callable
from functools import partial
from pathlib import Path

from PySide6.QtCore import QPointF, QRectF, Signal
from PySide6.QtGui import QImage, QMouseEvent, QPainter, QPaintEvent
from PySide6.QtWidgets import QHBoxLayout, QSizePolicy, QVBoxLayout, QWidget

from zygoform.app.background import patiently
from zygoform.app.canvas import paint
from zygoform.app.canvas.surveying import paint_dot
from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import arrow_button
from zygoform.app.widgets.fields import Field, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.app.widgets.photo_reader import PhotoReader
from zygoform.core.condition.condition import Dot, Photo
from zygoform.core.edits.condition import add_dot, add_photos, name_photo, remove_dot, remove_photo
from zygoform.files.photos import bring_in_all, own_id


class PhotoView(QWidget):
    """One photo with its dots, as large as its room allows."""

    clicked = Signal(float, float)
    dotted = Signal(object)

    def __init__(self, session: Session, reader: PhotoReader) -> None:
        super().__init__()
        self.session, self._reader = session, reader
        self.dots: tuple[Dot, ...] = ()
        self.setObjectName("photo_view")
        self.setAccessibleName("Photo")
        self.setMinimumHeight(t.px(140))
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        session.hover_changed.connect(self.update)

    @property
    def image(self) -> QImage | None:
        """The picture, if there is one."""
        return self._reader.image if self._reader.is_there else None

    def room(self) -> QRectF:
        """Where the picture lies, px at 100 % text."""
        all_ = paint.room_of(self)
        if self.image is None:
            return all_
        share = min(all_.width() / self.image.width(), all_.height() / self.image.height())
        width, height = self.image.width() * share, self.image.height() * share
        return QRectF((all_.width() - width) / 2, 0, width, height)

    def _place(self, dot: Dot) -> QPointF:
        room = self.room()
        return QPointF(room.left() + dot.x * room.width(), room.top() + dot.y * room.height())

    def mousePressEvent(self, event: QMouseEvent) -> None:
        at, room = paint.unscaled(event.position()), self.room()
        for dot in self.dots:
            if (self._place(dot) - at).manhattanLength() <= 16:
                self.dotted.emit(dot)
                return
        if self.image is not None and room.contains(at):
            self.clicked.emit((at.x() - room.left()) / room.width(), (at.y() - room.top()) / room.height())

    def paintEvent(self, _event: QPaintEvent) -> None:
        if self.image is None:
            return
        painter, _ = paint.begin_painting(self)
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        painter.drawImage(self.room(), self.image)
        for dot in self.dots:
            paint_dot(painter, self._place(dot), dot.number, on=dot.part == self.session.view.hovered)


class PhotoPane(QWidget):
    """The photos one after the other. Click a part, then its place on the photo: a dot ties them."""

    told = Signal(str)

    def __init__(self, session: Session, ask: Callable[[], list[str]]) -> None:
        super().__init__()
        self.session, self._ask = session, ask
        self._at = 0
        self.reader = PhotoReader(session, self)
        self.reader.read.connect(self._show_loaded)
        column = QVBoxLayout(self)
        column.setContentsMargins(8, 8, 12, 8)
        column.setSpacing(6)
        row = QHBoxLayout()
        self.where = label("", "strong")
        row.addWidget(self.where, 1)
        self.back = arrow_button("photo_back", "Photo before", "‹", lambda: self.show_photo(self._at - 1))
        self.next = arrow_button("photo_next", "Next photo", "›", lambda: self.show_photo(self._at + 1))
        row.addWidget(self.back)
        row.addWidget(self.next)
        column.addLayout(row)
        self.view = PhotoView(session, self.reader)
        self.view.clicked.connect(self._dot)
        self.view.dotted.connect(lambda dot: session.select(dot.part))
        column.addWidget(self.view, 1)
        self.says = wrapped("", "second")
        self.says.setObjectName("photo_says")
        column.addWidget(self.says)
        self.title = Field(session, "photo_title", "What it shows", self._name)
        column.addWidget(self.title)
        column.addWidget(push_button("photo_bring", "Bring photos in", self.ask_for_photos))
        buttons = QHBoxLayout()
        self.undot = push_button("photo_undot", "Take dot off", self._undot)
        self.away = push_button("photo_away", "Take out", self._away)
        for button in (self.undot, self.away):
            buttons.addWidget(button)
        buttons.addStretch(1)
        column.addLayout(buttons)
        when_seen(self, session.changed, self.refresh)
        when_seen(self, session.hover_changed, self._say)
        self.refresh()

    @property
    def photo(self) -> Photo | None:
        photos = self.session.project.photos
        return photos[self._at] if self._at < len(photos) else None

    def show_photo(self, at: int) -> None:
        """One of the photos, by its place in the row."""
        self._at = max(0, min(at, len(self.session.project.photos) - 1))
        self.refresh()

    def ask_for_photos(self) -> None:
        """Asks for files and brings them in."""
        self.take([Path(name) for name in self._ask()])

    def take(self, files: list[Path]) -> None:
        """Copies files beside the project; what is no picture is told, and the rest is taken."""
        own = self.session.project.id or own_id()
        taken, faults = patiently(partial(bring_in_all, self.session.path, own, files))
        if faults:
            self.told.emit(" ".join(faults[:2]))
        if taken and self.session.try_do(lambda project: add_photos(project, tuple(taken), own)):
            self.show_photo(len(self.session.project.photos) - 1)

    def _name(self, text: str) -> None:
        photo = self.photo
        if photo is not None:
            self.session.do(lambda project: name_photo(project, photo.id, text))

    def _dot(self, x: float, y: float) -> None:
        """The part that is kept is here."""
        photo, part = self.photo, self.session.view.selected
        if photo is None:
            return
        if not part:
            self.told.emit("Click a part on the drawing first, then where it is on the photo.")
            return
        self.session.try_do(lambda project: add_dot(project, photo.id, x, y, part))

    def _kept_dot(self) -> Dot | None:
        photo = self.photo
        return (
            next((d for d in photo.dots if d.part == self.session.view.selected), None)
            if photo is not None
            else None
        )

    def _undot(self) -> None:
        photo, dot = self.photo, self._kept_dot()
        if photo is not None and dot is not None:
            self.session.try_do(lambda project: remove_dot(project, photo.id, dot.number))

    def _away(self) -> None:
        photo = self.photo
        if photo is not None:
            self.session.try_do(lambda project: remove_photo(project, photo.id))

    def refresh(self) -> None:
        """Shows what the document says; the picture itself is read in the background."""
        photos = self.session.project.photos
        self._at = max(0, min(self._at, len(photos) - 1))
        photo = self.photo
        self.where.setText(f"Photo {self._at + 1} of {len(photos)}" if photo else "Photos")
        for button in (self.back, self.next):
            button.setVisible(len(photos) > 1)
        self.title.setVisible(photo is not None)
        self.away.setVisible(photo is not None)
        self.view.dots = photo.dots if photo is not None else ()
        if photo is not None:
            self.title.show_value(photo.title)
        self.reader.load(photo)
        self.view.update()
        self._say()

    def _show_loaded(self) -> None:
        self._say()
        self.view.update()

    def _say(self, _part: str = "") -> None:
        """What can be done, or what is wrong with the photo."""
        photo = self.photo
        self.undot.setVisible(self._kept_dot() is not None)
        if photo is None:
            self.says.setText("Photos are copied beside the project file and shown here, next to the drawing.")
            return
        hint = "Click a part on the drawing, then its place on the photo: a numbered dot ties them."
        self.says.setText(self.reader.fault(photo) or ("" if photo.dots else hint))

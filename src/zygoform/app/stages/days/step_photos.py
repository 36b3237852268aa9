"""The photos of one step, one at a time."""

from PySide6.QtCore import QRectF
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import label
from zygoform.app.widgets.findings import wrapped
from zygoform.app.widgets.photo_reader import PhotoReader
from zygoform.app.widgets.tool_button import arrow_button
from zygoform.core.condition.condition import Photo

PHOTO_HIGH = 170
"""px at 100 % text."""


class StepPhotos(QWidget):
    """The last one first: that is how it looks now."""

    def __init__(self, session: Session, photos: tuple[Photo, ...]) -> None:
        super().__init__()
        self.setObjectName("step_photos")
        self._photos, self._at = photos, len(photos) - 1
        self._reader = PhotoReader(session, self)
        self._reader.read.connect(self._show)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        row = QHBoxLayout()
        self.where = label("", "second")
        self.where.setObjectName("step_photo_where")
        row.addWidget(self.where, 1)
        for button in (
            arrow_button("step_photo_back", "Photo before", "‹", lambda: self.turn(-1)),
            arrow_button("step_photo_next", "Next photo", "›", lambda: self.turn(1)),
        ):
            button.setVisible(len(photos) > 1)
            row.addWidget(button)
        column.addLayout(row)
        self.picture = _Picture(self._reader)
        column.addWidget(self.picture)
        self.says = wrapped("", "second")
        column.addWidget(self.says)
        self.turn(0)

    def turn(self, by: int) -> None:
        """To the one before or after."""
        self._at = (self._at + by) % len(self._photos)
        photo = self._photos[self._at]
        self._reader.load(photo)
        count = f"Photo {self._at + 1} of {len(self._photos)}" if len(self._photos) > 1 else "Photo"
        self.where.setText(f"{count}: {photo.title}" if photo.title else count)
        self.picture.setAccessibleName(self.where.text())
        self._show()

    def _show(self) -> None:
        fault = self._reader.fault(self._photos[self._at])
        self.says.setText(fault)
        self.says.setVisible(bool(fault))
        self.picture.setVisible(not fault)
        self.picture.update()


class _Picture(QWidget):
    def __init__(self, reader: PhotoReader) -> None:
        super().__init__()
        self._reader = reader
        self.setFixedHeight(t.px(PHOTO_HIGH))

    def paintEvent(self, _event: QPaintEvent) -> None:
        image = self._reader.image
        if image is None or image.isNull():
            return
        painter, room = paint.begin_painting(self)
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        share = min(room.width() / image.width(), room.height() / image.height())
        painter.drawImage(QRectF(0, 0, share * image.width(), share * image.height()), image)

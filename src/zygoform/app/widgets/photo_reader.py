"""A photo of the document, read in the background: its picture, or what is wrong with it."""

from pathlib import Path

from PySide6.QtCore import QObject, Signal
from PySide6.QtGui import QImage

from zygoform.app.background import Background, read_picture
from zygoform.app.session import Session
from zygoform.core.condition.condition import Photo
from zygoform.files.photos import photo_path

WIDEST = 1600
"""px: larger photos are read smaller."""


class PhotoReader(QObject):
    """One photo at a time: `image` is there, or None, when `read` is emitted; a damaged one's is null."""

    read = Signal()

    def __init__(self, session: Session, parent: QObject) -> None:
        super().__init__(parent)
        self.session = session
        self.image: QImage | None = None
        self._loaded: tuple[str, Path | None] | None = None
        self._ready: QImage | None = None
        self._work = Background(self)
        self._work.finished.connect(self._show)

    @property
    def is_there(self) -> bool:
        """Whether there is a picture to paint."""
        return self.image is not None and not self.image.isNull()

    def load(self, photo: Photo | None) -> None:
        """Another photo, or the same one where its file lies elsewhere now."""
        path = self._path_of(photo) if photo is not None else None
        key = (photo.file if photo is not None else "", path)
        if key == self._loaded:
            return
        self._loaded, self.image, self._ready = key, None, None
        if path is not None and path.is_file():
            self._work.start(lambda: self._read(key, path))

    def fault(self, photo: Photo) -> str:
        """Why it is not seen, or nothing."""
        path = self._path_of(photo)
        if path is None or not path.is_file():
            return f"{photo.file} is not beside the project file. Put it back, or take the photo out."
        if self.image is not None and self.image.isNull():
            return f"{photo.file} is damaged and cannot be shown."
        return ""

    def _read(self, key: tuple[str, Path | None], path: Path) -> None:
        """In the background, and by another process: whatever the file holds, the window goes on."""
        width, height, pixels = read_picture(path, WIDEST)
        # The bytes are not the image's own.
        image = QImage(pixels, width, height, 4 * width, QImage.Format.Format_RGB32).copy() if pixels else QImage()
        if key == self._loaded:
            self._ready = image

    def _path_of(self, photo: Photo) -> Path | None:
        return photo_path(self.session.path, self.session.project.id, photo)

    def _show(self, _fault: str) -> None:
        if self._ready is not None:
            self.image, self._ready = self._ready, None
        self.read.emit()

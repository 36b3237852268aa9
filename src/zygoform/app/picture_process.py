"""What runs in a picture's process: one file in, its pixels out. Whatever it holds, only this process suffers.

`python -m zygoform.app.picture_process FILE WIDEST` writes width and height (two unsigned 32 bit numbers, the lower
byte first) and then four bytes for each pixel: blue, green, red, nothing. Nothing where it cannot be read.
"""

import resource
import struct
import sys
from pathlib import Path

MOST_MEMORY, MOST_SECONDS = 3 << 30, 60
"""Bytes, and seconds of the processor's own time: any good picture needs less, on a slow machine too."""


def main() -> int:
    """Reads the picture, scaled down where it is larger."""
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (MOST_SECONDS, MOST_SECONDS))
    from PySide6.QtCore import QBuffer, Qt
    from PySide6.QtGui import QImage, QImageReader

    from zygoform.files.pictures import HEAD_BYTES, LARGEST_PHOTO, picture_kind
    from zygoform.files.reading import read_at_most

    path, widest = Path(sys.argv[1]), int(sys.argv[2])
    try:
        pixels = read_at_most(path, LARGEST_PHOTO)
    except OSError:
        return 1
    kind = picture_kind(pixels[:HEAD_BYTES])
    if not kind:
        return 1
    # Memory has its limit above; the reader's own would call a large good picture damaged.
    QImageReader.setAllocationLimit(0)
    # By its bytes: a name need not be one that Qt can write.
    content = QBuffer()
    content.setData(pixels)
    reader = QImageReader(content, {".jpg": b"jpeg"}.get(kind, kind[1:].encode()))
    reader.setDecideFormatFromContent(False)
    reader.setAutoTransform(True)
    size = reader.size()
    if size.isValid() and max(size.width(), size.height()) > widest:
        reader.setScaledSize(size.scaled(widest, widest, Qt.AspectRatioMode.KeepAspectRatio))
    image = reader.read()
    if image.isNull():
        return 1
    image = image.convertToFormat(QImage.Format.Format_RGB32)
    sys.stdout.buffer.write(struct.pack("<II", image.width(), image.height()))
    sys.stdout.buffer.write(bytes(image.constBits()))
    return 0


if __name__ == "__main__":
    raise SystemExit(main())

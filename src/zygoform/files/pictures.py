"""What a picture is by its content; its name's ending says nothing."""

import errno
from pathlib import Path

from zygoform.files.names import shown
from zygoform.files.reading import read_head

KINDS = {".png": "PNG", ".jpg": "JPEG", ".webp": "WebP"}
"""Ending to name of what is taken: kinds that hold nothing but a picture, read by three well-kept libraries."""
LARGEST_PHOTO, HEAD_BYTES = 60_000_000, 16


class PhotoError(Exception):
    """A file that cannot be taken as a photo; the message is for the user."""


def picture_kind(head: bytes) -> str:
    """The ending of the kind that a file's first bytes tell; nothing for anything else.

    PNG's signature (W3C PNG 5.2), JPEG's start of image and first marker (ITU-T T.81 B.1.1), WebP's RIFF header.
    """
    if head.startswith(b"\x89PNG\r\n\x1a\n"):
        return ".png"
    if head.startswith(b"\xff\xd8\xff"):
        return ".jpg"
    return ".webp" if head[:4] == b"RIFF" and head[8:12] == b"WEBP" else ""


def looked_at(source: Path) -> str:
    """The ending a picture should have. Raises PhotoError for what is none or too large, and OSError."""
    try:
        head = read_head(source, LARGEST_PHOTO, HEAD_BYTES)
    except OSError as refused:
        words = {errno.EFBIG: "is too large, over 60 MB", errno.EINVAL: "is no file"}.get(refused.errno or 0)
        if words is None:
            raise
        raise PhotoError(f"{shown(source)} {words}.") from refused
    if not head:
        raise PhotoError(f"{shown(source)} is empty.")
    kind = picture_kind(head)
    if not kind:
        raise PhotoError(f"{shown(source)} is no picture that can be taken: {', '.join(KINDS.values())} are.")
    return kind

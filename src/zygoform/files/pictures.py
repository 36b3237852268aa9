"""What a picture is by its content; its name's ending says nothing."""

from pathlib import Path

KINDS = {".png": "PNG", ".jpg": "JPEG", ".webp": "WebP"}
"""Ending to name of what is taken: kinds that hold nothing but a picture, read by three well-kept libraries."""
LARGEST = 60_000_000


class PhotoError(Exception):
    """A file that cannot be taken as a photo; the message is for the user."""


def kind_of(head: bytes) -> str:
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
    if not source.is_file() and source.exists():
        raise PhotoError(f"{source.name} is no file.")
    with source.open("rb") as file:
        head = file.read(16)
        size = file.seek(0, 2)
    if not 0 < size <= LARGEST:
        raise PhotoError(f"{source.name} is {'empty' if not size else 'too large, over 60 MB'}.")
    kind = kind_of(head)
    if not kind:
        raise PhotoError(f"{source.name} is no picture that can be taken: {', '.join(KINDS.values())} are.")
    return kind

"""Photos of a piece: files beside the project, with numbered dots that tie a place on them to a part."""

from typing import Annotated

from msgspec import Meta, Struct

SHIPPED = "shipped/"
"""Before the name of a drawn stand-in that comes with the program."""
Share = Annotated[float, Meta(ge=0, le=1)]


class Dot(Struct, frozen=True):
    """A place on a photo, in shares of width and height from the upper left; the drawing has the same number."""

    number: Annotated[int, Meta(ge=1, le=9999)]
    x: Share
    y: Share
    part: str


class Photo(Struct, frozen=True):
    """A picture file by its name alone; it lies in the project's folder of photos, or came with the program."""

    id: str
    file: Annotated[str, Meta(min_length=1, max_length=120)]
    title: Annotated[str, Meta(max_length=60)] = ""
    dots: tuple[Dot, ...] = ()

"""What has been taken off a piece: where each part goes, and the hardware in its bags."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

from zygoform.core.measure.reading import Readings

Fate = Literal["keep", "stock", "gone"]


class DisassemblyMark(Struct, frozen=True):
    """A part that comes off: kept for this piece, put to the boards one has, or thrown away."""

    part: str
    fate: Fate = "keep"
    done: bool = False


class Bag(Struct, frozen=True):
    """Hardware of one kind in one bag. `spacing` is between the middles of its screw holes, where it has two."""

    id: str
    what: Annotated[str, Meta(max_length=60)]
    count: Annotated[int, Meta(ge=1, le=999)] = 1
    spacing: Readings = ()
    place: Annotated[str, Meta(max_length=80)] = ""

"""A pattern of the gallery as it would look on the piece it is for: outlines for a small picture."""

from msgspec import Struct, structs

from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.form.form import Body
from zygoform.core.geometry.plane import Outline
from zygoform.core.measure.param import params
from zygoform.core.patterns.even_gap import nearest_even
from zygoform.core.patterns.gallery import GalleryPattern
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.shop import Shop


class GalleryPicture(Struct, frozen=True):
    """Fronts and strips, y up (mm); how many pieces are cut, and how long together. `box` is x0, y0, x1, y1."""

    fronts: tuple[Outline, ...]
    strips: tuple[Outline, ...]
    pieces: int
    length: float
    box: tuple[float, float, float, float]


def gallery_picture(change: StripPattern, wanted: GalleryPattern, body: Body, shop: Shop) -> GalleryPicture:
    """Raises BadInputError where it cannot be laid there."""
    pattern = PatternSet(from_gallery(change, wanted, body, shop), body, shop)
    return GalleryPicture(
        tuple(front.outline for front in pattern.whole.fronts),
        tuple(piece.outline for piece in pattern.laid.pieces),
        len(pattern.cut),
        sum(piece.measured.long_point for piece in pattern.cut),
        pattern.whole.box,
    )


def from_gallery(change: StripPattern, wanted: GalleryPattern, body: Body, shop: Shop) -> StripPattern:
    """A pattern as the gallery has it, on a body: its gap the nearest that comes out even there."""
    width = shop.size(change.board).width
    # What another pattern left behind is as at the beginning; what it is laid on, and how, stays.
    used = {name for family in FAMILIES.values() for name in family.uses} | {"run", "fixing"}
    begun = {entry.name: entry.default for entry in params(type(change)) if entry.name in used}
    own = structs.replace(change, family=wanted.family, **(begun | dict(wanted.values)))
    if wanted.gap is None:
        return own
    own = structs.replace(own, gap=wanted.gap * width)
    # Gaps are made even on the field alone: which strips lie there does not matter.
    run = FAMILIES[own.family].even_run(PatternSet(own, body, shop).alone, own)
    even = nearest_even(run, width, own.gap) if run is not None and own.gap > 0 else None
    return own if even is None else structs.replace(own, gap=even)

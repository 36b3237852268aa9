"""Patterns to start from: a family with values that go well together; gaps in widths of the strip, made even."""

from msgspec import Struct

GalleryValue = float | int | str


class GalleryPattern(Struct, frozen=True):
    """Its name, what it is good for, its family, values of entries, and its gap in widths of the strip."""

    name: str
    title: str
    words: str
    family: str
    values: tuple[tuple[str, GalleryValue], ...] = ()
    gap: float | None = None


GALLERY: tuple[GalleryPattern, ...] = (
    GalleryPattern(
        "peaks", "Peaks", "up the middle, over all fronts", "chevron", (("angle", 45.0), ("run", "one")), 0.75
    ),
    GalleryPattern(
        "arrows", "Flat peaks", "tight, at the saw's 22.5", "chevron", (("angle", 22.5), ("run", "one")), 0.0
    ),
    GalleryPattern("slats", "Upright slats", "the calmest; makes a case taller", "slats", (("angle", 90.0),), 0.5),
    GalleryPattern(
        "slanted", "Slants that answer", "left and right turned over", "slats",
        (("angle", 45.0), ("run", "mirrored")), 1.0,
    ),
    GalleryPattern(
        "diamonds", "Diamonds", "rings about the middle of all", "diamonds", (("angle", 45.0), ("run", "one")), 1.0
    ),
    GalleryPattern(
        "diamond_each", "A diamond each", "every front its own middle", "diamonds",
        (("angle", 30.0), ("run", "each")), 0.75,
    ),
    GalleryPattern(
        "sun", "Rising sun", "from the lower edge, under a boss", "rays",
        (("rays", 8), ("spread", 160.0), ("up", 0), ("run", "one"), ("boss", 120.0)),
    ),
    GalleryPattern("frames", "Frames in frames", "every front its own", "frames", (("rings", 0),), 0.75),
    GalleryPattern("lattice", "Lattice", "laid flat, square in the corners", "lattice", (("angle", 45.0),), 3.0),
    GalleryPattern(
        "herringbone", "Herringbone", "blocks of one length; uses offcuts", "herringbone", (("angle", 45.0),)
    ),
    GalleryPattern("zigzag", "Zigzag", "level, one over the other", "zigzag", (("angle", 35.0), ("waves", 4)), 1.0),
    GalleryPattern(
        "framed", "Framed slants", "a frame on each, strips in it", "filled",
        (("angle", 45.0), ("run", "mirrored")), 0.5,
    ),
    GalleryPattern("basket", "Basket", "squares that lie and stand", "basket", (("angle", 0.0), ("block", 3)), 0.0),
    GalleryPattern("brick", "Brick", "rows moved by a half", "brick", (("angle", 0.0), ("bond", "half")), 0.2),
    GalleryPattern(
        "veneer", "Veneer that meets", "ironed on, slants to an upright line", "turning",
        (("angle", 45.0), ("turn", 135.0), ("line", "upright"), ("fixing", "iron")), 0.0,
    ),
    GalleryPattern("bead", "A bead all round", "makes a plain front a panel", "beads", (("edges", "all"),), 0.75),
    GalleryPattern(
        "oval", "Oval", "bendable trim on each front", "curve",
        (("shape", "oval"), ("segments", 0), ("run", "each")),
    ),
    GalleryPattern(
        "facets", "Oval of straight pieces", "mitred all round, no bending", "curve",
        (("shape", "oval"), ("segments", 16), ("run", "each")),
    ),
)  # fmt: skip
"""Each is worked out on the piece it is for, so that every picture shows that."""

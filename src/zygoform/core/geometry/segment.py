"""A segment of a circle over a chord, in figures and as an outline."""

import math

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline

CHORDS = 24
"""An arc is drawn in so many chords."""


def segment(middle: float, z: float, chord: float, rise: float, chords: int = CHORDS) -> Outline:
    """A segment of a circle over a chord, counter-clockwise; over a half circle an upright half ellipse."""
    half = chord / 2
    points = []
    if rise <= half:
        radius = (half * half + rise * rise) / (2 * rise)
        reach = math.asin(min(1.0, half / radius))
        for k in range(chords + 1):
            turn = reach - 2 * reach * k / chords
            points.append((middle + radius * math.sin(turn), z + rise - radius * (1 - math.cos(turn))))
    else:
        for k in range(chords + 1):
            turn = math.pi * k / chords
            points.append((middle + half * math.cos(turn), z + rise * math.sin(turn)))
    return tuple(points)


class Arc(Struct, frozen=True):
    """Radius, length along it, its angle (degrees), and how high it stands at the place asked for."""

    radius: float
    arc: float
    angle: float
    ordinate: float


def arc(width: float, rise: float, x: float = 0.0) -> Arc:
    """R = (w^2 / 4 + r^2) / (2 r), angle 2 atan2(w / 2, R - r): also where it rises by more than half its width.

    `x` is measured from its left springing.
    """
    if min(width, rise) <= 0:
        raise BadInputError("zero", "An arc has a width and a rise.")
    if not 0 <= x <= width:
        raise BadInputError("out_of_range", "A place on an arc lies between its ends.", "x")
    radius = (width * width / 4 + rise * rise) / (2 * rise)
    angle = 2 * math.atan2(width / 2, radius - rise)
    high = math.sqrt(max(0.0, radius**2 - (x - width / 2) ** 2)) - (radius - rise)
    return Arc(radius, radius * angle, math.degrees(angle), high)

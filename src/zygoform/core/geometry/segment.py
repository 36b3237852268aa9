"""A segment of a circle over a chord."""

import math

from zygoform.core.geometry.plane import Outline

CHORDS = 24
"""An arc is drawn in so many chords."""


def segment(middle: float, z: float, chord: float, rise: float) -> Outline:
    """A segment of a circle over a chord, counter-clockwise; over a half circle an upright half ellipse."""
    half = chord / 2
    points = []
    if rise <= half:
        radius = (half * half + rise * rise) / (2 * rise)
        reach = math.asin(min(1.0, half / radius))
        for k in range(CHORDS + 1):
            turn = reach - 2 * reach * k / CHORDS
            points.append((middle + radius * math.sin(turn), z + rise - radius * (1 - math.cos(turn))))
    else:
        for k in range(CHORDS + 1):
            turn = math.pi * k / CHORDS
            points.append((middle + half * math.cos(turn), z + rise * math.sin(turn)))
    return tuple(points)

"""Legs that lean, and sides that lean inward all round.

A square leg leans about the horizontal line across its sight line: on two adjacent faces the level cuts are then at
the front and the side splay from square. With the first of these faces on the saw the blade leans by less than the
side splay: sin bevel = b / sqrt(1 + a^2 + b^2), a and b the tangents of both splays.
"""

import math

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.mitres import compound_mitre

STEEPEST_SPLAY = 60.0


class Splay(Struct, frozen=True):
    """How a splayed leg stands and is cut; degrees, lengths in the unit given.

    `resultant` is its true lean, `sight_line` the direction it leans in, from the width's; `blank_round` how long
    the blank of a round leg is; `foot_w` and `foot_d` how far the feet are apart.
    """

    resultant: float
    sight_line: float
    axis_length: float
    blank_round: float
    foot_w: float
    foot_d: float
    mitre: float
    end_bevel: float


def splay(
    front_splay: float,
    side_splay: float,
    height: float,
    leg_size: float,
    mount_w: float = 0.0,
    mount_d: float = 0.0,
) -> Splay:
    """A leg `height` high whose splays are seen from the front and from the side, mounted so far apart."""
    if not (0 <= front_splay <= STEEPEST_SPLAY and 0 <= side_splay <= STEEPEST_SPLAY):
        raise BadInputError("out_of_range", "A leg is splayed by 0 to 60 degrees.")
    if min(height, leg_size) <= 0:
        raise BadInputError("zero", "A leg has a height and a size.")
    a, b = (math.tan(math.radians(angle)) for angle in (front_splay, side_splay))
    lean, slope = math.hypot(a, b), math.sqrt(1 + a * a + b * b)
    return Splay(
        math.degrees(math.atan(lean)),
        math.degrees(math.atan2(b, a)),
        height * slope,
        height * slope + leg_size * lean,
        mount_w + 2 * height * a,
        mount_d + 2 * height * b,
        front_splay,
        math.degrees(math.asin(b / slope)),
    )


class TaperedPlinth(Struct, frozen=True):
    """A base whose boards lean inward by `tilt` from vertical."""

    width_top: float
    depth_top: float
    face_width: float
    blank_width: float
    mitre: float
    bevel: float


def tapered_plinth(width_bottom: float, depth_bottom: float, height: float, tilt: float, t: float) -> TaperedPlinth:
    """Top = bottom - 2 h tan t; face h / cos t wide, cut from h / cos t + thickness tan t, both edges bevelled."""
    if not 0 <= tilt < 90:
        raise BadInputError("out_of_range", "The lean is 0 to under 90 degrees from vertical.")
    lean = math.tan(math.radians(tilt))
    face = height / math.cos(math.radians(tilt))
    width, depth = width_bottom - 2 * height * lean, depth_bottom - 2 * height * lean
    if min(width, depth) <= 0:
        raise BadInputError("does_not_fit", "Leaning so far, the sides meet below the top.")
    return TaperedPlinth(width, depth, face, face + t * lean, *compound_mitre(tilt))

"""Saw angles and lengths of mitred pieces.

Saw scale: 0 is a square cut; an end angle is the deviation from square. Formulas are plane and spatial
trigonometry of the bisecting plane, derived here and tested against planes laid through solids; `w` is the
material measured away from the wall (its thickness when the boards stand against a body, its width when they
lie flat as a frame). Any unit of length goes in and out.

Angles in degrees. [geometry]
"""

import math
from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.prism import cross, dot

RunEnd = Literal["out", "in", "square"]


def mitre_scale(corner: float) -> float:
    """Saw scale of an even mitre for a corner of 0 < corner < 180 degrees: 90 - corner/2.

    An 88 degree corner is cut at 46, not 44: the cut meets the long edge at corner/2.
    """
    _check_corner(corner)
    return 90 - corner / 2


def corner_growth(w: float, corner: float) -> float:
    """What one corner adds to the face edge of material `w` thick: w / tan(corner/2); w at 90 degrees."""
    _check_corner(corner)
    return w / math.tan(math.radians(corner / 2))


def _check_corner(corner: float) -> None:
    if not 0 < corner < 180:
        raise BadInputError("out_of_range", "A corner is more than 0 and less than 180 degrees.")


class SawScale(Struct, frozen=True):
    """How an end angle is set. Held square: the end goes against the fence, on a jig with clamps."""

    mode: Literal["normal", "piece square to fence", "mark and cut by hand"]
    scale: float


def saw_scale(end_angle: float, saw_max: float = 50.0) -> SawScale:
    """The scale for an end angle of 0 <= angle < 90 on a saw that swings to `saw_max`."""
    if not 0 <= end_angle < 90:
        raise BadInputError("out_of_range", "An end angle is 0 or more and less than 90 degrees.")
    if end_angle <= saw_max:
        return SawScale("normal", end_angle)
    if 90 - end_angle <= saw_max:
        return SawScale("piece square to fence", 90 - end_angle)
    return SawScale("mark and cut by hand", end_angle)


class Run(Struct, frozen=True):
    """A piece along a wall: its edge at the wall, its face edge and its length over all."""

    wall_edge: float
    face_edge: float
    blank: float


def mitred_run(
    wall: float,
    w: float,
    left: RunEnd,
    right: RunEnd,
    left_corner: float = 90.0,
    right_corner: float = 90.0,
) -> Run:
    """One side of a wrap: `out` goes round a corner, `in` into one, `square` stops."""
    left_growth = _end_growth(w, left, left_corner)
    right_growth = _end_growth(w, right, right_corner)
    face = wall + left_growth + right_growth
    if face <= 0:
        raise BadInputError("does_not_fit", "The inside corners take more than the whole length.")
    return Run(wall, face, wall + max(0.0, left_growth) + max(0.0, right_growth))


def _end_growth(w: float, end: RunEnd, corner: float) -> float:
    sign = {"out": 1, "in": -1, "square": 0}.get(end)
    if sign is None:
        raise BadInputError("unknown_key", "A run ends out, in or square.")
    return sign * corner_growth(w, corner) if sign else 0.0


class Wrap(Struct, frozen=True):
    """Long and short points of a box trim and the length of all its pieces."""

    front_long: float
    front_short: float
    side_long: float
    side_short: float
    total_long: float


def wrap(width: float, depth: float, t: float, sides: int = 4, fit: float = 0.0) -> Wrap:
    """Boards of thickness t round a square box of width x depth, on three or four sides.

    With three sides the back ends are square: a side is the depth and *one* thickness.
    """
    front, side = width + fit, depth + fit
    if sides == 4:
        front_long, side_long = front + 2 * t, side + 2 * t
        return Wrap(front_long, front, side_long, side, 2 * (front_long + side_long))
    if sides == 3:
        front_long, side_long = front + 2 * t, side + t
        return Wrap(front_long, front, side_long, side, front_long + 2 * side_long)
    raise BadInputError("out_of_range", "A wrap has three or four sides.")


class UnequalMitre(Struct, frozen=True):
    """Saw scales of two strips of different width that share one joint line."""

    scale_1: float
    scale_2: float
    joint_length: float


def unequal_mitre(w1: float, w2: float, corner: float = 90.0) -> UnequalMitre:
    """tan a1 = w1 sin c / (w2 + w1 cos c): the narrow strip gets the larger scale."""
    _check_corner(corner)
    if min(w1, w2) <= 0:
        raise BadInputError("zero", "Both strips have a width.")
    c = math.radians(corner)
    a1 = math.atan2(w1 * math.sin(c), w2 + w1 * math.cos(c))
    return UnequalMitre(90 - math.degrees(a1), 90 - math.degrees(c - a1), w1 / math.sin(a1))


def mitred_edges(long: float, w: float, left: float, right: float, *, opposite: bool) -> tuple[float, float]:
    """Both edges of a piece `long` over all with end angles left, right.

    Opposite: the ends lean towards each other (a frame side): (long, short). Otherwise both lean the same way
    (a chevron slat) and each edge lacks the other end's slant.
    """
    lost_left = w * math.tan(math.radians(left))
    lost_right = w * math.tan(math.radians(right))
    if opposite:
        return long, long - lost_left - lost_right
    return long - lost_right, long - lost_left


class PolygonFrame(Struct, frozen=True):
    """A frame of n equal sides."""

    saw_scale: float
    inner_side: float
    outer_side: float
    outer_radius: float
    total_long: float


def polygon_frame(n: int, w: float, *, inner: float | None = None, outer: float | None = None) -> PolygonFrame:
    """n >= 3 strips of width w: scale 180/n, outer = inner + 2 w tan(180/n)."""
    if n < 3 or (inner is None) == (outer is None):
        raise BadInputError("impossible", "Three sides or more, and either the inner or the outer side.")
    half = math.pi / n
    growth = 2 * w * math.tan(half)
    outside = outer if outer is not None else (inner or 0.0) + growth
    if outside <= growth:
        raise BadInputError("does_not_fit", "The strips are wider than the frame has room for.")
    return PolygonFrame(180 / n, outside - growth, outside, outside / (2 * math.sin(half)), n * outside)


class PictureFrame(Struct, frozen=True):
    """A mitred frame round a panel that lies in its rebate."""

    sight_w: float
    sight_h: float
    long_w: float
    long_h: float
    total_long: float
    stock_one_length: float


def picture_frame(
    w: float, h: float, face: float, rebate: float, clearance: float = 0.0, kerf: float = 0.0
) -> PictureFrame:
    """Sight = panel + clearance - 2 rebate; long point = sight + 2 face.

    From one length of moulding, which cannot be turned round: all long points and five slanted kerfs.
    """
    if rebate >= face:
        raise BadInputError("impossible", "The rebate takes the whole face of the moulding.")
    sight_w, sight_h = w + clearance - 2 * rebate, h + clearance - 2 * rebate
    if min(sight_w, sight_h) <= 0:
        raise BadInputError("does_not_fit", "Nothing of the panel would be seen.")
    long_w, long_h = sight_w + 2 * face, sight_h + 2 * face
    total = 2 * (long_w + long_h)
    one_length = total + 5 * kerf / math.cos(math.pi / 4)
    return PictureFrame(sight_w, sight_h, long_w, long_h, total, one_length)


def compound_mitre(tilt: float, corner: float = 90.0) -> tuple[float, float]:
    """(mitre, bevel) for sides that lean by `tilt` from vertical and meet at `corner` in plan, board flat.

    tan M = sin t / tan(c/2), sin B = cos t cos(c/2). No tilt is a box, 90 a flat frame.
    """
    _check_corner(corner)
    if not 0 <= tilt <= 90:
        raise BadInputError("out_of_range", "The lean is 0 to 90 degrees from vertical.")
    t, half = math.radians(tilt), math.radians(corner / 2)
    mitre = math.atan2(math.sin(t), math.tan(half))
    return math.degrees(mitre), math.degrees(math.asin(math.cos(t) * math.cos(half)))


class CompoundUnequal(Struct, frozen=True):
    """Settings for two boards that lean differently: a mitre for each, one bevel for both.

    A mitre is + where the joint leans away from the corner, as that of a pyramid; less than nothing where it leans
    over it: the upper edge is the longer one then.
    """

    mitre_1: float
    mitre_2: float
    bevel: float


def compound_unequal(tilt_1: float, tilt_2: float, corner: float = 90.0) -> CompoundUnequal:
    """Boards of equal thickness leaning by tilt_1 and tilt_2 from vertical, meeting at `corner` in plan.

    The joint lies along the cross product of the outward normals; a board's mitre is the angle between the joint
    and its own up-slope line, the bevel half the angle between the normals.
    """
    _check_corner(corner)
    if not (0 <= tilt_1 < 90 and 0 <= tilt_2 < 90):
        raise BadInputError("out_of_range", "The lean is 0 to less than 90 degrees from vertical.")
    t1, t2 = math.radians(tilt_1), math.radians(tilt_2)
    # Between the outward directions of the two sides in plan.
    turn = math.pi - math.radians(corner)
    u1, u2 = (1.0, 0.0), (math.cos(turn), math.sin(turn))
    n1, n2 = ((u[0] * math.cos(t), u[1] * math.cos(t), math.sin(t)) for u, t in ((u1, t1), (u2, t2)))
    up1, up2 = ((-u[0] * math.sin(t), -u[1] * math.sin(t), math.cos(t)) for u, t in ((u1, t1), (u2, t2)))
    joint = cross(n1, n2)
    between = math.atan2(math.hypot(*joint), dot(n1, n2))
    # Level along each board, away from the corner they meet at.
    away1, away2 = (u1[1], -u1[0], 0.0), (-u2[1], u2[0], 0.0)
    mitre_1, mitre_2 = (
        math.degrees(math.atan2(dot(joint, away), dot(joint, up))) for away, up in ((away1, up1), (away2, up2))
    )
    return CompoundUnequal(mitre_1, mitre_2, math.degrees(between) / 2)

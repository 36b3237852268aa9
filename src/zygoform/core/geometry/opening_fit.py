"""What still fits into an opening that is out of square, from its readings with a tape."""

import math

from msgspec import Struct

from zygoform.core.errors import BadInputError


class Quad(Struct, frozen=True):
    """Readings of an opening (mm). Rising runs from bottom left to top right, falling from top left down.

    The middle ones, from side to side and from top to bottom, tell of sides that are bowed inwards.
    """

    bottom: float
    top: float
    left: float
    right: float
    rising: float
    falling: float
    middle: float | None = None
    centre: float | None = None


class Usable(Struct, frozen=True):
    """The largest level rectangle sure to go in, standing on the bottom (mm); how far the sides lean (degrees,
    + to the right); and by how much the top read differs from the one the other readings make (mm).
    """

    width: float
    height: float
    lean: float
    closure: float


def usable(quad: Quad, either_way: float = 0.0) -> Usable:
    """The rectangle that lies inside every opening whose sides are within `either_way` of the readings.

    The bottom lies level from A = (0, 0) to B. D, over A, follows from the left side and the falling diagonal,
    C from the right side and the rising one: x = (r0² - r1² + b²) / (2b). Each limit is taken at the end of its
    range that leaves least; bows are taken off. Raises BadInputError `impossible` where no such opening exists,
    `does_not_fit` where nothing is sure to go in.
    """
    e = either_way
    low, high = quad.bottom - e, quad.bottom + e
    # x of D is greatest for a long bottom, a long left side and a short falling diagonal.
    d_far = _foot(high, quad.left + e, quad.falling - e)
    d_near = _foot(low, quad.left - e, quad.falling + e)
    # How far C stands in from B: greatest for a long right side and a short rising diagonal. As x of C it also
    # depends on the bottom, and falls and rises again: least at sqrt(rising² - right²) where that is possible.
    k = (quad.rising - e) ** 2 - (quad.right + e) ** 2
    turn = math.sqrt(k) if k > 0 else low
    c_left = min(_c_from(k, b) for b in (low, high, min(max(turn, low), high)))
    c_in = max(abs(_foot(b, quad.right + s * e, quad.rising - s * e)) for b in (low, high) for s in (1, -1))
    d_out = max(abs(d_far), abs(d_near))
    d_high = _leg(quad.left - e, d_out)
    c_high = _leg(quad.right - e, c_in)
    height = min(d_high, c_high)
    left = max(0.0, d_far * height / d_high)
    # At the height used, the right side has come in by at most this.
    right = min(low, c_left) if c_left < low else low
    bow_across = _bow(quad.bottom, quad.top, quad.middle)
    bow_up = _bow(quad.left, quad.right, quad.centre)
    width, height = right - left - bow_across, height - bow_up
    if min(width, height) <= 0:
        raise BadInputError("does_not_fit", "By these readings nothing straight goes into this opening.")
    return Usable(width, height, lean(quad), closure(quad))


def lean(quad: Quad) -> float:
    """Degrees the sides lean to the right, exact for every quadrilateral: sin = (d1² - d2²) / (4 w h)."""
    across = quad.middle or (quad.bottom + quad.top) / 2
    up = quad.centre or (quad.left + quad.right) / 2
    sine = (quad.rising**2 - quad.falling**2) / (4 * across * up)
    if not -1 < sine < 1:
        raise BadInputError("impossible", "These diagonals do not belong to such an opening. Measure them again.")
    return math.degrees(math.asin(sine))


def closure(quad: Quad) -> float:
    """The top that the five other readings make, less the top read: beyond 3 mm one reading is wrong."""
    dx = _foot(quad.bottom, quad.left, quad.falling)
    cx = quad.bottom - _foot(quad.bottom, quad.right, quad.rising)
    return math.hypot(cx - dx, _leg(quad.right, quad.bottom - cx) - _leg(quad.left, dx)) - quad.top


def _foot(base: float, side: float, diagonal: float) -> float:
    """How far from its lower end, along the base, the upper end of a side stands."""
    return (side**2 - diagonal**2 + base**2) / (2 * base)


def _c_from(k: float, base: float) -> float:
    """x of the upper right corner, k being its diagonal squared less its side squared."""
    return (k + base**2) / (2 * base)


def _leg(side: float, foot: float) -> float:
    if side <= abs(foot):
        raise BadInputError("impossible", "These sides and diagonals do not close. Measure them again.")
    return math.sqrt(side**2 - foot**2)


def _bow(first: float, last: float, middle: float | None) -> float:
    return 0.0 if middle is None else max(0.0, (first + last) / 2 - middle)

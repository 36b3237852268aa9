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

        D-------C      The bottom lies level from A = (0, 0) to B = (b, 0). How far D stands in from over A follows
        |       |      from the left side and the falling diagonal, C from over B from the right side and the
        A-------B      rising one: inset = (side² - diagonal² + b²) / (2b).

    Each limit is taken at the end of its range that leaves least, the bottom where both sides together do; bows are
    taken off. What is mirrored gives the mirrored answer. Raises BadInputError `impossible` where no such opening
    exists, `does_not_fit` where nothing is sure to go in.
    """
    e = either_way
    low, high = quad.bottom - e, quad.bottom + e
    left, right = _Side(quad.left, quad.falling, e), _Side(quad.right, quad.rising, e)
    heights = [side.height(low, high) for side in (left, right)]
    height = min(heights)
    shares = [height / own for own in heights]
    width = min(
        base - sum(share * max(0.0, side.inset(base)) for side, share in zip((left, right), shares, strict=True))
        for base in _worst_bases(low, high, (left, right), shares)
    )
    width, height = (
        width - _bow(quad.bottom, quad.top, quad.middle),
        height - _bow(quad.left, quad.right, quad.centre),
    )
    if min(width, height) <= 0:
        raise BadInputError("does_not_fit", "By these readings nothing straight goes into this opening.")
    return Usable(width, height, lean(quad), closure(quad))


class _Side:
    """One side and the diagonal that ends on it, as far off as leaves least room: long side, short diagonal."""

    def __init__(self, side: float, diagonal: float, error: float) -> None:
        self.side, self.diagonal, self.error = side, diagonal, error
        self.squares = (side + error) ** 2 - (diagonal - error) ** 2

    def inset(self, base: float) -> float:
        """How far its upper end stands in over a bottom `base` long, at most."""
        return (self.squares + base**2) / (2 * base)

    def height(self, low: float, high: float) -> float:
        """How high its upper end stands, at least, over any bottom low..high."""
        e = self.error
        outset = max(
            abs(_foot(base, self.side + s * e, self.diagonal - s * e)) for base in (low, high) for s in (1, -1)
        )
        return _leg(self.side - e, outset)


def _worst_bases(low: float, high: float, sides: tuple[_Side, _Side], shares: list[float]) -> list[float]:
    """Where the width, b less a share of each inset, can be least: at the ends, where a side is upright, at a turn.

    With both, or one, of the insets counting it is b (1 - s/2) - s k / (2b), the shares s
    added up and k the squares: it turns at sqrt(-s k / (2 - s)).
    """
    bases = [low, high]
    for counted in ((0,), (1,), (0, 1)):
        squares = sum(shares[i] * sides[i].squares for i in counted)
        rest = 2 - sum(shares[i] for i in counted)
        if squares < 0 < rest:
            bases.append(math.sqrt(-squares / rest))
        if squares < 0:
            bases.append(math.sqrt(-squares))
    return [min(max(base, low), high) for base in bases]


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


def _leg(side: float, foot: float) -> float:
    if side <= abs(foot):
        raise BadInputError("impossible", "These sides and diagonals do not close. Measure them again.")
    return math.sqrt(side**2 - foot**2)


def _bow(first: float, last: float, middle: float | None) -> float:
    return 0.0 if middle is None else max(0.0, (first + last) / 2 - middle)

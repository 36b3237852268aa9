"""Which screw: the longest on sale that holds and stays in the wood. None where none does, and then it is told.

Tip clearance: 3 mm, in members under 12 mm half of that; bite and the pocket screws' table are shop practice, to be
tried on scrap.

Lengths in mm. [practice]
"""

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.measure.parse import INCH
from zygoform.core.tolerance import SAME_MM

TIP_CLEAR, THIN_CLEAR, THIN_WOOD = 3.0, 1.5, 12.0
"""A screw's tip stays so far (mm) from the far face: in wood at least THIN_WOOD thick, and in thinner. [practice]
"""
HINGE_LEAF = 2.0
"""A leaf of a hinge, a slide or a pull's plate is so thick (mm), as usual. [label]"""
IN_WALL, USUAL_IN_WALL = (50.0, 100.0), 60.0
"""How long screws into a wall are (mm), and as usual. [practice]"""
LEAST_BITE = 8.0
"""It reaches so far (mm) at least into what it holds to. [practice]"""
_POCKET = ((0.5, 1.0), (0.625, 1.0), (0.75, 1.25), (0.875, 1.5), (1.0, 1.5), (1.25, 2.0), (1.5, 2.5))
"""Board thickness and the pocket screw that suits it, inches. [practice]"""
POCKET_SLACK = 4.0
"""A pocket screw this much (mm) shorter than the table's serves as well. [practice]"""


class Driven(Struct, frozen=True):
    """A screw through `outer` into `inner` (mm): it may be from `least` to `most` long, and is `length`.

    `length` is 0 where nothing on sale is as long; where `most` is less than `least` nothing can be.
    """

    outer: float
    inner: float
    least: float
    most: float
    length: float = 0.0

    @property
    def is_near_face(self) -> bool:
        """Whether the wood is so thin that the tip ends nearer to its face than usual."""
        return self.inner < THIN_WOOD


def wall_screw(sizes: tuple[float, ...]) -> Driven:
    """Through a bracket or strap and the wall's board well into a stud, or a plug: the size nearest to usual."""
    low, high = IN_WALL
    fits = [size for size in sizes if low - SAME_MM <= size <= high + SAME_MM]
    return Driven(0.0, high, low, high, min(fits, key=lambda size: abs(size - USUAL_IN_WALL), default=0.0))


def tip_clear(inner: float) -> float:
    """How far (mm) a tip stays from the far face of wood so thick."""
    return TIP_CLEAR if inner >= THIN_WOOD - SAME_MM else THIN_CLEAR


def wood_screw(outer: float, inner: float, sizes: tuple[float, ...], bite: float = LEAST_BITE) -> Driven:
    """The longest wood screw of these sizes (mm) through `outer` that bites `inner` and does not come through."""
    least, most = outer + bite, outer + inner - tip_clear(inner)
    try:
        length = through_screw(outer, inner, tip_clear(inner), bite, sizes)
    except BadInputError:
        length = 0.0
    return Driven(outer, inner, least, most, length)


def through_screw(
    outer: float,
    inner: float,
    tip_clear: float,
    min_bite: float,
    sizes: tuple[float, ...],
    countersink: float = 0.0,
) -> float:
    """The longest stocked screw that bites `min_bite` into `inner` and stays `tip_clear` inside it (all mm).

    Raises BadInputError, `no_stock_size`, where there is none.
    """
    least = outer - countersink + min_bite
    most = outer - countersink + inner - tip_clear
    fits = [size for size in sizes if least - SAME_MM <= size <= most + SAME_MM]
    if not fits:
        raise BadInputError("no_stock_size", "No screw on sale is {0} to {1} long.", "sizes", (least, most))
    return max(fits)


def pocket_screw(thickness: float, into: float, sizes: tuple[float, ...]) -> Driven:
    """Pocket screws for boards `thickness` thick whose end or edge goes against wood `into` thick (mm).

    The table is for two boards alike: the thinner one counts, the jig is set for it. Of the `sizes` on sale the
    longest within POCKET_SLACK under the table's.
    """
    thin = min(thickness, into)
    fits = [screw for board, screw in _POCKET if board * INCH <= thin + 0.5]
    if not fits:
        return Driven(thickness, into, INCH, 0.0)
    wanted = fits[-1] * INCH
    length = max((s for s in sizes if wanted - POCKET_SLACK <= s <= wanted + SAME_MM), default=0.0)
    return Driven(thickness, into, wanted - POCKET_SLACK, wanted, length)


class PullScrew(Struct, frozen=True):
    """The longest screw on sale that holds a pull, and from where to where it may be."""

    length: float
    min: float
    max: float


def pull_screw(
    front_t: float, extra_t: float, engage_min: float, engage_max: float, sizes: tuple[float, ...]
) -> PullScrew:
    """Through the front and what is glued on it, then from `engage_min` to `engage_max` into the pull's thread."""
    if front_t <= 0 or not 0 <= engage_min <= engage_max:
        raise BadInputError("impossible", "A front has a thickness, and a thread a depth.")
    least, most = front_t + extra_t + engage_min, front_t + extra_t + engage_max
    fits = [size for size in sizes if least - SAME_MM <= size <= most + SAME_MM]
    if not fits:
        raise BadInputError("no_stock_size", "No screw on sale is {0} to {1} long.", "sizes", (least, most))
    return PullScrew(max(fits), least, most)

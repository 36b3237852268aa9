r"""The shape of a top's edge: its front bowed or as traced from the old one, corners rounded, a profile all round.

back
+-----------+
|           |      depths are taken from the back edge at both ends, at the quarters and in the middle
\\           /
`--___--'        front
"""

import math
from typing import Annotated, Any, Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, Point, arc, extent, round_corners, segment
from zygoform.core.geometry.prism import Prism, upright
from zygoform.core.geometry.solid import CutOff, Shape, Solid
from zygoform.core.measure.message import Message
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.outcome.outcome import Note
from zygoform.core.tolerance import SAME_MM

Front = Literal["straight", "bowed", "traced"]
FrontEdge = Annotated[
    Front,
    choice(
        "Front edge",
        Choice("straight", "straight", "as most tops are"),
        Choice("bowed", "bowed out", "an arc from corner to corner, set by how far its middle stands out"),
        Choice("traced", "as traced", "five depths of the old top, from its back; a hollow front needs a template"),
        main=False,
    ),
]
Bow = Annotated[float, length("Bows out", 2, 400, main=False, counts_if=("front", "bowed"), inch=50.8)]
STATIONS = ("left", "quarter", "middle", "three quarters", "right")


def depth_entry(place: str) -> Any:
    """One of the five depths of a traced top."""
    hint = "from the back edge; 0: as deep as it is there"
    return length(
        place.capitalize(), 0, 2000, group="Depth as traced", main=False, hint=hint, counts_if=("front", "traced")
    )


Profile = Literal["square", "eased", "rounded", "chamfer"]
EdgeProfile = Annotated[
    Profile,
    choice(
        "Edge profile",
        Choice("square", "square", "modern; corners are only broken with paper"),
        Choice("eased", "eased", "a hair off every corner: paint holds, nothing splinters"),
        Choice("rounded", "rounded over", "soft to lean on; a router bit with a bearing"),
        Choice("chamfer", "chamfered", "crisp; a router bit or a plane"),
        main=False,
    ),
]
ProfileSize = Annotated[float, length("Profile", 1, 40, main=False, counts_if=("profile", ("rounded", "chamfer")))]
EASED = 1.5
"""An eased corner is a chamfer of so much (mm). [practice]"""
ROUND_FACET = 2 - math.sqrt(2)
"""A quarter circle of radius r touches a chamfer of (2 - root 2) r in its middle: so it is drawn. [drawn]"""
LONG_ENOUGH = 5.0
"""Shorter chords of an arc are drawn with square edges (mm). [drawn]"""
LEAST_LEFT_SQUARE = 2.0
"""A bearing needs so much of the edge to run on (mm). [practice]"""


class TopShape(Struct, frozen=True):
    """`edge` is the outline with sharp corners, `outline` with rounded ones; `deeper` what the front adds (mm)."""

    edge: Outline
    outline: Outline
    deeper: float = 0.0


def top_shape(
    outline: Outline, front: Front, bow: float, depths: tuple[float, ...], radii: tuple[float, float, float, float]
) -> TopShape:
    """From front left, front right, back right, back left. Raises BadInputError where the front would be hollow."""
    if front == "straight":
        return TopShape(outline, round_corners(outline, radii))
    curve = _bowed(outline, bow) if front == "bowed" else _traced(outline, depths)
    edge = (*curve, outline[2], outline[3])
    rounded = round_corners(edge, (*(0.0,) * len(curve), *radii[2:]))
    before, now = (extent(one, (0.0, 1.0)) for one in (outline, edge))
    return TopShape(edge, rounded, (now[1] - now[0]) - (before[1] - before[0]))


def _bowed(outline: Outline, bow: float) -> Outline:
    """An arc from front left to front right; it bows out by no more than half its chord."""
    (ax, ay), (bx, by) = outline[:2]
    chord = math.dist(outline[0], outline[1])
    if bow > chord / 2 + SAME_MM:
        raise BadInputError("does_not_fit", "An arc bows by half its width at most: {0}.", "bow", (chord / 2,))
    ux, uy = (bx - ax) / chord, (by - ay) / chord
    # A segment of a circle runs from right to left.
    rises = reversed(segment(chord / 2, 0.0, chord, bow))
    return tuple((ax + along * ux + out * uy, ay + along * uy - out * ux) for along, out in rises)


def _traced(outline: Outline, depths: tuple[float, ...]) -> Outline:
    """Through five points a smooth line: at each its slope is that between its neighbours (Catmull and Rom)."""
    (left, _), (right, _), back_right, back_left = outline
    slope = outline[1][1] - outline[0][1]
    step = (right - left) / (len(depths) - 1)
    points = []
    for k, depth in enumerate(depths):
        x = left + k * step
        share = (x - back_left[0]) / (back_right[0] - back_left[0])
        back = back_left[1] + share * (back_right[1] - back_left[1])
        points.append((x, back - depth if depth else outline[0][1] + (x - left) / (right - left) * slope))
    for k in range(1, len(points) - 1):
        (_, before), (_, here), (_, after) = points[k - 1 : k + 2]
        if here > (before + after) / 2 + SAME_MM:
            message = "The front would be hollow there: a hollow edge is sawn after a template, not worked out."
            raise BadInputError("impossible", message, _entry(k))
    slopes = [
        ((points[min(k + 1, 4)][1] - points[max(k - 1, 0)][1]) / (min(k + 1, 4) - max(k - 1, 0))) for k in range(5)
    ]
    fine = [_between(points[k], points[k + 1], slopes[k], slopes[k + 1], j / 6) for k in range(4) for j in range(6)]
    return _hull((*fine, points[-1]))


def _between(a: Point, b: Point, rise: float, next_rise: float, t: float) -> Point:
    """Hermite's cubic between two points; rises are by the whole step."""
    h = (2 * t**3 - 3 * t**2 + 1, t**3 - 2 * t**2 + t, -2 * t**3 + 3 * t**2, t**3 - t**2)
    return a[0] + t * (b[0] - a[0]), h[0] * a[1] + h[1] * rise + h[2] * b[1] + h[3] * next_rise


def _hull(points: Outline) -> Outline:
    """Without the points that would make it hollow by a hair."""
    kept = list[Point]()
    for point in points:
        while len(kept) > 1 and _turn(kept[-2], kept[-1], point) <= 0:
            kept.pop()
        kept.append(point)
    return tuple(kept)


def _turn(a: Point, b: Point, c: Point) -> float:
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


def _entry(k: int) -> str:
    return f"depth_{STATIONS[k].replace(' ', '_')}"


def facet(profile: Profile, size: float, thickness: float) -> float:
    """How much of the upper edge a profile takes, as it is drawn. Raises BadInputError where it takes all."""
    most = thickness - LEAST_LEFT_SQUARE
    if profile in ("rounded", "chamfer") and size > most + SAME_MM:
        message = "At most {0}: some of the edge stays square for the bit's bearing."
        raise BadInputError("does_not_fit", message, "profile_size", (most,))
    return {"square": 0.0, "eased": EASED, "rounded": ROUND_FACET * size, "chamfer": size}[profile]


def profiled(outline: Outline, whole: Outline, low: float, thickness: float, taken: float, *, back: bool) -> Shape:
    """Part of a top over `outline`, its upper edge taken off by `taken` wherever it lies on that of the `whole`."""
    solid = upright(outline, low, low + thickness)
    if taken <= SAME_MM:
        return solid
    cuts, high = list[CutOff](), low + thickness
    for a, b in zip(whole, whole[1:] + whole[:1], strict=True):
        long = math.dist(a, b)
        nx, ny = (b[1] - a[1]) / max(long, SAME_MM), -(b[0] - a[0]) / max(long, SAME_MM)
        if long < LONG_ENOUGH or (ny > 0.9 and not back):
            continue
        if _reaches(solid, a, (nx, ny), taken):
            slant = math.sqrt(0.5)
            cuts.append(CutOff(((a[0], a[1], high - taken), (nx * slant, ny * slant, slant))))
    return Solid(solid, tuple(cuts)) if cuts else solid


def _reaches(solid: Prism, at: Point, outward: Point, taken: float) -> bool:
    return any((x - at[0]) * outward[0] + (y - at[1]) * outward[1] > SAME_MM - taken for x, y, _ in solid.corners)


def shape_notes(front: Front, shape: TopShape, bow: float, profile: Profile, size: float) -> tuple[Note, ...]:
    """How the front is marked, and how the profile is made."""
    notes = list[Note]()
    if front == "bowed":
        chord = math.dist(shape.edge[0], shape.edge[-3])
        text = "Radius {0}: a lath with a pin at one end and a pencil at the other draws it from corner to corner."
        notes.append(Note("Front", Message(text, (arc(chord, bow).radius,))))
    elif front == "traced":
        text = "Lay the old top on the new one, back edges flush, and trace it; the depths are a check."
        notes.append(Note("Front", Message(text)))
    if profile in ("rounded", "chamfer"):
        words = "a round-over bit of {0}" if profile == "rounded" else "a chamfer of {0}"
        text = f"On the upper edge {words}, after gluing and flattening: ends first, then the long edges."
        notes.append(Note("Profile", Message(text, (size,))))
    elif profile == "eased":
        notes.append(Note("Profile", Message("Break every edge with a block and fine paper: three strokes each.")))
    return tuple(notes)

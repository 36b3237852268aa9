"""Where pulls stand on a front, and what old holes mean for new ones. One unit in and out.

[geometry]
"""

import math
from itertools import pairwise
from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError

HOLE_SLACK = 1e-9
HoleStatus = Literal["same", "clear", "thin", "overlap"]
HolesVerdict = Literal["as they are", "plug and drill", "dowel, cure, redrill"]


class PullPlaces(Struct, frozen=True):
    """Middles of the pulls and their holes from the front's left edge, and their height from its lower one."""

    centres: tuple[float, ...]
    holes: tuple[float, ...]
    y: float


def pull_places(
    front_w: float,
    front_h: float,
    n: int,
    spacing: float,
    fraction: float = 0.25,
    inset: float | None = None,
    vertical: float | None = None,
    min_edge: float = 0.0,
) -> PullPlaces:
    """One in the middle; two at `fraction` of the width from each side, or with holes `inset` from the edges.

    Holes lie at the middle plus and minus half the spacing; of a knob (spacing 0) there is one.
    """
    if min(front_w, front_h) <= 0:
        raise BadInputError("zero", "A front has a width and a height.")
    if n not in (1, 2):
        raise BadInputError("out_of_range", "One pull, or two.", "n")
    if not 0 < fraction < 0.5:
        raise BadInputError("out_of_range", "Two stand at less than half the width from each side.", "fraction")
    near = fraction * front_w if inset is None else inset + spacing / 2
    centres = (front_w / 2,) if n == 1 else (near, front_w - near)
    offsets = (0.0,) if spacing == 0 else (-spacing / 2, spacing / 2)
    holes = tuple(centre + off for centre in centres for off in offsets)
    y = front_h / 2 if vertical is None else vertical
    edge = min_edge - HOLE_SLACK * front_w
    if holes[0] < edge or holes[-1] > front_w - edge or not edge <= y <= front_h - edge:
        raise BadInputError("does_not_fit", "A hole would lie outside the front, or too near its edge.", "spacing")
    if any(b <= a for a, b in pairwise(holes)):
        raise BadInputError("does_not_fit", "The two pulls would meet.", "spacing")
    return PullPlaces(centres, holes, y)


class Reuse(Struct, frozen=True):
    """For each new hole how it lies to the nearest old one, with the wood left between (webs); and what to do."""

    status: tuple[HoleStatus, ...]
    webs: tuple[float, ...]
    verdict: HolesVerdict
    shift_to_reuse_one: float


def reuse(
    old_spacing: float,
    new_spacing: float,
    old_center: float = 0.0,
    new_center: float = 0.0,
    plug_d: float = 8.0,
    hole_d: float = 5.0,
    min_web: float = 3.0,
    tol: float = 0.3,
    dy: float = 0.0,
) -> Reuse:
    """Each new hole against the nearest old one, at distance d: the same within `tol`; else the web between the
    plug and the hole is d - plug / 2 - hole / 2. Less than nothing they overlap, under `min_web` it is thin.
    """
    if min(old_spacing, new_spacing) < 0:
        raise BadInputError("negative", "A spacing is not less than nothing.")
    old, new = _holes(old_center, old_spacing), _holes(new_center, new_spacing)
    status, webs = list[HoleStatus](), list[float]()
    for hole in new:
        found = hole_status(min(math.hypot(hole - before, dy) for before in old), plug_d, hole_d, min_web, tol)
        status.append(found[0])
        webs.append(found[1])
    verdict: HolesVerdict = (
        "as they are"
        if set(status) == {"same"}
        else "dowel, cure, redrill"
        if {"overlap", "thin"} & set(status)
        else "plug and drill"
    )
    return Reuse(tuple(status), tuple(webs), verdict, abs(new_spacing - old_spacing) / 2)


def hole_status(
    distance: float, plug_d: float = 8.0, hole_d: float = 5.0, min_web: float = 3.0, tol: float = 0.3
) -> tuple[HoleStatus, float]:
    """How a new hole lies to an old one whose middle is so far off, and how much wood is left between."""
    web = distance - plug_d / 2 - hole_d / 2
    if distance <= tol + HOLE_SLACK:
        return "same", web
    if web < -HOLE_SLACK:
        return "overlap", web
    return ("thin" if web < min_web - HOLE_SLACK * max(1.0, min_web) else "clear"), web


def _holes(center: float, spacing: float) -> tuple[float, ...]:
    return (center,) if spacing == 0 else (center - spacing / 2, center + spacing / 2)


class Covered(Struct, frozen=True):
    """Whether a plate hides a plug, and how much it has to spare."""

    covered: bool
    spare: float


def backplate(
    shape: Literal["rect", "ellipse"],
    w: float,
    h: float,
    dx: float,
    dy: float,
    plug_d: float,
    margin: float = 0.0,
) -> Covered:
    """The plug lies `dx`, `dy` from the plate's middle: the way to the edge, less half the plug and a margin."""
    if min(w, h) <= 0:
        raise BadInputError("zero", "A plate has a width and a height.")
    if shape == "rect":
        to_edge = min(w / 2 - abs(dx), h / 2 - abs(dy))
    else:
        inside = (2 * dx / w) ** 2 + (2 * dy / h) ** 2 <= 1
        far = distance_to_ellipse(w / 2, h / 2, abs(dx), abs(dy))
        to_edge = far if inside else -far
    spare = to_edge - plug_d / 2 - margin
    return Covered(spare >= -HOLE_SLACK, spare)


def distance_to_ellipse(a: float, b: float, x: float, y: float) -> float:
    """From a point of the first quarter to the curve with half axes a and b.

    The nearest point is at t with (a x / (t + a²))² + (b y / (t + b²))² = 1 (Eberly): found by halving.
    """
    if a < b:
        a, b, x, y = b, a, y, x
    if y == 0 and x < (a * a - b * b) / a:
        # Far inside on the long axis two points are nearest, off that axis.
        px = a * a * x / (a * a - b * b)
        return math.hypot(px - x, b * math.sqrt(max(0.0, 1 - (px / a) ** 2)))
    if y == 0:
        return abs(x - a)
    low, high = -b * b + b * y, -b * b + math.hypot(a * x, b * y)
    for _ in range(200):
        t = (low + high) / 2
        value = (a * x / (t + a * a)) ** 2 + (b * y / (t + b * b)) ** 2
        low, high = (t, high) if value > 1 else (low, t)
    t = (low + high) / 2
    return math.hypot(a * a * x / (t + a * a) - x, b * b * y / (t + b * b) - y)

"""A front hinged low, that drops open: what it hits, and where its hinge must stand. One unit in and out.

z ^   |  |        closed: its back face at y = 0, its front at y = t, its bottom at z = 0;
|   |  |        the axis stands at y = a, zh over the bottom edge
+---|--|--> y   it turns towards the viewer; what is below the axis swings into the box

[geometry]
"""

import math

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.tolerance import SAME_MM

FULLY_OPEN = 90.0


class Flap(Struct, frozen=True):
    """What a flap does on its way, and where it ends up, open as far as it should.

    `drop` is how far its front corner comes below the closed bottom, `top_rise` how far its inner top edge
    rises; `reach_open` how far its top edge stands before the plane of its closed back, `step_to_floor` how high
    its inner face lies over the box's floor at the axis. `clears` says that it opens as far as it should,
    `stop_angle` where it would stop (degrees, 0 for never).
    """

    drop: float
    clears: bool
    stop_angle: float
    side_cut_back: float
    min_axis_height: float
    top_rise: float
    spacer: float
    reach_open: float
    step_to_floor: float
    swing_radius: float


def flap(
    t: float,
    h: float,
    a: float,
    zh: float,
    gap: float,
    floor: float = 0.0,
    knuckle: float = 0.0,
    angle: float = FULLY_OPEN,
    clear: float = 0.0,
    gap_above: float = math.inf,
) -> Flap:
    """`t` thick and `h` high; `gap` is free below it, `gap_above` over it, the box's floor `floor` over its bottom.

    With f = t - a its front corner comes down by f sin p + zh cos p - zh, most where tan p = f / zh; what is below
    the axis goes in by a cos p + zh sin p - a. Beyond level it does not open.
    """
    _check(t, h, zh, gap, angle)
    turn, f, up = math.radians(angle), t - a, h - zh
    drop = _most(f, zh, turn) - zh if f > 0 else 0.0
    rise = max(0.0, _most(a, up, turn) - up) if a > 0 else 0.0
    # A cos of the turn that was passed at once is the same wave begun elsewhere.
    back = max(0.0, _most(zh, a, turn) - a)
    stop = _stop(f, zh, gap, turn)
    return Flap(
        drop,
        stop is None and rise <= gap_above + SAME_MM,
        math.degrees(stop) if stop is not None else 0.0,
        back + clear if back > 0 else 0.0,
        least_axis_height(t, gap, a),
        rise,
        zh - floor - knuckle,
        a + f * math.cos(turn) + up * math.sin(turn),
        zh + a * math.sin(turn) - floor,
        math.hypot(max(f, abs(a)), up),
    )


class FlapAxis(Struct, frozen=True):
    """The lowest axis that lets a flap open, what stands under its hinge, and what goes of sides and bottom."""

    axis_height: float
    spacer: float
    side_cut_back: float


def flap_axis(t: float, gap: float, a: float = 0.0, floor: float = 0.0, knuckle: float = 0.0) -> FlapAxis:
    """zh = (f^2 - gap^2) / (2 gap) with f = t - a; nothing where f is within the gap."""
    if t <= 0:
        raise BadInputError("zero", "A flap has a thickness.", "t")
    height = least_axis_height(t, gap, a)
    if not math.isfinite(height):
        raise BadInputError("impossible", "Without a gap under it no axis behind its front lets it open.", "gap")
    back = height - a if a <= 0 else math.hypot(a, height) - a
    return FlapAxis(height, height - floor - knuckle, back)


def least_axis_height(t: float, gap: float, a: float) -> float:
    """How high over the bottom edge the axis stands at least, so that the front corner clears; inf for never."""
    f = t - a
    if f <= gap:
        return 0.0
    return (f * f - gap * gap) / (2 * gap) if gap > 0 else math.inf


def _most(side: float, level: float, turn: float) -> float:
    """The most that side sin p + level cos p comes to between closed and `turn`."""
    peak = math.atan2(side, level)
    if 0 <= peak <= turn:
        return math.hypot(side, level)
    return max(level, side * math.sin(turn) + level * math.cos(turn))


def _stop(f: float, zh: float, gap: float, turn: float) -> float | None:
    """Where its front corner meets what is below, radians; None where it does not on its way."""
    reach = math.hypot(f, zh)
    if f <= 0 or reach <= zh + gap + SAME_MM:
        return None
    at = math.atan2(f, zh) - math.acos(min(1.0, (zh + gap) / reach))
    return at if at < turn - 1e-9 else None


def _check(t: float, h: float, zh: float, gap: float, angle: float) -> None:
    if min(t, h) <= 0:
        raise BadInputError("zero", "A flap has a thickness and a height.")
    if gap < 0 or zh < 0:
        raise BadInputError("negative", "Gap and axis height are not less than nothing.")
    if angle > FULLY_OPEN or angle <= 0:
        raise BadInputError("out_of_range", "A flap opens up to level: 90 degrees.", "angle")
    if zh > h:
        raise BadInputError("out_of_range", "The axis lies within the flap's height.", "zh")

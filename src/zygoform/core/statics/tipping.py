"""Whether a piece stands with its drawers out: moments about the line of its front feet.

        z
        |  ____ x from the back face forward, z up
        | |   /|
        |_|__/_|__  x_foot: the front-most floor contact

Loads and tilt that furniture-stability standards test with are editable defaults of the rule that uses this
(`findings/rules`); the text of the standard in force decides. Nothing here says that a piece is safe.

Lengths in mm, weights in kg. [geometry], loads [F2057]
"""

import math
from collections.abc import Sequence

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.tolerance import NOTHING

CLOTHES_LB_FT3 = 8.5
"""Clothes in a drawer, by its volume: the figure of clothing-storage standards (136 kg a cubic metre). [F2057]"""
POUND_KG, FOOT_MM = 0.45359237, 304.8
"""kg of a pound, mm of a foot. [SI]"""
STEEPEST = 15.0
"""A piece is not reckoned on a floor that leans by more (degrees). [choice]"""

Mass = Sequence[float]
"""Mass, x, z; of a drawer also how far it comes out."""


class Standing(Struct, frozen=True):
    """Common centre (all drawers out, and shut), moment about the front feet (> 0 stands), and what that leaves.

    `ratio` is what holds it down over what tips it (infinite where nothing does), `tip_angle` how far it can lean,
    `push` the horizontal pull at the height asked for that tips it, in the unit of mass.
    """

    x_cm: float
    z_cm: float
    x_cm_closed: float
    moment: float
    stable: bool
    ratio: float
    tip_angle: float
    push: float


def tip(
    bodies: Sequence[Mass],
    x_foot: float,
    drawers: Sequence[Mass] = (),
    floor_tilt: float = 0.0,
    hang: Sequence[Mass] = (),
    push_height: float = 0.0,
) -> Standing:
    """Sum of m ((x_foot - x) cos t - z sin t): masses behind the feet hold it down, those before tip it.

    `hang` are masses that pull on what stands open, where they do. Degrees of forward floor tilt, 15 at most.
    """
    if not 0 <= floor_tilt <= STEEPEST:
        raise BadInputError("out_of_range", "A floor leans by 0 to 15 degrees.", "floor_tilt")
    out = [(m, x + travel, z) for m, x, z, travel in drawers]
    there = [(m, x, z) for m, x, z in (*bodies, *out, *hang)]
    shut = [(m, x, z) for m, x, z, *_ in (*bodies, *drawers)]
    mass, mass_shut = sum(m for m, _, _ in there), sum(m for m, _, _ in shut)
    if mass <= 0 or mass_shut <= 0:
        raise BadInputError("zero", "It weighs nothing.")
    t = math.radians(floor_tilt)
    turning = [m * ((x_foot - x) * math.cos(t) - z * math.sin(t)) for m, x, z in there]
    holding, tipping = sum(k for k in turning if k > 0), -sum(k for k in turning if k < 0)
    moment = holding - tipping
    x_cm, z_cm = sum(m * x for m, x, _ in there) / mass, sum(m * z for m, _, z in there) / mass
    return Standing(
        x_cm,
        z_cm,
        sum(m * x for m, x, _ in shut) / mass_shut,
        moment,
        moment > 0,
        holding / tipping if tipping > NOTHING else math.inf,
        math.degrees(math.atan2(x_foot - x_cm, z_cm)),
        max(0.0, moment) / push_height if push_height > 0 else 0.0,
    )


def clothes_load(w: float, d: float, h: float, units: str = "inch") -> float:
    """What a drawer of inner size w x d x h may hold: lb of inches, kg of mm."""
    if min(w, d, h) <= 0:
        raise BadInputError("zero", "A drawer has a width, a depth and a height.")
    if units == "inch":
        return w * d * h / 1728 * CLOTHES_LB_FT3
    return w * d * h / FOOT_MM**3 * CLOTHES_LB_FT3 * POUND_KG

"""How wood moves with moisture.

Dimensional change coefficients: USDA Wood Handbook (FPL-GTR-282), chapter on drying and control of moisture
content; per percent of moisture, tangential (flat-sawn) and radial (quarter-sawn). Red oak, white oak and
mahogany are typical values.

Lengths in one unit, in and out. [WH]
"""

import math
from typing import Literal

from zygoform.core.errors import BadInputError

COEFFICIENTS: dict[str, tuple[float, float]] = {  # species: (radial, tangential)
    "red oak": (0.00158, 0.00369),
    "white oak": (0.00180, 0.00365),
    "sugar maple": (0.00165, 0.00353),
    "red maple": (0.00137, 0.00289),
    "black cherry": (0.00126, 0.00248),
    "black walnut": (0.00190, 0.00274),
    "yellow-poplar": (0.00158, 0.00289),
    "white ash": (0.00169, 0.00274),
    "yellow birch": (0.00256, 0.00338),
    "beech": (0.00190, 0.00431),
    "red alder": (0.00151, 0.00256),
    "mahogany": (0.00172, 0.00238),
    "eastern white pine": (0.00071, 0.00212),
    "ponderosa pine": (0.00133, 0.00216),
    "loblolly pine": (0.00165, 0.00259),
    "douglas-fir": (0.00165, 0.00267),
    "sitka spruce": (0.00148, 0.00263),
    # Same source, composite panels: plywood grows by about 0.15 % between 6 and 19 % moisture, either way.
    "plywood": (0.000115, 0.000115),
}
"""Change of width for each percent of moisture, as a share, with the rings and across them. [WH]"""

Sawn = Literal["flat", "quarter"]


def movement(width: float, species: str, m_from: float, m_to: float, sawn: Sawn = "flat") -> float:
    """Change of width (same unit) across the grain between two moistures in percent, valid 6 to 14 only."""
    if not (6 <= m_from <= 14 and 6 <= m_to <= 14):
        raise BadInputError("out_of_range", "Wood movement is worked out between 6 and 14 % moisture.")
    if species not in COEFFICIENTS:
        raise BadInputError("unknown_key", f"No movement figures for {species}.")
    return width * COEFFICIENTS[species][sawn == "flat"] * (m_to - m_from)


def slot(
    distance: float,
    species: str,
    m_now: float,
    m_low: float,
    m_high: float,
    screw: float,
    sawn: Sawn = "flat",
) -> float:
    """Length of a slot centred on a screw `distance` from the fixed line, so the wood can move both ways."""
    if not m_low <= m_now <= m_high:
        raise BadInputError("impossible", "Today's moisture lies outside the year's range.")
    out = movement(distance, species, m_now, m_high, sawn)
    back = -movement(distance, species, m_now, m_low, sawn)
    return screw + 2 * max(out, back)


def moisture_of_wood(humidity: float, celsius: float) -> float:
    """Equilibrium moisture content in percent at a relative humidity (percent). Wood Handbook."""
    if not 0 <= humidity < 100:
        raise BadInputError("out_of_range", "Relative humidity is 0 to under 100 %.")
    h, t = humidity / 100, celsius
    w = 349 + 1.29 * t + 0.0135 * t**2
    k = 0.805 + 0.000736 * t - 0.00000273 * t**2
    k1 = 6.27 - 0.00938 * t - 0.000303 * t**2
    k2 = 1.91 + 0.0407 * t - 0.000293 * t**2
    wet = (k1 * k * h + 2 * k1 * k2 * k**2 * h**2) / (1 + k1 * k * h + k1 * k2 * k**2 * h**2)
    moisture = 1800 / w * (k * h / (1 - k * h) + wet)
    return moisture if math.isfinite(moisture) else 0.0

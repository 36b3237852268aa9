"""How far a shelf bends under its load, and how far one may reach.

    load  | | | | | | |
    ======================  t thick, depth from front to back
    ^        span        ^

Beams of the textbook: 5/384 and 1/48 P L^3 / (E I) on supports that let it turn, 1/384 and 1/192 held fast at
both ends.

Inches, pounds and psi, or mm, kg and MPa. [beam]
"""

from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError

# How stiff wood and panels are, and how much more they bend under a load that stays.
#
# Bending modulus at 12 % moisture: USDA Wood Handbook (FPL-GTR-282), tables of mechanical properties; panels: the
# low
# end of its range. All are typical values: a board of one's own may differ by a fifth.

PSI_MPA = 0.00689476
"""MPa for a pound-force on a square inch: 4.4482216 N / 645.16 mm². [geometry]"""

MODULUS: dict[str, float] = {  # million psi
    "red oak": 1.82, "white oak": 1.78, "sugar maple": 1.83, "red maple": 1.64, "black cherry": 1.49,
    "black walnut": 1.68, "yellow-poplar": 1.58, "white ash": 1.74, "yellow birch": 2.01, "beech": 1.72,
    "red alder": 1.38, "mahogany": 1.50, "eastern white pine": 1.24, "ponderosa pine": 1.29,
    "loblolly pine": 1.79, "douglas-fir": 1.95, "sitka spruce": 1.57,
    "plywood": 1.01, "mdf": 0.52, "particleboard": 0.40, "osb": 0.64,
}  # fmt: skip
"""How stiff wood is along the grain at 12 % moisture; sheets by their makers' sheets. [WH]"""

CREEP = {"plywood": 2.0, "osb": 2.5, "mdf": 3.0, "particleboard": 3.0}
"""Times the first bend after years of load, about 2 for wood; of fibre and particle boards it does more. [WH]"""
SOLID_CREEP = 2.0
"""Times the first bend after years of load, solid wood. [WH]"""


def modulus_psi(material: str) -> float:
    """Pounds per square inch; unknown_key for a wood that is not in the table."""
    if material not in MODULUS:
        raise BadInputError("unknown_key", f"No stiffness is known for {material}.")
    return MODULUS[material] * 1e6


def creep_of(material: str) -> float:
    """By how much more it bends in the long run."""
    return CREEP.get(material, SOLID_CREEP)


Units = Literal["inch", "mm"]
"""Inches and pounds, or millimetres and kilograms."""
GRAVITY = 9.80665
"""Standard gravity (m/s²). [SI]"""
LOAD_KG_M = {"light": 15.0, "books": 37.0, "heavy": 55.0}
"""What lies on a metre of shelf (kg: paperbacks 15, books 30 to 37, records and pots more). [practice]"""
LOOKS_STRAIGHT, LOOSEST = 1 / 600, 1 / 360
"""Of the span: a bend that the eye does not see, and the most that is sensible. [practice]"""

_SHARE = {
    ("uniform", "simple"): 5 / 384,
    ("centre", "simple"): 1 / 48,
    ("uniform", "fixed"): 1 / 384,
    ("centre", "fixed"): 1 / 192,
}
"""Of load x span³ / (E I): the largest bend of a beam, by load and ends. [beam]"""


class Sag(Struct, frozen=True):
    """At once, in the long run, that as a share of the span, and the second moment of area."""

    initial: float
    longterm: float
    ratio: float
    second_moment: float

    @property
    def share(self) -> str:
        """The bend in the long run beside the span, as it is usually given."""
        return f"1/{round(1 / self.ratio)}" if self.ratio > 1e-6 else "nothing"


def second_moment(depth: float, t: float, lip_h: float = 0.0, lip_t: float = 0.0) -> float:
    """depth t^3 / 12; with a front lip glued on, tops flush, both about their common axis (one modulus assumed)."""
    parts = [(depth, t)] + ([(lip_t, lip_h)] if lip_h > 0 and lip_t > 0 else [])
    whole = sum(wide * high for wide, high in parts)
    axis = sum(wide * high * high / 2 for wide, high in parts) / whole
    return sum(wide * high**3 / 12 + wide * high * (high / 2 - axis) ** 2 for wide, high in parts)


def sag(
    span: float,
    depth: float,
    t: float,
    material: str,
    load: float,
    *,
    kind: Literal["uniform", "centre"] = "uniform",
    units: Units = "inch",
    creep: float = 1.0,
    lip_h: float = 0.0,
    lip_t: float = 0.0,
    ends: Literal["simple", "fixed"] = "simple",
) -> Sag:
    """Bend in the middle under `load`, the whole of it. Lengths in one unit out as in."""
    if min(span, depth, t) <= 0:
        raise BadInputError("zero", "Span, depth and thickness are more than nothing.")
    if load < 0:
        raise BadInputError("negative", "A load is not less than nothing.")
    _check_words(kind, ends)
    _check_creep(creep)
    moment = second_moment(depth, t, lip_h, lip_t)
    initial = _SHARE[kind, ends] * _force(load, units) * span**3 / (_stiff(material, units) * moment)
    return Sag(initial, initial * creep, initial * creep / span, moment)


def max_span(
    depth: float,
    t: float,
    material: str,
    load_per_length: float,
    limit_ratio: float,
    *,
    units: Units = "inch",
    creep: float = 1.0,
    lip_h: float = 0.0,
    lip_t: float = 0.0,
) -> float:
    """The longest span that bends by no more than `limit_ratio` of it: the root of 384 E I ratio / (5 q creep).

    `load_per_length` in lb/in or kg/mm, simple ends.
    """
    if min(depth, t, load_per_length, limit_ratio) <= 0:
        raise BadInputError("zero", "Depth, thickness, load and limit are more than nothing.")
    _check_creep(creep)
    stiff = _stiff(material, units) * second_moment(depth, t, lip_h, lip_t)
    cube = 384 * stiff * limit_ratio / (5 * _force(load_per_length, units) * creep)
    return float(cube ** (1 / 3))


def _check_words(kind: str, ends: str) -> None:
    if (kind, ends) not in _SHARE:
        raise BadInputError("unknown_key", "A load is uniform or in the centre, ends are simple or fixed.")


def _check_creep(creep: float) -> None:
    if creep < 1:
        raise BadInputError("out_of_range", "In the long run it bends no less than at once: 1 or more.", "creep")


def _force(load: float, units: Units) -> float:
    return load * GRAVITY if units == "mm" else load


def _stiff(material: str, units: Units) -> float:
    return modulus_psi(material) * (PSI_MPA if units == "mm" else 1.0)

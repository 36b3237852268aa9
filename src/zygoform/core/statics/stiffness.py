"""How stiff wood and panels are, and how much more they bend under a load that stays.

Bending modulus at 12 % moisture: USDA Wood Handbook (FPL-GTR-282), tables of mechanical properties; panels: the low
end of its range. All are typical values: a board of one's own may differ by a fifth.
"""

from zygoform.core.errors import BadInputError

PSI_MPA = 0.00689476

MODULUS: dict[str, float] = {  # million psi
    "red oak": 1.82, "white oak": 1.78, "sugar maple": 1.83, "red maple": 1.64, "black cherry": 1.49,
    "black walnut": 1.68, "yellow-poplar": 1.58, "white ash": 1.74, "yellow birch": 2.01, "beech": 1.72,
    "red alder": 1.38, "mahogany": 1.50, "eastern white pine": 1.24, "ponderosa pine": 1.29,
    "loblolly pine": 1.79, "douglas-fir": 1.95, "sitka spruce": 1.57,
    "plywood": 1.01, "mdf": 0.52, "particleboard": 0.40, "osb": 0.64,
}  # fmt: skip

CREEP = {"plywood": 2.0, "osb": 2.5, "mdf": 3.0, "particleboard": 3.0}
"""Long loading roughly doubles the first bend (same book); of fibre and particle boards it does more."""
SOLID_CREEP = 2.0


def modulus_psi(material: str) -> float:
    """Pounds per square inch; unknown_key for a wood that is not in the table."""
    if material not in MODULUS:
        raise BadInputError("unknown_key", f"No stiffness is known for {material}.")
    return MODULUS[material] * 1e6


def creep_of(material: str) -> float:
    """By how much more it bends in the long run."""
    return CREEP.get(material, SOLID_CREEP)

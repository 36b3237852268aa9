"""What parts weigh.

Densities in kg/m³, typical ones: woods and panels as in the USDA Wood Handbook (FPL-GTR-282) at 12 % moisture
(hardwoods for furniture 560 to 750, softwoods 400 to 550; plywood 400 to 810, fibreboard 530 to 800, particleboard
590 to 800), glass 2500, steel 7850, cane and padding loose. Good enough to know what takes two people.
"""

from zygoform.core.condition.materials import MaterialCode

DENSITIES: dict[MaterialCode, float] = {
    "solid": 600.0,
    "veneer on solid": 600.0,
    "veneer on board": 680.0,
    "foil on board": 680.0,
    "plywood": 600.0,
    "fibreboard": 750.0,
    "chipboard": 680.0,
    "metal": 7850.0,
    "glass": 2500.0,
    "cane": 300.0,
    "fabric": 80.0,
}


def weight_of(volume: float, material: MaterialCode) -> float:
    """kg of a part of so many mm³."""
    return volume * 1e-9 * DENSITIES[material]

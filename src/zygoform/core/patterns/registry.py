"""Families of patterns, by name: a family is a file in families/ and one row here, loaded when first wanted."""

from collections.abc import Callable
from importlib import import_module
from typing import Protocol

from msgspec import Struct

from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.strip import Strip


class PatternEntries(Protocol):
    """What a pattern may be asked: lengths as the field's, angles in degrees, shares in percent of the field."""

    @property
    def gap(self) -> float: ...
    @property
    def angle(self) -> float: ...
    @property
    def anchor(self) -> str: ...
    @property
    def across(self) -> int: ...
    @property
    def up(self) -> int: ...
    @property
    def rays(self) -> int: ...
    @property
    def spread(self) -> float: ...
    @property
    def rings(self) -> int: ...
    @property
    def long(self) -> float: ...


FamilyStrips = Callable[[PatternField, float, PatternEntries], list[Strip]]
"""From the field, the strips' width and what was asked: all strips in the order they are laid."""


class PatternFamily(Struct, frozen=True):
    """A family: its name in the file, where its strips come from, its title, when it is right, what it uses."""

    name: str
    where: str
    title: str
    when: str
    uses: tuple[str, ...]

    def load(self) -> FamilyStrips:
        """What gives its strips."""
        module, _, own = self.where.partition(":")
        found: FamilyStrips = getattr(import_module(f"zygoform.core.patterns.families.{module}"), own)
        return found


FAMILIES: dict[str, PatternFamily] = {
    row.name: row
    for row in (
        PatternFamily(
            "chevron", "chevron:chevron_pattern", "chevron", "peaks up the middle; lively on a row of drawers",
            ("gap", "angle", "across"),
        ),
        PatternFamily(
            "slats", "slats:slat_pattern", "parallel strips", "upright, level or at any angle; the calmest",
            ("gap", "angle", "anchor"),
        ),
        PatternFamily(
            "diamonds", "diamonds:diamond_pattern", "nested diamonds", "rings about a middle, mitred on both axes",
            ("gap", "angle", "across", "up"),
        ),
        PatternFamily(
            "rays", "rays:ray_pattern", "rays", "from a point; a boss hides where they meet",
            ("rays", "spread", "across", "up"),
        ),
        PatternFamily(
            "frames", "nested_frames:frame_pattern", "nested frames", "one front each, mitred at the corners",
            ("gap", "rings"),
        ),
        PatternFamily(
            "lattice", "lattice:lattice_pattern", "lattice", "one way whole, the other cut between",
            ("gap", "angle"),
        ),
        PatternFamily(
            "herringbone", "herringbone:herringbone_pattern", "herringbone", "blocks of one length; little waste",
            ("angle", "long"),
        ),
    )
}  # fmt: skip


def uses(entry: str) -> tuple[str, tuple[str, ...]]:
    """Which families an entry counts for, as an entry says it."""
    return "family", tuple(family.name for family in FAMILIES.values() if entry in family.uses)

"""Families of patterns, by name: a family is a file in families/ and one row here, loaded when first wanted."""

from collections.abc import Callable
from importlib import import_module
from types import ModuleType
from typing import Literal, Protocol

from msgspec import Struct

from zygoform.core.patterns.drawn_line import DrawnLine
from zygoform.core.patterns.even_gap import EvenRun
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.strip import Strip


class PatternEntries(Protocol):
    """What a pattern may be asked: lengths as the field's, angles in degrees, shares in percent of the field."""

    @property
    def gap(self) -> float: ...
    @property
    def angle(self) -> float: ...
    @property
    def turn(self) -> float: ...
    @property
    def line(self) -> str: ...
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
    def steps(self) -> str: ...
    @property
    def boss(self) -> float: ...
    @property
    def rings(self) -> int: ...
    @property
    def waves(self) -> int: ...
    @property
    def strips(self) -> int: ...
    @property
    def long(self) -> float: ...
    @property
    def block(self) -> int: ...
    @property
    def bond(self) -> str: ...
    @property
    def edges(self) -> str: ...
    @property
    def shape(self) -> str: ...
    @property
    def wide(self) -> float: ...
    @property
    def high(self) -> float: ...
    @property
    def radius(self) -> float: ...
    @property
    def joints(self) -> int: ...
    @property
    def segments(self) -> int: ...
    @property
    def ready_wide(self) -> float: ...
    @property
    def ready_high(self) -> float: ...
    @property
    def from_left(self) -> float: ...
    @property
    def from_below(self) -> float: ...
    @property
    def placed(self) -> str: ...
    @property
    def mirror(self) -> str: ...
    @property
    def lines(self) -> tuple[DrawnLine, ...]: ...


FamilyStrips = Callable[[PatternField, float, PatternEntries], list[Strip]]
"""From the field, the strips' width and what was asked: all strips in the order they are laid."""


LayingOrder = Literal["down", "middle", "line"]
"""From the top down, from the middle out, or from a line out."""


class PatternFamily(Struct, frozen=True):
    """A family: its name in the file, where its strips come from, its title, when it is right, what it uses.

    `even` says what of its field is to come out even, by its gap, `counted` what the gap is where a count of strips
    is asked for instead; `order` which strips are laid first, `spaced` that a spacer of the gap keeps them apart.
    """

    name: str
    where: str
    title: str
    when: str
    uses: tuple[str, ...]
    even: str = ""
    counted: str = ""
    order: LayingOrder = "down"
    spaced: bool = True

    def load(self) -> FamilyStrips:
        """What gives its strips."""
        module, _, own = self.where.partition(":")
        found: FamilyStrips = getattr(_family(module), own)
        return found

    def even_run(self, field: PatternField, entries: PatternEntries) -> EvenRun | None:
        """What is to come out even; nothing where its gap has no say in it."""
        if not self.even:
            return None
        found: EvenRun | None = getattr(_family(self.where.partition(":")[0]), self.even)(field, entries)
        return found

    def gap_of(self, field: PatternField, w: float, entries: PatternEntries) -> float:
        """The gap as it is entered, or as a count of strips makes it."""
        if not self.counted:
            return entries.gap
        found: float = getattr(_family(self.where.partition(":")[0]), self.counted)(field, w, entries)
        return found


def _family(module: str) -> ModuleType:
    return import_module(f"zygoform.core.patterns.families.{module}")


FAMILIES: dict[str, PatternFamily] = {
    row.name: row
    for row in (
        PatternFamily(
            "chevron", "chevron:chevron_pattern", "chevron", "peaks up the middle; lively on a row of drawers",
            ("gap", "angle", "across"),
            even="chevron_even",
        ),
        PatternFamily(
            "slats", "slats:slat_pattern", "parallel strips", "upright, level or at any angle; the calmest",
            ("gap", "angle", "anchor", "strips"),
            even="slat_even",
            counted="slat_gap",
        ),
        PatternFamily(
            "diamonds", "diamonds:diamond_pattern", "nested diamonds", "rings about a middle, mitred on both axes",
            ("gap", "angle", "across", "up"),
            even="diamond_even",
            order="middle",
        ),
        PatternFamily(
            "rays", "rays:ray_pattern", "rays", "from a point; a boss hides where they meet",
            ("rays", "spread", "steps", "boss", "across", "up"),
            order="middle",
        ),
        PatternFamily(
            "frames", "nested_frames:frame_pattern", "nested frames", "one front each, mitred at the corners",
            ("gap", "rings"),
            even="frame_even",
            order="middle",
        ),
        PatternFamily(
            "lattice", "lattice:lattice_pattern", "lattice", "one way whole, the other cut between",
            ("gap", "angle"),
            even="lattice_even",
            order="middle",
        ),
        PatternFamily(
            "herringbone", "herringbone:herringbone_pattern", "herringbone", "blocks of one length; little waste",
            ("angle", "long"),
            order="middle",
        ),
        PatternFamily(
            "zigzag", "zigzag:zigzag_pattern", "zigzag", "many short pieces, all alike",
            ("gap", "angle", "waves"),
        ),
        PatternFamily(
            "filled", "filled_frames:filled_pattern", "frame, slanted filling", "each front its own",
            ("gap", "angle"),
        ),
        PatternFamily(
            "basket", "basket:basket_pattern", "basket", "squares that lie and stand; all alike",
            ("gap", "angle", "block"),
            even="basket_even",
            order="middle",
        ),
        PatternFamily(
            "brick", "brick:brick_pattern", "brick", "blocks in rows, moved along; uses up short pieces",
            ("gap", "angle", "long", "bond"),
            even="brick_even",
        ),
        PatternFamily(
            "turning", "turning:turning_pattern", "direction changes at a line", "for veneer: meets in a line",
            ("gap", "angle", "turn", "line", "across", "up"),
            order="line",
        ),
        PatternFamily(
            "beads", "beads:bead_pattern", "beads at the edges", "a plain front made a panel",
            ("gap", "edges"),
            spaced=False,
        ),
        PatternFamily(
            "curve", "curve:curve_pattern", "oval, arch or round corners", "bendable trim, or straight pieces",
            ("shape", "wide", "high", "radius", "joints", "segments", "across", "up"),
            order="middle",
        ),
        PatternFamily(
            "ornaments", "ornaments:ornament_pattern", "ornaments", "bought ready, in pairs or alone",
            ("placed", "ready_wide", "ready_high", "gap", "from_left", "from_below", "across", "up"),
            spaced=False,
        ),
        PatternFamily(
            "lines", "free_lines:line_pattern", "lines of your own", "drawn on the front, mirrored or not",
            ("mirror",),
        ),
    )
}  # fmt: skip


def uses(entry: str) -> tuple[str, tuple[str, ...]]:
    """Which families an entry counts for, as an entry says it."""
    return "family", tuple(family.name for family in FAMILIES.values() if entry in family.uses)

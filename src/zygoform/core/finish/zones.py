"""The zones of all pieces as planned: which faces lie in each, how large they are, and what lies there before."""

from collections.abc import Iterable
from typing import Literal

from msgspec import Struct

from zygoform.core.coats.layer import Finishing, GroundSaid, OldCoat, Relief, ZoneChoice, ZoneMove
from zygoform.core.condition.materials import MadeOf, MaterialCode
from zygoform.core.finish.surfaces import ZONE_TITLES, BodySurfaces, ZoneRole
from zygoform.core.form.form import Board, Body, is_put_on
from zygoform.core.form.piece import PieceBase
from zygoform.core.ids import origin_of, own_of, piece_of

BLEEDING = ("oak", "mahogany", "cedar", "redwood", "cherry")
KNOTTY = ("pine", "spruce", "fir")
OPEN_GRAINED = ("oak", "ash", "mahogany", "walnut")
BLOTCHY = ("pine", "birch", "maple", "cherry", "fir", "spruce")
"""Words in the name of a wood: what bleeds through light paint, what has knots that do, whose grain shows through
paint, what takes stain in blotches (trade practice).
"""
_BARE_ROLES: tuple[ZoneRole, ...] = ("boxes", "unseen", "underside", "back")
"""What nobody coated when the piece was made."""
COVERED: tuple[ZoneRole, ...] = ("glass", "tiles", "padding")
"""What is kept free of every coat."""

NO_WOOD: tuple[ZoneRole, ...] = (*COVERED, "hardware", "cane")

Known = Literal["said", "survey", "guess"]


class Ground(Struct, frozen=True):
    """What lies there before: an old coat on a material, the kind of wood where it is known, and what it does.

    `told` says of each how it is known: said by the user, from the survey, or guessed.
    """

    old: OldCoat
    materials: frozenset[MaterialCode]
    wood: str
    bleeds: bool
    knots: bool
    smells: bool
    relief: Relief
    told: dict[str, Known]

    @property
    def open_grained(self) -> bool:
        return any(word in self.wood for word in OPEN_GRAINED)

    @property
    def veneered(self) -> bool:
        return any(code.startswith("veneer") for code in self.materials)


class Zone(Struct, frozen=True):
    """One zone: its `title`, in a set the `piece_name` unless it was named by hand; m² in all, m² of new bare wood.

    `parts` lie in it, `count` is how many (hardware, panes), `rim` how long the lines are that are masked (mm).
    """

    id: str
    piece_id: str
    role: ZoneRole
    title: str
    piece_name: str
    area: float
    new_area: float
    parts: tuple[str, ...]
    count: int
    rim: float
    ground: Ground
    largest: float = 0.0
    """m² of the largest part in it: so much is coated without an edge to stop at."""

    @property
    def name(self) -> str:
        """Its title, and in a set that of its piece."""
        return f"{self.title}, {self.piece_name}" if self.piece_name else self.title

    @property
    def is_woven(self) -> bool:
        """Whether all of it is cane or wicker: a woven wall as well as what lies under that name."""
        return self.role == "cane" or self.ground.materials == {"cane"}

    @property
    def old_area(self) -> float:
        """m² of what was found."""
        return max(0.0, self.area - self.new_area)


def zone_id(piece_id: str, role: str) -> str:
    """That of a zone as it comes by itself."""
    return f"{piece_id}/{role}"


def zone_of(surface_part: str, role: ZoneRole, piece_id: str, moves: tuple[ZoneMove, ...]) -> str:
    """The zone that a surface lies in, after all that was pointed into another."""
    zone = zone_id(piece_id, role)
    for move in moves:
        if move.source == zone and move.part in ("", surface_part):
            zone = move.zone
    return zone


class _Known(Struct, frozen=True):
    """What is known of the parts of one piece: boards, materials, faults, the woods of new parts."""

    boards: dict[str, Board]
    made_of: dict[str, MadeOf]
    faults: dict[str, frozenset[str]]
    species: dict[str, str]


_Row = tuple[str, ZoneRole, float, Body]
"""A part's faces in one zone: part, role, mm², body."""


def zones_of(
    bodies: tuple[Body, ...],
    surfaces: tuple[BodySurfaces, ...],
    species: dict[str, str],
    piece: PieceBase,
    finishing: Finishing,
    name: str,
) -> tuple[Zone, ...]:
    """All zones of a piece that there is anything of, in the order of the roles; own ones after them.

    `species` are those of new parts, `name` is the piece's where there are several.
    """
    found: dict[str, list[_Row]] = {}
    for own, body in zip(surfaces, bodies, strict=True):
        for surface in own.surfaces:
            zone = zone_of(surface.part_id, surface.role, body.piece_id, finishing.moves)
            found.setdefault(zone, []).append((surface.part_id, surface.role, surface.area, body))
    faults: dict[str, frozenset[str]] = {}
    for fault in piece.faults:
        faults[fault.part] = faults.get(fault.part, frozenset()) | {fault.kind}
    boards = {board.id: board for body in bodies for board in body.members}
    known = _Known(boards, {made.part: made for made in piece.made_of}, faults, species)
    zones = [_zone(zone, rows, known, finishing.choice(zone), name) for zone, rows in found.items()]
    roles = list(ZONE_TITLES)
    own_last = {zone.id: own_of(zone.id) not in roles for zone in zones}
    return tuple(sorted(zones, key=lambda zone: (own_last[zone.id], roles.index(zone.role))))


def _zone(zone: str, rows: list[_Row], known: _Known, choice: ZoneChoice, name: str) -> Zone:
    by_role: dict[ZoneRole, float] = {}
    for _, role, area, _ in rows:
        by_role[role] = by_role.get(role, 0.0) + area
    role = max(by_role, key=lambda own: by_role[own])
    title, of = (choice.name, "") if choice.name else (ZONE_TITLES[role], name)
    parts = tuple(dict.fromkeys(part for part, *_ in rows))
    largest = max((area for _, _, area, _ in rows), default=0.0) / 1e6
    area = sum(by_role.values()) / 1e6
    new = 0.0 if role in NO_WOOD else sum(area for part, _, area, body in rows if is_put_on(part, body)) / 1e6
    boards = [known.boards[part] for part in parts if part in known.boards]
    rim = sum(2 * sum(board.solid.sizes[1:]) for board in boards) if role in NO_WOOD else 0.0
    ground = _ground(role, rows, known, choice.lies)
    return Zone(
        zone, piece_of(zone), role, title, of, area, min(area, new), parts, len(parts), rim, ground, largest
    )


def _ground(role: ZoneRole, rows: list[_Row], known: _Known, said: GroundSaid) -> Ground:
    """What was said, else what the survey and the new parts say, else what is usual."""
    materials, woods, surveyed = set[MaterialCode](), dict[str, float](), False
    for part, _, area, body in rows:
        made, new = known.made_of.get(part) or known.made_of.get(origin_of(part)), is_put_on(part, body)
        surveyed = surveyed or made is not None
        board = known.boards.get(part)
        usual = board.likely if board is not None else "solid"
        materials.add(made.material if made is not None and not new else usual)
        wood = known.species.get(part, "") if new else made.wood if made is not None else ""
        if wood:
            woods[wood] = woods.get(wood, 0.0) + area
    if role == "hardware" and not surveyed:
        materials = {"metal"}
    wood = (said.wood or max(woods, key=lambda own: woods[own], default="")).lower()
    faults = {kind for part, *_ in rows for kind in known.faults.get(part, ())}
    names = (wood, *(name.lower() for name in woods))
    bleeds = "stain" in faults or any(word in name for word in BLEEDING for name in names)
    smells = "mould" in faults
    told: dict[str, Known] = {
        "wood": "said" if said.wood else "survey" if wood else "guess",
        "material": "survey" if surveyed else "guess",
        "old": "said" if said.old else "survey" if "finish" in faults else "guess",
        "bleeds": "said" if said.bleeds is not None else "survey" if bleeds else "guess",
        "smells": "said" if said.smells is not None else "survey" if smells else "guess",
        "relief": "said" if said.relief is not None else "guess",
    }
    return Ground(
        said.old or _old(role, materials, faults),
        frozenset(materials),
        wood,
        bleeds if said.bleeds is None else said.bleeds,
        said.bleeds is None and any(word in name for word in KNOTTY for name in names),
        smells if said.smells is None else said.smells,
        said.relief or "smooth",
        told,
    )


def _old(role: ZoneRole, materials: Iterable[MaterialCode], faults: set[str]) -> OldCoat:
    kinds = set(materials)
    if "finish" in faults:
        return "flaking"
    if kinds == {"foil on board"}:
        return "foil"
    bare = role in _BARE_ROLES or role in COVERED or role == "cane"
    return "bare" if bare else "clear"

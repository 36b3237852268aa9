"""The zones of all pieces as planned: which faces lie in each, how large they are, and what lies there before."""

from collections.abc import Iterable
from typing import Literal

from msgspec import Struct

from zygoform.core.coats.layer import Finishing, GroundSaid, OldCoat, Relief, ZoneChoice, ZoneMove
from zygoform.core.condition.condition import Condition
from zygoform.core.condition.materials import MaterialCode
from zygoform.core.finish.surfaces import ZONE_TITLES, BodySurfaces, ZoneRole, is_new
from zygoform.core.form.form import Body, Form, origin_of, piece_of

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
    """One zone: m² in all, m² of new bare wood, the parts in it, and what is counted of it (hardware, panes).

    `rim` is how long the lines are along which it is masked (mm).
    """

    id: str
    piece_id: str
    role: ZoneRole
    name: str
    area: float
    new_area: float
    parts: tuple[str, ...]
    count: int
    rim: float
    ground: Ground

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


def zones_of(
    form: Form,
    surfaces: tuple[BodySurfaces, ...],
    species: dict[str, str],
    condition: Condition,
    finishing: Finishing,
    names: dict[str, str],
) -> tuple[Zone, ...]:
    """All zones that there is anything of, piece by piece in the order of the roles; own ones after them.

    `species` are those of new parts, `names` those of the pieces where there are several.
    """
    found: dict[str, list[tuple[str, ZoneRole, float, Body]]] = {}
    for own, body in zip(surfaces, form.bodies, strict=True):
        for surface in own.surfaces:
            zone = zone_of(surface.part_id, surface.role, body.piece_id, finishing.moves)
            found.setdefault(zone, []).append((surface.part_id, surface.role, surface.area, body))
    zones = [_zone(zone, rows, species, condition, finishing.choice(zone), names) for zone, rows in found.items()]
    pieces = list(dict.fromkeys(body.piece_id for body in form.bodies))
    roles = list(ZONE_TITLES)
    own_first = {zone.id: zone.id.rpartition("/")[2] in roles for zone in zones}
    return tuple(sorted(zones, key=lambda z: (pieces.index(z.piece_id), not own_first[z.id], roles.index(z.role))))


def _zone(
    zone: str,
    rows: list[tuple[str, ZoneRole, float, Body]],
    species: dict[str, str],
    condition: Condition,
    choice: ZoneChoice,
    names: dict[str, str],
) -> Zone:
    by_role: dict[ZoneRole, float] = {}
    for _, role, area, _ in rows:
        by_role[role] = by_role.get(role, 0.0) + area
    role = max(by_role, key=lambda own: by_role[own])
    piece_id = piece_of(zone)
    title = choice.name or ZONE_TITLES[role]
    named = f"{title}, {names[piece_id]}" if piece_id in names and not choice.name else title
    parts = tuple(dict.fromkeys(part for part, *_ in rows))
    area = sum(area for _, _, area, _ in rows) / 1e6
    new = 0.0 if role in NO_WOOD else sum(area for part, _, area, body in rows if is_new(part, body)) / 1e6
    panes = [board for *_, body in rows for board in body.members if board.id in set(parts)]
    rim = sum(2 * sum(board.solid.sizes[1:]) for board in dict.fromkeys(panes)) if role in COVERED else 0.0
    return Zone(
        zone,
        piece_id,
        role,
        named,
        area,
        min(area, new),
        parts,
        len(parts),
        rim,
        _ground(role, rows, species, condition, choice.lies),
    )


def _ground(
    role: ZoneRole,
    rows: list[tuple[str, ZoneRole, float, Body]],
    species: dict[str, str],
    condition: Condition,
    said: GroundSaid,
) -> Ground:
    """What was said, else what the survey and the new parts say, else what is usual."""
    told: dict[str, Known] = {}
    made_of = {made.part: made for made in condition.made_of}
    likely = {board.id: board.likely for *_, body in rows for board in body.members}
    materials, woods = set[MaterialCode](), dict[str, float]()
    for part, _, area, body in rows:
        made = made_of.get(part) or made_of.get(origin_of(part))
        new = is_new(part, body)
        materials.add(made.material if made is not None and not new else likely.get(part, "solid"))
        wood = species.get(part, "") if new else made.wood if made is not None else ""
        woods[wood] = woods.get(wood, 0.0) + area
    if role == "hardware" and not any(part in made_of for part, *_ in rows):
        materials = {"metal"}
    known = {wood: area for wood, area in woods.items() if wood}
    wood = said.wood or (max(known, key=lambda own: known[own]) if known else "")
    told["wood"] = "said" if said.wood else "survey" if wood else "guess"
    told["material"] = "survey" if any(part in made_of for part, *_ in rows) else "guess"
    faults = {fault.kind for fault in condition.faults if any(part == fault.part for part, *_ in rows)}
    old = said.old or _old(role, materials, faults)
    told["old"] = "said" if said.old else "survey" if "finish" in faults else "guess"
    stained = "stain" in faults
    woods_said = (wood.lower(), *(name.lower() for name in known))
    bleeds = any(word in name for word in BLEEDING for name in woods_said) or stained
    told["bleeds"] = "said" if said.bleeds is not None else "survey" if bleeds else "guess"
    smells = "mould" in faults
    told["smells"] = "said" if said.smells is not None else "survey" if smells else "guess"
    told["relief"] = "said" if said.relief is not None else "guess"
    return Ground(
        old,
        frozenset(materials),
        wood.lower(),
        bleeds if said.bleeds is None else said.bleeds,
        said.bleeds is None and any(word in name for word in KNOTTY for name in woods_said),
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

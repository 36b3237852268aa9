"""How borders between two finishes are kept: which is coated first, taped, sanded back or cut in by hand.

Tape goes on a coat that is a day old, its edge pressed down and sealed, and comes off while the last coat over it
is still soft enough to part and hard enough to be touched. What is wiped on needs none. [practice]
"""

from collections.abc import Collection, Iterator, Sequence
from functools import partial

from msgspec import Struct

from zygoform.core.coats.coat import WIPED, Coat, coat_of
from zygoform.core.coats.layer import BorderChoice, BorderWay, Finishing, ZoneMove
from zygoform.core.finish.borders import Border, FreeGroup, borders, free_groups
from zygoform.core.finish.resolved import Batch
from zygoform.core.finish.surfaces import BodySurfaces, ZoneRole
from zygoform.core.finish.zones import zone_of
from zygoform.core.form.form import Body
from zygoform.core.geometry.prism import Point3, dot
from zygoform.core.geometry.seams import Seam
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.tolerance import AGAINST_MM

TAPE_SPARE, RUN_SPARE = 1.05, 50.0
"""So much more tape than border, and so much more (mm) for each run. [practice]"""
FILM_REACH, FILM_SPARE = 600.0, 1.1
"""What is sprayed settles so far (mm) from its border; so much more film than that takes. [practice]"""
TAPED_AFTER = 24.0
"""Hours until a coat bears delicate tape; plain tape wants three days. [label]"""
LEAST_BORDER = 200.0
"""Two finishes that meet along less (mm) in all meet at corners: nobody tapes those. [practice]"""
_INSIDE: tuple[ZoneRole, ...] = ("inside", "unseen", "boxes", "back", "underside")


class Mask(Struct, frozen=True):
    """One border with what is done about it. `first` and `second` are batches by their leading zones.

    `film` is what of the neighbour is covered (m²); `usual` says that nothing was chosen for it.
    """

    first: str
    second: str
    way: BorderWay
    runs: tuple[Seam, ...]
    length: float
    film: float = 0.0
    usual: bool = True

    @property
    def tape(self) -> float:
        """Metres that it takes; none where it is kept otherwise."""
        return (self.length * TAPE_SPARE + RUN_SPARE * len(self.runs)) / 1000 if self.way == "tape" else 0.0


def in_turn(batches: Sequence[Batch], choices: Sequence[BorderChoice], own: tuple[Coat, ...]) -> list[str]:
    """The batches in the order in which they are coated where they meet.

    What is stained or clear first, then the insides, then what is painted outside, waxes last; by choice otherwise.
    """
    turn = [batch.id for batch in sorted(batches, key=partial(_rank, own=own))]
    for choice in choices:
        if choice.first in turn and choice.second in turn and turn.index(choice.first) > turn.index(choice.second):
            turn.remove(choice.first)
            turn.insert(turn.index(choice.second), choice.first)
    return turn


def _rank(batch: Batch, own: tuple[Coat, ...]) -> int:
    groups = [coat.group for coat in coats_of(batch, own)]
    painted = any(group in ("paint", "primer", "effect") for group in groups)
    if groups and groups[-1] == "wax" and not painted:
        return 3
    if not painted:
        return 0
    return 1 if all(plan.zone.role in _INSIDE for plan in batch.zones) else 2


def coats_of(batch: Batch, own: tuple[Coat, ...]) -> list[Coat]:
    found = (coat_of(layer.material, own) for layer in batch.layers if layer.is_coat)
    return [coat for coat in found if coat is not None]


def usual_border(second: Batch, own: tuple[Coat, ...]) -> BorderWay:
    """Tape, but for what is wiped on."""
    return "by hand" if all(coat.id in WIPED for coat in coats_of(second, own)) else "tape"


def is_sprayed(batch: Batch) -> bool:
    return any(layer.is_coat and layer.way in ("gun", "can") for layer in batch.layers)


def masks(
    batches: Sequence[Batch],
    found: Sequence[Border],
    groups: Sequence[FreeGroup],
    finishing: Finishing,
    own: tuple[Coat, ...],
) -> tuple[Mask, ...]:
    """Every border of a piece between two of its batches, in the order in which they are coated."""
    by_id = {batch.id: batch for batch in batches}
    turn = in_turn(batches, finishing.borders, own)
    chosen = {frozenset((choice.first, choice.second)): choice.way for choice in finishing.borders}
    made = []
    for border in found:
        first, second = sorted(border.kinds, key=turn.index)
        way = chosen.get(frozenset(border.kinds))
        as_done = way or usual_border(by_id[second], own)
        film = film_area(groups, border, second) if as_done == "tape" and is_sprayed(by_id[second]) else 0.0
        made.append(Mask(first, second, as_done, border.runs, border.length, film, way is None))
    return tuple(sorted(made, key=lambda mask: (turn.index(mask.second), turn.index(mask.first))))


def film_area(groups: Sequence[FreeGroup], border: Border, second: str) -> float:
    """m² of faces at a border, of what is not sprayed, that lie nearer to it than spray settles."""
    # Loaded with the first gun.
    from shapely import LineString, Polygon, union_all

    found = 0.0
    for group in groups:
        for kind, free in group:
            if kind == second or not kind:
                continue
            normal = free.face.normal
            level, flat = dot(free.face.points[0], normal), partial(_flat, _across(normal))
            near = [run for run in border.runs if all(abs(dot(p, normal) - level) < AGAINST_MM for p in run)]
            if near:
                reach = union_all([LineString([flat(a), flat(b)]).buffer(FILM_REACH) for a, b in near])
                found += Polygon([flat(point) for point in free.face.points]).intersection(reach).area
    return found / 1e6


def _across(normal: Point3) -> tuple[Point3, Point3]:
    """Two directions in a plane, square to each other."""
    least = min(range(3), key=lambda k: abs(normal[k]))
    x, y, z = (float(k == least) for k in range(3))
    a = (normal[1] * z - normal[2] * y, normal[2] * x - normal[0] * z, normal[0] * y - normal[1] * x)
    long = dot(a, a) ** 0.5
    u = (a[0] / long, a[1] / long, a[2] / long)
    v = (
        normal[1] * u[2] - normal[2] * u[1],
        normal[2] * u[0] - normal[0] * u[2],
        normal[0] * u[1] - normal[1] * u[0],
    )
    return u, v


def _flat(axes: tuple[Point3, Point3], point: Point3) -> tuple[float, float]:
    return dot(point, axes[0]), dot(point, axes[1])


def of_second(masks_: Sequence[Mask], batch_id: str) -> Iterator[Mask]:
    """Those that are kept while a batch is coated."""
    return (mask for mask in masks_ if mask.second == batch_id)


def _seen(batch: Batch) -> tuple[tuple[str, str, str], ...]:
    return tuple((own.material, own.colour, own.recipe) for own in batch.layers if own.is_coat)


class PieceBorders(Struct, frozen=True):
    """Where the finishes of a piece meet, and what is free beside; whatever they are made of."""

    found: tuple[Border, ...] = ()
    groups: tuple[FreeGroup, ...] = ()


def zones_alike(all_batches: Sequence[Batch]) -> tuple[tuple[str, str], ...]:
    """Each zone that gets coats, with the batch it looks like in the end; hardware lies apart."""
    batches = [batch for batch in all_batches if any(plan.zone.role != "hardware" for plan in batch.zones)]
    # What looks alike in the end has no border, however each was prepared.
    alike: dict[tuple[tuple[str, str, str], ...], str] = {}
    return tuple((plan.id, alike.setdefault(_seen(own), own.id)) for own in batches for plan in own.zones)


def piece_borders(
    piece: str,
    alike: tuple[tuple[str, str], ...],
    moves: tuple[ZoneMove, ...],
    bodies: Sequence[tuple[Body, BodySurfaces]],
    apart: Collection[str],
) -> Piecemeal[PieceBorders]:
    """All borders of a piece between zones that are not alike, but for what is coated `apart`."""
    batch_of = dict(alike)
    if len({*batch_of.values()}) < 2:
        return PieceBorders()

    def kind_of(part: str, role: ZoneRole) -> str:
        return "" if role == "hardware" else batch_of.get(zone_of(part, role, piece, moves), "")

    groups, found = list[FreeGroup](), list[Border]()
    for body, surfaces in bodies:
        free = yield from free_groups(body, surfaces, kind_of, apart)
        groups += free
        found += yield from borders(free)
    merged = [
        Border(pair, tuple(run for border in found if border.kinds == pair for run in border.runs))
        for pair in dict.fromkeys(border.kinds for border in found)
    ]
    told = tuple(border for border in merged if border.length >= LEAST_BORDER)
    return PieceBorders(told, tuple(groups))

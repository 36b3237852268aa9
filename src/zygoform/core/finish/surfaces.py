"""Every face of a body with the zone it belongs to, and how much of it is free to be coated.

Drawers, doors and lids move: what they touch only while they are shut is as free as if they were open. Faces of the
case are parted where they run from one bay into the next, and where they leave the case.

    outside ----> body, back, underside, top          seen from above:   ____back____
    a bay that shows ----> inside                                        |   bay      |  what looks into the
    behind drawers ----> unseen                                          |__fronts____|  case lies within it
"""

from collections.abc import Iterator
from functools import lru_cache
from typing import Literal

from msgspec import Struct

from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.form.inside.opened import moving
from zygoform.core.geometry.contact import Contacts, FlatFace, flat_face
from zygoform.core.geometry.convex import Plane, box_around, halved_skin
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.prism import Face, Point3, dot
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.tolerance import AGAINST_MM, AHEAD_MM, TOUCHING_MM

ZoneRole = Literal[
    "top", "body", "fronts", "edges", "inside", "boxes", "back", "underside", "legs", "hardware", "cane", "glass",
    "tiles", "padding", "unseen",
]  # fmt: skip
ZONE_TITLES: dict[ZoneRole, str] = {
    "top": "Top",
    "body": "Body",
    "fronts": "Fronts",
    "edges": "Front edges",
    "inside": "Inside bays",
    "boxes": "Drawer boxes",
    "back": "Back",
    "underside": "Underside",
    "legs": "Legs",
    "hardware": "Hardware",
    "cane": "Cane, mesh",
    "glass": "Glass",
    "tiles": "Tiles",
    "padding": "Padding",
    "unseen": "Unseen inside",
}
"""In the order they are listed."""

_WHOLE: dict[str, ZoneRole] = {
    "tile": "tiles", "padding": "padding", "knob": "hardware", "leg": "legs", "stretcher": "legs",
    "runner": "unseen", "block": "unseen", "box": "boxes",
}  # fmt: skip
"""Roles of boards all of whose faces lie in one zone."""
_UNDER: dict[str, ZoneRole] = {"lid": "inside", "seat": "underside"}
_FRONT = ("drawer", "door")
_FOOT = ("base", "skirt")
_THIN = 80.0
"""What is no deeper than that (mm) is a panel: it has no inside. [choice]"""
_SHOWS = ("door", "nothing", "knees", "flap")
_LEVEL, _SQUARE = 0.7, 0.7
"""A face that looks so far up, down, to the front or to the back is an upper, lower, front or back face. [choice]
"""


class ZoneSurface(Struct, frozen=True):
    """What of one part lies in one zone: mm², free."""

    part_id: str
    role: ZoneRole
    area: float


class BodySurfaces(Struct, frozen=True):
    """All of a body; `faces` gives the zone that most of each face of a part lies in, in the order of its faces."""

    body_id: str
    surfaces: tuple[ZoneSurface, ...]
    faces: dict[str, tuple[ZoneRole, ...]]


def body_surfaces(body: Body) -> Piecemeal[BodySurfaces]:
    """The faces of a body as if all of it stood open; may be interrupted between two of its boards."""
    areas: dict[tuple[str, ZoneRole], float] = {}
    faces: dict[str, tuple[ZoneRole, ...]] = {}
    case = case_of(body)
    for boards in moving_together(body):
        for part_id, parted in _of_group(boards, case):
            faces[part_id] = tuple(max(roles, key=lambda role: roles[role]) for roles in parted)
            for roles in parted:
                for role, size in roles.items():
                    areas[part_id, role] = areas.get((part_id, role), 0.0) + size
            yield
    found = tuple(ZoneSurface(part, role, size) for (part, role), size in areas.items() if size > 0)
    return BodySurfaces(body.id, found, faces)


class CaseBounds(Struct, frozen=True, cache_hash=True):
    """What bounds a case and its bays, each with whether it shows.

    `middle` is that of its plan. `open_below`: nothing closes it underneath, as under a table. `exposed`: it has no
    inside at all, as a panel, a seat or a shelf on the wall. `on_wall`: what looks back is against a wall.
    """

    planes: tuple[Plane, ...]
    bays: tuple[tuple[tuple[Plane, ...], bool], ...]
    middle: Point
    lidded: bool
    open_below: bool
    exposed: bool
    on_wall: bool


def case_of(body: Body) -> CaseBounds:
    roles = {board.role for board in body.boards}
    xs, ys = zip(*body.plan, strict=True)
    lidded = "lid" in roles
    thin = max(ys) - min(ys) < _THIN
    exposed = thin or ("seat" in roles and not lidded) or (body.hangs and not body.openings)
    there = {board.id for board in body.boards}
    return CaseBounds(
        _planes(body),
        # What has lost its front shows, whatever it held.
        tuple((_bay(o), o.holds in _SHOWS or o.front_id not in there) for o in body.openings),
        (sum(xs) / len(xs), sum(ys) / len(ys)),
        lidded,
        "bottom" not in roles,
        exposed,
        thin or body.hangs,
    )


def _of_group(boards: list[Board], case: CaseBounds) -> Iterator[tuple[str, "Parted"]]:
    """Every part that moves together, each by itself and what may touch it: after an edit most are as they were."""
    boxes = [room_with_laid(board) for board in boards]
    for board, box in zip(boards, boxes, strict=True):
        near = tuple(
            other for other, its in zip(boards, boxes, strict=True) if other is not board and may_touch(box, its)
        )
        yield from _with_near(board, near, case)


def room_with_laid(board: Board) -> tuple[Point3, Point3]:
    """The box round a board and all that lies on it."""
    if not board.on_face:
        return board.solid.box
    return box_around(tuple(corner for own in (board, *board.on_face) for corner in own.solid.box))


def may_touch(a: tuple[Point3, Point3], b: tuple[Point3, Point3]) -> bool:
    (low, high), (least, most) = a, b
    return (
        low[0] <= most[0] + AGAINST_MM
        and least[0] <= high[0] + AGAINST_MM
        and low[1] <= most[1] + AGAINST_MM
        and least[1] <= high[1] + AGAINST_MM
        and low[2] <= most[2] + AGAINST_MM
        and least[2] <= high[2] + AGAINST_MM
    )


@lru_cache(maxsize=8192)
def _with_near(board: Board, near: tuple[Board, ...], case: CaseBounds) -> tuple[tuple[str, "Parted"], ...]:
    """One board with what lies on it. What lies on its neighbours touches it where they do not."""
    contacts = Contacts(own.solid for host in (board, *near) for own in (host, *host.on_face))
    own = _of_board(board, case, contacts)
    return ((board.id, own), *((on.id, _laid_on(on, board, own, contacts)) for on in board.on_face))


def _is_loose(board: Board, body: Body) -> bool:
    """Linings, containers and cushions: they go in last, and nothing is coated or masked for them."""
    container = (board.role == "padding" and board.inside) or "/lining-bottom/" in board.id
    cushion = board.role == "seat" and any(other.role == "lid" for other in body.boards)
    return container or cushion


def moving_together(body: Body) -> list[list[Board]]:
    """What does not move against each other: the case, each drawer as it is when drawn out, each door, the lid."""
    boards = {board.id: board for board in body.boards}
    inner = {opening.id: {member.id: member for member in opening.members} for opening in body.openings}
    moves = moving(body)
    groups, taken = list[list[Board]](), set[str]()
    for opening_id, parts in moves.items():
        own = {part: boards[part] for part in parts if part in boards}
        # Its true front, with its groove, takes the place of the plain one.
        own |= {part: member for part, member in inner.get(opening_id, {}).items() if part in parts}
        groups.append([own[part] for part in sorted(own) if not _is_loose(own[part], body)])
        taken |= set(own)
    fixed = [board for board in body.boards if board.id not in taken and not _is_loose(board, body)]
    for opening_id, members in inner.items():
        if opening_id in moves or not members:
            fixed += [
                member
                for part, member in members.items()
                if part not in taken and part not in boards and not _is_loose(member, body)
            ]
    return [fixed, *groups]


Parted = list[dict[ZoneRole, float]]
"""For each face of a board, how much of it (mm², free) lies in which zone; a covered one in one zone with 0."""


def _of_board(board: Board, case: CaseBounds, at: Contacts) -> Parted:
    parted = Parted()
    for pieces in in_zones(board, case):
        roles: dict[ZoneRole, float] = {}
        for piece, role in pieces:
            roles[role] = roles.get(role, 0.0) + at.free(piece)
        parted.append(roles or {"unseen": 0.0})
    return parted


@lru_cache(maxsize=8192)
def in_zones(board: Board, case: CaseBounds) -> tuple[tuple[tuple[FlatFace, ZoneRole], ...], ...]:
    """For each face of a board its parts by zone, whatever lies against them."""
    return tuple(
        tuple((flat_face(piece), role) for piece, role in _zones_of(face, board, case) if len(piece.points) >= 3)
        for face in board.solid.faces
    )


def _laid_on(on: Board, host: Board, of_host: Parted, at: Contacts) -> Parted:
    """What lies on a face is in the zone of that face, all round."""
    role = _zone_below(on, host, of_host)
    whole = on.role if on.role in _WHOLE else ""
    role = _WHOLE.get(whole, role)
    return [{role: at.free(flat_face(face))} for face in on.solid.faces]


def _zone_below(on: Board, host: Board, of_host: Parted) -> ZoneRole:
    """The zone of the host's face that one of its own lies against."""
    for face, roles in zip(host.solid.faces, of_host, strict=True):
        level = dot(face.points[0], face.normal)
        for own in on.solid.faces:
            against = dot(own.normal, face.normal) < -1 + TOUCHING_MM
            if against and abs(dot(own.points[0], face.normal) - level) < TOUCHING_MM:
                return max(roles, key=lambda role: roles[role])
    return max((max(roles, key=lambda role: roles[role]) for roles in of_host), key=len)


def _zones_of(face: Face, board: Board, case: CaseBounds) -> Iterator[tuple[Face, ZoneRole]]:
    """A face in the zones it lies in: in one, or parted where it leaves the case or a bay."""
    whole = _whole_zone(face, board, case)
    if whole:
        yield face, whole
        return
    inner, outer = _parted((face,), case.planes, face)
    for piece in outer:
        yield piece, _outside(face, board, case)
    if not case.bays:
        yield from ((piece, _closed(board, face, lidded=case.lidded)) for piece in inner)
        return
    for planes, shows in case.bays:
        there, inner = _parted(inner, planes, None)
        role: ZoneRole = "inside" if shows else "unseen"
        yield from ((piece, role) for piece in there)
    below = case.open_below or (board.role == "bottom" and _down(face))
    yield from ((piece, "underside" if below else "unseen") for piece in inner)


def _whole_zone(face: Face, board: Board, case: CaseBounds) -> ZoneRole | Literal[""]:
    """The zone of boards whose faces never lie in a bay; nothing for those of the case."""
    if board.role == "pane":
        return "glass" if board.likely == "glass" else "padding" if board.likely == "fabric" else "cane"
    if board.role in _WHOLE or board.likely == "metal":
        return _WHOLE.get(board.role, "hardware")
    if board.role in _FRONT:
        back: ZoneRole = "inside" if board.role == "door" else "boxes"
        return "fronts" if face.normal[1] < -_SQUARE else "edges" if face.normal[1] < _SQUARE else back
    if board.role in ("top", "lid", "seat"):
        under: ZoneRole | Literal[""] = _UNDER.get(board.role, "")
        return under if _down(face) else "top"
    ahead = board.role == "panel" and face.normal[1] < -_SQUARE
    return _seen_round(face, board, case) if case.exposed or ahead or board.role == "apron" else ""


def _seen_round(face: Face, board: Board, case: CaseBounds) -> ZoneRole:
    """Of what has no inside: what looks down is under it, and so is what aprons turn to each other."""
    if _down(face) and board.role not in ("back", "arm", "rail"):
        return "underside"
    if case.on_wall and face.normal[1] > _SQUARE:
        return "back"
    if board.role != "apron":
        return "body"
    return "body" if _looks_out(face, case) else "underside"


def _outside(face: Face, board: Board, case: CaseBounds) -> ZoneRole:
    """What is against a wall, under the piece, or turned in under it is no part of what is seen."""
    foot = board.role in _FOOT
    if face.normal[1] > _SQUARE and (case.on_wall or board.role == "back" or (foot and _looks_out(face, case))):
        return "back"
    if _down(face) and board.role in ("top", "bottom", "side", *_FOOT):
        return "underside"
    # A board round a knee hole is seen from both sides of it.
    inwards = foot and abs(face.normal[2]) < _LEVEL and "knees" not in board.id and not _looks_out(face, case)
    return "underside" if inwards else "body"


def _looks_out(face: Face, case: CaseBounds) -> bool:
    """Whether it is turned away from the middle of the piece."""
    x, y = (sum(point[k] for point in face.points) / len(face.points) - case.middle[k] for k in (0, 1))
    return x * face.normal[0] + y * face.normal[1] > 0


def _closed(board: Board, face: Face, *, lidded: bool) -> ZoneRole:
    """Within a body that has no openings: under a lid, or under a table."""
    return "inside" if lidded and not (board.role == "bottom" and _down(face)) else "underside"


def _down(face: Face) -> bool:
    return face.normal[2] < -_LEVEL


def _planes(body: Body) -> tuple[Plane, ...]:
    """What bounds the case: its plan, floor and ceiling."""
    sides = list[Plane]()
    for (ax, ay), (bx, by) in zip(body.plan, body.plan[1:] + body.plan[:1], strict=True):
        long = ((bx - ax) ** 2 + (by - ay) ** 2) ** 0.5
        sides.append(((ax, ay, 0.0), ((by - ay) / long, (ax - bx) / long, 0.0)))
    low, high = body.underside, body.underside + body.height
    return (*sides, ((0.0, 0.0, low), (0.0, 0.0, -1.0)), ((0.0, 0.0, high), (0.0, 0.0, 1.0)))


def _bay(opening: FormOpening) -> tuple[Plane, ...]:
    """What bounds a bay: the four boards round its opening, whose faces lie in it."""
    x0, z0, x1, z1 = opening.rect
    slack = AHEAD_MM / 2
    return (
        ((x0 - slack, 0.0, 0.0), (-1.0, 0.0, 0.0)),
        ((x1 + slack, 0.0, 0.0), (1.0, 0.0, 0.0)),
        ((0.0, 0.0, z0 - slack), (0.0, 0.0, -1.0)),
        ((0.0, 0.0, z1 + slack), (0.0, 0.0, 1.0)),
    )


def _parted(
    faces: tuple[Face, ...], planes: tuple[Plane, ...], ahead: Face | None
) -> tuple[tuple[Face, ...], tuple[Face, ...]]:
    """What of some faces lies behind all planes, and what does not; looked at a little `ahead` of a face."""
    outside = list[Face]()
    for (x, y, z), normal in planes:
        if not faces:
            break
        by = AHEAD_MM * dot(ahead.normal, normal) if ahead is not None else 0.0
        at = (x - by * normal[0], y - by * normal[1], z - by * normal[2])
        faces, before = _halved(faces, (at, normal))
        outside += before
    return faces, tuple(outside)


def _halved(faces: tuple[Face, ...], plane: Plane) -> tuple[tuple[Face, ...], tuple[Face, ...]]:
    """As `halved_skin`; most faces lie wholly on one side, and are left as they are."""
    at, normal = plane
    level, behind, before, cut = dot(at, normal), list[Face](), list[Face](), list[Face]()
    for face in faces:
        heights = [dot(point, normal) for point in face.points]
        if max(heights) <= level:
            behind.append(face)
        elif min(heights) >= level:
            before.append(face)
        else:
            cut.append(face)
    if not cut:
        return tuple(behind), tuple(before)
    inner, outer = halved_skin(tuple(cut), plane)
    return (*behind, *inner), (*before, *outer)

"""Mouldings, carvings and plaques on a piece: what lies on a face of a part, painted with that face."""

import math
from collections.abc import Callable
from typing import Annotated, Literal

from msgspec import Struct, structs

from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.convex import face_area
from zygoform.core.geometry.plane import rectangle, segment
from zygoform.core.geometry.prism import Face, Point3, Prism, X, Y, Z, dot, upright
from zygoform.core.ids import role_of
from zygoform.core.measure.param import Choice, choice, measured, text
from zygoform.core.measure.reading import Readings, settle
from zygoform.core.tolerance import SAME_MM

_BACK: Point3 = (0.0, -1.0, 0.0)
_AXES: tuple[tuple[Point3, Point3, Point3], ...] = (
    (_BACK, X, Z),
    (Z, X, Y),
    (X, Y, Z),
    ((-1.0, 0.0, 0.0), _BACK, Z),
)
"""Outward normal of a face, and the directions to the right and up as one stands before it."""
FACING = 0.9
"""A face that looks so far to the front is one an ornament sits on. [choice]"""
MOST_ORNAMENTS = 60
"""On one piece. [choice]"""


class Ornament(Struct, frozen=True):
    """Something applied to a part: its size, and how far from the left and the lower edge of the part it sits."""

    id: str
    part: str
    name: Annotated[str, text("Name", 40)] = "Moulding"
    shape: Annotated[
        Literal["moulding", "carving", "plaque"],
        choice(
            "Kind",
            Choice("moulding", "Moulding", "a strip with a profile: pinned and glued"),
            Choice("carving", "Carving", "pried off it may split what it sits on"),
            Choice("plaque", "Plaque", "metal or wood, with its own pins"),
        ),
    ] = "moulding"
    width: Annotated[Readings, measured("Wide", 2, 4000, guess=200.0)] = ()
    height: Annotated[Readings, measured("High", 2, 4000, guess=40.0)] = ()
    thickness: Annotated[Readings, measured("Thick", 0.5, 150, guess=9.5)] = ()
    left: Annotated[
        Readings, measured("From the left", 0, 4000, guess=0.0, hint="of the part; else in the middle")
    ] = ()
    up: Annotated[Readings, measured("From below", 0, 4000, guess=0.0, hint="of the part; else in the middle")] = ()


def ornamented(form: Form, ornaments: tuple[Ornament, ...]) -> Form:
    """The form with what is applied to its parts; one whose part is gone waits for it."""
    if not ornaments:
        return form
    on: dict[str, list[Ornament]] = {}
    for ornament in ornaments:
        on.setdefault(ornament.part, []).append(ornament)

    def with_own(board: Board, body: Body) -> Board:
        own = tuple(made for one in on.get(board.id, ()) if (made := _applied(one, board, body)) is not None)
        return structs.replace(board, on_face=(*board.on_face, *own)) if own else board

    bodies = []
    for body in form.bodies:
        boards = tuple(with_own(board, body) for board in body.boards)
        openings = tuple(
            structs.replace(opening, members=tuple(with_own(member, body) for member in opening.members))
            for opening in body.openings
        )
        bodies.append(structs.replace(body, boards=boards, openings=openings))
    return Form(tuple(bodies))


def _applied(ornament: Ornament, board: Board, body: Body) -> Board | None:
    """A thin board on the largest outer face of its part, no larger than that."""
    found = _outer_face(board, body)
    if found is None:
        return None
    face, right, up = found
    across = [dot(point, right) for point in face.points]
    heights = [dot(point, up) for point in face.points]
    room = max(across) - min(across), max(heights) - min(heights)
    wide = min(settle(ornament.width, 200.0, "wide").value, room[0])
    high = min(settle(ornament.height, 40.0, "high").value, room[1])
    left = min(settle(ornament.left, (room[0] - wide) / 2, "left").value, room[0] - wide)
    low = min(settle(ornament.up, (room[1] - high) / 2, "up").value, room[1] - high)
    level = dot(face.points[0], face.normal)
    origin = tuple(face.normal[k] * level for k in range(3))
    x, y = min(across) + left, min(heights) + low
    thick = settle(ornament.thickness, 9.5, "thick").value
    solid = Prism(origin, right, up, rectangle(x, y, x + wide, y + high), thick)  # type: ignore[arg-type]
    return Board(f"{body.piece_id}/ornament/{ornament.id}", ornament.name, "ornament", solid, right)


def _outer_face(board: Board, body: Body) -> tuple[Face, Point3, Point3] | None:
    """The largest face that looks forward, up or to a side and away from the middle; with its right and up."""
    middle = sum(x for x, _ in body.plan) / len(body.plan)
    best: tuple[float, tuple[Face, Point3, Point3]] | None = None
    for face in board.solid.faces:
        for normal, right, up in _AXES:
            if dot(face.normal, normal) < FACING:
                continue
            x = sum(point[0] for point in face.points) / len(face.points)
            inward = abs(normal[0]) > 0 and (x - middle) * normal[0] < 0
            size = face_area(face) * (0.5 if inward else 1.0)
            if math.isfinite(size) and (best is None or size > best[0] + 1.0):
                flat = (face.normal, _along(right, face.normal), _along(up, face.normal))
                best = size, (face, flat[1], flat[2])
    return best[1] if best is not None else None


def _along(direction: Point3, normal: Point3) -> Point3:
    """A direction turned into a face's plane."""
    off = dot(direction, normal)
    flat = tuple(direction[k] - off * normal[k] for k in range(3))
    long = math.hypot(*flat)
    return flat[0] / long, flat[1] / long, flat[2] / long


# What stands on a top: a crown along its front, a mirror between posts along its back.

CrownKind = Literal["none", "straight", "arched"]
CROWN_THICK, POST, MIRROR_THICK, HANGS_OVER = 19.0, 44.0, 22.0, 60.0
"""A crown's board, the posts beside a mirror, the mirror with its frame, and how far it hangs over the top (mm).
[drawn]
"""


def crown_boards(piece_id: str, top: Board, kind: CrownKind, height: float, rise: float) -> list[Board]:
    """A board standing on the front of the top; an arched one rises in the middle as a segment of a circle."""
    (x0, y0, _), (x1, _, z) = top.solid.box
    if kind == "none" or height <= SAME_MM:
        return []
    solid = upright(rectangle(x0, y0, x1, y0 + CROWN_THICK), z, z + height)
    boards = [Board(f"{piece_id}/crown/main", "Crown", "crown", solid, X)]
    if kind == "arched" and rise > SAME_MM:
        # u = x and v = z: their normal points to whoever stands before it.
        arch = Prism(
            (0.0, y0 + CROWN_THICK, 0.0), X, Z, segment((x0 + x1) / 2, z + height, x1 - x0, rise), CROWN_THICK
        )
        boards.append(Board(f"{piece_id}/crown/arch", "Crown, arch", "crown", arch, X))
    return boards


def mirror_boards(piece_id: str, top: Board, width: float, height: float) -> list[Board]:
    """A mirror hung between two posts that stand on the back of the top."""
    (x0, _, _), (x1, y1, z) = top.solid.box
    middle = (x0 + x1) / 2
    left, right = middle - width / 2, middle + width / 2
    post = (y1 - POST, y1)
    boards = [
        Board(
            f"{piece_id}/mirror-post/{name}",
            f"Mirror post, {name}",
            "upright",
            upright(rectangle(a, post[0], b, post[1]), z, z + HANGS_OVER + height),
            Z,
        )
        for name, a, b in (("left", left - POST, left), ("right", right, right + POST))
    ]
    y = (post[0] + post[1]) / 2
    pane = upright(
        rectangle(left, y - MIRROR_THICK / 2, right, y + MIRROR_THICK / 2), z + HANGS_OVER, z + HANGS_OVER + height
    )
    return [*boards, Board(f"{piece_id}/mirror/main", "Mirror", "pane", pane, Z, likely="glass")]


def stands_on_top(board: Board) -> bool:
    """Whether it comes off with the top: crown, posts and mirror."""
    return role_of(board.id) in ("crown", "mirror", "mirror-post")


def case_box(body: Body) -> tuple[Point3, Point3]:
    """The box round a body as a tape takes it over all: shut, without knobs and what stands on its top."""
    if body.shut_box is not None:
        return body.shut_box
    boxes = [b.solid.box for b in body.boards if b.role != "knob" and not stands_on_top(b)]
    boxes = boxes or [b.solid.box for b in body.boards]
    lows, highs = zip(*boxes, strict=True)
    return _corner(lows, min), _corner(highs, max)


def _corner(points: tuple[Point3, ...], end: Callable[[list[float]], float]) -> Point3:
    x, y, z = (end([point[k] for point in points]) for k in range(3))
    return x, y, z

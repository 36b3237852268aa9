"""A form before and after, seen from one place."""

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import Literal

from msgspec import structs

from zygoform.core.drawing.dimensions import overall_dimensions
from zygoform.core.drawing.edges import new_edges
from zygoform.core.drawing.order import in_cells, paint_order, without_seams
from zygoform.core.drawing.primitives import (
    HIGH,
    Box,
    Grip,
    Leader,
    PartRole,
    Polygon,
    Scene,
    Shade,
    box_of,
    holds,
    leader_side,
)
from zygoform.core.drawing.swings import swing_leaders, swing_strokes
from zygoform.core.drawing.views import VIEWS, View, Viewpoint
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.convex import plane_of
from zygoform.core.geometry.plane import Outline, Point, area
from zygoform.core.geometry.prism import Face, Point3, Prism, dot
from zygoform.core.ids import origin_of, piece_of
from zygoform.core.outcome.outcome import Handle
from zygoform.core.piecemeal import Piecemeal, at_once
from zygoform.core.tolerance import SAME_MM, SQUARE_ON

Overlay = Literal["found", "over", "planned"]
Case = tuple[Outline, float, float]
"""Plan, underside and upper side of a body: what lies within is shaded as inside."""


_SMOOTH = math.cos(math.radians(25))
"""Faces that turn by less than 25 degrees are one rounded face."""

_CASE = ("side", "back", "bottom", "upright", "shelf", "rail", "top", "apron", "lid", "seat")


def draw_form(
    found: Form,
    planned: Form,
    numbers: dict[str, int],
    place: Viewpoint = "front",
    overlay: Overlay = "over",
    handles: tuple[Handle, ...] = (),
    mended: frozenset[str] = frozenset(),
    *,
    held: bool = False,
) -> Scene:
    """The piece as found, laid over or as planned. `numbers` gives each change id its number.

    While something is `held`, the lines round very many new parts are drawn round each.
    """
    return at_once(draw_piecemeal(found, planned, numbers, place, overlay, handles, mended, held=held))


def draw_piecemeal(
    found: Form,
    planned: Form,
    numbers: dict[str, int],
    place: Viewpoint,
    overlay: Overlay,
    handles: tuple[Handle, ...],
    mended: frozenset[str],
    *,
    held: bool,
) -> Piecemeal[Scene]:
    """As `draw_form`, and may be interrupted between two of many parts."""
    plain = yield from plain_piecemeal(found, planned, numbers, place, overlay, handles, mended)
    return (yield from lined_piecemeal(plain, held=held))


def plain_piecemeal(
    found: Form,
    planned: Form,
    numbers: dict[str, int],
    place: Viewpoint,
    overlay: Overlay,
    handles: tuple[Handle, ...],
    mended: frozenset[str],
) -> Piecemeal[Scene]:
    """All but the lines round what is new, which take as long as the rest of it."""
    view = VIEWS[place]
    form, stays = found if overlay == "found" else planned, painted_ids(found)
    # Half of a board is what stays of it, and so is what was of a piece that was joined to this one.
    joined = frozenset(piece for body in form.bodies for piece in body.joined)
    roles: dict[str, PartRole] = {
        own: "stays" if own in stays or origin_of(own) in stays or piece_of(own) in joined else "new"
        for own in painted_ids(form)
    }
    if overlay != "found":
        roles |= {part: "mended" for part in mended if roles.get(part) == "stays"}
    polygons = yield from _painted(form, roles, view)
    if overlay == "over":
        off = frozenset(stays - painted_ids(planned))
        polygons += _set_aside(_coming_off(found, off, place), found, planned, view) if off else ()
    shown = (found, planned) if overlay == "over" else (form,)
    floor = min(_lowest(one, place) for one in shown)
    boxes = [box_of(polygon.points) for polygon in polygons]
    yield
    strokes = swing_strokes(form, view) if overlay != "found" else ()
    box = _box([*boxes, *(box_of(stroke.points) for stroke in strokes)], floor, place)
    leaders = _leaders(polygons, boxes, numbers, box) if overlay != "found" else ()
    return Scene(
        tuple(polygons),
        box,
        overall_dimensions(found, form, box[0], _lowest(form, place), view),
        (*leaders, *swing_leaders(strokes, leaders, numbers, box)),
        tuple(g for h in handles if (g := _grip(h, view)) is not None) if overlay != "found" else (),
        strokes=strokes,
        floors=() if place == "above" else floors_of(form, place),
        lined=not any(polygon.role == "new" for polygon in polygons),
    )


def lined_piecemeal(plain: Scene, *, held: bool) -> Piecemeal[Scene]:
    """A drawing with the lines round what is new; the same where nothing is."""
    if plain.lined:
        return plain
    boxes = [box_of(polygon.points) for polygon in plain.polygons]
    edges = yield from new_edges(plain.polygons, boxes, held=held)
    return structs.replace(plain, edges=edges, lined=True)


def floors_of(form: Form, place: Viewpoint = "front") -> tuple[float, ...]:
    """The heights that pieces are seen to stand at: one, or one for each row of a set."""
    heights = (_seen_floor(body, place) for body in form.bodies if not body.hangs)
    return tuple(sorted({round(height, 3) for height in heights})) or (form.floor,)


def _lowest(form: Form, place: Viewpoint) -> float:
    """The lowest floor of all, also of what hangs."""
    return min((_seen_floor(body, place) for body in form.bodies), default=0.0)


def _seen_floor(body: Body, place: Viewpoint) -> float:
    """Where the floor under the face nearest to the viewer is drawn: from a corner behind that is not at y = 0."""
    return -body.base_height + _near(body, place) * VIEWS[place].up[1]


def _near(body: Body, place: Viewpoint) -> float:
    """The y of the face that is drawn true to scale."""
    return max(y for _, y in body.plan) if VIEWS[place].toward[1] > 0 else 0.0


def _painted(form: Form, roles: dict[str, PartRole], view: View) -> Piecemeal[list[Polygon]]:
    """All faces towards the viewer, from back to front."""
    case = {
        board.id: (body.plan, body.underside, body.underside + body.height)
        for body in form.bodies
        for board in body.boards
    }
    order = yield from paint_order(form.boards, view)
    # What lies on a board comes after the last of its cells.
    last = {board.id: k for k, board in enumerate(order)}
    polygons: list[Polygon] = []
    for k, board in enumerate(order):
        polygons += _faces(board, *case[board.id], roles[board.id], view.place)
        for own in board.on_face if last[board.id] == k else ():
            polygons += _faces(own, *case[board.id], roles[own.id], view.place)
            yield
        yield
    whole = len(order) == len(form.boards) and not any(in_cells(board.on_face) for board in form.boards)
    return polygons if whole else without_seams(polygons)


def painted_ids(form: Form) -> set[str]:
    """Every board one may see, and what lies on them."""
    return {own.id for board in form.boards for own in (board, *board.on_face)}


@lru_cache(maxsize=2048)
def _faces(
    board: Board, plan: Outline, low: float, high: float, role: PartRole, place: Viewpoint
) -> tuple[Polygon, ...]:
    """The visible faces of one board; smoothly turning ones become one polygon.

    `plan`, `low` and `high` are those of its body. A board that stays looks the same after most edits.
    """
    view, case = VIEWS[place], (plan, low, high)
    faces = board.solid.faces
    if not isinstance(board.solid, Prism):
        skin = getattr(board.solid, "skin", None)
        faces = faces if skin is None else skin
        return tuple(_polygon(face.points, face, board, case, role, view) for face in faces if _seen(face, view))
    caps, sides = faces[:2], [face for k, face in enumerate(faces[2:]) if k not in board.solid.inner]
    polygons = [_polygon(face.points, face, board, case, role, view) for face in caps if _seen(face, view)]
    run: list[Face] = []
    # Start where the outline turns sharply, or a rounded run would be torn in two.
    start = next((i for i, face in enumerate(sides) if not _joins(sides[i - 1], face, view)), 0)
    for face in (*sides[start:], *sides[:start]):
        if not _seen(face, view):
            continue
        if run and _joins(run[-1], face, view):
            run.append(face)
            continue
        if run:
            polygons.append(_merged(run, board, case, role, view))
        run = [face]
    if run:
        polygons.append(_merged(run, board, case, role, view))
    return tuple(polygons)


def _seen(face: Face, view: View) -> bool:
    return dot(face.normal, view.toward) > SQUARE_ON


def _joins(before: Face, face: Face, view: View) -> bool:
    touching = math.dist(before.points[1], face.points[0]) < SAME_MM
    return touching and _seen(before, view) and dot(before.normal, face.normal) > _SMOOTH


def _merged(run: list[Face], board: Board, case: Case, role: PartRole, view: View) -> Polygon:
    near = [run[0].points[0], *(face.points[1] for face in run)]
    far = [run[0].points[3], *(face.points[2] for face in run)]
    widest = max(run, key=lambda face: math.dist(face.points[0], face.points[1]))
    return _polygon((*near, *reversed(far)), widest, board, case, role, view)


def _polygon(
    points: tuple[Point3, ...], face: Face, board: Board, case: Case, role: PartRole, view: View
) -> Polygon:
    if board.role in ("pane", "tile"):
        flat = tuple(view.project(point) for point in points)
        return Polygon(flat, board.id, role, _shade(face, board, case), board.tone, None, plane_of(face))
    across = dot(board.grain, face.normal)
    grain: Point = (0.0, 0.0) if abs(across) > 0.7 else view.project(board.grain)
    flat = tuple(view.project(point) for point in points)
    return Polygon(flat, board.id, role, _shade(face, board, case), board.tone, grain, plane_of(face))


def _shade(face: Face, board: Board, case: Case) -> Shade:
    if board.role == "pane":
        if board.likely == "fabric":
            return "cloth"
        return "mesh" if board.likely != "glass" else "mirror" if board.name.lower().endswith("mirror") else "pane"
    if board.role == "tile":
        return "tile"
    if board.role == "knob":
        return "inside"
    if board.role in _CASE and _within(face, *case):
        return "inside"
    nx, ny, nz = (abs(n) for n in face.normal)
    return "top" if nz > max(nx, ny) else "front" if ny >= nx else "side"


def _within(face: Face, plan: Outline, low: float, high: float) -> bool:
    """Whether the middle of a face lies inside the body."""
    n = len(face.points)
    x, y, z = (sum(p[k] for p in face.points) / n for k in range(3))
    nx, ny, nz = (face.normal[k] * 2.0 for k in range(3))
    ahead = (x + nx, y + ny)
    return low < z + nz < high and holds(plan, ahead)


@lru_cache(maxsize=32)
def _coming_off(found: Form, off: frozenset[str], place: Viewpoint) -> tuple[Polygon, ...]:
    """Faces of what comes off, as far as they showed before: one sees through them now."""
    stays: dict[str, PartRole] = dict.fromkeys(painted_ids(found), "stays")
    before = at_once(_painted(found, stays, VIEWS[place]))
    boxes = [box_of(polygon.points) for polygon in before]
    return tuple(
        structs.replace(polygon, role="off", grain=None)
        for i, polygon in enumerate(before)
        if polygon.part_id in off and _shown_at(before, boxes, i, _spots(polygon.points)) is not None
    )


def _set_aside(off: tuple[Polygon, ...], found: Form, planned: Form, view: View) -> tuple[Polygon, ...]:
    """What comes off a half that is set aside is drawn there too."""
    aside = [body for body in planned.bodies if body.aside]
    if not aside:
        return off
    return tuple(_moved(polygon, view, _by(polygon.part_id, found, aside)) for polygon in off)


def _by(part_id: str, found: Form, aside: list[Body]) -> float:
    board = found.board(part_id)
    if board is None:
        return 0.0
    low, high = board.solid.box
    middle = (low[0] + high[0]) / 2
    return max((b.aside for b in aside if middle >= min(x for x, _ in b.plan) - b.aside), default=0.0)


def _moved(polygon: Polygon, view: View, by: float) -> Polygon:
    dx, dy = view.project((by, 0.0, 0.0))
    return (
        structs.replace(polygon, points=tuple((x + dx, y + dy) for x, y in polygon.points), plane=None)
        if by
        else polygon
    )


def _shown_at(polygons: Sequence[Polygon], boxes: Sequence[Box], i: int, spots: tuple[Point, ...]) -> Point | None:
    """The first of these places on face i that is covered by nothing painted later."""
    left, low, right, high = boxes[i]
    over = [
        (polygons[k].points, box)
        for k in range(i + 1, len(polygons))
        if (box := boxes[k])[0] < right and box[2] > left and box[1] < high and box[3] > low
        and polygons[k].role != "off"
    ]  # fmt: skip
    for x, y in spots:
        if not any(x0 < x < x1 and y0 < y < y1 and holds(own, (x, y)) for own, (x0, y0, x1, y1) in over):
            return x, y
    return None


def _box(boxes: list[Box], floor: float, place: Viewpoint) -> Box:
    x0, y0, x1, y1 = (f(box[k] for box in boxes) for k, f in enumerate((min, min, max, max)))
    return (x0, y0 if place == "above" else min(y0, floor), x1, y1)


def _leaders(polygons: list[Polygon], boxes: list[Box], numbers: dict[str, int], box: Box) -> tuple[Leader, ...]:
    """One for each change that shows: at the middle of its largest face that nothing covers there."""
    leaders = []
    for change_id, number in numbers.items():
        best: tuple[float, Point] | None = None
        for i, polygon in enumerate(polygons):
            if not polygon.part_id.startswith(f"{change_id}/") or polygon.role == "off":
                continue
            size = abs(area(polygon.points))
            if best is None or size > best[0] * 1.01:
                at = _shown_at(polygons, boxes, i, _spots(polygon.points, low=_is_low(polygon, box)))
                best = best if at is None else (size, at)
        if best is not None:
            leaders.append(Leader(change_id, number, best[1], leader_side(best[1], box)))
    return tuple(leaders)


def _is_low(polygon: Polygon, box: Box) -> bool:
    """Whether its number stands at the left of the drawing, not above it."""
    return max(p[1] for p in polygon.points) < box[1] + HIGH * (box[3] - box[1])


def _spots(points: Outline, *, low: bool = False) -> tuple[Point, ...]:
    """The middle of a polygon, and places nearer to its corners; low ones are taken near their left end."""
    n = len(points)
    middle = (sum(p[0] for p in points) / n, sum(p[1] for p in points) / n)
    if low:
        left = min(p[0] for p in points)
        middle = (left + 0.06 * (middle[0] - left), middle[1])
    corners = tuple((0.8 * p[0] + 0.2 * middle[0], 0.8 * p[1] + 0.2 * middle[1]) for p in points)
    return middle, *corners


def _grip(handle: Handle, view: View) -> Grip | None:
    """A handle as seen; none where its direction points at the viewer."""
    dx, dy = view.project(handle.direction)
    stretch = math.hypot(dx, dy)
    if stretch < 0.2:
        return None
    at, direction = view.project(handle.at), (dx / stretch, dy / stretch)
    pivot = None if handle.pivot is None else view.project(handle.pivot)
    ways = view.project(handle.level), view.project(handle.upright)
    return Grip(
        handle.change_id, handle.parameter, handle.label, at, direction, stretch, handle.stops, pivot, *ways,
        handle.value,
    )  # fmt: skip

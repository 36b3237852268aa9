"""What can be pointed at, and where; the way from one part to the next by arrow keys."""

from collections.abc import Collection

from msgspec import structs
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPolygonF

from zygoform.app.canvas.mapping import Mapping
from zygoform.app.session import Session
from zygoform.core.drawing.primitives import Grip, Scene
from zygoform.core.drawing.views import Viewpoint
from zygoform.core.form.form import Form
from zygoform.core.geometry.plane import Point
from zygoform.core.ids import own_of, role_of
from zygoform.core.plan.plan import Plan

ARROWS = {Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, 1), Qt.Key.Key_Down: (0, -1)}
"""The way each arrow key goes: right, up."""
GRIP_REACH = 14.0
WITHIN_OPENINGS = ("front", "knob", "back", "bottom", "stile-left", "stile-right", "rail-top", "rail-bottom")
"""In the survey one points at the opening, not at what stands in it."""


def survey_targets(scene: Scene, found: Form, opened: Collection[str], *, openings: bool) -> dict[str, Point]:
    """The openings first (where the front is seen), then the parts round them and those of what is open."""
    targets: dict[str, Point] = {}
    for body in found.bodies if openings else ():
        for opening in body.openings:
            x0, z0, x1, z1 = opening.rect
            targets[opening.id] = ((x0 + x1) / 2, (z0 + z1) / 2)
    own = {own_of(opening_id) for opening_id in opened}

    def is_within(part_id: str) -> bool:
        role, of = role_of(part_id), own_of(part_id)
        return role in WITHIN_OPENINGS and of not in own and not (own and role in ("back", "bottom"))

    return targets | {k: v for k, v in scene.seen_parts.items() if not is_within(k)}


def only_bays(found: Form) -> Form:
    """The pieces with no opening but empty ones."""
    return Form(
        tuple(
            structs.replace(body, openings=tuple(o for o in body.openings if o.holds == "nothing"))
            for body in found.bodies
        )
    )


def bay_targets(form: Form) -> dict[str, Point]:
    """The empty openings of the pieces: a change can fill them."""
    rects = {o.id: o.rect for body in form.bodies for o in body.openings if o.holds == "nothing"}
    return {own: ((x0 + x1) / 2, (z0 + z1) / 2) for own, (x0, z0, x1, z1) in rects.items()}


def next_target(targets: dict[str, Point], here: str, step: tuple[int, int], *, in_order: bool) -> str:
    """The nearest part in a direction; where none is pointed at the first, or the one at the upper left."""
    if here in targets:
        return nearest(targets, here, step)
    if in_order:
        return next(iter(targets), "")
    return min(targets, key=lambda part: (-targets[part][1], targets[part][0]), default="")


def nearest(targets: dict[str, Point], here: str, step: tuple[int, int]) -> str:
    """The nearest target in a direction from `here`; `here` where there is none."""
    at = targets[here]
    best, least = here, float("inf")
    for part_id, (x, y) in targets.items():
        ahead = (x - at[0]) * step[0] + (y - at[1]) * step[1]
        aside = abs((x - at[0]) * step[1]) + abs((y - at[1]) * step[0])
        if ahead > 1e-6 and ahead + 2 * aside < least:
            best, least = part_id, ahead + 2 * aside
    return best


def foremost(scene: Scene, change_id: str) -> str:
    """The part of a change that is painted last."""
    own = f"{change_id}/"
    return next((p.part_id for p in reversed(scene.polygons) if p.part_id.startswith(own)), "")


def points_of(scene: Scene, part_id: str) -> tuple[Point, ...]:
    """All corners of what is seen of a part, mm on the view plane."""
    return tuple(p for polygon in scene.polygons if polygon.part_id == part_id for p in polygon.points)


def room_of_part(scene: Scene, mapping: Mapping, part_id: str, shape: QPolygonF | None) -> QRectF:
    """Where a part is seen, or the opening of that shape (px)."""
    return (shape or QPolygonF(mapping.outline(points_of(scene, part_id)))).boundingRect()


def true_sizes(plan: Plan | None, part_id: str, place: Viewpoint) -> tuple[float, float] | None:
    """Real width and height of a board as it faces a place to stand; depth shows in the readout."""
    board = plan.part(part_id) if plan is not None else None
    if board is None:
        return None
    low, high = board.solid.box
    across = 1 if place in ("left", "right") else 0
    up = 1 if place == "above" else 2
    return high[across] - low[across], high[up] - low[up]


def near_grip(grips: list[Grip], mapping: Mapping, at: QPointF) -> Grip | None:
    """The grip under the pointer."""
    near = [
        (distance, i)
        for i, grip in enumerate(grips)
        if (distance := (mapping.to_px(grip.at) - at).manhattanLength()) <= GRIP_REACH
    ]
    return grips[min(near)[1]] if near else None


def lit_shapes(scene: Scene, mapping: Mapping, lit: Collection[str]) -> list[QPolygonF]:
    """The outlines of parts that light up (px); what comes off is only broken lines."""
    return [
        QPolygonF(mapping.outline(outline))
        for polygon in scene.polygons
        if polygon.part_id in lit and polygon.role != "off"
        for outline in polygon.outlines
    ]


def lit_parts(session: Session, pointed: str, *, alike: bool) -> set[str]:
    """All parts that light up; where `alike` counts, every one of the same shape."""
    plan, more = session.plan, set(session.view.highlighted)
    listed = plan.listed(pointed) if plan else None
    if plan is None or listed is None or not alike or more:
        # A copy of a part lights the part it is a copy of.
        return {pointed, pointed.split("+", maxsplit=1)[0], *more} if pointed else more
    return {p.id for p in plan.parts if p.shape == listed.shape}

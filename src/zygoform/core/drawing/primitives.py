"""What drawings are made of. Painting, pointing and PDF use the same lists."""

import math
from functools import cached_property
from typing import Literal

from msgspec import Struct

from zygoform.core.geometry.plane import Outline, Point

PartRole = Literal["stays", "new", "mended", "off", "moved", "hidden"]
Shade = Literal["front", "side", "top", "inside", "pane", "mirror", "mesh", "tile", "cloth"]
"""How wood is turned to the light; or what is no wood: one sees through a pane and through mesh or cane."""
SEEN_THROUGH: tuple[Shade, ...] = ("pane", "mesh")
Edge = tuple[Point, Point]
Box = tuple[float, float, float, float]
"""Least and greatest coordinates: x0, y0, x1, y1."""


class Polygon(Struct, frozen=True):
    """A face. `grain` is the direction of the wood on the view plane, (0, 0) where end grain shows.

    `plane` is alike for faces of one plane. `lines` are those round it that are drawn; None for all of its edges.
    """

    points: Outline
    part_id: str
    role: PartRole
    shade: Shade = "front"
    tone: int = 0
    grain: Point | None = None
    plane: tuple[int, ...] = ()
    lines: tuple[Edge, ...] | None = None

    @property
    def edges(self) -> tuple[Edge, ...]:
        """The lines round it that are drawn."""
        if self.lines is not None:
            return self.lines
        return tuple(zip(self.points, self.points[1:] + self.points[:1], strict=True))

    @property
    def outlines(self) -> tuple[Outline, ...]:
        """What is drawn round it: the whole outline, or the lines that stay."""
        return (self.points,) if self.lines is None else self.lines


class Dimension(Struct, frozen=True):
    """A size between two points, its line moved off by `away` (mm on the view plane, signed across)."""

    start: Point
    end: Point
    size: float
    lane: int
    side: Literal["left", "right", "above", "below"]
    part_id: str = ""
    guessed: bool = False


class Leader(Struct, frozen=True):
    """The number of a change and the point of the piece it stands for."""

    change_id: str
    number: int
    at: Point
    side: Literal["left", "above"]


HIGH = 0.7
"""Above this share of the drawing's height a change's number stands over it, below at its left."""


def leader_side(at: Point, box: Box) -> Literal["left", "above"]:
    """Where the number of a leader stands, by how high its point lies in a drawing."""
    return "above" if at[1] > box[1] + HIGH * (box[3] - box[1]) else "left"


class Grip(Struct, frozen=True):
    """A handle on the view plane: moving along `direction` by d (mm) adds d / stretch to the parameter.

    It snaps to `stops`. One that turns has a `pivot` and the two ways its angle is counted between, as seen.
    `value` is what the parameter is worth where it stands, if it says so otherwise.
    """

    change_id: str
    parameter: str
    label: str
    at: Point
    direction: Point
    stretch: float
    stops: tuple[float, ...] = ()
    pivot: Point | None = None
    level: Point = (1.0, 0.0)
    upright: Point = (0.0, 1.0)
    value: float | None = None

    def angle_at(self, at: Point) -> float | None:
        """Of one that turns: the angle to a place on the view plane, degrees; none on the pivot itself."""
        if self.pivot is None:
            return None
        x, y = at[0] - self.pivot[0], at[1] - self.pivot[1]
        (a, b), (c, d) = self.level, self.upright
        whole = a * d - b * c
        if abs(whole) < 1e-9 or x == y == 0:
            return None
        # The place in the plane's own axes, by Cramer's rule.
        return math.degrees(math.atan2((a * y - b * x) / whole, (x * d - y * c) / whole))


class Stroke(Struct, frozen=True):
    """A line: the short side of a bevel on a board's face, a cut that is not an edge, the way of a flap."""

    points: Outline
    kind: Literal["bevel", "floor", "rip", "swing"]
    part_id: str = ""


class Scene(Struct, frozen=True, dict=True):
    """A drawing: polygons from back to front, what is written on them, and its extent (x0, y0, x1, y1).

    `edges` are the lines round what is new; what comes off stands last among the polygons. `floors` are the
    heights that pieces stand at, the lowest first. `layers` are the pieces of a set one by one, the farthest first.
    One that is not `lined` has no edges yet.
    """

    polygons: tuple[Polygon, ...]
    box: Box
    dimensions: tuple[Dimension, ...] = ()
    leaders: tuple[Leader, ...] = ()
    grips: tuple[Grip, ...] = ()
    strokes: tuple[Stroke, ...] = ()
    floors: tuple[float, ...] = ()
    edges: tuple[Edge, ...] = ()
    layers: tuple["Layer", ...] = ()
    lined: bool = True

    @cached_property
    def solid_box(self) -> Box:
        """The extent of all that stays or is new: what comes off takes no room."""
        return box_of(tuple(p for polygon in self.polygons if polygon.role != "off" for p in polygon.points))

    @cached_property
    def seen_parts(self) -> dict[str, Point]:
        """Every part with a place where it is seen: the middle of a face that no other covers there, or where
        one does, as a knob its drawer, a place halfway to one of its corners.

        Of a set piece by piece, since they stand clear of each other.
        """
        targets: dict[str, Point] = {}
        for layer in self.layers:
            dx, dy = layer.by
            for part_id, (x, y) in layer.scene.seen_parts.items():
                targets.setdefault(part_id, (x + dx, y + dy))
        for i, polygon in enumerate(self.polygons if not self.layers else ()):
            n = len(polygon.points)
            middle = (sum(p[0] for p in polygon.points) / n, sum(p[1] for p in polygon.points) / n)
            if polygon.part_id in targets:
                continue
            aside = [((x + middle[0]) / 2, (y + middle[1]) / 2) for x, y in polygon.points[:4]]
            for place in (middle, *aside):
                if polygon.role == "off" or not any(holds(q.points, place) for q in self.polygons[i + 1 :]):
                    targets[polygon.part_id] = place
                    break
        return targets

    @cached_property
    def _hidden(self) -> dict[tuple[str, Point], bool]:
        return {}

    def hides(self, part_id: str, point: Point) -> bool:
        """Whether another part is seen where a point of this one is. Remembered: it is asked at every painting."""
        asked = part_id, point
        if asked not in self._hidden:
            own = next((x for x in self.layers if part_id.startswith(f"{x.piece_id}/")), None)
            if own is not None:
                hidden = own.scene.hides(part_id, (point[0] - own.by[0], point[1] - own.by[1]))
            else:
                front = self.at(point)
                hidden = front is not None and front.part_id != part_id
            self._hidden[asked] = hidden
        return self._hidden[asked]

    def at(self, point: Point) -> Polygon | None:
        """The polygon seen at a point: the last painted one that holds it; of a set as its own piece has it."""
        for layer in reversed(self.layers):
            own = point[0] - layer.by[0], point[1] - layer.by[1]
            x0, y0, x1, y1 = layer.scene.box
            if x0 <= own[0] <= x1 and y0 <= own[1] <= y1 and (hit := layer.scene.at(own)) is not None:
                return hit
        for polygon in reversed(self.polygons if not self.layers else ()):
            if holds(polygon.points, point):
                return polygon
        return None


class Layer(Struct, frozen=True):
    """One piece of a set: its own drawing, the same object while it looks the same, and how far off it stands."""

    piece_id: str
    scene: Scene
    by: Point


def holds(outline: Outline, point: Point) -> bool:
    """Whether a point lies in an outline (even-odd rule)."""
    x, y = point
    inside = False
    for (ax, ay), (bx, by) in zip(outline, outline[1:] + outline[:1], strict=True):
        if (ay > y) != (by > y) and x < ax + (y - ay) * (bx - ax) / (by - ay):
            inside = not inside
    return inside


def box_of(points: Outline) -> Box:
    """Least and greatest coordinates."""
    xs, ys = zip(*points, strict=True)
    return min(xs), min(ys), max(xs), max(ys)

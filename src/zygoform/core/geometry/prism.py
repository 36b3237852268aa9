"""A flat outline given a thickness and placed in space: the solid of every board."""

import math
from collections.abc import Iterable
from functools import cached_property
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.geometry.plane import Outline, Point, area, extent

Point3 = tuple[float, float, float]
X: Point3 = (1.0, 0.0, 0.0)
Y: Point3 = (0.0, 1.0, 0.0)
Z: Point3 = (0.0, 0.0, 1.0)


def dot(a: Point3, b: Point3) -> float:
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def cross(a: Point3, b: Point3) -> Point3:
    return (a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0])


def along(start: Point3, direction: Point3, distance: float) -> Point3:
    """The point `distance` from `start` in a unit direction."""
    return (
        start[0] + direction[0] * distance,
        start[1] + direction[1] * distance,
        start[2] + direction[2] * distance,
    )


def extent_along(points: Iterable[Point3], way: Point3) -> tuple[float, float]:
    """Least and greatest distance of some points along a unit direction."""
    places = [dot(point, way) for point in points]
    return min(places), max(places)


class Turn(Struct, frozen=True):
    """By degrees about a line along z through (x, y), or along x through (y, z).

    Counter-clockwise as seen from above, or from the right.
    """

    axis: Point
    angle: float
    about: Literal["z", "x"] = "z"

    def of(self, point: Point3) -> Point3:
        """A point turned."""
        x, y, z = point
        a, b = self.axis
        if self.about == "z":
            p, q = self._plane(x - a, y - b)
            return a + p, b + q, z
        p, q = self._plane(y - a, z - b)
        return x, a + p, b + q

    def way(self, direction: Point3) -> Point3:
        """A direction turned."""
        return Turn((0.0, 0.0), self.angle, self.about).of(direction)

    def back(self) -> "Turn":
        return Turn(self.axis, -self.angle, self.about)

    def _plane(self, p: float, q: float) -> Point:
        c, s = math.cos(math.radians(self.angle)), math.sin(math.radians(self.angle))
        return c * p - s * q, s * p + c * q


class Face(Struct, frozen=True):
    """A flat convex side of a solid with its outward unit normal."""

    points: tuple[Point3, ...]
    normal: Point3


class Prism(Struct, frozen=True, dict=True, cache_hash=True):
    """A convex outline in the plane of unit vectors u, v at `origin`, extended by `thickness` along u x v.

    What is worked out from it is kept with it: a board that stays is drawn again after every edit. `inner` are the
    sides of it, by the corner they begin at, along which another cell of the same thing lies: nobody sees them.
    """

    origin: Point3
    u: Point3
    v: Point3
    outline: Outline
    thickness: float
    inner: frozenset[int] = frozenset()

    @property
    def normal(self) -> Point3:
        return cross(self.u, self.v)

    def place(self, point: Point, depth: float = 0.0) -> Point3:
        """A point of the outline's plane, `depth` into the thickness, in space."""
        n = self.normal
        return (
            self.origin[0] + point[0] * self.u[0] + point[1] * self.v[0] + depth * n[0],
            self.origin[1] + point[0] * self.u[1] + point[1] * self.v[1] + depth * n[1],
            self.origin[2] + point[0] * self.u[2] + point[1] * self.v[2] + depth * n[2],
        )

    @property
    def cells(self) -> tuple["Prism", ...]:
        return (self,)

    @property
    def volume(self) -> float:
        """mm³."""
        return area(self.outline) * self.thickness

    def moved(self, by: Point3) -> "Prism":
        x, y, z = self.origin
        return structs.replace(self, origin=(x + by[0], y + by[1], z + by[2]))

    def turned(self, turn: "Turn") -> "Prism":
        return structs.replace(self, origin=turn.of(self.origin), u=turn.way(self.u), v=turn.way(self.v))

    @cached_property
    def corners(self) -> tuple[Point3, ...]:
        """All corner points: the near outline first, then the far one."""
        # Spelled out: most of what is drawn and compared begins here.
        (ox, oy, oz), (ux, uy, uz), (vx, vy, vz) = self.origin, self.u, self.v
        near = tuple((ox + a * ux + b * vx, oy + a * uy + b * vy, oz + a * uz + b * vz) for a, b in self.outline)
        nx, ny, nz = self.normal
        dx, dy, dz = self.thickness * nx, self.thickness * ny, self.thickness * nz
        return near + tuple((x + dx, y + dy, z + dz) for x, y, z in near)

    @cached_property
    def faces(self) -> tuple[Face, ...]:
        """Near cap, far cap and one face for each side of the outline."""
        count, corners, n = len(self.outline), self.corners, self.normal
        near, far = corners[:count], corners[count:]
        faces = [Face(tuple(reversed(near)), (-n[0], -n[1], -n[2])), Face(far, n)]
        for i, (ax, ay) in enumerate(self.outline):
            k = (i + 1) % count
            bx, by = self.outline[k]
            length = math.hypot(bx - ax, by - ay)
            out = ((by - ay) / length, (ax - bx) / length)
            normal = (
                out[0] * self.u[0] + out[1] * self.v[0],
                out[0] * self.u[1] + out[1] * self.v[1],
                out[0] * self.u[2] + out[1] * self.v[2],
            )
            faces.append(Face((near[i], near[k], far[k], far[i]), normal))
        return tuple(faces)

    @cached_property
    def sizes(self) -> tuple[float, float, float]:
        """Thickness, width and length as a tape reads them, from the smallest: also of an outline out of square.

        The outline lies in the rectangle along that one of its sides which leaves it narrowest.
        """
        extents = []
        for (ax, ay), (bx, by) in zip(self.outline, self.outline[1:] + self.outline[:1], strict=True):
            length = math.hypot(bx - ax, by - ay)
            ux, uy = (bx - ax) / length, (by - ay) / length
            (low, high), (near, far) = extent(self.outline, (ux, uy)), extent(self.outline, (-uy, ux))
            extents.append((far - near, high - low))
        thin, wide, long = sorted((*min(extents), self.thickness))
        return thin, wide, long

    @cached_property
    def box(self) -> tuple[Point3, Point3]:
        """Least and greatest corner of the axis-parallel box around it."""
        xs, ys, zs = zip(*self.corners, strict=True)
        return (min(xs), min(ys), min(zs)), (max(xs), max(ys), max(zs))


def upright(outline: Outline, z0: float, z1: float) -> Prism:
    """A prism over a plan outline (x, y), from height z0 to z1."""
    return Prism((0.0, 0.0, z0), X, Y, outline, z1 - z0)

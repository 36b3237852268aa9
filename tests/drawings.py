"""Well-formed drawings drawn at random, each with the one large outline it holds, followed closely.

A ring is a wheel of corners joined by lines, arcs and cubic curves; a drawing is one of the ways to write such a
ring down in SVG or DXF, with small things beside it that are no outline.
"""

import io
import math
import random
from collections.abc import Callable
from typing import Any, NamedTuple

Point = tuple[float, float]
FINE = 400
"""Points along each edge of what is expected."""


class Edge(NamedTuple):
    """From a corner to the next: a line, an arc by its bulge (tan of a quarter of its angle), or a cubic curve."""

    kind: str
    a: Point
    b: Point
    bulge: float = 0.0
    controls: tuple[Point, Point] = ((0.0, 0.0), (0.0, 0.0))

    def at(self, share: float) -> Point:
        if self.kind == "arc":
            middle, radius, begin, turn = self.arc()
            angle = begin + turn * share
            return middle[0] + radius * math.cos(angle), middle[1] + radius * math.sin(angle)
        if self.kind == "curve":
            u = 1 - share
            weights = (u**3, 3 * u * u * share, 3 * u * share * share, share**3)
            points = (self.a, *self.controls, self.b)
            return tuple(sum(w * p[k] for w, p in zip(weights, points, strict=True)) for k in (0, 1))  # type: ignore[return-value]
        return self.a[0] + (self.b[0] - self.a[0]) * share, self.a[1] + (self.b[1] - self.a[1]) * share

    def arc(self) -> tuple[Point, float, float, float]:
        """Middle, radius, angle it begins at, and how far it turns (counter-clockwise is more)."""
        turn = 4 * math.atan(self.bulge)
        dx, dy = self.b[0] - self.a[0], self.b[1] - self.a[1]
        # The middle lies off the chord's own by (1 - bulge²) / (4 bulge) of its length.
        off = (1 - self.bulge**2) / (4 * self.bulge)
        middle = (self.a[0] + dx / 2 - dy * off, self.a[1] + dy / 2 + dx * off)
        return middle, math.dist(middle, self.a), math.atan2(self.a[1] - middle[1], self.a[0] - middle[0]), turn


def ring_of(draw: random.Random, kinds: tuple[str, ...]) -> list[Edge]:
    """Corners at growing angles, joined; nothing crosses."""
    many, across = draw.randrange(4, 14), draw.uniform(80, 600)
    corners = []
    for k in range(many):
        away, turn = across * draw.uniform(0.6, 1.0), math.tau * k / many
        corners.append((away * math.cos(turn), away * math.sin(turn)))
    edges = []
    for a, b in zip(corners, [*corners[1:], corners[0]], strict=True):
        kind, (dx, dy) = draw.choice(kinds), (b[0] - a[0], b[1] - a[1])
        bend = draw.choice((-1, 1)) * draw.uniform(0.03, 0.12)
        controls = tuple((a[0] + dx * s - dy * bend, a[1] + dy * s + dx * bend) for s in (0.35, 0.65))
        edges.append(Edge(kind, a, b, 2 * bend, controls))  # type: ignore[arg-type]
    return edges


def followed(edges: list[Edge]) -> list[Point]:
    return [edge.at(k / FINE) for edge in edges for k in range(FINE)]


def moved(points: list[Point], scale: float, degrees: float, by: Point) -> list[Point]:
    c, s = math.cos(math.radians(degrees)) * scale, math.sin(math.radians(degrees)) * scale
    return [(x * c - y * s + by[0], x * s + y * c + by[1]) for x, y in points]


def round_ring(rx: float, ry: float, degrees: float = 0.0) -> list[Point]:
    turns = [math.tau * k / 2000 for k in range(2000)]
    return moved([(rx * math.cos(a), ry * math.sin(a)) for a in turns], 1.0, degrees, (0, 0))


# DXF


def _polyline(space: Any, draw: random.Random) -> list[Point]:
    edges = ring_of(draw, ("line", "arc"))
    points = [(*edge.a, edge.bulge if edge.kind == "arc" else 0.0) for edge in edges]
    (space.add_lwpolyline if draw.random() < 0.5 else space.add_polyline2d)(points, format="xyb", close=True)
    return followed(edges)


def _loose(space: Any, draw: random.Random) -> list[Point]:
    """In any order, each in either direction."""
    edges = ring_of(draw, ("line", "arc", "curve"))
    for edge in draw.sample(edges, len(edges)):
        a, b = (edge.a, edge.b) if draw.random() < 0.5 else (edge.b, edge.a)
        if edge.kind == "line":
            space.add_line(a, b)
        elif edge.kind == "arc":
            middle, radius, begin, turn = edge.arc()
            ends = (begin, begin + turn) if turn > 0 else (begin + turn, begin)
            space.add_arc(middle, radius, *map(math.degrees, ends))
        else:
            controls = edge.controls if a == edge.a else edge.controls[::-1]
            space.add_spline(degree=3).control_points = [(*p, 0) for p in (a, *controls, b)]
            space[-1].knots = [0, 0, 0, 0, 1, 1, 1, 1]
    return followed(edges)


def _circle(space: Any, draw: random.Random) -> list[Point]:
    radius = draw.uniform(60, 500)
    space.add_circle((0, 0), radius)
    return round_ring(radius, radius)


def _ellipse(space: Any, draw: random.Random) -> list[Point]:
    """Whole, or as two halves that meet."""
    wide, ratio, turned = draw.uniform(60, 500), draw.uniform(0.3, 0.95), draw.uniform(0, 180)
    axis = moved([(wide, 0)], 1, turned, (0, 0))[0]
    parts = [(0, math.tau)] if draw.random() < 0.5 else [(0, math.pi), (math.pi, math.tau)]
    for begin, end in parts:
        space.add_ellipse((0, 0), axis, ratio, begin, end)
    return round_ring(wide, wide * ratio, turned)


def _closed_spline(space: Any, draw: random.Random) -> list[Point]:
    spline = space.add_spline(degree=3)
    many, across = draw.randrange(6, 14), draw.uniform(80, 500)
    turns = [math.tau * k / many for k in range(many)]
    spline.set_closed([(across * draw.uniform(0.7, 1) * math.cos(a), across * math.sin(a), 0) for a in turns])
    tool = spline.construction_tool()
    knots = tool.knots()
    first, last = knots[3], knots[-4]
    # Not the very end of it, which is its begin again.
    return [(p.x, p.y) for p in tool.points(first + (last - first) * k / 4000 for k in range(4000))]


_DXF: tuple[Callable[[Any, random.Random], list[Point]], ...] = (
    *(_polyline, _loose, _loose, _circle, _ellipse, _closed_spline),
)


def dxf_drawing(seed: int) -> tuple[str, list[Point]]:
    """A drawing with a header, layers and tables of its own, and its outline."""
    from ezdxf.filemanagement import new

    draw = random.Random(seed)
    document = new(draw.choice(("R2000", "R2010", "R2018")), setup=draw.random() < 0.3)
    document.layers.add("OUTLINE")
    space: Any = document.modelspace()
    write = _DXF[seed % len(_DXF)]
    if seed % 4 == 3:
        # In a block, and that in another, each set in somewhere.
        inner, outer = document.blocks.new("INNER"), document.blocks.new("OUTER")
        ring = write(inner, draw)
        for owner, name in ((outer, "INNER"), (space, "OUTER")):
            scale, turned, by = draw.uniform(0.5, 2), draw.uniform(-180, 180), (draw.uniform(-90, 90), 10.0)
            owner.add_blockref(name, by, dxfattribs={"xscale": scale, "yscale": scale, "rotation": turned})
            ring = moved(ring, scale, turned, by)
    else:
        ring = write(space, draw)
    for _ in range(draw.randrange(4)):
        space.add_circle((draw.uniform(-20, 20), draw.uniform(-20, 20)), draw.uniform(1, 5))
        space.add_line((0, 0), (draw.uniform(-5, 5), draw.uniform(1, 5)))
        space.add_text("A1").set_placement((1, 1))
    written = io.StringIO()
    document.write(written)
    return written.getvalue(), ring


# SVG, y down


def _path(draw: random.Random) -> tuple[str, list[Point]]:
    edges = ring_of(draw, ("line", "arc", "curve"))
    said = [f"M{edges[0].a[0]:.6f},{edges[0].a[1]:.6f}"]
    for edge in edges:
        b = f"{edge.b[0]:.6f} {edge.b[1]:.6f}"
        if edge.kind == "line":
            said.append(f"L{b}")
        elif edge.kind == "arc":
            radius, turn = edge.arc()[1], edge.arc()[3]
            said.append(f"A{radius:.9f} {radius:.9f} 0 {int(abs(turn) > math.pi)} {int(turn > 0)} {b}")
        else:
            (c, d), (e, f) = edge.controls
            said.append(f"C{c:.6f} {d:.6f} {e:.6f} {f:.6f} {b}")
    return f'<path d="{" ".join(said)} Z"/>', followed(edges)


def _pieces(draw: random.Random) -> tuple[str, list[Point]]:
    """Each edge a path of its own, in any order."""
    edges = ring_of(draw, ("line", "curve"))
    said = []
    for edge in draw.sample(edges, len(edges)):
        (c, d), (e, f) = edge.controls
        to = f"{edge.b[0]:.6f} {edge.b[1]:.6f}"
        way = f"L{to}" if edge.kind == "line" else f"C{c:.6f} {d:.6f} {e:.6f} {f:.6f} {to}"
        said.append(f'<path fill="none" d="M{edge.a[0]:.6f} {edge.a[1]:.6f} {way}"/>')
    return "".join(said), followed(edges)


def _oval(draw: random.Random) -> tuple[str, list[Point]]:
    rx, ry = draw.uniform(60, 400), draw.uniform(60, 400)
    return f'<ellipse cx="0" cy="0" rx="{rx}" ry="{ry}"/>', round_ring(rx, ry)


def _corners(draw: random.Random) -> tuple[str, list[Point]]:
    edges = ring_of(draw, ("line",))
    return f'<polygon points="{" ".join(f"{e.a[0]:.6f},{e.a[1]:.6f}" for e in edges)}"/>', followed(edges)


def _rounded(draw: random.Random) -> tuple[str, list[Point]]:
    wide, high, r = draw.uniform(100, 500), draw.uniform(100, 500), draw.uniform(5, 40)
    quarter = [(r * math.cos(a), r * math.sin(a)) for a in (math.pi / 2 * k / FINE for k in range(FINE + 1))]
    ring = []
    for k, (x, y) in enumerate(((wide - r, high - r), (r, high - r), (r, r), (wide - r, r))):
        ring += moved(quarter, 1, 90 * k, (x, y))
    return f'<rect x="0" y="0" width="{wide}" height="{high}" rx="{r}"/>', ring


_SVG: tuple[Callable[[random.Random], tuple[str, list[Point]]], ...] = (
    _path,
    _path,
    _pieces,
    _oval,
    _corners,
    _rounded,
)


def svg_drawing(seed: int) -> tuple[str, list[Point]]:
    """A drawing in millimetres with groups, some by use of what is defined elsewhere; its outline, y up."""
    draw = random.Random(seed)
    shape, ring = _SVG[seed % len(_SVG)](draw)
    if seed % 3:
        scale, turned, by = draw.uniform(0.5, 2), draw.uniform(-180, 180), (draw.uniform(-50, 50), 20.0)
        ring = moved(ring, scale, turned, by)
        if seed % 3 == 2:
            shape = f'<defs><g id="it">{shape}</g></defs><use href="#it"/>'
        shape = f'<g transform="translate({by[0]},{by[1]}) rotate({turned}) scale({scale})">{shape}</g>'
    beside = "".join(f'<circle cx="{k}" cy="0" r="{draw.uniform(1, 4)}"/>' for k in range(draw.randrange(4)))
    head = '<svg xmlns="http://www.w3.org/2000/svg" width="2000mm" height="2000mm" viewBox="-1000 -1000 2000 2000">'
    # What is seen in the box lies in its corner: 1000 to the right, 1000 down.
    return f"{head}{shape}{beside}<text>A</text></svg>", [(x + 1000, -(y + 1000)) for x, y in ring]

"""Templates as DXF in millimetres, and outlines read from any DXF."""

import io
import math
from collections.abc import Iterator
from itertools import pairwise
from typing import TYPE_CHECKING, Any

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, Point
from zygoform.core.outcome.outcome import Template
from zygoform.files.closed_lines import FLAT, closed_lines

if TYPE_CHECKING:
    from ezdxf.entities.dxfentity import DXFEntity

MOST_ENTITIES, DEEPEST_BLOCK = 20_000, 8
"""A file with more is no outline, nor is one with blocks in blocks deeper than that."""
NEARER, PARTS, LEAST, SAME_END = 2, 6, 1e-5, 1e-9
"""The library looks at the middle of each chord alone: it is asked for so much less."""
CUT, HOLES, AIM = "CUT", "HOLES", "AIM"
_LINES = ("LINE", "ARC", "LWPOLYLINE", "POLYLINE", "CIRCLE", "ELLIPSE", "SPLINE", "SOLID", "TRACE")


def template_dxf(template: Template) -> str:
    """Rings as closed polylines, holes as circles, aim lines: each on a layer of its own, at full size."""
    from ezdxf import units
    from ezdxf.filemanagement import new

    document = new("R2010")
    document.units = units.MM
    for layer in (CUT, HOLES, AIM):
        document.layers.add(layer)
    space = document.modelspace()
    for ring in template.rings:
        space.add_lwpolyline(ring, close=True, dxfattribs={"layer": CUT})
    for middle, diameter in template.holes:
        space.add_circle(middle, diameter / 2, dxfattribs={"layer": HOLES})
    for start, end in template.aims:
        space.add_line(start, end, dxfattribs={"layer": AIM})
    written = io.StringIO()
    document.write(written)
    return written.getvalue()


def outlines_of_dxf(text: str) -> list[Outline]:
    """Every closed line of a DXF: what closes by itself, and what lines, arcs and curves close together.

    Blocks are followed. In its own unit, which counts for nothing once it is fitted. Raises BadInputError.
    """
    from ezdxf.filemanagement import read
    from ezdxf.lldxf.const import DXFError

    try:
        space = read(io.StringIO(text)).modelspace()
        lines = [_line(entity) for entity in _drawn(space, 0, [0])]
    except (
        DXFError,
        OSError,
        ValueError,
        TypeError,
        KeyError,
        AttributeError,
        IndexError,
        ArithmeticError,
    ) as wrong:
        raise BadInputError("impossible", "This is no DXF that can be read.", "outline") from wrong
    return closed_lines(lines)


def _line(entity: Any) -> tuple[Outline, bool]:
    """The points of one entity, none of its chords farther than FLAT from it; and whether it is closed."""
    kind = entity.dxftype()
    if kind in ("LWPOLYLINE", "POLYLINE"):
        pieces = [_line(piece)[0] for piece in entity.virtual_entities()]
        points = list(pieces[0]) if pieces else []
        if len(pieces) > 1 and _nearest(points[0], pieces[1]) < _nearest(points[-1], pieces[1]):
            points.reverse()
        for own in pieces[1:]:
            # Arcs run counter-clockwise, whichever way the polyline goes.
            turned = math.dist(points[-1], own[0]) > math.dist(points[-1], own[-1])
            points += (own[::-1] if turned else own)[1:]
        # Many programs draw back to the first corner and leave the mark of a closed line off.
        closed = bool(entity.is_closed)
        if len(points) > 3 and math.dist(points[0], points[-1]) < SAME_END:
            points.pop()
            closed = True
        return tuple(points), closed
    if kind == "LINE":
        return (_flat(entity.dxf.start), _flat(entity.dxf.end)), False
    if kind in ("SOLID", "TRACE"):
        return tuple(_flat(corner) for corner in entity.wcs_vertices()), True
    points = _spline(entity) if kind == "SPLINE" else [_flat(point) for point in entity.flattening(FLAT / NEARER)]
    closed = kind == "CIRCLE" or (len(points) > 2 and math.dist(points[0], points[-1]) < FLAT / NEARER)
    return tuple(points), closed


def _nearest(point: Point, line: Outline) -> float:
    """How far a point is from the nearer end of a line."""
    return min(math.dist(point, end) for end in (line[0], line[-1]))


def _spline(entity: Any) -> list[Point]:
    """A B-spline over the knots between which it is defined: what a closed one has outside of them is no curve."""
    tool = entity.construction_tool()
    knots, degree = tool.knots(), tool.degree
    inner = list(dict.fromkeys(knots[degree : len(knots) - degree]))
    # A wave whose middle lies on its chord looks straight: each span is parted first.
    marks = [a + (b - a) * k / PARTS for a, b in pairwise(inner) for k in range(PARTS)] + inner[-1:]
    points = [_flat(tool.point(mark)) for mark in marks]
    made = points[:1]
    waiting = [(marks[k], points[k], marks[k + 1], points[k + 1]) for k in reversed(range(len(marks) - 1))]
    while waiting:
        a, at, b, to = waiting.pop()
        middle = (a + b) / 2
        between = _flat(tool.point(middle))
        off = math.dist(between, ((at[0] + to[0]) / 2, (at[1] + to[1]) / 2))
        if off > FLAT and b - a > LEAST * (inner[-1] - inner[0]):
            waiting += [(middle, between, b, to), (a, at, middle, between)]
        else:
            made.append(to)
    return made


def _flat(point: Any) -> Point:
    return float(point.x), float(point.y)


def _drawn(entities: Any, depth: int, seen: list[int]) -> Iterator["DXFEntity"]:
    """What is drawn with a line, those of blocks in their places. Raises BadInputError."""
    for entity in entities:
        seen[0] += 1
        if seen[0] > MOST_ENTITIES:
            raise BadInputError(
                "out_of_range", f"It holds over {MOST_ENTITIES:,} things, too many to look for a line."
            )
        kind = entity.dxftype()
        if kind == "INSERT":
            if depth == DEEPEST_BLOCK:
                words = f"Its blocks lie in each other more than {DEEPEST_BLOCK} deep, or in themselves."
                raise BadInputError("impossible", words, "outline")
            for one in entity.multi_insert() if entity.mcount > 1 else (entity,):
                yield from _drawn(one.virtual_entities(), depth + 1, seen)
        elif kind in _LINES:
            yield entity

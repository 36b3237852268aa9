"""Templates as DXF in millimetres, and outlines read from any DXF."""

import io
from collections.abc import Iterator
from typing import TYPE_CHECKING, Any

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline
from zygoform.core.outcome.outcome import Template
from zygoform.files.closed_lines import FLAT, closed_lines

if TYPE_CHECKING:
    from ezdxf.entities.dxfentity import DXFEntity

MOST_ENTITIES, DEEPEST_BLOCK = 20_000, 8
"""A file with more is no outline, nor is one with blocks in blocks deeper than that."""
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
    from ezdxf import path
    from ezdxf.filemanagement import read
    from ezdxf.lldxf.const import DXFError

    try:
        space = read(io.StringIO(text)).modelspace()
        lines = [
            (tuple((p.x, p.y) for p in own.flattening(FLAT)), own.is_closed)
            for entity in _drawn(space, 0, [0])
            for whole in (path.make_path(entity),)
            for own in whole.sub_paths()
            if len(own)
        ]
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

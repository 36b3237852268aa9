"""Templates as DXF in millimetres, and outlines read from any DXF."""

import io
from typing import Any

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline
from zygoform.core.outcome.outcome import Template

FLAT = 0.05
"""A curve of a file is followed to this (mm)."""
MOST_ENTITIES, MOST_LOOSE = 20_000, 1_000
"""A file with more is no outline; of more loose lines loops are not looked for."""
CUT, HOLES, AIM = "CUT", "HOLES", "AIM"


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
    """Every closed line of a DXF: polylines, circles, ellipses, splines, and lines and arcs that close a loop.

    In its own unit, which counts for nothing once it is fitted. Raises BadInputError.
    """
    from ezdxf.filemanagement import read
    from ezdxf.lldxf.const import DXFError

    try:
        entities = list(read(io.StringIO(text)).modelspace())
        return _loops(entities) if len(entities) <= MOST_ENTITIES else []
    except (DXFError, OSError, ValueError, TypeError, KeyError, AttributeError, IndexError) as refused:
        raise BadInputError("impossible", "This is no DXF that can be read.", "outline") from refused


def _loops(entities: list[Any]) -> list[Outline]:
    """What closes by itself, and what lines and arcs close together."""
    from ezdxf import path
    from ezdxf.edgeminer import Deposit, find_all_loops
    from ezdxf.edgesmith import edges_from_entities_2d, path2d_from_chain

    kinds = ("LWPOLYLINE", "POLYLINE", "CIRCLE", "ELLIPSE", "SPLINE")
    paths = [path.make_path(entity) for entity in entities if entity.dxftype() in kinds]
    whole = [own for own in paths if own.is_closed]
    loose = [entity for entity in entities if entity.dxftype() in ("LINE", "ARC")]
    if loose and len(loose) <= MOST_LOOSE:
        whole += [path2d_from_chain(loop) for loop in find_all_loops(Deposit(list(edges_from_entities_2d(loose))))]
    return [tuple((p.x, p.y) for p in own.flattening(FLAT)) for own in whole]

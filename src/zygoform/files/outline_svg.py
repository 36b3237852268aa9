"""Templates as SVG in millimetres, and outlines read from any SVG."""

import io
from xml.sax.saxutils import quoteattr

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, Point
from zygoform.core.outcome.outcome import Template

CHORDS_A_CURVE = 24
"""A curve of a file is followed in so many chords."""
_STYLE = 'fill="none" stroke="#000" stroke-width="0.25"'


def template_svg(template: Template) -> str:
    """Rings, holes and aim lines at full size; its y runs down, as SVG's does."""
    high = template.height

    def at(point: Point) -> tuple[str, str]:
        return f"{point[0]:.4f}", f"{high - point[1]:.4f}"

    lines = []
    for ring in template.rings:
        corners = " ".join(",".join(at(point)) for point in ring)
        lines.append(f'<polygon class="line" points="{corners}" {_STYLE}/>')
    for middle, diameter in template.holes:
        x, y = at(middle)
        lines.append(f'<circle class="hole" cx="{x}" cy="{y}" r="{diameter / 2:.4f}" {_STYLE}/>')
    for start, end in template.aims:
        (ax, ay), (bx, by) = at(start), at(end)
        dashed = f'{_STYLE} stroke-dasharray="4 2"'
        lines.append(f'<line class="aim" x1="{ax}" y1="{ay}" x2="{bx}" y2="{by}" {dashed}/>')
    size = f'width="{template.width:.4f}mm" height="{high:.4f}mm"'
    box = f'viewBox="0 0 {template.width:.4f} {high:.4f}"'
    head = f'<svg xmlns="http://www.w3.org/2000/svg" {size} {box} aria-label={quoteattr(template.title)}>'
    return "\n".join((head, *lines, "</svg>", ""))


def outlines_of_svg(text: str) -> list[Outline]:
    """Every closed line of an SVG, y up, in its millimetres where it has any. Raises BadInputError."""
    # A library for a kind of file that few open.
    from svgelements import SVG, Shape

    try:
        # At 25.4 dots an inch a millimetre is a unit.
        read = SVG.parse(io.StringIO(text), ppi=25.4)
        shapes = [element for element in read.elements() if isinstance(element, Shape)]
        found = [ring for shape in shapes for ring in _rings(shape)]
    except (ValueError, TypeError, KeyError, AttributeError, SyntaxError, IndexError, ZeroDivisionError) as refused:
        raise BadInputError("impossible", "This is no SVG that can be read.", "outline") from refused
    return found


def _rings(shape: object) -> list[Outline]:
    from svgelements import Close, Line, Move, Path

    rings = []
    for part in Path(shape).as_subpaths():
        points, closed = list[Point](), False
        for segment in Path(part):
            closed = closed or isinstance(segment, Close)
            if isinstance(segment, Move | Line | Close):
                ends = [segment.end]
            else:
                ends = [segment.point((k + 1) / CHORDS_A_CURVE) for k in range(CHORDS_A_CURVE)]
            points += [(float(p.x), -float(p.y)) for p in ends if p is not None]
        if closed or (len(points) > 3 and points[0] == points[-1]):
            rings.append(tuple(points))
    return rings

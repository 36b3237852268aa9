"""Templates as SVG in millimetres, and outlines read from any SVG."""

import io
import math
from collections.abc import Iterator
from typing import Any
from xml.sax.saxutils import quoteattr

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, Point
from zygoform.core.outcome.outcome import Template
from zygoform.files.closed_lines import FLAT, closed_lines

MOST_CHORDS = 2_000
"""A curve of a file is followed in no more chords."""
MOST_ELEMENTS, DEEPEST_ELEMENT = 20_000, 200
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
    _check_uses(text)
    # A library for a kind of file that few open.
    from svgelements import SVG, Path, Shape

    try:
        # At 25.4 dots an inch a millimetre is a unit.
        read = SVG.parse(io.StringIO(text), ppi=25.4)
        shapes = [element for element in read.elements() if isinstance(element, Shape)]
        # A turned rectangle is turned only as a path.
        lines = [line for shape in shapes for part in abs(Path(shape)).as_subpaths() for line in _line(Path(part))]
    except (ValueError, TypeError, KeyError, AttributeError, SyntaxError, IndexError, ArithmeticError) as refused:
        raise BadInputError("impossible", "This is no SVG that can be read.", "outline") from refused
    return closed_lines(lines)


def _line(part: Any) -> list[tuple[Outline, bool]]:
    """A run of segments as points, and whether it is closed; nothing for a place alone."""
    from svgelements import Close, Line, Move

    points, closed = list[Point](), False
    for segment in part:
        closed = closed or isinstance(segment, Close)
        if isinstance(segment, Move | Line | Close):
            ends = [segment.end]
        else:
            many = _chords(segment)
            ends = [segment.point((k + 1) / many) for k in range(many)]
        points += [(float(p.x), -float(p.y)) for p in ends if p is not None]
    return [(tuple(points), closed)] if len(points) > 1 else []


def _chords(curve: Any) -> int:
    """So many chords that none is farther than FLAT from the curve.

    An arc's by its larger radius: r (1 - cos(t / 2)) of a chord over t. A curve's by its second differences (Wang,
    1984): of degree n the error of m chords is at most n (n - 1) d / (8 m^2).
    """
    from svgelements import Arc, CubicBezier

    if isinstance(curve, Arc):
        radius = max(abs(float(curve.rx)), abs(float(curve.ry)), FLAT)
        return _many(abs(float(curve.sweep)) / (2 * math.acos(1 - FLAT / radius)) if radius > FLAT else 8)
    ends = [
        curve.start,
        *((curve.control1, curve.control2) if isinstance(curve, CubicBezier) else (curve.control,)),
    ]
    ends = [(float(p.x), float(p.y)) for p in (*ends, curve.end)]
    bend = max(math.hypot(*(a - 2 * b + c for a, b, c in zip(*three, strict=True))) for three in _threes(ends))
    degree = len(ends) - 1
    return _many(math.sqrt(degree * (degree - 1) * bend / (8 * FLAT)))


def _threes(points: list[Point]) -> Iterator[tuple[Point, Point, Point]]:
    return zip(points, points[1:], points[2:], strict=False)


def _many(chords: float) -> int:
    return max(2, min(MOST_CHORDS, math.ceil(chords)))


def _check_uses(text: str) -> None:
    """Raises BadInputError where elements use each other without an end, or come to far too many."""
    from xml.etree import ElementTree as ET

    try:
        root = ET.fromstring(text)  # noqa: S314 - expat ends what grows without measure
    except (ET.ParseError, ValueError) as broken:
        where = f" at line {broken.position[0]}" if isinstance(broken, ET.ParseError) else ""
        raise BadInputError("impossible", f"This is no whole SVG: it is damaged{where}.", "outline") from broken
    named = {element.get("id"): element for element in root.iter()}
    known: dict[int, int] = {}

    def many(element: ET.Element, above: tuple[int, ...]) -> int:
        if id(element) in above:
            raise BadInputError("impossible", "An element in it uses itself: it has no end.", "outline")
        if len(above) > DEEPEST_ELEMENT:
            raise BadInputError("impossible", f"Its elements lie more than {DEEPEST_ELEMENT} deep.", "outline")
        if id(element) not in known:
            inner = list(element)
            if element.tag.rpartition("}")[2] == "use":
                link = element.get("href") or element.get("{http://www.w3.org/1999/xlink}href") or ""
                inner += [target for target in (named.get(link.removeprefix("#")),) if target is not None]
            known[id(element)] = 1 + sum(many(one, (*above, id(element))) for one in inner)
        return known[id(element)]

    if many(root, ()) > MOST_ELEMENTS:
        words = f"It comes to over {MOST_ELEMENTS:,} elements, too many to look for a line."
        raise BadInputError("out_of_range", words, "outline")

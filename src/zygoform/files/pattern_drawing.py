"""A pattern for other programs and machines: the outline of every piece, a layer for each front, SVG or DXF."""

import io
import re
from xml.sax.saxutils import escape, quoteattr

from zygoform.core.outcome.member import PatternMap

FRONTS_LAYER = "FRONTS"
_STYLE = 'fill="none" stroke="#000" stroke-width="0.25"'


def layer_names(drawn: PatternMap) -> list[str]:
    """A layer for each front, in letters that every program takes; numbered, so that none is twice there."""
    plain = [re.sub(r"[^A-Z0-9]+", "_", front.name.upper()).strip("_")[:40] for front in drawn.fronts]
    return [f"{number}_{name}" if name else str(number) for number, name in enumerate(plain, 1)]


def pattern_svg(drawn: PatternMap, codes: dict[str, str]) -> str:
    """In millimetres, its y down as SVG's is; each piece has its code as a title, of `codes` by part."""
    wide, high = drawn.size

    def points(outline: tuple[tuple[float, float], ...]) -> str:
        return " ".join(f"{x:.4f},{high - y:.4f}" for x, y in outline)

    lines = [f'<g id="{FRONTS_LAYER}" {_STYLE}>']
    lines += [f'<polygon class="front" points="{points(front.outline)}"/>' for front in drawn.fronts]
    lines.append("</g>")
    for k, layer in enumerate(layer_names(drawn)):
        lines.append(f'<g id="FRONT_{layer}" aria-label={quoteattr(drawn.fronts[k].name)} {_STYLE}>')
        for piece in drawn.pieces:
            if piece.front == k:
                title = f"<title>{escape(codes.get(piece.part_id, 'bought'))}</title>"
                lines.append(f'<polygon points="{points(piece.outline)}">{title}</polygon>')
        lines.append("</g>")
    size = f'width="{wide:.4f}mm" height="{high:.4f}mm" viewBox="0 0 {wide:.4f} {high:.4f}"'
    head = f'<svg xmlns="http://www.w3.org/2000/svg" {size} aria-label={quoteattr(drawn.title)}>'
    return "\n".join((head, *lines, "</svg>", ""))


def pattern_dxf(drawn: PatternMap, codes: dict[str, str]) -> str:
    """Closed polylines in millimetres; the code of each piece as text in it, on a layer of its own."""
    from ezdxf import units
    from ezdxf.filemanagement import new

    document = new("R2010")
    document.units = units.MM
    layers = [f"FRONT_{layer}" for layer in layer_names(drawn)]
    for layer in (FRONTS_LAYER, "CODES", *layers):
        document.layers.add(layer)
    space = document.modelspace()
    for front in drawn.fronts:
        space.add_lwpolyline(front.outline, close=True, dxfattribs={"layer": FRONTS_LAYER})
    for piece in drawn.pieces:
        space.add_lwpolyline(piece.outline, close=True, dxfattribs={"layer": layers[piece.front]})
        if piece.part_id in codes:
            x, y = (sum(p[k] for p in piece.outline) / len(piece.outline) for k in (0, 1))
            text = space.add_text(codes[piece.part_id], height=5, dxfattribs={"layer": "CODES"})
            text.set_placement((x, y))
    written = io.StringIO()
    document.write(written)
    return written.getvalue()

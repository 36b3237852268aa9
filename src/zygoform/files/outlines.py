"""Outlines that come from a file, and templates that go into one: SVG or DXF by the name's ending."""

from pathlib import Path
from typing import Literal

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.cut_shape import checked_outline
from zygoform.core.geometry.plane import Outline, area
from zygoform.core.outcome.member import PatternMap
from zygoform.core.outcome.outcome import Template
from zygoform.files.reading import read_at_most

LARGEST_OUTLINE = 4_000_000
DrawingKind = Literal["svg", "dxf"]


def read_outline(path: Path) -> Outline:
    """The largest closed line of a file. Raises OSError, and BadInputError where there is none to cut along."""
    text = read_at_most(path, LARGEST_OUTLINE).decode("utf-8", errors="replace")
    if path.suffix.lower() == ".dxf":
        from zygoform.files.outline_dxf import outlines_of_dxf

        found = outlines_of_dxf(text)
    else:
        from zygoform.files.outline_svg import outlines_of_svg

        found = outlines_of_svg(text)
    rings: list[Outline] = [ring for ring in found if len(ring) >= 3]
    if not rings:
        raise BadInputError("empty", "It holds no closed line.", "outline")
    largest: Outline = max(rings, key=lambda ring: abs(area(ring)))
    return checked_outline(largest)


def template_text(template: Template, kind: DrawingKind) -> str:
    """A template as a file of that kind."""
    if kind == "dxf":
        from zygoform.files.outline_dxf import template_dxf

        return template_dxf(template)
    from zygoform.files.outline_svg import template_svg

    return template_svg(template)


def pattern_text(drawn: PatternMap, codes: dict[str, str], kind: DrawingKind) -> str:
    """A pattern as a file of that kind; `codes` are those of its parts."""
    from zygoform.files.pattern_drawing import pattern_dxf, pattern_svg

    return (pattern_dxf if kind == "dxf" else pattern_svg)(drawn, codes)

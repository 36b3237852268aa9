"""Outlines in SVG and DXF: written and read again they are the same; what else a file holds is told in words."""

import io
import math
import random
from contextlib import suppress
from pathlib import Path

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LinearRing, Polygon

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_shelves import chest
from tests.drawings import Point, dxf_drawing, followed, ring_of, svg_drawing
from tests.fuzzing import CASES, FULL, fuzz
from tests.planned import changed, plan_of
from zygoform.app.background import read_drawing
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.cut_shape import checked_outline, simplified
from zygoform.core.outcome.outcome import Template
from zygoform.files import closed_lines
from zygoform.files.closed_lines import FLAT
from zygoform.files.outline_dxf import outlines_of_dxf
from zygoform.files.outline_svg import outlines_of_svg
from zygoform.files.outlines import DrawingKind, read_outline, template_text

KINDS: tuple[DrawingKind, ...] = ("svg", "dxf")
SHAPES = ("oval", "arch", "rectangle", "rounded")


def templates_of(shape: str) -> tuple[Template, ...]:
    project = changed(cupboard(), "cutout", "p1/body/main", shape=shape, side=60.0)
    return plan_of(project).outcomes[0].templates


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("shape", SHAPES)
def test_what_is_written_is_read_again(kind: DrawingKind, shape: str, tmp_path: Path) -> None:
    """Every ring point by point, every hole by its middle and width, to a thousandth of a millimetre."""
    for template in templates_of(shape):
        text = template_text(template, kind)
        found = (outlines_of_svg if kind == "svg" else outlines_of_dxf)(text)
        # SVG's y runs down from the upper edge.
        up = template.height if kind == "svg" else 0.0
        rings = [tuple((x, z + up) for x, z in ring) for ring in found]
        for wanted, ring in zip(template.rings, rings, strict=False):
            read = ring[:-1] if math.dist(ring[0], ring[-1]) < 1e-3 else ring
            assert len(read) == len(wanted)
            assert max(math.dist(a, b) for a, b in zip(read, wanted, strict=True)) < 1e-3
        circles = rings[len(template.rings) :]
        assert len(circles) == len(template.holes)
        for (middle, wide), circle in zip(template.holes, circles, strict=True):
            assert max(abs(math.dist(point, middle) - wide / 2) for point in circle) < 0.02
        # Taken for a cut-out, the largest line is the door's own.
        path = tmp_path / f"template.{kind}"
        path.write_text(text)
        assert Polygon(read_outline(path)).area == pytest.approx(template.width * template.height, rel=1e-5)


def test_pulls_come_out_in_both_kinds() -> None:
    template = plan_of(changed(chest(), "pulls", "p1/body/main")).outcomes[0].templates[0]
    for kind, read in (("svg", outlines_of_svg), ("dxf", outlines_of_dxf)):
        found = read(template_text(template, kind))  # type: ignore[arg-type]
        assert len(found) == 1 + len(template.holes)


def test_curves_and_loose_lines_close_to_an_outline() -> None:
    """A rectangle with a round head, drawn as a path with an arc, and as three lines and an arc."""
    svg = (
        '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">'
        '<path d="M0 100 L100 100 L100 50 A50 50 0 0 0 0 50 Z"/><rect x="1" y="1" width="5" height="5"/></svg>'
    )
    from ezdxf.filemanagement import new

    document = new()
    space = document.modelspace()
    for a, b in (((0, 50), (0, 0)), ((0, 0), (100, 0)), ((100, 0), (100, 50))):
        space.add_line(a, b)
    space.add_arc((50, 50), 50, 0, 180)
    written = io.StringIO()
    document.write(written)
    area = 100 * 50 + math.pi * 50**2 / 2
    for rings in (outlines_of_svg(svg), outlines_of_dxf(written.getvalue())):
        largest = max((checked_outline(ring) for ring in rings), key=lambda ring: Polygon(ring).area)
        assert Polygon(largest).area == pytest.approx(area, rel=2e-3)


def test_a_line_that_ends_where_it_began_is_closed() -> None:
    """Whether its file says so or not."""
    from ezdxf.filemanagement import new

    corners = ((0, 0), (10, 0), (10, 10), (0, 0))
    document, written = new(), io.StringIO()
    document.modelspace().add_lwpolyline(corners)
    document.write(written)
    svg = f'{HEAD}<path d="M0 0 L10 0 L10 10 L0 0"/></svg>'
    for rings in (outlines_of_dxf(written.getvalue()), outlines_of_svg(svg)):
        assert [Polygon(ring).area for ring in rings] == [pytest.approx(50)]
    assert closed_lines.closed_lines([(corners, False)]) == [corners], (
        "as it is, and not parted and put together again"
    )


def test_of_many_points_none_is_looked_at(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("zygoform.files.closed_lines.MOST_POINTS_READ", 8)
    square = ((0.0, 0.0), (9.0, 0.0), (9.0, 9.0), (0.0, 9.0))
    assert len(closed_lines.closed_lines([(square, True), (square, True)])) == 2
    with pytest.raises(BadInputError, match="over 8 points"):
        closed_lines.closed_lines([(square, True), (square, True), (square[:2], False)])


def test_files_that_hold_no_outline_are_refused_in_words(tmp_path: Path) -> None:
    open_line = '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0 L10 0 L10 10"/></svg>'
    bomb = (
        '<!DOCTYPE a [<!ENTITY b "'
        + "x" * 1000
        + '">'
        + "".join(f'<!ENTITY b{k} "{f"&b{k - 1 if k else str()};" * 10}">' for k in range(9))
    )
    texts = ("", "hello", "<svg>", open_line, bomb + "]><svg>&b8;</svg>", "0\nSECTION\n", "\x00" * 50)
    for name in ("outline.svg", "outline.dxf"):
        for text in texts:
            path = tmp_path / name
            path.write_text(text)
            with pytest.raises(BadInputError) as refused:
                read_outline(path)
            assert refused.value.message


@pytest.mark.parametrize("seed", range(210 if FULL else 12))
@pytest.mark.parametrize("kind", KINDS)
def test_well_formed_drawings_are_followed_closely(kind: DrawingKind, seed: int) -> None:
    """Curves, arcs, splines, blocks, transforms, loose lines: within 0.05 mm of the line they were drawn from."""
    text, wanted = (svg_drawing if kind == "svg" else dxf_drawing)(seed)
    found = (outlines_of_svg if kind == "svg" else outlines_of_dxf)(text)
    largest = max((Polygon(ring) for ring in found), key=lambda ring: ring.area)
    # Each point of either lies on the other: of what was followed in chords with the chords' own error.
    lines = largest.exterior, Polygon(wanted).exterior
    assert max(distance(one, other) for one, other in (lines, lines[::-1])) <= FLAT * 1.02


def distance(one: LinearRing, other: LinearRing) -> float:
    """The farthest that points along `one` lie from `other` (mm)."""
    along = shapely.line_interpolate_point(one, np.linspace(0, one.length, 800))
    return float(shapely.distance(along, other).max())


def grid(many: int) -> str:
    """Cells of so many by so many, each side a line of its own; written as DXF."""
    from ezdxf.filemanagement import new

    document = new()
    for a in range(many + 1):
        for b in range(many):
            document.modelspace().add_line((a, b), (a, b + 1))
            document.modelspace().add_line((b, a), (b + 1, a))
    written = io.StringIO()
    document.write(written)
    return written.getvalue()


def test_what_lines_enclose_together_is_found_at_once_however_many_loops_there_are() -> None:
    for many in (4, 30):
        (outer,) = outlines_of_dxf(grid(many))
        assert Polygon(outer).area == pytest.approx(many * many)


HEAD = '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink">'
NESTED = "".join(f'<g id="n{k}"><use href="#n{k + 1}"/><use href="#n{k + 1}"/></g>' for k in range(40))


@pytest.mark.parametrize(
    ("content", "why"),
    [
        (HEAD + '<g id="a"><use xlink:href="#a"/></g></svg>', "uses itself"),
        (HEAD + '<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g></svg>', "uses itself"),
        (f'{HEAD}{NESTED}<g id="n40"><path d="M0 0 9 0 9 9Z"/></g></svg>', "elements"),
        (HEAD + "<g>" * 300 + "</g>" * 300 + "</svg>", "deep"),
        (HEAD + '<path d="M0 0', "damaged at line 1"),
        (f'{HEAD}<path d="M0 0 {"L1 1 2 3 " * 300}Z"/></svg>', "points"),
        (HEAD + "</svg>", "no closed line"),
    ],
    ids=lambda value: value if len(value) < 40 else "",
)
def test_what_has_no_end_is_refused_with_its_reason(
    tmp_path: Path, content: str, why: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(closed_lines, "MOST_POINTS_READ", 500)
    path = tmp_path / "a.svg"
    path.write_text(content)
    with pytest.raises(BadInputError, match=why):
        read_outline(path)


def test_by_its_own_process_it_is_the_same(tmp_path: Path) -> None:
    path = tmp_path / "a.dxf"
    path.write_text(dxf_drawing(1)[0])
    assert read_drawing(path) == read_outline(path)
    (tmp_path / "a.svg").write_text(f'{HEAD}<path d="M0 0 {"L1 1 2 3 " * 110_000}Z"/></svg>')
    with pytest.raises(BadInputError, match="points"):
        read_drawing(tmp_path / "a.svg")
    with pytest.raises(BadInputError, match="cannot be read"):
        read_drawing(tmp_path / "none.svg")


@pytest.mark.parametrize("many", [3, 60, 900])
def test_as_many_corners_as_asked_for_are_left_and_the_least_of_them_went(many: int) -> None:
    """Against taking the least one out again and again, all others looked at each time."""
    outline = tuple(followed(ring_of(random.Random(many), ("line", "curve")))[: many + 40])
    points = list(outline)
    while len(points) > many:
        sizes = [abs(triangle(points[k - 1], points[k], points[(k + 1) % len(points)])) for k in range(len(points))]
        points.pop(sizes.index(min(sizes)))
    assert simplified(outline, many) == tuple(points)


def triangle(a: Point, b: Point, c: Point) -> float:
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])


@settings(fuzz, max_examples=CASES // 10)
@given(st.data())
def test_a_spoiled_file_is_read_or_refused(data: st.DataObject) -> None:
    """Bytes struck out, doubled or exchanged anywhere in a good file."""
    kind = data.draw(st.sampled_from(KINDS))
    text = TEXTS[kind]
    for _ in range(data.draw(st.integers(1, 4))):
        at = data.draw(st.integers(0, len(text) - 1))
        new = data.draw(st.sampled_from(("", "0", "-", "<", "\n", "1e999", "nan", "é", text[at : at + 40] * 2)))
        text = text[:at] + new + text[at + data.draw(st.integers(0, 12)) :]
    with suppress(BadInputError):
        for ring in (outlines_of_svg if kind == "svg" else outlines_of_dxf)(text):
            checked_outline(ring)


TEXTS = {kind: template_text(templates_of("arch")[0], kind) for kind in KINDS}

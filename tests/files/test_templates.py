"""Templates read back from the PDF: every length on paper is the one on the wood, to a tenth of a millimetre."""

import math
from dataclasses import dataclass
from itertools import combinations, pairwise
from types import SimpleNamespace

import pypdfium2
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_shelves import chest
from tests.fuzzing import random_cases
from tests.planned import changed, plan_of
from zygoform.core.geometry.cut_shape import cut_outline
from zygoform.core.geometry.paper_tiles import pages, runs_of_sheets
from zygoform.core.project import Project
from zygoform.files.template_pdf import ROUND_SHEET, RULER_INCH, SHEET_OVERLAP, laid_on_paper, templates

MM = 25.4 / 72


@dataclass(frozen=True)
class Drawn:
    """A path on a page: its box in mm from the upper left corner."""

    left: float
    top: float
    right: float
    bottom: float

    @property
    def size(self) -> tuple[float, float]:
        return self.right - self.left, self.bottom - self.top

    @property
    def middle(self) -> tuple[float, float]:
        return (self.left + self.right) / 2, (self.top + self.bottom) / 2


def drawn(pdf: bytes) -> list[list[Drawn]]:
    found = []
    document = pypdfium2.PdfDocument(pdf)
    for page in document:
        high = page.get_height()
        boxes = [item.get_bounds() for item in page.get_objects(filter=[2])]
        found.append([Drawn(a * MM, (high - d) * MM, c * MM, (high - b) * MM) for a, b, c, d in boxes])
    document.close()
    return found


def with_pulls(paper: str, columns: int = 2, **values: object) -> Project:
    project = changed(chest(columns=columns), "pulls", "p1/body/main", **values)
    return structs.replace(project, shop=structs.replace(project.shop, paper=paper))


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_holes_and_edges_measure_on_paper_what_they_measure_on_the_front(paper: str) -> None:
    project = with_pulls(paper, spacing=96.0, each="one", hole=5.0)
    (template,) = plan_of(project).outcomes[0].templates
    (x0, _, _, z1), laid = laid_on_paper(template, paper.lower())  # type: ignore[arg-type]
    sheets = drawn(templates(project, plan_of(project)))
    assert len(sheets) == len(laid.across) * len(laid.down)
    found = []
    for k, sheet in enumerate(sheets):
        row, col = divmod(k, len(laid.across))
        # A circle is 5 mm and the pen wide, its cross 12 mm; a ruler lies under every sheet.
        circles = [one for one in sheet if max(abs(size - 5.0) for size in one.size) < 0.4]
        for one in circles:
            x, y = one.middle
            found.append((x0 + x - ROUND_SHEET + laid.across[col][0], z1 - (y - ROUND_SHEET + laid.down[row][0])))
        ends = sorted(one.middle[0] for one in sheet if one.size[0] < 1 and 3 < one.size[1] < 4)
        assert ends[-1] - ends[0] == pytest.approx(RULER_INCH, abs=0.1)
    wanted = [hole for hole, _ in template.holes]
    for hole in wanted:
        assert any(math.dist(hole, there) < 0.1 for there in found), (hole, found)
    assert all(any(math.dist(hole, there) < 0.1 for hole in wanted) for there in found)


def pypdfium_size(paper: str, orientation: str) -> tuple[float, float]:
    short, long = {"A4": (210.0, 297.0), "Letter": (215.9, 279.4)}[paper]
    return (short, long) if orientation == "portrait" else (long, short)


def test_alike_fronts_have_one_template_and_none_is_a_sheet_of_words() -> None:
    assert len(plan_of(with_pulls("A4")).outcomes[0].templates) == 1
    bare = chest()
    assert len(drawn(templates(bare, plan_of(bare)))) == 1


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_a_cut_out_measures_on_paper_what_it_measures_on_the_door(paper: str) -> None:
    """On every sheet the same line in its place, its starter holes and the lines to aim by; to 0.1 mm."""
    project = changed(cupboard(), "cutout", "p1/body/main", shape="oval", side=70.0, top=80.0, bottom=95.0)
    project = structs.replace(project, shop=structs.replace(project.shop, paper=paper))
    (template,) = plan_of(project).outcomes[0].templates
    (x0, _, _, z1), laid = laid_on_paper(template, paper.lower())  # type: ignore[arg-type]
    sheets = drawn(templates(project, plan_of(project)))
    assert len(sheets) == len(laid.across) * len(laid.down) > 1
    wide, high = pypdfium_size(paper, laid.orientation)
    document = pypdfium2.PdfDocument(templates(project, plan_of(project)))
    assert all(page.get_size() == pytest.approx((wide / MM, high / MM), abs=0.1) for page in document)
    document.close()
    size = (template.width - 140.0, template.height - 175.0)
    # A pen of 0.25 goes beyond the line on both sides.
    pen, holes = 0.5, set[tuple[float, float]]()
    for k, sheet in enumerate(sheets):
        row, col = divmod(k, len(laid.across))
        left = ROUND_SHEET - x0 - laid.across[col][0]
        top = ROUND_SHEET - (template.height - z1) - laid.down[row][0]
        (line,) = (one for one in sheet if math.dist(one.size, (size[0] + pen, size[1] + pen)) < 0.15)
        middle = left + template.width / 2, top + 80.0 + size[1] / 2
        assert line.middle == pytest.approx(middle, abs=0.1)
        # The middles run across the whole door, whichever piece of it a sheet shows.
        assert any(one.size[0] < 1 and abs(one.size[1] - template.height) < 0.4 for one in sheet)
        for one in sheet:
            if math.dist(one.size, (10.3, 10.3)) < 0.15:
                holes.add((round(one.middle[0] - left, 0), round(one.middle[1] - top, 0)))
    assert len(holes) == len(template.holes) == 2
    for (x, z), _ in template.holes:
        assert any(math.dist((x, template.height - z), there) < 1.0 for there in holes)


@pytest.mark.parametrize("paper", ["A4", "Letter"])
@pytest.mark.parametrize(("spacing", "each"), [(96.0, "one"), (128.0, "two"), (256.0, "one"), (320.0, "two")])
def test_a_hole_is_whole_on_one_sheet_and_seen_on_no_seam(paper: str, spacing: float, each: str) -> None:
    project = with_pulls(paper, columns=1, spacing=spacing, each=each, hole=5.0)
    (template,) = plan_of(project).outcomes[0].templates
    (x0, _, _, z1), laid = laid_on_paper(template, paper.lower())  # type: ignore[arg-type]
    for (x, z), _ in template.holes:
        for at, along in ((x - x0, laid.across), (z1 - z, laid.down)):
            # Its cross reaches 6 mm to either side.
            assert sum(begin <= at - 6 and at + 6 <= end for begin, end in along) == 1
            assert not any(begin < at + 6 and at - 6 < end for begin, end in shared(along))
    whole = pages(template.width, template.height, paper.lower(), ROUND_SHEET, SHEET_OVERLAP)  # type: ignore[arg-type]
    assert len(laid.across) * len(laid.down) <= whole.pages


def shared(along: tuple[tuple[float, float], ...]) -> list[tuple[float, float]]:
    return [(begin, end) for (_, end), (begin, _) in pairwise(along)]


def test_only_the_part_with_the_holes_is_printed() -> None:
    """On a chest 1000 wide, one pull in the middle: a single sheet, with the middle line to lay it on by."""
    project = with_pulls("A4", columns=1, spacing=96.0, each="one")
    (template,) = plan_of(project).outcomes[0].templates
    part, laid = laid_on_paper(template, "a4")
    assert template.width > 800
    assert len(laid.across) * len(laid.down) == 1
    assert part[0] < template.width / 2 < part[2]
    # Up and down there is no middle line: it reaches to an edge.
    assert part[1] == 0.0 or part[3] == template.height


@random_cases(40)
@given(
    st.floats(20, 3000), st.floats(150, 280), st.lists(st.tuples(st.floats(0, 3000), st.floats(1, 30)), max_size=4)
)
def test_sheets_cover_all_overlap_alike_and_are_the_fewest(
    size: float, printable: float, middles: list[tuple[float, float]]
) -> None:
    """Compared with every way of putting the seams on a grid of 10 mm."""
    whole = tuple((at - reach, at + reach) for at, reach in middles)
    laid = runs_of_sheets(size, printable, 10.0, whole)
    assert laid[0][0] == 0.0
    assert laid[-1][1] == size
    assert all(end - begin <= printable + 1e-6 for begin, end in laid)
    assert all(end - begin == pytest.approx(10.0) for begin, end in shared(laid))
    touched = [any(low < end and high > begin for low, high in whole) for begin, end in shared(laid)]
    if not any(touched):
        assert len(laid) <= fewest(size, printable, whole)


def fewest(size: float, printable: float, whole: tuple[tuple[float, float], ...]) -> int:
    """How many sheets it takes with seams at whole steps only: never fewer than may be."""
    free = [
        seam
        for seam in range(0, int(size), 10)
        if not any(low < seam + 10.0 and high > seam for low, high in whole)
    ]
    reached, count = {0}, 1
    while not any(size - begin <= printable for begin in reached):
        reached = {seam for seam in free if any(0 < seam - begin <= printable - 10.0 for begin in reached)}
        count += 1
        if not reached:
            return 10**6
    return count


@pytest.mark.parametrize(
    ("shape", "rise", "radius"),
    [("oval", 0.0, 0.0), ("arch", 40.0, 0.0), ("arch", 500.0, 0.0), ("rounded", 0.0, 380.0)],
)
def test_a_large_curve_is_drawn_to_a_tenth_of_a_millimetre(shape: str, rise: float, radius: float) -> None:
    """The middle of every chord against the curve's own equation, on a door 1000 by 1600."""
    box = (0.0, 0.0, 1000.0, 1600.0)
    line = cut_outline(shape, box, rise, radius)  # type: ignore[arg-type]
    for (ax, az), (bx, bz) in pairwise((*line, line[0])):
        x, z = (ax + bx) / 2, (az + bz) / 2
        if math.dist((ax, az), (bx, bz)) > 60:
            # A straight side.
            continue
        assert off(shape, x, z, rise, radius) < 0.1


def off(shape: str, x: float, z: float, rise: float, radius: float) -> float:
    """How far a point is from the curve (mm): of an ellipse at most, along the way from its middle."""
    if shape == "oval":
        share = math.hypot((x - 500) / 500, (z - 800) / 800)
        return math.hypot(x - 500, z - 800) * (1 / share - 1)
    if shape == "arch":
        whole = (500.0**2 + rise**2) / (2 * rise)
        return abs(whole - math.hypot(x - 500, z - (1600 - whole)))
    mx, mz = (radius if x < 500 else 1000 - radius), (radius if z < 800 else 1600 - radius)
    return abs(radius - math.hypot(x - mx, z - mz))


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_no_word_of_a_template_goes_over_the_edge(paper: str) -> None:
    project = with_pulls(paper, columns=1, spacing=256.0, each="two")
    outcome = plan_of(project).outcomes[0]
    long = tuple(structs.replace(one, title="Drawer with the spoons, " * 6) for one in outcome.templates)
    plan = SimpleNamespace(outcomes=(structs.replace(outcome, templates=long),))
    document = pypdfium2.PdfDocument(templates(project, plan))  # type: ignore[arg-type]
    for page in document:
        words, (wide, high) = page.get_textpage(), page.get_size()
        boxes = [words.get_rect(k) for k in range(words.count_rects())]
        assert boxes
        assert all(a >= 12 and b >= 0 and c <= wide - 12 and d <= high for a, b, c, d in boxes)
        assert not any(over(one, other) for one, other in combinations(boxes, 2))
    document.close()


def over(a: tuple[float, ...], b: tuple[float, ...]) -> bool:
    return min(a[2], b[2]) - max(a[0], b[0]) > 1 and min(a[3], b[3]) - max(a[1], b[1]) > 1

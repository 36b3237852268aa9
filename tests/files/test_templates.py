"""Templates read back from the PDF: every length on paper is the one on the wood, to a tenth of a millimetre."""

import math
from dataclasses import dataclass

import pypdfium2
import pytest
from msgspec import structs

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_shelves import chest
from tests.planned import changed, plan_of
from zygoform.core.geometry.paper_tiles import pages
from zygoform.core.project import Project
from zygoform.files.template_pdf import ROUND_SHEET, RULER_INCH, SHEET_OVERLAP, templates

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


def with_pulls(paper: str, **values: object) -> Project:
    project = changed(chest(), "pulls", "p1/body/main", **values)
    return structs.replace(project, shop=structs.replace(project.shop, paper=paper))


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_holes_and_edges_measure_on_paper_what_they_measure_on_the_front(paper: str) -> None:
    project = with_pulls(paper, spacing=96.0, each="one", hole=5.0)
    (template,) = plan_of(project).outcomes[0].templates
    laid = pages(template.width, template.height, paper.lower(), ROUND_SHEET, SHEET_OVERLAP)  # type: ignore[arg-type]
    sheets = drawn(templates(project, plan_of(project)))
    assert len(sheets) == laid.pages
    found = []
    for k, sheet in enumerate(sheets):
        row, col = divmod(k, laid.cols)
        wide, high = pypdfium_size(paper, laid.orientation)
        # A circle is 5 mm and the pen wide, its cross 12 mm; a ruler lies under every sheet.
        circles = [one for one in sheet if max(abs(size - 5.0) for size in one.size) < 0.4]
        for one in circles:
            x, y = one.middle
            across = x - ROUND_SHEET + col * (wide - 2 * ROUND_SHEET - SHEET_OVERLAP)
            found.append(
                (
                    across,
                    template.height - (y - ROUND_SHEET + row * (high - 2 * ROUND_SHEET - SHEET_OVERLAP)),
                )
            )
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
    laid = pages(template.width, template.height, paper.lower(), ROUND_SHEET, SHEET_OVERLAP)  # type: ignore[arg-type]
    sheets = drawn(templates(project, plan_of(project)))
    assert len(sheets) == laid.pages > 1
    wide, high = pypdfium_size(paper, laid.orientation)
    document = pypdfium2.PdfDocument(templates(project, plan_of(project)))
    assert all(page.get_size() == pytest.approx((wide / MM, high / MM), abs=0.1) for page in document)
    document.close()
    size = (template.width - 140.0, template.height - 175.0)
    # A pen of 0.25 goes beyond the line on both sides.
    pen, holes = 0.5, set[tuple[float, float]]()
    for k, sheet in enumerate(sheets):
        row, col = divmod(k, laid.cols)
        left = ROUND_SHEET - col * (wide - 2 * ROUND_SHEET - SHEET_OVERLAP)
        top = ROUND_SHEET - row * (high - 2 * ROUND_SHEET - SHEET_OVERLAP)
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

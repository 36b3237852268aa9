"""How papers stand on their sheets: the way a sheet lies, what is numbered, drawings side by side, captions."""

import io
import re
from collections import defaultdict
from datetime import UTC, datetime
from itertools import pairwise

import pypdfium2
import pytest
from msgspec import structs
from pypdf import PageObject, PdfReader

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_shelves import chest
from tests.planned import changed, plan_of
from zygoform.core.days.hours import ClockZone, moment_of
from zygoform.core.drawing.part_outline import part_outline
from zygoform.core.edits.disassembly import add_bag
from zygoform.core.edits.pieces import new_piece, rename
from zygoform.core.edits.planning import add_change, add_variant, set_text, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import set_unit
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.days_stage import plan_days
from zygoform.core.schedule.progress import day_words, long_words
from zygoform.core.why.sizes import tape_before_cut
from zygoform.files.day_sheets_pdf import day_sheets
from zygoform.files.demo import demo_project, fresh_project, in_its_days
from zygoform.files.labels_pdf import labels
from zygoform.files.paper import PAPERS, Paper
from zygoform.files.pattern_pdf import maps
from zygoform.files.pdf_page import PAGE_MARGIN, Page
from zygoform.files.template_pdf import laid_on_paper, templates
from zygoform.files.variants_pdf import variants_page
from zygoform.files.worksheet_pdf import set_out_pages, work_sheet

MM = 25.4 / 72
NOW = datetime(2026, 12, 3, 19, 20, tzinfo=UTC)


def texts(pdf: bytes) -> list[str]:
    return [" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(pdf)).pages]


def lying(pdf: bytes) -> list[bool]:
    """Of every page whether it lies across."""
    return [page.mediabox.width > page.mediabox.height for page in PdfReader(io.BytesIO(pdf)).pages]


@pytest.mark.parametrize(("columns", "rows"), [(1, 3), (3, 1), (1, 1)])
def test_a_map_lies_as_its_fronts_do(columns: int, rows: int) -> None:
    project = changed(chest(columns=columns, rows=rows), "pattern", "p1/body/main", on="fronts")
    plan = plan_of(project)
    (own,) = plan.outcomes[0].maps
    views = [range(len(own.fronts)), *([k] for k in range(len(own.fronts)))] if len(own.fronts) > 1 else [[0]]
    wider = []
    for view in views:
        xs, ys = zip(*(point for k in view for point in own.fronts[k].outline), strict=True)
        wider.append(max(xs) - min(xs) > max(ys) - min(ys))
    assert lying(maps(project, plan)) == wider


def test_steps_are_numbered_from_one_as_they_are_done() -> None:
    project = demo_project()
    plan = plan_of(project)
    whole = " ".join(texts(work_sheet(project, plan)))
    whole = whole[whole.index("Work, in order") :]
    places = [whole.index(f"[ ] {k} ") for k in range(1, len(plan.work.steps) + 1)]
    assert places == sorted(places)
    assert f"[ ] {len(plan.work.steps) + 1} " not in whole
    assert "[ ] 0 " not in whole


def test_boards_say_what_their_ends_lose_and_sheets_lose_nothing() -> None:
    for kind, told in (("plank_top", True), ("back_panel", False)):
        plan = plan_of(changed(chest(), kind, "p1/body/main"))
        text = " ".join(texts(work_sheet(chest(), plan)))
        assert ("lost at each end of a board" in text) == told
        assert any(not board.both_ways for layout in plan.layouts for board in layout.boards) == told


def test_ends_cut_with_a_knife_are_put_to_no_saw() -> None:
    """Cloth and veneer have ends too; the saw is set for wood alone."""
    project = set_unit(new_piece(fresh_project(), "Desk", {}).project, "mm").project
    for own, angle in (("c1", "30"), ("c2", "0")):
        project = add_change(project, "own_part", "p1/body/main").project
        for entry, text in (("length", "600"), ("width", "50"), ("left", angle)):
            project = set_text(project, own, entry, text).project
    plan = plan_of(project)
    text = " ".join(texts(work_sheet(project, plan)))
    assert text.count("Left end:") == 1
    edging = changed(chest(columns=1), "pattern", "p1/body/main", family="chevron", fixing="iron")
    ironed = plan_of(edging)
    assert "knife" in {listed.left.way for listed in ironed.parts}
    assert "Left end:" not in " ".join(texts(work_sheet(edging, ironed)))


def test_variants_stand_on_one_floor_at_one_scale_and_within_their_columns() -> None:
    project = add_variant(demo_project(), "Other").project
    plans = tuple(
        (variant.id, plan_of(structs.replace(project, chosen=variant.id))) for variant in project.variants
    )
    for some in (plans[:1], plans[:2]):
        document = pypdfium2.PdfDocument(variants_page(project, some))
        page = document[0]
        wide = page.get_width() * MM
        boxes = [item.get_bounds() for item in page.get_objects(filter=[2])]
        high = page.get_height()
        assert all(a * MM >= PAGE_MARGIN - 1 and c * MM <= wide - PAGE_MARGIN + 1 for a, _, c, _ in boxes)
        assert all(b * MM >= PAGE_MARGIN and (high - d) * MM >= PAGE_MARGIN - 1 for _, b, _, d in boxes)
        document.close()


def test_a_template_that_needs_it_lies_across() -> None:
    """Two pulls far apart on a wide front: from its first sheet on."""
    project = changed(chest(columns=1, rows=6), "pulls", "p1/body/main", each="one", spacing=192.0)
    plan = plan_of(project)
    laid = [laid_on_paper(template, "letter")[1] for template in plan.outcomes[0].templates]
    assert {own.orientation for own in laid} == {"landscape"}
    assert all(lying(templates(project, plan)))


@pytest.mark.parametrize("share", [20, 50, 80])
def test_a_template_names_its_rows_and_columns_as_they_lie(share: int) -> None:
    """A door of 1600: sheets from the upper left, row by row; however high its pull sits no seam goes through."""
    project = changed(cupboard(), "cutout", "p1/opening/o1", shape="rectangle", side=60.0, top=80.0, bottom=90.0)
    project = add_change(project, "pulls", "p1/body/main").project
    for name, value in (("on", "all"), ("line", "share"), ("up", share), ("spacing", 192.0)):
        project = set_value(project, "c2", name, value).project
    plan = plan_of(project)
    several = 0
    for template in (own for outcome in plan.outcomes for own in outcome.templates):
        (x0, _, _, z1), laid = laid_on_paper(template, "a4")
        rows, columns = len(laid.down), len(laid.across)
        several += rows > 1 and columns > 1
        for (x, z), wide in template.holes:
            for at, along in ((x - x0, laid.across), (z1 - z, laid.down)):
                assert any(begin <= at - wide / 2 and at + wide / 2 <= end for begin, end in along)
                assert not any(start < at < end for (_, end), (start, _) in pairwise(along))
    assert several
    pdf = templates(project, plan)
    found = re.findall(r"row (\d+) of (\d+), column (\d+) of (\d+)", " ".join(texts(pdf)))
    at, lies = 0, list[bool]()
    for template in (own for outcome in plan.outcomes for own in outcome.templates):
        _, laid = laid_on_paper(template, "a4")
        rows, columns = len(laid.down), len(laid.across)
        lies += [laid.orientation == "landscape"] * rows * columns
        if rows * columns > 1:
            wanted = [(r, rows, c, columns) for r in range(1, rows + 1) for c in range(1, columns + 1)]
            assert [tuple(map(int, row)) for row in found[at : at + len(wanted)]] == wanted
            at += len(wanted)
    assert at == len(found)
    assert lying(pdf) == lies


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_lengths_stand_in_the_middle_of_their_ground(paper: str, monkeypatch: pytest.MonkeyPatch) -> None:
    """On the page to set a skewed top out by every length is written on white, as far from either side of it."""
    grounds, words = list[tuple[float, float, float, float]](), list[tuple[float, float, float]]()
    rect, text = Page.rect, Page.text

    def ground(page: Page, x: float, y: float, w: float, h: float, *more: object, **how: object) -> None:
        grounds.append((x, y, w, h))
        rect(page, x, y, w, h, *more, **how)  # type: ignore[arg-type]

    def word(page: Page, x: float, y: float, own: str) -> None:
        if grounds and len(grounds) > len(words):
            words.append((x, x + page.get_string_width(own), y))
        text(page, x, y, own)

    monkeypatch.setattr(Page, "rect", ground)
    monkeypatch.setattr(Page, "text", word)
    project = changed(set_reading(chest(), "corner_left", "86").project, "plank_top", "p1/body/main")
    project = structs.replace(project, shop=structs.replace(project.shop, paper=paper))
    page = Page(paper, "Skewed")  # type: ignore[arg-type]
    set_out_pages(page, plan_of(project))
    page.output()
    assert len(words) == len(grounds) == 6, "four edges and two diagonals"
    for (x, y, w, h), (left, right, line) in zip(grounds, words, strict=True):
        assert left - x == pytest.approx(x + w - right)
        assert x < left
        assert y < line < y + h


def test_words_can_be_looked_for_on_paper(monkeypatch: pytest.MonkeyPatch) -> None:
    """Blanks that hold a figure to its unit on the screen are plain ones on paper: a search finds them."""
    said, written = list[str](), Page.multi_cell

    def noted(page: Page, *given: object, **how: object) -> object:
        said.extend(str(own) for own in (*given, how.get("text")))
        return written(page, *given, **how)  # type: ignore[arg-type]

    monkeypatch.setattr(Page, "multi_cell", noted)
    page = Page("A4", "Blanks")
    page.words("12\u00a0mm and 3\u00a0h")
    page.rows((40.0, 40.0), (("1\u00a0h", "2\u00a0h"),))
    page.output()
    assert {"12 mm and 3 h", "1 h", "2 h"} <= set(said)


@pytest.mark.parametrize("kind", PAPERS, ids=lambda kind: kind.id)
def test_every_page_says_which_of_how_many_and_stops_above_that(kind: Paper) -> None:
    project = demo_project()
    pages = PdfReader(io.BytesIO(kind.make(project, plan_of(project)))).pages
    for number, page in enumerate(pages, 1):
        (foot,) = [line for line in lines_of(page) if f"page {number} of {len(pages)}" in " ".join(line[1].split())]
        # What is at full size goes down to the edge of its sheet.
        if kind.id != "templates":
            assert all(height > foot[0] + 4 for height, text in lines_of(page) if text != foot[1])


def lines_of(page: PageObject) -> list[tuple[float, str]]:
    """What is written on a page, and how far from its lower edge (pt)."""
    found = list[tuple[float, str]]()

    def note(text: str, _cm: object, at: list[float], *_more: object) -> None:
        if text.strip():
            found.append((at[5], text))

    page.extract_text(visitor_text=note)
    return found


def test_a_day_counts_its_own_work_and_waits_only_where_something_dries() -> None:
    project = in_its_days(demo_project(), NOW)
    plan = plan_of(project)
    days = at_once(plan_days(project, plan, moment_of(NOW), ClockZone()))
    text = " ".join(texts(day_sheets(project, plan, days)))
    by_day: dict[int, int] = defaultdict(int)
    for own in days.open:
        for begin, end in own.pieces:
            by_day[days.zone.local(begin)[0]] += end - begin
    assert len(by_day) > 2
    for day, minutes in by_day.items():
        assert f"{day_words(day)} {long_words(minutes)} of work" in text
    drying = [own for own in days.open if own.dry > own.end]
    assert 0 < len(drying) < len(days.open)
    rows = sum(len({days.zone.local(begin)[0] for begin, _ in own.pieces}) for own in drying)
    assert len(re.findall(r"Dry (?:Mon|Tue|Wed|Thu|Fri|Sat|Sun)", text)) == rows


def test_labels_hold_their_words(monkeypatch: pytest.MonkeyPatch) -> None:
    """However long a name is: nothing of it runs into the label beside it."""
    wide, written = list[float](), Page.text

    def noted(page: Page, x: float, y: float, words: str) -> None:
        column = (page.w - 2 * PAGE_MARGIN) / 3
        left = (x - PAGE_MARGIN) % column
        wide.append(column - left - page.get_string_width(words))
        written(page, x, y, words)

    name = "A chest of drawers with a very long name, from the house by the harbour"
    project = add_bag(rename(demo_project(), name, on="p1").project, "p1").project
    monkeypatch.setattr(Page, "text", noted)
    labels(project, plan_of(project))
    assert len(wide) > 4
    assert min(wide) >= 3.9


def test_a_work_sheet_speaks_one_system_and_marks_what_is_seen_how() -> None:
    project = set_unit(demo_project(), "mm").project
    plan = plan_of(project)
    text = " ".join(texts(work_sheet(project, plan)))
    told = text[text.index("Cautions") :]
    assert "[" not in told.replace("[ ]", "")
    assert not re.search(r"\d in\b", told)
    shapes = {p.shape: p for p in plan.parts if p.part.face or {p.left.way, p.right.way} != {"square"}}
    for shape, part in shapes.items():
        seen = "on its edge" if part_outline(part).seen == "edge" else "on its face"
        assert f"{shape} {part.part.name}, {seen}" in text
    assert {part_outline(part).seen for part in shapes.values()} == {"edge", "face"}
    turned = set_reading(project, "corner_left", "88").project
    tapes = tape_before_cut(plan_of(turned))
    assert {tape.angle for tape in tapes} == {True, False}
    text = " ".join(texts(work_sheet(turned, plan_of(turned))))
    for tape in tapes:
        figure = f"{tape.value:g}°" if tape.angle else project.shop.unit.show(tape.value)
        assert f"{figure} ________".replace("\u00a0", " ") in text

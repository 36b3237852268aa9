"""Exports: the price list, CSV and the work sheet, read back by libraries of others."""

import csv
import io
import math
import re
from itertools import combinations
from pathlib import Path
from types import SimpleNamespace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs
from pypdf import PageObject, PdfReader

from tests.core.changes.test_shelves import chest
from tests.fuzzing import random_cases
from tests.planned import changed, plan_of
from tests.strategies import planned, shops
from zygoform.core.cutlist.problems import CutRoll, PlacedRollCut
from zygoform.core.cutting.either import better_answers
from zygoform.core.cutting.saw import how
from zygoform.core.edits.pieces import new_piece, rename
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import own_board, set_unit, use_prices
from zygoform.core.measure.parse import parse_length
from zygoform.core.outcome.outcome import RollCut, set_out_words
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project
from zygoform.core.shop import Shop
from zygoform.files.cutlist_csv import by_part_csv, by_setting_csv
from zygoform.files.demo import demo_project, fresh_project
from zygoform.files.import_csv import parse_cut_list
from zygoform.files.pdf_page import Page
from zygoform.files.prices_csv import parse_prices, prices_csv, read_prices, shipped_prices
from zygoform.files.worksheet_pdf import rolls, work_sheet


def test_the_shipped_prices_are_whole() -> None:
    prices = shipped_prices()
    assert prices.problems == ()
    assert {size.system for size in prices.timber} == {"inch", "mm"}
    assert all(len({o.length for o in size.offers}) == len(size.offers) for size in prices.timber)
    assert sum(len(size.offers) == 4 for size in prices.timber) > 10
    nominal = {size.nominal: (size.thickness / 25.4, size.width / 25.4) for size in prices.timber}
    # American Softwood Lumber Standard PS 20, dressed dry.
    for name, actual in {
        "1x3": (0.75, 2.5),
        "1x4": (0.75, 3.5),
        "1x8": (0.75, 7.25),
        "2x6": (1.5, 5.5),
        "5/4x6": (1, 5.5),
    }.items():
        assert nominal[name] == pytest.approx(actual)


@random_cases(30)
@given(shops())
def test_a_price_list_written_out_comes_back_the_same(shop: Shop) -> None:
    """Sizes within the hundredth of a millimetre that a layout reckons with, prices to the cent."""
    back = parse_prices(prices_csv(shop.timber, shop.packs))
    assert back.problems == ()
    assert [(s.id, s.name, s.species, s.system) for s in back.timber] == [
        (s.id, s.name, s.species, s.system) for s in shop.timber
    ]
    for one, other in zip(back.timber, shop.timber, strict=True):
        assert (one.thickness, one.width) == pytest.approx((other.thickness, other.width), abs=0.006)
        assert [o.price for o in one.offers] == [o.price for o in other.offers]
        assert [o.length for o in one.offers] == pytest.approx([o.length for o in other.offers], abs=0.006)
    assert [(p.id, p.holds, p.price) for p in back.packs] == [(p.id, p.holds, p.price) for p in shop.packs]
    assert [p.size for p in back.packs] == pytest.approx([p.size for p in shop.packs], abs=0.006)


HEAD = "kind,id,name,nominal,system,thickness,width,length,species,holds,price\n"


@pytest.mark.parametrize(
    ("row", "word"),
    [
        ("timber,a,A,,feet,1 in,2 in,8 ft,red oak,,5", "inch or mm"),
        ("timber,a,A,,inch,1 in,2 in,8 ft,elm,,5", "species"),
        ("timber,a,A,,inch,one,2 in,8 ft,red oak,,5", "thickness"),
        ("timber,a,A,,inch,1 in,0,8 ft,red oak,,5", "more than 0"),
        ("timber,a,A,,inch,1 in,2 in,8 ft,red oak,,dear", "price"),
        ("timber,a,A,,inch,1 in,2 in,8 ft,red oak,,-1", "price"),
        ("timber,,A,,inch,1 in,2 in,8 ft,red oak,,5", "id is missing"),
        ("nails,a,A,,,,,,,,5", "kind"),
        ("glue,a,A,,,,,,,none,5", "holds"),
        ("wood screw,a,A,,,,,long,,50,5", "length"),
    ],
)
def test_a_faulty_price_row_is_named_and_left_out(row: str, word: str) -> None:
    good = "glue,g,Glue,,,,,,,120,4.20\n"
    prices = parse_prices(HEAD + good + row + "\n")
    assert len(prices.packs) == 1
    assert not prices.timber
    assert prices.problems[0].path == "row 3"
    assert word in prices.problems[0].message


@pytest.mark.parametrize("grain", ["yes", "Yes", " YES "])
def test_a_price_row_is_read_however_a_spreadsheet_left_it(grain: str) -> None:
    """Blanks round a cell, letters large or small: the same goods."""
    head = HEAD.strip() + ",grain\n"
    plain = parse_prices(head + "timber,a,A,,inch,1 in,2 in,8 ft,red oak,,5,yes\nglue,g,Glue,,,,,,,120,4.20,\n")
    loose = parse_prices(
        head + f"timber, a ,A ,,inch,1 in ,2 in,8 ft, red oak,,5,{grain}\nglue,g , Glue,,,,,,,120 ,4.20,\n"
    )
    assert not plain.problems
    assert loose == plain
    (size,) = plain.timber
    assert size.grain
    assert not parse_prices(head + "timber,a,A,,inch,1 in,2 in,8 ft,red oak,,5,no\n").timber[0].grain


def test_a_price_list_of_ones_own_changes_the_bill(tmp_path: Path) -> None:
    path = tmp_path / "mine.csv"
    text = (Path(shipped_prices.__wrapped__.__code__.co_filename).parents[1] / "data" / "prices.csv").read_text()
    path.write_text(text.replace("14.90", "24.90"), encoding="utf-8-sig")
    prices = read_prices(path)
    project = use_prices(demo_project(), prices.timber, prices.packs).project
    assert plan_of(project).purchase.total > plan_of(demo_project()).purchase.total


@random_cases(20)
@given(planned(), st.sampled_from(("inch", "mm")))
def test_csv_holds_every_row_with_sizes_that_read_back(project: Project, system: str) -> None:
    plan = plan_of(set_unit(project, system).project)  # type: ignore[arg-type]
    rows = list(csv.DictReader(io.StringIO(by_part_csv(plan))))
    assert [r["part"] for r in rows] == [r.code for r in plan.part_rows]
    for row, wanted in zip(rows, plan.part_rows, strict=True):
        assert abs(parse_length(row["length"], system) - wanted.length) <= 0.01
        assert float(row["length mm"]) == pytest.approx(wanted.length, abs=0.006)
        assert int(row["count"]) == len(wanted.part_ids)
    lines = list(csv.DictReader(io.StringIO(by_setting_csv(plan))))
    listed = [row for group in plan.settings for row in group.rows]
    assert [line["short"] == "yes" for line in lines] == [row.short for row in listed]
    assert [line["rests on a guess"] == "yes" for line in lines] == [row.guessed for row in listed]
    assert [int(line["count"]) for line in lines] == [row.count for row in listed]


def test_a_name_that_looks_like_a_formula_does_no_harm() -> None:
    sizes = tuple(structs.replace(s, name='=HYPERLINK("x")') for s in demo_project().shop.timber)
    project = use_prices(demo_project(), sizes, demo_project().shop.packs).project
    assert all(row["stock"].startswith("'=") for row in csv.DictReader(io.StringIO(by_part_csv(plan_of(project)))))


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_the_work_sheet_holds_every_part_and_nothing_is_cut_off(paper: str) -> None:
    project = own_board(demo_project(), "pine-1x3", "7 ft", 1).project
    project = structs.replace(project, shop=structs.replace(project.shop, paper=paper))
    plan = plan_of(project)
    answers = {}
    for asked in plan.cut.problems:
        *_, answers[asked.problem] = better_answers(asked.problem)
    proven = compile_plan(project, answers)
    assert proven is not None
    reader = PdfReader(io.BytesIO(work_sheet(project, proven)))
    text = "\n".join(page.extract_text() for page in reader.pages)
    for listed in proven.parts:
        assert listed.code in text
        assert listed.shape in text
        assert project.shop.unit.plain(listed.length) in text
    for layout in proven.layouts:
        for board in layout.boards:
            assert f"{board.letter}   " in text or f"{board.letter} " in text
    for caution in proven.cautions:
        assert caution.title in text
    assert "your own" in text
    assert "proven" in text
    width, height = (210.0, 297.0) if paper == "A4" else (215.9, 279.4)
    assert drawn_to(reader.pages[0])
    for page in reader.pages:
        assert float(page.mediabox.width) * 25.4 / 72 == pytest.approx(width, abs=0.2)
        assert float(page.mediabox.height) * 25.4 / 72 == pytest.approx(height, abs=0.2)
        assert all(25 < x < width * 72 / 25.4 - 25 for x in drawn_to(page)), "no line leaves the margins"
        places = written_at(page)
        assert all(20 < x < width * 72 / 25.4 - 20 and 20 < y < height * 72 / 25.4 - 20 for x, y in places)


def test_ends_that_are_sawn_otherwise_stand_with_their_codes_and_once() -> None:
    """Under each setting one line where all parts are sawn alike, else one for each way with its parts."""
    sizes = {"width": "900 mm", "height": "800 mm", "depth": "450 mm"}
    piece = new_piece(fresh_project(), "Chest", sizes).project
    project = changed(piece, "pattern", "p1/body/main", family="diamonds", fixing="glue", profile="profiled")
    plan = plan_of(project)
    text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(work_sheet(project, plan))).pages)
    told = re.findall(r"((?:(?:\d+[a-z]+,\s)*\d+[a-z]+:\s)?)Left\send:\s", text)
    by_id = {listed.id: listed for listed in plan.parts}
    wanted = 0
    for group in plan.settings or ():
        listed = [by_id[part_id] for row in group.rows for part_id in row.part_ids if part_id in by_id]
        ends = {
            (how("left", p.left.mitre, p.left.bevel, own.width, plan.shop.saw),
             how("right", p.right.mitre, p.right.bevel, own.width, plan.shop.saw))
            for own in listed
            if (p := own.part) and {own.left.way, own.right.way} - {"square", "knife"}
        }  # fmt: skip
        wanted += len(ends) if group.across else 0
    assert wanted > 1
    assert len(told) == wanted
    assert all(told), "several ways under every setting"
    plain = plan_of(demo_project())
    text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(work_sheet(demo_project(), plain))).pages)
    assert re.search(r"[^:]\sLeft\send:\s", text), "all are sawn alike: no codes"


def drawn_to(page: PageObject) -> list[float]:
    """Across, where every line and area of a page begins and ends, in points."""
    content = page.get_contents()
    assert content is not None
    text = content.get_data().decode("latin-1")
    return [float(x) for x in re.findall(r"([-0-9.]+) [-0-9.]+ [ml]\b", text)]


def written_at(page: PageObject) -> list[tuple[float, float]]:
    """Where every run of text begins, in points."""
    places: list[tuple[float, float]] = []

    def note(words: str, _user: object, text: list[float], _font: object, _size: float) -> None:
        if words.strip():
            places.append((text[4], text[5]))

    page.extract_text(visitor_text=note)
    return places


def test_an_unplanned_piece_and_strange_names_make_a_sheet_too() -> None:
    sizes = {"width": "900 mm", "height": "800 mm", "depth": "400 mm"}
    project = new_piece(fresh_project(), "Old", sizes).project
    project = rename(project, "Kommode – 50 % “früh” {0}").project
    reader = PdfReader(io.BytesIO(work_sheet(project, plan_of(project))))
    assert "Nothing to cut" in reader.pages[0].extract_text()


@pytest.mark.parametrize("family", ["diamonds", "chevron"])
def test_codes_on_the_boards_never_run_over_each_other(family: str, monkeypatch: pytest.MonkeyPatch) -> None:
    plan = plan_of(changed(chest(columns=1), "pattern", "p1/body/main", family=family))
    codes, told, text = {part.code for part in plan.parts}, list[tuple[int, float, float, float]](), Page.text

    def noted(page: Page, x: float, y: float, words: str) -> None:
        if words in codes:
            told.append((page.page, x, x + page.get_string_width(words), y))
        text(page, x, y, words)

    monkeypatch.setattr(Page, "text", noted)
    work_sheet(changed(chest(columns=1), "pattern", "p1/body/main", family=family), plan)
    assert len(told) > 12
    for (on, a, b, y), (other, c, d, z) in combinations(told, 2):
        assert on != other or abs(y - z) >= 2.8 or b <= c or d <= a


def test_a_strip_cut_to_its_line_is_not_called_square() -> None:
    plan = plan_of(changed(chest(columns=1), "pattern", "p1/body/main", family="diamonds"))
    corners = [row for row in plan.part_rows if row.name == "Corner strip"]
    assert corners
    assert {row.left for row in corners} == {row.right for row in corners} == {"to its line"}
    across = next(group for group in plan.settings if group.title == "Square across")
    told = {row.codes: row.detail for row in across.rows}
    assert all("to its line" in told[(row.code,)] for row in corners)
    taken = parse_cut_list(by_part_csv(plan), plan.shop)
    assert not [problem for problem in taken.problems if "is not an end" in problem.message]


def test_a_skewed_top_has_a_page_to_set_it_out_by() -> None:
    """Its corners found again from the lengths that are told, by the law of cosines, as one does with two tapes."""
    project = set_reading(chest(), "corner_left", "86").project
    project = changed(project, "plank_top", "p1/body/main")
    plan = plan_of(project)
    (cut,) = (cut for outcome in plan.outcomes for cut in outcome.later)
    front, across, right, other, left, back = set_out_words(cut).lengths
    far_right = beyond(front, across, right)
    far_left = beyond(front, left, other)
    (ax, ay), (bx, by), *behind = cut.outline
    turn = math.atan2(by - ay, bx - ax)
    for (x, y), (px, py) in zip((far_right, far_left), behind, strict=True):
        there = ax + x * math.cos(turn) - y * math.sin(turn), ay + x * math.sin(turn) + y * math.cos(turn)
        assert math.dist(there, (px, py)) < 1e-6
    assert math.dist(far_left, far_right) == pytest.approx(back)
    text = [page.extract_text() for page in PdfReader(io.BytesIO(work_sheet(project, plan))).pages]
    (own,) = (words for words in text if "to set it out" in words)
    show = plan.shop.unit.show
    assert all(show(long) in own for long in (front, across, right, other, left, back))
    square = changed(chest(), "plank_top", "p1/body/main")
    assert "to set it out" not in "".join(
        page.extract_text() for page in PdfReader(io.BytesIO(work_sheet(square, plan_of(square)))).pages
    )


def beyond(front: float, from_left: float, from_right: float) -> tuple[float, float]:
    """Where two tapes meet, from the ends of the front edge."""
    x = (front**2 + from_left**2 - from_right**2) / (2 * front)
    return x, math.sqrt(from_left**2 - x * x)


@pytest.mark.parametrize(("length", "width"), [(15_240.0, 38.0), (3_000.0, 450.0)])
def test_a_roll_on_paper_is_wide_enough_to_read_and_holds_its_pieces(
    length: float, width: float, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Every piece lies in its roll where it is cut, with its number; a long band is drawn wider than to scale."""
    pieces_ = [RollCut("c1", f"c1/cut/{k}", "fabric", f"Piece {k}", width, width, 400.0, "seats") for k in range(3)]
    cuts = tuple(PlacedRollCut(1, cut, 0.0, 410.0 * k) for k, cut in enumerate(pieces_))
    roll = CutRoll("fabric", width, length, cuts, True)
    project = chest()
    plan = SimpleNamespace(cut=SimpleNamespace(rolls=(roll,)), shop=project.shop)
    boxes, numbers = list[tuple[float, float, float, float]](), list[tuple[float, float, str]]()
    page = Page(project.shop.paper, "Rolls")
    monkeypatch.setattr(page, "rect", lambda x, y, w, h, **_: boxes.append((x, y, x + w, y + h)))
    monkeypatch.setattr(page, "text", lambda x, y, words: numbers.append((x, y, words)))
    rolls(page, plan)  # type: ignore[arg-type]
    # Its fonts are files that are open until it is written.
    assert bytes(page.output()).startswith(b"%PDF")
    whole, *pieces = boxes
    assert whole[3] - whole[1] >= 7.0
    assert whole[2] <= page.w - 13.9
    scale = (whole[2] - whole[0]) / length
    assert [piece[0] - whole[0] for piece in pieces] == pytest.approx([0.0, 410 * scale, 820 * scale])
    assert [piece[2] - piece[0] for piece in pieces] == pytest.approx([400 * scale] * 3)
    assert {(round(piece[1], 6), round(piece[3], 6)) for piece in pieces} == {
        (round(whole[1], 6), round(whole[3], 6))
    }
    assert [words for _, _, words in numbers] == ["1", "2", "3"]
    assert all(piece[0] < x and piece[1] < y <= piece[3] for (x, y, _), piece in zip(numbers, pieces, strict=True))

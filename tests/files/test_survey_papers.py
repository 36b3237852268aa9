"""What is printed of a piece looked over, read back out of its PDF."""

import re
from typing import get_args

import pytest

from tests.planned import plan_of
from zygoform.core.edits.condition import add_fault, mend
from zygoform.core.edits.disassembly import add_bag, count_hardware, set_bag, set_fate
from zygoform.core.edits.pieces import new_piece
from zygoform.core.goods.fittings import SIZELESS, FittingKind
from zygoform.files.cutlist_csv import by_part_csv
from zygoform.files.demo import counter_begun, fresh_project, set_demo
from zygoform.files.labels_pdf import labels
from zygoform.files.prices_csv import parse_prices, prices_csv, shipped_prices
from zygoform.files.shopping_pdf import shopping_list
from zygoform.files.worksheet_pdf import work_sheet


def words_of(pdf: bytes) -> str:
    import pypdfium2

    document = pypdfium2.PdfDocument(pdf)
    text = "\n".join(page.get_textpage().get_text_range() for page in document)
    document.close()
    return re.sub(r"\s+", " ", text)


def test_a_label_for_each_bag_and_each_part_that_is_kept() -> None:
    project = set_fate(counter_begun(), "p1/back/main", "gone").project
    project = set_bag(project, "p1", "b1", "spacing", "3").project
    project = set_bag(add_bag(project, "p1").project, "p1", "b2", "what", "Shelf pins").project
    words = words_of(labels(project, plan_of(project)))
    assert "3 × Turned knobs" in words
    assert 'from drawer 1 to drawer 3 3" between the holes' in words
    assert "1 × Shelf pins holes not measured" in words
    assert words.count("Drawer 1, front") == 1
    assert '61 7/16" × 22 1/16" × 1 1/4"' in words
    assert "Back" not in words.split("Labels:")[1].replace("Base, back", "")
    assert words.count("Harbour Lane counter") >= 9


def test_many_labels_go_on_over_pages_and_none_says_so() -> None:
    project = count_hardware(counter_begun(), "p1").project
    for _ in range(40):
        project = add_bag(project, "p1").project
    words = words_of(labels(project, plan_of(project)))
    assert words.count("1 × Screws") == 40
    assert "page 2 of" in words
    shelf = new_piece(fresh_project(), "Board", {}, "wall_shelf").project
    assert "between the holes" not in words_of(labels(shelf, plan_of(shelf)))


def test_the_work_sheet_of_a_set_names_every_piece_and_whose_guess_it_is() -> None:
    project = set_demo()
    words = words_of(work_sheet(project, plan_of(project)))
    for name in project.names.values():
        assert f"{name}: " in words, name
    assert "Mill Row set" in words
    assert re.search(r"(Left|Right) cupboard: top over the", words)


def test_a_mend_is_bought_and_cut_like_anything_else() -> None:
    project = add_fault(counter_begun(), "p1/back/main", "torn_back", (0.0, 0.0, 0.0)).project
    project = mend(project, "f5", "new").project
    project = mend(project, "f1", "block").project
    project = mend(project, "f3", "runners").project
    plan = plan_of(project)
    bought = words_of(shopping_list(project, plan))
    for thing in ("Thin plywood", "Panel pins", "Stain-blocking primer", "Wood screws"):
        assert thing in bought, thing
    assert plan.purchase.unpriced == 0
    needs = [row.need for row in plan.purchase.rows]
    # 61 7/16 - 2 × 13/16 - 2 × 3/4 = 58 5/16 wide, 34 5/8 - 1 1/4 - 3 1/2 = 29 7/8 high: 15 and 8 pins a side.
    assert any("46 pins" in need for need in needs), needs
    # 6 1/4 + 2 × 50 mm both ways, two coats of 100 ml a square metre: 0.259² × 200 = 13.4 ml.
    assert any("0.45\u00a0fl oz" in need for need in needs), needs
    table = by_part_csv(plan)
    assert "Runner" in table
    assert "Back" in table


@pytest.mark.parametrize("kind", get_args(FittingKind))
def test_every_kind_of_thing_has_a_price_and_goes_through_the_table(kind: str) -> None:
    shipped = shipped_prices()
    packs = [pack for pack in shipped.packs if pack.kind == kind]
    assert packs, kind
    assert all(pack.size > 0 for pack in packs) or kind in SIZELESS
    again = parse_prices(prices_csv(shipped.timber, shipped.packs))
    assert not again.problems
    assert [p.id for p in again.packs if p.kind == kind] == [p.id for p in packs]
    assert [p.holds for p in again.packs if p.kind == kind] == [p.holds for p in packs]

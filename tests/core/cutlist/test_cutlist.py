"""The cut list: rounded once, coded for life, every part in it and on its board."""

import itertools
from decimal import Decimal

import pytest
from hypothesis import given
from msgspec import structs

from tests.fuzzing import random_cases
from tests.planned import plan_of
from tests.strategies import planned
from zygoform.core.cutlist.car import car_cuts
from zygoform.core.cutlist.layouts import PlacedBoard
from zygoform.core.cutlist.listed import letters, list_parts
from zygoform.core.cutlist.rows import by_setting
from zygoform.core.drawing.part_outline import draw_board
from zygoform.core.drawing.primitives import box_of
from zygoform.core.edits.condition import add_fault, mend, set_fault_size
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import add_change, leave_out, set_text, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import own_board, set_shop, set_unit
from zygoform.core.errors import BadInputError
from zygoform.core.goods.timber import Offer, share_of_sheet
from zygoform.core.measure.parse import INCH
from zygoform.core.outcome.part import EndCut, Part
from zygoform.core.piecemeal import at_once
from zygoform.core.project import Project
from zygoform.core.shop import Shop
from zygoform.files.demo import counter_begun, fresh_project


@random_cases(40)
@given(planned())
def test_every_part_is_listed_once_rounded_once_and_on_a_board(project: Project) -> None:
    plan = plan_of(project)
    step = project.shop.cut_step
    wanted = {part.id for o in plan.outcomes for part in o.parts}
    assert {p.id for p in plan.parts} == wanted
    assert len({p.code for p in plan.parts}) == len(plan.parts)
    crosscuts = [
        i
        for g in plan.settings
        if "guide" not in g.title and "glue" not in g.title
        for r in g.rows
        for i in r.part_ids
    ]
    assert sorted(crosscuts) == sorted(wanted)
    assert sorted(i for row in plan.part_rows for i in row.part_ids) == sorted(wanted)
    placed = [on.part.id for lay in plan.layouts for board in lay.boards for on in board.parts]
    too_long = [p.id for lay in plan.layouts for p in lay.too_long]
    assert sorted(placed + too_long) == sorted(wanted)
    for listed in plan.parts:
        assert abs(listed.length - listed.part.length) <= step + 1e-6
        assert listed.length / step == pytest.approx(round(listed.length / step), abs=1e-5)
        if listed.part.rounding == "up":
            assert listed.length >= listed.part.length - 1e-6 * step
    alike: dict[str, set[tuple[float, float, str]]] = {}
    for listed in plan.parts:
        alike.setdefault(listed.shape, set()).add(
            (round(listed.length, 3), round(listed.width, 3), listed.part.size_id)
        )
    assert all(len(sizes) == 1 for sizes in alike.values()), "one letter, one shape"


def whole_sheet(board: PlacedBoard, kerf: float) -> None:
    """Its parts lie on it, and on nothing that is said to be left."""
    x, y, long, wide = board.offcut
    assert board.left_over == max(long, wide)
    assert x + long <= board.length + 0.01
    assert y + wide <= board.size.width + 0.01
    for on in board.parts:
        (length, width), slack = on.extent, 0.02
        assert sorted(on.extent) == sorted((on.part.length, on.part.width))
        assert on.x + length <= board.length + slack
        assert on.y + width <= board.size.width + slack
        clear = (
            x + long + kerf <= on.x + slack
            or on.x + length + kerf <= x + slack
            or y + wide + kerf <= on.y + slack
            or on.y + width + kerf <= y + slack
        )
        assert clear or not board.left_over


@random_cases(30)
@given(planned())
def test_boards_hold_their_parts_and_say_what_is_left(project: Project) -> None:
    plan = plan_of(project)
    letters_used = [board.letter for lay in plan.layouts for board in lay.boards]
    assert len(set(letters_used)) == len(letters_used)
    for layout in plan.layouts:
        for board in layout.boards:
            if board.both_ways:
                whole_sheet(board, project.shop.kerf)
                continue
            end = max(on.x + on.part.length for on in board.parts)
            assert end <= board.length - project.shop.end_trim + 0.01
            rest = board.length - project.shop.end_trim - end - project.shop.kerf
            assert board.left_over == pytest.approx(max(0, rest), abs=0.02)
    rows = {row.key: row for row in plan.purchase.rows}
    assert len(rows) == len(plan.purchase.rows)
    bought = sum(row.count for row in rows.values() if row.group == "Wood")
    assert bought == sum(not board.owned for lay in plan.layouts for board in lay.boards)


def part(ident: str, length: float, left: float = 0, right: float = 0, width: float = 60) -> tuple[int, Part]:
    return 3, Part(ident, "c3", "Part", "pine-1x3", 19, width, length, EndCut(bevel=left), EndCut(bevel=right))


def test_a_part_turned_end_for_end_is_the_same_shape() -> None:
    listed = at_once(
        list_parts((part("a", 500, 45, 0), part("b", 500, 0, 45), part("c", 500, 45, 45), part("d", 400)), Shop())
    )
    assert [p.code for p in listed] == ["3a.1", "3a.2", "3b", "3c"]
    assert [p.shape for p in listed] == ["3a", "3a", "3b", "3c"]


def test_letters_go_on_after_z() -> None:
    assert [letters(i) for i in (0, 25, 26, 27, 701, 702)] == ["a", "z", "aa", "ab", "zz", "aaa"]
    plan = plan_of(counter_begun())
    shop = plan.shop
    many = at_once(list_parts(tuple(part(f"p{i}", 300 + 10 * i) for i in range(30)), shop))
    assert many[27].shape == "3ab"


def test_settings_come_in_order_and_both_ends_count() -> None:
    listed = at_once(
        list_parts((part("a", 500, 45, 45), part("b", 700), part("c", 600, 46, 45), part("d", 650, 45, 0)), Shop())
    )
    groups = by_setting(listed, (), (), Shop().saw)
    assert groups[0].title == "Square across"
    assert {g.title for g in groups} == {
        "Square across",
        "On edge, swung 45°",
        "On edge, swung 46°, other end 45°",
    }
    rows = next(g for g in groups if g.title == "On edge, swung 45°").rows
    assert [row.codes for row in rows] == [("3d",), ("3a",)], "longest first"
    assert rows[0].detail.startswith("one end square")


def test_a_measured_corner_changes_the_setting_and_both_neighbours() -> None:
    before = {p.code: p for p in plan_of(counter_begun()).parts}
    bent = set_value(counter_begun(), "c2", "fit", "out").project
    square = {p.part.name: p.part for p in plan_of(bent).parts}
    bent = set_reading(bent, "corner_right", "88").project
    plan = plan_of(bent)
    parts = {p.part.name: p.part for p in plan.parts}
    growth = 0.75 * INCH * (1 / 0.9656887748 - 1)  # 1 / tan 44 degrees
    assert parts["Skirt front"].length - square["Skirt front"].length == pytest.approx(growth, abs=1e-4)
    assert parts["Skirt right"].length > square["Skirt right"].length
    assert parts["Skirt front"].right.bevel == pytest.approx(46)
    assert parts["Skirt right"].left.bevel == pytest.approx(46)
    assert any("46°" in group.title for group in plan.settings)
    assert not [f for f in plan.findings if f.code == "guessed"], "all measured now"
    assert before["2a.1"].part.rests_on == {"front right corner"}


def test_mm_projects_round_to_half_a_millimetre() -> None:
    project = set_unit(counter_begun(), "mm").project
    lengths = {p.length for p in plan_of(project).parts}
    assert all(length * 2 == pytest.approx(round(length * 2)) for length in lengths)


def test_what_is_owned_is_not_bought() -> None:
    bare = plan_of(counter_begun())
    project = own_board(counter_begun(), "pine-1x3", "8 ft", 2).project
    plan = plan_of(project)
    assert plan.purchase.total < bare.purchase.total
    assert not any(row.key.startswith("pine-1x3 ") for row in plan.purchase.rows)


def test_a_part_longer_than_any_board_is_told() -> None:
    project = set_reading(counter_begun(), "width", "170 in").project
    plan = plan_of(project)
    stop = [f for f in plan.findings if f.code == "too_long"]
    assert {f.change_id for f in stop} == {"c1", "c2"}
    over = next(f for f in stop if f.change_id == "c2").what.lengths[0]
    skirt = next(p for p in plan.parts if p.part.name == "Skirt front")
    assert over == pytest.approx(skirt.length - (144 - 1) * INCH)


def test_short_parts_are_told_with_the_limit() -> None:
    project = set_value(counter_begun(), "c1", "direction", "depth").project
    project = set_reading(project, "depth", "9 in").project
    project = set_value(project, "c1", "radius", 0.0).project
    plan = plan_of(project)
    codes = {f.code for f in plan.findings}
    assert "short_parts" in codes
    assert "short" in {c.code for c in plan.cautions}


def chest() -> Project:
    """Four drawers that have lost their bottoms, and a torn back."""
    project = new_piece(fresh_project(), "Chest", {"width": "36", "height": "40", "depth": "18"}, "case").project
    project = divide(project, "p1/opening/o1", "rows", 4).project
    for k in range(4):
        project = hold(project, f"p1/opening/o{k + 1}", "drawer").project
        project = add_fault(project, f"p1/front/o{k + 1}", "broken_bottom", (100.0, 10.0, 100.0)).project
        fault = project.known_pieces[0].faults[-1].id
        # 32 5/16 + 2 × 1/4 - 1/16 and 14 7/8 + 1/4 + 1/2 under the back - 1/16.
        for name, size in (("length", "32 5/16"), ("width", "14 7/8"), ("depth", "1/4")):
            project = set_fault_size(project, fault, name, size).project
        project = mend(project, fault, "new").project
    project = add_fault(project, "p1/back/main", "torn_back", (100.0, 450.0, 300.0)).project
    return mend(project, project.known_pieces[0].faults[-1].id, "new").project


def test_sheet_is_cut_both_ways_from_the_size_that_is_cheapest() -> None:
    project = chest()
    plan = plan_of(project)
    # By hand: a back of 35 9/16 × 33 5/8 and four bottoms of 32 3/4 × 15 9/16, three of them one over the other in
    # 48 (46 15/16 with two cuts), the fourth standing beside them: 84 1/8 of the 96 of one large sheet at 38.60. By
    # their own widths it would be two narrow ones at 24.50 and a square one at 23.80.
    (layout,) = plan.layouts
    (sheet,) = layout.boards
    assert (sheet.size.width, sheet.length) == pytest.approx((1219.2, 2438.4))
    assert plan.purchase.rows[0].total == Decimal("38.60")
    assert {on.part.id for on in sheet.parts} == {part.id for part in plan.parts}
    assert [group.title for group in plan.settings] == ["From sheet"]
    assert [row.count for row in plan.settings[0].rows] == [1, 4]
    # Every part has been cut free on all sides but those at the sheet's edges.
    kerf = project.shop.kerf
    for on in sheet.parts:
        (long, wide), (x, y) = on.extent, (on.x, on.y)
        for across, at, low, high, edge in (
            (True, x + long, y, y + wide, sheet.length),
            (True, x - kerf, y, y + wide, -kerf),
            (False, y + wide, x, x + long, sheet.size.width),
            (False, y - kerf, x, x + long, -kerf),
        ):
            assert abs(at - edge) < 0.1 or any(
                cut.across == across and abs(cut.at - at) < 0.1 and cut.low <= low + 0.1 and high <= cut.high + 0.1
                for cut in sheet.cuts
            )
    # The fence is set to a side of a part each time.
    sides = [side for on in sheet.parts for side in on.extent]
    assert all(any(abs(cut.size - side) < 0.02 for side in sides) for cut in sheet.cuts)
    drawn = draw_board(sheet).polygons[1:]
    assert len({polygon.part_id for polygon in drawn}) == 5
    for a, b in itertools.combinations((box_of(polygon.points) for polygon in drawn), 2):
        assert a[2] <= b[0] or b[2] <= a[0] or a[3] <= b[1] or b[3] <= a[1]
    assert not any(finding.code == "too_long" for finding in plan.findings)
    # What is mitred keeps its ends, wherever on the sheet it lies.
    mitred = add_change(project, "own_part", "p1/body/main").project
    for entry, text in (("count", "4"), ("length", "20"), ("width", "6"), ("left", "45"), ("right", "45")):
        mitred = set_text(mitred, mitred.changes[-1].id, entry, text).project
    flat = structs.replace(mitred.changes[-1], board="ply-1/4x24", slant="flat")
    cut = plan_of(structs.replace(mitred, changes=(*mitred.changes[:-1], flat))).layouts[0].boards
    faces = [face for board in cut for face in draw_board(board).polygons if face.part_id.startswith(flat.id)]
    assert len(faces) == 4
    assert {len({x for x, _ in face.points}) for face in faces} == {4}, "no two corners over each other"
    # One's own comes first, and where it is of another width than the parts were meant for.
    own = own_board(project, "ply-1/4x48", "48", 1).project
    assert {board.owned for board in plan_of(own).layouts[0].boards} == {True, False}
    # Where none is large enough it is told, in words.
    short = (Offer(500.0, Decimal(5)),)
    small = tuple(structs.replace(s, offers=short) if s.is_sheet else s for s in project.shop.timber)
    told = plan_of(structs.replace(project, shop=structs.replace(project.shop, timber=small)))
    assert any("larger than any sheet" in finding.what.text for finding in told.findings)


def strips(count: int, length: str, width: str) -> Project:
    project = add_change(counter_begun(), "own_part", "p1/body/main").project
    for change in project.changes[:2]:
        project = leave_out(project, change.id, out=True).project
    for entry, text in (("count", f"{count}"), ("length", length), ("width", width)):
        project = set_text(project, project.changes[-1].id, entry, text).project
    own = structs.replace(project.changes[-1], board="pine-5/4x6")
    return structs.replace(project, changes=(*project.changes[:-1], own))


def test_narrow_parts_share_a_board_where_that_is_cheaper() -> None:
    # Eight strips of 22 × 2 1/2 from 5 1/2 wide boards: two lanes of four in 8 ft (88 + 3 kerfs + ends: 89 3/8).
    plan = plan_of(strips(8, "22", "2 1/2"))
    (layout,) = plan.layouts
    (board,) = layout.boards
    assert board.both_ways
    assert len(board.parts) == 8
    assert board.price == layout.cost == Decimal("14.90")
    kerf, end = plan.shop.kerf, plan.shop.end_trim
    for on in board.parts:
        assert end - 0.02 <= on.x <= board.length - end - on.part.length + 0.02
        assert 0 <= on.y <= board.size.width - on.part.width + 0.02
        assert not on.turned
    for a, b in itertools.combinations(board.parts, 2):
        apart = abs(a.x - b.x) >= a.part.length + kerf - 0.03 or abs(a.y - b.y) >= a.part.width + kerf - 0.03
        assert apart, "the blade goes between them"
    assert sum(not cut.across for cut in board.cuts) == 2, "one rip between the lanes, one beside them"
    # Two of 2 11/16 and the kerf are 5 1/2: 2 3/4 is too wide for two, and nothing is ripped into lanes.
    plain = plan_of(strips(8, "22", "2 3/4"))
    assert all(not board.both_ways for board in plain.layouts[0].boards)
    assert len(plain.layouts[0].boards) == 2


def test_what_does_not_go_into_the_car_is_cut_at_the_shop() -> None:
    project = chest()
    assert not any(f.code == "car_room" for f in plan_of(project).findings)
    project = set_shop(project, "car_long", "60").project
    project = set_shop(project, "car_wide", "40").project
    plan = plan_of(project)
    (finding,) = [f for f in plan.findings if f.code == "car_room"]
    (first,) = car_cuts(plan.layouts, plan.shop.car_long, plan.shop.car_wide)
    assert first.fits
    assert set(first.cuts) <= set(first.board.cuts), "nothing is cut that is not cut anyhow"
    assert first.largest[0] <= 60 * INCH
    assert first.largest[1] <= 40 * INCH
    assert "Let the shop cut it" in finding.why.text
    # A car that takes nothing: it has to be brought.
    small = set_shop(set_shop(project, "car_long", "10").project, "car_wide", "10").project
    assert any("have it brought" in f.why.text for f in plan_of(small).findings)
    # A board is cut between two parts, as far out as goes in.
    plan = plan_of(set_shop(strips(4, "22", "5 1/2"), "car_long", "52").project)
    (first,) = car_cuts(plan.layouts, plan.shop.car_long, plan.shop.car_wide)
    ends = [on.x + on.part.length for on in first.board.parts]
    assert [cut.at for cut in first.cuts] == [ends[1]]
    assert first.fits


def test_an_offcut_of_sheet_has_its_own_width_and_grain_is_kept() -> None:
    project = chest()
    own = own_board(project, "ply-1/4x48", "34", 4, "20").project
    assert own.stock[-1].width == pytest.approx(20 * INCH)
    boards = plan_of(own).layouts[0].boards
    mine = [board for board in boards if board.owned]
    assert len(mine) == 4
    assert [board.size.width for board in mine] == pytest.approx([20 * INCH] * 4)
    assert all(on.y + on.extent[1] <= 20 * INCH + 0.02 for board in mine for on in board.parts)
    with pytest.raises(BadInputError) as refused:
        own_board(project, "ply-1/4x48", "34", 1, "wide")
    assert refused.value.parameter == "width"
    # Of 47 × 30 three lie across a sheet of 8 × 4 ft, but along it, where its face has a grain, two.
    parts = strips(3, "47", "30")
    for grain in (True, False):
        sold = (structs.replace(s, grain=grain) if "ply-3/4" in s.id else s for s in parts.shop.timber)
        change = structs.replace(parts.changes[-1], board="ply-3/4x48")
        shop = structs.replace(parts.shop, timber=tuple(sold))
        plan = plan_of(structs.replace(parts, shop=shop, changes=(*parts.changes[:-1], change)))
        on = [part for layout in plan.layouts for board in layout.boards for part in board.parts]
        assert len(on) == 3
        assert {part.turned for part in on} == {not grain}
        assert sum(len(layout.boards) for layout in plan.layouts) == (2 if grain else 1)


def test_shares_of_a_sheet_are_named() -> None:
    assert share_of_sheet(96 * INCH, 48 * INCH) == "whole sheet"
    assert share_of_sheet(48 * INCH, 48 * INCH) == share_of_sheet(96 * INCH, 24 * INCH) == "half sheet"
    assert share_of_sheet(1220, 610) == "quarter sheet"
    assert share_of_sheet(600, 300) == ""

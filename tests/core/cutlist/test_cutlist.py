"""The cut list: rounded once, coded for life, every part in it and on its board."""

import pytest
from hypothesis import given, settings

from tests.strategies import planned
from zygoform.core.cutlist.listed import letters, list_parts
from zygoform.core.cutlist.rows import by_setting
from zygoform.core.edits.planning import set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import own_board, set_unit
from zygoform.core.measure.parse import INCH
from zygoform.core.outcome.outcome import EndCut, Part
from zygoform.core.plan.plan import Plan, compile_plan
from zygoform.core.project import Project
from zygoform.core.shop import Shop
from zygoform.files.demo import demo_project


def plan_of(project: Project) -> Plan:
    plan = compile_plan(project)
    assert plan is not None
    return plan


@settings(max_examples=40)
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


@settings(max_examples=30)
@given(planned())
def test_boards_hold_their_parts_and_say_what_is_left(project: Project) -> None:
    plan = plan_of(project)
    letters_used = [board.letter for lay in plan.layouts for board in lay.boards]
    assert len(set(letters_used)) == len(letters_used)
    for layout in plan.layouts:
        for board in layout.boards:
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
    listed = list_parts(
        (part("a", 500, 45, 0), part("b", 500, 0, 45), part("c", 500, 45, 45), part("d", 400)), Shop()
    )
    assert [p.code for p in listed] == ["3a.1", "3a.2", "3b", "3c"]
    assert [p.shape for p in listed] == ["3a", "3a", "3b", "3c"]


def test_letters_go_on_after_z() -> None:
    assert [letters(i) for i in (0, 25, 26, 27, 701, 702)] == ["a", "z", "aa", "ab", "zz", "aaa"]
    plan = plan_of(demo_project())
    shop = plan.shop
    many = list_parts(tuple(part(f"p{i}", 300 + 10 * i) for i in range(30)), shop)
    assert many[27].shape == "3ab"


def test_settings_come_in_order_and_both_ends_count() -> None:
    listed = list_parts(
        (part("a", 500, 45, 45), part("b", 700), part("c", 600, 46, 45), part("d", 650, 45, 0)), Shop()
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
    before = {p.code: p for p in plan_of(demo_project()).parts}
    bent = set_value(demo_project(), "c2", "fit", "out").project
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
    project = set_unit(demo_project(), "mm").project
    lengths = {p.length for p in plan_of(project).parts}
    assert all(length * 2 == pytest.approx(round(length * 2)) for length in lengths)


def test_what_is_owned_is_not_bought() -> None:
    bare = plan_of(demo_project())
    project = own_board(demo_project(), "pine-1x3", "8 ft", 2).project
    plan = plan_of(project)
    assert plan.purchase.total < bare.purchase.total
    assert not any(row.key.startswith("pine-1x3 ") for row in plan.purchase.rows)


def test_a_part_longer_than_any_board_is_told() -> None:
    project = set_reading(demo_project(), "width", "170 in").project
    plan = plan_of(project)
    stop = [f for f in plan.findings if f.code == "too_long"]
    assert {f.change_id for f in stop} == {"c1", "c2"}
    over = next(f for f in stop if f.change_id == "c2").what.lengths[0]
    skirt = next(p for p in plan.parts if p.part.name == "Skirt front")
    assert over == pytest.approx(skirt.length - (144 - 1) * INCH)


def test_short_parts_are_told_with_the_limit() -> None:
    project = set_value(demo_project(), "c1", "direction", "depth").project
    project = set_reading(project, "depth", "9 in").project
    project = set_value(project, "c1", "radius", 0.0).project
    plan = plan_of(project)
    codes = {f.code for f in plan.findings}
    assert "short_parts" in codes
    assert "short" in {c.code for c in plan.cautions}

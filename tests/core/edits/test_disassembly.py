"""Taking apart: a safe order, and where parts go."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.form.test_kinds import found, measured
from zygoform.core.condition.materials import MadeOf
from zygoform.core.edits.condition import set_made_of
from zygoform.core.edits.disassembly import (
    add_bag,
    count_hardware,
    mark_of,
    remove_bag,
    set_bag,
    set_done,
    set_fate,
)
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.planning import add_change, set_text, set_value
from zygoform.core.edits.workshop import use_prices
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Body
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project
from zygoform.core.survey.disassembly import DISASSEMBLY_STAGES, disassembly_order
from zygoform.files.demo import counter_begun
from zygoform.files.prices_csv import shipped_prices
from zygoform.files.project_json import dump_project, parse_project


def body_of(project: Project) -> Body:
    plan = compile_plan(project)
    assert plan is not None
    return plan.found.bodies[0]


@given(found(), st.data())
def test_glass_comes_first_and_every_part_once(drawn: tuple[str, Project], data: st.DataObject) -> None:
    project = drawn[1]
    boards = body_of(project).boards
    pane = data.draw(st.sampled_from(boards))
    piece = set_made_of(project, (pane.id,), "glass").project.piece
    assert piece is not None
    steps = disassembly_order(piece.build().bodies[0], piece.made_of)
    ids = [board.id for step in steps for board in step.boards]
    assert len(ids) == len(set(ids))
    assert ids[0] == pane.id
    assert "glass" in steps[0].stage.cautions
    ways = [stage.way for stage in DISASSEMBLY_STAGES]
    places = [ways.index(step.stage.way) for step in steps]
    assert places == sorted(places)


def test_a_glass_shelf_between_two_openings_comes_out_and_one_of_wood_stays() -> None:
    project = divide(measured("case", width=900, height=800), "o1", "rows", 2).project
    piece = project.piece
    assert piece is not None
    body = piece.build().bodies[0]
    assert "p1/shelf/under-o1" in {board.id for board in body.boards}
    for made, comes_out in (
        ((MadeOf("p1/shelf/under-o1", "glass"),), True),
        ((MadeOf("p1/shelf/under-o1", "plywood"),), False),
    ):
        ids = [board.id for step in disassembly_order(body, made) for board in step.boards]
        assert ("p1/shelf/under-o1" in ids) == comes_out


def test_what_comes_off_becomes_a_board_of_its_own_size() -> None:
    project = counter_begun()
    assert project.piece is not None
    project = set_fate(project, "p1/top/main", "stock").project
    size = project.shop.size("found-p1-top-main")
    # 1 1/4 thick, 22 1/16 deep, 61 7/16 long.
    assert (size.thickness, size.width) == pytest.approx((1.25 * 25.4, 22.0625 * 25.4))
    (line,) = project.stock
    assert line.size == size.id
    assert line.length == pytest.approx(61.4375 * 25.4)
    # A part of one's own can be cut from it, and nothing is bought for it.
    project = add_change(project, "own_part", "p1/body/main").project
    project = set_text(project, "c3", "board", size.id).project
    project = set_value(project, "c3", "length", 1200.0).project
    plan = compile_plan(project)
    assert plan is not None
    layout = next(lay for lay in plan.layouts if lay.size.id == size.id)
    assert [(board.owned, len(board.parts)) for board in layout.boards] == [(True, 1)]
    assert not layout.too_long
    # It stays where other prices are taken over, and goes where it is kept after all.
    prices = shipped_prices()
    assert use_prices(project, prices.timber, prices.packs).project.shop.size(size.id) == size
    assert parse_project(dump_project(project)) == project
    kept = set_fate(project, "p1/top/main", "keep").project
    assert (kept.stock, [s for s in kept.shop.timber if not s.offers]) == ((), [])


def test_what_does_not_go_back_is_off_in_the_drawing() -> None:
    project = set_fate(counter_begun(), "p1/back/main", "gone").project
    plan = compile_plan(project)
    assert plan is not None
    assert "p1/back/main" in {b.id for b in plan.found.boards}
    assert "p1/back/main" not in {b.id for b in plan.planned.boards}
    done = set_done(project, "p1/back/main", done=True).project
    assert done.piece is not None
    assert (mark_of(done.piece, "p1/back/main").fate, mark_of(done.piece, "p1/back/main").done) == ("gone", True)
    with pytest.raises(BadInputError) as small:
        set_fate(measured("case"), "p1/rail/nowhere", "stock")
    assert "no longer there" in small.value.message


def test_hardware_is_counted_from_the_front_and_bagged() -> None:
    project = hold(divide(measured("case"), "o1", "columns", 2).project, "o1", "drawer").project
    project = hold(project, "o2", "door").project
    project = count_hardware(count_hardware(project, "p1").project, "p1").project
    piece = project.piece
    assert piece is not None
    assert [(bag.what, bag.count) for bag in piece.bags] == [("Pulls", 1), ("Door knobs", 1), ("Hinges", 2)]
    project = set_bag(project, "p1", "b1", "spacing", "3; 3 1/16").project
    project = set_bag(add_bag(project, "p1").project, "p1", "b4", "what", "Shelf pins").project
    for entry, text in (("count", "none"), ("what", ""), ("spacing", "far")):
        with pytest.raises(BadInputError):
            set_bag(project, "p1", "b4", entry, text)  # type: ignore[arg-type]
    piece = remove_bag(project, "p1", "b2").project.piece
    assert piece is not None
    assert [bag.what for bag in piece.bags] == ["Pulls", "Hinges", "Shelf pins"]

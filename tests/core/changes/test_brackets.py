"""Brackets on a wall: where studs are, and what the board does between and beyond them."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.planned import made, plan_of
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import add_change, apply_fix, set_value
from zygoform.core.project import Project
from zygoform.core.statics.supports import BEST_OVERHANG
from zygoform.files.demo import fresh_project


def shelf(width: float = 1500.0, **values: object) -> Project:
    sizes = {"width": f"{width} mm", "height": "300 mm", "depth": "200 mm"}
    project = new_piece(fresh_project(), "X", sizes, "wall_shelf").project
    project = add_change(project, "wall_brackets", "p1/body/main").project
    for name, value in values.items():
        project = set_value(project, "c1", name, value).project
    return project


def middles(project: Project) -> list[float]:
    return [(b.solid.box[0][0] + b.solid.box[1][0]) / 2 for b in made(project).added]


def test_on_masonry_they_stand_where_the_board_sags_least() -> None:
    assert middles(shelf(1000, wall="masonry")) == pytest.approx([BEST_OVERHANG * 1000, (1 - BEST_OVERHANG) * 1000])
    # 2400 with 500 at most: ceil(2400 / 500 - 0.8) + 1 = 5, 2400 / 4.8 = 500 apart, 200 beyond.
    assert middles(shelf(2400, wall="masonry", apart=500.0)) == pytest.approx([200, 700, 1200, 1700, 2200])


@given(st.floats(600, 4000), st.floats(300, 650), st.floats(0, 650), st.floats(300, 900))
def test_every_bracket_is_on_a_stud_and_none_twice(long: float, apart: float, first: float, most: float) -> None:
    project = shelf(long, stud_spacing=apart, first_stud=first, apart=most)
    plan = plan_of(project)
    if plan.failures:
        assert plan.failures[0].parameter == "first_stud"
        assert long < 2 * apart + 50
        return
    found = middles(project)
    assert len(found) >= 2
    assert all(abs((x - first) / apart - round((x - first) / apart)) < 1e-6 for x in found)
    assert all(b - a > apart - 1e-6 for a, b in pairwise(found))
    assert all(19.9 <= x <= long - 19.9 for x in found)
    assert {f.kind: f.count for f in plan.outcomes[0].fittings} == {
        "bracket": len(found),
        "wood screw": 3 * len(found),
    }


def test_a_board_that_sags_is_told_and_a_click_brings_them_nearer() -> None:
    project = shelf(2400, wall="masonry", load="heavy", apart=1500.0)
    finding = next(f for f in plan_of(project).findings if f.code == "shelf_sags")
    after = apply_fix(project, finding.fixes[0]).project
    assert len(middles(after)) > len(middles(project))
    less = [f for f in plan_of(after).findings if f.code == "shelf_sags"]
    assert not less or less[0].what.lengths[0] < finding.what.lengths[0] / 2


def test_the_longest_span_and_the_end_beyond_are_told_in_that_order() -> None:
    """Of the places that are told: the widest room between two, and what hangs over past the outer ones."""
    outcome = made(shelf(1500.0))
    told = {note.label: note.message for note in outcome.notes}
    spans = told["Spans"].lengths
    places = next(note.message.lengths for note in outcome.notes if note.label not in ("Spans", "Studs"))
    assert spans[0] == pytest.approx(max(b - a for a, b in pairwise(places)))
    assert spans[1] == pytest.approx(max(places[0], 1500.0 - places[-1]), abs=1.0)
    assert spans[0] > spans[1]

"""A piece made narrower or lower: every part where it was, less the slice; and what can be done to it then."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.changes.test_shelves import chest, form_of
from tests.fuzzing import random_cases
from tests.planned import made, plan_of
from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.form.form import Body, FormOpening
from zygoform.core.form.registry import Target
from zygoform.core.project import Project


def resized(project: Project, way: str, by: float) -> Project:
    project = add_change(project, "resize", "p1/body/main").project
    return set_value(set_value(project, "c1", "way", way).project, "c1", "by", by).project


@random_cases(20)
@given(st.sampled_from(("narrower", "lower")), st.floats(5, 90), st.sampled_from(("case", "table", "seat")))
def test_every_part_ends_where_it_did_less_the_slice(way: str, by: float, kind: str) -> None:
    """By hand: what lies before the cut stays, what lies beyond moves by the slice; volumes less what it took."""
    project = resized(chest(kind=kind), way, by)
    plan = plan_of(project)
    if plan.failures:
        assert plan.failures[0].parameter in ("by", "place")
        return
    k = 0 if way == "narrower" else 2
    before, after = plan.found.bodies[0], plan.planned.bodies[0]
    assert {b.id for b in after.boards} == {b.id for b in before.boards}
    low, high = (f(b.solid.box[i][k] for b in before.boards) for f, i in ((min, 0), (max, 1)))
    new = [f(b.solid.box[i][k] for b in after.boards) for f, i in ((min, 0), (max, 1))]
    assert new == pytest.approx([low, high - by])
    sawn = {step for work in plan.outcomes[0].work for step in work.parts}
    for old in before.boards:
        now = next(b for b in after.boards if b.id == old.id)
        sizes = [old.solid.box[1][i] - old.solid.box[0][i] for i in range(3)]
        left = [now.solid.box[1][i] - now.solid.box[0][i] for i in range(3)]
        shorter = by if old.id in sawn else 0.0
        assert left[k] == pytest.approx(sizes[k] - shorter, abs=1e-6), old.id
        assert [left[i] for i in range(3) if i != k] == pytest.approx([sizes[i] for i in range(3) if i != k])
    assert not any(f.code == "runs_through" for f in plan.findings)
    # Every opening is as far round its front as it was.
    for was, is_ in zip(before.openings, after.openings, strict=True):
        assert margins(after, is_) == pytest.approx(margins(before, was), abs=1e-6), was.id


def margins(body: Body, opening: FormOpening) -> list[float]:
    """How far an opening's edges are from those of its front."""
    front = next((b.solid.box for b in body.boards if b.id == opening.front_id), None)
    if front is None:
        return []
    x0, z0, x1, z1 = opening.rect
    return [x0 - front[0][0], z0 - front[0][2], x1 - front[1][0], z1 - front[1][2]]


@pytest.mark.parametrize("way", ["narrower", "lower"])
@pytest.mark.parametrize("kind", ["case", "table", "seat", "lidded_box"])
def test_what_was_made_smaller_takes_every_further_change(kind: str, way: str) -> None:
    project = resized(chest(kind=kind), way, 60.0)
    if plan_of(project).failures:
        # Aprons alone are lower than that.
        assert (kind, way) in (("table", "lower"), ("seat", "lower"))
        return
    body = form_of(chest(kind=kind))
    for row in CHANGE_KINDS.values():
        if row.begins and row.takes(Target("body", body.id, body)):
            plan = plan_of(add_change(project, row.kind, "p1/body/main").project)
            alone = plan_of(add_change(chest(kind=kind), row.kind, "p1/body/main").project)
            assert bool(plan.failures) == bool(alone.failures), row.kind


def test_drawers_in_the_way_are_named_and_the_slice_has_to_fit() -> None:
    project = resized(chest(columns=1), "narrower", 200.0)
    finding = next(f for f in plan_of(project).findings if f.code == "must_be_made_anew")
    assert len(finding.where) == 3
    top = made(add_change(project, "plank_top", "p1/body/main").project)
    assert top.change_id == "c1"
    lower = plan_of(resized(chest(columns=1), "lower", 400.0))
    assert [f.parameter for f in lower.failures] == ["by"]
    inside = set_value(project, "c1", "place", 950.0).project
    assert [f.parameter for f in plan_of(inside).failures] == ["place"]

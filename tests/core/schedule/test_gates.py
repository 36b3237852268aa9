"""Questions that only doing answers: where they are asked, and what each answer makes of the coats."""

import pytest

from tests.core.schedule.test_life import START, chest, days_of, first
from tests.planned import plan_of
from zygoform.core.coats.layer import CoatLayer
from zygoform.core.edits.finishing import take_stack
from zygoform.core.edits.planning import add_variant, choose_variant, tick
from zygoform.core.errors import BadInputError
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.days_stage import ends_by_answer
from zygoform.core.plan.memory import Memory
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import sub_jobs
from zygoform.core.schedule.events import answer_gate, with_answer
from zygoform.core.schedule.gates import Gate, answered_layers, gates


def asked(project: Project, kind: str, zone: str = "p1/body") -> Gate:
    found = gates(plan_of(project).finish, project.days.log)
    return next(gate for gate in found if gate.kind == kind and zone in gate.zones)


def kinds(stack: str) -> set[str]:
    project = take_stack(chest(), "p1/body", stack).project
    return {gate.kind for gate in gates(plan_of(project).finish, ()) if "p1/body" in gate.zones}


@pytest.mark.parametrize(
    ("stack", "expected"),
    [
        ("paint_primed", {"bleeds"}),
        ("paint_unprimed", set()),
        ("stain_clear", {"under", "colour"}),
        ("oil", {"under"}),
        ("aerosol", {"spray"}),
        # The blocker is in it: nothing bleeds through unseen.
        ("sprayed", {"colour", "spray"}),
        ("two_tone", {"bleeds"}),
    ],
)
def test_each_question_is_asked_where_it_can_be_answered(stack: str, expected: set[str]) -> None:
    assert kinds(stack) == expected


def test_what_is_new_has_nothing_under_it_and_does_not_bleed_unseen() -> None:
    """The new top is bare wood: no old coat comes off it."""
    found = gates(plan_of(chest()).finish, ())
    assert not [gate for gate in found if gate.kind == "under" and gate.zones == ("p1/top",)]


def layers_after(stack: str, kind: str, key: str) -> tuple[CoatLayer, ...]:
    project = take_stack(chest(), "p1/body", stack).project
    gate = asked(project, kind)
    return with_answer(project, gate, key).finishing.stack("p1/body").layers


def test_veneer_gets_no_coarse_grit_from_there_on() -> None:
    layers = layers_after("stain_clear", "under", "veneer")
    at = next(k for k, layer in enumerate(layers) if layer.doing == "strip")
    assert layers[at].grits == (80, 120), "what is done is done"
    assert all(min(layer.grits) >= 120 for layer in layers[at + 1 :] if layer.grits)


def test_stained_and_patched_is_painted() -> None:
    layers = layers_after("stain_clear", "under", "patched")
    assert [layer.material for layer in layers if layer.is_coat] == ["adhesion primer", "acrylic paint"]
    assert not any(layer.doing == "test" for layer in layers)


@pytest.mark.parametrize(("key", "coats"), [("yes", 1), ("light", 2), ("dark", 1)])
def test_a_colour_too_light_gets_another_coat_and_one_coat_stays(key: str, coats: int) -> None:
    layers = layers_after("stain_clear", "colour", key)
    assert [layer.coats for layer in layers if layer.doing == "colour"] == [coats]


def test_spray_that_runs_goes_on_in_more_coats_and_rough_is_brushed() -> None:
    runs, rough = (layers_after("aerosol", "spray", key) for key in ("runs", "rough"))
    assert [layer.coats for layer in runs if layer.is_coat] == [4]
    assert [(layer.material, layer.way) for layer in rough if layer.is_coat] == [("enamel", "brush")]
    gun = layers_after("sprayed", "spray", "rough")
    assert {layer.way for layer in gun if layer.is_coat} == {"brush"}
    assert {layer.thin for layer in gun if layer.is_coat} == {0.0}


def test_an_answer_there_is_not_is_refused_and_the_usual_ones_change_nothing() -> None:
    project = take_stack(chest(), "p1/body", "stain_clear").project
    gate = asked(project, "under")
    with pytest.raises(BadInputError):
        answer_gate(project, gate, "gold", START)
    layers = project.finishing.stack("p1/body").layers
    for answer in gate.answers:
        changed = answered_layers(layers, gate, answer.key) != layers
        assert answer.does or not changed, answer.key


def test_asked_before_the_first_spray_and_after_all_others() -> None:
    project = take_stack(chest(), "p1/body", "sprayed").project
    found = {gate.kind: gate for gate in gates(plan_of(project).finish, ()) if "p1/body" in gate.zones}
    assert found["spray"].before
    assert not found["colour"].before
    days = days_of(project)
    assert {gate.step for gate in found.values()} <= {own.id for own in days.steps}


def test_rows_are_what_belongs_together_and_what_is_done_sinks() -> None:
    project = chest()
    plan, days = plan_of(project), days_of(project)
    rows = sub_jobs(days, plan.changes, plan.finish, project.names)
    assert [row.title for row in rows][:2] == ["Buy", "1 New plank top"]
    assert {own.id for row in rows for own in row.steps} == {own.id for own in days.steps}
    titles = {row.title for row in rows}
    assert {"Top", "Body", "Take apart, put together"} <= titles
    shopping = first(days, "Buy what")
    assert rows[0].steps == (shopping,)
    from zygoform.core.schedule.events import finish_step

    bought = finish_step(project, shopping, START, "it").project
    after = sub_jobs(days_of(bought), plan.changes, plan.finish, project.names)
    assert after[-1].title == "Buy"


def test_what_is_under_the_coat_may_ask_for_another_variant() -> None:
    """With its own end, as any answer; written down, and the variant is chosen."""
    project = take_stack(chest(), "p1/body", "stain_clear").project
    project = add_variant(project, "With its old top").project
    project = tick(project, "v2", project.changes[0].id, counts=False).project
    project = choose_variant(project, "v1").project
    (other,) = (v for v in project.variants if v.id != project.variant.id)
    found = gates(plan_of(project).finish, (), (other,))
    assert [gate.kind for gate in found if any(own.variant for own in gate.answers)] == ["under"]
    gate = next(gate for gate in found if gate.kind == "under")
    answer = gate.answers[-1]
    assert "With its old top" in answer.label
    days = days_of(project)
    ends = at_once(ends_by_answer(project, gate, days, Memory()))
    assert 0 < ends[answer.key] < days.end, "no top to glue and to coat"
    answered = answer_gate(project, gate, answer.key, START).project
    assert answered.variant.id == "v2"
    assert answered.finishing == project.finishing
    assert days_of(answered, like=days).end == ends[answer.key]
    assert answered.days.log[-1].text == "under:variant-v2"
    assert next(g for g in gates(plan_of(answered).finish, answered.days.log) if g.id == gate.id).answered

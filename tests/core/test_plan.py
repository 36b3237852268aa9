"""The plan: derived, the same whichever way one gets there; edits and undo keep what they must."""

from collections.abc import Callable
from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from tests.strategies import known, of_stock, planned, value_of
from zygoform.core.changes.base import UnknownChange
from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.cutting.either import better_answers
from zygoform.core.edits import planning, workshop
from zygoform.core.edits.condition import MOST_SIGNS, set_fault_note
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.pieces import name_project
from zygoform.core.edits.survey import set_reading
from zygoform.core.errors import BadInputError
from zygoform.core.history import MOST_STATES, begin_history
from zygoform.core.measure.param import params
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import compile_plan
from zygoform.core.plan.touched import EVERYTHING, Topic, topics
from zygoform.core.project import Override, Project, UnknownPiece
from zygoform.files.demo import counter_begun, fresh_project


@random_cases(40)
@given(st.data(), planned())
def test_a_plan_from_the_one_before_is_the_plan_from_nothing(data: st.DataObject, project: Project) -> None:
    memory = Memory()
    compile_plan(project, None, memory)
    change = known(project, data.draw(st.sampled_from([c.id for c in project.changes])))
    entries = [p for p in params(type(change)) if not of_stock(p)]
    if not entries:
        return
    entry = data.draw(st.sampled_from(entries))
    value = data.draw(st.builds(lambda: None)) or value_of(entry, data.draw)  # type: ignore[arg-type]
    edited = planning.set_value(project, change.id, entry.name, value).project
    edited = data.draw(st.sampled_from((edited, planning.leave_out(edited, change.id, out=True).project)))
    assert compile_plan(edited, None, memory) == compile_plan(edited)


@random_cases(30)
@given(planned(), st.data())
def test_ids_do_not_depend_on_other_changes(project: Project, data: st.DataObject) -> None:
    """Leaving out or moving a change alters no id and no code of another that can still be built.

    But for what another takes off, and shelves: whether they need a floor is another's to say.
    """
    one = data.draw(st.sampled_from([c.id for c in project.changes]))
    by = data.draw(st.sampled_from((-1, 1)))
    plans = [
        compile_plan(project),
        compile_plan(planning.leave_out(project, one, out=True).project),
        compile_plan(planning.move_change(project, one, by).project),
    ]
    ids = []
    for plan in plans:
        assert plan is not None
        ids.append({p.id for p in plan.parts if p.part.change_id != one and "/shelf/" not in p.id})
        found = {board.id for board in plan.found.boards}
        assert found == {board.id for board in (plans[0].found.boards if plans[0] else ())}
    failed = [plan.failures or plan.form.superseded or plan.form.gone for plan in plans if plan]
    if not any(failed):
        assert ids[0] == ids[1] == ids[2]


@random_cases(30)
@given(planned(), st.randoms(use_true_random=False))
def test_the_plan_depends_on_the_list_of_changes_alone(project: Project, lot: Random) -> None:
    """Reordered step by step, switched off and on again: as if it had been planned so from the start."""
    memory = Memory()
    ids = [change.id for change in project.changes]
    wanted = lot.sample(ids, len(ids))
    moved = project
    for place, own in enumerate(wanted):
        at = [change.id for change in moved.changes].index(own)
        moved = planning.move_change(moved, own, place - at).project
        compile_plan(moved, None, memory)
        off = planning.leave_out(moved, own, out=True).project
        compile_plan(off, None, memory)
        moved = planning.leave_out(off, own, out=False).project
    straight = structs.replace(project, changes=tuple(c for own in wanted for c in project.changes if c.id == own))
    assert moved == straight
    plan = compile_plan(moved, None, memory)
    assert plan == compile_plan(straight)
    assert plan is not None
    # What cannot be built any more is told, and whatever can be is.
    told = {finding.change_id for finding in plan.findings if finding.code == "cannot_be_built"}
    assert told == {failure.change_id for failure in plan.failures}
    assert told | {outcome.change_id for outcome in plan.form.outcomes} == set(ids)


def test_numbers_are_given_once() -> None:
    project = counter_begun()
    project = planning.remove_change(project, "c2").project
    project = planning.add_change(project, "skirt", "p1/body/main").project
    assert [c.number for c in project.changes] == [1, 3]
    assert [c.id for c in planning.move_change(project, "c3", -1).project.changes] == ["c3", "c1"]


def test_a_variant_has_its_own_values() -> None:
    project = counter_begun()
    own = structs.replace(project.variant, overrides=(Override("c1", "radius", 10.0),))
    project = structs.replace(project, variants=(own,))
    plan = compile_plan(project)
    assert plan is not None
    assert plan.changes[0].radius == 10.0  # type: ignore[attr-defined]
    edited = planning.set_value(project, "c1", "radius", 20.0).project
    assert edited.variant.overrides[0].value == 20.0
    assert known(edited, "c1") == known(project, "c1")
    gone = planning.remove_change(edited, "c1").project
    assert gone.variant.overrides == ()


def test_kinds_of_the_future_are_kept_and_told() -> None:
    unknown = UnknownChange("c9", 9, ("p1",), {"id": "c9", "kind": "hologram", "number": 9, "targets": ["p1"]})
    project = structs.replace(counter_begun(), changes=(*counter_begun().changes, unknown), next_number=10)
    plan = compile_plan(project)
    assert plan is not None
    assert [f.code for f in plan.findings if f.change_id == "c9"] == ["unknown_kind"]
    assert unknown.kind == "hologram"
    assert project.change("c9") is None
    assert compile_plan(structs.replace(project, pieces=(UnknownPiece("p1", {}),))) is None
    assert compile_plan(fresh_project()) is None


def test_answers_known_are_used_and_lower_the_bill_or_leave_it() -> None:
    project = counter_begun()
    quick = compile_plan(project)
    assert quick is not None
    answers = {}
    for asked in quick.cut.problems:
        *_, answers[asked.problem] = better_answers(asked.problem)
    plan = compile_plan(project, answers)
    assert plan is not None
    assert all(layout.proven for layout in plan.layouts)
    assert plan.purchase.total <= quick.purchase.total


TEXTS = [
    ("c1", "overhang_left", "abc", "not_a_number"),
    ("c1", "overhang_left", "99 in", "out_of_range"),
    ("c1", "radius", "-1", "negative"),
    ("c2", "height", "", "empty"),
    ("c2", "nonsense", "1", "unknown_key"),
    ("c7", "height", "1", "unknown_key"),
]


@pytest.mark.parametrize(("change_id", "parameter", "text", "kind"), TEXTS)
def test_bad_values_are_refused_with_what_would_do(change_id: str, parameter: str, text: str, kind: str) -> None:
    with pytest.raises(BadInputError) as refused:
        planning.set_text(counter_begun(), change_id, parameter, text)
    assert refused.value.kind == kind
    assert refused.value.message


def test_a_setback_can_be_typed() -> None:
    project = planning.set_text(counter_begun(), "c1", "overhang_back", "-1/2").project
    assert known(project, "c1").overhang_back == -12.7  # type: ignore[attr-defined]
    project = planning.set_text(project, "c1", "overhang_back", "−12 mm").project
    assert known(project, "c1").overhang_back == -12.0  # type: ignore[attr-defined]


@pytest.mark.parametrize(
    ("change_id", "parameter", "text", "words"),
    [
        ("c1", "overhang_left", "2", 'Overhang left 1 1/4" to 2"'),
        ("c1", "radius", "1", 'Corner radius 2" to 1"'),
        ("c3", "count", "5", "Count set to 5"),
        ("c3", "left", "22.5", "Left end from square set to 22.5°"),
        ("c3", "name", "Shelf {1}", "Name set to Shelf {1}"),
    ],
)
def test_an_edit_is_told_in_words(change_id: str, parameter: str, text: str, words: str) -> None:
    project = planning.add_change(counter_begun(), "own_part", "p1/body/main").project
    edited = planning.set_text(project, change_id, parameter, text)
    assert edited.words.words(project.shop.unit.show).replace("\u00a0", " ") == words
    chosen = planning.set_value(project, "c2", "board", "pine-1x4").words.text
    assert chosen == "Board set to " + project.shop.size("pine-1x4").name
    for on, told in ((False, "off"), (True, "on")):
        assert planning.set_value(project, "c1", "screws", on).words.text.endswith(f" {told}")


def test_a_note_of_a_fault_is_kept_and_has_an_end() -> None:
    project = counter_begun()
    fault = project.known_pieces[0].faults[0]
    noted = set_fault_note(project, fault.id, " seen  in\ndaylight ").project
    assert noted.known_pieces[0].faults[0].note == "seen in daylight"
    assert set_fault_note(project, fault.id, "x" * MOST_SIGNS).project != project
    with pytest.raises(BadInputError, match="200 signs; these are 201"):
        set_fault_note(project, fault.id, "x" * (MOST_SIGNS + 1))


def test_what_an_edit_touched_and_nothing_else() -> None:
    memory, project = Memory(), counter_begun()
    was = compile_plan(project, None, memory)
    fault = project.known_pieces[0].faults[0]

    def touched(edit: Callable[[Project], Edited]) -> frozenset[Topic]:
        after = edit(project).project
        return topics(project, after, was, compile_plan(after, None, memory))

    assert touched(lambda p: set_fault_note(p, fault.id, "seen in daylight")) == {"pieces"}
    assert touched(lambda p: name_project(p, "Another")) == {"name"}
    over = touched(lambda p: planning.set_text(p, "c1", "overhang_left", "2"))
    assert over >= {"form", "cut", "changes"}
    assert not over & {"photos", "shop", "stock", "name", "pieces"}
    assert "findings" not in touched(lambda p: planning.set_text(p, "c1", "overhang_left", "1 1/8"))
    assert "findings" in touched(lambda p: set_reading(p, "width", ""))
    assert touched(lambda p: workshop.own_board(p, "pine-1x3", "8 ft", 1)) >= {"cut", "buy", "stock"}
    assert topics(project, project, None, was) == topics(project, project, was, None) == EVERYTHING


def test_every_edit_can_be_taken_back_and_done_again() -> None:
    project = counter_begun()
    edits: list[Callable[[Project], Edited]] = [
        lambda p: planning.set_text(p, "c1", "overhang_left", "2"),
        lambda p: planning.set_text(p, "c2", "height", "2"),
        lambda p: planning.set_value(p, "c2", "fit", "in"),
        lambda p: planning.leave_out(p, "c1", out=True),
        lambda p: planning.leave_out(p, "c1", out=False),
        lambda p: planning.remove_change(p, "c1"),
        lambda p: set_reading(p, "corner_right", "89"),
        lambda p: workshop.set_unit(p, "mm"),
        lambda p: workshop.set_fraction(p, 32),
        lambda p: workshop.set_shop(p, "kerf", "2 mm"),
        lambda p: workshop.own_board(p, "pine-1x3", "900 mm", 2),
        lambda p: workshop.drop_board(p, "s1"),
        lambda p: workshop.set_price(p, "pine-1x3", 2438.4, "5,25"),
        lambda p: workshop.set_price(p, "glue-120", 0, "$3"),
    ]
    history = begin_history(project, "start")
    states = [project]
    for edit in edits:
        edited = edit(history.project)
        assert edited.words.words(str)
        history = history.after(edited)
        states.append(history.project)
    assert len({id(s) for s in states}) == len(states)
    for state in reversed(states[:-1]):
        history = history.undone()
        assert history.project == state
    assert not history.can_undo
    assert history.undone() == history
    for state in states[1:]:
        history = history.redone()
        assert history.project == state
    assert not history.can_redo
    back = history.undone().after(edits[7](history.undone().project))
    assert not back.can_redo, "what was undone before a new edit is gone"


def test_history_does_not_grow_for_ever() -> None:
    history = begin_history(counter_begun(), "start")
    for k in range(MOST_STATES + 5):
        history = history.after(planning.set_value(history.project, "c1", "radius", float(k % 50)))
    assert len(history.states) == MOST_STATES


@pytest.mark.parametrize("text", ["-1", "abc", "nan", "1e9", ""])
def test_prices_are_numbers(text: str) -> None:
    with pytest.raises(BadInputError):
        workshop.set_price(counter_begun(), "glue-120", 0, text)


@pytest.mark.parametrize(
    ("size", "length", "count"),
    [("none", "8 ft", 1), ("pine-1x3", "1 mm", 1), ("pine-1x3", "x", 1), ("pine-1x3", "8 ft", 0)],
)
def test_boards_owned_are_real_boards(size: str, length: str, count: int) -> None:
    with pytest.raises(BadInputError):
        workshop.own_board(counter_begun(), size, length, count)


def test_every_file_of_a_kind_is_registered() -> None:
    import importlib
    import pkgutil

    from zygoform.core import changes
    from zygoform.core.findings import rules
    from zygoform.core.findings.registry import RULES
    from zygoform.core.form import kinds as piece_kinds
    from zygoform.core.form.registry import PIECE_KINDS

    def modules(package: object) -> set[str]:
        return {m.name for m in pkgutil.iter_modules(package.__path__)}  # type: ignore[attr-defined]

    folders = {
        m.name.rpartition(".")[0]
        for m in pkgutil.walk_packages(changes.__path__, "zygoform.core.changes.")
        if m.name.endswith(".entries")
    }
    assert folders == {kind.load().__module__.removesuffix(".entries") for kind in CHANGE_KINDS.values()}
    assert modules(rules) == {rule.__module__.rsplit(".", 1)[1] for rule in RULES}
    assert modules(piece_kinds) == {kind.load().__module__.rsplit(".", 1)[1] for kind in PIECE_KINDS.values()}
    for name in modules(rules):
        assert importlib.import_module(f"zygoform.core.findings.rules.{name}").__doc__

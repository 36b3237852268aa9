"""One order: wrong ones that were met in trial jobs, each as a case; and why each step stands where it does."""

import pytest
from msgspec import structs

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_shelves import chest
from tests.planned import plan_of
from tests.replay import breaches
from zygoform.core.coats.layer import FinishOrder
from zygoform.core.edits.finishing import set_order, take_stack
from zygoform.core.edits.planning import add_change, move_change, set_value
from zygoform.core.measure.message import Message
from zygoform.core.outcome.work import Deed, Does, Phase
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.steps.rules import ORDER_RULES, Coating, Site, befores
from zygoform.core.steps.step import Step
from zygoform.files.demo import demo_project

BODY = "p1/body/main"


def coated(project: Project, **stacks: str) -> Project:
    for role, stack in stacks.items():
        project = take_stack(project, f"p1/{role}", stack).project
    return project


def places(plan: Plan) -> dict[str, int]:
    assert breaches(plan) == []
    return {step.id: k for k, step in enumerate(plan.work.steps)}


def coats(plan: Plan, zone: str, phases: tuple[str, ...] = ("prime", "colour", "clear")) -> list[int]:
    at = places(plan)
    return [at[s.id] for s in plan.work.steps if s.id.startswith(f"finish/p1/{zone}/") and s.phase in phases]


def test_a_transfer_lies_on_the_paint_and_under_the_clear() -> None:
    project = add_change(coated(chest(), fronts="two_tone"), "transfer", BODY).project
    plan = plan_of(project)
    at = places(plan)
    assert max(coats(plan, "fronts", ("prime", "colour"))) < at["c1/lay"]
    assert at["c1/lay"] < at["c1/seal"]
    clears = coats(plan, "fronts", ("clear",))
    assert not clears or at["c1/seal"] < min(clears)
    stained = plan_of(add_change(coated(chest(), fronts="stain_clear"), "transfer", BODY).project)
    assert places(stained)["c1/lay"] < min(coats(stained, "fronts", ("clear",)))


def test_straps_come_last_and_nothing_is_turned_then() -> None:
    """Planned first of all, they are done last: after the skirt that turns the piece, its coats, the pulls."""
    project = coated(chest(), body="paint_primed", fronts="paint_primed")
    for kind in ("wall_anchor", "skirt", "pulls"):
        project = add_change(project, kind, BODY).project
    plan = plan_of(project)
    at = places(plan)
    assert at["c1/fix"] == len(at) - 1
    assert {rule for _, rule in plan.work.steps[-1].because} == {"wall last"}
    bare = places(plan_of(structs.replace(project, finishing=chest().finishing)))
    assert bare["c1/fix"] > max(bare["c2/fix"], bare["c3/fix"])


def test_a_back_shuts_a_painted_inside_and_is_coated_by_itself() -> None:
    plan = plan_of(coated(add_change(chest(), "back_panel", BODY).project, inside="inside", back="paint_primed"))
    at = places(plan)
    assert at["c1/fix"] > max(*coats(plan, "inside"), *coats(plan, "back"))
    assert at["c1/cut"] < min(coats(plan, "back"))
    step = next(step for step in plan.work.steps if step.id == "c1/fix")
    (why,) = plan.work.why(step)
    assert why.text.endswith(f": {ORDER_RULES['coated, then on'][1]}.")


def test_a_skirt_is_painted_with_the_body_and_a_top_by_itself() -> None:
    project = coated(chest(), body="paint_primed", top="stain_clear")
    for kind in ("plank_top", "skirt"):
        project = add_change(project, kind, BODY).project
    plan = plan_of(project)
    at = places(plan)
    assert at["c2/fix"] < min(coats(plan, "body")) < max(*coats(plan, "body"), *coats(plan, "top")) < at["c1/fix"]
    # The top is stained while the glue of the skirt dries: neither waits for the other.
    first = next(step for step in plan.work.steps if step.id.startswith("finish/p1/top/"))
    assert not {own for own in first.follows if own.startswith("c2/")}


@pytest.mark.parametrize("kind", ["skirt", "legs"])
def test_nothing_is_screwed_to_a_half_before_it_is_sawn(kind: str) -> None:
    """Planned before the piece is sawn in two, and put on after that."""
    project = add_change(add_change(chest(), "split", BODY).project, kind, BODY).project
    project = move_change(project, "c2", -1).project
    plan = plan_of(project)
    if plan.failures:
        return
    at = places(plan)
    assert at["c1/saw"] < at["c2/fix"]


def test_drawers_are_out_before_it_is_turned_and_fitted_before_they_are_out() -> None:
    project = coated(chest(), body="paint_primed", boxes="boxes_wax")
    for kind, target in (("skirt", BODY), ("drawer_box", "p1/opening/o1")):
        project = add_change(project, kind, target).project
    at = places(plan_of(project))
    assert at["c2/hang"] < at["finish/p1/out"] < at["c1/fix"]


@pytest.mark.parametrize("when", ["before", "after"])
def test_holes_before_or_after_the_paint_and_only_where_they_are(when: str) -> None:
    project = coated(chest(), top="clear", fronts="paint_primed")
    plan = plan_of(set_order(add_change(project, "pulls", BODY).project, "holes", when).project)
    at = places(plan)
    assert (at["c1/bore"] < min(coats(plan, "fronts"))) == (when == "before")
    bore = next(step for step in plan.work.steps if step.id == "c1/bore")
    assert not [own for own in bore.follows if own.startswith("finish/p1/top/")]
    wanted = {"before": set[str](), "after": {"holes after"}}[when]
    assert {rule for _, rule in bore.because} == wanted


def test_an_insert_goes_into_a_painted_frame() -> None:
    project = coated(cupboard(fill="panel"), fronts="paint_primed")
    project = set_value(add_change(project, "insert", "p1/opening/o1").project, "c1", "what", "cane").project
    late, early = (plan_of(set_order(project, "woven", when).project) for when in ("after", "before"))
    assert places(late)["c1/insert"] > max(coats(late, "fronts"))
    assert places(early)["c1/insert"] < min(coats(early, "fronts"))


def test_every_rule_of_the_demo_has_its_reason_told() -> None:
    plan = plan_of(demo_project())
    told = [why.text for step in plan.work.steps for why in plan.work.why(step)]
    used = {rule for step in plan.work.steps for _, rule in step.because}
    assert {"coated, then on", "on, then coated", "shaped first", "wall last", "out before over"} <= used
    for rule in used:
        assert any(text.endswith(f": {ORDER_RULES[rule][1]}.") for text in told)


def done(name: str, phase: Phase, *does: Deed, where: str = "") -> Step:
    """A step that does that; `name` and `where` are the parts it is done to, a sign each."""
    cautions = ("glass",) if phase == "refit" and name == "pane" else ()
    zero = (0.0, 0.0)
    return Step(name, name, phase, Message(name), tuple(where), zero, Message(""), does=does, cautions=cautions)


def deed(does: Does, parts: str, onto: str = "", *, loose: bool = False) -> Deed:
    return Deed(does, tuple(parts), tuple(onto), loose=loose)


@pytest.mark.parametrize(
    ("rule", "steps", "expected"),
    [
        ("apart first", (done("off", "apart"), done("saw", "shape", where="x")), "off>u1 off>v1"),
        (
            "shaped first",
            (done("saw", "shape", where="a"), done("bore", "shape", deed("hole", "b"))),
            "saw>u1 bore>v1",
        ),
        ("holes after", (done("bore", "shape", deed("hole", "b")),), ""),
        ("coated, then on", (done("put", "fix", deed("on", "x", "b", loose=True)),), "v2>put"),
        ("on, then coated", (done("put", "fix", deed("on", "a", "x")),), "put>u1"),
        ("hardware last", (done("pull", "fix", deed("fit", "x", "b")),), "v2>pull"),
        (
            "on the coat",
            (done("dab", "shape", deed("rub", "a")), done("far", "shape", deed("rub", "x"))),
            "u2>dab dab>u3",
        ),
        (
            "parted first",
            (
                done("halve", "shape", deed("part", "a")),
                done("leg", "fix", deed("on", "x", "a")),
                done("knob", "fix", deed("fit", "x", "b")),
                done("over", "fix", deed("turn", "")),
            ),
            "halve>leg halve>over",
        ),
        (
            "out before over",
            (done("out", "apart", deed("off", "d")), done("over", "fix", deed("turn", ""))),
            "out>over",
        ),
        (
            "tried, then out",
            (
                done("fitted", "shape", where="d"),
                done("other", "shape", where="x"),
                done("out", "shape", deed("off", "d", loose=True)),
            ),
            "fitted>out",
        ),
        (
            "mended, then on",
            (
                done("patch", "shape", where="d"),
                done("other", "shape", where="x"),
                done("back", "refit", deed("on", "d")),
                done("new", "fix", deed("on", "d")),
            ),
            "patch>back",
        ),
        (
            "glass last",
            (done("pane", "refit", deed("on", "g")), done("knob", "fix", deed("fit", "x")), done("saw", "shape")),
            "knob>pane",
        ),
        (
            "wall last",
            (
                done("hang", "fix", deed("wall", ""), where="a"),
                done("knob", "fix", deed("fit", "x")),
                done("rail", "fix", deed("on", "a")),
            ),
            "u4>hang v2>hang knob>hang",
        ),
    ],
)  # fmt: skip
def test_each_rule_by_hand(rule: str, steps: tuple[Step, ...], expected: str) -> None:
    """On a (bare wood, colour on u2, clear on u3 and u4) and b (v1, v2); nothing lies against anything else."""
    a = Coating(frozenset("a"), ("u1", "u2", "u3", "u4"), "u2", "u3", "u4")
    b = Coating(frozenset("b"), ("v1", "v2"))
    found = befores(Site(steps, (a, b), FinishOrder(), {}))
    assert {f"{own.first}>{own.then}" for own in found if own.rule == rule} == set(expected.split())


@pytest.mark.parametrize("entry", ["holes", "woven", "hardware"])
def test_the_entry_that_is_told_to_decide_an_order_turns_it_round(entry: str) -> None:
    """Of every pair that is held by it one way, the other choice holds none that way."""
    project = coated(cupboard(fill="panel"), fronts="paint_primed", body="paint_primed")
    project = add_change(add_change(project, "insert", "p1/opening/o1").project, "pulls", BODY).project
    held = {}
    for when in ("before", "after"):
        work = plan_of(set_order(project, entry, when).project).work
        by_id = {step.id: step for step in work.steps}
        pairs = [(step, by_id[first]) for step in work.steps for first, _ in step.because]
        held[when] = {(first.id, step.id) for step, first in pairs if work.held(step, first)[1] == entry}
        assert all(work.held(step, first)[0] for step, first in pairs)
    assert held["after"] | held["before"]
    assert held["after"].isdisjoint(held["before"])
    either = plan_of(set_order(project, entry, "before").project).work
    free = {(first, step.id) for step in either.steps for first, _ in step.because}
    assert held["after"].isdisjoint(free)

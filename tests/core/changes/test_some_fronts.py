"""Changes for some fronts of a piece: each taken in and left out by itself, in every order."""

import itertools

import pytest

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_shelves import chest
from tests.planned import changed, plan_of
from zygoform.core.edits.finishing import front_into
from zygoform.core.edits.planning import add_variant, pick_front, set_value, takes_some
from zygoform.core.form.carcass import front_boards, front_opening
from zygoform.core.ids import own_of
from zygoform.core.plan.finish_stage import finish_now
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project

MAIN = "p1/body/main"


def pick(project: Project, *openings: str) -> Project:
    for opening in openings:
        body = plan_of(project).form.before("c1").bodies[0]
        meant = next(o for o in body.openings if own_of(o.id) == opening)
        project = pick_front(project, "c1", body, meant).project
    return project


def fronts_with(plan: Plan, kind: str) -> set[str]:
    """Openings on whose front something of the change lies, or whose front is another now."""
    body = plan.planned.bodies[0]
    if kind == "pulls":
        return {own_of(b.id).split("-")[0] for b in body.boards if b.id.startswith("c1/pull/")}
    return {own_of(b.id) for b in body.boards if any(laid.id.startswith("c1/") for laid in b.on_face)}


@pytest.mark.parametrize("kind", ["pattern", "pulls", "veneer", "transfer"])
def test_every_set_of_fronts_can_be_picked_and_nothing_else_is_changed(kind: str) -> None:
    project = changed(chest(columns=1), kind, MAIN)
    everything = fronts_with(plan_of(set_value(project, "c1", "on", "drawers").project), kind)
    assert everything == {"o1", "o2", "o3"}
    for count in (1, 2, 3):
        for chosen in itertools.combinations(sorted(everything), count):
            picked = pick(project, *chosen)
            assert takes_some(picked, "c1")
            assert fronts_with(plan_of(picked), kind) == set(chosen)
    # Taken in and left out again: one that is wanted is said beside the choice.
    (failure,) = plan_of(pick(project, "o1", "o1")).failures
    assert (failure.parameter, "Click the fronts" in failure.message.text) == ("on", True)


def test_a_variant_alone_can_be_for_some_fronts() -> None:
    project = add_variant(changed(chest(columns=1), "pulls", MAIN), "Two of three").project
    picked = pick(project, "o1", "o3")
    assert takes_some(picked, "c1")
    assert fronts_with(plan_of(picked), "pulls") == {"o1", "o3"}


def test_pulls_on_all_drawers_leave_out_no_flap() -> None:
    project = changed(chest(columns=1), "drop_flap", "p1/front/o1")
    project = changed(project, "pulls", MAIN)
    body = plan_of(project).planned.bodies[0]
    assert {own_of(b.id).split("-")[0] for b in body.boards if b.id.startswith("c2/pull/")} == {"o1", "o2", "o3"}


@pytest.mark.parametrize("made", [chest, cupboard])
def test_a_front_with_all_that_lies_on_it_becomes_a_zone_of_its_own(made: object) -> None:
    project = changed(made(), "pattern", MAIN, family="frames")  # type: ignore[operator]
    plan = plan_of(project)
    body = plan.planned.bodies[0]
    strip = next(laid for board in body.boards for laid in board.on_face)
    opening = front_opening(body, strip.id)
    assert opening is not None
    assert front_opening(body, opening.front_id) is opening
    parts = [board.id for board in front_boards(body, opening)]
    assert {strip.id, opening.front_id} <= set(parts)
    before = zones_of(project)
    faces = tuple((part, zone) for zone in ("p1/fronts", "p1/edges") for part in parts if part in before[zone])
    moved = front_into(project, opening.name, faces, "").project
    after = zones_of(moved)
    assert set(after["p1/z1"]) == set(parts)
    assert not set(parts) & {*after["p1/fronts"], *after.get("p1/edges", ())}
    assert moved.finishing.choice("p1/z1").name == opening.name
    # The next front goes into the same zone.
    other = next(o for o in body.openings if o.holds in ("drawer", "door") and o is not opening)
    more = [board.id for board in front_boards(body, other)]
    into = front_into(moved, other.name, tuple((p, "p1/fronts") for p in more if p in after["p1/fronts"]), "p1/z1")
    assert set(zones_of(into.project)["p1/z1"]) >= {*parts, other.front_id}


def zones_of(project: Project) -> dict[str, tuple[str, ...]]:
    plan = plan_of(project)
    zones = finish_now(plan.form, plan.pieces, project, Memory()).zones
    return {zone.id: zone.zone.parts for zone in zones}

"""From zones to amounts, cans, steps: against sums by hand and brute force."""

import itertools
from decimal import Decimal
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from tests.planned import changed, plan_of
from tests.replay import breaches
from tests.strategies import planned
from zygoform.core.coats.coat import KNOWN_COATS
from zygoform.core.coats.layer import (
    BorderChoice,
    CoatLayer,
    Colour,
    Finishing,
    FinishOrder,
    GroundSaid,
    PutOn,
    Recipe,
    RecipePart,
    ShelfCan,
    ZoneChoice,
)
from zygoform.core.coats.readymade import READY_STACKS, layer_from, ready_stack
from zygoform.core.edits.condition import add_fault, mend, set_made_of, unmend
from zygoform.core.edits.finish_supplies import add_can, log_time, set_can_count, set_first_time
from zygoform.core.edits.finishing import set_order, set_weather, take_stack
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import apply_fix
from zygoform.core.edits.survey import set_reading
from zygoform.core.errors import BadInputError
from zygoform.core.finish.finish_plan import FINISH, FinishPlan
from zygoform.core.finish.resolved import ZonePlan
from zygoform.core.measure.write import SquareMetres
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.steps.order import WorkPlan
from zygoform.core.steps.rules import ORDER_RULES
from zygoform.core.steps.step import span
from zygoform.files.demo import demo_project, fresh_project, set_demo


def table() -> Project:
    """1200 x 600, its top 25 thick, aprons 100 high between legs of 60, 720 from the floor to the top."""
    over_all = {"width": "1200 mm", "height": "720 mm", "depth": "600 mm"}
    project = new_piece(fresh_project(), "Table", over_all, "table").project
    sizes = {"top_thickness": "25", "leg_width": "60", "apron_height": "100", "apron_thickness": "20"}
    for name, size in sizes.items():
        project = set_reading(project, name, f"{size} mm").project
    return project


def finished(project: Project, *layers: str, zone: str = "top", **values: Any) -> Project:
    """With these layers on one zone."""
    choice = ZoneChoice(f"p1/{zone}", layers=tuple(map(layer_from, layers)))
    return structs.replace(project, finishing=Finishing(zones=(choice,), **values))


def finish_of(project: Project) -> FinishPlan:
    return plan_of(project).finish


def zone(project: Project, role: str) -> ZonePlan:
    found = finish_of(project).zone(f"p1/{role}")
    assert found is not None
    return found


def test_zones_of_a_table_by_hand() -> None:
    project = finished(table(), "wax 1 rag")
    low, high = plan_of(project).planned.board("p1/top/main").solid.box  # type: ignore[union-attr]
    long, wide = high[0] - low[0], high[1] - low[1]
    assert zone(project, "top").zone.area * 1e6 == pytest.approx(long * wide + 2 * 25 * (long + wide))
    # Four legs, four faces each, 695 high, and their feet; less where aprons 100 high and 20 thick meet them.
    legs = 4 * (4 * 60 * 695 + 60 * 60) - 8 * 20 * 100
    assert zone(project, "legs").zone.area * 1e6 == pytest.approx(legs)
    # The outer faces of the aprons between the legs: two long, two short.
    aprons = [b.solid.sizes for b in plan_of(project).planned.boards if b.role == "apron"]
    assert zone(project, "body").zone.area * 1e6 == pytest.approx(sum(high * long for _, high, long in aprons))


def test_litres_of_a_top_by_hand() -> None:
    """Old wood stripped bare: the first clear goes 0.7 as far. Foam loses 0.05. Stain is for bare wood already."""
    project = finished(table(), "sander 80 120", "oil stain 1 rag", "water clear 3 foam thin 10")
    found, area = finish_of(project), zone(project, "top").zone.area
    stain, clear = (found.needs_of("p1/top", k)[0] for k in (1, 2))
    assert stain.amount == pytest.approx(area / 14 / 0.95)
    # It lies on the stain, no longer on bare wood.
    assert clear.amount == pytest.approx(area * 3 / 10.5 / 0.95)
    bare = finish_of(finished(table(), "sander 80 120", "water clear 3 gun")).needs_of("p1/top", 1)[0]
    assert bare.amount == pytest.approx(area * (1 / 0.7 + 2) / 10.5 / 0.65)
    discs = [n for n in found.needs if n.kind == "sandpaper" and n.layer == 0]
    assert {n.size: n.amount for n in discs} == pytest.approx({80: area / 0.4, 120: area / 0.4})
    assert [(f.size, f.count) for f in found.fittings][:2] == [(80, -(-area // 0.4)), (120, -(-area // 0.4))]


def test_a_wash_a_recipe_and_a_can_are_what_is_bought_of_them() -> None:
    area = zone(finished(table(), "wax 1 rag"), "top").zone.area
    wash = finish_of(finished(table(), "sander 80 120", "paint wash 1 rag"))
    (need,) = (n for n in wash.needs if n.kind == "acrylic paint")
    assert need.amount == pytest.approx(area / 20 / 0.95 / 3)
    spray = finish_of(finished(table(), "scuff 220", "spray paint 3 can"))
    (cans,) = (n for n in spray.needs if n.kind == "spray paint")
    assert cans.amount == pytest.approx(3 * area / 1.2)
    rows = [
        row for row in plan_of(finished(table(), "spray paint 3 can")).purchase.rows if row.kind == "spray paint"
    ]
    assert [row.count for row in rows] == [-(-3 * area // 1.2)]


def test_thinner_covers_nothing_and_oil_is_thinned_with_spirits() -> None:
    plain, thin = (
        finish_of(finished(table(), "scuff 220", f"oil clear 2 brush{more}")) for more in ("", " thin 10")
    )
    (a,), (b,) = ([n for n in found.needs if n.kind == "oil clear"] for found in (plain, thin))
    assert a.amount == b.amount
    (spirits,) = (n for n in thin.needs if n.kind == "mineral spirits")
    assert spirits.amount == pytest.approx(b.amount / 10)


@pytest.mark.parametrize(
    ("typed", "cans"), [("2 cans", 2.0), ("2", 2.0), ("1.5 can", 1.5), ("800 ml", 2.0), ("0.2 l", 0.5)]
)
def test_cans_of_aerosol_on_the_shelf_are_counted_in_cans(typed: str, cans: float) -> None:
    """3 coats at 1.2 m² a can; what is there is taken off, and no more."""
    project = finished(table(), "spray paint 3 can")
    need = 3 * zone(project, "top").zone.area / 1.2
    have = add_can(project, "spray paint", typed).project
    left = {supply.kind: supply.amount for supply in finish_of(have).supplies}
    assert left.get("spray paint", 0.0) == pytest.approx(max(0.0, need - cans))
    for bad in ("some", "0 cans", "999"):
        with pytest.raises(BadInputError):
            add_can(project, "spray paint", bad)


def test_bare_wood_drinks_oil_as_it_drinks_paint() -> None:
    area = zone(finished(table(), "wax 1 rag"), "top").zone.area
    bare = finish_of(finished(table(), "sander 80 120", "hardwax oil 2 rag")).needs_of("p1/top", 1)[0]
    cover = KNOWN_COATS["hardwax oil"].cover
    assert bare.amount == pytest.approx(area * (1 / 0.7 + 1) / cover / 0.95)


def test_the_shelf_is_used_before_anything_is_bought() -> None:
    layers = "scuff 180", "adhesion primer 1 roller", "acrylic paint 2 roller"
    blue = Colour("k1", "Blue", "#224466")
    without = finish_of(finished(table(), *layers))
    wanted = {s.kind: s.amount for s in without.supplies}
    shelf = (ShelfCan("s1", "adhesion primer", 0.05), ShelfCan("s2", "acrylic paint", 5, "k1"))
    have = {s.kind: s.amount for s in finish_of(finished(table(), *layers, shelf=shelf, colours=(blue,))).supplies}
    # The blue on the shelf is no other colour.
    assert have["adhesion primer"] == pytest.approx(wanted["adhesion primer"] - 50)
    assert have["acrylic paint"] == pytest.approx(wanted["acrylic paint"])
    # Two zones share one can.
    zones = (
        ZoneChoice("p1/top", layers=tuple(map(layer_from, layers))),
        ZoneChoice("p1/legs", same_as="p1/top"),
    )
    two = structs.replace(table(), finishing=Finishing(zones=zones, shelf=shelf))
    bought = sum(s.amount for s in finish_of(two).supplies if s.kind == "adhesion primer")
    needed = sum(1000 * n.amount for n in finish_of(two).needs if n.kind == "adhesion primer")
    assert bought == pytest.approx(needed - 50)


@pytest.mark.parametrize("demo", [demo_project, set_demo])
def test_cans_cost_the_least_of_all_counts(demo: Any) -> None:
    """Every count of cans up to what the smallest one alone would take."""
    project: Project = demo()
    plan = plan_of(project)
    amounts: dict[tuple[str, str], float] = {}
    for supply in plan.finish.supplies:
        amounts[supply.kind, supply.colour] = amounts.get((supply.kind, supply.colour), 0.0) + supply.amount
    for (kind, colour), amount in amounts.items():
        packs = project.shop.packs_of(kind)  # type: ignore[arg-type]
        mended = sum(s.amount for o in plan.outcomes for s in o.supplies if s.kind == kind and not colour)
        rows = [r for r in plan.purchase.rows if r.kind == kind and (not colour or colour in r.name)]
        rows = [r for r in rows if colour or "," not in r.name.rpartition(" ")[2]] if len(rows) > 1 else rows
        need = amount + mended
        most = [range(int(-(-need // pack.holds)) + 1) for pack in packs]
        least = min(
            sum((n * pack.price for n, pack in zip(counts, packs, strict=True)), Decimal(0))
            for counts in itertools.product(*most)
            if sum(n * pack.holds for n, pack in zip(counts, packs, strict=True)) >= need - 1e-6
        )
        assert sum((r.total for r in rows), Decimal(0)) == least, (kind, colour)


def test_fewer_cans_than_it_takes_are_told_and_settled() -> None:
    project = finished(table(), "acrylic paint 4 roller", colours=(Colour("k1", "Blue", "#224466"),))
    (choice,) = project.finishing.zones
    blue = tuple(structs.replace(own, colour="k1") for own in choice.layers)
    zones = (structs.replace(choice, layers=blue),)
    project = structs.replace(project, finishing=structs.replace(project.finishing, zones=zones))
    small = min(project.shop.packs_of("acrylic paint"), key=lambda pack: pack.holds)
    need = 1000 * finish_of(project).needs_of("p1/top", 0)[0].amount
    assert need > small.holds
    few = set_can_count(project, "acrylic paint", "Blue", small.id, "1").project
    plan = plan_of(few)
    (row,) = (row for row in plan.purchase.rows if row.kind == "acrylic paint")
    assert (row.count, row.pack) == (1, small.id)
    assert row.short == pytest.approx(need - small.holds, abs=0.01)
    (found,) = (f for f in plan.findings if f.code == "too_few_cans")
    assert found.where == zone(project, "top").zone.parts
    done = apply_fix(few, found.fixes[0]).project
    assert done.finishing == project.finishing
    # Enough of them is a choice like any other.
    many = set_can_count(project, "acrylic paint", "Blue", small.id, "9").project
    assert not [f for f in plan_of(many).findings if f.code == "too_few_cans"]
    with pytest.raises(BadInputError):
        set_can_count(project, "acrylic paint", "Blue", small.id, "some")


def test_a_mix_is_enough_for_touching_up() -> None:
    """One part to three of the same coat, a tenth more than its coats take."""
    recipe = Recipe("r1", "Thin", (RecipePart("acrylic paint", 1), RecipePart("water", 3)))
    plain = finished(table(), "acrylic paint 2 brush")
    (choice,) = plain.finishing.zones
    mixed = structs.replace(choice, layers=(structs.replace(choice.layers[0], recipe="r1"),))
    project = structs.replace(plain, finishing=Finishing(zones=(mixed,), recipes=(recipe,)))
    before, after = (finish_of(own).needs_of("p1/top", 0)[0] for own in (plain, project))
    assert after.amount == pytest.approx(before.amount * 1.1 / 4)
    assert after.mixed == pytest.approx(before.amount * 1.1)


# Steps


def in_its_order(plan: Plan) -> None:
    place = {step.id: k for k, step in enumerate(plan.work.steps)}
    assert len(place) == len(plan.work.steps)
    for step in plan.work.steps:
        assert all(place[before] < place[step.id] for before in step.follows if before in place)


@pytest.mark.parametrize("demo", [demo_project, set_demo])
def test_what_is_done_once_more_is_done_in_a_wrong_order(demo: Any) -> None:
    """Both demos gone through step by step: nothing sawn, covered, turned or hung too early or too late."""
    plan = plan_of(demo())
    in_its_order(plan)
    assert breaches(plan) == []
    by_id = {step.id: step for step in plan.work.steps}
    for step in plan.work.steps:
        assert all(rule in ORDER_RULES and first in step.follows and first in by_id for first, rule in step.because)


def moved(plan: Plan, own: str, *, before: str) -> Plan:
    """The same steps with one of them done before another."""
    step = next(step for step in plan.work.steps if step.id == own)
    others = [other for other in plan.work.steps if other.id != own]
    at = next(k for k, other in enumerate(others) if other.id == before)
    return structs.replace(plan, work=WorkPlan((*others[:at], step, *others[at:])))


def test_what_goes_through_the_steps_sees_what_is_wrong() -> None:
    """Each wrong order planted, and told."""
    plan = plan_of(demo_project())
    first, last = "finish/p1/top/clean-soap", plan.work.steps[-1].id
    coat, box = "finish/p1/body/colour-acrylic-paint.2", "finish/p1/boxes/clear-wax.1"
    tape, untape = "finish/p1/inside/tape", "finish/p1/inside/untape"
    taped = "finish/p1/inside/colour-acrylic-paint.1"
    for own, there, said in (
        ("c1/fix", first, "c1/fix covers what is not coated"),
        ("c7/fix", coat, "c7/fix covers what is not coated"),
        ("c2/fix", last, "c2/fix comes after its coats"),
        ("c1/trim", last, "c1/trim works on what is coated"),
        ("c11/bore", last, "c11/bore works on what is coated"),
        ("c3/mend", last, "c3/mend works on what is coated"),
        ("c8/fix", coat, f"{coat} coats what hangs"),
        ("c8/fix", "c2/fix", "c2/fix turns over what hangs"),
        ("finish/p1/out", last, f"{box} coats drawers that are in"),
        ("finish/p1/out", last, "c2/fix turns it over with the drawers in"),
        ("c13/ease", last, "c13/ease works on what is coated"),
        ("c1/bore", last, "c1/bore works on what is coated"),
        ("c2/cut", last, "c2/cut works on what is coated"),
        ("c6/cut", last, "c6/cut works on what is coated"),
        ("c7/cut", last, "c7/cut works on what is coated"),
        ("c6/in", taped, "c6/in comes in before its coats"),
        ("finish/p1/in", box, "finish/p1/in comes in before its coats"),
        (tape, coat, f"{tape} lies on what is not coated: p1/body"),
        (tape, last, f"{taped} goes on beside a border without tape"),
        (untape, taped, f"{untape} is pulled before {taped}"),
    ):
        assert said in breaches(moved(plan, own, before=there)), (own, there)


@random_cases(200)
@given(planned(), st.lists(st.sampled_from(READY_STACKS), min_size=1, max_size=5), st.data())
def test_no_plan_is_in_a_wrong_order(project: Project, stacks: list[Any], data: st.DataObject) -> None:
    roles = ("top", "body", "inside", "boxes", "fronts")
    zones = tuple(ZoneChoice(f"p1/{role}", layers=stack.layers) for role, stack in zip(roles, stacks, strict=False))
    """Whatever was changed, coated, chosen to be loose, and kept apart at its borders."""
    order = FinishOrder(*[data.draw(st.sampled_from(("before", "after"))) for _ in range(4)])  # type: ignore[arg-type]
    ways = {own.id: data.draw(st.sampled_from(("", "loose", "fitted"))) for own in project.changes}
    put_on = tuple(PutOn(own, way) for own, way in ways.items() if way)  # type: ignore[arg-type]
    pairs = st.lists(st.sampled_from(roles), min_size=2, max_size=2, unique=True)
    kept = data.draw(st.lists(st.tuples(pairs, st.sampled_from(("tape", "sand back", "by hand"))), max_size=3))
    borders = tuple(BorderChoice(f"p1/{first}", f"p1/{second}", way) for (first, second), way in kept)  # type: ignore[arg-type]
    finishing = Finishing(zones=zones, order=order, put_on=put_on, borders=borders)
    assert breaches(plan_of(structs.replace(project, finishing=finishing))) == []


@random_cases(30)
@given(planned(), st.lists(st.sampled_from(READY_STACKS), min_size=1, max_size=4), st.data())
def test_steps_needs_and_amounts_hold_for_any_finish(
    project: Project, stacks: list[Any], data: st.DataObject
) -> None:
    roles = ("top", "body", "inside", "boxes", "fronts")
    zones = tuple(ZoneChoice(f"p1/{role}", layers=stack.layers) for role, stack in zip(roles, stacks, strict=False))
    turns: list[Any] = [data.draw(st.sampled_from(("before", "after"))) for _ in range(4)]
    order = FinishOrder(*turns)
    plan = plan_of(structs.replace(project, finishing=Finishing(zones=zones, order=order)))
    in_its_order(plan)
    for need in plan.finish.needs:
        assert need.amount >= 0
    for batch in plan.finish.batches:
        steps = [s for s in plan.work.of(FINISH) if s.id.startswith(f"{FINISH}/{batch.id}/")]
        wanted = sum(layer.coats for layer in batch.layers if layer.is_coat)
        if batch.area:
            assert sum("." in s.id.rpartition("/")[2] for s in steps) == wanted
        for step in steps:
            assert 0 < step.minutes[0] <= step.minutes[1]
            assert step.wait[0] <= step.wait[1]
    # All that is coated is bought, or lies there.
    bought = {s.kind for s in plan.finish.supplies}
    for zone_plan in plan.finish.zones:
        for layer in zone_plan.layers:
            if layer.is_coat and zone_plan.zone.area > 0:
                assert ("acrylic paint" if layer.material == "paint wash" else layer.material) in bought


def pulled(**order: str) -> Project:
    """A chest with new pulls to bore for, painted."""
    project = new_piece(
        fresh_project(), "Chest", {"width": "900 mm", "height": "800 mm", "depth": "450 mm"}
    ).project
    from zygoform.core.edits.fronts import divide, hold

    project = divide(project, "p1/opening/o1", "rows", 3).project
    for opening in ("o1", "o2", "o3"):
        project = hold(project, f"p1/opening/{opening}", "drawer").project
    project = changed(project, "pulls", "p1/body/main")
    painted = ready_stack("paint_primed")
    assert painted is not None
    zones = (ZoneChoice("p1/body", layers=painted.layers),)
    return structs.replace(project, finishing=Finishing(zones=zones, order=FinishOrder(**order)))  # type: ignore[arg-type]


def test_paint_before_the_holes_names_what_it_costs_and_is_settled_by_its_fix() -> None:
    assert not [f for f in plan_of(pulled()).findings if f.code == "paint_before_holes"]
    project = pulled(holes="after")
    plan = plan_of(project)
    in_its_order(plan)
    (found,) = (f for f in plan.findings if f.code == "paint_before_holes")
    again = [s for s in plan.work.of(FINISH) if s.phase in ("prime", "colour", "clear")]
    whole = sum(s.minutes[0] for s in again), sum(s.minutes[1] for s in again)
    assert f"about {span(whole)} of work" in found.why.text
    assert "of waiting" in found.why.text
    done = apply_fix(project, found.fixes[0]).project
    assert done.finishing.order.holes == "before"
    assert not [f for f in plan_of(done).findings if f.code == "paint_before_holes"]


def test_a_coat_that_is_on_and_holes_still_to_bore() -> None:
    project = pulled()
    (choice,) = project.finishing.zones
    layers = tuple(structs.replace(own, done=1) if own.doing == "colour" else own for own in choice.layers)
    on = structs.replace(choice, layers=layers)
    project = structs.replace(project, finishing=structs.replace(project.finishing, zones=(on,)))
    (found,) = (f for f in plan_of(project).findings if f.code == "paint_before_holes")
    assert "slowly" in found.why.text
    assert found.fixes == ()


def test_cane_before_paint_and_hardware_before_the_last_clear() -> None:
    project = demo_project()
    woven = plan_of(set_order(project, "woven", "before").project)
    assert [f.code for f in woven.findings if f.code.startswith("woven")] == ["woven_before_paint"] * len(
        [b for b in woven.finish.batches if b.piece_id == "p1"]
    )
    plan = plan_of(set_order(project, "hardware", "before").project)
    in_its_order(plan)
    place = {step.id: k for k, step in enumerate(plan.work.steps)}
    # The pulls sit on the fronts: after the coat under the last one of those; no other coat has to do with it.
    coats = [f"{FINISH}/p1/body/colour-acrylic-paint.{k}" for k in (1, 2)]
    assert place[coats[0]] < place["c11/fix"]
    assert coats[1] not in next(step for step in plan.work.steps if step.id == "c11/fix").follows
    clear = take_stack(project, "p1/body", "stain_clear").project
    late, early = (plan_of(set_order(clear, "hardware", when).project) for when in ("after", "before"))
    for own, is_early in ((late, False), (early, True)):
        place = {step.id: k for k, step in enumerate(own.work.steps)}
        last = max(k for at, k in place.items() if at.startswith(f"{FINISH}/p1/body/clear-"))
        assert (place["c11/fix"] < last) == is_early


def test_filling_after_the_primer_moves_the_fillers() -> None:
    project = pulled()
    after = set_order(project, "filler", "after").project
    assert [x.doing for x in after.finishing.zones[0].layers] == ["clean", "scuff", "prime", "fill", "colour"]
    back = set_order(after, "filler", "before").project
    assert back.finishing.zones[0].layers == project.finishing.zones[0].layers


# Hours


def hands_on(project: Project) -> tuple[float, float]:
    steps = plan_of(project).work.of(FINISH)
    return sum(s.minutes[0] for s in steps), sum(s.minutes[1] for s in steps)


def test_hours_of_a_top_by_hand() -> None:
    """To wood 40 to 90 a m², two finer grits 9 to 18 each, three coats 7 to 12, twice sanded between 5 to 9.

    Vacuumed once 1 to 2.5; the brush washed out three times, 3 to 8.
    """
    project = finished(table(), "sander 80 120", "sand 180", "water clear 3 foam")
    area = zone(project, "top").zone.area
    low = area * (40 + 9 + 9 + 3 * 7 + 2 * 5 + 1) + 3 * 3
    high = area * (90 + 18 + 18 + 3 * 12 + 2 * 9 + 2.5) + 3 * 8
    assert hands_on(project) == pytest.approx((low, high))
    slow = set_first_time(project, "sander", new=True).project
    assert hands_on(slow)[0] == pytest.approx(low + 0.3 * area * 49)


def test_legs_by_hand_take_longer() -> None:
    project = finished(table(), "scuff 180", "acrylic paint 1 brush", zone="legs")
    area = zone(project, "legs").zone.area
    assert hands_on(project)[0] == pytest.approx(2.5 * area * (10 + 10 + 1) + 3)
    sprayed = finished(table(), "acrylic paint 1 gun", zone="legs")
    assert hands_on(sprayed)[0] == pytest.approx(30 + (3 + 1) * area)


def test_what_was_logged_corrects_what_is_planned() -> None:
    """Planned 60 min, took 120: with the prior of 30, 150 to 90. A second time the same: 270 to 150."""
    project = finished(table(), "soap", "water clear 1 foam")
    before = hands_on(project)
    once = log_time(project, (("clean", 60.0),), "120").project
    area = zone(project, "top").zone.area
    assert hands_on(once)[0] == pytest.approx(before[0] + 8 * area * (150 / 90 - 1))
    twice = log_time(once, (("clean", 60.0),), "120 min").project
    assert hands_on(twice)[1] == pytest.approx(before[1] + 15 * area * (270 / 150 - 1))


def test_cold_makes_waits_longer_and_work_not() -> None:
    project = finished(table(), "soap", "water clear 2 foam")
    cold = set_weather(project, "celsius", "12").project
    assert hands_on(cold) == hands_on(project)
    for warm, slow in zip(plan_of(project).work.of(FINISH), plan_of(cold).work.of(FINISH), strict=True):
        assert slow.wait == pytest.approx((1.5 * warm.wait[0], 1.5 * warm.wait[1]))


def test_areas_and_volumes_are_written_as_one_measures() -> None:
    inch, mm = (structs.replace(fresh_project().shop.unit, system=system) for system in ("inch", "mm"))
    from zygoform.core.measure.write import Litres

    assert [inch.show(Litres(x)).replace("\xa0", " ") for x in (0.1, 1.0, 3.0, 5.0)] == [
        "3.4 fl oz", "1.1 qt", "3.2 qt", "1.3 gal",
    ]  # fmt: skip
    assert [mm.show(Litres(x)).replace("\xa0", " ") for x in (0.0456, 0.5, 2.345)] == ["46 ml", "500 ml", "2.3 l"]
    assert inch.show(SquareMetres(1.0)).replace("\xa0", " ") == "10.8 sq ft"
    assert mm.show(SquareMetres(1.2345)).replace("\xa0", " ") == "1.23 m²"
    assert KNOWN_COATS["wax"].cover == 28
    assert CoatLayer("clear", "wax").is_coat


def test_an_old_coat_that_comes_off_by_a_mend_and_by_its_stack_is_told_once() -> None:
    """Two fixes: one of the two goes, and with it the word."""
    project = finished(table(), "stripper", "acrylic paint 2 roller")
    assert not [f for f in plan_of(project).findings if f.code == "stripped_twice"]
    project = mend(
        add_fault(project, "p1/top/main", "finish", (300.0, 300.0, 700.0)).project, "f1", "strip"
    ).project
    (told,) = [f for f in plan_of(project).findings if f.code == "stripped_twice"]
    for fix in told.fixes:
        after = apply_fix(project, fix).project
        assert not [f for f in plan_of(after).findings if f.code == "stripped_twice"]
    assert [layer.doing for layer in apply_fix(project, told.fixes[1]).project.stack("p1/top").layers] == ["colour"]
    # Scuffed and primed it is not taken off.
    other = mend(unmend(project, "f1").project, "f1", "scuff").project
    assert not [f for f in plan_of(other).findings if f.code == "stripped_twice"]


@pytest.mark.parametrize(("old", "bare"), [("", True), ("bare", True), ("paint", False), ("clear", False)])
def test_metal_that_is_said_to_be_coated_is_no_bare_metal(old: str, bare: bool) -> None:
    project = set_made_of(table(), ("p1/top/main",), "metal").project
    project = finished(project, "scuff 220", "acrylic paint 2 roller")
    role = next(own for own in ("hardware", "top") if plan_of(project).finish.zone(f"p1/{own}") is not None)
    layers = project.finishing.choice("p1/top").layers
    choice = ZoneChoice(f"p1/{role}", layers=layers, lies=GroundSaid(old))  # type: ignore[arg-type]
    project = structs.replace(project, finishing=structs.replace(project.finishing, zones=(choice,)))
    codes = {f.code for f in plan_of(project).findings}
    assert ("finish_bare_metal" in codes) == bare

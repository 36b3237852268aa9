"""Steps and what goes with the coats, by hand: words, waits, tools, and so many of each small thing."""

import itertools
import math
from collections import Counter
from typing import Any

import pytest
from msgspec import structs

from tests.core.finish.test_finish_plan import finish_of, finished, hands_on, in_its_order, table, zone
from tests.core.finish.test_zones import case
from tests.planned import changed, plan_of
from zygoform.core.coats.layer import Finishing, FinishOrder, ZoneChoice
from zygoform.core.coats.readymade import READY_STACKS, layer_from
from zygoform.core.edits.finish_supplies import set_coat_figure, set_first_time
from zygoform.core.edits.finishing import leave_so, set_layer_entry, set_lies
from zygoform.core.edits.pieces import copy_piece
from zygoform.core.finish.finish_plan import FINISH
from zygoform.core.finish.finish_work import layer_keys
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.steps.step import Step


def steps_of(project: Project) -> tuple[Step, ...]:
    return plan_of(project).work.of(FINISH)


def one(*layers: str, old: str = "clear", role: str = "top") -> Step:
    """The last step of these layers."""
    project = set_lies(finished(table(), *layers, zone=role), f"p1/{role}", old=old).project
    return steps_of(project)[-1]


@pytest.mark.parametrize(
    ("layers", "phase", "words", "wait"),
    [
        (("test",), "test", "A test board of all coats for top", (0, 0)),
        (("soap",), "clean", "Clean top with soap", (1, 1)),
        (("mineral spirits 2",), "clean", "Clean top with mineral spirits twice", (1, 24)),
        (("alcohol 3",), "clean", "Clean top with alcohol 3 times", (0.2, 0.2)),
        (("vinegar wash",), "clean", "Clean top with vinegar wash", (24, 24)),
        (("scuff 180",), "strip", "Scuff top dull, 180", (0, 0)),
        (("sander 80 120",), "strip", "Sand top to bare wood, 80, 120", (0, 0)),
        (("stripper 2",), "strip", "Strip top with stripper, 2 rounds, neutralise", (24, 24)),
        (("scraper",), "strip", "Scrape off what is loose on top, feather the edges", (0, 0)),
        (("wood filler",), "fill", "Fill what shows on top with wood filler", (2, 6)),
        (("grain filler",), "fill", "Fill the grain of top with grain filler", (3, 3)),
        (("shellac 1 brush",), "clear", "Shellac, clear on top, brush", (4, 4)),
        (("acrylic paint 2 roller thin 5",), "colour", "coat 2 of 2, foam roller, thinned 5 %", (12, 12)),
        (("stain blocker 1 can",), "prime", "on top, can", (2, 2)),
    ],
)
def test_a_step_says_what_one_does_and_what_is_waited_for(
    layers: tuple[str, ...], phase: str, words: str, wait: tuple[float, float]
) -> None:
    step = one(*layers)
    assert step.phase == phase
    assert words in step.what.text
    assert step.wait == wait


@pytest.mark.parametrize(
    ("layers", "cautions"),
    [
        (("sander 80",), {"sanding", "lead"}),
        (("scuff 180",), {"sanding"}),
        (("scraper",), {"lead", "sanding"}),
        (("stripper 1",), {"stripper", "lead"}),
        (("alcohol",), {"solvent"}),
        (("two-part filler",), {"filler"}),
        (("hardwax oil 1 rag",), {"rags"}),
        (("oil stain 1 rag",), {"rags", "solvent"}),
        (("spray paint 1 can",), {"spray"}),
        (("acrylic paint 1 gun",), {"spray"}),
        (("acrylic paint 1 roller",), set()),
    ],
)
def test_what_can_hurt_is_said_with_its_step(layers: tuple[str, ...], cautions: set[str]) -> None:
    assert set(one(*layers).cautions) == cautions


def test_coats_wait_for_each_other_and_for_what_comes_next() -> None:
    """Stain waits a day for clear; clear 2 h for clear; within a day of the last no scuff is needed."""
    stain, first, last = steps_of(finished(table(), "oil stain 1 rag", "water clear 2 foam"))
    assert (stain.wait, first.wait, last.wait) == ((24, 24), (2, 2), (24, 24))
    assert "Then it takes water-based clear" in stain.wait_for
    assert "Then it takes the next coat" in first.wait_for
    assert "full use after 30 days" in last.wait_for
    assert (first.within, last.within) == (24, 0)
    assert first.follows == (stain.id,)
    assert last.follows == (first.id,)
    # Aerosol is recoated within its hour.
    spray, _ = steps_of(finished(table(), "spray paint 2 can"))
    assert (spray.wait, spray.within) == ((0.3, 1.0), 1)
    # Oil under a film waits until it is hard: thirty days.
    oil, _ = steps_of(finished(table(), "drying oil 1 rag", "water clear 1 foam"))
    assert oil.wait == (720, 720)


def test_sanding_between_is_the_first_of_the_next_coat() -> None:
    """Sanded between 5 to 9 a m²: never under the first film, nor what is wiped or sprayed from a can.

    Vacuumed, 1 to 2.5 a m², is before the first coat of all.
    """
    area = zone(finished(table(), "wax 1 rag"), "top").zone.area
    rates = {"adhesion primer 1 roller": 6, "acrylic paint 1 roller": 6, "water clear 1 foam": 7}
    steps = steps_of(finished(table(), *rates))
    low = [step.minutes[0] / area for step in steps]
    alone = [steps_of(finished(table(), own))[0].minutes[0] / area for own in rates]
    assert low == pytest.approx([alone[0], alone[1] + 5 - 1, alone[2] + 5 - 1])
    wiped = steps_of(finished(table(), "oil stain 1 rag", "hardwax oil 2 rag"))
    assert len({step.minutes for step in wiped[1:]}) == 1
    sprayed = steps_of(finished(table(), "spray paint 3 can"))
    assert len({step.minutes for step in sprayed[1:]}) == 1


def test_new_wood_has_no_coat_to_take_off() -> None:
    project = changed(table(), "plank_top", "p1/top/main")
    layers = tuple(map(layer_from, ("sander 80 120", "scraper", "scuff 180", "water clear 1 foam")))
    project = structs.replace(project, finishing=Finishing(zones=(ZoneChoice("p1/top", layers=layers),)))
    assert zone(project, "top").zone.old_area == pytest.approx(0)
    steps = steps_of(project)
    assert [step.phase for step in steps] == ["strip", "clear"]
    assert "Scuff" in steps[0].what.text
    assert not [need for need in finish_of(project).needs if need.kind == "sandpaper" and need.layer < 2]


def test_old_paint_takes_longer_to_sand_than_clear_and_bare_wood_least() -> None:
    minutes = {old: one("sander 80", old=old).minutes for old in ("paint", "flaking", "clear", "bare")}
    assert minutes["paint"] == minutes["flaking"]
    for k in (0, 1):
        assert minutes["bare"][k] < minutes["clear"][k] < minutes["paint"][k]
    twice = one("stripper 2").minutes
    assert twice == pytest.approx(tuple(2 * value for value in one("stripper 1").minutes))


def drawers(**order: Any) -> Project:
    project = structs.replace(case(), finishing=Finishing(order=FinishOrder(**order)))
    layers = (layer_from("scuff 180"), layer_from("acrylic paint 2 roller"))
    zones = (ZoneChoice("p1/body", layers=layers),)
    return structs.replace(project, finishing=structs.replace(project.finishing, zones=zones))


def test_drawers_come_out_first_or_stay_in() -> None:
    out = [step for step in steps_of(drawers()) if step.phase == "apart"]
    (step,) = out
    assert "Take the drawers out (2), number each and its place" in step.what.text
    begun = [own for own in steps_of(drawers()) if step.id in own.follows]
    assert begun
    assert not [own for own in steps_of(drawers(drawers="in")) if own.phase == "apart"]
    in_its_order(plan_of(drawers()))


def test_what_stays_free_is_masked_before_anything() -> None:
    """Two knobs 30 across, tape all round each."""
    project = leave_so(drawers(), "p1/hardware", "masked").project
    plan = plan_of(project)
    (tape,) = (need for need in plan.finish.needs if need.kind == "masking tape")
    assert tape.amount == pytest.approx(2 * 4 * 0.030, rel=0.03)
    assert any(row.kind == "masking tape" for row in plan.purchase.rows)
    steps = steps_of(project)
    (mask,) = (k for k, step in enumerate(steps) if step.id.endswith("p1/mask"))
    assert "Mask hardware" in steps[mask].what.text
    assert mask < min(k for k, step in enumerate(steps) if step.phase in ("strip", "colour"))
    in_its_order(plan)
    # Nothing is masked where nothing is coated.
    alone = Finishing(zones=(ZoneChoice("p1/hardware", state="masked"),))
    assert not steps_of(structs.replace(project, finishing=alone))


def test_a_tool_that_is_new_makes_its_own_steps_longer() -> None:
    project = finished(table(), "scuff 180", "acrylic paint 2 roller", "water clear 1 foam")
    before = steps_of(project)
    after = steps_of(set_first_time(project, "roller", new=True).project)
    share = [b.minutes[0] / a.minutes[0] for a, b in zip(before, after, strict=True)]
    # What is washed out (3 min each time) takes no longer.
    rolled = [(1.3 * (step.minutes[0] - 3) + 3) / step.minutes[0] for step in before[1:3]]
    assert share == pytest.approx([1, *rolled, 1])


def test_alike_zones_are_worked_as_one() -> None:
    layers = tuple(map(layer_from, ("scuff 180", "acrylic paint 2 roller")))
    zones = ZoneChoice("p1/top", layers=layers), ZoneChoice("p1/legs", same_as="p1/top")
    project = structs.replace(table(), finishing=Finishing(zones=zones))
    (batch,) = plan_of(project).finish.batches
    assert batch.names == "Top and legs"
    areas = [plan.zone.area for plan in batch.zones]
    assert batch.area == pytest.approx(sum(areas))
    # Legs are turned work: so much of the area goes two and a half times as slowly.
    top = finished(table(), "scuff 180", "acrylic paint 2 roller")
    slower = (areas[0] + 2.5 * areas[1]) / areas[0]
    assert hands_on(project)[0] == pytest.approx((hands_on(top)[0] - 2 * 3) * slower + 2 * 3)
    assert all("top and legs" in step.what.text for step in steps_of(project))


def small(plan: Plan) -> Counter[tuple[str, float]]:
    """How many of each thing that goes with the coats."""
    found = Counter[tuple[str, float]]()
    for need in plan.finish.needs:
        if need.kind in (
            "rag",
            "roller sleeve",
            "foam pad",
            "strainer",
            "gloves",
            "tack cloth",
            "brush",
            "sandpaper",
        ):
            found[need.kind, need.size] += need.amount  # type: ignore[assignment]
    return Counter({key: math.ceil(amount - 1e-9) for key, amount in found.items()})


def test_what_goes_with_the_coats_by_hand() -> None:
    """0.81 m²: a primer and two of paint are sanded between twice, with 220 and 320; a disc serves 1.2 m²."""
    project = finished(table(), "degreaser 2", "adhesion primer 1 roller", "acrylic paint 2 roller")
    area = zone(project, "top").zone.area
    assert 0.75 < area < 1.2
    assert small(plan_of(project)) == {
        ("sandpaper", 220): 1,
        ("sandpaper", 320): 1,
        ("roller sleeve", 0): 2,
        ("rag", 0): math.ceil(2 * area / 1.5),
        ("tack cloth", 0): 1,
    }
    oiled = small(plan_of(finished(table(), "sand 120", "hardwax oil 2 rag")))
    assert oiled["rag", 0] == oiled["gloves", 0] == 2
    assert oiled["tack cloth", 0] == 0
    assert oiled["sandpaper", 120] == math.ceil(area / 0.8)
    gun = small(plan_of(finished(table(), "water clear 3 gun")))
    assert (gun["strainer", 0], gun["sandpaper", 400], gun["tack cloth", 0]) == (3, math.ceil(2 * area / 1.2), 1)
    # Counted as they are bought.
    assert {(f.size, f.count) for f in plan_of(project).finish.fittings} == {(220, 1), (320, 1)}
    # A brush is washed out and serves again.
    brushed = finished(table(), "oil stain blocker 1 brush", "enamel 2 brush", "exterior clear 1 brush")
    assert small(plan_of(brushed))["brush", 0] == 1


@pytest.mark.parametrize(
    ("layer", "kind", "each"),
    [
        ("degreaser 2", "degreaser", 0.12),
        ("vinegar wash", "vinegar wash", 0.08),
        ("alcohol", "alcohol", 0.05),
        ("stripper 3", "paint stripper", 1.2),
        ("light filler", "light filler", 0.03),
        ("grain filler 2", "grain filler", 0.4),
        ("two-part filler", "filler", 0.03),
    ],
)
def test_litres_a_square_metre_of_what_prepares(layer: str, kind: str, each: float) -> None:
    project = finished(table(), layer, "wax 1 rag")
    (need,) = (need for need in finish_of(project).needs if need.kind == kind)
    assert need.amount == pytest.approx(each * zone(project, "top").zone.area)


@pytest.mark.parametrize(("relief", "share"), [("smooth", 1.0), ("turned", 1.0), ("carved", 0.75), ("rough", 0.6)])
def test_carved_and_rough_wood_drink_more(relief: str, share: float) -> None:
    project = finished(table(), "scuff 180", "acrylic paint 2 roller")
    area = zone(project, "top").zone.area
    project = set_lies(project, "p1/top", relief=relief).project
    (need,) = (need for need in finish_of(project).needs if need.kind == "acrylic paint")
    assert need.amount == pytest.approx(2 * area / 12 / 0.9 / share)


def test_what_the_label_says_counts() -> None:
    project = finished(table(), "scuff 180", "acrylic paint 2 roller")
    (usual,) = (need for need in finish_of(project).needs if need.kind == "acrylic paint")
    own = set_coat_figure(project, "acrylic paint", "cover", "6").project
    (need,) = (need for need in finish_of(own).needs if need.kind == "acrylic paint")
    assert need.amount == pytest.approx(2 * usual.amount)
    own = set_coat_figure(own, "acrylic paint", "recoat", "5-7").project
    assert steps_of(own)[1].wait == (5, 7)
    more = set_layer_entry(own, "p1/top", 1, "coats", "4").project
    (need,) = (need for need in finish_of(more).needs if need.kind == "acrylic paint")
    assert need.amount == pytest.approx(4 * usual.amount)


@pytest.mark.parametrize("ready", READY_STACKS, ids=[stack.id for stack in READY_STACKS])
def test_a_ready_made_stack_is_worked_bought_and_timed(ready: Any) -> None:
    """One step a coat, in the order of the section, each after the one before; all of it is bought."""
    project = structs.replace(table(), finishing=Finishing(zones=(ZoneChoice("p1/top", layers=ready.layers),)))
    steps = steps_of(project)
    keys = layer_keys(ready.layers)
    names = [step.id.rpartition("/")[2] for step in steps]
    place = [(keys.index(name.partition(".")[0]), int(name.partition(".")[2] or 0)) for name in names]
    assert place == sorted(place)
    for before, after in itertools.pairwise(steps):
        assert before.id in after.follows
    for step, (at, _) in zip(steps, place, strict=True):
        layer = ready.layers[at]
        assert step.minutes[0] > 0
        assert bool(layer.grits) == any("grit" in need for need in step.needs) or layer.is_coat
    coats = sum(layer.coats for layer in ready.layers if layer.is_coat)
    assert sum(step.phase in ("prime", "colour", "clear") for step in steps) == coats
    rows = {row.kind for row in plan_of(project).purchase.rows}
    sold = {
        "acrylic paint" if own.material == "paint wash" else own.material for own in ready.layers if own.is_coat
    }
    assert sold <= rows


def test_of_a_set_what_is_left_of_a_disc_or_a_sleeve_does_for_the_next_zone() -> None:
    """By hand: five small tables alike, 0.27 m² of legs and 0.81 of top each; a disc serves 1.2 m² of a scuff."""
    project = finished(table(), "degreaser 2", "scuff 180", "acrylic paint 2 roller")
    for _ in range(4):
        project = copy_piece(project, "p1").project
    zones = tuple(
        ZoneChoice(f"{piece.id}/{role}", layers=project.finishing.choice("p1/top").layers)
        for piece in project.pieces
        for role in ("top", "legs")
    )
    project = structs.replace(project, finishing=structs.replace(project.finishing, zones=zones))
    plan = plan_of(project)
    area = sum(own.zone.area for own in plan.finish.zones if own.layers)
    discs = sum(f.count for f in plan.finish.fittings if f.size == 180)
    assert discs == math.ceil(area / 1.2)
    one_by_one = sum(math.ceil(own.zone.area / 1.2) for own in plan.finish.zones if own.layers)
    assert discs < one_by_one
    found = small(plan)
    assert found["rag", 0] == math.ceil(area * 2 / 1.5)
    # The same colour on all of them: one sleeve, one cloth.
    assert (found["roller sleeve", 0], found["tack cloth", 0]) == (1, 1)
    other = structs.replace(zones[0], layers=(layer_from("enamel 2 roller"),))
    two = structs.replace(project, finishing=structs.replace(project.finishing, zones=(other, *zones[1:])))
    assert small(plan_of(two))["roller sleeve", 0] == 2

"""No screw comes out of the wood or is one that nobody sells, whatever is screwed to whatever."""

from typing import Literal

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from tests.planned import changed, made, plan_of
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import set_unit
from zygoform.core.goods.fittings import SCREWS
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project

MAIN, DRAWER, DOOR, BARE = "p1/body/main", "p1/opening/o1", "p1/opening/o2", "p1/opening/o3"
System = Literal["inch", "mm"]
CASES: dict[str, tuple[str, str, dict[str, object]]] = {
    "cleats": ("shelves", BARE, {"fixing": "cleats"}),
    "pocketed shelves": ("shelves", BARE, {"fixing": "screws", "uprights": 1}),
    "plank top": ("plank_top", MAIN, {"screws": True}),
    "spaced planks": ("plank_top", MAIN, {"gap": 5.0}),
    "sheet top": ("sheet_top", MAIN, {}),
    "tiled top": ("tiled_top", MAIN, {}),
    "skirt round it": ("skirt", MAIN, {"fit": "out"}),
    "skirt on blocks": ("skirt", MAIN, {"fit": "flush", "hold": "blocks"}),
    "plates": ("legs", MAIN, {"fixing": "plate"}),
    "leg blocks": ("legs", MAIN, {"fixing": "block"}),
    "knobs from behind": ("pulls", DRAWER, {"shape": "knob"}),
    "pulls from the front": ("pulls", DRAWER, {"fixing": "wood"}),
    "cups": ("pulls", DRAWER, {"shape": "cup"}),
    "dowel bars": ("pulls", DRAWER, {"shape": "dowel"}),
    "drawer box": ("drawer_box", DRAWER, {}),
    "false front": ("regroup", DRAWER, {"into": "false"}),
    "flap": ("drop_flap", DRAWER, {}),
    "hinges": ("hinges", DOOR, {}),
    "split": ("split", MAIN, {}),
    "back": ("back_panel", MAIN, {"fixing": "screws"}),
    "straps": ("wall_anchor", MAIN, {}),
}


def chest(system: System, side: float, rail: float, deep: float = 400.0) -> Project:
    """Three openings side by side: a drawer, a door, nothing."""
    sizes = {"width": "1200 mm", "height": "760 mm", "depth": f"{deep} mm"}
    project = new_piece(set_unit(fresh_project(), system).project, "Chest", sizes).project
    for entry, size in (("side_thickness", side), ("rail_thickness", rail)):
        project = set_reading(project, entry, f"{size} mm", on="p1").project
    project = divide(project, DRAWER, "columns", 3).project
    for own, kind in (("o1", "drawer"), ("o2", "door"), ("o3", "nothing")):
        project = hold(project, f"p1/opening/{own}", kind).project  # type: ignore[arg-type]
    return project


@random_cases(12)
@pytest.mark.parametrize("system", ["inch", "mm"])
@pytest.mark.parametrize("case", CASES)
@given(
    st.sampled_from([3.0, 6.0, 9.0, 12.0, 15.0, 18.0, 19.05, 25.0, 38.0]) | st.floats(3, 60),
    st.sampled_from([3.0, 6.0, 12.0, 16.0, 18.0, 22.0, 38.0]) | st.floats(3, 60),
)
def test_no_screw_comes_out_of_the_wood(case: str, system: System, side: float, rail: float) -> None:
    kind, target, values = CASES[case]
    plan = plan_of(changed(chest(system, side, rail), kind, target, **values))
    outcomes = [outcome for outcome in plan.outcomes if outcome.change_id == "c1"]
    told = {finding.code for finding in plan.findings}
    sold = {(pack.kind, round(pack.size, 3)) for pack in plan.shop.packs}
    for screw in (f for outcome in outcomes for f in outcome.fittings if f.kind in SCREWS):
        driven = screw.driven
        assert driven is not None
        if not screw.size:
            assert "no_screw" in told
            continue
        assert (screw.kind, round(screw.size, 3)) in sold
        if screw.kind != "wood screw" or "into studs" in screw.use:
            continue
        left = driven.outer + driven.inner - screw.size
        assert left >= (3.0 if driven.inner >= 12 else 1.5) - 1e-6
        assert screw.size - driven.outer >= 6.0 - 1e-6
        assert driven.inner >= 12 or "thin_for_screws" in told
    bought = {(row.kind, round(row.size, 3)) for row in plan.purchase.rows if row.kind in SCREWS}
    assert bought <= sold, "what nobody sells is not on the list"


def screws_of(outcome: Outcome, use: str) -> list[tuple[float, float]]:
    return [(f.driven.outer, f.driven.inner) for f in outcome.fittings if f.driven is not None and use in f.use]


@pytest.mark.parametrize(
    ("case", "use", "inner"),
    [
        ("cleats", "cleats", 16.0),
        ("pocketed shelves", "floors", 16.0),
        ("plates", "plates", 22.0),
        ("leg blocks", "blocks", 22.0),
        ("skirt on blocks", "blocks", 18.0),
        ("spaced planks", "board", 28.0),
    ],
)
def test_what_a_screw_goes_into_is_what_was_measured(case: str, use: str, inner: float) -> None:
    kind, target, values = CASES[case]
    ((_, into),) = screws_of(made(changed(chest("mm", 16.0, 22.0), kind, target, **values)), use)
    assert into == pytest.approx(inner)


def test_shelves_on_cleats_in_a_thin_side_are_planned_with_a_finding_and_no_such_screw() -> None:
    """18 through a cleat and 6 of side: 24 in all; a bite of 8 needs 26."""
    plan = plan_of(changed(chest("mm", 6.0, 18.0), "shelves", BARE, fixing="cleats", strip="pine-18x45"))
    assert not plan.failures
    finding = next(finding for finding in plan.findings if finding.code == "no_screw")
    assert (finding.weight, finding.change_id) == ("stop", "c1")
    assert finding.why.lengths == pytest.approx((18.0, 6.0))
    assert not any(row.kind == "wood screw" for row in plan.purchase.rows)
    assert not plan.screws


def test_the_bottom_of_ones_own_thickness_and_the_plate_count_for_legs() -> None:
    project = changed(chest("mm", 18.0, 22.0), "legs", MAIN, into=12.0, plate=3.0, height=150.0)
    outcome = made(project)
    assert screws_of(outcome, "plates") == [(3.0, 12.0)]
    # 3 of plate and 12 of bottom, 3 short of its face: 12 is the longest of 10, 12, 16 mm.
    assert [f.size for f in outcome.fittings if f.kind == "wood screw"] == [12.0]
    assert outcome.base_height == pytest.approx(153.0)


def test_a_length_nobody_sells_is_told_with_what_it_would_be() -> None:
    project = changed(chest("mm", 18.0, 18.0), "pulls", DRAWER, shape="knob")
    packs = tuple(pack for pack in project.shop.packs if pack.kind != "machine screw")
    plan = plan_of(structs.replace(project, shop=structs.replace(project.shop, packs=packs)))
    finding = next(finding for finding in plan.findings if finding.code == "no_screw")
    (own,) = [f for f in plan.outcomes[0].fittings if f.kind == "machine screw"]
    assert own.driven is not None
    assert finding.why.lengths == (own.driven.least, own.driven.most)

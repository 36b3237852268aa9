"""What the place a piece stands in rules out and asks for: outdoors, a wet room, a carpet under its doors."""

from tests.core.changes.test_shelves import chest, form_of
from tests.core.test_tipping import sized
from tests.planned import plan_of
from zygoform.core.edits.condition import set_made_of
from zygoform.core.edits.fronts import hold
from zygoform.core.edits.pieces import copy_piece
from zygoform.core.edits.planning import add_change, apply_fix
from zygoform.core.edits.use import set_use
from zygoform.core.outcome.outcome import Finding
from zygoform.core.project import Project

CODES = ("not_for_damp", "sheet_for_damp", "damp_asks")


def judged(project: Project) -> dict[str, Finding]:
    found = [f for f in plan_of(project).findings if f.code in CODES]
    assert len({f.code for f in found}) == len(found)
    return {f.code: f for f in found}


def test_a_dry_piece_is_asked_for_nothing_and_one_outdoors_for_what_its_parts_need() -> None:
    project = set_made_of(chest(columns=1, rows=3), ("p1/side/left", "p1/top/main"), "chipboard").project
    assert not judged(project)
    out = set_use(project, "outdoors", True, "p1").project
    told = judged(out)
    assert set(told) == {"not_for_damp", "damp_asks"}
    assert set(told["not_for_damp"].where) == {"p1/side/left", "p1/top/main"}
    assert "14 %" in told["damp_asks"].why.text
    assert "stainless" not in told["damp_asks"].why.text

    topped = add_change(out, "sheet_top", "p1/top/main").project
    told = judged(topped)
    # The old top is off: nobody is warned of it any more.
    assert told["not_for_damp"].where == ("p1/side/left",)
    assert told["sheet_for_damp"].change_id == "c1"
    assert "wood screws of stainless steel" in told["damp_asks"].why.text

    # Of two pieces it is asked of the one that stands there.
    pair = copy_piece(topped, "p1", with_changes=True).project
    pair = set_use(pair, "outdoors", False, "p1").project
    own = {o.change_id for o in plan_of(pair).outcomes if o.body.startswith("p2/")}
    assert {judged(pair)["sheet_for_damp"].change_id} == own


def test_a_wet_room_wants_the_unseen_sealed_and_no_cane() -> None:
    project = set_made_of(chest(columns=1, rows=1), ("p1/back/main",), "cane").project
    told = judged(set_use(project, "wet", True, "p1").project)
    assert "underside" in told["damp_asks"].why.text
    assert set(told) == {"not_for_damp", "damp_asks"}
    assert "slackens" in told["not_for_damp"].why.text


def test_doors_close_to_the_floor_are_told_until_the_piece_stands_on_legs() -> None:
    """A rail of 9 mm and 2 mm of gap leave 11 mm: not enough on a carpet of 11 mm with hinges that give."""
    project = chest(columns=2, rows=1)
    for opening in form_of(project).openings:
        project = hold(project, opening.id, "door").project
    thick, raised = (sized(project, base_height=high, rail_thickness=9) for high in (0, 8))
    low = [f for f in plan_of(thick).findings if f.code == "doors_drag"]
    assert [f.what.words(lambda mm: f"{mm:g} mm") for f in low] == ["X: 2 doors come within 11 mm of the floor"]
    assert len(low[0].where) == 2
    for project in (raised, apply_fix(thick, low[0].fixes[0]).project):
        assert not [f for f in plan_of(project).findings if f.code == "doors_drag"]

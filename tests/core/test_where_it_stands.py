"""What the place a piece stands in rules out and asks for: outdoors, a wet room, a carpet under its doors."""

from itertools import pairwise

import pytest

from tests.core.changes.test_shelves import chest, form_of
from tests.core.test_tipping import sized
from tests.planned import made, plan_of
from zygoform.core.edits.condition import set_made_of
from zygoform.core.edits.finishing import leave_so, take_stack
from zygoform.core.edits.fronts import hold
from zygoform.core.edits.pieces import copy_piece
from zygoform.core.edits.planning import add_change, apply_fix, set_value
from zygoform.core.edits.survey import set_reading, set_use
from zygoform.core.geometry.prism import Point3
from zygoform.core.outcome.outcome import Finding
from zygoform.core.project import Project
from zygoform.core.statics.sag import creep_of, modulus_psi

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
    assert {f.stainless for f in made(topped).fittings} == {True}

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


def test_outdoors_a_new_top_drains_is_sealed_all_round_and_screwed_with_stainless_steel() -> None:
    """Sealer by hand: 100 ml a square metre, two coats on six faces, two more on the ends."""
    project = set_use(chest(columns=1, rows=1), "outdoors", True, "p1").project
    project = add_change(project, "plank_top", "p1/top/main").project
    plan = plan_of(project)
    outcome = plan.outcomes[0]
    boards = sorted(board.solid.box for board in outcome.added)
    gaps = {round(b[0][1] - a[1][1], 3) for a, b in pairwise(sorted(boards, key=lambda box: box[0][1]))}
    assert gaps == {6.0}
    low, high = min(b[0][1] for b in boards), max(b[1][1] for b in boards)
    assert high - low == pytest.approx(outcome.later[0].width)
    sealer = next(s.amount for s in outcome.supplies if s.kind == "sealer")
    by_hand = 0.0
    for part in outcome.parts:
        long, wide, thick = part.length / 1000, part.width / 1000, part.thickness / 1000
        by_hand += 2 * 100 * 2 * (long * wide + long * thick + wide * thick) + 2 * 100 * 2 * wide * thick
    assert sealer == pytest.approx(by_hand)
    assert not [s for s in outcome.supplies if s.kind == "glue"]
    rows = {row.kind: row for row in plan.purchase.rows if row.kind}
    assert rows["wood screw"].name.startswith("Stainless")
    assert not rows["sealer"].missing
    steps = [step.id.rsplit("/", 1)[-1] for step in plan.work.steps]
    assert steps.index("trim") < steps.index("seal") < steps.index("fix")
    fix = next(step for step in plan.work.steps if step.id.endswith("/fix"))
    assert any(before.endswith("/seal") for before in fix.follows)


def test_children_get_round_corners_and_a_standing_weight_strong_shelves() -> None:
    project = set_use(chest(columns=1, rows=1), "children", True, "p1").project
    (top,) = add_change(project, "plank_top", "p1/top/main").project.changes
    assert (top.radius, top.profile) == (20.0, "rounded")  # type: ignore[union-attr]
    heavy = set_use(project, "carries", "80 kg", "p1").project
    (shelf,) = add_change(heavy, "shelves", "p1/opening/o1").project.changes
    assert (shelf.load, shelf.lip) == ("heavy", True)  # type: ignore[union-attr]


def test_a_thin_top_bends_under_what_it_is_to_carry() -> None:
    """By hand: 5 w L⁴ / (384 E I) of the room between the sides; a stiffer one is not told of."""
    project = set_use(chest(columns=1, rows=1), "carries", "120 kg", "p1").project
    project = add_change(project, "sheet_top", "p1/top/main").project
    told = [f for f in plan_of(project).findings if f.code == "top_sags"]
    light = set_use(project, "carries", "2 kg", "p1").project
    assert not [f for f in plan_of(light).findings if f.code == "top_sags"]
    assert len(told) == 1
    plan = plan_of(project)
    body, part = plan.planned.bodies[0], plan.outcomes[0].parts[0]
    sides = sorted(b.solid.box for b in body.boards if b.role == "side")
    span = sides[1][0][0] - sides[0][1][0]
    (sheet,) = [b.solid.box for b in plan.outcomes[0].added if "/sheet/" in b.id]
    wide, deep = sheet[1][0] - sheet[0][0], sheet[1][1] - sheet[0][1]
    modulus = modulus_psi(plan.shop.size(part.size_id).species) * 0.00689476
    load = 120 * 9.80665 * span / wide
    second = deep * part.thickness**3 / 12
    bend = 5 * load * span**3 / (384 * modulus * second) * creep_of(plan.shop.size(part.size_id).species)
    assert told[0].what.lengths[0] == pytest.approx(bend, rel=1e-3)


@pytest.mark.parametrize("kind", ["table", "seat", "lidded_box"])
def test_a_top_a_seat_and_a_lid_that_were_found_are_judged_too(kind: str) -> None:
    """By hand, the stiffer way of two: along the grain between legs or walls, across it between aprons or walls."""
    project = set_use(chest(kind=kind), "carries", "900 kg", "p1").project
    plan = plan_of(project)
    (body,) = plan.planned.bodies
    board = max((b for b in body.boards if b.role in ("top", "seat", "lid")), key=lambda b: b.solid.volume)
    (x0, y0, z0), (x1, y1, _) = board.solid.box
    under = [b.solid.box for b in body.boards if b is not board and abs(b.solid.box[1][2] - z0) < 0.01]
    under = [(low, high) for low, high in under if high[2] - low[2] > 60]

    def room(axis: int, boxes: list[tuple[Point3, Point3]]) -> float:
        lows, highs = sorted(high[axis] for _, high in boxes), sorted(low[axis] for low, _ in boxes)
        return highs[-1] - lows[0]

    thick = board.solid.sizes[0]
    stiff = 1.29e6 * 0.00689476
    bends = []
    for axis, across in ((0, 1.0), (1, 15.0)):
        long, wide = ((x1 - x0, y1 - y0), (y1 - y0, x1 - x0))[axis]
        ends = [(low, high) for low, high in under if high[1 - axis] - low[1 - axis] > wide / 2 or axis == 0]
        span = room(axis, ends)
        load = 900 * 9.80665 * span / long
        bends.append((span, across * 2 * 5 / 384 * load * span**3 / (stiff * wide * thick**3 / 12)))
    span, bend = min(bends, key=lambda way: way[1])
    told = [f for f in plan.findings if f.code == "top_sags"]
    assert bool(told) == (bend / span > 1 / 600)
    if told:
        assert told[0].what.lengths[0] == pytest.approx(bend, rel=1e-3)


def test_a_seat_of_18_mm_that_nothing_holds_up_in_the_middle_is_told() -> None:
    project = set_use(chest(kind="seat"), "carries", "150 kg", "p1").project
    for name, size in (("width", "1400 mm"), ("seat_thickness", "18 mm")):
        project = set_reading(project, name, size).project
    told = [f for f in plan_of(project).findings if f.code == "top_sags"]
    assert [f.what.words(str).split(":")[1].split("by")[0].strip() for f in told] == ["the seat will bend"]


def test_a_strip_on_an_old_top_does_not_take_its_place() -> None:
    """Made larger by strips it still is the old top that carries: its own thickness and wood count."""
    project = set_use(chest(columns=1, rows=1), "carries", "60 kg", "p1").project
    before = [f for f in plan_of(project).findings if f.code == "top_sags"]
    after = add_change(project, "old_top", "p1/top/main").project
    after = set_value(after, "c1", "way", "strip").project
    plan = plan_of(after)
    assert not plan.failures
    told = [f for f in plan.findings if f.code == "top_sags"]
    assert len(told) == len(before) == 1
    assert told[0].what.lengths[0] == pytest.approx(before[0].what.lengths[0], rel=0.25)


def test_what_is_coated_all_round_is_not_sealed_with_a_sealer_too() -> None:
    project = set_use(chest(columns=1, rows=1), "outdoors", True, "p1").project
    project = add_change(project, "plank_top", "p1/top/main").project
    seen_only = take_stack(project, "p1/top", "paint_primed").project
    for zone in ("p1/underside", "p1/unseen"):
        seen_only = leave_so(seen_only, zone, "bare").project
    all_round = seen_only
    for zone in ("p1/underside", "p1/unseen"):
        all_round = take_stack(all_round, zone, "paint_primed").project
    for coated, sealed in ((project, True), (seen_only, True), (all_round, False)):
        plan = plan_of(coated)
        assert ("sealer" in {row.kind for row in plan.purchase.rows}) == sealed
        assert any(step.id.endswith("/seal") for step in plan.work.steps) == sealed
        assert not any(
            before.endswith("/seal") for step in plan.work.steps for before in step.follows if not sealed
        )
        (note,) = (note for note in plan.outcomes[0].notes if note.label == "Seal")
        assert ("Its coats seal it" in note.message.text) != sealed

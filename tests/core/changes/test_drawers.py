"""Drawers: new boxes from their openings, parts copied from partners, openings put together, linings."""

import math
from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.changes.test_shelves import chest, form_of
from tests.planned import changed, made, plan_of
from zygoform.core.changes.drawers.rebuilt.worked import DrawerRepair
from zygoform.core.edits.fronts import set_opening_reading
from zygoform.core.edits.planning import add_change, apply_fix, set_value
from zygoform.core.edits.survey import choose_inside, set_reading
from zygoform.core.edits.workshop import set_unit
from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.form.inside.opened import opened
from zygoform.core.geometry.casework import drawer
from zygoform.core.geometry.convex import boxes_meet, shared_volume
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import upright
from zygoform.core.goods.species import movement
from zygoform.core.project import Project

MAIN, FIRST = "p1/body/main", "p1/opening/o1"
MM = {"side": 12.7, "height": 19.0}


def opening_of(body: Body, own: str = "o1") -> FormOpening:
    return next(o for o in body.openings if o.id.endswith(f"/{own}"))


def part(opening: FormOpening, role: str) -> Board:
    return next(m for m in opening.members if f"/{role}/" in m.id)


def shared(a: Board, b: Board) -> float:
    if not boxes_meet(a.solid.box, b.solid.box, 1e-6):
        return 0.0
    return sum(shared_volume(x.faces, y.faces) for x in a.solid.cells for y in b.solid.cells)


@pytest.mark.parametrize("runs_on", ["side", "under", "runner", "centre"])
@pytest.mark.parametrize(("joint", "over"), [(0.0, False), (5.0, False), (0.0, True)])
def test_a_box_is_what_the_formulas_say_and_its_parts_go_together(runs_on: str, joint: float, over: bool) -> None:
    """Widths, heights and depths by the plain function; no two parts in one place; all of it in the opening."""
    project = changed(chest(), "drawer_box", FIRST, runs_on=runs_on, joint=joint, back_over=over)
    change = project.changes[-1]
    plan, outcome = plan_of(project), made(project)
    rect = opening_of(plan.found.bodies[0]).rect
    wide, high = rect[2] - rect[0], rect[3] - rect[1]
    front = next(b.solid.box for b in plan.found.bodies[0].boards if b.id == "p1/front/o1")
    back = next(b.solid.box for b in plan.found.bodies[0].boards if b.role == "back")
    board, sheet = project.shop.size(change.board), project.shop.size(change.sheet)  # type: ignore[union-attr]
    t, climate = board.thickness, project.shop.climate
    lower = {"side": 19.05, "under": 25.4}.get(runs_on)
    lower = lower or 25.4 * 3 / 16 + movement(high, board.species, climate.now, climate.high)
    kind = "runner" if runs_on in ("runner", "centre") else runs_on
    sold = {"side": (304.8, 355.6, 406.4, 457.2), "under": (381.0, 457.2, 533.4)}.get(runs_on, ())
    size = drawer(
        wide, high, back[0][1] - front[1][1], kind, t, sheet.thickness, 6.35,  # type: ignore[arg-type]
        side_clear=12.7 if runs_on == "side" else 25.4 / 16,
        deduct=42.06875 if runs_on == "under" else 0.0,
        height_clear=lower, back_clear=12.7, slide_lengths=sold, panel_clear=1.5875, groove_up=12.7,
        joint=joint, back_over=over,
    )  # fmt: skip
    assert outcome.result.lengths == pytest.approx((size.box_w, size.box_h, size.box_d))
    cut = {p.id.split("/")[1].removeprefix("box-"): (p.length, p.width) for p in outcome.parts}
    assert cut["left"] == cut["right"] == pytest.approx((size.box_d, size.box_h))
    assert cut["front"] == pytest.approx((size.front_l, size.box_h))
    assert cut["back"] == pytest.approx((size.front_l, size.back_h))
    assert sorted(cut["bottom"]) == pytest.approx(sorted((size.bottom_w, size.bottom_d)))
    for listed in outcome.parts:
        assert listed.length_of is not None
        assert listed.width_of is not None
        assert (listed.length_of.value, listed.width_of.value) == pytest.approx((listed.length, listed.width))
    opening = opening_of(plan.planned.bodies[0])
    boards = [m for m in opening.members if m.role in ("box", "runner") and m.id.startswith("c1/")]
    assert all(shared(a, b) < 1.0 for a, b in combinations(boards, 2))
    sides = [part(opening, role).solid.box for role in ("box-left", "box-right")]
    assert sides[0][0][0] - rect[0] == pytest.approx(rect[2] - sides[1][1][0])
    for board_ in boards:
        low, top = board_.solid.box
        assert rect[0] - 1e-6 <= low[0] <= top[0] <= rect[2] + 1e-6
        assert board_.role == "runner" or (rect[1] - 1e-6 <= low[2] and top[2] <= rect[3] + 1e-6)
        assert top[1] <= back[0][1] + 1e-6
    slides = [f for f in outcome.fittings if "slide" in f.kind]
    assert [f.size for f in slides] == pytest.approx(
        [max(s for s in sold if s <= back[0][1] - front[1][1] - 12.7)] if sold else []
    )


def test_a_box_goes_out_with_its_front_and_the_old_one_is_gone() -> None:
    plan = plan_of(changed(chest(), "drawer_box", MAIN))
    assert len(plan.outcomes[0].parts) == 30
    shut, out = plan.planned, opened(plan.planned, frozenset({FIRST}))
    was = part(opening_of(shut.bodies[0]), "box-left").solid.box
    now = next(b.solid.box for b in out.bodies[0].boards if b.id == "c1/box-left/o1")
    front = next(b.solid.box for b in out.bodies[0].boards if b.id == "p1/front/o1")
    assert was[0][1] - now[0][1] == pytest.approx(0.6 * (was[1][1] - was[0][1]))
    assert front[1][1] == pytest.approx(now[0][1])
    assert "p1/box-left/o1" in plan.outcomes[0].removed
    assert not [m for m in opening_of(shut.bodies[0]).members if m.id == "p1/box-left/o1"]


def test_what_does_not_go_is_refused_beside_its_field_and_what_tips_or_binds_is_told() -> None:
    project = changed(chest(), "drawer_box", FIRST)
    assert plan_of(set_value(project, "c1", "back_clear", 100.0).project).failures == ()
    shallow = changed(chest(), "drawer_box", FIRST, side_clear=40.0, height_clear=80.0, runs_on="runner")
    told = [f for f in plan_of(shallow).findings if f.code == "drawer_tips"]
    assert told[0].what.lengths[0] == pytest.approx(160.0)
    assert not [
        f for f in plan_of(apply_fix(shallow, told[0].fixes[0]).project).findings if f.code == "drawer_tips"
    ]
    thick = set_value(set_value(project, "c1", "runs_on", "under").project, "c1", "board", "pine-2x6").project
    assert plan_of(thick).failures[0].parameter == "board"
    sides = set_value(set_value(project, "c1", "runs_on", "under").project, "c1", "board", "pine-1x10").project
    assert "sides_thick" in {f.code for f in plan_of(sides).findings}
    groove = plan_of(set_value(project, "c1", "groove", 14.0).project)
    assert [f.parameter for f in groove.failures] == ["groove"]
    low = set_value(set_value(project, "c1", "runs_on", "under").project, "c1", "height_clear", 5.0).project
    assert [f.parameter for f in plan_of(low).failures] == ["height_clear"]


def test_new_parts_are_as_large_as_their_partners_and_the_rest_is_kept() -> None:
    project = changed(chest(), "drawer_parts", FIRST, left=True, back=True, blocks="new", stops="on", pack=2.0)
    plan, outcome = plan_of(project), made(project)
    old = opening_of(plan.found.bodies[0])
    right, back = part(old, "box-right").solid.box, part(old, "box-back").solid.box
    cut = {p.id.split("/")[1]: (p.length, p.width) for p in outcome.parts}
    assert cut["left"] == pytest.approx((right[1][1] - right[0][1], right[1][2] - right[0][2]))
    assert cut["back"] == pytest.approx((back[1][0] - back[0][0], back[1][2] - back[0][2]))
    assert len([own for own in cut if own.startswith("block")]) == 4
    assert len([own for own in cut if own.startswith("stop")]) == 2
    packing = [own for own in cut if own.startswith("packing")]
    runner = part(old, "runner-left").solid.box
    assert [cut[own][0] for own in packing] == pytest.approx([runner[1][1] - runner[0][1]] * 2)
    now = opening_of(plan.planned.bodies[0])
    ids = {m.id for m in now.members}
    assert {"p1/box-right/o1", "c1/left/o1", "c1/back/o1", "c1/bottom/o1"} <= ids
    assert not ids & {"p1/box-left/o1", "p1/box-back/o1", "p1/box-bottom/o1"}
    # The new side stands where its old one stood, on the outside of the box.
    assert part(now, "left").solid.box[0][0] == pytest.approx(part(old, "box-left").solid.box[0][0])
    assert "Front, right side." in {n.message.text for n in outcome.notes}
    nothing = changed(chest(), "drawer_parts", FIRST, bottom=False)
    assert [f.parameter for f in plan_of(nothing).failures] == ["bottom"]


def test_the_part_that_was_pointed_at_is_the_one_that_is_new() -> None:
    project = add_change(chest(), "drawer_parts", "p1/box-right/o5").project
    change = project.changes[-1]
    assert change.targets == ("p1/opening/o5",)
    assert (change.right, change.left, change.bottom) == (True, False, False)  # type: ignore[union-attr]


@pytest.mark.parametrize("made_of", ["joined", "new"])
def test_two_drawers_have_one_front_over_both_and_one_opening(made_of: str) -> None:
    project = changed(chest(), "regroup", FIRST, into="one", made=made_of)
    plan = plan_of(project)
    assert plan.failures == ()
    found, now = plan.found.bodies[0], plan.planned.bodies[0]
    upper, lower = (opening_of(found, own).rect for own in ("o1", "o5"))
    assert len(now.openings) == len(found.openings) - 1
    merged = opening_of(now)
    assert merged.rect == (upper[0], lower[1], upper[2], upper[3])
    boards = {b.id: b.solid.box for b in now.boards}
    fronts = [b.solid.box for b in found.boards if b.id in ("p1/front/o1", "p1/front/o5")]
    over = (min(b[0][2] for b in fronts), max(b[1][2] for b in fronts))
    if made_of == "new":
        box = boards[merged.front_id]
        assert (box[0][2], box[1][2]) == pytest.approx(over)
        assert "p1/front/o5" not in boards
        # Strips side by side are as wide as the front is high.
        fronts_cut = [p for p in plan.outcomes[0].parts if p.name == "Drawer front"]
        assert sum(p.width for p in fronts_cut) == pytest.approx(over[1] - over[0])
    else:
        assert {"p1/front/o1", "p1/front/o5"} <= boards.keys()
        battens = [box for own, box in boards.items() if "/batten/" in own]
        assert len(battens) == 2
        assert all(box[0][1] == pytest.approx(fronts[0][1][1]) for box in battens)
    # Nothing of the case stands in the new opening: a rail between them is out.
    room = [b for b in now.boards if b.role in ("rail", "shelf")]
    x0, z0, x1, z1 = merged.rect
    assert not [
        b
        for b in room
        if b.solid.box[0][0] < x1 - 1 and b.solid.box[1][0] > x0 + 1 and z0 + 1 < b.solid.box[0][2] < z1 - 5
    ]
    told = next(f for f in plan.findings if f.code == "no_box")
    whole = plan_of(apply_fix(project, told.fixes[0], plan.planned).project)
    assert whole.failures == ()
    boxed = opening_of(whole.planned.bodies[0])
    assert part(boxed, "box-left").solid.box[1][2] > upper[1]


def test_one_drawer_becomes_two_a_false_front_or_a_tray() -> None:
    """By hand: what the saw takes is lost between both; the tray's sides end at its front's height."""
    whole = form_of(chest())
    front = next(b.solid.box for b in whole.boards if b.id == "p1/front/o1")
    high = front[1][2] - front[0][2]
    plan = plan_of(changed(chest(), "regroup", FIRST, into="two", share=60, gap=4.0))
    sawn = sorted(b.solid.box for b in plan.planned.bodies[0].boards if b.id in ("p1/front/o1", "p1/front/o1~c1"))
    heights = sorted(box[1][2] - box[0][2] for box in sawn)
    assert heights == pytest.approx([(high - 4) * 0.4, (high - 4) * 0.6])
    assert len(plan.planned.bodies[0].openings) == len(whole.openings) + 1
    pair = [o for o in plan.planned.bodies[0].openings if o.id in (FIRST, f"{FIRST}~c1")]
    assert all(o.front_id in {b.id for b in plan.planned.bodies[0].boards} for o in pair)
    boxes = changed(chest(), "regroup", FIRST, into="two")
    both = plan_of(add_change(boxes, "drawer_box", pair[1].id, plan_of(boxes).planned).project)
    assert both.failures == ()
    false = plan_of(changed(chest(), "regroup", FIRST, into="false"))
    assert opening_of(false.planned.bodies[0]).holds == "panel"
    assert [round(p.width, 1) for p in false.outcomes[0].parts] == [38.0, 38.0]
    tray = plan_of(changed(chest(), "regroup", FIRST, into="tray", tray=60.0))
    members = opening_of(tray.planned.bodies[0]).members
    assert max(m.solid.box[1][2] for m in members if m.role == "box") == pytest.approx(front[0][2] + 60, abs=1.0)
    assert plan_of(changed(chest(), "regroup", FIRST, into="tray", tray=15.0)).failures[0].parameter == "tray"
    alone = plan_of(changed(chest(columns=1, rows=1), "regroup", FIRST, into="one"))
    assert [f.parameter for f in alone.failures] == ["next"]


@given(
    st.sampled_from(["bottom", "sides"]),
    st.sampled_from(["up", "across"]),
    st.floats(0, 10),
    st.sampled_from([0.0, 300.0, 520.0, 1400.0]),
)
def test_linings_cover_what_they_line_and_keep_their_direction(
    covers: str, pattern: str, short: float, roll: float
) -> None:
    project = changed(CHEST, "lining", MAIN, covers=covers, pattern=pattern, short=round(short, 2), roll=roll)
    plan = plan_of(project)
    assert plan.failures == ()
    area = 0.0
    for cut in plan.outcomes[0].rolls:
        assert cut.width <= cut.roll + 1e-6
        area += cut.width * cut.length
    wanted = 0.0
    for opening in plan.found.bodies[0].openings:
        left, right, back, bottom = (
            part(opening, f"box-{r}").solid.box for r in ("left", "right", "back", "bottom")
        )
        wide, deep = right[0][0] - left[1][0], back[0][1] - left[0][1]
        wanted += (wide - 2 * short) * (deep - 2 * short)
        if covers == "sides":
            tall = left[1][2] - bottom[1][2] - short
            wanted += 2 * tall * (wide + deep - 4 * short)
    assert area == pytest.approx(wanted, rel=1e-3)
    # Across the roll lies the drawer's width where the pattern stands upright, else its depth.
    first = [c for c in plan.outcomes[0].rolls if c.id.split("/")[2].split("-")[0] == "o1" and "bottom" in c.id]
    opening = opening_of(plan.found.bodies[0])
    wide = part(opening, "box-right").solid.box[0][0] - part(opening, "box-left").solid.box[1][0] - 2 * short
    deep = part(opening, "box-back").solid.box[0][1] - part(opening, "box-left").solid.box[0][1] - 2 * short
    across, along = (wide, deep) if pattern == "up" else (deep, wide)
    assert sum(c.width for c in first) == pytest.approx(across, abs=0.02)
    assert first
    assert all(abs(c.length - along) < 0.02 for c in first)
    assert sum(len(r.cuts) for r in plan.cut.rolls) == len(plan.outcomes[0].rolls)


CHEST = chest()


def test_a_bar_of_a_dowel_by_hand() -> None:
    """96 between screws, 30 over at each end: 156; posts of 25; a screw through 19 + 25 and not out of the bar."""
    project = changed(chest(), "pulls", MAIN, shape="dowel", spacing=96.0, ends=30.0, standoff=25.0, each="one")
    outcome = made(project)
    rod = project.shop.size(project.changes[-1].rod)  # type: ignore[union-attr]
    sizes = sorted({(p.name, round(p.length, 3)) for p in outcome.parts})
    assert sizes == [("Pull bar", 156.0), ("Pull post", 25.0)]
    assert len(outcome.parts) == 6 * 3
    screw = next(f for f in outcome.fittings if f.kind == "wood screw")
    thick = 19.0
    assert thick + 25 < screw.size < thick + 25 + rod.width
    assert screw.count == 12
    assert "pull" not in {f.kind for f in outcome.fittings}
    front = next(b.solid.box for b in plan_of(project).found.bodies[0].boards if b.id == "p1/front/o1")
    bars = [m.board.solid for m in outcome.members if m.part.name == "Pull bar"]
    assert all(bar.box[1][1] == pytest.approx(front[0][1] - 25, abs=0.2) for bar in bars)
    assert bars[0].volume == pytest.approx(math.pi * (rod.width / 2) ** 2 * 156, rel=0.03)
    on_doors = changed(chest(), "pulls", MAIN, shape="dowel")
    assert plan_of(set_value(on_doors, "c1", "rod", "pine-1x2").project).failures[0].parameter == "rod"


def test_a_drawer_on_a_guide_keeps_what_it_runs_on_until_it_is_changed() -> None:
    def on_guide(project: Project) -> Project:
        return choose_inside(project, FIRST, "drawer", "runs_on", "centre").project

    kept = plan_of(changed(on_guide(chest()), "drawer_box", FIRST, runs_on="runner"))
    assert "c1/guide/o1" in {m.id for m in opening_of(kept.planned.bodies[0]).members}
    guide = made(changed(on_guide(chest()), "drawer_parts", FIRST, guide=True, glides=2))
    assert {f.kind: f.count for f in guide.fittings} == {"drawer glide": 2, "centre guide": 1}


def test_a_new_front_is_as_large_as_the_old_one_and_takes_its_place() -> None:
    project = changed(chest(), "drawer_parts", FIRST, bottom=False, front=True)
    plan, outcome = plan_of(project), made(project)
    old = next(b.solid.box for b in plan.found.bodies[0].boards if b.id == "p1/front/o1")
    (front,) = outcome.parts
    assert (front.name, front.length, front.width) == ("Drawer front", *(old[1][k] - old[0][k] for k in (0, 2)))
    opening = opening_of(plan.planned.bodies[0])
    boards = {b.id: b for b in plan.planned.bodies[0].boards}
    new = boards[opening.front_id]
    assert new.solid.box[1][1] == old[1][1]
    assert {"p1/front/o1", "p1/knob/o1"} <= outcome.removed
    # The bottom is let into it as it was into the old one.
    assert shared(new, part(opening, "box-bottom")) < 1.0
    out = opened(plan.planned, frozenset({FIRST})).bodies[0]
    moved = next(b.solid.box for b in out.boards if b.id == new.id)
    assert moved[0][1] < new.solid.box[0][1] - 100
    pulled = plan_of(add_change(project, "pulls", FIRST, plan.planned).project)
    assert pulled.failures == ()
    assert pulled.outcomes[-1].templates[0].board == new.id


def test_what_is_left_of_packs_is_said() -> None:
    """Four hinges of packs of two: none; five screws more than asked for are spare by choice, the rest is left."""
    project = changed(chest(), "drawer_box", FIRST)
    plan = plan_of(project)
    row = next(row for row in plan.purchase.rows if row.kind == "slide pair")
    assert row.left == 0
    screws = [row for row in plan.purchase.rows if row.kind == "wood screw"]
    counts = {f.size: f.count for f in plan.outcomes[0].fittings if f.kind == "wood screw"}
    for own in screws:
        pack = next(p for p in project.shop.packs if p.id == own.pack)
        assert own.left == own.count * pack.holds - counts[own.size] - project.shop.spare_screws


def test_small_parts_thinner_than_their_wood_are_cut_as_thick_as_it_is_sold() -> None:
    """Stops and blocks where there is little room: drawn as planed, within the blank they are sawn from."""
    project = changed(chest(), "drawer_parts", FIRST, blocks="new", stops="on", bottom=False)
    small = [
        m
        for o in plan_of(project).form.outcomes
        for m in o.members
        if "stop" in m.board.id or "block" in m.board.id
    ]
    assert len(small) == 6
    for member in small:
        part_, blank = member.part, member.rough or member.board.solid
        assert blank.volume == pytest.approx(part_.length * part_.width * part_.thickness)
        assert all(a <= b + 1e-9 for a, b in zip(blank.box[0], member.board.solid.box[0], strict=True))
        assert all(a >= b - 1e-9 for a, b in zip(blank.box[1], member.board.solid.box[1], strict=True))


@pytest.mark.parametrize("system", ["inch", "mm"])
@pytest.mark.parametrize("runs_on", ["side", "under", "runner", "centre"])
@given(st.floats(700, 1400), st.floats(480, 640))
def test_no_part_of_a_box_is_listed_larger_than_it_may_be(
    runs_on: str, system: str, wide: float, deep: float
) -> None:
    """To marks of the tape, but never up: a box that is 0.8 mm too wide does not go between its slides."""
    project = set_unit(chest(columns=2, rows=1), system).project  # type: ignore[arg-type]
    for name, size in (("width", wide), ("depth", deep)):
        project = set_reading(project, name, f"{size:.2f} mm").project
    plan = plan_of(changed(project, "drawer_box", FIRST, runs_on=runs_on))
    assert not plan.failures
    exact = {p.id: p for p in plan.outcomes[0].parts}
    for listed in plan.parts:
        assert listed.length <= exact[listed.id].length + 1e-6
        assert exact[listed.id].length - listed.length < plan.shop.cut_step


def test_a_new_bottom_has_play_and_a_side_is_as_its_partner() -> None:
    """The partner is longer and higher here than the old side, which was cut to fit once."""
    project = changed(chest(), "drawer_parts", FIRST, bottom=True, left=False)
    plan = plan_of(project)
    old = part(opening_of(plan.found.bodies[0]), "box-bottom").solid.box
    (bottom,) = [b for b in plan.outcomes[0].added if "/bottom/" in b.id]
    low, high = bottom.solid.box
    for k in (0, 1):
        assert high[k] - low[k] == pytest.approx(old[1][k] - old[0][k] - 1.5)
    sizes = sorted((old[1][k] - old[0][k] - 1.5 for k in (0, 1)), reverse=True)
    (cut,) = plan.outcomes[0].parts
    assert [cut.length, cut.width] == pytest.approx(sizes)
    first = changed(chest(), "drawer_parts", FIRST, bottom=False, left=True)
    body = plan_of(first).found.bodies[0]
    left = part(opening_of(body), "box-left")
    short = structs.replace(
        left, solid=upright(rectangle(*left.solid.box[0][:2], *left.solid.box[1][:2]), 0.0, 20.0)
    )
    openings = tuple(
        structs.replace(o, members=tuple(short if m.id == left.id else m for m in o.members)) for o in body.openings
    )
    change = first.changes[-1]
    made_of = DrawerRepair(change, structs.replace(body, openings=openings), first.shop)  # type: ignore[arg-type]
    (member,) = made_of.members
    partner = part(opening_of(body), "box-right").solid.box
    assert member.board.solid.box[1][2] - member.board.solid.box[0][2] == pytest.approx(
        partner[1][2] - partner[0][2]
    )
    assert member.part.length == pytest.approx(partner[1][1] - partner[0][1])
    # Its groove is on the side of the bottom, as the old one's was.
    assert member.board.solid.box[0][0] == pytest.approx(left.solid.box[0][0])


def test_a_box_wider_than_its_opening_is_sure_to_be_is_told() -> None:
    project = chest()
    body = form_of(project)
    x0, z0, x1, z1 = opening_of(body).rect
    assert not [f for f in plan_of(project).findings if f.code == "drawer_too_wide"]
    sizes = {"across_bottom": x1 - x0, "across_top": x1 - x0 - 9.0, "up_left": z1 - z0, "up_right": z1 - z0}
    for place, size in sizes.items():
        project = set_opening_reading(project, FIRST, place, f"{size:.2f} mm").project
    (told,) = [f for f in plan_of(project).findings if f.code == "drawer_too_wide"]
    box = [m.solid.box for m in opening_of(form_of(project)).members if m.role == "box"]
    assert told.why.lengths[0] == pytest.approx(max(b[1][0] for b in box) - min(b[0][0] for b in box))
    assert told.why.lengths[1] == pytest.approx(x1 - x0 - 9.0, abs=0.01)

"""Zones by looking from points on the faces; what lies there by what was said, found, or is usual."""

import random
from collections import Counter
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.finish.test_finish_plan import finished, table
from tests.fuzzing import random_cases
from tests.planned import changed, plan_of
from tests.strategies import planned
from zygoform.core.coats.layer import GroundSaid, ZoneChoice
from zygoform.core.coats.readymade import layer_from
from zygoform.core.edits.condition import add_fault, set_made_of
from zygoform.core.edits.finishing import add_layer, leave_so, merge_zones, part_into, set_lies
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import copy_piece, new_piece, rename
from zygoform.core.edits.survey import set_reading, set_use
from zygoform.core.finish.appearance import ZoneLook, appearance
from zygoform.core.finish.beneath import Beneath, beneath, takes_stain
from zygoform.core.finish.resolved import ZonePlan
from zygoform.core.finish.surfaces import ZONE_TITLES, body_surfaces
from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.prism import Face
from zygoform.core.piecemeal import at_once
from zygoform.core.project import Project
from zygoform.files.demo import demo_project, fresh_project

CASE_SIZES = {"width": "900 mm", "height": "800 mm", "depth": "450 mm"}


def case(*, drawers: int = 2) -> Project:
    """A case with drawers over an open bay."""
    project = new_piece(fresh_project(), "Case", CASE_SIZES).project
    project = divide(project, "p1/opening/o1", "rows", drawers + 1).project
    assert project.piece is not None
    for opening in project.piece.build().bodies[0].openings[:drawers]:
        project = hold(project, opening.id, "drawer").project
    return project


def zones(project: Project) -> dict[str, ZonePlan]:
    if not project.finishing.is_begun:
        unseen = ZoneChoice("p1/unseen", state="bare")
        project = structs.replace(
            project, finishing=structs.replace(project.finishing, zones=(*project.finishing.zones, unseen))
        )
    return {plan.id.partition("/")[2]: plan for plan in plan_of(project).finish.zones}


def some_point(face: Face, draw: random.Random) -> tuple[float, ...]:
    """Anywhere on a convex face: a mean of its corners by weights that add up to one."""
    weights = [draw.random() + 1e-3 for _ in face.points]
    whole = sum(weights)
    return tuple(sum(w * p[k] for w, p in zip(weights, face.points, strict=True)) / whole for k in range(3))


def looked_at(body: Body, board: Board, face: Face, at: tuple[float, ...]) -> str:
    """What the room before a point on a case's face is: outside, behind a drawer, or a bay that shows."""
    x, y, z = (a + 2.0 * n for a, n in zip(at, face.normal, strict=True))
    inside = body.underside < z < body.underside + body.height and all(
        (bx - ax) * (y - ay) - (by - ay) * (x - ax) > 0
        for (ax, ay), (bx, by) in zip(body.plan, body.plan[1:] + body.plan[:1], strict=True)
    )
    if not inside:
        return "outside"
    for opening in body.openings:
        x0, z0, x1, z1 = opening.rect
        if x0 < x < x1 and z0 < z < z1:
            shows = opening.holds in ("door", "nothing", "knees", "flap")
            shows |= opening.front_id not in {own.id for own in body.boards}
            return "inside" if shows else "unseen"
    return "underside" if board.role == "bottom" and face.normal[2] < -0.7 else "unseen"


BROAD = {"side": 0, "upright": 0, "back": 1, "bottom": 2}
"""The axis that the large faces of a board look along."""
OUTSIDE = {"body", "back", "underside", "top", "fronts"}


@random_cases(40)
@given(planned(), st.integers(0, 9999))
def test_faces_of_a_case_lie_where_one_looks_from_them(project: Project, seed: int) -> None:
    """Of faces that lie in one zone altogether, nearly every point looks into the room of that zone."""
    draw, told = random.Random(seed), Counter[bool]()
    for body in plan_of(project).planned.bodies:
        found = at_once(body_surfaces(body))
        for board in body.boards:
            if board.role not in BROAD or board.id not in found.faces:
                continue
            whole = {s.role for s in found.surfaces if s.part_id == board.id and s.area > 0}
            for face, zone in zip(board.solid.faces, found.faces[board.id], strict=True):
                if abs(face.normal[BROAD[board.role]]) < 0.5:
                    continue  # Narrow edges, most of which other boards cover.
                room = looked_at(body, board, face, some_point(face, draw))
                fits = zone in OUTSIDE if room == "outside" else zone == room
                # A face that runs through several bays has the zone of most of it.
                told[fits or (room in whole or (room == "outside" and bool(whole & OUTSIDE)))] += 1
    assert told[False] <= 0.02 * told.total() + 1


def test_zones_of_a_case_by_hand() -> None:
    project = case()
    body, found = plan_of(project).planned.bodies[0], zones(project)
    fronts = [board for board in body.boards if board.role == "drawer"]
    faces = sum(board.solid.sizes[1] * board.solid.sizes[2] for board in fronts)
    # Less what their knobs stand on.
    assert found["fronts"].zone.area * 1e6 == pytest.approx(faces, rel=0.006)
    edges = sum(2 * t * (w + l_) for t, w, l_ in (board.solid.sizes for board in fronts))
    assert found["edges"].zone.area * 1e6 == pytest.approx(edges)
    # The open bay: both sides, what it stands on, what is over it, its back.
    bay = next(opening for opening in body.openings if opening.holds == "nothing")
    x0, z0, x1, z1 = bay.rect
    deep = min(board.solid.box[0][1] for board in body.boards if board.role == "back")
    walls = (x1 - x0) * (z1 - z0) + 2 * deep * (z1 - z0) + 2 * deep * (x1 - x0)
    assert found["inside"].zone.area * 1e6 == pytest.approx(walls, rel=0.04)
    assert set(found) <= set(ZONE_TITLES)
    # In the order they are listed.
    assert list(found) == [role for role in ZONE_TITLES if role in found]


def test_what_is_new_is_bare_wood_of_its_own_kind() -> None:
    project = changed(new_piece(fresh_project(), "Case", CASE_SIZES).project, "plank_top", "p1/body/main")
    top = zones(project)["top"].zone
    assert top.new_area == pytest.approx(top.area)
    assert "pine" in top.ground.wood
    assert top.ground.knots
    (base,) = beneath(top, ())[0]
    assert (base.new, base.bare, base.area) == (True, True, top.area)


def test_what_lies_there_is_said_or_found_or_usual() -> None:
    project = set_made_of(case(), ("p1/side/left", "p1/side/right"), "veneer on board").project
    body = zones(project)["body"].zone.ground
    assert body.veneered
    assert (body.told["material"], body.told["old"], body.old) == ("survey", "guess", "clear")
    assert zones(project)["boxes"].zone.ground.old == "bare"
    flaking = add_fault(project, "p1/side/left", "finish", (0.0, 200.0, 400.0)).project
    assert (zones(flaking)["body"].zone.ground.old, zones(flaking)["body"].zone.ground.told["old"]) == (
        "flaking",
        "survey",
    )
    ringed = add_fault(project, "p1/top/main", "stain", (400.0, 200.0, 800.0)).project
    assert zones(ringed)["top"].zone.ground.bleeds
    assert not zones(ringed)["body"].zone.ground.bleeds
    mouldy = add_fault(project, "p1/back/main", "mould", (400.0, 440.0, 400.0)).project
    assert zones(mouldy)["back"].zone.ground.smells
    said = set_lies(mouldy, "p1/back", smells=False, old="wax", wood="Red oak").project
    ground = zones(said)["back"].zone.ground
    assert (ground.smells, ground.old, ground.wood, ground.bleeds) == (False, "wax", "red oak", True)
    assert set(ground.told.values()) == {"said", "guess", "survey"}
    assert said.finishing.choice("p1/back").lies == GroundSaid("wax", "Red oak", None, False)


def test_a_set_names_whose_zones_they_are() -> None:
    project = copy_piece(case(), "p1").project
    project = rename(project, "Second", on="p2").project
    finishing = structs.replace(
        project.finishing,
        zones=(
            ZoneChoice("p1/body", layers=(layer_from("wax 1 rag"),)),
            ZoneChoice("p2/body", same_as="p1/body"),
        ),
    )
    plan = plan_of(structs.replace(project, finishing=finishing))
    both = [plan.finish.zone(zone) for zone in ("p1/body", "p2/body")]
    assert [one.zone.name for one in both if one] == ["Body, Case", "Body, Second"]
    assert [one.zone.title for one in both if one] == ["Body", "Body"]
    # They are worked piece by piece, and bought together.
    assert [batch.piece_id for batch in plan.finish.batches] == ["p1", "p2"]
    (wax,) = (row for row in plan.purchase.rows if row.kind == "wax")
    assert wax.need.endswith("body, fronts, front edges (Case, Second)")


def test_parts_pointed_elsewhere_take_their_area_along() -> None:
    project = case()
    before = zones(project)
    moved = part_into(project, "p1/side/left", "p1/body", "p1/top").project
    after = zones(moved)
    gone = before["body"].zone.area - after["body"].zone.area
    assert gone > 0.2
    assert after["top"].zone.area == pytest.approx(before["top"].zone.area + gone)
    assert after["top"].zone.role == "top"
    one = zones(merge_zones(moved, "p1/top", "p1/body").project)
    assert "top" not in one
    assert one["body"].zone.area == pytest.approx(before["top"].zone.area + before["body"].zone.area)


@pytest.mark.parametrize(
    ("kind", "roles"),
    [
        ("case", {"top", "body", "inside", "back", "underside", "unseen"}),
        # A bed head stands against a wall; a shelf on one is seen from above and below.
        ("flat_panel", {"body", "underside", "back"}),
        ("wall_shelf", {"body", "inside", "back"}),
        ("lidded_box", {"top", "body", "inside", "underside"}),
        ("seat", {"top", "legs", "body", "underside"}),
        ("table", {"top", "legs", "body", "inside", "underside"}),
    ],
)
def test_every_kind_of_piece_has_the_zones_its_maker_would_name(kind: str, roles: set[str]) -> None:
    form = plan_of(new_piece(fresh_project(), "Piece", {}, kind).project).planned
    assert {s.role for body in form.bodies for s in at_once(body_surfaces(body)).surfaces if s.area > 0} == roles


def test_under_a_seat_is_the_underside_and_under_a_lid_the_inside() -> None:
    for kind, role, wanted in (("seat", "seat", "underside"), ("lidded_box", "lid", "inside")):
        project = new_piece(fresh_project(), "Own", CASE_SIZES, kind).project
        for body in plan_of(project).planned.bodies:
            found = at_once(body_surfaces(body))
            boards = [board for board in body.boards if board.role == role]
            assert boards, (kind, {board.role for board in body.boards})
            for board in boards:
                down = [
                    zone
                    for face, zone in zip(board.solid.faces, found.faces[board.id], strict=True)
                    if face.normal[2] < -0.9
                ]
                assert set(down) == {wanted}


def under(old: str, *layers: str) -> Beneath:
    """What is there in the end of a stack on old wood."""
    project = set_lies(finished(table(), "wax 1 rag"), "p1/top", old=old).project
    top = zones(project)["top"].zone
    (base,) = beneath(top, tuple(map(layer_from, layers)))[-1]
    return base


@pytest.mark.parametrize(
    ("old", "layers", "wanted"),
    [
        ("clear", (), {"last": "old clear", "bare": False, "dull": False}),
        ("clear", ("scuff 180",), {"dull": True, "bare": False}),
        ("clear", ("sander 80 120",), {"last": "", "bare": True, "dull": True}),
        ("flaking", ("scraper",), {"flaking": False, "dull": True, "last": "old paint"}),
        ("wax", ("mineral spirits 1",), {"greasy": True}),
        ("wax", ("mineral spirits 2",), {"greasy": False, "last": "old wax"}),
        ("oil", ("stripper",), {"greasy": False, "bare": True}),
        ("foil", ("sander 80",), {"last": "foil", "bare": False}),
        ("bare", ("stain blocker 2 brush", "enamel 1 brush"), {"blocked": 1, "last": "enamel", "dull": False}),
        ("bare", ("light filler",), {"filled": frozenset({"light filler"}), "bare": True}),
        ("paint", ("stain blocker 1 brush", "sander 80"), {"blocked": 0, "coats": ()}),
    ],
)
def test_what_a_stack_leaves(old: str, layers: tuple[str, ...], wanted: dict[str, Any]) -> None:
    base = structs.asdict(under(old, *layers))
    assert {name: base[name] for name in wanted} == wanted


def test_only_bare_wood_takes_stain() -> None:
    assert takes_stain(under("bare"))
    assert takes_stain(under("bare", "conditioner 1 rag", "oil stain 1 rag", "paint wash 1 rag"))
    assert not takes_stain(under("clear", "scuff 180"))
    assert not takes_stain(under("bare", "shellac 1 brush", "oil stain 1 rag"))


def look(*layers: str, old: str = "clear", wood: str = "oak", colour: str = "k1") -> ZoneLook:
    project = set_lies(finished(table(), "wax 1 rag"), "p1/top", old=old, wood=wood).project
    plan = zones(project)["top"]
    finishing = demo_project().finishing
    made = tuple(
        structs.replace(own, colour=colour) if own.doing == "colour" else own for own in map(layer_from, layers)
    )
    return appearance(structs.replace(plan, layers=made), finishing, ())


def test_a_zone_looks_as_its_coats_make_it() -> None:
    blue, oak = "#3b5d7a", look("sander 80 120").rgb
    painted = look("scuff 180", "adhesion primer 1 roller", "acrylic paint 2 roller")
    assert painted == ZoneLook(blue, grain=False)
    # A clear over it changes nothing; over wood it warms the tone.
    assert look("acrylic paint 2 roller", "water clear 2 foam") == painted
    assert look("sander 80", "hardwax oil 2 rag").rgb < oak
    assert look("sander 80", "hardwax oil 2 rag").grain
    # Stain and wash let the wood through, each its own way; stripped it is wood again.
    stained, washed = look("sander 80", "oil stain 1 rag"), look("sander 80", "paint wash 1 rag")
    assert stained.grain
    assert washed.grain
    assert len({blue, oak, stained.rgb, washed.rgb}) == 4
    assert look("acrylic paint 2 roller", "sander 80 120").rgb == oak
    assert look(wood="walnut", old="bare").rgb != look(wood="maple", old="bare").rgb
    assert look(old="paint") == look(old="flaking") != look(old="clear")
    # A primer that is clear is not seen.
    assert look("bonding primer 1 roller") == look()
    assert look("effect: mineral paint 1 brush", colour="").rgb not in (oak, blue)


def test_what_is_turned_in_under_a_piece_or_to_a_wall_is_no_body() -> None:
    """By hand: of a base its front and both ends are seen, from outside; of what hangs nothing that looks back."""
    body = plan_of(case()).planned.bodies[0]
    bases = [board for board in body.boards if board.role == "base"]
    seen = sum(
        s.area
        for s in at_once(body_surfaces(body)).surfaces
        if s.part_id in {b.id for b in bases} and s.role == "body"
    )
    high = -bases[0].solid.box[0][2]
    (x0, x1), (y0, y1) = (
        (min(b.solid.box[0][k] for b in bases), max(b.solid.box[1][k] for b in bases)) for k in (0, 1)
    )
    thick = min(b.solid.sizes[0] for b in bases)
    assert seen == pytest.approx((x1 - x0 + 2 * (y1 - y0)) * high, rel=2 * thick / (y1 - y0))
    for kind in ("wall_shelf", "flat_panel"):
        (body,) = plan_of(new_piece(fresh_project(), "Piece", {}, kind).project).planned.bodies
        behind = {s.role for s in at_once(body_surfaces(body)).surfaces for b in body.boards if b.id == s.part_id}
        assert "back" in behind
        for board in body.boards:
            roles = at_once(body_surfaces(body)).faces[board.id]
            back = [r for face, r in zip(board.solid.faces, roles, strict=True) if face.normal[1] > 0.9]
            assert set(back) <= {"back"}, board.id


def test_a_bay_that_shelves_open_is_an_inside() -> None:
    project = case(drawers=3)
    before = zones(project)
    after = zones(changed(project, "shelves", "p1/opening/o1", reach="column"))
    assert "boxes" in before
    assert "boxes" not in after
    assert after["inside"].zone.area > before["inside"].zone.area + before["unseen"].zone.area / 2
    # It is not said to be bare by itself any more: what is to become of it is asked.
    assert after["inside"].state == ""


@pytest.mark.parametrize(
    ("kind", "holds", "change", "values"),
    [
        ("case", "door", "doors_off", {"instead": "containers"}),
        ("case", "drawer", "lining", {}),
        ("lidded_box", "", "", {}),
    ],
)
def test_linings_containers_and_cushions_are_not_masked(
    kind: str, holds: str, change: str, values: dict[str, object]
) -> None:
    project = new_piece(fresh_project(), "Piece", CASE_SIZES, kind).project
    if kind == "lidded_box":
        project = set_reading(project, "seat_height", "60 mm").project
    else:
        project = changed(hold(project, "p1/opening/o1", holds).project, change, "p1/opening/o1", **values)  # type: ignore[arg-type]
    found = zones(project)
    assert "padding" not in found
    assert not [zone for zone in found.values() if zone.state == "masked"]


@pytest.mark.parametrize("use", ["outdoors", "wet"])
def test_in_damp_what_nobody_sees_is_coated_with_the_body_by_itself(use: str) -> None:
    project = case()
    layers = (layer_from("exterior paint 2"),)
    finishing = structs.replace(project.finishing, zones=(ZoneChoice("p1/body", layers=layers),))
    project = structs.replace(project, finishing=finishing)
    for role in ("back", "underside", "unseen"):
        assert (zones(project)[role].state, zones(project)[role].layers) == ("bare", ())
    damp = set_use(project, use, True, "p1").project
    for role in ("back", "underside", "unseen"):
        assert (zones(damp)[role].state, zones(damp)[role].layers) == ("", layers)
        # Left bare it stays bare; changed there, it has layers of its own.
        assert zones(leave_so(damp, f"p1/{role}", "bare").project)[role].layers == ()
        own = add_layer(damp, f"p1/{role}", "sand", 0).project
        assert [layer.doing for layer in own.stack(f"p1/{role}").layers] == ["sand", *(x.doing for x in layers)]

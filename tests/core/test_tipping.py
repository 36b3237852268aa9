"""What tips: told where it does, by the sums of the handbook, and never the contrary."""

import math
from collections.abc import Iterable

import pytest

from tests.core.changes.test_backs import backed
from tests.core.changes.test_shelves import chest, form_of
from tests.planned import plan_of
from zygoform.core.condition.use import CARPET
from zygoform.core.edits.fronts import hold
from zygoform.core.edits.planning import add_change, apply_fix, set_value
from zygoform.core.edits.survey import set_reading, set_use
from zygoform.core.findings.rules.tipping import CHILD_KG, TRAVEL
from zygoform.core.form.form import Board, Body
from zygoform.core.ids import goes_with
from zygoform.core.outcome.outcome import Finding
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project


def told(project: Project) -> Finding | None:
    plan = compile_plan(project)
    assert plan is not None
    found = [f for f in plan.findings if f.code == "tips"]
    assert len(found) < 2
    return found[0] if found else None


def sized(project: Project, **sizes: float) -> Project:
    for name, mm in sizes.items():
        project = set_reading(project, name, f"{mm} mm").project
    return project


def words(finding: Finding | None) -> str:
    return finding.what.words(str) if finding else ""


def test_a_shallow_chest_with_its_drawers_out_tips_and_a_deep_one_does_not() -> None:
    shallow = sized(chest(columns=1, rows=5), width=800, height=1200, depth=300)
    assert "tips forward" in words(told(shallow))
    deep = sized(chest(columns=1, rows=6), width=1200, height=700, depth=600)
    for opening in form_of(deep).openings[1:]:
        deep = hold(deep, opening.id, "door").project
    assert told(deep) is None
    child = set_use(deep, "children", True, "p1").project
    assert told(child) is None or "child" in words(told(child))
    finding = told(shallow)
    assert finding is not None
    anchored = apply_fix(shallow, finding.fixes[0]).project
    assert told(anchored) is None
    assert "wall strap" in {row.kind for row in plan_of(anchored).purchase.rows}
    said = finding.what.words(str) + finding.why.words(str)
    assert "Fix it to studs" in said
    assert "safe" not in said.lower()
    assert "compl" not in said.lower()


def test_the_ratio_is_that_of_a_sum_by_hand() -> None:
    """A chest of one drawer: every board's weight at its middle, about the front of the base."""
    project = sized(chest(columns=1, rows=1), width=700, height=600, depth=420)
    plan = compile_plan(project)
    assert plan is not None
    (body,) = plan.planned.bodies
    opening = body.openings[0]
    drawer = {m.id: m for m in opening.members if m.role == "box"}
    drawer |= {b.id: b for b in body.boards if b.role in ("drawer", "knob")}
    (front, back) = (f(b.solid.box[k][1] for b in body.boards if b.role == "base") for f, k in ((min, 0), (max, 1)))
    low = -body.base_height
    tilt = math.atan(CARPET / (back - front))

    def turning(mass: float, y: float, z: float) -> float:
        return mass * ((y - front) * math.cos(tilt) - (z - low) * math.sin(tilt))

    held = []
    for board in body.boards:
        if board.id in drawer:
            continue
        density = {"plywood": 600.0}.get(board.likely, 600.0)
        (_, y0, z0), (_, y1, z1) = board.solid.box
        held.append(turning(board.solid.volume * 1e-9 * density, (y0 + y1) / 2, (z0 + z1) / 2))
    boxes = [b.solid.box for b in drawer.values() if b.role == "box"]
    size = [max(h[k] for _, h in boxes) - min(b[k] for b, _ in boxes) for k in range(3)]
    mass = sum(b.solid.volume for b in drawer.values()) * 1e-9 * 600
    load = size[0] * size[1] * size[2] / 304.8**3 * 8.5 * 0.45359237
    y = min(b.solid.box[0][1] for b in drawer.values()) + size[1] / 2 - TRAVEL * size[1]
    held.append(turning(mass + load, y, (opening.rect[1] + opening.rect[3]) / 2))
    ratio = sum(t for t in held if t > 0) / -sum(t for t in held if t < 0)
    finding = told(project)
    assert 0.5 < ratio < 1.5
    assert finding is not None
    assert f"{ratio:.1f} times" in finding.why.words(str)


def test_legs_set_in_and_wind_and_a_load_on_top_are_told() -> None:
    plain = sized(chest(columns=1, rows=3), width=900, height=700, depth=520)
    legs = add_change(plain, "legs", "p1/body/main").project
    far = set_value(legs, "c1", "setback", 120.0).project
    near, set_in = told(legs), told(far)
    assert set_in is not None
    assert near is None or near.why != set_in.why or near.what != set_in.what
    screen = sized(chest(columns=1, rows=1), width=1500, height=1900, depth=300)
    outdoors = set_use(screen, "outdoors", True, "p1").project
    assert told(outdoors) is not None


def turned(body: Body, parts: Iterable[Board], tilt: float) -> list[float]:
    """kg mm of boards of 600 kg/m³ as they lie, about the front of the base; + holds it down."""
    front, low = min(b.solid.box[0][1] for b in body.boards if b.role == "base"), -body.base_height
    found = []
    for board in parts:
        (_, y0, z0), (_, y1, z1) = board.solid.box
        lever = ((y0 + y1) / 2 - front) * math.cos(tilt) - ((z0 + z1) / 2 - low) * math.sin(tilt)
        found.append(board.solid.volume * 6e-7 * lever)
    return found


def body_of(project: Project) -> tuple[Body, float]:
    """The one there is, and how it leans on a carpet (radians)."""
    (body,) = plan_of(project).planned.bodies
    ys = [b.solid.box[k][1] for b in body.boards if b.role == "base" for k in (0, 1)]
    return body, math.atan(CARPET / (max(ys) - min(ys)))


@pytest.mark.parametrize("use", ["children", "outdoors"])
def test_what_it_carries_does_not_hold_it_down_while_it_is_empty(use: str) -> None:
    """A case on high legs set far in, that tips empty, and stands once it is loaded."""
    project = sized(chest(columns=1, rows=1), width=1400, height=900, depth=450)
    for opening in form_of(project).openings:
        project = hold(project, opening.id, "nothing").project
    project = set_use(add_change(project, "legs", "p1/body/main").project, use, True, "p1").project
    project = set_value(set_value(project, "c1", "height", 300.0).project, "c1", "setback", 60.0).project
    empty = told(project)
    assert empty is not None
    loaded = told(set_use(project, "carries", "500 kg", "p1").project)
    assert loaded is not None
    assert words(loaded) == words(empty) + ", empty"


def test_doors_open_count_by_a_sum_by_hand() -> None:
    """A cupboard, its two doors a right angle open: their middles come out by half their width."""
    project = sized(chest(columns=2, rows=1), width=900, height=1500, depth=260)
    for opening in form_of(project).openings:
        project = hold(project, opening.id, "door").project
    body, tilt = body_of(project)
    doors = [b for b in body.boards if b.role in ("door", "knob")]
    held = turned(body, [b for b in body.boards if b not in doors], tilt)
    front, low = min(b.solid.box[0][1] for b in body.boards if b.role == "base"), -body.base_height
    for opening in body.openings:
        own = [b for b in doors if goes_with(b.id, opening.id)]
        x0, z0, x1, z1 = opening.rect
        y = min(b.solid.box[0][1] for b in own) - (x1 - x0) / 2
        lever = (y - front) * math.cos(tilt) - ((z0 + z1) / 2 - low) * math.sin(tilt)
        held.append(sum(b.solid.volume for b in own) * 6e-7 * lever)
    ratio = sum(t for t in held if t > 0) / -sum(t for t in held if t < 0)
    finding = told(project)
    assert finding is not None
    assert "with its doors open" in words(finding)
    assert f"{ratio:.1f} times" in finding.why.words(str)


def test_a_child_hangs_on_the_front_of_the_drawer_that_is_out() -> None:
    """Its weight acts at the front's face: what comes out before that, and no farther."""
    project = sized(chest(columns=3, rows=1), width=1200, height=500, depth=600)
    for opening in form_of(project).openings[1:]:
        project = hold(project, opening.id, "nothing").project
    project = set_use(project, "children", True, "p1").project
    body, tilt = body_of(project)
    opening, front = body.openings[0], min(b.solid.box[0][1] for b in body.boards if b.role == "base")
    boxes = [m.solid.box for m in opening.members if m.role == "box"]
    wide, deep, high = (max(h[k] for _, h in boxes) - min(b[k] for b, _ in boxes) for k in range(3))
    moving = [b for b in body.boards if b.role in ("drawer", "knob")]
    moving += [m for m in opening.members if m.role == "box"]
    held = turned(body, [b for b in body.boards if b not in moving], tilt)
    face, z = min(b.solid.box[0][1] for b in moving), (opening.rect[1] + opening.rect[3]) / 2 + body.base_height
    mass = sum(b.solid.volume for b in moving) * 6e-7 + wide * deep * high / 304.8**3 * 8.5 * 0.45359237
    out = face + deep / 2 - TRAVEL * deep - front
    held.append(mass * (out * math.cos(tilt) - z * math.sin(tilt)))
    hung = face - TRAVEL * deep - front
    held.append(CHILD_KG * (hung * math.cos(tilt) - z * math.sin(tilt)))
    ratio = sum(t for t in held if t > 0) / -sum(t for t in held if t < 0)
    finding = told(project)
    assert finding is not None
    assert "child" in words(finding)
    assert f"{ratio:.1f} times" in finding.why.words(str)


@pytest.mark.parametrize("kind", ["table", "seat", "lidded_box"])
def test_what_has_no_drawers_and_stands_broad_is_left_alone(kind: str) -> None:
    assert told(chest(kind=kind)) is None


def test_a_panel_stands_by_nothing_of_its_own() -> None:
    assert told(backed("flat_panel")) is None

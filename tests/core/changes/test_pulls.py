"""Pulls: where they go, what becomes of the old holes, by brute force over all spacings and kinds of fixing."""

import itertools
import math

import pytest

from tests.core.changes.test_shelves import chest, form_of
from tests.planned import changed, made, plan_of
from zygoform.core.drawing.swings import drilling
from zygoform.core.edits.planning import add_change, apply_fix, set_value
from zygoform.core.edits.survey import choose_inside, set_inside
from zygoform.core.edits.workshop import set_unit
from zygoform.core.form.inside.opened import opened
from zygoform.core.geometry.pull_holes import distance_to_ellipse, reuse
from zygoform.core.goods.fittings import hole_use
from zygoform.core.ids import own_of
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project

MAIN = "p1/body/main"


def test_every_pair_of_spacings_is_decided_as_the_wood_between_the_holes_says() -> None:
    """0 to 300 mm in steps of 1: the new holes as stretches of wood against those of the plugs, counted apart."""
    for old, new in itertools.product(range(301), repeat=2):
        found = reuse(old, new)
        olds = {-old / 2, old / 2}
        news = [0.0] if new == 0 else [-new / 2, new / 2]
        for status, hole in zip(found.status, news, strict=True):
            nearest = min(olds, key=lambda place, hole=hole: abs(place - hole))  # type: ignore[misc]
            if abs(nearest - hole) <= 0.3:
                assert status == "same"
                continue
            plug, bore = sorted(((nearest - 4, nearest + 4), (hole - 2.5, hole + 2.5)))
            between = bore[0] - plug[1]
            assert status == ("overlap" if between < 0 else "thin" if between < 3 else "clear"), (old, new)
        assert (found.verdict == "as they are") == (set(found.status) == {"same"})


def test_every_way_to_fix_a_pull_against_every_kind_of_hole() -> None:
    """The rules in words: what needs wood never goes into an open hole; what breaks out is dowelled first."""
    fixings, holes = ("screw", "wood", "bolt", "plate"), ("through", "blind", "plugged", "filled")
    for fixing, hole, status, covered in itertools.product(
        fixings, holes, ("same", "clear", "thin", "overlap"), (False, True)
    ):
        use = hole_use(fixing, hole, status, covered=covered)  # type: ignore[arg-type]
        if fixing == "plate":
            assert use.use == ("cover" if covered else "plug")
        elif status in ("thin", "overlap"):
            assert use.use == "dowel"
        elif status == "same":
            needs_wood = fixing == "wood"
            if hole == "through":
                assert use.use == ("plug" if needs_wood else "again")
            elif hole == "blind":
                assert use.use == ("again" if needs_wood else "deeper")
            elif hole == "filled" and needs_wood:
                assert use.use == "never"
            else:
                assert use.use == "bore"
        else:
            assert use.use in ("cover", "plug")
            assert (use.use == "plug") == (hole in ("through", "blind") and not covered)


@pytest.mark.parametrize(("a", "b"), [(50.0, 15.0), (15.0, 50.0), (20.0, 20.0)])
def test_the_way_to_an_oval_plates_edge_is_that_to_its_nearest_point(a: float, b: float) -> None:
    ring = [(a * math.cos(k / 5000 * math.tau), b * math.sin(k / 5000 * math.tau)) for k in range(5000)]
    for x, y in itertools.product((0.0, 3.0, 11.0, 18.0, 40.0), (0.0, 2.0, 9.0, 30.0)):
        brute = min(math.dist((x, y), place) for place in ring)
        assert distance_to_ellipse(a, b, x, y) == pytest.approx(brute, abs=0.05), (x, y)


def measured(spacing: str, through: bool = True) -> Project:
    """Two old holes in each front of one column, so far apart."""
    project = chest(columns=1)
    for opening in form_of(project).openings:
        project = choose_inside(project, opening.id, "drawer", "pull_holes", 2).project
        project = set_inside(project, opening.id, "drawer", "hole_spacing", spacing).project
        if not through:
            project = choose_inside(project, opening.id, "drawer", "holes_through", False).project
    return project


def test_holes_by_hand_and_the_old_ones_used_again_plugged_or_dowelled() -> None:
    project = changed(measured("96 mm"), "pulls", MAIN, spacing=96.0, each="one")
    outcome = made(project)
    assert {f.kind: f.count for f in outcome.fittings} == {"pull": 3, "machine screw": 6}
    (template,) = outcome.templates
    (left, low), (right, _) = (place for place, _ in template.holes)
    assert right - left == pytest.approx(96.0)
    assert left + right == pytest.approx(template.width)
    assert low == pytest.approx(template.height / 2)
    assert not outcome.findings

    near = plan_of(set_value(project, "c1", "spacing", 101.6).project)
    told = next(f for f in near.findings if f.code == "holes_break_out")
    assert {f.kind: f.count for f in near.outcomes[0].fittings}["dowel"] == 6
    steps = [step.id.rsplit("/", 1)[-1] for step in near.work.steps]
    assert steps.index("plug") < steps.index("check") < steps.index("bore") < steps.index("fix")
    # One click takes those that fit the old holes.
    again = apply_fix(set_value(project, "c1", "spacing", 101.6).project, told.fixes[0]).project
    assert "dowel" not in {f.kind for f in made(again).fittings}

    far = made(set_value(project, "c1", "spacing", 160.0).project)
    assert {f.kind: f.count for f in far.fittings}["dowel"] == 6
    plate = set_value(set_value(project, "c1", "spacing", 160.0).project, "c1", "plate_w", 200.0).project
    hidden = made(set_value(plate, "c1", "plate_h", 30.0).project)
    assert "dowel" not in {f.kind for f in hidden.fittings}


def test_wood_screws_are_not_sent_into_open_holes() -> None:
    project = changed(measured("96 mm"), "pulls", MAIN, spacing=96.0, each="one", fixing="wood")
    told = next(f for f in plan_of(project).findings if f.code == "needs_wood")
    assert "needs_wood" not in {f.code for f in plan_of(apply_fix(project, told.fixes[0]).project).findings}
    blind = changed(measured("96 mm", through=False), "pulls", MAIN, spacing=96.0, each="one", fixing="wood")
    assert "needs_wood" not in {f.code for f in plan_of(blind).findings}


def test_a_screw_goes_through_the_front_and_what_is_glued_on_it() -> None:
    """19.05 thick, 4 to 8 of thread: 23.05 to 27.05; with 6 of trim on it 29.05 to 33.05."""
    project = changed(chest(columns=1), "pulls", MAIN, each="one", thread=8.0)
    screw = next(f for f in made(project).fittings if f.kind == "machine screw")
    front = next(b.solid.box for b in form_of(chest(columns=1)).boards if b.role == "drawer")
    thick = front[1][1] - front[0][1]
    assert thick + 4 <= screw.size <= thick + 8
    thicker = made(set_value(project, "c1", "glued_on", 6.35).project)
    longer = next(f for f in thicker.fittings if f.kind == "machine screw")
    assert thick + 6.35 + 4 <= longer.size <= thick + 6.35 + 8


def test_pulls_line_up_over_unlike_drawers_and_move_out_with_them() -> None:
    project = changed(chest(columns=1), "pulls", MAIN, line="top", down=50.0, each="two")
    plan = plan_of(project)
    fronts = {b.id: b.solid.box for b in plan.planned.bodies[0].boards if b.role == "drawer"}
    pulls = list(plan.outcomes[0].added)
    assert len(pulls) == 6
    for pull in pulls:
        low, high = pull.solid.box
        middle = (low[2] + high[2]) / 2
        (own,) = [box for box in fronts.values() if box[0][2] < middle < box[1][2]]
        assert own[1][2] - middle == pytest.approx(50.0)
    opening = plan.planned.bodies[0].openings[0]
    out = opened(plan.planned, frozenset({opening.id})).bodies[0]
    moved = [b.id for b in out.boards if b.id.startswith("c1/") and b not in plan.planned.bodies[0].boards]
    assert len(moved) == 2
    refused = plan_of(set_value(project, "c1", "down", 399.0).project).failures
    assert [failure.parameter for failure in refused] == ["down"]


def test_the_drawing_says_from_where_to_where_each_hole_is() -> None:
    """Two pulls of 96 at a quarter and three: by hand from the edge, hole to hole, and up; one front for all."""
    project = changed(chest(), "pulls", MAIN, each="two", spacing=96.0, line="top", down=60.0)
    plan = plan_of(project)
    low, high = next(b.solid.box for b in plan.planned.bodies[0].boards if b.id == "p1/front/o1")
    wide, tall = high[0] - low[0], high[2] - low[2]
    dims = drilling(plan.planned, plan.outcomes[0].templates)
    across = [dim for dim in dims if dim.side == "above"]
    steps = [wide / 4 - 48, 96.0, wide / 2 - 96, 96.0]
    assert [dim.size for dim in across] == pytest.approx(steps)
    assert [dim.size for dim in dims if dim.side == "right"] == pytest.approx([tall - 60.0])
    ends = [low[0], *itertools.accumulate(steps, initial=low[0])][1:]
    assert [(dim.start[0], dim.end[0]) for dim in across] == [
        pytest.approx(pair) for pair in itertools.pairwise(ends)
    ]
    assert all(dim.start[1] == pytest.approx(high[2] - 60) for dim in across)


@pytest.mark.parametrize(
    ("system", "spacing", "words"),
    [
        ("inch", 128.0, '5 3/64" (128 mm)'),
        ("mm", 128.0, "128 mm"),
        ("inch", 76.2, '3"'),
        ("mm", 76.2, '76.2 mm (3")'),
        ("inch", 96.0, '3 25/32" (96 mm)'),
    ],
)
def test_holes_are_told_in_the_pulls_own_system_too_and_from_one_to_the_other(
    system: str, spacing: float, words: str
) -> None:
    """By hand: 128 mm is 5.0394 in, 5 3/64 to the nearest; two places of a hole differ by the same."""
    project = set_unit(chest(), system).project  # type: ignore[arg-type]
    plan = plan_of(changed(project, "pulls", MAIN, each="one", spacing=spacing))
    (note, *_) = [note for note in plan.outcomes[0].notes if note.label == "Holes"]
    said = note.message.words(plan.shop.unit.show).replace("\u00a0", " ")
    assert said.endswith(f"; from one to the other {words}.")
    low, high, _, apart = note.message.lengths
    assert high - low == pytest.approx(apart) == pytest.approx(spacing)
    dims = drilling(plan.planned, plan.outcomes[0].templates)
    assert words in [plan.shop.unit.plain(dim.size) for dim in dims if dim.side == "above"]


def with_strips(gap: float, on: str = "drawers", **values: object) -> Project:
    """Level strips an inch wide over the drawers, or the first one, then new pulls."""
    where = MAIN if on == "drawers" else "p1/front/o1"
    project = changed(chest(columns=1), "pattern", where, family="slats", gap=gap, angle=0.0, on=on)
    return add_change_with(project, "pulls", MAIN, **{"shape": "bar", "spacing": 96.0, "each": "one", **values})


def add_change_with(project: Project, kind: str, target: str, **values: object) -> Project:
    added = add_change(project, kind, target)
    done, (own,) = added.project, added.touched
    for name, value in values.items():
        done = set_value(done, own, name, value).project
    return done


def test_new_pulls_over_strips_end_what_was_said_of_the_old_knobs() -> None:
    before = changed(chest(columns=1), "pattern", MAIN, family="slats", gap=0.0)
    old = plan_of(before)
    assert "pull_screws" in {f.code for f in old.findings}
    assert any("Bore the pulls' holes through" in step.what.text for step in old.work.steps)
    new = plan_of(with_strips(0.0))
    assert "pull_screws" not in {f.code for f in new.findings}
    assert not any("Bore the pulls' holes through" in step.what.text for step in new.work.steps)
    # On one drawer alone the other knobs go on again.
    some = plan_of(add_change_with(before, "pulls", "p1/front/o1"))
    assert "pull_screws" in {f.code for f in some.findings}


def test_screws_are_as_long_as_what_lies_under_each_pull_wants() -> None:
    """Strips on the first drawer alone: its screws are by a strip longer than those of the two bare ones."""
    plan = plan_of(with_strips(0.0, on="this", thread=8.0))
    screws = [f for f in plan.outcomes[1].fittings if f.kind == "machine screw"]
    thick = next(b.solid.box for b in form_of(chest(columns=1)).boards if b.role == "drawer")
    bare, strip = thick[1][1] - thick[0][1], 6.35
    assert [screw.count for screw in screws] == [4, 2]
    for screw, through in zip(screws, (bare, bare + strip), strict=True):
        assert through + 4 <= screw.size <= through + 8


@pytest.mark.parametrize("line", ["middle", "top", "share"])
@pytest.mark.parametrize("gap", [12.0, 30.0, 60.0])
def test_a_pull_over_a_strip_and_a_gap_is_told_with_the_shift_that_settles_it(gap: float, line: str) -> None:
    """Found again by laying the feet over the strips' own edges: no edge goes through a foot after the shift."""
    told = 0
    for down in (52.0, 61.0, 83.0):
        project = with_strips(gap, line=line, down=down, up=round(100 - down / 2))
        plan = plan_of(project)
        found = next((f for f in plan.findings if f.code == "pull_uneven"), None)
        assert (found is not None) == cut_by_an_edge(plan)
        if found is None or not found.fixes:
            continue
        told += 1
        mended = apply_fix(project, found.fixes[0]).project
        assert not cut_by_an_edge(plan_of(mended))
        assert not [f for f in plan_of(mended).findings if f.code == "pull_uneven"]
    assert told or (gap, line) in {(12.0, "middle"), (12.0, "top"), (12.0, "share"), (60.0, "middle")}


def cut_by_an_edge(plan: Plan) -> bool:
    """Whether the edge of a level strip goes through a foot, 12 mm wide, of any pull."""
    body = plan.planned.bodies[0]
    for board in body.boards:
        if board.role == "drawer":
            mine = [p for p in body.boards if p.id.startswith("c2/pull/") and own_of(board.id) in p.id]
            edges = {z for strip in board.on_face for z in (strip.solid.box[0][2], strip.solid.box[1][2])}
            # Strips side by side have no edge between them.
            edges = {
                z
                for z in edges
                if sum(abs(z - s.solid.box[k][2]) < 0.01 for s in board.on_face for k in (0, 1)) == 1
            }
            for pull in mine:
                middle = (pull.solid.box[0][2] + pull.solid.box[1][2]) / 2
                if any(abs(edge - middle) < 6.0 - 0.01 for edge in edges):
                    return True
    return False

"""A case piece as geometry: boards never overlap, openings fill the front, readings are trusted."""

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs
from shapely.geometry import Polygon

from tests.fuzzing import random_cases
from tests.outlines import outline_of
from tests.strategies import bent, case_piece, pieces
from zygoform.core.edits.fronts import divide, hold, join, set_cell_size
from zygoform.core.edits.pieces import new_piece, rename
from zygoform.core.edits.survey import set_reading
from zygoform.core.errors import BadInputError
from zygoform.core.form.front import Cell, Division, Opening, lay_out, share_out
from zygoform.core.form.piece import over_all, unmeasured
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.measure.param import params
from zygoform.core.measure.reading import Reading
from zygoform.core.project import Project
from zygoform.files.demo import counter_begun, fresh_project


def fresh(width: str = "60 in", height: str = "34 in", depth: str = "20 in") -> Project:
    return new_piece(fresh_project(), "Counter", {"width": width, "height": height, "depth": depth}).project


@random_cases(40)
@given(pieces())
def test_no_two_boards_take_the_same_room(project: Project) -> None:
    form = case_piece(project).build()
    upright = [b for b in form.boards if b.role != "knob"]
    for a, b in itertools.combinations(upright, 2):
        (ax0, ay0, az0), (ax1, ay1, az1) = a.solid.box
        (bx0, by0, bz0), (bx1, by1, bz1) = b.solid.box
        if min(az1, bz1) - max(az0, bz0) > 0.01:
            common = Polygon(outline_of(a)).intersection(Polygon(outline_of(b))).area
            assert common < 1.0 or {a.role, b.role} & {"drawer", "door"}, (a.id, b.id, common)
        del ax0, ay0, ax1, ay1, bx0, by0, bx1, by1


@random_cases(40)
@given(pieces())
def test_the_piece_measures_what_was_measured(project: Project) -> None:
    piece = case_piece(project)
    form = piece.build()
    (x0, y0, z0), (x1, y1, z1) = form.box
    assert z1 - z0 == pytest.approx(piece.height[-1].value)
    square = piece.corner_left[-1].value == piece.corner_right[-1].value == 90
    if square:
        knobs = any(b.role == "knob" for b in form.boards)
        assert x1 - x0 == pytest.approx(piece.width[-1].value)
        assert y1 - y0 == pytest.approx(piece.depth[-1].value, abs=25 if knobs else 1e-6)


@random_cases(40)
@given(pieces())
def test_openings_fill_the_front_between_the_rails(project: Project) -> None:
    form = case_piece(project).build()
    body = form.bodies[0]
    rects = [o.rect for o in body.openings]
    for a, b in itertools.combinations(rects, 2):
        apart = a[2] <= b[0] + 1e-6 or b[2] <= a[0] + 1e-6 or a[3] <= b[1] + 1e-6 or b[3] <= a[1] + 1e-6
        assert apart
    assert all(x1 - x0 > 0 and z1 - z0 > 0 for x0, z0, x1, z1 in rects)
    assert len({o.id for o in body.openings}) == len(rects)
    assert len({board.id for board in form.boards}) == len(form.boards)
    # What is pulled open has one knob, in its own front; what stays shut has a front alone, what is open nothing.
    boards = {board.id: board for board in form.boards}
    for opening in body.openings:
        own = opening.id.rsplit("/", 1)[1]
        assert (f"p1/front/{own}" in boards) == (opening.holds in ("drawer", "door", "panel"))
        knob = boards.get(f"p1/knob/{own}")
        assert (knob is not None) == (opening.holds in ("drawer", "door"))
        if knob is not None:
            (x0, z0, x1, z1), (low, high) = opening.rect, knob.solid.box
            assert x0 < low[0] < high[0] < x1
            assert low[2] + high[2] == pytest.approx(z0 + z1)
            assert opening.holds == "door" or low[0] + high[0] == pytest.approx(x0 + x1)


@given(st.lists(st.one_of(st.none(), st.floats(20, 400)), min_size=2, max_size=6), st.floats(200, 1200))
def test_blank_sizes_share_what_is_left(entered: list[float | None], room: float) -> None:
    sizes = tuple(() if size is None else (Reading(str(size), size),) for size in entered)
    shared, missed = share_out(sizes, room)
    assert sum(shared) == pytest.approx(room, abs=1e-6)
    assert all(size > 0 for size in shared)
    if missed is None:
        assert all(s == pytest.approx(e, abs=1.01) for s, e in zip(shared, entered, strict=True) if e is not None)
    else:
        assert missed == pytest.approx(sum(e for e in entered if e is not None))


@st.composite
def fronts(draw: st.DrawFn, depth: int = 3) -> Cell:
    """A front divided in any nested way, some sizes taken, some not."""
    number = draw(st.integers(0, 10**9))
    if depth == 0 or draw(st.booleans()):
        return Opening(f"o{number}", draw(st.sampled_from(("drawer", "door", "nothing"))))
    cells = tuple(draw(fronts(depth - 1)) for _ in range(draw(st.integers(2, 4))))
    size = st.one_of(st.none(), st.floats(20, 900))
    sizes = tuple(() if (s := draw(size)) is None else (Reading(str(s), s),) for _ in cells)
    return Division(f"d{number}", draw(st.sampled_from(("columns", "rows"))), cells, sizes)


@given(fronts(), st.floats(800, 4000), st.floats(600, 2500), st.floats(5, 40))
def test_any_nested_division_adds_up_to_the_front(front: Cell, wide: float, high: float, rail: float) -> None:
    try:
        layout = lay_out(front, (0.0, 0.0, wide, high), rail)
    except BadInputError:
        return
    rects = [rect for _, rect in layout.openings]
    rects += [rect for _, rect in layout.uprights] + [rect for _, rect, _ in layout.rails]
    assert sum((c - a) * (d - b) for a, b, c, d in rects) == pytest.approx(wide * high, abs=0.01)
    # Along a line through any opening, what it crosses comes to the whole front; beside the middle, where it might
    # run along an edge of another.
    for x0, z0, x1, z1 in (rect for _, rect in layout.openings):
        x, z = x0 + 0.4871 * (x1 - x0), z0 + 0.4871 * (z1 - z0)
        across = sum(c - a for a, b, c, d in rects if b < z < d)
        up = sum(d - b for a, b, c, d in rects if a < x < c)
        assert across == pytest.approx(wide, abs=0.01)
        assert up == pytest.approx(high, abs=0.01)


def test_a_guess_shows_until_it_is_measured() -> None:
    project = fresh()
    assert "top thickness" in case_piece(project).build().guesses
    measured = set_reading(project, "top_thickness", "1 1/4").project
    assert "top thickness" not in case_piece(measured).build().guesses
    guessed = set_reading(measured, "top_thickness", "1?").project
    assert case_piece(guessed).top_thickness[-1].source == "guessed"
    assert "top thickness" in case_piece(guessed).build().guesses
    assert set_reading(guessed, "top_thickness", "").project == project


@pytest.mark.parametrize(
    ("entry", "text", "kind"),
    [
        ("width", "1 mm", "out_of_range"),
        ("width", "abc", "not_a_number"),
        ("base_height", "33 in", "impossible"),
        ("overhang_sides", "19 in", "impossible"),
        ("overhang_front", "19 in", "impossible"),
        ("corner_left", "ninety", "not_a_number"),
        ("corner_left", "1e2", "not_a_number"),
        ("corner_left", "20", "out_of_range"),
    ],
)
def test_what_cannot_be_is_refused_at_its_field(entry: str, text: str, kind: str) -> None:
    with pytest.raises(BadInputError) as refused:
        set_reading(fresh(width="36 in"), entry, text)
    assert (refused.value.kind, refused.value.parameter) == (kind, entry)


def test_a_size_left_out_is_guessed_and_says_so() -> None:
    piece = case_piece(fresh(depth=""))
    assert piece.depth == ()
    assert "depth over all" in piece.build().guesses
    with pytest.raises(BadInputError) as refused:
        fresh(height="50 mm")
    assert refused.value.parameter == "height"


def test_dividing_keeps_ids_and_what_was_held() -> None:
    project = hold(fresh(), "o1", "drawer").project
    once = divide(project, "o1", "columns", 2).project
    again = divide(once, "p1/opening/o1", "columns", 2).project
    form = case_piece(again).build()
    assert [o.holds for o in form.bodies[0].openings] == ["drawer"] * 3
    assert form.bodies[0].openings[0].id == "p1/opening/o1"
    assert case_piece(again).front.id == case_piece(once).front.id, "one longer division, not one in another"
    rows = divide(again, "o1", "rows", 3).project
    assert [o.name for o in case_piece(rows).build().bodies[0].openings][:2] == ["Drawer 1", "Drawer 2"]
    assert join(rows, "o1").project == again
    with pytest.raises(BadInputError):
        join(project, "o1")
    with pytest.raises(BadInputError):
        divide(project, "o1", "rows", 99)
    with pytest.raises(BadInputError):
        hold(project, "o77", "door")


def test_sizes_that_do_not_add_up_are_told_with_both_sums() -> None:
    from zygoform.core.plan.plan import compile_plan

    project = divide(fresh(), "o1", "columns", 2).project
    for cell in ("o1", "o2"):
        project = set_cell_size(project, cell, "40 in").project
    plan = compile_plan(project)
    assert plan is not None
    finding = next(f for f in plan.findings if f.code == "openings_add_up")
    assert finding.what.lengths[0] == pytest.approx(80 * 25.4)
    # Not measured: the top stands out by 1/2 in for every 40 in of width, 3/4 in here.
    inside = 60 * 25.4 - 2 * 19.05 - 2 * 19.05 - 19.05
    assert finding.what.lengths[1] == pytest.approx(inside)
    with pytest.raises(BadInputError):
        set_cell_size(project, "o1", "1 mm")


def test_a_bent_corner_bends_the_plan_and_keeps_the_sides() -> None:
    plan = case_piece(bent(fresh(), 88.0, 91.0)).build().bodies[0].plan
    sides = [((plan[i][0] - plan[i - 1][0]) ** 2 + (plan[i][1] - plan[i - 1][1]) ** 2) ** 0.5 for i in range(4)]
    width, depth = (60 - 1.5) * 25.4, (20 - 0.5 * 20 / 18) * 25.4
    assert sides[1] == pytest.approx(width)
    assert (sides[0], sides[2]) == pytest.approx((depth, depth))
    assert plan[3][0] > 0, "an acute left corner leans the left side inwards"


def test_the_demo_is_the_counter_of_the_story() -> None:
    piece = case_piece(counter_begun())
    form = piece.build()
    inches = [getattr(piece, name)[-1].value / 25.4 for name in ("width", "height", "depth")]
    assert inches == pytest.approx([61.4375, 34.625, 22.0625])
    assert form.bodies[0].width.value / 25.4 == pytest.approx(59.8125)
    assert [o.holds for o in form.bodies[0].openings] == ["drawer"] * 3 + ["nothing"] * 2
    blank = {e.name for e in params(type(piece)) if not getattr(piece, e.name)}
    # It stands on a skirt, with nothing on its top.
    unasked = {"leg_width", "crown_height", "crown_rise", "mirror_width", "mirror_height"}
    assert blank == {"body_width", "corner_right"} | unasked
    assert form.guesses == {"front right corner"}


def test_a_name_is_kept_plain() -> None:
    assert rename(fresh(), "  Old   bench ").project.name == "Old bench"
    with pytest.raises(BadInputError):
        rename(fresh(), "   ")
    assert structs.replace(fresh(), name="x").piece == fresh().piece


@given(st.integers(300, 2000), st.integers(0, 60), st.sampled_from(("width", "overhang_sides", "")))
def test_the_bodys_own_width_stands_for_what_is_not_measured(body: int, over: int, known: str) -> None:
    """Body and overhang give the width over all, body and width the overhang; all three may contradict."""
    taken = {"width": body + 2 * over, "overhang_sides": over}
    project = new_piece(fresh_project(), "Desk", {}).project
    assert "body_width" not in unmeasured(case_piece(project))
    project = set_reading(project, "body_width", f"{body} mm").project
    if known:
        project = set_reading(project, known, f"{taken[known]} mm").project
    piece = case_piece(project)
    form = piece.build()
    own = form.bodies[0].width
    assert own.value == pytest.approx(body)
    assert not own.guesses, "what was measured rests on no guess"
    low, high = next(board for board in form.boards if board.role == "top").solid.box
    out = over if known else 12.7
    assert high[0] - low[0] == pytest.approx(body + 2 * out)
    assert over_all(piece)[0] == pytest.approx(body + 2 * out)
    other = {"width": "overhang_sides", "overhang_sides": "width"}.get(known)
    if other:
        wrong = taken[other] + 40
        with pytest.raises(BadInputError) as refused:
            set_reading(project, other, f"{wrong} mm")
        assert refused.value.parameter == other, "at the one that was typed"
        set_reading(project, other, f"{taken[other]} mm")


ROOM = {
    # What is left has to be more than so much: between the sides, before the back, between the rails.
    "width": ({"overhang_sides": 0, "side_thickness": 45}, 2 * 45 + 20, "overhang_sides"),
    "depth": ({"overhang_front": 0, "overhang_back": 0, "back_thickness": 55}, 95, "overhang_front"),
    "height": ({"top_thickness": 20, "base_height": 0, "rail_thickness": 40}, 20 + 2 * 40 + 20, "base_height"),
}


@pytest.mark.parametrize("name", ROOM)
def test_a_body_has_room_by_a_hair_or_is_refused(name: str) -> None:
    taken, least, parameter = ROOM[name]
    project = fresh("900 mm", "800 mm", "500 mm")
    project = set_reading(project, "base_height", "0").project
    for entry, value in taken.items():
        if isinstance(value, int) and entry != "base_height":
            project = set_reading(project, entry, f"{value} mm").project
    piece = structs.replace(case_piece(project), **{name: (Reading("", float(least)),)})
    with pytest.raises(BadInputError) as refused:
        piece.check()
    assert (refused.value.kind, refused.value.parameter) == ("impossible", parameter)
    structs.replace(piece, **{name: (Reading("", least + 0.1),)}).check()


def test_wood_runs_along_its_boards() -> None:
    """Shelves and rails along the front, sides and uprights upwards, but round a box: as boards are cut."""
    for kind in PIECE_KINDS:
        form = new_piece(fresh_project(), "Piece", {}, kind).project.known_pieces[0].build()
        for board in form.boards:
            along = [abs(x) for x in board.grain].index(max(abs(x) for x in board.grain))
            if board.role in ("shelf", "rail"):
                assert along == 0, (kind, board.id)
            elif board.role in ("side", "upright") and kind != "lidded_box":
                assert along == 2, (kind, board.id)

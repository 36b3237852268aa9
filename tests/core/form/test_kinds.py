"""Every kind of piece: as large as measured, nothing through anything else, drawn from everywhere."""

from contextlib import suppress
from itertools import combinations

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from zygoform.core.drawing.scene import draw_form
from zygoform.core.edits.planning import add_change
from zygoform.core.edits.survey import divide, hold, new_piece, set_cell_size, set_reading
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Form
from zygoform.core.form.registry import PIECE_KINDS, KnownPiece
from zygoform.core.measure.param import params
from zygoform.core.plan import compile_plan
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project
from zygoform.files.project_json import dump_project, parse_project

PLACES = ("front", "left", "right", "back", "above", "corner")


def measured(kind: str, **sizes: float) -> Project:
    project = new_piece(fresh_project(), "Piece", {}, kind).project
    for name, size in sizes.items():
        project = set_reading(project, name, f"{size} mm").project
    return project


def form_of(project: Project) -> Form:
    assert project.piece is not None
    return project.piece.build()


def board(form: Form, own_id: str) -> Board:
    return next(b for b in form.boards if b.id == f"p1/{own_id}")


def size(form: Form, own_id: str) -> tuple[float, ...]:
    low, high = board(form, own_id).solid.box
    return tuple(b - a for a, b in zip(low, high, strict=True))


def test_a_table_by_hand() -> None:
    form = form_of(
        measured(
            "table", width=1400, height=750, depth=750, top_thickness=22, overhang_sides=80, overhang_front=50,
            overhang_back=50, apron_height=95, apron_thickness=20, apron_setback=3, leg_width=60,
        )
    )  # fmt: skip
    # Legs: 750 - 22 = 728 long. Between them 1400 - 160 - 120 = 1120 and 750 - 100 - 120 = 530.
    assert size(form, "leg/front-left") == pytest.approx((60, 60, 728))
    assert size(form, "apron/o1") == pytest.approx((1120, 20, 95))
    assert size(form, "apron/left") == pytest.approx((20, 530, 95))
    # Room for knees: 750 - 22 - 95 = 633 from the floor.
    assert -form.floor == pytest.approx(633)
    assert board(form, "apron/o1").solid.box[0][1] == pytest.approx(3)
    low, high = form.box
    assert low == pytest.approx((-80, -50, -633))
    assert high == pytest.approx((1320, 700, 117))


def test_a_drawer_takes_the_place_of_the_apron() -> None:
    project = measured("table", width=1400, overhang_sides=80, leg_width=60, apron_thickness=20, apron_height=95)
    project = divide(project, "o1", "columns", 3).project
    project = set_cell_size(project, "o2", "400 mm").project
    project = hold(project, "o2", "drawer").project
    form = form_of(project)
    # (1120 - 2 × 20 - 400) / 2 = 340 of apron on either side; the drawer front leaves 2 mm all round.
    assert size(form, "apron/o1")[0] == pytest.approx(340)
    assert size(form, "apron/o3")[0] == pytest.approx(340)
    assert size(form, "front/o2") == pytest.approx((396, 19, 91))
    assert [o.name for o in form.bodies[0].openings] == ["Apron 1", "Drawer 1", "Apron 2"]


def test_a_bench_by_hand() -> None:
    form = form_of(
        measured(
            "seat", width=1100, height=450, depth=360, seat_thickness=25, overhang=15, back_height=400,
            arm_height=220, apron_height=70, apron_thickness=20, leg_width=40,
        )
    )  # fmt: skip
    assert size(form, "leg/back-left") == pytest.approx((40, 40, 425))
    assert size(form, "post/back-left") == pytest.approx((40, 40, 400))
    # 1100 - 30 - 80 between the posts; an arm runs from the front leg's face to the back post: 360 - 30 - 40.
    assert size(form, "back/upper") == pytest.approx((990, 20, 70))
    assert size(form, "arm/left") == pytest.approx((40, 290, 20))
    assert size(form, "post/front-left")[2] == pytest.approx(200)
    low, high = form.box
    assert high[2] - low[2] == pytest.approx(450 + 400)


def test_a_box_by_hand() -> None:
    form = form_of(
        measured(
            "lidded_box", width=900, height=480, depth=420, lid_thickness=19, overhang_sides=12, overhang_front=12,
            overhang_back=0, side_thickness=18, bottom_thickness=12, bottom_height=10,
        )
    )  # fmt: skip
    # Inside: 900 - 24 - 36 wide, 420 - 12 - 36 deep, 480 - 19 - 22 high.
    left, right = (board(form, f"side/{name}").solid.box for name in ("left", "right"))
    assert right[0][0] - left[1][0] == pytest.approx(840)
    assert size(form, "side/left")[1] == pytest.approx(372)
    assert board(form, "lid/main").solid.box[0][2] - board(form, "bottom/main").solid.box[1][2] == pytest.approx(
        439
    )


@st.composite
def found(draw: st.DrawFn) -> tuple[str, Project]:
    """A piece of any kind with any sizes that leave one; some measured, some not; corners square."""
    kind = draw(st.sampled_from(sorted(PIECE_KINDS)))
    project = new_piece(fresh_project(), "Piece", {}, kind).project
    for entry in params(PIECE_KINDS[kind].type):
        if entry.unit == "readings" and draw(st.booleans()):
            near = entry.guess or entry.low
            value = draw(st.floats(max(entry.low, near * 0.4), min(entry.high, near * 2.5 + 60)))
            with suppress(BadInputError):
                project = set_reading(project, entry.name, f"{value:.1f} mm").project
    front = project.front
    if front is not None and draw(st.booleans()):
        with suppress(BadInputError):
            for way in draw(st.permutations(("columns", "rows"))):
                project = divide(project, front.id, way, draw(st.integers(2, 4))).project  # type: ignore[arg-type]
            project = hold(project, front.id, draw(st.sampled_from(("drawer", "door")))).project
    return kind, project


@given(found())
def test_as_large_as_measured_and_nothing_through_anything(drawn: tuple[str, Project]) -> None:
    kind, project = drawn
    piece = project.piece
    assert piece is not None
    form = piece.build()
    low, high = form.box
    rises = max(_mm(piece, "back_height"), _mm(piece, "arm_height")) if kind == "seat" else 0.0
    knobs = [b for b in form.boards if b.role == "knob"]
    front = min(b.solid.box[0][1] for b in form.boards if b.role != "knob")
    wide = (high[0] - low[0], high[1] - (front if knobs else low[1]), high[2] - low[2] - rises)
    assert wide == pytest.approx((_mm(piece, "width"), _mm(piece, "depth"), _mm(piece, "height")))
    assert len({b.id for b in form.boards}) == len(form.boards)
    for a, b in combinations(form.boards, 2):
        (al, ah), (bl, bh) = a.solid.box, b.solid.box
        shared = [min(ah[k], bh[k]) - max(al[k], bl[k]) for k in range(3)]
        assert min(shared) < 1e-6, (a.id, b.id, shared)
    assert parse_project(dump_project(project)) == project


def _mm(piece: KnownPiece, name: str) -> float:
    readings = getattr(piece, name)
    entry = next(e for e in params(type(piece)) if e.name == name)
    return float(readings[-1].value if readings else entry.guess or 0.0)


@given(found(), st.sampled_from(PLACES), st.sampled_from((90.0, 88.5)), st.sampled_from(("plank_top", "skirt")))
def test_drawn_from_everywhere_with_the_changes_that_fit(
    drawn: tuple[str, Project], place: str, corner: float, change: str
) -> None:
    _, project = drawn
    try:
        project = set_reading(project, "corner_left", f"{corner}").project
    except BadInputError:
        assume(False)
    project = add_change(project, change, "p1/body/main").project
    plan = compile_plan(project)
    assert plan is not None
    scene = draw_form(plan.found, plan.planned, {"c1": 1}, place, "over")  # type: ignore[arg-type]
    assert scene.polygons
    roles = {b.role for b in plan.found.boards}
    if (change == "plank_top" and "top" not in roles) or (change == "skirt" and "leg" in roles):
        assert plan.failure("c1") is not None

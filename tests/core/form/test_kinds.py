"""Every kind of piece: as large as measured, nothing through anything else, drawn from everywhere."""

from contextlib import suppress
from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.outlines import outline_of
from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.drawing.scene import draw_form
from zygoform.core.drawing.views import CORNER_PLACES, VIEWS, Viewpoint
from zygoform.core.edits.fronts import divide, hold, set_cell_size
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import add_change
from zygoform.core.edits.survey import set_reading
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Form
from zygoform.core.form.front import openings
from zygoform.core.form.ornaments import stands_on_top
from zygoform.core.form.piece import PieceBase
from zygoform.core.form.registry import PIECE_KINDS, Target
from zygoform.core.measure.param import params
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project
from zygoform.files.project_json import dump_project, parse_project

PLACES = tuple(VIEWS)


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


def test_a_panel_by_hand() -> None:
    project = measured(
        "flat_panel", width=1400, height=1100, depth=30, frame_width=70, leg_height=300, leg_width=80
    )
    project = set_reading(project, "outline", "arched").project
    project = set_reading(project, "rise", "100 mm").project
    form = form_of(divide(project, "o1", "columns", 2).project)
    # 1100 - 300 of legs - 100 of arch: 700 straight; between the rails 560 high, (1400 - 2 × 70 - 50) / 2 wide.
    assert size(form, "stile/left") == pytest.approx((70, 30, 700))
    assert size(form, "front/o1") == pytest.approx((605, 12, 560))
    low, high = board(form, "panel/crest").solid.box
    assert high[2] - low[2] == pytest.approx(100)
    # A circle through both ends and the top has the radius (700² + 100²) / 200 = 2500 and passes 525 from the
    # middle at sqrt(2500² - 525²) - 2400 over the ends.
    crest = outline_of(board(form, "panel/crest"))
    radius = 2500.0
    assert all(((x - 700) ** 2 + (z - 700 + radius - 100) ** 2) ** 0.5 == pytest.approx(radius) for x, z in crest)
    assert form.box[1][2] - form.floor == pytest.approx(1100)


def test_a_wall_shelf_by_hand() -> None:
    project = measured("wall_shelf", width=900, height=500, depth=200, board_thickness=25, bracket_inset=100)
    project = set_reading(project, "bracket_width", "20 mm").project
    project = set_reading(project, "bracket_height", "150 mm").project
    form = form_of(divide(project, "o1", "rows", 2).project)
    # Two boards of 25 and two equal spaces: (500 - 50) / 2 = 225. Brackets from 100 to 120 and from 780 to 800.
    assert board(form, "shelf/under-o1").solid.box[1][2] == pytest.approx(250)
    low, high = board(form, "bracket/o2-2").solid.box
    assert (*low, *high) == pytest.approx((780, 20, 75, 800, 200, 225))
    assert form.bodies[0].hangs
    narrow = set_reading(measured("wall_shelf", width=300, height=500, depth=200), "brackets", "0").project
    for entry, text in (("side_thickness", "45 mm"), ("width", "112 mm")):
        narrow = set_reading(narrow, entry, text).project
    form_of(narrow)
    with pytest.raises(BadInputError, match="sides take the whole width"):
        # Twice 45, and less than 20 between them.
        set_reading(narrow, "width", "109 mm")
    none = set_reading(project, "brackets", "0").project
    assert not [b.id for b in form_of(none).boards if b.role == "bracket"]


def test_a_desk_with_a_knee_hole_by_hand() -> None:
    project = measured(
        "case", width=1200, height=760, depth=600, top_thickness=20, overhang_sides=0, overhang_front=0,
        side_thickness=18, rail_thickness=18, back_thickness=6, base_height=60, base_setback=0,
    )  # fmt: skip
    project = set_cell_size(divide(project, "o1", "columns", 3).project, "o2", "500 mm").project
    form = form_of(hold(project, "o2", "knees").project)
    # (1200 - 2 × 18 - 2 × 18 - 500) / 2 = 314 on either side: the knee hole begins at 18 + 314 + 18 = 350.
    assert size(form, "bottom/main")[0] == pytest.approx(314 + 18)
    assert board(form, "bottom/2").solid.box[0][0] == pytest.approx(850)
    knees = next(o for o in form.bodies[0].openings if o.holds == "knees")
    # From the floor to the underside of the top rail: 760 - 20 - 18.
    assert knees.rect == pytest.approx((350, -60, 850, 662))
    assert size(form, "base/front")[0] == pytest.approx(350)
    assert board(form, "base/knees-1").solid.box[1][0] == pytest.approx(350)


def test_what_is_not_measured_grows_with_what_is() -> None:
    # Twice as high as usual: as wide and deep in proportion, and the feet; a board is no thicker for that.
    form = form_of(measured("case", height=2 * 838.2))
    low, high = form.box
    assert high[0] - low[0] == pytest.approx(2 * 1016)
    assert -form.floor == pytest.approx(2 * 76.2)
    assert size(form, "top/main")[2] == pytest.approx(19.05)
    # One overhang measured tells of the other.
    form = form_of(measured("case", width=1016, depth=457.2, overhang_front=38.1))
    assert board(form, "side/left").solid.box[0][0] - form.box[0][0] == pytest.approx(38.1)


def test_what_is_a_guess_is_drawn_as_one() -> None:
    project = measured("case", width=1200, height=800, base_height=80)
    project = set_cell_size(divide(project, "o1", "columns", 3).project, "o1", "300 mm").project

    def guessed(project: Project, place: str = "front") -> dict[tuple[int, str], bool]:
        plan = compile_plan(project)
        assert plan is not None
        scene = draw_form(plan.found, plan.planned, {}, place, "found")  # type: ignore[arg-type]
        return {(dim.lane, dim.part_id): dim.guessed for dim in scene.dimensions}

    columns = {f"p1/opening/o{k}": guessed(project)[2, f"p1/opening/o{k}"] for k in (1, 2, 3)}
    assert columns == {"p1/opening/o1": False, "p1/opening/o2": True, "p1/opening/o3": True}
    assert guessed(project, "right")[1, ""], "nobody has measured the depth"
    # With the second column too, the third follows from the whole.
    project = set_cell_size(project, "o2", "400 mm").project
    assert not any(guessed(project)[2, f"p1/opening/o{k}"] for k in (1, 2, 3))
    project = set_reading(project, "width", "").project
    assert guessed(project)[2, "p1/opening/o3"]


@st.composite
def found(draw: st.DrawFn) -> tuple[str, Project]:
    """A piece of any kind with any sizes and choices that leave one; some measured, some not; corners square."""
    kind = draw(st.sampled_from(sorted(PIECE_KINDS)))
    project = new_piece(fresh_project(), "Piece", {}, kind).project
    for entry in params(PIECE_KINDS[kind].load()):
        if entry.choices:
            with suppress(BadInputError):
                project = set_reading(project, entry.name, draw(st.sampled_from(entry.choices)).value).project
        if entry.unit == "readings" and draw(st.booleans()):
            near = entry.guess or entry.low
            value = draw(st.floats(max(entry.low, near * 0.4), min(entry.high, near * 2.5 + 60)))
            with suppress(BadInputError):
                project = set_reading(project, entry.name, f"{value:.1f} mm").project
    front = project.front()
    if front is not None and draw(st.booleans()):
        with suppress(BadInputError):
            for way in draw(st.permutations(("columns", "rows"))):
                project = divide(project, front.id, way, draw(st.integers(2, 4))).project  # type: ignore[arg-type]
            front = project.front()
            assert front is not None
            for opening in openings(front):
                project = hold(project, opening.id, draw(st.sampled_from(project.piece.HOLDS))).project  # type: ignore[union-attr]
    return kind, project


@given(found())
def test_as_large_as_measured_and_nothing_through_anything(drawn: tuple[str, Project]) -> None:
    kind, project = drawn
    piece = project.piece
    assert piece is not None
    form = piece.build()
    # A crown, or a mirror on posts, stands on the height.
    low, high = form.without({b.id for b in form.boards if stands_on_top(b)}).box
    rises = max(_mm(piece, "back_height"), _mm(piece, "arm_height")) if kind == "seat" else 0.0
    rises = _mm(piece, "seat_height") if kind == "lidded_box" else rises
    knobs = [b for b in form.boards if b.role == "knob"]
    front = min(b.solid.box[0][1] for b in form.boards if b.role != "knob")
    wide = (high[0] - low[0], high[1] - (front if knobs else low[1]), high[2] - low[2] - rises)
    for name, size in zip(("width", "depth", "height"), wide, strict=True):
        readings = getattr(piece, name)
        assert not readings or size == pytest.approx(readings[-1].value)
    assert len({b.id for b in form.boards}) == len(form.boards)
    for a, b in combinations(form.boards, 2):
        (al, ah), (bl, bh) = a.solid.box, b.solid.box
        shared = [min(ah[k], bh[k]) - max(al[k], bl[k]) for k in range(3)]
        assert min(shared) < 1e-6, (a.id, b.id, shared)
    assert parse_project(dump_project(project)) == project


@given(found(), st.sampled_from(CORNER_PLACES))
def test_from_every_corner_it_stands_on_the_floor_that_is_drawn(
    drawn: tuple[str, Project], place: Viewpoint
) -> None:
    form = form_of(drawn[1])
    scene = draw_form(form, form, {}, place, "found")
    lowest = min(y for polygon in scene.polygons for _, y in polygon.points)
    deep = form.box[1][1] - form.box[0][1]
    if not any(body.hangs for body in form.bodies):
        # What stands back from the near face is drawn a little above it.
        assert scene.floors[0] - 0.01 <= lowest <= scene.floors[0] + 0.16 * deep + 1
        (high,) = [dim for dim in scene.dimensions if dim.lane == 0]
        assert high.start[1] == pytest.approx(scene.floors[0], abs=0.01)


def _mm(piece: PieceBase, name: str) -> float:
    readings = getattr(piece, name)
    return float(readings[-1].value if readings else 0.0)


@given(found(), st.sampled_from(PLACES), st.sampled_from((90.0, 88.5)), st.sampled_from(sorted(CHANGE_KINDS)))
def test_drawn_from_everywhere_with_the_changes_that_fit(
    drawn: tuple[str, Project], place: str, corner: float, change: str
) -> None:
    _, project = drawn
    if hasattr(project.piece, "corner_left"):
        try:
            project = set_reading(project, "corner_left", f"{corner}").project
        except BadInputError:
            return
    row = CHANGE_KINDS[change]
    if not row.begins:
        return
    project = add_change(project, change, "p1/body/main").project
    plan = compile_plan(project)
    assert plan is not None
    scene = draw_form(plan.found, plan.planned, {"c1": 1}, place, "over")  # type: ignore[arg-type]
    assert scene.polygons
    (body,) = plan.found.bodies
    if not row.takes(Target("body", body.id, body)):
        # What is not offered is refused in words, where it is planned all the same.
        done = plan.failure("c1") is not None or plan.outcomes[0].added or plan.outcomes[0].reshaped
        assert done or change == "own_part"

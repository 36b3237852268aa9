"""Several readings of one size, close readings of an opening, and what becomes of them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.form.test_kinds import measured
from zygoform.core.edits.edited import DEVICE_MARK, as_entered
from zygoform.core.edits.fronts import divide, hold, join, move_divider, set_cell_size, set_opening_reading
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import set_unit
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import FormOpening
from zygoform.core.form.front import Division, find_opening
from zygoform.core.form.kinds.case_piece import CasePiece
from zygoform.core.form.opening_readings import ACROSS, DIAGONALS, UP, OpeningReadings, room
from zygoform.core.measure.reading import Reading, counting
from zygoform.core.measure.write import DisplayUnit
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project

INCH = 25.4


def case_of(project: Project) -> CasePiece:
    assert isinstance(project.piece, CasePiece)
    return project.piece


def openings_of(project: Project) -> dict[str, FormOpening]:
    plan = compile_plan(project)
    assert plan is not None
    return {o.id.rsplit("/", 1)[-1]: o for body in plan.found.bodies for o in body.openings}


@given(st.lists(st.floats(200, 900).map(lambda x: round(x, 1)), min_size=1, max_size=9))
def test_the_largest_goes_over_the_smallest_goes_in(sizes: list[float]) -> None:
    text = "; ".join(f"{size} mm" for size in sizes)
    project = set_reading(measured("case"), "depth", text).project
    plan = compile_plan(project)
    assert plan is not None
    assert plan.found.bodies[0].depth.terms[0].value == pytest.approx(max(sizes))
    project = set_cell_size(divide(project, "o1", "columns", 2).project, "o1", text).project
    rect = openings_of(project)["o1"].rect
    front = openings_of(project)["o2"].rect[2] - rect[0]
    if min(sizes) + 40 < front:
        assert rect[2] - rect[0] == pytest.approx(min(sizes))
    project = set_reading(project, "corner_left", "88; 89; 90").project
    plan = compile_plan(project)
    assert plan is not None
    assert plan.found.bodies[0].corner_left.value == pytest.approx(89)


def test_a_real_reading_beats_a_guess_and_a_device_says_it_was_one() -> None:
    project = set_reading(measured("case"), "depth", "20?; 18; ~25").project
    assert [r.source for r in case_of(project).depth] == ["guessed", "typed", "guessed"]
    taken = counting(case_of(project).depth)
    assert taken is not None
    assert taken.source == "typed"
    assert taken.value == pytest.approx(18 * INCH)
    project = set_reading(project, "depth", f"457.5 mm{DEVICE_MARK}").project
    assert [r.source for r in case_of(project).depth] == ["device"]
    # Shown to the mark of the tape, and still the device's when another reading is taken beside it.
    shown = as_entered(case_of(project).depth[0], project.shop.unit)
    assert shown == '18"'
    project = set_reading(project, "depth", f"{shown}; 18 1/8").project
    assert [(r.source, round(r.value, 1)) for r in case_of(project).depth] == [("device", 457.5), ("typed", 460.4)]
    mm = set_unit(project, "mm").project
    assert as_entered(case_of(mm).depth[0], mm.shop.unit) == "457.5 mm"


@given(st.floats(1, 3000), st.sampled_from(("inch", "mm")), st.sampled_from(("typed", "guessed", "device")))
def test_what_a_field_shows_reads_as_the_same_size(mm: float, system: str, source: str) -> None:
    unit = DisplayUnit(system)  # type: ignore[arg-type]
    value = round(mm, 2)
    reading = Reading(f"{value} mm", value, source)  # type: ignore[arg-type]
    project = set_unit(measured("case", width=3000), system).project  # type: ignore[arg-type]
    project = set_reading(project, "depth", "400 mm").project
    words = as_entered(reading, unit)
    try:
        again = set_reading(project, "depth", words).project
    except BadInputError:
        return
    near = unit.step / 2 if source == "device" else 0.01
    assert case_of(again).depth[0].value == pytest.approx(value, abs=near + 1e-6)


def test_too_many_and_wrong_readings_are_refused_whole() -> None:
    project = measured("case", width=1000)
    for text in ("900 mm; nonsense", "900 mm; 9 mm", "; ".join(["900 mm"] * 13)):
        with pytest.raises(BadInputError) as refused:
            set_reading(project, "width", text)
        assert refused.value.parameter == "width"
    assert set_reading(project, "width", " ; ; ").project.piece != project.piece, "emptied, it is a guess again"


def test_an_opening_measured_closely() -> None:
    project = divide(measured("case", width=1200), "o1", "rows", 2).project
    values = {"across_top": 1120, "across_middle": 1119, "across_bottom": 1121}
    values |= {"up_left": 380, "up_middle": 381, "up_right": 381}
    for place, size in values.items():
        project = set_opening_reading(project, "p1/opening/o1", place, f"{size} mm").project
    opening = openings_of(project)["o1"]
    close = opening.readings
    assert close is not None
    assert (close.smallest, close.largest) == ((1119, 380), (1121, 381))
    assert close.missing == DIAGONALS
    assert close.usable() is None
    # Drawn as high as it was read; what goes in is the smallest until the diagonals tell.
    assert opening.rect[3] - opening.rect[1] == pytest.approx(380)
    assert room(close, 1000, 300) == (1119, 380)
    for place in DIAGONALS:
        project = set_opening_reading(project, "p1/opening/o1", place, "1183.5 mm").project
    close = openings_of(project)["o1"].readings
    assert close is not None
    sure = close.usable()
    assert sure is not None
    assert sure.width < 1119
    assert sure.height < 380
    assert room(close, 1000, 300) == (sure.width, sure.height)
    # Divided, it is two others; joined and emptied, nothing is left of it.
    parts = openings_of(divide(project, "o1", "columns", 2).project)
    assert all(o.readings is None for o in parts.values())
    for place in (*ACROSS, *UP, *DIAGONALS):
        project = set_opening_reading(project, "p1/opening/o1", place, "").project
    front = project.front()
    assert front is not None
    kept = find_opening(front, "o1")
    assert kept is not None
    assert kept.readings is None
    assert OpeningReadings().is_empty
    with pytest.raises(BadInputError):
        set_opening_reading(project, "p1/opening/o9", "rising", "10")
    with pytest.raises(BadInputError) as refused:
        set_opening_reading(project, "p1/opening/o1", "rising", "far")
    assert refused.value.parameter == "rising"


def test_what_it_holds_stays_while_it_is_measured() -> None:
    project = hold(divide(measured("case"), "o1", "columns", 2).project, "o1", "drawer").project
    project = set_opening_reading(project, "p1/opening/o1", "across_top", "400 mm").project
    project = hold(project, "o1", "door").project
    front = project.front()
    assert front is not None
    opening = find_opening(front, "o1")
    assert opening is not None
    assert (opening.holds, opening.readings is not None) == ("door", True)
    for kind, holds in (("table", "door"), ("flat_panel", "drawer"), ("wall_shelf", "panel")):
        with pytest.raises(BadInputError):
            hold(measured(kind), "o1", holds)  # type: ignore[arg-type]


def test_moving_a_divider_is_a_guess_and_keeps_the_rest() -> None:
    project = divide(measured("case", width=1200), "o1", "columns", 4).project
    before = {k: o.rect for k, o in openings_of(project).items()}
    whole = (before["o1"][2] - before["o1"][0]) * 2
    moved = move_divider(project, "p1/upright/after-o1", 200.0, whole - 200.0).project
    after = {k: o.rect for k, o in openings_of(moved).items()}
    assert after["o1"][2] - after["o1"][0] == pytest.approx(200)
    assert after["o2"][2] == pytest.approx(before["o2"][2])
    assert after["o3"] == pytest.approx(before["o3"])
    front = moved.front()
    assert isinstance(front, Division)
    assert [tuple(r.source for r in size) for size in front.sizes] == [("guessed",), ("guessed",), (), ()]
    with pytest.raises(BadInputError):
        move_divider(project, "p1/upright/after-o1", 5.0, whole - 5.0)
    for gone in ("p1/upright/after-o4", "p1/upright/after-o77"):
        with pytest.raises(BadInputError):
            move_divider(project, gone, 100.0, 100.0)
    assert join(moved, "o1").project.front() is not None

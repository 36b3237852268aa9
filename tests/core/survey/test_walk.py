"""The measuring walk: every size once, from where to where it is taken."""

import math

import pytest
from hypothesis import given

from tests.core.form.test_kinds import found, measured
from zygoform.core.edits.fronts import divide, set_cell_size
from zygoform.core.edits.survey import set_reading
from zygoform.core.form.piece import PieceBase
from zygoform.core.measure.param import counts, params
from zygoform.core.project import Project
from zygoform.core.survey.walk import WalkStep, next_step, steps


def walk_of(project: Project) -> tuple[WalkStep, ...]:
    piece: PieceBase | None = project.piece
    assert piece is not None
    return steps(piece, piece.build().bodies[0])


@given(found())
def test_every_line_is_as_long_as_the_size_it_asks_for(drawn: tuple[str, Project]) -> None:
    project = drawn[1]
    piece = project.piece
    assert piece is not None
    form = piece.build()
    (low, high), floor = form.box, form.floor
    low = (low[0], low[1], min(low[2], floor))
    for step in walk_of(project):
        taken = step.readings
        if not step.entry or step.entry.startswith("corner") or not taken or step.line is None:
            continue
        length = math.dist(step.line.start, step.line.end)
        shown = [r.value for r in taken]
        # Both ends lie on the piece, which stands from its floor to its top.
        for at in (step.line.start, step.line.end):
            assert all(low[k] - 1e-6 <= at[k] <= high[k] + 1e-6 for k in range(3)), step
            # And where one looks from: on a face that is turned there.
            axis, end = {"front": (1, 0), "right": (0, 1), "above": (2, 1)}[step.line.place]
            faces = [board.solid.box[end][axis] for body in form.bodies for board in body.boards]
            assert step.cell or any(abs(face - at[axis]) < 1e-6 for face in faces), step
        if step.entry == "bracket_height":
            assert length <= shown[-1] + 1e-6  # as high as the space under the board leaves
        elif step.entry == "back_thickness" or step.entry.endswith("width") or length or not shown[-1]:
            assert length == pytest.approx(shown[-1], abs=1e-6), step
    every = {e.name for e in params(type(piece)) if e.unit in ("readings", "corner") and counts(e, piece)}
    walked = [step.entry for step in walk_of(project) if step.entry]
    assert len(walked) == len(set(walked))
    assert set(walked) <= every
    assert {"width", "height", "depth"} <= set(walked)


def test_it_goes_on_to_what_is_not_measured_and_comes_to_an_end() -> None:
    project = divide(measured("case", width=1200, height=800), "o1", "columns", 3).project
    walk = walk_of(project)
    assert [step.title for step in walk[:3]] == ["Width over all", "Height over all", "Depth over all"]
    assert [step.cell for step in walk[-2:]] == ["p1/opening/o1", "p1/opening/o2"]
    step, seen = next_step(walk), []
    while step is not None:
        assert not step.is_taken
        seen.append(step.key)
        if step.cell:
            project = set_cell_size(project, step.cell, "300 mm").project
        else:
            text = "90" if step.entry.startswith("corner") else "20 mm" if step.entry != "depth" else "500 mm"
            project = set_reading(project, step.entry, text).project
        step = next_step(walk_of(project), step.key)
    assert len(seen) == len(set(seen)) == len(walk) - 2
    assert all(other.is_taken for other in walk_of(project))

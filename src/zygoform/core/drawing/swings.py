"""Lines on the view plane that are no edges: the way of a flap as it drops open, and where holes are bored."""

from itertools import pairwise

from zygoform.core.drawing.primitives import Box, Dimension, Leader, Stroke, box_of, leader_side
from zygoform.core.drawing.views import View
from zygoform.core.form.form import Form
from zygoform.core.geometry.plane import Point
from zygoform.core.goods.fittings import said_as_sold
from zygoform.core.ids import piece_of
from zygoform.core.measure.write import Marked
from zygoform.core.outcome.outcome import Template

LEAST_SEEN = 5.0
"""An arc that is seen from its edge is a line over others: it is not drawn (mm across)."""


def swing_strokes(form: Form, view: View) -> tuple[Stroke, ...]:
    """An arc at both ends of each flap; none where it would be seen as a line."""
    found = list[Stroke]()
    for body in form.bodies:
        there = {board.id: board for board in body.boards}
        for opening in body.openings:
            front = there.get(opening.front_id)
            if front is None or not opening.swing:
                continue
            low, high = front.solid.box
            for x in (low[0], high[0]):
                points = tuple(view.project((x, y, z)) for y, z in opening.swing)
                x0, y0, x1, y1 = box_of(points)
                if min(x1 - x0, y1 - y0) > LEAST_SEEN:
                    found.append(Stroke(points, "swing", f"{opening.flapped_by}/swing"))
    return tuple(found)


def swing_leaders(
    strokes: tuple[Stroke, ...], known: tuple[Leader, ...], numbers: dict[str, int], box: Box
) -> tuple[Leader, ...]:
    """The number of a change of which nothing but the way of its flap is new: in the middle of that."""
    found = dict[str, Leader]()
    have = {leader.change_id for leader in known}
    for stroke in strokes:
        change_id = piece_of(stroke.part_id)
        if change_id in numbers and change_id not in have:
            at = stroke.points[len(stroke.points) // 2]
            found.setdefault(change_id, Leader(change_id, numbers[change_id], at, leader_side(at, box)))
    return tuple(found.values())


# Where holes are bored, as sizes on the drawing: from the left edge and from below, front by front.

LANE = 14.0
"""Sizes up stand so far at the right of a front's left edge (mm)."""


def drilling(form: Form, templates: tuple[Template, ...]) -> tuple[Dimension, ...]:
    """As seen from the front: each row of holes from edge to hole and hole to hole, and how high the row is."""
    found = list[Dimension]()
    for template in templates:
        board = form.board(template.board)
        if board is None:
            continue
        (x0, _, z0), _ = board.solid.box
        for row in _rows(template):
            z = row[0][1]
            stops = [0.0, *(x for x, _ in row)]
            for a, b in pairwise(stops):
                size = said_as_sold(round(b - a, 6)) if a else Marked(b - a)
                found.append(Dimension((x0 + a, z0 + z), (x0 + b, z0 + z), size, 0, "above", board.id))
            found.append(Dimension((x0 + LANE, z0), (x0 + LANE, z0 + z), Marked(z), 0, "right", board.id))
    return tuple(found)


def _rows(template: Template) -> list[list[Point]]:
    """Holes of one height together, the lowest row first."""
    rows: dict[float, list[Point]] = {}
    for hole, _ in template.holes:
        rows.setdefault(round(hole[1], 2), []).append(hole)
    return [sorted(rows[z]) for z in sorted(rows)]

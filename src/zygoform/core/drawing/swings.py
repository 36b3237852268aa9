"""The way of a flap's upper edge as it drops open, as lines on the view plane."""

from zygoform.core.drawing.primitives import Box, Leader, Stroke, box_of, leader_side
from zygoform.core.drawing.views import View
from zygoform.core.form.form import Form
from zygoform.core.ids import piece_of

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

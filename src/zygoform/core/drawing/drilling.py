"""Where holes are bored, as sizes on the drawing: from the left edge and from below, front by front."""

from itertools import pairwise

from zygoform.core.drawing.primitives import Dimension
from zygoform.core.form.form import Form
from zygoform.core.geometry.plane import Point
from zygoform.core.goods.fittings import said_as_sold
from zygoform.core.measure.quantity import Marked
from zygoform.core.outcome.outcome import Template

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

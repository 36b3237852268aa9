"""What lies under each new pull: the bare front, a strip, a moulding, or two of them at once."""

import math

from msgspec import structs

from zygoform.core.changes.pulls.entries import Pulls
from zygoform.core.changes.pulls.fronts import PulledFront, PullSet
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.solid import has_wood_at
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.tolerance import SAME_MM

PULL_FOOT = 6.0
"""Half as wide as the foot of a usual pull (mm)."""
_ROUND = tuple((math.cos(math.tau * k / 8), math.sin(math.tau * k / 8)) for k in range(8))
MOST_SHIFTS = 20
"""So many steps up and down a better place is looked for."""


def pull_grounds(pulls: "PullSet", front: "PulledFront") -> list[tuple[float, float]]:
    """Of each pull how thick what lies under its feet is, at its lowest and at its highest (mm)."""
    found = list[tuple[float, float]]()
    for points in _feet(pulls, front):
        if not points:
            found.append((0.0, 0.0))
            continue
        near = _near(front, points)
        thick = [_laid_at(front, point, near) for point in points]
        found.append((min(thick), max(thick)))
    return found


def _feet(pulls: "PullSet", front: "PulledFront") -> list[list[Point]]:
    """Of each pull the places where it touches the front, from the front's lower left corner."""
    wide, high = pulls.plate
    if pulls.change.shape == "edge":
        return [[] for _ in front.centres]
    if min(wide, high) > 0:
        corners = [(sx * wide / 2, sz * high / 2) for sx in (-1, 1) for sz in (-1, 1)]
        return [[(x + dx, z + dz) for dx, dz in corners] for x, z in front.centres]
    each = max(1, len(front.holes) // len(front.centres))
    of = [front.holes[k * each : (k + 1) * each] or (centre,) for k, centre in enumerate(front.centres)]
    return [[(x + PULL_FOOT * dx, z + PULL_FOOT * dz) for x, z in own for dx, dz in _ROUND] for own in of]


def _near(front: "PulledFront", points: list[Point]) -> list[Board]:
    """What of all that lies on a front can lie under one of these."""
    (x0, _, z0), _ = front.board.solid.box
    xs, zs = ([point[k] for point in points] for k in (0, 1))
    left, right, low, high = x0 + min(xs), x0 + max(xs), z0 + min(zs), z0 + max(zs)
    return [
        own
        for own in front.board.on_face
        if own.solid.box[0][0] <= right
        and own.solid.box[1][0] >= left
        and own.solid.box[0][2] <= high
        and own.solid.box[1][2] >= low
    ]


def _laid_at(front: "PulledFront", point: Point, laid: list[Board]) -> float:
    """How thick what lies on a front is at a place (mm); 0 on the bare front."""
    (x0, face, z0), _ = front.board.solid.box
    thick = 0.0
    for own in laid:
        near, far = own.solid.box[0][1], own.solid.box[1][1]
        if has_wood_at(own.solid, (x0 + point[0], (near + far) / 2, z0 + point[1])):
            thick = max(thick, face - near)
    return thick


def _uneven(pulls: "PullSet") -> list[tuple["PulledFront", float]]:
    """Fronts with a pull that stands on two heights at once, and by how much they differ there."""
    found = list[tuple["PulledFront", float]]()
    for front in pulls.fronts:
        worst = max((most - least for least, most in pull_grounds(pulls, front)), default=0.0)
        if worst > SAME_MM:
            found.append((front, worst))
    return found


def uneven_findings(pulls: "PullSet") -> tuple[Finding, ...]:
    """A pull over a strip and a gap at once rocks, or bends its screws: said with the shift that settles it."""
    if not any(front.board.on_face for front in pulls.fronts):
        return ()
    uneven = _uneven(pulls)
    if not uneven:
        return ()
    names = ", ".join(literal(front.opening.name) for front, _ in uneven[:3])
    names += f" and {len(uneven) - 3} more" if len(uneven) > 3 else ""
    where = tuple(front.board.id for front, _ in uneven)
    step = max(step for _, step in uneven)
    text = (
        "Its feet would stand on two heights, {0} apart: it rocks, and its screws bend. Move it to where all of "
        "it lies on a strip or all in a gap, or leave the middle of each front free of strips."
    )
    what = Message(f"{names}: a pull over a strip and a gap at once")
    fix = _even_place(pulls)
    return (
        Finding("pull_uneven", "mind", what, Message(text, (step,)), where, pulls.change.id, (fix,) if fix else ()),
    )


def _even_place(pulls: "PullSet") -> Fix | None:
    """The nearest height at which every pull stands even, if there is one within some steps."""
    change, step = pulls.change, 1.5875 if pulls.shop.unit.system == "inch" else 1.0
    (_, _, low), (_, _, top) = pulls.fronts[0].board.solid.box
    now = change.down if change.line == "top" else top - low - pulls.fronts[0].centres[0][1]
    begin = now if change.line == "top" else round(now / step) * step
    for k in range(1, MOST_SHIFTS + 1):
        for down in (begin - k * step, begin + k * step):
            moved: Pulls = structs.replace(change, line="top", down=down)
            if down > 0 and _stands_even(moved, pulls):
                way = "up" if down < now else "down"
                label = Message(f"Move them {{0}} {way}", (abs(down - now),))
                if change.line == "top":
                    return Fix(label, change.id, "down", down)
                return Fix(label, change.id, "line", "top", values=(("down", down),))
    return None


def _stands_even(change: Pulls, pulls: "PullSet") -> bool:
    try:
        moved = pulls.moved(change)
    except BadInputError:
        return False
    return all(most - least <= SAME_MM for front in moved.fronts for least, most in pull_grounds(moved, front))

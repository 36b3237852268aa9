"""The boards that close a front: drawers, doors, and their knobs."""

import math

from zygoform.core.form.form import Board, Role
from zygoform.core.form.front import FrontLayout
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Prism, X, Z, upright

_GAP = 2.0
THICKNESS = 19.0
_CLOSES: dict[str, Role] = {"drawer": "drawer", "door": "door", "panel": "panel"}
KNOB_RADIUS, KNOB_REACH = 15.0, 24.0


def opening_names(layout: FrontLayout, nothing: str = "Bay") -> dict[str, str]:
    """Numbered by kind in reading order: Drawer 1, Drawer 2, Bay 1…"""
    words, counts, names = (
        {"drawer": "Drawer", "door": "Door", "panel": "Panel", "knees": "Knee hole", "nothing": nothing},
        dict[str, int](),
        dict[str, str](),
    )
    for opening, _ in layout.openings:
        counts[opening.holds] = counts.get(opening.holds, 0) + 1
        names[opening.id] = f"{words[opening.holds]} {counts[opening.holds]}"
    return names


def closed(piece_id: str, layout: FrontLayout, names: dict[str, str], y: float, deepest: float) -> list[Board]:
    """Fronts and knobs of all openings that hold something; they begin at `y` and are at most `deepest`."""
    boards = []
    for opening, (x0, z0, x1, z1) in layout.openings:
        role: Role | None = _CLOSES.get(opening.holds)
        if role is None:
            continue
        gap = min(_GAP, (x1 - x0) / 8, (z1 - z0) / 8)
        outline = rectangle(x0 + gap, y, x1 - gap, y + min(THICKNESS, deepest))
        drawer = opening.holds == "drawer"
        solid, grain = upright(outline, z0 + gap, z1 - gap), X if drawer else Z
        name = names[opening.id]
        boards.append(Board(f"{piece_id}/front/{opening.id}", f"{name}, front", role, solid, grain))
        if opening.holds == "panel":
            continue
        at = ((x0 + x1) / 2 if drawer else x1 - min(40.0, (x1 - x0) / 4), (z0 + z1) / 2)
        knob = _knob(at, min(KNOB_RADIUS, (x1 - x0) / 6, (z1 - z0) / 6), y)
        boards.append(Board(f"{piece_id}/knob/{opening.id}", f"Knob of {name.lower()}", "knob", knob))
    return boards


def _knob(at: tuple[float, float], radius: float, y: float) -> Prism:
    # u = x and v = z span the front; their normal points to whoever stands before it.
    outline = tuple(
        (at[0] + radius * math.cos(math.tau * k / 16), at[1] + radius * math.sin(math.tau * k / 16))
        for k in range(16)
    )
    return Prism((0.0, y, 0.0), X, Z, outline, KNOB_REACH)

"""The boards that close a front (drawers, doors, knobs), and the room that its openings are sure to have."""

import math
from collections.abc import Callable, Sequence

from msgspec import Struct, structs

from zygoform.core.form.form import Board, FormOpening, Rect, Role
from zygoform.core.form.front import FrontLayout, Opening
from zygoform.core.form.inside.door import BayParts, DoorParts, bay_boards, door_boards, door_sizes
from zygoform.core.form.inside.drawer import DrawerParts, drawer_boards, drawer_sizes, runner_boards
from zygoform.core.form.opening_readings import room
from zygoform.core.form.piece import RAIL_DEPTH
from zygoform.core.geometry.convex import BoxGrid
from zygoform.core.geometry.plane import FAR, Outline, intersect, rectangle
from zygoform.core.geometry.prism import Prism, X, Z, upright
from zygoform.core.measure.param import params
from zygoform.core.measure.reading import counting
from zygoform.core.tolerance import SAME_MM

_GAP = 2.0
"""Between a front and its opening (mm), until it is measured. [practice]"""
THICKNESS = 19.0
"""How thick a front is (mm), until it is measured: 3/4 in. [practice]"""
_CLOSES: dict[str, Role] = {"drawer": "drawer", "door": "door", "panel": "panel"}
KNOB_RADIUS, KNOB_REACH = 15.0, 24.0
"""As knobs are drawn (mm). [drawn]"""


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


def fill_openings(
    piece_id: str,
    layout: FrontLayout,
    names: dict[str, str],
    y: float,
    deepest: float,
    hollow: Outline,
    case: Sequence[Board] = (),
) -> tuple[list[Board], tuple[FormOpening, ...]]:
    """What closes the openings and what stands behind, for a front at `y` whose boards are at most `deepest`.

    `hollow` is the plan of the room inside, `case` what stands in it already: what a drawer runs on is left out
    where something of that is in its place.
    """
    boards, openings, taken = list[Board](), list[FormOpening](), BoxGrid(board.solid.box for board in case)
    for opening, rect in layout.openings:
        name = names[opening.id]
        front = _front(piece_id, opening, name, rect, y, deepest)
        own: list[Board] = []
        if front is not None:
            own = door_boards(front, opening.door or DoorParts()) if opening.holds == "door" else [front]
            own += [_knob_of(piece_id, opening, name, rect, y)] if opening.holds != "panel" else []
        boards += own
        behind = y if front is None else front.solid.box[1][1]
        room = intersect(hollow, rectangle(rect[0], behind, rect[2], FAR))
        if opening.holds in ("door", "nothing"):
            boards += bay_boards(piece_id, opening.id, name, room, rect[1], rect[3], opening.bay or BayParts())
        own_id = f"{piece_id}/opening/{opening.id}"
        filled = FormOpening(own_id, name, rect, opening.holds, opening.readings)
        if opening.holds == "drawer" and front is not None:
            filled = _with_drawer(filled, opening.drawer or DrawerParts(), front, room, taken)
        if opening.holds == "door" and front is not None:
            door = opening.door or DoorParts()
            sizes, known = tuple(door_sizes(front, door).items()), not_measured(door)
            counts = (("Door knobs", 1), ("Hinges", door.hinges), ("Locks", int(door.lock)))
            hardware = tuple((what, count) for what, count in counts if count)
            (low, _, _), (high, _, _) = front.solid.box
            knob = own[-1].solid.box
            holes = (((knob[0][0] + knob[1][0] - low - high) / 2, 0.0),)
            told = dict(sizes=sizes, unmeasured=known, hardware=hardware, pull_holes=holes)
            filled = structs.replace(filled, hinged=door.hinged, **told)
        openings.append(filled)
    return boards, tuple(openings)


def _front(piece_id: str, opening: Opening, name: str, rect: Rect, y: float, deepest: float) -> Board | None:
    """The board that closes an opening."""
    role = _CLOSES.get(opening.holds)
    if role is None:
        return None
    x0, z0, x1, z1 = rect
    gap = min(_GAP, (x1 - x0) / 8, (z1 - z0) / 8)
    outline = rectangle(x0 + gap, y, x1 - gap, y + min(THICKNESS, deepest))
    solid, grain = upright(outline, z0 + gap, z1 - gap), X if opening.holds == "drawer" else Z
    return Board(f"{piece_id}/front/{opening.id}", f"{name}, front", role, solid, grain)


def _knob_of(piece_id: str, opening: Opening, name: str, rect: Rect, y: float) -> Board:
    """In the middle of a drawer; on a door away from its hinges."""
    x0, z0, x1, z1 = rect
    aside = min(40.0, (x1 - x0) / 4)
    left = opening.door is None or opening.door.hinged == "left"
    beside = x1 - aside if left else x0 + aside
    at = ((x0 + x1) / 2 if opening.holds == "drawer" else beside, (z0 + z1) / 2)
    solid = _knob(at, min(KNOB_RADIUS, (x1 - x0) / 6, (z1 - z0) / 6), y)
    return Board(f"{piece_id}/knob/{opening.id}", f"Knob of {name.lower()}", "knob", solid)


def _with_drawer(
    opening: FormOpening, parts: DrawerParts, front: Board, room: Outline, taken: BoxGrid
) -> FormOpening:
    """With the drawer in the straight room behind its front; without where a case out of square leaves none."""
    straight, (x0, z0, x1, z1) = straight_room(room), opening.rect
    if straight is None or straight[1] - straight[0] < (x1 - x0) / 2:
        return structs.replace(opening, hardware=(("Pulls", 1),), pull_holes=((0.0, 0.0),))
    low, high, back = straight
    behind, own = front.solid.box[1][1], (low, z0, high, z1)
    drawer = drawer_boards(opening.name, own, back - behind, front, parts)
    sizes = drawer_sizes(parts, high - low, z1 - z0, back - behind)
    ends = (behind + RAIL_DEPTH, back)
    runners = runner_boards(opening.id, opening.name, own, ends, sizes, parts.runs_on)
    free = (r for r in runners if not taken.meets(r.solid.box, SAME_MM))
    members = (*drawer, *free)
    named = tuple(structs.asdict(sizes).items())
    hardware = (("Pulls", 1), *((("Metal slides", 2),) if parts.runs_on == "slides" else ()))
    known = not_measured(parts)
    row = parts.pull_holes - 1
    holes = tuple(((k - row / 2) * sizes.hole_spacing, 0.0) for k in range(parts.pull_holes))
    return structs.replace(
        opening,
        members=members,
        sizes=named,
        unmeasured=known,
        hardware=hardware,
        pull_holes=holes,
        holes_through=parts.holes_through,
    )


def not_measured(parts: Struct) -> frozenset[str]:
    """The names of the sizes of what stands inside that nobody has measured."""
    readings = (
        (entry.name, counting(getattr(parts, entry.name)))
        for entry in params(type(parts))
        if entry.guess is not None
    )
    return frozenset(name for name, taken in readings if taken is None or taken.source == "guessed")


def straight_room(room: Outline) -> tuple[float, float, float] | None:
    """From where to where along x, and how far back, a plan of a room leaves a rectangle."""
    if not room:
        return None
    xs, ys = [x for x, _ in room], [y for _, y in room]
    across, deep = (min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2
    low, high = max(x for x in xs if x < across), min(x for x in xs if x > across)
    return low, high, min(y for y in ys if y > deep)


def _knob(at: tuple[float, float], radius: float, y: float) -> Prism:
    # u = x and v = z span the front; their normal points to whoever stands before it.
    outline = tuple(
        (at[0] + radius * math.cos(math.tau * k / 16), at[1] + radius * math.sin(math.tau * k / 16))
        for k in range(16)
    )
    return Prism((0.0, y, 0.0), X, Z, outline, KNOB_REACH)


# The room that an opening is sure to have: whatever is put into one asks here.
#
# An opening is drawn square. Where it was measured closely, what goes in has to pass the smallest quadrilateral
# its readings allow (`geometry/opening_fit.py`); of several whose rails come out, all shortfalls on one line count.


def sure_rect(opening: FormOpening) -> Rect:
    """The rectangle sure to go in, on the opening's floor, its middle over the opening's."""
    return sure_union((opening,))


def sure_union(openings: Sequence[FormOpening]) -> Rect:
    """The same of several openings made one: from the leftmost to the rightmost, the lowest to the highest."""
    x0, z0 = min(o.rect[0] for o in openings), min(o.rect[1] for o in openings)
    x1, z1 = max(o.rect[2] for o in openings), max(o.rect[3] for o in openings)
    wide = _most_on_a_line(openings, 1, lambda lack: lack[0])
    high = _most_on_a_line(openings, 0, lambda lack: lack[1])
    return x0 + wide / 2, z0, x1 - wide / 2, z1 - high


def _lack(opening: FormOpening) -> tuple[float, float]:
    """By how much it is sure to be narrower and lower than it is drawn (mm)."""
    x0, z0, x1, z1 = opening.rect
    wide, high = room(opening.readings, x1 - x0, z1 - z0)
    return max(0.0, x1 - x0 - wide), max(0.0, z1 - z0 - high)


def _most_on_a_line(
    openings: Sequence[FormOpening], axis: int, of: Callable[[tuple[float, float]], float]
) -> float:
    """The most that is lacking along one line over all of them: through the middle of one, across axis 0 or 1."""
    lines = [(o.rect[axis] + o.rect[axis + 2]) / 2 for o in openings]
    return max(sum(of(_lack(o)) for o in openings if o.rect[axis] < line < o.rect[axis + 2]) for line in lines)

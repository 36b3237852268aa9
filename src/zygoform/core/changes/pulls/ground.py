"""What lies under each new pull (bare front, strip, moulding, two of them at once), and what is told of it."""

import math

from msgspec import structs

from zygoform.core.changes.pulls.entries import Pulls
from zygoform.core.changes.pulls.fronts import PulledFront, PullSet
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.solid import has_wood_at
from zygoform.core.goods.fittings import said_as_sold
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import Marked
from zygoform.core.outcome.outcome import Finding, Fix, Note
from zygoform.core.tolerance import SAME_MM

PULL_FOOT = 6.0
"""Half as wide as the foot of a usual pull (mm). [drawn]"""
_ROUND = tuple((math.cos(math.tau * k / 8), math.sin(math.tau * k / 8)) for k in range(8))
"""Directions round a pull in which its foot is tried. [choice]"""
MOST_SHIFTS = 20
"""So many steps up and down a better place is looked for. [choice]"""


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


# What is told of new pulls: where each hole goes, what becomes of the old ones, what would go wrong.

MOST_LINES = 6
"""So many lines of measures are written. [choice]"""


def pull_notes(pulls: "PullSet") -> tuple[Note, ...]:
    """Each front's holes from its left and lower edge; alike ones together."""
    notes = [
        _line(fronts, pulls.spacing) for fronts in list(_alike(pulls).values())[:MOST_LINES] if fronts[0].holes
    ]
    fates: dict[str, int] = {}
    for front in pulls.fronts:
        for _, _, use in front.old:
            fates[use.words] = fates.get(use.words, 0) + 1
    for words, count in fates.items():
        notes.append(Note("Old holes" if count != 1 else "Old hole", Message(f"{count} {words}.")))
    if any(front.holes for front in pulls.fronts):
        text = "Bore {0} from the face, a block clamped behind, after filling and before painting."
        if pulls.fixing == "wood":
            text = "Pilot holes, with a bit as thick as the screw without its thread and a stop, before painting."
        notes.append(Note("Bore", Message(text, () if pulls.fixing == "wood" else (pulls.change.hole,))))
    if pulls.plugs and pulls.change.stained:
        text = "Plugs will show: cut them from the same wood with a plug cutter, face grain, the grain in line."
        notes.append(Note("Plugs", Message(text)))
    return tuple(notes)


def _alike(pulls: "PullSet") -> dict[tuple[tuple[float, float], ...], list["PulledFront"]]:
    found: dict[tuple[tuple[float, float], ...], list[PulledFront]] = {}
    for front in pulls.fronts:
        key = tuple((round(x, 2), round(z, 2)) for x, z in front.holes)
        found.setdefault(key, []).append(front)
    return found


def _line(fronts: list["PulledFront"], spacing: float) -> Note:
    """In the pull's own system beside the project's: a hole by its rounded place misses the other one's thread."""
    names = [literal(front.opening.name) for front in fronts]
    said = ", ".join(names[:3]) + (f" and {len(names) - 3} more" if len(names) > 3 else "")
    holes, marks = fronts[0].holes, list[float]()
    own = Marked if not spacing else type(said_as_sold(spacing))
    across = list(dict.fromkeys(round(x, 4) for x, _ in holes))
    up = list(dict.fromkeys(round(z, 4) for _, z in holes))
    words = ", ".join(f"{{{k}}}" for k in range(len(across)))
    marks += across
    heights = ", ".join(f"{{{len(marks) + k}}}" for k in range(len(up)))
    marks += up
    apart = ""
    if spacing:
        apart, marks = f"; from one to the other {{{len(marks)}}}", [*marks, spacing]
    text = f"{said}: {words} from the left, {heights} from below{apart}."
    return Note("Holes", Message(text, tuple(own(mm) for mm in marks)))


def pull_findings(pulls: "PullSet") -> tuple[Finding, ...]:
    change = pulls.change
    breaking = [f for f in pulls.fronts if any(use.use == "dowel" for _, _, use in f.old)]
    found = list[Finding]()
    if breaking:
        fixes = list[Fix]()
        spacings = {round(_old_spacing(front), 2) for front in breaking}
        if change.shape == "bar" and len(spacings) == 1 and min(spacings) > 0:
            own = min(spacings)
            fixes.append(Fix(Message("Take pulls for the old holes, {0} apart", (own,)), change.id, "spacing", own))
        names = ", ".join(literal(front.opening.name) for front in breaking[:3])
        names += f" and {len(breaking) - 3} more" if len(breaking) > 3 else ""
        found.append(
            Finding(
                "holes_break_out",
                "mind",
                Message(f"{names}: the new holes would break into the old ones"),
                Message(
                    "Glue dowels into those, not filler; let them cure, then bore with a guide, before any paint."
                ),
                tuple(front.board.id for front in breaking),
                change.id,
                tuple(fixes),
            )
        )
    open_ones = [
        f for f in pulls.fronts if any("plugged with face grain first" in use.words for _, _, use in f.old)
    ]
    if open_ones:
        found.append(
            Finding(
                "needs_wood",
                "mind",
                Message("Wood screws need wood where a hole is open now"),
                Message("Plug those with face grain first; or choose a pull that is screwed from behind."),
                tuple(front.board.id for front in open_ones),
                change.id,
                (Fix(Message("Fix it from behind"), change.id, "fixing", "screw"),),
            )
        )
    missing = [front for front in pulls.fronts if _bored_in_air(front)]
    if missing:
        text = "A cut-out or a notch is there: set what stays of it wider, or the pull elsewhere."
        what, where = Message("A hole would be bored where no wood is"), tuple(f.board.id for f in missing)
        found.append(Finding("hole_misses", "stop", what, Message(text), where, change.id))
    return tuple(found)


def _bored_in_air(front: "PulledFront") -> bool:
    """Whether a new hole's middle lies in an opening of its front."""
    (x0, y0, z0), (_, y1, _) = front.board.solid.box
    return not all(has_wood_at(front.board.solid, (x0 + x, (y0 + y1) / 2, z0 + z)) for x, z in front.holes)


def _old_spacing(front: "PulledFront") -> float:
    xs = [place[0] for place, _, _ in front.old]
    return max(xs) - min(xs) if len(xs) == 2 else 0.0

"""Pieces that would tip: drawers out and loaded, a child's weight, a pull, wind. It says so, never the contrary.

The loads are those that furniture-stability standards test with (ASTM F2057 and 16 CFR 1261, EN 14749 elsewhere);
the text in force decides, and no result here means that a piece meets it.
"""

import math
from functools import lru_cache
from typing import NamedTuple

from zygoform.core.condition.materials import MadeOf, MaterialCode, weight_of
from zygoform.core.condition.use import CARPET, PieceUse
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.ids import opening_key, origin_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.statics.tipping import STEEPEST, Standing, clothes_load, tip

CHILD_KG, PULL_KG, HIGHEST_GRIP = 27.0, 4.5, 1422.0
"""A child's weight (kg), a pull on a drawer (kg), the highest grip (mm). [F2057]"""
LEAST_DEEP = 60.0
"""What stands on less (mm) stands by nothing of its own: a bed's head, a door, a frame that leans on a wall.
[choice]
"""
CLIMBED = 686.0
"""From this height on (27 in, mm) stability standards speak of a piece for clothes. [F2057]"""
WIND_N_M2, GRAVITY_N_KG = 250.0, 9.80665
"""A strong gust on what stands outdoors (N/m², v = 20 m/s: rho v² / 2); gravity (N/kg). [choice]"""
HARDLY_STANDS = 1.5
"""What holds it down is less than so many times what tips it: it stands, but not by much. [choice]"""
TRAVEL = 0.75
"""A drawer comes out by this share of its length before its stop. [practice]"""

_Mass = tuple[float, float, float]


def tipping(view: JudgedPlan) -> tuple[Finding, ...]:
    uses = dict(view.uses)
    # Straps are planned: the word is theirs and the wall's.
    held = {o.body for o in view.outcomes if any(fitting.kind == "wall strap" for fitting in o.fittings)}
    return tuple(
        found
        for body in view.planned.bodies
        if not body.hangs and body.id not in held
        if (found := _least_stable(body, view.made_of, uses.get(body.piece_id, PieceUse()))) is not None
    )


@lru_cache(maxsize=512)
def _least_stable(body: Body, made_of: tuple[MadeOf, ...], use: PieceUse) -> Finding | None:
    """The worst that can be said of one body, empty or loaded. One that stays the same is not looked at again."""
    front, back, low = _contacts(body)
    high = max(board.solid.box[1][2] for board in body.boards) - low
    if back - front < LEAST_DEEP or high <= 0:
        return None
    masses, opened = _masses(body, made_of, back, low), _opened(body, made_of, back, low)
    stance = _Stance(body, back - front, high, use, opened)
    found = [_worst(stance, masses, ", empty" if use.carries else "")]
    if use.carries:
        loaded = [*masses, (use.carries, (back - front) / 2, high)]
        found.append(_worst(stance, loaded, ", with what it carries"))
    worst = min((case for case in found if case is not None), key=lambda case: case.rank, default=None)
    return _tips(body, worst) if worst is not None else None


class _Opened(NamedTuple):
    """What is drawn out or swung open: its weight, where its middle is shut, how far that comes out; and how far
    before the rear contact a child would hang on to it (kg, mm).
    """

    mass: float
    x: float
    z: float
    travel: float
    reach: float
    kind: str


class _Stance(NamedTuple):
    """A body as it stands: how deep, how high, what for, what of it opens."""

    body: Body
    deep: float
    high: float
    use: PieceUse
    opened: list[_Opened]


class _Case(NamedTuple):
    """One thing that would go wrong: the worse ones have the lower rank."""

    rank: tuple[int, float]
    words: str
    how: Standing


def _worst(stance: _Stance, masses: list[_Mass], loaded: str) -> _Case | None:
    deep, high, use, opened = stance.deep, stance.high, stance.use, stance.opened
    out = [(own.mass, own.x, own.z, own.travel) for own in opened]
    tilt = min(STEEPEST, math.degrees(math.atan(CARPET / deep)))
    calm = tip(masses, deep, out, tilt, push_height=min(high, HIGHEST_GRIP))
    hang = [(CHILD_KG, own.reach, own.z) for own in opened] if use.children else []
    child = tip(masses, deep, out, tilt, [max(hang, key=lambda h: h[1])]) if hang else calm
    # The standards ask for the pull of what is as high as a child reaches and climbs.
    pulled = use.children or (bool(out) and high >= CLIMBED)
    still = tip(masses, deep, push_height=high / 2)
    said = _open_words(opened)
    on_carpet = f"{said}, on a carpet, it tips forward" if out else "on a carpet it tips forward"
    cases = (
        (not calm.stable, calm.ratio, on_carpet, calm),
        (not child.stable, child.ratio, f"{said}, a child that holds on to one tips it", child),
        (pulled and calm.push < PULL_KG, calm.push, "a pull at its upper edge tips it forward", calm),
        (use.outdoors and _wind(stance.body, high) > still.push, still.push, "a gust of wind can tip it", calm),
        (bool(out) and calm.ratio < HARDLY_STANDS, calm.ratio, f"{said} it stands, but not by much", calm),
    )
    return next(
        (_Case((k, left), words + loaded, how) for k, (holds, left, words, how) in enumerate(cases) if holds), None
    )


def _open_words(opened: list[_Opened]) -> str:
    kinds = {own.kind for own in opened}
    words = {"drawer": "all drawers out and loaded", "door": "its doors open", "flap": "its flap down"}
    return "with " + " and ".join(words[kind] for kind in words if kind in kinds)


def _contacts(body: Body) -> tuple[float, float, float]:
    """The front-most and the rear-most floor contact (y), and the floor's height."""
    low = min(board.solid.box[0][2] for board in body.boards)
    ys = [p[1] for board in body.boards for p in board.solid.corners if p[2] < low + 1.0]
    return min(ys), max(ys), low


def _masses(body: Body, made_of: tuple[MadeOf, ...], back: float, low: float) -> list[_Mass]:
    """kg, forward from the rear contact, up from the floor; drawers are counted apart."""
    apart = {part.id for _, parts in _moving(body) for part in parts}
    rest = [board for board in body.boards if board.id not in apart]
    return [(_weight(board, made_of), back - _middle(board, 1), _middle(board, 2) - low) for board in rest]


def _opened(body: Body, made_of: tuple[MadeOf, ...], back: float, low: float) -> list[_Opened]:
    """Drawers out with their load, doors a right angle open, flaps level."""
    found = []
    for opening, parts in _moving(body):
        boxes = [part.solid.box for part in parts if part.role == "box"]
        mass = sum(_weight(part, made_of) for part in parts)
        x0, z0, x1, z1 = opening.rect
        front = min(part.solid.box[0][1] for part in parts)
        if opening.holds == "drawer":
            wide, deep, high = x1 - x0, 0.8 * body.depth.value, z1 - z0
            if boxes:
                wide, deep, high = (max(h[k] for _, h in boxes) - min(b[k] for b, _ in boxes) for k in range(3))
            mass += clothes_load(wide, deep, high, "mm") if min(wide, deep, high) > 0 else 0.0
            middle, z, travel = front + deep / 2, (z0 + z1) / 2, TRAVEL * deep
            reach = back - front + travel
        else:
            # A leaf turns about its edge: its middle comes out by half of what it is wide (a flap: high).
            leaf = z1 - z0 if opening.holds == "flap" else x1 - x0
            middle, z, travel = front, z0 if opening.holds == "flap" else (z0 + z1) / 2, leaf / 2
            reach = back - front + leaf
        found.append(_Opened(mass, back - middle, z - low, travel, reach, opening.holds))
    return found


def _moving(body: Body) -> list[tuple[FormOpening, list[Board]]]:
    """Of every drawer, door and flap that has its front still: its opening, front, knobs and box, each once."""
    fronts: dict[str, list[Board]] = {}
    for board in body.boards:
        if board.role in ("drawer", "door", "knob"):
            fronts.setdefault(opening_key(board.id), []).append(board)
    found = []
    for opening in body.openings:
        own = fronts.get(opening_key(opening.id), [])
        if opening.holds in ("drawer", "door", "flap") and any(board.role != "knob" for board in own):
            known = {board.id for board in own}
            found.append((opening, [*own, *(m for m in opening.members if m.role == "box" and m.id not in known)]))
    return found


def _weight(board: Board, made_of: tuple[MadeOf, ...]) -> float:
    said: MaterialCode | None = next((m.material for m in made_of if m.part == origin_of(board.id)), None)
    return weight_of(board.solid.volume, said or board.likely)


def _middle(board: Board, axis: int) -> float:
    low, high = board.solid.box
    return (low[axis] + high[axis]) / 2


def _wind(body: Body, high: float) -> float:
    """kg that a gust pushes with on the largest side."""
    xs = [p[0] for p in body.plan]
    return WIND_N_M2 * (max(xs) - min(xs)) / 1000 * high / 1000 / GRAVITY_N_KG


def _tips(body: Body, case: _Case) -> Finding:
    ratio = f"What holds it down is {case.how.ratio:.1f} times what tips it. " if case.how.ratio < 10 else ""
    why = (
        f"{ratio}Fix it to studs or solid wall with two straps made for that wall, lock or stop its drawers, keep "
        "heavy things low. The stability rule in force where you live decides."
    )
    fix = Fix(Message("Fix it to the wall"), "", add="wall_anchor", target=body.id)
    return Finding("tips", "mind", Message(f"{literal(body.name)}: {case.words}"), Message(why), fixes=(fix,))

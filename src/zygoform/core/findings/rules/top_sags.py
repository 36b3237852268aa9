"""A top, seat or lid, found or new, that bends under what the piece is to carry: a screen, an aquarium, people."""

from typing import NamedTuple

from zygoform.core.condition.materials import MadeOf, MaterialCode
from zygoform.core.condition.use import PieceUse
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.convex import box_around
from zygoform.core.goods.timber import TimberSize
from zygoform.core.ids import origin_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import Fine, Kilos
from zygoform.core.outcome.outcome import Finding
from zygoform.core.statics.sag import LOOKS_STRAIGHT, MODULUS, Sag, creep_of, sag
from zygoform.core.tolerance import SHARED_MM

_CARRY: tuple[str, ...] = ("side", "upright", "leg")
_FRAME: tuple[str, ...] = ("apron", "rail", "side", "back")
_CARRIED = {"top": "top", "seat": "seat", "lid": "lid"}
_STIFF: dict[MaterialCode, str] = {
    "solid": "ponderosa pine", "veneer on solid": "ponderosa pine", "plywood": "plywood", "fibreboard": "mdf",
    "veneer on board": "particleboard", "foil on board": "particleboard", "chipboard": "particleboard",
}  # fmt: skip
"""What a material bends like; wood of which no more is known like a soft one. Other things are not judged."""
ACROSS_GRAIN = 1 / 15
"""How stiff solid wood is across the grain beside along it (the same book, elastic ratios: 1/10 to 1/25). [WH]"""
ON_EDGE, RAIL_BELOW = 50.0, 60.0
"""A board so high (mm) carries what lies on it; an upright that ends so far below, at a flat rail, as well.
[choice]
"""
STRIP = 0.2
"""What is smaller beside the largest board is a strip at its edge. [choice]"""
SHARE = 0.6
"""Of a top's length so much has to lie on a frame for it to carry there. [choice]"""


def top_sags(view: JudgedPlan) -> tuple[Finding, ...]:
    uses = {piece: use for piece, use in view.uses if use.carries > 0}
    sizes = {part.id: view.shop.size(part.part.size_id) for part in view.parts}
    return tuple(
        found
        for body in view.planned.bodies
        if (use := uses.get(body.piece_id)) is not None and (found := _sagging(body, use, sizes, view)) is not None
    )


class _Slab(NamedTuple):
    """What carries: its boards side by side as one, from where to where, how thick and of what (mm)."""

    board: Board
    x: tuple[float, float]
    y: tuple[float, float]
    under: float
    thick: float
    material: str


def _sagging(body: Body, use: PieceUse, sizes: dict[str, TimberSize], view: JudgedPlan) -> Finding | None:
    """The load spread over all of it; over the widest room between what carries it, simply laid on."""
    slab = _slab(body, sizes, view.made_of)
    bends = _bends(body, slab, use.carries) if slab is not None else []
    if slab is None or not bends:
        return None
    # It bends the stiffer way.
    span, bend = min(bends, key=lambda way: way[1].longterm)
    if bend.ratio <= LOOKS_STRAIGHT:
        return None
    whose = next((o.change_id for o in view.outcomes if slab.board.id.startswith(f"{o.change_id}/")), "")
    name = f"the new {_CARRIED[slab.board.role]}" if whose else f"the {_CARRIED[slab.board.role]}"
    return Finding(
        "top_sags",
        "mind",
        Message(f"{literal(body.name)}: {name} will bend by {{0}}", (Fine(bend.longterm),)),
        Message(
            f"Over {{0}} under {{1}} that is {bend.share} of it; the eye sees more than 1/600, {{2}}: "
            "take a thicker board, or put an upright or a rail under it.",
            (span, Kilos(use.carries), Fine(span * LOOKS_STRAIGHT)),
        ),
        (slab.board.id,),
        whose,
    )


def _slab(body: Body, sizes: dict[str, TimberSize], made_of: tuple[MadeOf, ...]) -> _Slab | None:
    """The largest board and those beside it that are as thick: strips at edges and cushions carry little."""
    there = [board for board in body.boards if board.role in _CARRIED]
    if not there:
        return None
    board = max(there, key=lambda b: b.solid.volume)
    thick = board.solid.sizes[0] if board.id not in sizes else sizes[board.id].thickness
    material = _material(board, sizes, made_of)
    if not material or thick <= 0:
        return None
    low = board.solid.box[0][2]
    beside = [
        b for b in there if abs(b.solid.box[0][2] - low) < SHARED_MM and b.solid.volume > STRIP * board.solid.volume
    ]
    (x0, y0, _), (x1, y1, _) = box_around(tuple(corner for b in beside for corner in b.solid.corners))
    return _Slab(board, (x0, x1), (y0, y1), low, thick, material)


def _material(board: Board, sizes: dict[str, TimberSize], made_of: tuple[MadeOf, ...]) -> str:
    """The wood or panel whose stiffness counts; nothing where none is known."""
    if board.id in sizes:
        species = sizes[board.id].species
        return species if species in MODULUS else ""
    said = next((made for made in made_of if made.part == origin_of(board.id)), None)
    if said is not None and said.wood in MODULUS and said.material in ("solid", "veneer on solid"):
        return said.wood
    return _STIFF.get(said.material if said is not None else board.likely, "")


def _bends(body: Body, slab: _Slab, load: float) -> list[tuple[float, Sag]]:
    """Along the piece and across it, where it is carried at both ends that way: span and bend."""
    found = []
    along_x = abs(slab.board.grain[0]) > abs(slab.board.grain[1])
    for axis, gap in ((0, _widest(body, slab)), (1, _deepest(body, slab))):
        long, wide = (slab.x, slab.y) if axis == 0 else (slab.y, slab.x)
        span = gap if gap is not None else 0.0
        if span <= 0:
            continue
        share = min(1.0, span / (long[1] - long[0]))
        creep = creep_of(slab.material)
        bend = sag(span, wide[1] - wide[0], slab.thick, slab.material, load * share, units="mm", creep=creep)
        if slab.material not in ("plywood", "mdf", "particleboard", "osb") and along_x != (axis == 0):
            worse = bend.longterm / ACROSS_GRAIN
            bend = Sag(bend.initial / ACROSS_GRAIN, worse, worse / span, bend.second_moment)
        found.append((span, bend))
    return found


def _widest(body: Body, slab: _Slab) -> float | None:
    """From left to right, the widest room between boards that reach it from below; None where fewer than two do."""
    held = sorted(
        (board.solid.box[0][0], board.solid.box[1][0])
        for board in body.boards
        if board.role in _CARRY and _reaches(board, slab.under)
    )
    return _gap(held)


def _deepest(body: Body, slab: _Slab) -> float | None:
    """From front to back, between frames on edge that run along most of it."""
    held = sorted(
        (board.solid.box[0][1], board.solid.box[1][1])
        for board in body.boards
        if board.role in _FRAME
        and board.solid.box[1][0] - board.solid.box[0][0] > SHARE * (slab.x[1] - slab.x[0])
        and _reaches(board, slab.under)
    )
    return _gap(held)


def _gap(held: list[tuple[float, float]]) -> float | None:
    gaps, end = list[float](), held[0][1] if held else 0.0
    for low, high in held:
        gaps.append(low - end)
        end = max(end, high)
    return max(gaps) if len(held) > 1 else None


def _reaches(board: Board, under: float) -> bool:
    low, high = board.solid.box
    below = RAIL_BELOW if board.role == "upright" else SHARED_MM
    return -SHARED_MM < under - high[2] < below and high[2] - low[2] > ON_EDGE

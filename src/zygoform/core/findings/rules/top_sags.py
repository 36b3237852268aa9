"""A new top that bends under what the piece is to carry: a screen, an aquarium."""

from zygoform.core.condition.use import PieceUse
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.convex import box_around
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding
from zygoform.core.statics.sag import LOOKS_STRAIGHT, sag
from zygoform.core.statics.stiffness import MODULUS, creep_of
from zygoform.core.tolerance import SHARED_MM

_CARRY: tuple[str, ...] = ("side", "upright", "leg")


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    uses = {piece: use for piece, use in view.uses if use.carries > 0}
    sizes = {part.id: view.shop.size(part.part.size_id) for part in view.parts}
    return tuple(
        found
        for body in view.planned.bodies
        if (use := uses.get(body.piece_id)) is not None and (found := _told(body, use, sizes, view)) is not None
    )


def _told(body: Body, use: PieceUse, sizes: dict[str, TimberSize], view: JudgedPlan) -> Finding | None:
    """The load spread over the whole top; over the widest room between what carries it, simply laid on."""
    new = [b for b in body.boards if b.role == "top" and b.id in sizes and sizes[b.id].species in MODULUS]
    if not new:
        return None
    # Strips at its edges carry little.
    size = sizes[max(new, key=lambda b: b.solid.volume).id]
    boards = [b for b in new if sizes[b.id].id == size.id]
    (x0, y0, _), (x1, y1, _) = box_around(tuple(corner for board in boards for corner in board.solid.corners))
    span = _widest(body, min(b.solid.box[0][2] for b in boards))
    if span <= 0:
        return None
    load = use.carries * min(1.0, span / (x1 - x0))
    material = size.species
    bend = sag(span, y1 - y0, size.thickness, material, load, units="mm", creep=creep_of(material))
    if bend.ratio <= LOOKS_STRAIGHT:
        return None
    return Finding(
        "top_sags",
        "mind",
        Message(f"{literal(body.name)}: the new top will bend by {{0}}", (bend.longterm,)),
        Message(
            f"Over {{0}} under {view.shop.unit.show_weight(use.carries)} the eye sees more than {{1}}: "
            "take a thicker board, or put an upright under it.",
            (span, span * LOOKS_STRAIGHT),
        ),
        tuple(board.id for board in boards[:1]),
        next((o.change_id for o in view.outcomes if boards[0].id.startswith(f"{o.change_id}/")), ""),
    )


def _widest(body: Body, under: float) -> float:
    """From left to right, the widest room between boards that reach the top from below."""
    held = sorted(
        (board.solid.box[0][0], board.solid.box[1][0])
        for board in body.boards
        if board.role in _CARRY and _reaches(board, under)
    )
    gaps, end = [0.0], held[0][1] if held else 0.0
    for low, high in held:
        gaps.append(low - end)
        end = max(end, high)
    return max(gaps)


def _reaches(board: Board, under: float) -> bool:
    low, high = board.solid.box
    return abs(high[2] - under) < SHARED_MM and high[2] - low[2] > 50.0

"""What holds parts together, and what parts stand in the way of others."""

from functools import lru_cache

from zygoform.core.condition.materials import MATERIALS, WEAK_EDGES, MadeOf
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.convex import box_around, boxes_meet, shared_volume
from zygoform.core.goods.screws import Driven
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Outcome
from zygoform.core.tolerance import THROUGH_MM3, TOUCHING_MM

# Screws that nothing on sale is right for, and tips that end nearer to a face than usual.


def no_screw(view: JudgedPlan) -> tuple[Finding, ...]:
    found = list[Finding]()
    for outcome in view.outcomes:
        for fitting in outcome.fittings:
            driven = fitting.driven
            if driven is None:
                continue
            if fitting.is_lacking:
                found.append(_lacking(fitting, driven))
            elif driven.is_near_face and fitting.kind == "wood screw":
                found.append(_near(fitting, driven))
    return tuple(found)


def _lacking(fitting: Fitting, driven: Driven) -> Finding:
    """None can be right, or none of that length is sold."""
    if driven.most < driven.least:
        text = (
            "Through {0} it holds nothing in {1} before it comes out again: "
            "take thicker wood, or glue and clamp instead."
        )
        why = Message(text, (driven.outer, driven.inner))
    else:
        text = (
            "It would be {0} to {1} long. Put such a size on the price list, sink its head deeper, "
            "or take thicker wood or another fixing."
        )
        why = Message(text, (driven.least, driven.most))
    what = Message(f"No {fitting.kind} on sale is right here: {fitting.use}")
    return Finding("no_screw", "stop", what, why, (), fitting.change_id)


def _near(fitting: Fitting, driven: Driven) -> Finding:
    text = "In {0} of wood its tip ends {1} under the far face. Bore with a stop, and try one on scrap."
    left = driven.outer + driven.inner - driven.length
    what = Message(f"Screws end close under a face: {fitting.use}")
    return Finding("thin_for_screws", "note", what, Message(text, (driven.inner, left)), (), fitting.change_id)


# Screws into parts made of something that does not hold them.

HELD_BY = ("side", "rail", "upright", "apron", "bottom")
"""What the screws of a change go into: what a top or a skirt is fixed to."""


def weak_screws(view: JudgedPlan) -> tuple[Finding, ...]:
    whose = {board.id: body for body in view.found.bodies for board in body.boards}
    found = []
    for outcome in view.outcomes:
        if not any(fitting.kind == "wood screw" for fitting in outcome.fittings):
            continue
        # What stands in place of a part taken off is new: its screws go into what stays of the same body.
        bodies = {id(body): body for part in sorted(outcome.removed) if (body := whose.get(part)) is not None}
        found += [
            finding
            for body in bodies.values()
            if (finding := _weakly_screwed(outcome, body, view.made_of)) is not None
        ]
    return tuple(found)


def _weakly_screwed(outcome: Outcome, body: Body, made_of: tuple[MadeOf, ...]) -> Finding | None:
    roles = {board.id: board.role for board in body.boards if board.id not in outcome.removed}
    weak = [m for m in made_of if m.material in WEAK_EDGES and roles.get(m.part) in HELD_BY]
    if not weak:
        return None
    material = MATERIALS[weak[0].material]
    return Finding(
        "weak_screws",
        "mind",
        Message(f"Screws go into {material.title.lower()}"),
        Message(f"Screwing: {material.screw[1]}. Blocks glued inside hold better."),
        tuple(m.part for m in weak),
        outcome.change_id,
    )


# New parts that take the same room as another part of the piece.


def runs_through(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(found for outcome in view.outcomes if (found := _through(outcome, view.planned)) is not None)


def _through(outcome: Outcome, planned: Form) -> Finding | None:
    """The first part of the piece that a change's parts run through; a later change is told of an earlier one's."""
    body = planned.body(outcome.body) if outcome.body and outcome.added else None
    pairs = _pairs(body, frozenset(board.id for board in outcome.added)) if body is not None else ()
    for board, other in pairs:
        if not _is_later(outcome, other):
            return Finding(
                "runs_through",
                "mind",
                Message(f"{literal(board.name)} runs through {literal(other.name).lower()}"),
                Message("Two parts cannot be in one place: one of them comes off, is moved or is cut."),
                (board.id, other.id),
                outcome.change_id,
                (Fix(Message("Leave it out"), outcome.change_id, leave_out=True),),
            )
    return None


@lru_cache(maxsize=1024)
def _pairs(body: Body, own: frozenset[str]) -> tuple[tuple[Board, Board], ...]:
    """Parts of a change with others that they run through. A body that stays the same is not looked at again."""
    mine = [board for board in body.boards if board.id in own]
    if not mine:
        return ()
    around = box_around(tuple(corner for board in mine for corner in board.solid.box))
    near = [b for b in body.boards if b.id not in own and boxes_meet(b.solid.box, around)]
    return tuple(
        (a, b)
        for a in mine
        for b in near
        if boxes_meet(a.solid.box, b.solid.box, TOUCHING_MM) and _shared(a, b) > THROUGH_MM3
    )


def _is_later(outcome: Outcome, other: Board) -> bool:
    """Whether the other part is of a change that was made after: that one is told."""
    head = piece_of(other.id)
    both = (head[1:], outcome.change_id[1:])
    return head[:1] == "c" and all(own.isdecimal() for own in both) and int(both[0]) > int(both[1])


def _shared(a: Board, b: Board) -> float:
    return sum(shared_volume(p.faces, q.faces) for p in a.solid.cells for q in b.solid.cells)

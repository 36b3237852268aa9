"""Screws into parts made of something that does not hold them."""

from zygoform.core.condition.materials import MATERIALS, WEAK_EDGES, MadeOf
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Body
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding, Outcome

HELD_BY = ("side", "rail", "upright", "apron", "bottom")
"""What the screws of a change go into: what a top or a skirt is fixed to."""


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    whose = {board.id: body for body in view.found.bodies for board in body.boards}
    found = []
    for outcome in view.outcomes:
        if not any(fitting.kind == "wood screw" for fitting in outcome.fittings):
            continue
        # What stands in place of a part taken off is new: its screws go into what stays of the same body.
        bodies = {id(body): body for part in sorted(outcome.removed) if (body := whose.get(part)) is not None}
        found += [
            finding for body in bodies.values() if (finding := _judged(outcome, body, view.made_of)) is not None
        ]
    return tuple(found)


def _judged(outcome: Outcome, body: Body, made_of: tuple[MadeOf, ...]) -> Finding | None:
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

"""Sizes of the front that do not come to the room there is."""

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(
        Finding(
            "openings_add_up",
            "mind",
            Message("The openings come to {0}, the room for them is {1}", (misfit.total, misfit.room)),
            Message(
                "Uprights and rails are already taken off. Tape both once more; until then the drawing is scaled."
            ),
            (misfit.division,),
        )
        for body in view.found.bodies
        for misfit in body.misfits
    )

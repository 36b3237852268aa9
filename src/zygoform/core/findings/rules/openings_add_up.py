"""Sizes of the front that do not come to the room there is."""

from zygoform.core.findings.view import View
from zygoform.core.measure.say import Say
from zygoform.core.outcome.outcome import Finding


def judge(view: View) -> tuple[Finding, ...]:
    return tuple(
        Finding(
            "openings_add_up",
            "mind",
            Say("The openings come to {0}, the room for them is {1}", (misfit.total, misfit.room)),
            Say("Uprights and rails are already taken off. Tape both once more; until then the drawing is scaled."),
            (misfit.division,),
        )
        for body in view.found.bodies
        for misfit in body.misfits
    )

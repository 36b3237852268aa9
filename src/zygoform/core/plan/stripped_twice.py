"""An old coat that comes off twice: by a mend of it, and by the stack of its zone."""

from collections.abc import Iterator

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.mending.entries import Mend
from zygoform.core.condition.condition import Condition
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.finish.resolved import ZonePlan
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix

TAKES_OFF = ("finish", "strip")
"""The fault and its remedy that take an old coat off."""


def stripped_twice(
    finish: FinishPlan, changes: tuple[ChangeBase, ...], condition: Condition
) -> tuple[Finding, ...]:
    """Of each mend that takes a coat off a part whose zone is stripped as well: the minutes of one are too many."""
    mends = [c for c in changes if isinstance(c, Mend) and (c.about, c.remedy) == TAKES_OFF]
    return tuple(
        _told(mend, plan)
        for mend in mends
        for plan in _stripped(finish)
        if (fault := condition.fault(mend.fault)) is not None and fault.part in plan.zone.parts
    )


def _stripped(finish: FinishPlan) -> Iterator[ZonePlan]:
    return (plan for plan in finish.zones if any(layer.doing == "strip" for layer in plan.layers))


def _told(mend: Mend, plan: ZonePlan) -> Finding:
    kept = tuple(layer for layer in plan.layers if layer.doing != "strip")
    return Finding(
        "stripped_twice",
        "mind",
        Message(f"{literal(plan.zone.name)}: the old coat is taken off twice"),
        Message(
            "By the mend of its peeling finish and by its stack: one of them is enough, its hours count twice."
        ),
        (),
        mend.id,
        (
            Fix(Message("Leave the mend out"), mend.id, leave_out=True),
            Fix(Message("Take it out of the stack"), "", zone=plan.shared, layers=kept),
        ),
        plan.shared,
    )

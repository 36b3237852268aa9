"""Readings of one opening that contradict each other."""

from zygoform.core.errors import BadInputError
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import FormOpening
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding
from zygoform.core.tolerance import CLOSURE_MM


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    openings = (opening for body in view.found.bodies for opening in body.openings)
    return tuple(finding for opening in openings if (finding := _judged(opening)) is not None)


def _judged(opening: FormOpening) -> Finding | None:
    try:
        sure = opening.readings.usable() if opening.readings is not None else None
    except BadInputError as refused:
        return _finding(opening, Message(refused.message, refused.lengths))
    if sure is None or abs(sure.closure) <= CLOSURE_MM:
        return None
    return _finding(
        opening,
        Message(
            "The other readings make the top {0}, {1} off. One of them is wrong, mostly a diagonal.",
            (_top(opening) + sure.closure, abs(sure.closure)),
        ),
    )


def _top(opening: FormOpening) -> float:
    return (opening.readings.value("across_top") if opening.readings else None) or 0.0


def _finding(opening: FormOpening, why: Message) -> Finding:
    what = Message(f"The readings of {literal(opening.name.lower())} contradict each other")
    return Finding("openings_close", "mind", what, why, (opening.id,))

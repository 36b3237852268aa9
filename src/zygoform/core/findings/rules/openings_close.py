"""Readings of one opening that contradict each other."""

from zygoform.core.errors import BadInputError
from zygoform.core.findings.view import View
from zygoform.core.form.form import FormOpening
from zygoform.core.measure.say import Say
from zygoform.core.outcome.outcome import Finding
from zygoform.core.tolerance import CLOSURE_MM


def judge(view: View) -> tuple[Finding, ...]:
    openings = (opening for body in view.found.bodies for opening in body.openings)
    return tuple(finding for opening in openings if (finding := _judged(opening)) is not None)


def _judged(opening: FormOpening) -> Finding | None:
    try:
        sure = opening.closely.usable() if opening.closely is not None else None
    except BadInputError as refused:
        return _finding(opening, Say(refused.message, refused.lengths))
    if sure is None or abs(sure.closure) <= CLOSURE_MM:
        return None
    return _finding(
        opening,
        Say(
            "The other readings make the top {0}, {1} off. One of them is wrong, mostly a diagonal.",
            (_top(opening) + sure.closure, abs(sure.closure)),
        ),
    )


def _top(opening: FormOpening) -> float:
    return (opening.closely.value("across_top") if opening.closely else None) or 0.0


def _finding(opening: FormOpening, why: Say) -> Finding:
    what = Say(f"The readings of {opening.name.lower()} contradict each other")
    return Finding("openings_close", "mind", what, why, (opening.id,))

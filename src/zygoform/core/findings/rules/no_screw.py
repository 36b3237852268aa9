"""Screws that nothing on sale is right for, and tips that end nearer to a face than usual."""

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.goods.screws import Driven
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding, Fitting


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
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

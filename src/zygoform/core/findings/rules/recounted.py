"""Rows of which more or fewer are cut than planned."""

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    if not view.counts:
        return ()
    out = sum(count.count == 0 for count in view.counts)
    more = sum(count.count - 1 for count in view.counts if count.count > 1)
    words = [f"{out} part{'s' * (out != 1)} left out"] if out else []
    words += [f"{more} more than planned"] if more else []
    return (
        Finding(
            "recounted",
            "note",
            Message("The cut list differs from the plan: " + ", ".join(words)),
            Message("You changed the count of a row. By part shows which; an emptied count goes back to the plan."),
            tuple(count.part_id for count in view.counts if count.count),
        ),
    )

"""Parts so short that their two slanted ends would cross."""

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    findings = []
    for layout in view.layouts:
        for shape, listed in {part.shape: part for part in layout.ends_cross}.items():
            findings.append(
                Finding(
                    "ends_cross",
                    "stop",
                    Message(f"{literal(listed.part.name)} {shape} is too short for its two slanted ends"),
                    Message(
                        "At {0} over all and these angles the cuts would cross: nothing is left of one edge. "
                        "Make it longer, narrower, or less slanted.",
                        (listed.length,),
                    ),
                    tuple(part.id for part in layout.ends_cross if part.shape == shape),
                    listed.part.change_id,
                )
            )
    return tuple(findings)

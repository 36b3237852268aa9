"""Parts longer than any board there is."""

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    findings = []
    for layout in view.layouts:
        shapes = {listed.shape: listed for listed in layout.too_long}
        longest = max((offer.length for offer in layout.size.offers), default=0.0) - 2 * view.shop.end_trim
        for shape, listed in shapes.items():
            over = listed.length - longest
            findings.append(
                Finding(
                    "too_long",
                    "stop",
                    Message(f"{listed.part.name} {shape} is {{0}} longer than your longest board", (over,)),
                    Message(
                        f"{layout.size.name} gives {{0}} between the end trims; the part is {{1}}. Choose another "
                        "board, turn the boards the other way, or enter a longer one under What I have.",
                        (longest, listed.length),
                    ),
                    tuple(p.id for p in layout.too_long if p.shape == shape),
                    listed.part.change_id,
                )
            )
    return tuple(findings)

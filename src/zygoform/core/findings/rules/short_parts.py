"""Parts too short to hold by hand at the saw."""

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    shapes: dict[str, list[str]] = {}
    for listed in view.parts:
        if listed.short:
            shapes.setdefault(listed.shape, []).append(listed.id)
    findings = []
    for shape, ids in shapes.items():
        listed = next(p for p in view.parts if p.shape == shape)
        limit = (
            view.shop.saw.shortest_safe
            if listed.length < view.shop.saw.shortest_safe
            else view.shop.saw.shortest_rip
        )
        count = f"{len(ids)} parts {shape} are" if len(ids) > 1 else f"Part {shape} is"
        findings.append(
            Finding(
                "short_parts",
                "mind",
                Message(f"{count} only {{0}} long", (listed.length,)),
                Message(
                    "Under {0} a part is too short to hold: use a stop block, clamp or jig, or a hand saw.",
                    (limit,),
                ),
                tuple(ids),
                listed.part.change_id,
            )
        )
    return tuple(findings)

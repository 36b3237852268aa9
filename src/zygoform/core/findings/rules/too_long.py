"""Parts longer than any board there is."""

from zygoform.core.cutlist.layouts import SizeLayout
from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    findings = []
    for layout in view.layouts:
        shapes = {listed.shape: listed for listed in layout.too_long}
        for shape, listed in shapes.items():
            what, why = _words(layout, listed, view.shop.end_trim)
            ids = tuple(p.id for p in layout.too_long if p.shape == shape)
            findings.append(Finding("too_long", "stop", what, why, ids, listed.part.change_id))
    return tuple(findings)


def _words(layout: SizeLayout, listed: ListedPart, end_trim: float) -> tuple[Message, Message]:
    name, size = f"{literal(listed.part.name)} {listed.shape}", literal(layout.size.name)
    lengths = [offer.length - 2 * end_trim for offer in layout.size.offers]
    if not lengths:
        return (
            Message(f"There is no board left for {name}"),
            Message(
                f"{size} is not on sale, and what you have of it is used up or shorter than {{0}}. Choose another "
                "board, or enter one under What I have.",
                (listed.length,),
            ),
        )
    if layout.both_ways:
        return (
            Message(f"{name} is larger than any sheet of {size}"),
            Message(
                "It is {0} × {1}. Choose another sheet, make it of two, or enter a larger one under What I have.",
                (listed.length, listed.width),
            ),
        )
    longest = max(0.0, *lengths)
    return (
        Message(f"{name} is {{0}} longer than your longest board", (listed.length - longest,)),
        Message(
            f"{size} gives {{0}} between the end trims; the part is {{1}}. Choose another board, turn the boards "
            "the other way, or enter a longer one under What I have.",
            (longest, listed.length),
        ),
    )

"""Spare strips of a pattern for whose sake alone another length is bought, or a longer one."""

from decimal import Decimal

from zygoform.core.cutlist.layouts import SizeLayout
from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.cutlist.problems import size_problems
from zygoform.core.cutting.either import quick_answer
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.piecemeal import at_once

SPARE = "/spare/"
MOST_LAID_ANEW = 120
"""Of more strips it is looked at the boards that hold nothing but spare ones: a layout of many takes long."""


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(found for layout in view.layouts if (found := _judged(layout, view)) is not None)


def _judged(layout: SizeLayout, view: JudgedPlan) -> Finding | None:
    laid = [placed.part for board in layout.boards for placed in board.parts]
    spare = [part for part in laid if SPARE in part.id]
    rest = tuple(part for part in laid if SPARE not in part.id)
    if not spare or layout.both_ways:
        return None
    more = _costs_more(layout, rest, view)
    if more <= 0:
        return None
    change_id = spare[0].part.change_id
    what = f"Spare strips alone cost {view.shop.currency}{more:.2f}"
    text = (
        f"{len(spare)} spare {{0}} long, of {literal(layout.size.name)}: without them it is less by that. "
        "What is left of the other lengths does for tries."
    )
    fix = Fix(Message("Cut no spare strips"), change_id, "spare", 0)
    return Finding(
        "spare_buys_more",
        "note",
        Message(what),
        Message(text, (spare[0].length,)),
        (spare[0].id,),
        change_id,
        (fix,),
    )


def _costs_more(layout: SizeLayout, rest: tuple[ListedPart, ...], view: JudgedPlan) -> Decimal:
    """What the layout costs more than one without the spare strips."""
    alone = sum(
        (b.price for b in layout.boards if not b.owned and all(SPARE in p.part.id for p in b.parts)), Decimal(0)
    )
    if alone or len(rest) > MOST_LAID_ANEW or any(board.owned for board in layout.boards):
        return alone
    problems = size_problems(rest, view.shop, ())
    return layout.cost - sum((Decimal(at_once(quick_answer(p.problem)).cost) / 100 for p in problems), Decimal(0))

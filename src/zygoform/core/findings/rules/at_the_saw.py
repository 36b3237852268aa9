"""What is cut, and what it is cut from."""

from decimal import Decimal
from functools import lru_cache

from zygoform.core.cutlist.car import CarCuts, car_cuts
from zygoform.core.cutlist.layouts import SizeLayout
from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.cutlist.problems import size_problems
from zygoform.core.cutting.either import LayoutProblem, quick_answer
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.piecemeal import at_once

# Parts longer than any board there is.


def too_long(view: JudgedPlan) -> tuple[Finding, ...]:
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
                "board, or enter one under Stock on hand.",
                (listed.length,),
            ),
        )
    if layout.both_ways:
        return (
            Message(f"{name} is larger than any sheet of {size}"),
            Message(
                "It is {0} × {1}. Choose another sheet, make it of two, or enter a larger one under Stock on hand.",
                (listed.length, listed.width),
            ),
        )
    longest = max(0.0, *lengths)
    return (
        Message(f"{name} is {{0}} longer than your longest board", (listed.length - longest,)),
        Message(
            f"{size} gives {{0}} between the end trims; the part is {{1}}. Choose another board, turn the boards "
            "the other way, or enter a longer one under Stock on hand.",
            (longest, listed.length),
        ),
    )


# Parts too short to hold by hand at the saw.


def short_parts(view: JudgedPlan) -> tuple[Finding, ...]:
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


# Parts so short that their two slanted ends would cross.


def ends_cross(view: JudgedPlan) -> tuple[Finding, ...]:
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


# Rows of which more or fewer are cut than planned.


def recounted(view: JudgedPlan) -> tuple[Finding, ...]:
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


# Spare strips of a pattern for whose sake alone another length is bought, or a longer one.

SPARE = "/spare/"
MOST_LAID_ANEW = 120
"""Of more strips it is looked at the boards that hold nothing but spare ones: a layout of many takes long. [choice]
"""


def spare_strips(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(found for layout in view.layouts if (found := _dear_spare(layout, view)) is not None)


def _dear_spare(layout: SizeLayout, view: JudgedPlan) -> Finding | None:
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
    return layout.cost - sum((Decimal(_least_cost(p.problem)) / 100 for p in problems), Decimal(0))


@lru_cache(maxsize=256)
def _least_cost(problem: LayoutProblem) -> int:
    """In hundredths, laid out at once. Most edits leave the strips as they are."""
    return at_once(quick_answer(problem)).cost


# Boards and sheets that do not go into the car, and what the shop should cut.


def car_room(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(
        _too_large_for_car(cuts, view) for cuts in car_cuts(view.layouts, view.shop.car_long, view.shop.car_wide)
    )


def _too_large_for_car(cuts: CarCuts, view: JudgedPlan) -> Finding:
    board = cuts.board
    thing = "Sheet" if board.size.is_sheet else "Board"
    sizes = (board.length, board.size.width)
    what = Message(f"{thing} {board.letter}, {{0}} × {{1}}, does not go into the car", sizes)
    ids = tuple(on.part.id for on in board.parts)
    if cuts.fits:
        return Finding("car_room", "note", what, shop_words(cuts), ids)
    wide = view.shop.car_wide or view.shop.car_long
    why = Message(
        f"None of its own cuts makes it fit ({{0}} × {{1}} goes in): have it brought, or buy "
        f"{literal(board.size.name)} in a shorter length.",
        (view.shop.car_long, wide),
    )
    return Finding("car_room", "mind", what, why, ids)


def shop_words(cuts: CarCuts) -> Message:
    """What to ask for at the shop."""
    ways = [f"{'across' if cut.across else 'along'} at {{{k}}}" for k, cut in enumerate(cuts.cuts)]
    n = len(cuts.cuts)
    text = f"Let the shop cut it {', then '.join(ways)}: cuts it gets anyhow. "
    text += f"The largest piece is then {{{n}}} × {{{n + 1}}}."
    return Message(text, (*(cut.at for cut in cuts.cuts), *cuts.largest))

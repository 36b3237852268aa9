"""Boards, what is left of them, layouts."""

from zygoform.core.cutlist.layouts import NARROWEST, WORTH_KEEPING, PlacedBoard, SizeLayout
from zygoform.core.measure.message import Message, literal
from zygoform.core.plan.plan import Plan
from zygoform.core.why.why import Why


def why_left(plan: Plan, board: PlacedBoard) -> Why:
    """Why so much of a board is left."""
    parts = [on.part for on in board.parts]
    if board.both_ways:
        return _why_left_of_sheet(board)
    lengths = tuple(part.length for part in parts)
    used = sum(lengths)
    gaps = board.length - 2 * plan.shop.end_trim - used - board.left_over
    marks = " − ".join(f"{{{k + 2}}} {part.code}" for k, part in enumerate(parts))
    last = len(lengths) + 2
    cuts = f"− {{{last}}} for {len(parts)} cut{'s' * (len(parts) > 1)}"
    if gaps < 0:
        cuts = f"+ {{{last}}} saved by slanted ends that share cuts"
    formula = Message(
        f"{{0}} board − 2 × {{1}} lost at the ends − {marks} {cuts}",
        (board.length, plan.shop.end_trim, *lengths, abs(gaps)),
    )
    what = Message(f"Of board {board.letter} {{0}} is left", (board.left_over,))
    keep = Message(
        "{0} or more: an offcut to keep" if board.worth_keeping else "Under {0}: too short to keep",
        (WORTH_KEEPING,),
    )
    return Why(what, formula, keep, board.left_over, tuple(part.id for part in parts))


def _why_left_of_sheet(board: PlacedBoard) -> Why:
    ids = tuple(on.part.id for on in board.parts)
    if not board.left_over:
        return Why(Message(f"Of sheet {board.letter} nothing is left"), Message(""), Message(""), 0.0, ids)
    keep = (
        Message("{0} long and {1} wide at least: an offcut to keep", (WORTH_KEEPING, NARROWEST))
        if board.worth_keeping
        else Message("Under {0} long or {1} wide: too small to keep", (WORTH_KEEPING, NARROWEST))
    )
    what = Message(f"Of sheet {board.letter} {{0}} × {{1}} is left", tuple(sorted(board.offcut[2:], reverse=True)))
    return Why(what, Message("the largest piece that its cuts leave"), keep, board.left_over, ids)


def why_length(plan: Plan, board: PlacedBoard) -> Why:
    """Why a board of this length."""
    what = Message(f"Board {board.letter} is {{0}} long", (board.length,))
    if board.owned:
        return Why(what, Message("your own, used before any is bought"), Message(""), board.length, _on(board))
    size = plan.shop.size(board.size.id)
    if not size.offers:
        return Why(what, Message("came off a piece, and is not on sale"), Message(""), board.length, _on(board))
    offers = ", ".join(f"{{{k}}} for {plan.shop.currency}{o.price:.2f}" for k, o in enumerate(size.offers))
    layout = next(lay for lay in plan.layouts if board in lay.boards)
    return Why(
        what,
        Message(f"on sale: {offers}", tuple(o.length for o in size.offers)),
        _verdict(layout),
        board.length,
        _on(board),
    )


def why_cost(plan: Plan, layout: SizeLayout) -> Why:
    """Why the boards of one size cost what they cost."""
    counts: dict[tuple[float, object], int] = {}
    for board in layout.boards:
        counts[board.length, board.price] = counts.get((board.length, board.price), 0) + 1
    marks = " + ".join(
        f"{count} × {{{k}}} at {plan.shop.currency}{price:.2f}"
        for k, ((_, price), count) in enumerate(counts.items())
    )
    what = Message(f"{literal(layout.name)}: {plan.shop.currency}{layout.cost:.2f}")
    return Why(
        what, Message(marks, tuple(length for length, _ in counts)), _verdict(layout), float(layout.cost), ()
    )


def _verdict(layout: SizeLayout) -> Message:
    if layout.proven and layout.both_ways:
        return Message("No other choice of these sheets is cheaper: proven")
    if layout.proven:
        return Message(
            "No other choice of these boards is cheaper, along their length or ripped into lanes: proven"
        )
    return Message(
        f"Not proven yet; at most {layout.cost - layout.bound:.2f} could be saved"
        if layout.bound
        else "A quick layout"
    )


def _on(board: PlacedBoard) -> tuple[str, ...]:
    return tuple(on.part.id for on in board.parts)

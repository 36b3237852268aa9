"""Boards and sheets that do not go into the car, and what the shop should cut."""

from zygoform.core.cutlist.car import CarCuts, car_cuts
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(_finding(cuts, view) for cuts in car_cuts(view.layouts, view.shop.car_long, view.shop.car_wide))


def _finding(cuts: CarCuts, view: JudgedPlan) -> Finding:
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

"""What to tape before cutting, by what a mistake would cost."""

from decimal import Decimal

from msgspec import Struct

from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.measure.reading import Term
from zygoform.core.plan.plan import Plan


class Tape(Struct, frozen=True):
    """A found size that parts are cut from: its value, whether it is a guess, the parts, the wood at stake.

    `value` is in mm, or in degrees where `angle` says so.
    """

    name: str
    value: float
    angle: bool
    guessed: bool
    part_ids: tuple[str, ...]
    codes: tuple[str, ...]
    cost: Decimal


def tape_before_cut(plan: Plan) -> tuple[Tape, ...]:
    """Every found size that something is cut from, the dearest mistake first.

    A part's share of its board is its share of all parts' lengths on it.
    """
    shares = _shares(plan)
    uses: dict[Term, dict[str, None]] = {}
    for listed in plan.parts:
        for term in _found(listed):
            uses.setdefault(Term(term.name, term.value, term.origin), {})[listed.id] = None
    found = []
    for term, ids in uses.items():
        cost = sum((shares.get(part_id, Decimal(0)) for part_id in ids), Decimal(0)).quantize(Decimal("0.01"))
        codes = tuple(dict.fromkeys(p.shape for p in plan.parts if p.id in ids))
        angle = term.name.endswith("corner")
        found.append(Tape(term.name, term.value, angle, term.origin == "guessed", tuple(ids), codes, cost))
    return tuple(sorted(found, key=lambda tape: (-tape.cost, not tape.guessed, tape.name)))


def _found(listed: ListedPart) -> list[Term]:
    """The found sizes a part is cut from; for slanted ends the corners they meet in too."""
    part = listed.part
    terms = [*(part.length_of.terms if part.length_of else ())]
    terms += part.width_of.terms if part.ripped and part.width_of else ()
    for end, of in ((part.left, part.left_corner), (part.right, part.right_corner)):
        terms += of.terms if of is not None and (end.bevel or end.mitre) else ()
    return [term for term in terms if term.origin in ("measured", "guessed")]


def _shares(plan: Plan) -> dict[str, Decimal]:
    """What the wood of each part costs."""
    shares = dict[str, Decimal]()
    for layout in plan.layouts:
        for board in layout.boards:
            # Of a board by length: what is ripped off a part's side is lost with it.
            sheet = board.both_ways
            worth = {on.part.id: on.part.length * (on.part.width if sheet else 1.0) for on in board.parts}
            whole = sum(worth.values())
            shares |= {part_id: board.price * Decimal(own / whole) for part_id, own in worth.items()}
    return shares

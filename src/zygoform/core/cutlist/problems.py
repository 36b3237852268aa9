"""The layout problems of a cut list: one for each size of board, or kind of sheet."""

import math
from collections import Counter
from collections.abc import Callable, Iterable, Mapping

from msgspec import Struct

from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.cutting.either import FoundLayout, LayoutProblem
from zygoform.core.cutting.problem import (
    UNITS_PER_MM,
    PartType,
    RollLayout,
    RollPart,
    RollProblem,
    SheetPart,
    SheetProblem,
    SheetStock,
    StockType,
    StripProblem,
)
from zygoform.core.goods.fittings import RollKind
from zygoform.core.goods.timber import StockLine, TimberSize
from zygoform.core.outcome.outcome import RollCut
from zygoform.core.shop import Shop


class SizeProblem(Struct, frozen=True):
    """The problem of all parts cut from one size of board, or from all sizes of one kind of sheet.

    `lanes` is the same of boards ripped into lanes first, where two parts find room side by side.
    """

    size: TimberSize
    problem: LayoutProblem
    lanes: SheetProblem | None = None

    @property
    def asked(self) -> tuple[LayoutProblem, ...]:
        """All that a solver is to look at."""
        return (self.problem,) if self.lanes is None else (self.problem, self.lanes)

    def chosen(self, found: Mapping[LayoutProblem, FoundLayout]) -> LayoutProblem:
        """Lanes only where they are cheaper: a rip more is work, and of a lane one edge is the saw's."""
        if self.lanes is None:
            return self.problem
        ripped, plain = found[self.lanes], found[self.problem]
        cheaper = (len(ripped.unplaced), ripped.cost) < (len(plain.unplaced), plain.cost)
        return self.lanes if cheaper else self.problem


def units_of(mm: float, away: Callable[[float], int]) -> int:
    """Whole units, up or down; a float's last digit moves nothing."""
    near = round(mm * UNITS_PER_MM, 4)
    return away(near)


def size_problems(
    parts: tuple[ListedPart, ...], shop: Shop, stock: tuple[StockLine, ...]
) -> tuple[SizeProblem, ...]:
    """One problem for each size of board or kind of sheet, in the order the parts name them."""
    problems = []
    for own in by_stock(parts, shop).values():
        size = shop.size(own[0].part.size_id)
        if size.is_sheet:
            problems.append(SizeProblem(size, _sheet_problem(own, shop, stock)))
        else:
            problems.append(SizeProblem(size, _problem(own, shop, stock), _lanes_problem(own, shop, stock)))
    return tuple(problems)


def by_stock(parts: tuple[ListedPart, ...], shop: Shop) -> dict[str, list[ListedPart]]:
    """The parts that are cut from the same boards or sheets."""
    kinds: dict[str, str] = {}
    of: dict[str, list[ListedPart]] = {}
    for listed in parts:
        size_id = listed.part.size_id
        if size_id not in kinds:
            kinds[size_id] = stock_kind(shop.size(size_id))
        of.setdefault(kinds[size_id], []).append(listed)
    return of


MOST_IN_LANES = 80
"""Of more parts boards are not tried ripped into lanes: quick means bounded."""


def _lanes_problem(parts: list[ListedPart], shop: Shop, stock: tuple[StockLine, ...]) -> SheetProblem | None:
    """Boards of one size cut both ways, none of their parts turned; None where no two lie side by side."""
    size, kerf = shop.size(parts[0].part.size_id), shop.kerf
    narrowest = min(listed.width for listed in parts)
    if len(parts) > MOST_IN_LANES or 2 * narrowest + kerf > size.width or len(parts) < 2:
        return None
    # A board's ends are no good.
    stocks = _stocks([size], stock, 2 * units_of(shop.end_trim, math.ceil))
    return SheetProblem(units_of(kerf, math.ceil), 0, stocks, _rectangles(parts, turning=False))


def _stocks(sizes: list[TimberSize], stock: tuple[StockLine, ...], ends: int = 0) -> tuple[SheetStock, ...]:
    """What there is to cut both ways, one's own first; `ends` (units) of its length are lost."""
    owned = [
        SheetStock(
            f"own {line.id}",
            units_of(line.length, math.floor) - ends,
            units_of(line.width or size.width, math.floor),
            0,
            line.count,
        )
        for size in sizes
        for line in stock
        if line.size == size.id
    ]
    sale = [
        SheetStock(
            f"buy {offer.length:g} {size.id}",
            units_of(offer.length, math.floor) - ends,
            units_of(size.width, math.floor),
            int(offer.price * 100),
        )
        for size in sizes
        for offer in size.offers
    ]
    return tuple(sheet for sheet in (*owned, *sale) if sheet.width > 0)


def _rectangles(parts: list[ListedPart], *, turning: bool) -> tuple[SheetPart, ...]:
    """Equal parts together. The drawing of slanted ends knows them along the sheet only: those are not turned."""
    counts, shapes = Counter(listed.shape for listed in parts), {listed.shape: listed for listed in parts}
    return tuple(
        SheetPart(
            shape,
            units_of(listed.length, math.ceil),
            units_of(listed.width, math.ceil),
            counts[shape],
            turns=turning and not any(cut_lines(listed)),
        )
        for shape, listed in shapes.items()
    )


def stock_kind(size: TimberSize) -> str:
    """Sheets of one kind and thickness are cut from whichever size is cheapest; boards from their own."""
    return f"{size.species} {size.thickness:.2f} {size.grain}" if size.is_sheet else size.id


def _sheet_problem(parts: list[ListedPart], shop: Shop, stock: tuple[StockLine, ...]) -> SheetProblem:
    """Its edges are good as they come. Where its face has a grain, parts lie along it."""
    named = [shop.size(listed.part.size_id) for listed in parts]
    every = [s for s in shop.timber if s.is_sheet and stock_kind(s) == stock_kind(named[0])]
    sizes = list({size.id: size for size in (*named, *every)}.values())
    kerf, rectangles = units_of(shop.kerf, math.ceil), _rectangles(parts, turning=not named[0].grain)
    return SheetProblem(kerf, 0, _stocks(sizes, stock), rectangles)


def _problem(parts: list[ListedPart], shop: Shop, stock: tuple[StockLine, ...]) -> StripProblem:
    size = shop.size(parts[0].part.size_id)
    types: dict[str, PartType] = {}
    for listed in parts:
        known = types.get(listed.shape)
        left, right = cut_lines(listed)
        length = units_of(listed.length, math.ceil)
        types[listed.shape] = PartType(
            listed.shape,
            length,
            known.count + 1 if known else 1,
            left,
            right,
            units_of(_own_width(listed), math.ceil),
        )
    sale = [
        StockType(f"buy {offer.length:g}", units_of(offer.length, math.floor), int(offer.price * 100))
        for offer in size.offers
    ]
    owned = [
        StockType(f"own {line.id}", units_of(line.length, math.floor), 0, line.count)
        for line in stock
        if line.size == size.id
    ]
    return StripProblem(
        units_of(shop.kerf, math.ceil),
        units_of(shop.end_trim, math.ceil),
        units_of(_strip_width(parts), math.floor),
        tuple(owned + sale),
        tuple(types.values()),
    )


def cut_lines(listed: ListedPart) -> tuple[float, float]:
    """Signed angles of the cut lines over the strip: the longer edge or face lies at y = 0."""
    left, right = listed.part.left, listed.part.right
    return left.mitre or left.bevel, -(right.mitre or right.bevel)


def _own_width(listed: ListedPart) -> float:
    """What a part's own cut lines cross: its width for mitres, its thickness for bevels."""
    ends = (listed.part.left, listed.part.right)
    return listed.width if any(end.mitre for end in ends) else listed.part.thickness


def _strip_width(parts: list[ListedPart]) -> float:
    """What the cut lines cross: the face's width for mitres, the thickness for bevels.

    Where both occur the strip counts as a line: nothing nests, which is always safe.
    """
    mitred = any(e.mitre for p in parts for e in (p.part.left, p.part.right))
    bevelled = any(e.bevel for p in parts for e in (p.part.left, p.part.right))
    if mitred and bevelled:
        return 0.0
    if mitred:
        return min(p.width for p in parts)
    return min(p.part.thickness for p in parts) if bevelled else 0.0


# What is cut from rolls: all pieces of one kind and one width of roll together, whichever change they are of.


class RollQuestion(Struct, frozen=True):
    """All pieces from one roll, and how they are asked for."""

    kind: RollKind
    width: float
    problem: RollProblem
    cuts: tuple[tuple[int, RollCut], ...]
    """Each with the number of its change."""


class PlacedRollCut(Struct, frozen=True):
    """A piece and where it lies on the roll: its corner at the left, nearest to the end (mm)."""

    number: int
    cut: RollCut
    x: float
    y: float


class CutRoll(Struct, frozen=True):
    """So much of a roll (mm) and what is cut from it; `proven` where no less does."""

    kind: RollKind
    width: float
    length: float
    cuts: tuple[PlacedRollCut, ...]
    proven: bool


def roll_questions(cuts: Iterable[tuple[int, RollCut]]) -> tuple[RollQuestion, ...]:
    """One for each kind and width; equal pieces are counted together."""
    of: dict[tuple[RollKind, float], list[tuple[int, RollCut]]] = {}
    for number, cut in cuts:
        of.setdefault((cut.kind, cut.roll), []).append((number, cut))
    questions = []
    for (kind, width), own in of.items():
        counts = Counter(_shape(cut) for _, cut in own)
        sizes = {_shape(cut): cut for _, cut in own}
        parts = tuple(
            RollPart(shape, units_of(sizes[shape].width, math.ceil), units_of(sizes[shape].length, math.ceil), n)
            for shape, n in sorted(counts.items())
        )
        # A hair more than the roll is the roll: a piece may be just as wide.
        problem = RollProblem(units_of(width, math.ceil), parts)
        questions.append(RollQuestion(kind, width, problem, tuple(own)))
    return tuple(questions)


def placed_rolls(
    questions: tuple[RollQuestion, ...], found: Mapping[LayoutProblem, FoundLayout]
) -> tuple[CutRoll, ...]:
    """Each question's layout, piece by piece."""
    rolls = []
    for question in questions:
        layout = found[question.problem]
        assert isinstance(layout, RollLayout)
        waiting: dict[str, list[tuple[int, RollCut]]] = {}
        for number, cut in question.cuts:
            waiting.setdefault(_shape(cut), []).append((number, cut))
        cuts = tuple(
            PlacedRollCut(*waiting[place.part].pop(0), place.x / UNITS_PER_MM, place.y / UNITS_PER_MM)
            for place in layout.places
        )
        rolls.append(CutRoll(question.kind, question.width, layout.length / UNITS_PER_MM, cuts, layout.proven))
    return tuple(rolls)


def _shape(cut: RollCut) -> str:
    return f"{cut.width:.2f} x {cut.length:.2f}"

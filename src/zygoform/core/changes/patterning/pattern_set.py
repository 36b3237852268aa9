"""A pattern worked out on its surface: which strips lie where, and the pieces that are cut for them."""

from functools import cached_property

from msgspec import structs

from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.surface import Surface, boxes_overlap, chosen_surface
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.plane import Outline, area, intersect, rectangle
from zygoform.core.goods.timber import TimberSize
from zygoform.core.ids import own_of
from zygoform.core.patterns.field import FieldFront, Margins, PatternField, bridged
from zygoform.core.patterns.pieces import Laid, TrimPiece, laid_over, lay
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.patterns.strip import Strip
from zygoform.core.piecemeal import AT_A_TIME, Piecemeal, at_once
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

MOST_STRIPS, DRAWN_TO = 3_000, 0.5
"""More are refused; curves are drawn in chords as near to them as this (mm). [choice]"""
BRIDGED = 25.0
"""Gaps between fronts, and rails, up to so wide (mm) are laid over and parted in place. [choice]"""
_OWN_ENTRY = {
    "theta": "angle",
    "w": "board",
    "L": "long",
    "angles": "spread",
    "n": "rays",
    "y": "up",
    "lines": "family",
}


class PatternSet:
    """Lives only for the length of a call. `sizes` are those of its strips, and of the second pattern's.

    All is worked out when it is first asked for: of a gallery's pattern the field alone at first.
    """

    def __init__(self, change: StripPattern, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.sizes = tuple(_sold(shop, board) for board in (change.board, change.other_board or change.board))

    @cached_property
    def _bare(self) -> Surface:
        return chosen_surface(self.body, self.change.on, self.change.targets)

    @cached_property
    def standing(self) -> tuple[Board, ...]:
        """Pulls and old mouldings that are on its boards now."""
        return tuple(_standing_on(self._bare, self.body))

    @cached_property
    def surface(self) -> Surface:
        """What it is laid on, with what stays there."""
        return self._bare.without(self.standing) if self.change.keep == "free" else self._bare

    @cached_property
    def whole(self) -> PatternField:
        """The faces without margins."""
        return self.surface.field(self.change.room)

    @cached_property
    def field(self) -> PatternField:
        """What it lies over."""
        return self._with_middles_free(self._inset())

    def worked_out(self) -> Piecemeal[None]:
        """Its strips, and what of them lies where, bit by bit. Raises BadInputError."""
        self.__dict__["_over"] = yield from self._laid_over()

    @cached_property
    def _over(self) -> tuple[list[Strip], Laid]:
        return at_once(self._laid_over())

    def _laid_over(self) -> Piecemeal[tuple[list[Strip], Laid]]:
        run = self.change.run if self.change.on != "this" else "one"
        strips, laid = yield from laid_over(self.field, run, self._strips)
        if not laid.pieces:
            raise BadInputError("does_not_fit", "No strip lies on it: less between them.", "gap")
        return strips, laid

    @property
    def strips(self) -> list[Strip]:
        """All strips, in the order they are laid. Raises BadInputError."""
        return self._over[0]

    @property
    def laid(self) -> Laid:
        """What of them lies on the fronts. Raises BadInputError."""
        return self._over[1]

    def size_of(self, piece: TrimPiece) -> TimberSize:
        """The trim a piece is cut from."""
        return self.sizes[self.strips[piece.strip].trim]

    def is_bought(self, piece: TrimPiece) -> bool:
        """Whether it is bought as it is."""
        return self.strips[piece.strip].bought

    @cached_property
    def pulls_over(self) -> tuple[Board, ...]:
        """Pulls that go on again over strips, because some lie where they sit."""
        if self.change.keep == "free":
            return ()
        return tuple(pull for pull in self.standing if pull.role == "knob" and self._lies_under(pull))

    def _lies_under(self, thing: Board) -> bool:
        """Whether a strip lies where something stands."""
        span = self.surface.span(thing)
        own = rectangle(*span)
        # What is left of a hollow outline within a rectangle may hang together by lines: these have no area.
        return any(
            abs(area(intersect(piece.outline, own))) > SAME_MM
            for piece, box in zip(self.laid.pieces, self._boxes, strict=True)
            if boxes_overlap(span, box)
        )

    @cached_property
    def _boxes(self) -> list[tuple[float, float, float, float]]:
        return [_box(piece.outline) for piece in self.laid.pieces]

    @cached_property
    def gap(self) -> float:
        """Between its strips, as entered or as their count makes it; on the first front where each has its own."""
        return FAMILIES[self.change.family].gap_of(self.alone, self.sizes[0].width, self.change)

    @cached_property
    def alone(self) -> PatternField:
        """What one run of it goes over: the whole field, or its first front where each is for itself."""
        whole = self.change.run == "one" or self.change.on == "this"
        return self.field if whole else PatternField(self.field.fronts[:1])

    @property
    def tightest(self) -> float:
        """The least radius that strips are bent to (mm); 0 where none is."""
        return min((strip.radius for strip in self.strips if strip.far), default=0.0)

    @property
    def has_gaps(self) -> bool:
        """Whether a spacer stands between its strips."""
        row = FAMILIES[self.change.family]
        return "gap" in row.uses and row.spaced and self.gap > 0

    @property
    def parted(self) -> bool:
        """Whether strips are laid over the gaps and parted in place."""
        change = self.change
        return change.apart == "over" and change.run == "one" and change.on != "this" and len(self.field.fronts) > 1

    @cached_property
    def cut(self) -> tuple[TrimPiece, ...]:
        """The pieces as they are sawn: those that are laid, or what is longer and parted in place; none bought."""
        laid = self._over_gaps() if self.parted else self.laid
        return tuple(piece for piece in laid.pieces if not self.is_bought(piece))

    @cached_property
    def bridges(self) -> tuple[tuple[int, ...], ...]:
        """Which fronts every piece as sawn may lie on: each alone, or all that are bridged."""
        fronts = self.field.fronts
        if not self.parted:
            return tuple((k,) for k in range(len(fronts)))
        runs = [front.polygon for front in bridged(self.field, BRIDGED).fronts]
        middles = [front.polygon.representative_point() for front in fronts]
        return tuple(tuple(k for k, at in enumerate(middles) if run.contains(at)) for run in runs)

    def _over_gaps(self) -> Laid:
        return lay(bridged(self.field, BRIDGED), self.strips)

    def strips_as(self, field: PatternField, values: dict[str, float]) -> list[Strip]:
        """Those of the first pattern, were some of its entries others. Raises BadInputError."""
        return FAMILIES[self.change.family].load()(
            field, self.sizes[0].width, structs.replace(self.change, **values)
        )

    def _inset(self) -> PatternField:
        own = self.change
        margins = (own.more_left, own.more_right, own.more_below, own.more_above)
        if not (own.margin or any(margins)):
            return self.whole
        return self.whole.inset(Margins(*(own.margin + more for more in margins)))

    def _with_middles_free(self, field: PatternField) -> PatternField:
        """A rectangle in the middle of every front kept free, where one is asked for."""
        wide, high = self.change.free_wide / 2, self.change.free_high / 2
        if wide <= 0 or high <= 0:
            return field

        def freed(front: FieldFront) -> FieldFront:
            x, y = front.middle
            return structs.replace(front, kept=(*front.kept, rectangle(x - wide, y - high, x + wide, y + high)))

        return PatternField(tuple(freed(front) for front in field.fronts))

    def _strips(self, field: PatternField, turn: int) -> list[Strip]:
        """Of its family, or the second one's; what that refuses stands beside the entry it is about."""
        change, size = self.change, self.sizes[turn]
        own = {} if not turn else {"board": "other_board", "angle": "other_angle"}
        if turn:
            change = structs.replace(change, family=change.other_family, angle=change.other_angle)
        try:
            strips = FAMILIES[change.family].load()(field, size.width, change)
        except BadInputError as refused:
            named = _OWN_ENTRY.get(refused.parameter, refused.parameter)
            named = own.get(named, named) or "family"
            raise BadInputError(refused.kind, refused.message, named, refused.lengths) from refused
        if len(strips) > MOST_STRIPS:
            raise BadInputError("out_of_range", "So many strips: wider ones, or more between them.", "board")
        return [structs.replace(strip, trim=1) for strip in strips] if turn else strips

    def drawn(self) -> Piecemeal[dict[str, tuple[Board, ...]]]:
        """What lies on each board; a piece with a notch in several that touch, one parted in place as parted.

        All of them have the id of the part they are cut as, what is bought an id of its own.
        """
        found: dict[str, list[Board]] = {}
        for k, (piece, number) in enumerate(zip(self.laid.pieces, self.numbers, strict=True), 1):
            host, bought = self.surface.boards[piece.front], self.is_bought(piece)
            own_id = f"{self.change.id}/" + (f"ready/{k}" if bought else f"strip/{number}")
            thick = self.size_of(piece).thickness * (2 if bought else 1)
            name = f"{'Ornament' if bought else 'Strip'} {own_of(own_id)}, {host.name.lower()}"
            for on, solid in self.surface.hosted(piece.front, self._as_drawn(piece), thick):
                board = Board(own_id, name, "ornament", solid, self._way(piece))
                found.setdefault(on.id, []).append(board)
            if k % AT_A_TIME == 0:
                yield
        return {own: tuple(boards) for own, boards in found.items()}

    def _as_drawn(self, piece: TrimPiece) -> Outline:
        """A bent one with fewer corners than it is measured with: to DRAWN_TO of its line."""
        if not self.strips[piece.strip].far:
            return piece.outline
        import shapely

        ring = shapely.simplify(shapely.Polygon(piece.outline), DRAWN_TO).exterior
        return tuple((x, y) for x, y in shapely.orient_polygons(shapely.Polygon(ring)).exterior.coords[:-1])

    @cached_property
    def numbers(self) -> list[int]:
        """Of each piece that is laid the number of the one that is cut."""
        if not self.parted:
            count, numbers = 0, []
            for piece in self.laid.pieces:
                count += not self.is_bought(piece)
                numbers.append(count)
            return numbers
        import shapely

        whole = [shapely.Polygon(piece.outline).buffer(1e-6) for piece in self.cut]
        of_strip: dict[int, list[int]] = {}
        for n, piece in enumerate(self.cut):
            of_strip.setdefault(piece.strip, []).append(n)
        numbers = []
        for piece in self.laid.pieces:
            at = shapely.Polygon(piece.outline).representative_point()
            numbers.append(1 + next((n for n in of_strip.get(piece.strip, ()) if whole[n].contains(at)), -1))
        return numbers

    def _way(self, piece: TrimPiece) -> tuple[float, float, float]:
        """Along its grain, in space."""
        way = self.strips[piece.strip].way
        a, b = self.surface.point((0.0, 0.0)), self.surface.point(way)
        return b[0] - a[0], b[1] - a[1], b[2] - a[2]


def _sold(shop: Shop, board: str) -> TimberSize:
    size = shop.size(board)
    if size.stock != "board":
        raise BadInputError("impossible", "Strips are cut from a board. Choose one.", "board")
    return size


def _standing_on(surface: Surface, body: Body) -> list[Board]:
    """Pulls, and old mouldings, that are on its boards now."""
    own = {board.id for board in surface.boards}
    knobs = [board for board in body.boards if board.role == "knob"]
    old = [thing for board in body.boards if board.id in own for thing in board.on_face]
    kept = surface.without([*knobs, *old]).kept
    return [thing for things in kept for thing in things]


def _box(outline: Outline) -> tuple[float, float, float, float]:
    xs, ys = [x for x, _ in outline], [y for _, y in outline]
    return min(xs), min(ys), max(xs), max(ys)

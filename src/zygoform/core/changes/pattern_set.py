"""A pattern worked out on its surface: strips cut and measured, drawn on the boards they lie on, counted, told."""

import math
from collections import Counter
from typing import TYPE_CHECKING

from msgspec import structs

from zygoform.core.changes.surface import FRONTS, Surface, broadest, front_surface, fronts_of, surface_of
from zygoform.core.changes.work import cutting
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.cut_shape import convex_pieces
from zygoform.core.geometry.plane import Outline
from zygoform.core.goods.minutes import Task
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.parse import INCH
from zygoform.core.measure.reading import Sized, Term, sized
from zygoform.core.measure.rounding import count_up
from zygoform.core.outcome.cautions import DUST, GLUE, SAW
from zygoform.core.outcome.outcome import Finding, Fitting, Note, Outcome, Supply
from zygoform.core.outcome.part import EndCut, Part
from zygoform.core.outcome.work import Work
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.pieces import TrimPiece
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.patterns.runs import laid_over
from zygoform.core.patterns.strip import Strip
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

if TYPE_CHECKING:
    from zygoform.core.changes.kinds.pattern import StripPattern

MOST_STRIPS = 3_000
PIN_APART, GLUE_ML_M2 = 80.0, 150.0
"""Pins stand at most so far apart along a strip (mm), two at least; glue on one face: shop practice."""
PIECE_MINUTES = 1.0


class PatternSet:
    """Lives only for the length of a call."""

    def __init__(self, change: "StripPattern", body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.size = shop.size(change.board)
        if self.size.stock != "board":
            raise BadInputError("impossible", "Strips are cut from a board. Choose one.", "board")
        self.surface = self._surface()
        uneven = self.surface.uneven()
        if uneven is not None:
            text = f"{literal(uneven.name)} is out of square or cut out: strips are laid on plain rectangles only."
            raise BadInputError("impossible", text, "on")
        self.field = self.surface.field.inset(change.margin) if change.margin else self.surface.field
        self.strips, self.laid = laid_over(self.field, change.run if change.on != "this" else "one", self._strips)
        if not self.laid.pieces:
            raise BadInputError("does_not_fit", "No strip lies on it: less between them.", "gap")

    def _strips(self, field: PatternField) -> list[Strip]:
        """Of its family; what that refuses stands beside the entry it is about."""
        try:
            strips = FAMILIES[self.change.family].load()(field, self.size.width, self.change)
        except BadInputError as refused:
            own = {"theta": "angle", "w": "board", "L": "long", "angles": "spread"}.get(refused.parameter)
            named = own or refused.parameter
            raise BadInputError(refused.kind, refused.message, named, refused.lengths) from refused
        if len(strips) > MOST_STRIPS:
            raise BadInputError("out_of_range", "So many strips: wider ones, or more between them.", "board")
        return strips

    def _surface(self) -> Surface:
        """The fronts there are, or the one board that was pointed at."""
        change, target = self.change, self.change.targets[0]
        boards = {board.id: board for board in self.body.boards}
        if change.on == "this":
            own = boards.get(target) or broadest(self.body)
            return surface_of(own, self.body)
        fronts = fronts_of(self.body, ("drawer",) if change.on == "drawers" else FRONTS)
        if not fronts:
            raise BadInputError("impossible", "No front is there for a pattern.", "on")
        return front_surface(fronts)

    def _parts(self) -> tuple[Part, ...]:
        """One for each piece: over its long point, with the cuts at both ends."""
        return tuple(self._part(k, piece) for k, piece in enumerate(self.laid.pieces, 1))

    def _part(self, number: int, piece: TrimPiece) -> Part:
        guesses, long = self.body.width.guesses, piece.measured.long_point
        first, last = _steepest(piece.measured.first), _steepest(piece.measured.last)
        # Where both cuts meet within the strip it is a corner: cut from a piece as long, to its line.
        corner = long - self._shortens(first) - self._shortens(last) < SAME_MM
        where = Term("where its strip lies on the front", long, "worked out")
        return Part(
            f"{self.change.id}/strip/{number}",
            self.change.id,
            "Corner strip" if corner else "Strip",
            self.size.id,
            self.size.thickness,
            self.size.width,
            long,
            EndCut() if corner else EndCut(first),
            EndCut() if corner else EndCut(last),
            measured_on="long point",
            location=f"on {self.surface.boards[piece.front].name.lower()}",
            rests_on=guesses,
            length_of=Sized(long, guesses, (where,)),
            width_of=Sized(self.size.width, terms=(Term("width of the strip", self.size.width, "on sale"),)),
            by_hand=long < self.shop.saw.shortest_safe,
            face=self._face(piece) if corner or piece.measured.two_cut else (),
            left_corner=None if corner else sized("how far its end is from square", abs(first), "worked out"),
            right_corner=None if corner else sized("how far its end is from square", abs(last), "worked out"),
        )

    def _face(self, piece: TrimPiece) -> Outline:
        """Its outline along its strip, from its left extreme and its lower edge."""
        (u, v) = self.strips[piece.strip].way
        level = [(x * u + y * v, y * u - x * v) for x, y in piece.outline]
        left, low = (min(p[k] for p in level) for k in (0, 1))
        return tuple((x - left, y - low) for x, y in level)

    def _shortens(self, angle: float) -> float:
        """How much shorter the other edge is by a cut at an end."""
        return self.size.width * math.tan(math.radians(min(abs(angle), 89.0)))

    def outcome(self) -> Outcome:
        change, pieces = self.change, self.laid.pieces
        parts = self._parts()
        length = sum(piece.measured.long_point for piece in pieces)
        area = sum(piece.area for piece in pieces) / 1e6
        drawn = self._drawn()
        pins = sum(max(2, count_up(piece.measured.long_point / PIN_APART)) for piece in pieces)
        title = FAMILIES[change.family].title
        where = len(self.surface.boards)
        faces = "faces" if where != 1 else "face"
        return Outcome(
            change.id,
            Message(f"{title.capitalize()}: {len(pieces)} strips, {self._run(length)}, on {where} {faces}"),
            cut=parts,
            fittings=self._pins(pins) if change.fixing == "pins" else (),
            supplies=(Supply(change.id, "glue", GLUE_ML_M2 * area, "strips", Message("150 ml a m², one face")),),
            notes=self._notes(length),
            cautions=(SAW, DUST, GLUE),
            findings=self._findings(parts),
            work=self._work(parts),
            body=self.body.id,
            reshaped=(self._body(drawn),),
        )

    def _run(self, length: float) -> str:
        """As trim is bought: whole feet, or metres to a tenth, always up."""
        if self.shop.unit.system == "inch":
            return f"{count_up(length / (12 * INCH))} ft"
        return f"{count_up(length / 100) / 10:g} m"

    def _pins(self, count: int) -> tuple[Fitting, ...]:
        wanted = self.size.thickness + 12.0
        sizes = self.shop.sizes_of("pin")
        size = min(sizes, key=lambda s: abs(s - wanted)) if sizes else wanted
        why = Message("one every {0}, two in each at least", (PIN_APART,))
        return (Fitting(self.change.id, "pin", size, count, "hold strips", why),)

    def _drawn(self) -> dict[str, tuple[Board, ...]]:
        """What lies on each board; a piece with a notch in several that touch."""
        found: dict[str, list[Board]] = {}
        for k, piece in enumerate(self.laid.pieces):
            host = self.surface.boards[piece.front]
            own = convex_pieces(piece.outline)
            for n, outline in enumerate(own):
                key = f"{k + 1}" if n == 0 else f"{k + 1}-{n + 1}"
                solid = self.surface.solid(outline, self.size.thickness)
                name = f"Strip {k + 1}, {host.name.lower()}"
                board = Board(f"{self.change.id}/strip/{key}", name, "ornament", solid, self._way(piece))
                found.setdefault(host.id, []).append(board)
        return {own: tuple(boards) for own, boards in found.items()}

    def _way(self, piece: TrimPiece) -> tuple[float, float, float]:
        """Along its grain, in space: by its longest edge."""
        ring = piece.outline
        edges = zip(ring, ring[1:] + ring[:1], strict=True)
        (ax, ay), (bx, by) = max(edges, key=lambda e: (e[1][0] - e[0][0]) ** 2 + (e[1][1] - e[0][1]) ** 2)
        a, b = self.surface.point((ax, ay)), self.surface.point((bx, by))
        way = (b[0] - a[0], b[1] - a[1], b[2] - a[2])
        long = sum(c * c for c in way) ** 0.5
        return way[0] / long, way[1] / long, way[2] / long

    def _body(self, drawn: dict[str, tuple[Board, ...]]) -> Body:
        """Every board with what lies on it now, also as it is drawn out."""

        def laid_on(board: Board) -> Board:
            own = drawn.get(board.id)
            return structs.replace(board, on_face=(*board.on_face, *own)) if own else board

        openings = tuple(
            structs.replace(o, members=tuple(laid_on(m) for m in o.members)) if o.front_id in drawn else o
            for o in self.body.openings
        )
        return structs.replace(self.body, boards=tuple(laid_on(b) for b in self.body.boards), openings=openings)

    def _notes(self, length: float) -> tuple[Note, ...]:
        change, pieces = self.change, self.laid.pieces
        buy = length / (1 - change.spare / 100)
        kinds = Counter(
            (round(p.measured.long_point, 1), *sorted(round(abs(a), 1) for a in p.measured.angles)) for p in pieces
        )
        notes = [
            Note("Strips", Message(f"{self._run(length)} of strip, {self._run(buy)} with {change.spare} % spare.")),
            Note("Alike", Message(f"{len(kinds)} different ones; cut the first pair, lay it on, then the rest.")),
        ]
        double = sum(p.measured.two_cut for p in pieces)
        if double:
            text = f"{double} ends hold a corner: two cuts, the listed one first; Cut draws both."
            notes.append(Note("Corners", Message(text)))
        if change.gap > 0 and "gap" in FAMILIES[change.family].uses:
            spacer = Message("An offcut {0} wide between strips keeps them even.", (change.gap,))
            notes.append(Note("Spacer", spacer))
        if self.laid.slivers:
            text = f"{self.laid.slivers} slivers are left out: filler, or move the middle a little."
            notes.append(Note("Slivers", Message(text)))
        if len(self.surface.boards) > 1:
            text = "Front by front, gaps kept by card; or laid over all and cut apart at the gaps with a flush saw."
            notes.append(Note("Gaps", Message(text)))
        return tuple(notes)

    def _findings(self, parts: tuple[Part, ...]) -> tuple[Finding, ...]:
        """What is too short for the saw, all of it in one."""
        short = [part for part in parts if part.by_hand]
        if not short:
            return ()
        safe = self.shop.saw.shortest_safe
        text = "From a longer strip against a stop, in a mitre box, with shears: under {0} never by hand at a saw."
        what = Message(f"{len(short)} of {len(parts)} strips are short")
        return (Finding("short_strips", "note", what, Message(text, (safe,)), (), self.change.id),)

    def _work(self, parts: tuple[Part, ...]) -> tuple[Work, ...]:
        ids, n = tuple(part.id for part in parts), len(parts)
        lay_out: tuple[tuple[Task, float], ...] = (("dry fit", len(self.surface.boards)),)
        fix: tuple[tuple[Task, float], ...] = (("lay tile", PIECE_MINUTES * n),)
        out = self.change.family in ("rays", "diamonds", "frames")
        order = "from the middle out" if out else "from the bottom up"
        return (
            cutting(parts),
            Work("try", "dry fit", Message("Lay all of it dry, drawers in place; step back"), lay_out,
                 ids, follows=("cut", "apart")),
            Work("glue", "glue", Message(f"Glue {n} strips on {order}, by a spacer; wipe, weigh down"), fix, ids,
                 (1.0, 24.0), "Nothing is sanded or painted before.", ("glue",), ("try",), ("glue",)),
            Work("ease", "shape", Message("Trim flush at the edges, sand, caulk or fill the joints"),
                 (("trim end", len(self.surface.boards)),), ids, follows=("glue",)),
        )  # fmt: skip


def _steepest(angles: tuple[float, ...]) -> float:
    """Of an end with two cuts the one further from square: that is sawn first."""
    both = (max(angles), min(angles)) if angles else (0.0, 0.0)
    return round(both[0] if both[0] >= -both[1] else both[1], 6) + 0.0

"""A set of legs under a body, worked out: where each stands, its true length and ends, how it is fixed."""

import math
from itertools import product
from typing import NamedTuple

from zygoform.core.changes.bases.legs.entries import Legs
from zygoform.core.changes.work import legs_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, is_put_on
from zygoform.core.form.piece import CORNERS, corner_posts
from zygoform.core.geometry.legs import leg_axes, leg_blank, splay, tapered
from zygoform.core.geometry.plane import Outline, Point, offset_sides
from zygoform.core.geometry.prism import Point3, upright
from zygoform.core.goods.fittings import GLUE_ML_PER_M2, FittingKind
from zygoform.core.goods.screws import wood_screw
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import Origin, Sized, Term, sized
from zygoform.core.outcome.cautions import DUST, GLUE, LIFT, SAW, Caution
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Handle, Note, Outcome, Supply
from zygoform.core.shop import Shop
from zygoform.core.statics.supports import BOARD_LIMIT, FRAMED_LIMIT, feet, overall
from zygoform.core.tolerance import SAME_MM, SHARED_MM

FEET_INSIDE = ("base", "skirt")
"""Boards round the bottom: new feet stand inside new ones."""
LEG_BLOCK = 19.0
"""How thick a glued block is (mm). [practice]"""
BLOCK_SIDE = 50.0
"""How wide a glued block is (mm). [practice]"""
LEAST_BOTTOM = 11.0
"""A thinner bottom (mm) holds no screws that carry a piece. [practice]"""


class _Place(NamedTuple):
    """A leg's key and name, the middle of its top, and which way it leans: -1, 0 or 1 in x and in y."""

    own: str
    name: str
    at: Point
    way: Point


class LegSet:
    """Works one set out; lives only for the length of one call."""

    def __init__(self, change: Legs, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.legged = any(board.role == "apron" for board in body.boards)
        self.size = shop.size(change.board) if change.source == "cut" else None
        self.thick = self.size.thickness if self.size else change.thick
        if self.size is not None and self.size.width < self.thick - SAME_MM:
            raise BadInputError("does_not_fit", "This board is narrower than it is thick.", "board")
        if change.shape == "tapered" and change.foot > self.thick - SAME_MM:
            raise BadInputError("does_not_fit", "A taper ends thinner than {0}.", "foot", (self.thick,))
        if self.legged and (change.splay_side or change.splay_front):
            raise BadInputError(
                "impossible",
                "Aprons end on these legs, so they stand upright.",
                "splay_side" if change.splay_side else "splay_front",
            )
        self.a, self.b = (math.tan(math.radians(k)) for k in (change.splay_side, change.splay_front))
        self.plates = change.fixing == "plate" and not self.legged
        self.plate = change.plate if self.plates else 0.0
        self.top = body.height if self.legged else body.underside - self.plate
        self.long = change.height + (self.top if self.legged else 0.0)
        self.places = self._places()
        self.members, self.drawn = self._legs()

    def outcome(self) -> Outcome:
        change, count = self.change, len(self.places)
        parts = tuple(member.part for member in self.members)
        # A new skirt stays: its feet stand inside it.
        off = frozenset(
            b.id
            for b in self.body.boards
            if b.role in ("leg", "stretcher") or (b.role in FEET_INSIDE and not is_put_on(b.id, self.body))
        )
        cautions: list[Caution] = [SAW, DUST] if parts else []
        cautions += [GLUE] if change.fixing == "block" or self.legged else []
        tapers = 4 * count if change.shape == "tapered" else 0
        screws = sum(f.count for f in self._fittings() if f.kind == "wood screw")
        legs = tuple(board.id for board in (*(m.board for m in self.members), *self.drawn))
        return Outcome(
            change.id,
            self._result(),
            off,
            self.members,
            self.drawn,
            fittings=self._fittings(),
            supplies=self._supplies(),
            notes=self._notes(),
            cautions=(*cautions, LIFT),
            findings=self._findings(),
            handles=self._handles(),
            work=legs_work(parts, legs, count, tapers, screws, level=change.under == "levellers"),
            body=self.body.id,
            base_height=change.height + self._under + self.plate,
        )

    @property
    def _under(self) -> float:
        return 0.0 if self.change.under == "nothing" else self.change.under_height

    @property
    def _bottom(self) -> float:
        """How thick it is what legs are screwed to."""
        boards = [board.solid.sizes[0] for board in self.body.boards if board.role == "bottom"]
        return self.change.into or min(boards, default=self.body.bottom_rail)

    @property
    def _limit(self) -> float:
        """How far a bottom reaches between legs."""
        bottom = next((b for b in self.body.boards if b.role == "bottom"), None)
        return BOARD_LIMIT if bottom is not None and bottom.likely in _BOARDS else FRAMED_LIMIT

    def _places(self) -> tuple[_Place, ...]:
        """The corners in their order, then those between, front and back."""
        s = -self.change.setback
        ring = offset_sides(self.body.plan, (s, s, s, s))
        if min(math.dist(ring[k], ring[(k + 1) % 4]) for k in range(4)) < 2 * self.thick or _turned(
            ring, self.body.plan
        ):
            raise BadInputError("does_not_fit", "Set in so far, the legs meet.", "setback")
        middles = [_middle(post) for post in corner_posts(ring, self.thick)]
        ways = ((-1.0, -1.0), (1.0, -1.0), (1.0, 1.0), (-1.0, 1.0))
        places = [
            _Place(corner.replace(" ", "-"), corner, at, way)
            for corner, at, way in zip(CORNERS, middles, ways, strict=True)
        ]
        span = math.dist(middles[0], middles[1])
        more = 0 if self.change.middle == "none" or self.legged else feet(span, self._limit).centre_per_row
        for row, (left, right), out in (("front", middles[:2], -1.0), ("back", (middles[3], middles[2]), 1.0)):
            for k in range(1, more + 1):
                share = k / (more + 1)
                at = (left[0] + share * (right[0] - left[0]), left[1] + share * (right[1] - left[1]))
                name = f"{row}, between" if more == 1 else f"{row}, between {k}"
                places.append(_Place(f"{row}-{k}", name, at, (0.0, out)))
        return tuple(places)

    def _legs(self) -> tuple[tuple[Member, ...], tuple[Board, ...]]:
        members, drawn = list[Member](), list[Board]()
        for place in self.places:
            lean = (place.way[0] * self.a, place.way[1] * self.b)
            top = (*place.at, self.top)
            rough = leg_blank(top, self.long, self.thick, lean)
            solid = rough
            if self.change.shape == "tapered":
                below = self.top if self.legged else 0.0
                solid = tapered(top, self.long, self.thick, self.change.foot, below, lean)
            _, back, up = leg_axes(lean)
            board = Board(f"{self.change.id}/leg/{place.own}", f"Leg, {place.name}", "leg", solid, up)
            # On the saw the front face lies up; its length runs to the foot.
            axes = Axes((-up[0], -up[1], -up[2]), (-back[0], -back[1], -back[2]))
            if self.size is None:
                drawn.append(board)
            else:
                members.append(
                    Member(
                        self.change.id,
                        board,
                        axes,
                        self.size,
                        "Leg",
                        place.name,
                        rough,
                        measured_on="between the extreme points" if self.a or self.b else "over all",
                        length_of=self._length_of(lean, board.id),
                        joint="level",
                        left_corner=self._seen_splay(place, board.id),
                        right_corner=self._seen_splay(place, board.id),
                        width_of=sized("square to the board's thickness", self.thick, "on sale"),
                    )
                )
            drawn += self._foot(place, lean)
        return tuple(members), tuple(drawn)

    def _seen_splay(self, place: _Place, where: str) -> Sized:
        """What the saw is swung by: the splay seen on the front face; of one that leans only back the other."""
        if place.way[0] and self.change.splay_side:
            return sized("splayed to the sides", self.change.splay_side, where=where)
        return sized("splayed to front and back", self.change.splay_front, where=where)

    def _foot(self, place: _Place, lean: Point) -> list[Board]:
        """A castor or a leveller, drawn as a short post."""
        if not self._under:
            return []
        x, y = (place.at[k] + lean[k] * self.long for k in (0, 1))
        r = min(self.thick, 40.0) / 2
        ring = tuple((x + r * math.cos(math.tau * k / 16), y + r * math.sin(math.tau * k / 16)) for k in range(16))
        low = self.top - self.long
        name = "Castor" if self.change.under == "castors" else "Leveller"
        own = f"{self.change.id}/foot/{place.own}"
        return [Board(own, f"{name}, {place.name}", "leg", upright(ring, low - self._under, low), likely="metal")]

    def _length_of(self, lean: Point, where: str) -> Sized:
        high = sized("height", self.change.height, where=where)
        if self.legged:
            apron = "apron height" if "apron_height" in self.body.unmeasured else ""
            origin: Origin = "guessed" if apron else "measured"
            terms = (Term("height of the aprons", self.top, origin, where=where),)
            high = high + Sized(self.top, frozenset({apron} - {""}), terms)
        slope = math.sqrt(1 + lean[0] ** 2 + lean[1] ** 2)
        true = self.long * slope + self.thick * (abs(lean[0]) + abs(lean[1]))
        more = true - self.long
        return high if more <= SAME_MM else high + sized("what leaning adds", more, where=where)

    def _result(self) -> Message:
        words = f"{len(self.places)} legs {{0}} high, {self.change.shape}"
        splayed = [a for a in (self.change.splay_side, self.change.splay_front) if a]
        if splayed:
            words += ", splayed " + " and ".join(f"{a:g}°" for a in dict.fromkeys(splayed))
        return Message(words, (self.change.height,))

    def _fittings(self) -> tuple[Fitting, ...]:
        change, count = self.change, len(self.places)
        found = []
        if change.source == "bought":
            found.append(Fitting(change.id, "leg", change.height, count, "under the piece", Message("one a place")))
        if self.plates:
            found.append(Fitting(change.id, "leg plate", 0.0, count, "one for each leg", Message("one a leg")))
        outer, inner = (self.plate if self.plates else LEG_BLOCK), (self.thick if self.legged else self._bottom)
        screw = wood_screw(outer, inner, self.shop.sizes_of("wood screw"))
        outside, inside = "plate" if self.plates else "block", "apron" if self.legged else "bottom"
        why = Message(
            f"4 per leg. {{0}} is the longest screw on sale that passes the {{1}} {outside} and stays inside "
            f"the {{2}} {inside}.",
            (screw.length, outer, inner),
        )
        use = "hold the leg plates" if self.plates else "through the blocks behind the legs"
        found.append(Fitting(change.id, "wood screw", screw.length, 4 * count, use, why, driven=screw))
        if change.under != "nothing":
            kind: FittingKind = "castor" if change.under == "castors" else "leveller"
            found.append(Fitting(change.id, kind, 0.0, count, "under the legs", Message("one a leg")))
        return tuple(found)

    def _supplies(self) -> tuple[Supply, ...]:
        if self.change.fixing != "block" and not self.legged:
            return ()
        count = len(self.places)
        amount = count * 2 * BLOCK_SIDE**2 / 1e6 * GLUE_ML_PER_M2
        why = Message(f"two faces {{0}} square for each of {count} legs", (BLOCK_SIDE,))
        return (Supply(self.change.id, "glue", amount, "blocks behind the legs", why),)

    def _notes(self) -> tuple[Note, ...]:
        change, notes = self.change, list[Note]()
        if self.a or self.b:
            middle = self.places[0].at, self.places[2].at
            found = splay(
                change.splay_side,
                change.splay_front,
                self.long,
                self.thick,
                abs(middle[1][0] - middle[0][0]),
                abs(middle[1][1] - middle[0][1]),
            )
            saw = f"saw swung {found.mitre:.1f}°, blade tilted {found.end_bevel:.1f}°"
            notes.append(Note("Ends", Message(f"Front face up: {saw}, both ends parallel.")))
            lean = (
                f"They lean {found.resultant:.1f}° in all; the feet stand {{0}} by {{1}} apart, middle to middle."
            )
            notes.append(Note("Feet", Message(lean, (found.foot_w, found.foot_d))))
            alike = "All are cut alike: turned end for end a left one is a right one."
            if change.shape == "tapered":
                alike += " Mark top and foot before you taper: front left and back right, then the other two."
            notes.append(Note("Pairs", Message(alike)))
        if change.shape == "tapered":
            below = self.top if self.legged else 0.0
            text = "All four faces, from {0} below the top of the leg to {1} thick at the foot; mark the waste."
            notes.append(Note("Taper", Message(text, (below, change.foot))))
        more = len(self.places) - 4
        if more > 0:
            text = f"{more} more between the corners: the bottom would reach over more than {{0}}."
            notes.append(Note("Between", Message(text, (self._limit,))))
        notes.append(Note("Height", Message("The piece will stand {0} high.", (self._overall,))))
        skirts = [b.solid for b in self.body.boards if b.role in FEET_INSIDE and is_put_on(b.id, self.body)]
        if skirts:
            seen = min(s.box[0][2] for s in skirts) - self.top + self.long + self._under
            notes.append(Note("Skirt", Message("{0} of them is seen under the skirt.", (max(0.0, seen),))))
        if change.source == "bought":
            notes.append(
                Note("Measure", Message("Measure a leg with its bolt in its plate before anything is drilled."))
            )
        return tuple(notes)

    @property
    def _overall(self) -> float:
        body = max(board.solid.box[1][2] for board in self.body.boards if board.role != "leg")
        return overall(body, self.change.height, plate=self._under + self.plate)

    def _in_the_way(self) -> tuple[Board, ...]:
        """Aprons, rails and fronts of a table that new legs run into."""
        legs = (*(member.board for member in self.members), *self.drawn)
        found = dict[str, Board]()
        for leg, other in product(legs, self.body.boards):
            (low, high), (near, far) = leg.solid.box, other.solid.box
            into = min(min(high[k], far[k]) - max(low[k], near[k]) for k in range(3))
            if other.role not in ("leg", "stretcher", "knob") and into > 10 * SAME_MM:
                found[other.id] = other
        return tuple(found.values())

    def _sawn_shorter(self) -> tuple[Finding, ...]:
        boards = self._in_the_way() if self.legged else ()
        if not boards:
            return ()
        names = ", ".join(literal(board.name).lower() for board in boards[:4]) + (" …" if len(boards) > 4 else "")
        why = "They end nearer to the corner than a leg {0} thick leaves: saw them shorter, or take a thinner leg."
        ids = tuple(board.id for board in boards)
        said = Message(f"Legs run into {names}")
        return (Finding("legs_run_into", "mind", said, Message(why, (self.thick,)), ids, self.change.id),)

    def _findings(self) -> tuple[Finding, ...]:
        change, found = self.change, [*self._sawn_shorter()]
        ids = tuple(f"{change.id}/leg/{place.own}" for place in self.places)
        if self.plates and self._bottom < LEAST_BOTTOM:
            found.append(
                Finding(
                    "thin_bottom",
                    "mind",
                    Message("The bottom is too thin for leg plates"),
                    Message("It is {0} thick: screws that carry the piece would tear out.", (self._bottom,)),
                    ids,
                    change.id,
                    (Fix(Message("Fix them by glued blocks"), change.id, "fixing", "block"),),
                )
            )
        off = change.wanted - self._overall
        if change.wanted and abs(off) > SHARED_MM:
            high = change.height + off
            fix = (
                (Fix(Message("Make the legs {0} high", (high,)), change.id, "height", high),)
                if 20 <= high <= 1000
                else ()
            )
            word = "lower" if off > 0 else "higher"
            found.append(
                Finding(
                    "height_wanted",
                    "mind",
                    Message(f"It stands {{0}} {word} than you want", (abs(off),)),
                    Message("{0} over all, and {1} is wanted.", (self._overall, change.wanted)),
                    ids,
                    change.id,
                    fix,
                )
            )
        gap = self._apron_gap()
        if gap > SHARED_MM:
            found.append(
                Finding(
                    "aprons_end_short",
                    "mind",
                    Message("The aprons end {0} short of the new legs", (gap,)),
                    Message("Legs as thick as the old ones fit between them; or glue a strip on each."),
                    ids,
                    change.id,
                )
            )
        return tuple(found)

    def _apron_gap(self) -> float:
        """How much thinner the new legs are than those the aprons were made for."""
        old = [board.solid.sizes[1] for board in self.body.boards if board.role == "leg"]
        return max(0.0, min(old) - self.thick) if self.legged and old else 0.0

    def _handles(self) -> tuple[Handle, ...]:
        place = self.places[0]
        x, y = (place.at[k] + place.way[k] * (self.a, self.b)[k] * self.long for k in (0, 1))
        at: Point3 = (x, y, self.top - self.long)
        return (Handle(self.change.id, "height", "Height of the legs", at, (0.0, 0.0, -1.0)),)


_BOARDS = ("chipboard", "fibreboard", "foil on board", "veneer on board")


def _middle(outline: Outline) -> Point:
    n = len(outline)
    return sum(p[0] for p in outline) / n, sum(p[1] for p in outline) / n


def _turned(ring: Outline, plan: Outline) -> bool:
    """Whether a ring set in has run through itself: a side looks the other way."""
    return any(
        sum((ring[(k + 1) % 4][i] - ring[k][i]) * (plan[(k + 1) % 4][i] - plan[k][i]) for i in (0, 1)) <= 0
        for k in range(4)
    )


def worked(change: Legs, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece on its new legs. Raises BadInputError where they cannot be."""
    del condition
    body = change.body_in(form)
    if body.hangs or not any(board.role in ("bottom", "apron") for board in body.boards):
        raise BadInputError("impossible", "Legs need a bottom or aprons to be fixed to.")
    if max(math.tan(math.radians(a)) for a in (change.splay_side, change.splay_front)) * change.height > 600:
        raise BadInputError(
            "does_not_fit", "Splayed so far the feet stand out by more than {0}.", "height", (600.0,)
        )
    return LegSet(change, body, shop).outcome()

"""A new back, worked out: what it covers, where its joints fall, how many nails or screws hold it.

The upper edge may be arched: a rectangle and a segment of a circle over it, in the plane of x and z.
"""

from itertools import pairwise

from zygoform.core.changes.backs.entries import BackPanel
from zygoform.core.changes.work import back_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, Rect
from zygoform.core.form.resized import TOP_ROLES
from zygoform.core.geometry.plane import FAR, Outline, arc, area, extent, intersect, rectangle, segment
from zygoform.core.geometry.prism import Prism, X, Z
from zygoform.core.goods.screws import wood_screw
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Sized, Term
from zygoform.core.measure.rounding import count_up
from zygoform.core.outcome.cautions import DUST, LIFT, SAW, Caution
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Fitting, LaterCut, Note, Outcome
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

THIN_BACK = 13.0
"""A board of the back up to so thick (mm) is a sheet, and comes off. [choice]"""
_NOT_COVERED = ("knob", "leg", "base", "skirt", "apron", "ornament")
BEHIND_ALIKE = 25.0
"""Legs and aprons whose back faces differ by less (mm) are behind the piece alike. [choice]"""
LEAST_BACK = 60.0
"""A back is at least so high (mm). [choice]"""
MOST_BEHIND = 6.0
"""A packing strip fills so much (mm) between the frame and a back that stands up behind the top. [practice]"""
OLD_NAILS = 150.0
"""Old backs are nailed or stapled about so far apart (mm). [practice]"""
INTO = 19.0
"""What a nail or screw through the back goes into (mm): the edge of a side. [practice]"""


class BackSheet:
    """Works a back out; lives only for the length of one call."""

    def __init__(self, change: BackPanel, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.sheet = shop.size(change.board)
        if not self.sheet.is_sheet:
            raise BadInputError("impossible", "This is a board. Choose a sheet.", "board")
        self.old = [b for b in body.boards if b.role == "back" and b.solid.sizes[0] <= THIN_BACK]
        self.rect, self.y = self._ground()
        x0, _, x1, _ = self.rect
        if change.shape == "arched" and change.rise > (x1 - x0) / 2 + SAME_MM:
            raise BadInputError(
                "does_not_fit", "An arch rises by half its width at most: {0}.", "rise", ((x1 - x0) / 2,)
            )
        self.outline = self._outline()
        self.members = self._sheets()

    def _ground(self) -> tuple[Rect, float]:
        """What it covers (x0, z0, x1, z1), and the depth of its inner face: the old back's, else behind all."""
        solids = [b.solid for b in self.old]
        inner = min((s.box[0][1] for s in solids), default=0.0)
        if not solids and self.is_legged:
            return self._between_legs()
        if not solids:
            lidded = any(b.role == "lid" for b in self.body.boards)
            frame = [b for b in self.body.boards if b.role not in (*_NOT_COVERED, *(TOP_ROLES if lidded else ()))]
            backs = [b for b in frame if b.role == "back"] or frame
            solids = [b.solid for b in backs]
            inner = max(s.box[1][1] for s in solids)
        tops = [b.solid.box[1][1] for b in self.body.boards if b.role in TOP_ROLES]
        if (self.change.above or self.change.shape == "arched") and max(tops, default=inner) > inner:
            # What stands up over the top clears its back edge.
            over = max(tops) - max(s.box[1][1] for s in solids)
            if over > MOST_BEHIND:
                message = "The top stands {0} over at the back: nothing holds what stands up behind it."
                raise BadInputError("does_not_fit", message, "above" if self.change.above else "shape", (over,))
            inner = max(tops)
        lows, highs = [s.box[0] for s in solids], [s.box[1] for s in solids]
        low, high = ([f(p[k] for p in points) for k in (0, 2)] for f, points in ((min, lows), (max, highs)))
        return (low[0], low[1], high[0], high[1] + self.change.above), inner

    @property
    def is_legged(self) -> bool:
        """Whether it goes behind the legs of a table or a seat that has no back of its own."""
        roles = {board.role for board in self.body.boards}
        return "apron" in roles and "back" not in roles

    def _between_legs(self) -> tuple[Rect, float]:
        """Behind the back legs and the apron, from so high over the floor up to the top."""
        legs = [b.solid.box for b in self.body.boards if b.role == "leg"]
        aprons = [b.solid.box for b in self.body.boards if b.role == "apron"]
        inner = max(high[1] for _, high in (*legs, *aprons))
        back = [box for box in (*legs, *aprons) if box[1][1] > inner - BEHIND_ALIKE]
        x0, x1 = min(low[0] for low, _ in back), max(high[0] for _, high in back)
        if self.change.above:
            # What stands up over the top clears its back edge.
            inner = max(inner, *(b.solid.box[1][1] for b in self.body.boards if b.role in TOP_ROLES))
        floor, top = -self.body.base_height, self.body.height
        if top + self.change.above - floor - self.change.clear < LEAST_BACK:
            most = top + self.change.above - floor - LEAST_BACK
            raise BadInputError("does_not_fit", "Under the top {0} at most.", "clear", (most,))
        return (x0, floor + self.change.clear, x1, top + self.change.above), inner

    def _outline(self) -> Outline:
        x0, z0, x1, z1 = self.rect
        if self.change.shape == "square":
            return rectangle(x0, z0, x1, z1)
        top = segment((x0 + x1) / 2, z1, x1 - x0, self.change.rise)
        # The segment runs counter-clockwise from the right end of its chord.
        ends = sorted(top, key=lambda p: p[0], reverse=True) if top[0][0] < top[-1][0] else top
        return ((x0, z0), (x1, z0), *ends)

    def _joints(self) -> list[float]:
        """Where sheets meet: in the middle of an upright where one is near an equal share."""
        x0, _, x1, _ = self.rect
        n = self.change.pieces
        uprights = [(b.solid.box[0][0] + b.solid.box[1][0]) / 2 for b in self.body.boards if b.role == "upright"]
        share, marks = (x1 - x0) / n, [x0]
        for k in range(1, n):
            even = x0 + k * share
            near = [x for x in uprights if abs(x - even) < share / 4 and x > marks[-1] + 50]
            marks.append(min(near, key=lambda x: abs(x - even)) if near else even)
        return [*marks, x1]

    def _sheets(self) -> tuple[Member, ...]:
        change, t, members = self.change, self.sheet.thickness, list[Member]()
        marks = self._joints()
        guesses = self.body.width.guesses
        for k, (a, b) in enumerate(pairwise(marks), 1):
            outline = intersect(self.outline, rectangle(a, -FAR, b, FAR))
            wide, high = (hi - lo for lo, hi in (extent(outline, (1.0, 0.0)), extent(outline, (0.0, 1.0))))
            low = extent(outline, (0.0, 1.0))[0]
            name = "New back" if change.pieces == 1 else f"New back, part {k}"
            # Its outline lies in x and z at its outer face; it reaches inward from there.
            outer = (0.0, self.y + t, 0.0)
            solid = Prism(outer, X, Z, outline, t)
            whole = abs(area(outline) - wide * high) <= SAME_MM * wide
            blank = Prism(outer, X, Z, rectangle(a, low, b, low + high), t)
            lying = wide >= high
            own, grain = f"{change.id}/back/{k}", X if lying else Z
            board = Board(own, name, "back", solid, grain, inside=True, likely="plywood")
            sizes = [_sized("width of what it covers", wide, guesses), _sized("height of what it covers", high)]
            members.append(
                Member(
                    change.id,
                    board,
                    Axes(X if lying else Z, (0.0, -1.0, 0.0)),
                    self.sheet,
                    location="on the back",
                    rough=None if whole else blank,
                    rounding="down",
                    rests_on=guesses,
                    length_of=sizes[0 if lying else 1],
                    width_of=sizes[1 if lying else 0],
                )
            )
        return tuple(members)

    def outcome(self) -> Outcome:
        change = self.change
        parts = tuple(member.part for member in self.members)
        cautions: list[Caution] = [SAW, DUST, LIFT]
        fitting = self._fitting()
        return Outcome(
            change.id,
            self._result(),
            frozenset(board.id for board in self.old),
            self.members,
            later=self._later(),
            fittings=(fitting,),
            notes=self._notes(),
            cautions=tuple(cautions),
            work=back_work(
                parts,
                {self.sheet.id},
                fitting.count,
                arched=change.shape == "arched",
                pulled=self._old_nails(),
                edges=tuple(board.id for board in self.body.boards if board.role == "side"),
            ),
            body=self.body.id,
        )

    def _old_nails(self) -> int:
        """About one every so often round each old sheet; what was screwed or slid in has none worth naming."""
        rims = (2 * (solid.sizes[1] + solid.sizes[2]) for solid in (board.solid for board in self.old))
        return sum(count_up(rim / OLD_NAILS) for rim in rims)

    def _result(self) -> Message:
        x0, z0, x1, z1 = self.rect
        n = self.change.pieces
        words = "One sheet {0} × {1}" if n == 1 else f"{n} sheets side by side, {{0}} × {{1}} together"
        if self.change.shape == "arched":
            return Message(f"{words}, {{2}} more in the middle", (x1 - x0, z1 - z0, self.change.rise))
        return Message(words, (x1 - x0, z1 - z0))

    def _fitting(self) -> Fitting:
        """All round every sheet, a joint counted once for each side."""
        count = sum(
            2 * count_up(part.length / self.change.apart) + 2 * count_up(part.width / self.change.apart)
            for part in (member.part for member in self.members)
        )
        why = Message("one every {0} round each sheet", (self.change.apart,))
        if self.change.fixing == "screws":
            screw = wood_screw(self.sheet.thickness, INTO, self.shop.sizes_of("wood screw"), bite=10.0)
            use = "hold the back"
            return Fitting(self.change.id, "wood screw", screw.length, count, use, why, driven=screw)
        wanted = self.sheet.thickness + 15.0
        sizes = self.shop.sizes_of("pin")
        size = min(sizes, key=lambda s: abs(s - wanted)) if sizes else wanted
        return Fitting(self.change.id, "pin", size, count, "hold the back", why)

    def _later(self) -> tuple[LaterCut, ...]:
        """An arch is cut once the sheet is a rectangle."""
        return tuple(
            LaterCut(
                self.change.id,
                member.board.name,
                member.part.length,
                member.part.width,
                0.0,
                0,
                (member.part.id,),
                member.rests_on,
                member.length_of,
                member.width_of,
            )
            for member in self.members
            if member.rough is not None
        )

    def _notes(self) -> tuple[Note, ...]:
        change, notes = self.change, list[Note]()
        if change.shape == "arched":
            x0, _, x1, _ = self.rect
            found = arc(x1 - x0, change.rise)
            words = (
                "Radius {0}: a lath with a pin at one end and a pencil at the other draws it; {1} along the arc."
            )
            notes.append(Note("Arch", Message(words, (found.radius, found.arc))))
            text = "Rough with a jig saw just outside the line, then to it with a plane or file."
            notes.append(Note("Cut", Message(text)))
        if self.old:
            notes.append(
                Note(
                    "Template",
                    Message("Lay the old back on the new sheet and mark from it, then check its corners."),
                )
            )
            more = self.sheet.thickness - max(b.solid.sizes[0] for b in self.old)
            if more > 0.5:
                text = "It stands out {0} more at the back than the old one."
                notes.append(Note("Thicker", Message(text, (more,))))
        text = "It holds the piece square: before you fix it both diagonals are equal."
        notes.append(Note("Square", Message(text)))
        return tuple(notes)


def _sized(name: str, value: float, guesses: frozenset[str] = frozenset()) -> Sized:
    return Sized(value, guesses, (Term(name, value, "guessed" if guesses else "measured"),))


def worked(change: BackPanel, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with its new back. Raises BadInputError where it cannot be."""
    del condition
    return BackSheet(change, change.body_in(form), shop).outcome()

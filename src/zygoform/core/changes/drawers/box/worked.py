"""New drawer boxes worked out from their openings: sizes, grooves, slides, and how they behave drawn out."""

from msgspec import Struct, structs

from zygoform.core.changes.drawers.box.entries import DrawerBoxes
from zygoform.core.changes.drawers.work import DrawerRoom, box_work, chosen_drawers, whole_of
from zygoform.core.changes.opening_choice import gone_notes
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.casework import DrawerBox, SlideKind, drawer, drawer_droop
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Point3, Prism, X, Y, Z, upright
from zygoform.core.geometry.solid import Shape, Solid, without
from zygoform.core.goods.fittings import FittingKind
from zygoform.core.goods.screws import HINGE_LEAF, wood_screw
from zygoform.core.goods.species import movement
from zygoform.core.ids import own_of, role_of
from zygoform.core.measure.message import Message
from zygoform.core.measure.parse import INCH
from zygoform.core.measure.reading import Sized, Term
from zygoform.core.outcome.cautions import DUST, GLUE, SAW
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Note, Outcome, Supply
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

UNDER_UP = 13.0
"""A box on slides below stands so far over the floor of its opening (mm): usual; the slide's sheet comes first.
[label]
"""
THICKEST_UNDER = 16.0
"""Sides that slides below take (mm): usual; their sheet comes first. [label]"""
SLIDE_HIGH, NEW_GUIDE, GUIDE_PLAY = 45.0, (30.0, 8.0), 1.0
"""How high a slide is, width and height of a new guide, the play beside it (mm). [practice]"""
SCREWS_A_PAIR, FRONT_SCREWS = 12, 4
"""Screws of a pair of slides, and through a box into its front. [practice]"""
GLUE_ML_A_BOX = 15.0
"""Glue for the four corners and the bottom of a box (ml). [practice]"""
OUT_SHARE = 2 / 3
"""Of its length a drawer on runners is drawn out in use. [practice]"""
SINKS = 20.0
"""A front that sinks by more (mm) feels broken. [practice]"""


class BuiltBox(Struct, frozen=True):
    """One box: its room, its sizes, its lower left front corner."""

    room: DrawerRoom
    size: DrawerBox
    at: Point3


class DrawerBuild:
    """Lives only for the length of a call."""

    def __init__(self, change: DrawerBoxes, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.board, self.sheet = shop.size(change.board), shop.size(change.sheet)
        if not self.sheet.is_sheet:
            raise BadInputError("impossible", "This is a board. Choose a sheet.", "sheet")
        self.slide_kind: FittingKind | None = {"side": "slide pair", "under": "under slide pair"}.get(
            change.runs_on
        )  # type: ignore[assignment]
        self.boxes = tuple(self._box(room) for room in chosen_drawers(body, change.targets, change.on))
        self.members = tuple(member for box in self.boxes for member in self._members(box))

    @property
    def sheets(self) -> frozenset[str]:
        """What of it is sheet."""
        return frozenset(size.id for size in (self.board, self.sheet) if size.is_sheet)

    @property
    def side_clear(self) -> float:
        """At each side, as said or as is usual (mm)."""
        inch = self.shop.unit.system == "inch"
        usual = 12.7 if self.change.runs_on == "side" else INCH / 16 if inch else 1.5
        return self.change.side_clear or usual

    def _lower(self, room: DrawerRoom) -> float:
        """Than the opening, as said or as is usual; on wood by what its sides swell in the dampest month too."""
        if self.change.height_clear:
            return self.change.height_clear
        inch = self.shop.unit.system == "inch"
        if self.slide_kind is not None:
            under = self.change.runs_on == "under"
            return (INCH if under else INCH * 3 / 4) if inch else 25.0 if under else 19.0
        climate = self.shop.climate
        swells = movement(room.tall, self.board.species, climate.now, climate.high)
        return (INCH * 3 / 16 if inch else 4.0) + swells

    def _box(self, room: DrawerRoom) -> BuiltBox:
        change, t = self.change, self.board.thickness
        kinds: dict[str, SlideKind] = {"side": "side", "under": "under", "runner": "runner", "centre": "runner"}
        sizes = self.shop.sizes_of(self.slide_kind) if self.slide_kind else ()
        try:
            size = drawer(
                room.wide,
                room.tall,
                room.deep,
                kinds[change.runs_on],
                t,
                self.sheet.thickness,
                change.groove,
                side_clear=self.side_clear,
                deduct=change.deduct if change.runs_on == "under" else 0.0,
                height_clear=self._lower(room),
                back_clear=change.back_clear,
                slide_lengths=sizes,
                panel_clear=change.play,
                groove_up=change.groove_up,
                joint=change.joint,
                back_over=change.back_over,
            )
        except BadInputError as refused:
            field = {"slide_lengths": "runs_on", "side_t": "board", "opening_d": "height_clear"}
            words = f"{room.opening.name}: {refused.message[:1].lower()}{refused.message[1:]}"
            if refused.kind == "no_stock_size":
                words = f"{room.opening.name}: behind its front are {{0}}; no slide on sale is as short."
                raise BadInputError(refused.kind, words, "runs_on", (room.deep - change.back_clear,)) from refused
            name = field.get(refused.parameter, refused.parameter)
            raise BadInputError(refused.kind, words, name, refused.lengths) from refused
        up = {"under": UNDER_UP, "side": self._lower(room) / 2}.get(change.runs_on, 0.0)
        if up + size.box_h > room.tall - SAME_MM:
            words = f"{room.opening.name}: on slides below it stands {{0}} up: lower by {{1}} at least."
            raise BadInputError("does_not_fit", words, "height_clear", (up, up + 2.0))
        if size.box_h > self.board.width + SAME_MM:
            words = "These sides are {0} high: choose a wider board, or lower them."
            raise BadInputError("does_not_fit", words, "board", (size.box_h,))
        left = room.low[0] + (room.wide - size.box_w) / 2
        return BuiltBox(room, size, (left, room.low[1], room.low[2] + up))

    def _members(self, box: BuiltBox) -> list[Member]:
        """Sides from front to back, front and back between them, the bottom in their grooves."""
        change, t, size, (x, y, z) = self.change, self.board.thickness, box.size, box.at
        right, end = x + size.box_w, y + size.box_d
        low = z + change.groove_up
        ground = low + self.sheet.thickness
        j = change.joint
        across = size.bottom_w / 2
        middle = (x + right) / 2
        front_in = y + t - change.groove + change.play / 2 if not change.back_over else y + t - change.groove
        floor = upright(
            rectangle(middle - across, front_in, middle + across, front_in + size.bottom_d), low, ground
        )
        # A groove is as deep as it is, whatever play the sheet has in it.
        to = end if change.back_over else end - t + change.groove
        rim = upright(
            rectangle(x + t - change.groove, y + t - change.groove, right - t + change.groove, to), low, ground
        )
        front = upright(rectangle(x + t - j, y, right - t + j, y + t), z, z + size.box_h)
        back = upright(
            rectangle(x + t - j, end - t, right - t + j, end), z + size.box_h - size.back_h, z + size.box_h
        )
        across_it = self._guide_way(box)
        left_side: Shape = upright(rectangle(x, y, x + t, end), z, z + size.box_h)
        right_side: Shape = upright(rectangle(right - t, y, right, end), z, z + size.box_h)
        if j > SAME_MM:
            left_side, right_side = (without(without(side, front), back) for side in (left_side, right_side))
        ends: list[Shape] = [front, back] if change.back_over else [front, without(back, rim)]
        grooved_front, grooved_back = without(ends[0], rim), ends[1]
        if across_it is not None:
            grooved_front, grooved_back = without(grooved_front, across_it), without(grooved_back, across_it)
        sides = [
            self._member(box, "left", "Drawer side", without(left_side, rim), Axes(Y, (-1.0, 0.0, 0.0))),
            self._member(box, "right", "Drawer side", without(right_side, rim), Axes(Y, X)),
            self._member(box, "front", "Box front", grooved_front, Axes(X, (0.0, -1.0, 0.0))),
            self._member(box, "back", "Drawer back", grooved_back, Axes(X, Y)),
        ]
        return [*sides, self._bottom(box, floor)]

    def _guide_way(self, box: BuiltBox) -> Prism | None:
        """What front and back leave free for a centre guide, and a little play."""
        if self.change.runs_on != "centre":
            return None
        middle, half = box.at[0] + box.size.box_w / 2, NEW_GUIDE[0] / 2 + GUIDE_PLAY
        low, y = box.room.low[2], box.at[1]
        plan = rectangle(middle - half, y - 1, middle + half, y + box.size.box_d + 1)
        return upright(plan, low - 1, low + NEW_GUIDE[1] + GUIDE_PLAY)

    def _bottom(self, box: BuiltBox, floor: Prism) -> Member:
        wide = box.size.bottom_w >= box.size.bottom_d
        axes = Axes(X if wide else Y, Z)
        return self._member(box, "bottom", "Drawer bottom", floor, axes)

    def _member(self, box: BuiltBox, own: str, name: str, solid: Shape, axes: Axes) -> Member:
        """What goes into an opening, or between what does, is never longer than was worked out."""
        opening = box.room.opening
        board = Board(
            f"{self.change.id}/box-{own}/{own_of(opening.id)}",
            f"{opening.name}, new {own if own in ('front', 'back', 'bottom') else f'{own} side'}",
            "box",
            solid,
            axes.along,
            likely="plywood" if own == "bottom" else "solid",
        )
        sheet = own == "bottom"
        long, wide = self._sizes(box, own, axes)
        return Member(
            self.change.id,
            board,
            axes,
            self.sheet if sheet else self.board,
            name,
            f"{opening.name.lower()}, {own}",
            # Grooves and notches are cut of it later.
            rough=solid.blank if isinstance(solid, Solid) else None,
            rounding="down",
            rests_on=self.body.width.guesses,
            length_of=long,
            width_of=wide,
        )

    def _sizes(self, box: BuiltBox, own: str, axes: Axes) -> tuple[Sized, Sized]:
        """Length and width in words: the opening, less what each thing takes."""
        size, room, change, t = box.size, box.room, self.change, self.board.thickness
        guesses = self.body.width.guesses
        inside = Sized(room.wide, guesses, (Term("width of the opening", room.wide, "worked out"),))
        beside = _taken("room for slides" if self.slide_kind else "room at the sides", size.box_w - room.wide)
        across = inside + beside + _taken("both sides", -2 * t)
        high = Sized(room.tall, guesses, (Term("height of the opening", room.tall, "worked out"),))
        high = high + _taken("lower than the opening", -self._lower(room))
        words = "the slide's length" if self.slide_kind else "as deep as there is room"
        deep = Sized(size.box_d, terms=(Term(words, size.box_d, "on sale" if self.slide_kind else "worked out"),))
        if own in ("left", "right"):
            return deep, high
        if own != "bottom":
            wide = across + _taken("in the sides", 2 * change.joint) if change.joint else across
            lower = own == "back" and change.back_over
            return wide, high + _taken("over the bottom", size.back_h - size.box_h) if lower else high
        bottom_w = across + _taken("in both grooves", 2 * change.groove) + _taken("play", -change.play)
        bottom_d = deep + _taken("front, back and grooves", size.bottom_d - size.box_d)
        return (bottom_w, bottom_d) if axes.along == X else (bottom_d, bottom_w)

    def outcome(self) -> Outcome:
        change, n = self.change, len(self.boxes)
        parts = tuple(member.part for member in self.members)
        size = self.boxes[0].size
        words = f"{n} boxes" if n > 1 else "Box"
        off = {m.id for box in self.boxes for m in whole_of(box.room)}
        return Outcome(
            change.id,
            Message(f"{words} {{0}} × {{1}} × {{2}}", (size.box_w, size.box_h, size.box_d)),
            frozenset(off),
            self.members,
            fittings=self._fittings(),
            supplies=(Supply(change.id, "glue", GLUE_ML_A_BOX * n, "boxes", Message("15 ml each")),),
            notes=(*self._notes(), *gone_notes(self.body, self.change.targets, self.change.on, ("drawer",))),
            cautions=(SAW, DUST, GLUE),
            findings=self._findings(),
            mended=frozenset(box.room.front.id for box in self.boxes),
            work=box_work(parts, n, self.sheets, slides=self.slide_kind is not None),
            body=self.body.id,
            reshaped=(self._body(),),
        )

    def _body(self) -> Body:
        """Each opening with its new box, and what that runs on."""
        built = {box.room.opening.id: box for box in self.boxes}
        own: dict[str, list[Board]] = {}
        for member in self.members:
            own.setdefault(own_of(member.board.id), []).append(member.board)
        openings = tuple(
            structs.replace(o, members=(*own[own_of(o.id)], *self._runners(built[o.id]))) if o.id in built else o
            for o in self.body.openings
        )
        return structs.replace(self.body, openings=openings)

    def _runners(self, box: BuiltBox) -> list[Board]:
        (x, y, z), size, room = box.at, box.size, box.room
        right, end = x + size.box_w, y + size.box_d
        if self.change.runs_on == "side":
            middle, half = z + size.box_h / 2, min(SLIDE_HIGH, size.box_h) / 2
            low, high = middle - half, middle + half
            places = [("left", room.low[0], x), ("right", right, room.high[0])]
        elif self.change.runs_on == "under":
            low, high = room.low[2], z
            places = [("left", x + 10.0, x + 30.0), ("right", right - 30.0, right - 10.0)]
        elif self.change.runs_on == "centre":
            low, high, middle = room.low[2], room.low[2] + NEW_GUIDE[1], (x + right) / 2
            places = [("middle", middle - NEW_GUIDE[0] / 2, middle + NEW_GUIDE[0] / 2)]
        else:
            kept = [m for m in room.opening.members if m.role == "runner" and "stop" not in m.id]
            return [structs.replace(m, id=f"{self.change.id}/{role_of(m.id)}/{own_of(m.id)}") for m in kept]
        likely = "solid" if self.change.runs_on == "centre" else "metal"
        own = own_of(room.opening.id)
        return [
            Board(
                f"{self.change.id}/slide-{side}/{own}",
                f"{room.opening.name}, {side} {'guide' if side == 'middle' else 'slide'}",
                "runner",
                upright(rectangle(a, y, b, end), low, high),
                Y,
                likely=likely,  # type: ignore[arg-type]
            )
            for side, a, b in places
            if b - a > SAME_MM and high - low > SAME_MM
        ]

    def _fittings(self) -> tuple[Fitting, ...]:
        change, n, found = self.change, len(self.boxes), list[Fitting]()
        if self.slide_kind is not None:
            lengths: dict[float, int] = {}
            for box in self.boxes:
                lengths[box.size.box_d] = lengths.get(box.size.box_d, 0) + 1
            for long, count in lengths.items():
                why = Message("the longest on sale with {0} free behind", (change.back_clear,))
                found.append(Fitting(change.id, self.slide_kind, long, count, "carry drawers", why))
            short = wood_screw(HINGE_LEAF, self.board.thickness, self.shop.sizes_of("wood screw"), bite=6.0)
            why = Message(f"{SCREWS_A_PAIR} for each pair; {{0}} does not come through a side", (short.length,))
            amount = SCREWS_A_PAIR * n
            found.append(Fitting(change.id, "wood screw", short.length, amount, "hold slides", why, driven=short))
        elif change.runs_on == "centre":
            found.append(Fitting(change.id, "centre guide", 0.0, n, "guide drawers", Message("both parts new")))
        front = min(box.room.front.solid.box[1][1] - box.room.front.solid.box[0][1] for box in self.boxes)
        screw, amount = wood_screw(self.board.thickness, front, self.shop.sizes_of("wood screw")), FRONT_SCREWS * n
        why = Message(f"{FRONT_SCREWS} from inside each; {{0}} does not come through", (screw.length,))
        use = "hold the old fronts"
        found.append(Fitting(change.id, "wood screw", screw.length, amount, use, why, driven=screw))
        return tuple(found)

    def _droops(self) -> float:
        """How far a front sinks, drawn out as in use: slides hold it level."""
        if self.slide_kind is not None:
            return 0.0
        box = max(self.boxes, key=lambda box: box.size.box_d)
        long = box.size.box_d
        return drawer_droop(long, long * OUT_SHARE, self._lower(box.room))

    def _notes(self) -> tuple[Note, ...]:
        change, size = self.change, self.boxes[0].size
        front = Note("Front", Message("The old front is planed flat behind, aligned in its opening, then screwed."))
        notes = [Note("Inside", Message("{0} wide, {1} deep.", (size.inside_w, size.inside_d))), front]
        if self.slide_kind is not None:
            text = "Buy the slides first: what their sheet says of room and screws comes before these sizes."
            notes.append(Note("Slides", Message(text)))
            if change.runs_on == "side":
                text = "Drawn out all the way, several at once, they tip a light piece: strap it to the wall."
                notes.append(Note("Tip", Message(text)))
        else:
            text = "Drawn out two thirds its front sinks by {0}: as far as the room over it lets it."
            notes.append(Note("Sinks", Message(text, (self._droops(),))))
        return tuple(notes)

    def _findings(self) -> tuple[Finding, ...]:
        sinks, t = self._droops(), self.board.thickness
        if self.change.runs_on == "under" and t > THICKEST_UNDER + SAME_MM:
            text = "Most slides below want sides of {0} at most; their clips do not reach round {1}."
            what, why = Message("Its sides are thick for slides below"), Message(text, (THICKEST_UNDER, t))
            where = tuple(member.board.id for member in self.members[:2])
            return (Finding("sides_thick", "mind", what, why, where, self.change.id),)
        if sinks <= SINKS:
            return ()
        fix = Fix(Message("Lower by {0} only", (5.0,)), self.change.id, "height_clear", 5.0)
        return (
            Finding(
                "drawer_tips",
                "mind",
                Message("Its front would sink by {0}", (sinks,)),
                Message("Nothing but the room over its sides holds the back of a drawer on runners down."),
                tuple(box.room.front.id for box in self.boxes),
                self.change.id,
                (fix,),
            ),
        )


def _taken(name: str, value: float) -> Sized:
    return Sized(value, terms=(Term(name, value, "chosen"),))


def worked(change: DrawerBoxes, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The drawers with new boxes. Raises BadInputError where one finds no room, or no slide is as short."""
    del condition
    return DrawerBuild(change, change.body_in(form), shop).outcome()

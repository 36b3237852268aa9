"""Drawers mended part by part: each new part as large as the one it replaces, or as its partner."""

from msgspec import structs

from zygoform.core.changes.drawers.rebuilt.entries import DrawerRebuild
from zygoform.core.changes.drawers.work import DrawerRoom, chosen_drawers, repair_work, whole_of
from zygoform.core.changes.opening_choice import gone_notes
from zygoform.core.changes.work import cutting
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Point3, X, Y, Z, upright
from zygoform.core.geometry.solid import Shape, Solid, without
from zygoform.core.ids import own_of, role_of, sibling
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import Origin, Sized, Term
from zygoform.core.outcome.cautions import DUST, GLUE, SAW, Caution
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Finding, Fitting, Note, Outcome, Supply
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

_PARTNER = {"left": "right", "right": "left"}
CORNER_BLOCK, NEW_STOP = (50.0, 19.0), (50.0, 12.0)
"""Length and side of a corner block; length and depth of a stop (mm): usual ones. [practice]"""
GLUE_ML_A_JOINT = 3.0
"""Glue for a joint of a drawer (ml). [practice]"""
BOTTOM_PLAY = 1.5
"""A new bottom is so much shorter and narrower than its grooves would hold (mm): it has to be free to move.
[practice]
"""
THINNER = 1.5
"""A part that differs from the old one by more (mm) does not fit its joints as they are. [choice]"""


class DrawerRepair:
    """Lives only for the length of a call."""

    def __init__(self, change: DrawerRebuild, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        # A box whose other side stayed with the other half of a sawn piece is no box.
        rooms = chosen_drawers(body, change.targets, change.on)
        self.rooms = tuple(r for r in rooms if r.member("box-left") and r.member("box-right"))
        if not self.rooms:
            raise BadInputError("impossible", "Nothing is known of what stands behind its front.", "on")
        self.new = [name for name in ("bottom", "left", "right", "back", "front") if getattr(change, name)]
        self.board = shop.size(change.board)
        self.members = tuple(m for room in self.rooms for name in self.new for m in self._part(room, name))
        self.small = tuple(m for room in self.rooms for m in self._small(room))
        whole = (self.new, self.small, self._fittings(), change.joints != "keep", change.stops != "keep")
        if not any(whole) and change.blocks in ("keep", "none"):
            raise BadInputError("empty", "Say what is new, or what is done.", "bottom")

    def _front(self, room: DrawerRoom) -> list[Member]:
        """As wide and high as the old one, its back where that was: the box joins it as before."""
        old, size = room.front, self.shop.size(self.change.face)
        (x0, _, z0), (x1, y1, z1) = old.solid.box
        guesses = self.body.width.guesses
        long, wide = (
            Sized(mm, guesses, (Term(f"{what}, as the old one", mm, "guessed" if guesses else "measured"),))
            for what, mm in (("length", x1 - x0), ("width", z1 - z0))
        )
        if wide.value > size.width + SAME_MM:
            words = "This board is {0} wide, the front {1} high."
            raise BadInputError("does_not_fit", words, "face", (size.width, wide.value))
        blank = upright(rectangle(x0, y1 - size.thickness, x1, y1), z0, z1)
        bottom = room.member("box-bottom")
        lets_in = bottom is not None and bottom.solid.box[0][1] < y1 - SAME_MM
        groove = upright(rectangle(*_plan_of(bottom)), *_span_of(bottom)) if bottom is not None else blank
        board = structs.replace(
            old,
            id=f"{self.change.id}/front/{own_of(room.opening.id)}",
            name=f"{room.opening.name}, new front",
            solid=without(blank, groove) if lets_in else blank,
            on_face=(),
        )
        axes = Axes(X, (0.0, -1.0, 0.0))
        return [
            Member(self.change.id, board, axes, size, "Drawer front", room.opening.name.lower(), rough=blank,
                   rounding="down", length_of=long, width_of=wide, rests_on=long.guesses)
        ]  # fmt: skip

    def _part(self, room: DrawerRoom, name: str) -> list[Member]:
        if name == "front":
            return self._front(room)
        old = room.member(f"box-{name}")
        if old is None:
            return []
        size = self.shop.size(self.change.sheet if name == "bottom" else self.change.board)
        partner = self._partner(room, name)
        shape = _in_place_of(old.solid, partner.solid) if partner is not None else old.solid
        low, high = shape.box
        axes = {
            "bottom": Axes(X if high[0] - low[0] >= high[1] - low[1] else Y, Z),
            "left": Axes(Y, (-1.0, 0.0, 0.0)),
            "right": Axes(Y, X),
            "back": Axes(X, Y),
        }[name]
        words = f"{room.opening.name}, new {name if name in ('bottom', 'back') else f'{name} side'}"
        board = structs.replace(
            old,
            id=f"{self.change.id}/{name}/{own_of(room.opening.id)}",
            name=words,
            solid=_as_thick(_with_play(shape) if name == "bottom" else shape, axes.face, size.thickness),
        )
        titles = {"bottom": "Drawer bottom", "back": "Drawer back"}
        like = f"as the {_PARTNER[name]} one" if partner is not None else "as the old one"
        spans = [high[k] - low[k] for k in (_way(axes.along), _way(axes.across))]
        long, wide = (
            self._sized(room, f"{what}, {like}", mm) for what, mm in zip(("length", "width"), spans, strict=True)
        )
        if name == "bottom":
            long, wide = (
                own - Sized(BOTTOM_PLAY, terms=(Term("play", BOTTOM_PLAY, "chosen"),)) for own in (long, wide)
            )
        if wide.value > size.width + SAME_MM and name != "bottom":
            words = "This board is {0} wide, the old part {1}."
            raise BadInputError("does_not_fit", words, "board", (size.width, wide.value))
        return [
            Member(
                self.change.id,
                board,
                axes,
                size,
                titles.get(name, "Drawer side"),
                f"{room.opening.name.lower()}, {name}",
                rough=board.solid.blank if isinstance(board.solid, Solid) else None,
                rounding="down",
                length_of=long,
                width_of=wide,
                rests_on=long.guesses,
            )
        ]

    def _partner(self, room: DrawerRoom, name: str) -> Board | None:
        """The other side, where that stays: the new one is as long and as high, whatever the old one was."""
        other = _PARTNER.get(name, "")
        return room.member(f"box-{other}") if other and other not in self.new else None

    def _sized(self, room: DrawerRoom, words: str, value: float) -> Sized:
        guessed = bool(room.opening.unmeasured & {"wide", "long", "high", "groove"})
        # In a set it says whose drawer it is.
        name = f"{self.body.name}: {room.opening.name.lower()}, its box"
        origin: Origin = "guessed" if guessed else "measured"
        return Sized(value, frozenset({name}) if guessed else frozenset(), (Term(words, value, origin),))

    def _small(self, room: DrawerRoom) -> list[Member]:
        """Blocks under the bottom, stops behind the front, a strip on a worn runner."""
        change, own = self.change, own_of(room.opening.id)
        bottom, left, right = (room.member(f"box-{name}") for name in ("bottom", "left", "right"))
        assert left is not None
        assert right is not None
        (_, y0, z0), (_, y1, _) = left.solid.box
        inner, outer = left.solid.box[1][0], right.solid.box[0][0]
        under = bottom.solid.box[0][2] if bottom is not None else z0 + CORNER_BLOCK[1]
        found = list[Member]()
        if change.blocks == "new":
            side = min(self.board.thickness, under - z0) if under > z0 + 3 else self.board.thickness
            places = (
                (inner, y0),
                (outer - CORNER_BLOCK[0], y0),
                (inner, y1 - CORNER_BLOCK[1] - 15),
                (outer - CORNER_BLOCK[0], y1 - CORNER_BLOCK[1] - 15),
            )
            for k, (x, y) in enumerate(places, 1):
                plan = rectangle(x, y, x + CORNER_BLOCK[0], y + CORNER_BLOCK[1])
                solid = upright(plan, under - side, under)
                found.append(
                    self._strip(
                        f"block-{k}",
                        "Corner block",
                        solid,
                        own,
                        (CORNER_BLOCK[0], CORNER_BLOCK[1]),
                        "under the bottom",
                    )
                )
        if change.stops == "on":
            for k, x in enumerate((inner + 30.0, outer - 30.0 - NEW_STOP[0]), 1):
                solid = upright(
                    rectangle(x, y0, x + NEW_STOP[0], y0 + NEW_STOP[1]), z0, z0 + min(8.0, max(3.0, under - z0))
                )
                found.append(self._strip(f"stop-{k}", "Drawer stop", solid, own, NEW_STOP, "behind the front"))
        if change.pack:
            for name in ("left", "right"):
                runner = room.member(f"runner-{name}")
                if runner is None:
                    continue
                (a, b, _), (c, d, top) = runner.solid.box
                solid = upright(rectangle(a, b, c, d), top, top + change.pack)
                found.append(
                    self._strip(
                        f"packing-{name}", "Packing strip", solid, own, (d - b, c - a), f"on the {name} runner"
                    )
                )
        return found

    def _strip(
        self, key: str, name: str, solid: Shape, own: str, sizes: tuple[float, float], location: str
    ) -> Member:
        along = Y if "packing" in key else X
        board = Board(
            f"{self.change.id}/{key}/{own}", name, "runner" if "stop" in key or along == Y else "box", solid, along
        )
        long, wide = (Sized(mm, terms=(Term(f"{name.lower()}, usual", mm, "chosen"),)) for mm in sizes)
        (x0, y0, z0), (x1, y1, z1) = solid.box
        thick = self.board.thickness
        # Where there is less room it is planed thinner: cut it is from wood as thick as it is sold.
        blank = upright(rectangle(x0, y0, x1, y1), z0, z0 + thick) if z1 - z0 < thick - SAME_MM else None
        return Member(
            self.change.id,
            board,
            Axes(along, Z),
            self.board,
            name,
            location,
            rounding="down",
            length_of=long,
            width_of=wide,
            rough=blank,
        )

    def _fittings(self) -> tuple[Fitting, ...]:
        change, n, found = self.change, len(self.rooms), list[Fitting]()
        if change.glides:
            why = Message(f"{change.glides} on each of {n}")
            found.append(Fitting(change.id, "drawer glide", 0.0, change.glides * n, "under the back corners", why))
        if change.guide:
            why = Message("both parts, by one that fits the same holes")
            found.append(Fitting(change.id, "centre guide", 0.0, n, "guide drawers", why))
        return tuple(found)

    def outcome(self) -> Outcome:
        change, n = self.change, len(self.rooms)
        built = tuple(m for m in (*self.members, *self.small) if "/packing-" not in m.board.id)
        cut = tuple(m.part for m in self.small if "/packing-" in m.board.id)
        parts = (*(member.part for member in built), *cut)
        off = {m.id for room in self.rooms for name in self.new if (m := room.member(f"box-{name}")) is not None}
        if change.front:
            off |= {part for room in self.rooms for part in (room.front.id, sibling(room.opening.id, "knob"))}
        if change.stops == "off":
            off |= {m.id for room in self.rooms for m in room.opening.members if "/stop-" in m.id}
        said = [name if name in ("bottom", "back") else f"{name} side" for name in self.new]
        said += ["joints glued"] if change.joints == "glue" else []
        said += ["runners packed"] if change.pack else []
        words = ", ".join(said) or "as said below"
        cautions: list[Caution] = [SAW, DUST] if parts else [DUST]
        ids = tuple(m.id for room in self.rooms for m in (room.front, *whole_of(room)))
        work = repair_work(ids, n, len(off), glued=self._glues, hardware=sum(f.count for f in self._fittings()))
        return Outcome(
            change.id,
            Message(f"{n} drawers: {words}" if n > 1 else f"New: {words}" if self.new else words),
            frozenset(off),
            built,
            cut=cut,
            fittings=self._fittings(),
            supplies=self._supplies(),
            notes=(*self._notes(), *gone_notes(self.body, self.change.targets, self.change.on, ("drawer",))),
            cautions=(*cautions, GLUE) if self._glues else tuple(cautions),
            findings=self._findings(),
            work=((cutting(parts, {change.sheet}),) if parts else ()) + work,
            body=self.body.id,
            reshaped=(self._body(off),),
        )

    @property
    def _glues(self) -> int:
        """Joints and blocks that glue goes on, of each drawer."""
        change = self.change
        joints = 4 if change.joints == "glue" else 2 * len([p for p in self.new if p != "bottom"])
        blocks = 4 if change.blocks in ("again", "new") else 0
        return joints + blocks + (2 if change.stops == "on" else 0) + (2 if change.pack else 0)

    def _supplies(self) -> tuple[Supply, ...]:
        ml = GLUE_ML_A_JOINT * self._glues * len(self.rooms)
        return (Supply(self.change.id, "glue", ml, "drawers", Message("3 ml a joint")),) if ml else ()

    def _body(self, off: set[str]) -> Body:
        new: dict[str, list[Board]] = {}
        for member in (m for m in (*self.members, *self.small) if "/packing-" not in m.board.id):
            new.setdefault(own_of(member.board.id), []).append(member.board)
        mine = {room.opening.id for room in self.rooms}
        openings = tuple(
            structs.replace(o, members=(*(m for m in o.members if m.id not in off), *new.get(own_of(o.id), ())))
            if o.id in mine
            else o
            for o in self.body.openings
        )
        fronts = {own_of(m.board.id): m.board for m in self.members if m.board.role == "drawer"}
        boards = tuple(b for b in self.body.boards if b.id not in off)
        openings = tuple(
            structs.replace(o, closed_by=fronts[own_of(o.id)].id, pull_holes=()) if own_of(o.id) in fronts else o
            for o in openings
        )
        return structs.replace(self.body, openings=openings, boards=(*boards, *fronts.values()))

    def _notes(self) -> tuple[Note, ...]:
        change, notes = self.change, list[Note]()
        kept = [
            name
            for name in ("front", "bottom", "left side", "right side", "back")
            if name.split()[0] not in self.new
        ]
        notes.append(Note("Kept", Message(f"{', '.join(kept).capitalize()}.")))
        if any(name in _PARTNER for name in self.new):
            text = "Length, height and groove line are its partner's, not a table's: lay one on the other."
            notes.append(Note("Side", Message(text)))
        if "bottom" in self.new:
            notes.append(
                Note("Bottom", Message("Slid in from the back, pinned to the back only: it must be free to move."))
            )
        if change.blocks == "again":
            notes.append(
                Note("Blocks", Message("Old glue off to bare wood, rubbed on with fresh glue, no clamps."))
            )
        if change.guide:
            text = "Take both old parts along: hole distances and height of the new pair are the same, or it drags."
            notes.append(Note("Guide", Message(text)))
        if change.stops == "off":
            notes.append(Note("Stops", Message("Look under the top and behind the front; keep them for the end.")))
        if change.pack:
            text = (
                "The strip is planed to what is worn away, {0}, until the front stands level with its neighbours."
            )
            notes.append(Note("Packing", Message(text, (change.pack,))))
        return tuple(notes)

    def _findings(self) -> tuple[Finding, ...]:
        found = list[Finding]()
        for member in self.members:
            old = self._old_thickness(member)
            if abs(old - member.size.thickness) > THINNER:
                text = "The old one is {0} thick, this {1}: grooves and joints are cut anew, or plane it down."
                what = f"{literal(member.board.name)} is not as thick as the old one"
                why = Message(text, (old, member.size.thickness))
                found.append(
                    Finding("part_thickness", "mind", Message(what), why, (member.board.id,), self.change.id)
                )
        return tuple(found[:1])

    def _old_thickness(self, member: Member) -> float:
        name = role_of(member.board.id)
        room = next(r for r in self.rooms if own_of(r.opening.id) == own_of(member.board.id))
        old = room.front if name == "front" else room.member(f"box-{name}")
        assert old is not None
        low, high = old.solid.box
        k = _way(member.axes.face)
        return high[k] - low[k]


def _plan_of(board: Board) -> tuple[float, float, float, float]:
    """From above: x0, y0, x1, y1."""
    low, high = board.solid.box
    return low[0], low[1], high[0], high[1]


def _span_of(board: Board) -> tuple[float, float]:
    """From its underside up."""
    low, high = board.solid.box
    return low[2], high[2]


def _way(direction: Point3) -> int:
    """Along which axis it points."""
    return max(range(3), key=lambda k: abs(direction[k]))


def _in_place_of(old: Shape, partner: Shape) -> Shape:
    """As long and as high as the partner where the old one stood, its groove on the side where that was."""
    (x0, _, _), (x1, _, _) = old.box
    (_, y0, z0), (_, y1, z1) = partner.box
    blank = upright(rectangle(x0, y0, x1, y1), z0, z1)
    return Solid(blank, old.cuts) if isinstance(old, Solid) else blank


def _with_play(solid: Shape) -> Shape:
    """A bottom as it is cut: centred between the sides, its play at the front."""
    (x0, y0, z0), (x1, y1, z1) = solid.box
    return upright(rectangle(x0 + BOTTOM_PLAY / 2, y0 + BOTTOM_PLAY, x1 - BOTTOM_PLAY / 2, y1), z0, z1)


def _as_thick(solid: Shape, face: Point3, thick: float) -> Shape:
    """A flat part made as thick as its board: towards its other face where it is thicker or thinner."""
    low, high = (list(corner) for corner in solid.box)
    k = _way(face)
    if face[k] > 0:
        low[k] = high[k] - thick
    else:
        high[k] = low[k] + thick
    blank = upright(rectangle(low[0], low[1], high[0], high[1]), low[2], high[2])
    return Solid(blank, solid.cuts) if isinstance(solid, Solid) else blank


def worked(change: DrawerRebuild, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The drawers with their new parts. Raises BadInputError where there is nothing behind the front."""
    del condition
    return DrawerRepair(change, change.body_in(form), shop).outcome()

"""Cut-outs in doors worked out: the line, what stays, starter holes, the template, what goes in."""

from collections.abc import Sequence
from functools import cached_property

from msgspec import Struct, structs

from zygoform.core.changes.doors.cutout.entries import DoorCutout
from zygoform.core.changes.doors.insert_set import InsertSet, Light, line_of
from zygoform.core.changes.doors.work import Inserted, cutout_work
from zygoform.core.changes.opening_choice import chosen_openings
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening, Rect
from zygoform.core.form.inside.door import REBATE
from zygoform.core.geometry.convex import boxes_meet
from zygoform.core.geometry.cut_shape import (
    Cutout,
    convex_pieces,
    cut_outline,
    cutout,
    simplified,
    starter_holes,
    stretched,
)
from zygoform.core.geometry.plane import Outline, rectangle
from zygoform.core.geometry.prism import Prism, X, Z
from zygoform.core.geometry.solid import without
from zygoform.core.ids import own_of, sibling
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.cautions import CUTOUT, DUST, SAW
from zygoform.core.outcome.outcome import Finding, Fix, Handle, Note, Outcome, Supply, Template
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Work
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

KEEP_INCH, KEEP_MM = 44.45, 45.0
"""So much of a door stays round a cut-out where nothing else is known (mm; 1 3/4 in). [practice]"""
BREAKS = 20.0
"""With less it breaks at the next slam (mm). [practice]"""
BLADE_PLAY = 2.0
"""A starter hole is so much wider than the blade (mm). [practice]"""
INSIDE_ROLES = ("shelf", "upright", "box", "runner", "rail", "side", "bottom", "top")
"""What a door shuts against."""
DRAWN_CORNERS = 28
"""The drawing shows no more corners of a line; the template has them all. [choice]"""


class CutDoor(Struct, frozen=True):
    """One door: its board, the rectangle its margins are measured from, and the line to saw (x, z)."""

    opening: FormOpening
    board: Board
    ground: Rect
    line: Outline
    mirrored: bool
    framed: bool


class CutoutPlan:
    """Lives only for the length of a call."""

    def __init__(self, change: DoorCutout, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.hole = max(change.blade + BLADE_PLAY, 10.0)
        self.figures: Cutout | None = None
        self.doors = tuple(self._door(opening, board) for opening, board in self._chosen())
        self.inserts = InsertSet(change, [self._light(door) for door in self.doors], shop)

    def _chosen(self) -> list[tuple[FormOpening, Board]]:
        nothing = "No door is there to cut into.", "on"
        return chosen_openings(self.body, self.change.targets, self.change.on, ("door",), nothing)

    def _door(self, opening: FormOpening, board: Board) -> CutDoor:
        if board.role == "pane":
            words = f"{opening.name} holds no wood in its frame: give it a new insert instead."
            raise BadInputError("impossible", words, "on")
        (x0, _, z0), (x1, _, z1) = board.solid.box
        framed = self._frame(opening) != ()
        into = REBATE if framed else 0.0
        ground = (x0 + into, z0 + into, x1 - into, z1 - into)
        mirrored = opening.hinged == "right"
        return CutDoor(opening, board, ground, self._line(ground, mirrored=mirrored), mirrored, framed)

    def _frame(self, opening: FormOpening) -> tuple[Board, ...]:
        own = own_of(opening.id)
        return tuple(b for b in self.body.boards if b.role == "door" and "stile" in b.id and own_of(b.id) == own)

    def _line(self, ground: Rect, *, mirrored: bool) -> Outline:
        """Worked out by the plain function first, which refuses in words what leaves nothing."""
        change, (x0, z0, x1, z1) = self.change, ground
        shape = {"oval": "oval", "arch": "arch"}.get(change.shape, "rectangle")
        rise = change.rise if shape == "arch" else 0.0
        radius = change.radius if change.shape == "rounded" else 0.0
        lap = change.lap if change.what != "nothing" else 0.0
        margins = change.side, change.top, change.bottom
        self.figures = self.figures or cutout(x1 - x0, z1 - z0, shape, *margins, rise, radius, lap)  # type: ignore[arg-type]
        cutout(x1 - x0, z1 - z0, shape, *margins, rise, radius, lap)  # type: ignore[arg-type]
        box = (x0 + change.side, z0 + change.bottom, x1 - change.side, z1 - change.top)
        if change.shape == "traced":
            if len(change.outline) < 3:
                raise BadInputError("empty", "Take an outline from a file first: SVG or DXF.", "shape")
            return stretched(change.outline, box, mirrored=mirrored)
        return cut_outline(shape, box, rise, radius)  # type: ignore[arg-type]

    def _light(self, door: CutDoor) -> Light:
        change = self.change
        xs, zs = [x for x, _ in door.line], [z for _, z in door.line]
        wide, high = max(xs) - min(xs), max(zs) - min(zs)
        return Light(
            f"{change.id}/insert/{own_of(door.opening.id)}",
            door.opening.name,
            door.line,
            wide + 2 * change.lap,
            high + 2 * change.lap,
            door.board.solid.box[1][1],
            line_of(door.line),
            wood=door.board.solid.box[1][1] - door.board.solid.box[0][1],
            guesses=self.body.width.guesses,
        )

    def outcome(self) -> Outcome:
        change, inserts = self.change, self.inserts
        parts = tuple(member.part for member in inserts.members)
        return Outcome(
            change.id,
            self._result(),
            members=inserts.members,
            drawn=() if inserts.members else inserts.boards,
            fittings=inserts.fittings(),
            supplies=(*inserts.supplies(), *self._band()),
            rolls=inserts.rolls,
            notes=(*self._notes(), *inserts.notes()),
            cautions=(CUTOUT, SAW, DUST, *inserts.cautions()),
            findings=self._findings(),
            handles=self._handles(),
            mended=frozenset(door.board.id for door in self.doors),
            work=self._work(parts),
            templates=self._templates(),
            body=self.body.id,
            reshaped=(self._body(),),
        )

    def _result(self) -> Message:
        assert self.figures is not None
        n, words, sizes = len(self.doors), *self.inserts.words()
        named = {"traced": "outline", "rounded": "rounded rectangle"}.get(self.change.shape, self.change.shape)
        many = f"{n} × {named}" if n > 1 else named
        shifted = words.replace("{1}", "{3}").replace("{0}", "{2}")
        return Message(f"{many} {{0}} × {{1}}, {shifted}", (self.figures.cut_w, self.figures.cut_h, *sizes))

    def _work(self, parts: Sequence[Part]) -> tuple[Work, ...]:
        change, doors = self.change, tuple(door.board.id for door in self.doors)
        boards = tuple(board.id for board in self.inserts.boards)
        inserted = Inserted(change.what, boards, doors, len(doors))
        return cutout_work(parts, inserted, self.starters, change.edge, glued=change.held == "glue")

    @cached_property
    def starters(self) -> int:
        """In each door."""
        return len(self._starters(self.doors[0].line))

    def _starters(self, line: Outline) -> tuple[tuple[float, float], ...]:
        return starter_holes(line, self.hole)

    def _body(self) -> Body:
        """The doors with their openings, and what lies behind them."""
        boards = {board.id: board for board in self.body.boards}
        for door in self.doors:
            low, high = door.board.solid.box
            shape = door.board.solid
            for piece in convex_pieces(_drawn(door.line)):
                shape = without(shape, Prism((0.0, high[1] + 1, 0.0), X, Z, piece, high[1] - low[1] + 2))
            boards[door.board.id] = structs.replace(door.board, solid=shape)
        boards |= {board.id: board for board in self.inserts.boards}
        carried = {own_of(board.id): board.id for board in self.inserts.boards}
        openings = tuple(
            structs.replace(o, carries=(*o.carries, carried[own_of(o.id)])) if own_of(o.id) in carried else o
            for o in self.body.openings
        )
        return structs.replace(self.body, boards=tuple(boards.values()), openings=openings)

    def _band(self) -> tuple[Supply, ...]:
        if self.change.edge != "banded":
            return ()
        long = sum(light.line for light in self.inserts.lights) / 1000
        return (Supply(self.change.id, "edge band", long * 1.05, "edges of cut-outs", Message("and a twentieth")),)

    def _handles(self) -> tuple[Handle, ...]:
        change, door = self.change, self.doors[0]
        x0, z0, x1, z1 = door.ground
        y, mx, mz = door.board.solid.box[0][1], (x0 + x1) / 2, (z0 + z1) / 2
        return (
            Handle(change.id, "side", "Stays at the sides", (x0 + change.side, y, mz), (1.0, 0.0, 0.0)),
            Handle(change.id, "top", "Stays above", (mx, y, z1 - change.top), (0.0, 0.0, -1.0)),
            Handle(change.id, "bottom", "Stays below", (mx, y, z0 + change.bottom), (0.0, 0.0, 1.0)),
        )

    def _templates(self) -> tuple[Template, ...]:
        """As large as the door, so that its edges lie on the door's; another for doors it is turned over for."""
        found, alike = list[Template](), dict[tuple[object, ...], list[CutDoor]]()
        for door in self.doors:
            (x0, _, z0), (x1, _, z1) = door.board.solid.box
            shifted = tuple((x - x0, z - z0) for x, z in door.line)
            key = tuple(round(v, 2) for point in (*shifted, (x1 - x0, z1 - z0)) for v in point)
            alike.setdefault(key, []).append(door)
        for doors in alike.values():
            (x0, _, z0), (x1, _, z1) = doors[0].board.solid.box
            wide, high = x1 - x0, z1 - z0
            line = tuple((x - x0, z - z0) for x, z in doors[0].line)
            turned = ", turned over" if doors[0].mirrored and self.change.shape == "traced" else ""
            names = ", ".join(literal(door.opening.name) for door in doors)
            holes = tuple(((x - x0, z - z0), self.hole) for x, z in self._starters(doors[0].line))
            aims = (((wide / 2, 0.0), (wide / 2, high)), ((0.0, high / 2), (wide, high / 2)))
            rings = (rectangle(0.0, 0.0, wide, high), line)
            found.append(Template(f"{names}{turned}", wide, high, rings, holes, aims, doors[0].board.id))
        return tuple(found)

    def _notes(self) -> tuple[Note, ...]:
        assert self.figures is not None
        figures, n = self.figures, self.starters
        holes = "{0} wide in the waste, touching the line"
        notes = [
            Note(
                "Line",
                Message("{0} × {1}, {2} all round.", (figures.cut_w, figures.cut_h, line_of(self.doors[0].line))),
            ),
            Note("Starters", Message(f"{n} hole{'s' * (n != 1)} {holes}.", (self.hole,))),
            Note("Aim", Message("Tape the template on, edges on the door's; dashed lines are its middles.")),
        ]
        if any(dict(door.opening.hardware).get("Locks") for door in self.doors):
            notes.append(Note("Lock", Message("It needs its own wood: measure it before you set what stays.")))
        return tuple(notes)

    def _findings(self) -> tuple[Finding, ...]:
        assert self.figures is not None
        keep = KEEP_INCH if self.shop.unit.system == "inch" else KEEP_MM
        found, where = list[Finding](), tuple(door.board.id for door in self.doors)
        framed = all(door.framed for door in self.doors)
        for name, stays in (("side", self.change.side), ("top", self.change.top), ("bottom", self.change.bottom)):
            least = self.change.lap + SAME_MM if framed else keep
            if stays < least - SAME_MM:
                found.append(self._narrow(name, stays, least, where))
        inner = self._meets()
        if inner is not None:
            text = "It lies on the back of the door, where a shelf or an upright ends: trim that, or lap less."
            what = f"The insert meets {literal(inner.name).lower()}"
            found.append(Finding("insert_hits", "stop", Message(what), Message(text), (inner.id,), self.change.id))
        return tuple(found)

    def _narrow(self, name: str, stays: float, least: float, where: tuple[str, ...]) -> Finding:
        words = {"side": "at the sides", "top": "above", "bottom": "below"}[name]
        why = "A door wants {0} round a cut-out, more where hinges, a lock or a joint sit: {1} may not hold."
        return Finding(
            "door_weak",
            "stop" if stays < BREAKS else "mind",
            Message(f"{{0}} of the door stays {words}", (stays,)),
            Message(why, (least, stays)),
            where,
            self.change.id,
            (Fix(Message("Leave {0}", (least,)), self.change.id, name, least),),
        )

    def _meets(self) -> Board | None:
        """The first board inside that an insert would lie in."""
        mine = {door.board.id for door in self.doors} | {sibling(d.opening.id, "knob") for d in self.doors}
        others = [b for b in self.body.members if b.id not in mine and b.role in INSIDE_ROLES]
        for insert in self.inserts.boards:
            for board in others:
                if boxes_meet(insert.solid.box, board.solid.box, SAME_MM):
                    return board
        return None


def _drawn(line: Outline) -> Outline:
    """With fewer corners, at whole hundredths of a millimetre."""
    return tuple((round(x, 2), round(z, 2)) for x, z in simplified(line, DRAWN_CORNERS))


def worked(change: DoorCutout, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The doors with their cut-outs. Raises BadInputError where one finds no room."""
    del condition
    return CutoutPlan(change, change.body_in(form), shop).outcome()

"""New inserts in framed doors worked out: how large the rebate lets them be, what comes out, what is drawn."""

from msgspec import structs

from zygoform.core.changes.doors.insert.entries import DoorInsert
from zygoform.core.changes.doors.insert_set import InsertSet, Lies, Light, line_of
from zygoform.core.changes.doors.work import Inserted, insert_work
from zygoform.core.changes.opening_choice import is_meant
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.inside.door import REBATE
from zygoform.core.geometry.plane import Outline, extent, rectangle
from zygoform.core.goods.minutes import Task
from zygoform.core.ids import own_of, role_of
from zygoform.core.measure.message import Message
from zygoform.core.outcome.cautions import DUST
from zygoform.core.outcome.outcome import Finding, Fix, Note, Outcome
from zygoform.core.outcome.work import Deed, Work
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

LEAST_PLAY = 1.0
"""Glass without so much room all round (mm) cracks when the frame moves: shop practice."""


class InsertPlan:
    """Lives only for the length of a call."""

    def __init__(self, change: DoorInsert, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.boards = {board.id: board for board in body.boards}
        self.doors = self._chosen()
        if change.place == "over" and not all(self._is_glass(door) for door in self.doors):
            raise BadInputError("impossible", "There is no glass to glue it on.", "place")
        if change.place == "over" and change.what in ("glass", "mirror", "panel", "nothing"):
            raise BadInputError("impossible", "Only cloth, mesh and cane go on old glass.", "what")
        self.lights = [self._light(opening) for opening in self.doors]
        self.inserts = InsertSet(change, self.lights, shop)

    def _chosen(self) -> list[FormOpening]:
        found = [
            opening
            for opening in self.body.openings
            if opening.holds == "door"
            and self._frame(opening)
            and is_meant(self.body, opening, self.change.targets, self.change.on)
        ]
        if not found:
            words = "No framed door is there: say in the survey that it is a frame, or make a cut-out."
            raise BadInputError("impossible", words, "on")
        return found

    def _frame(self, opening: FormOpening) -> dict[str, Board]:
        """Stiles and rails by their role."""
        own = own_of(opening.id)
        frame = (b for b in self.body.boards if b.role == "door" and own_of(b.id) == own)
        return {role_of(b.id): b for b in frame if "/stile-" in b.id or "/rail-" in b.id}

    def _is_glass(self, opening: FormOpening) -> bool:
        old = self.boards.get(opening.front_id)
        return old is not None and old.role == "pane" and old.likely == "glass"

    def _light(self, opening: FormOpening) -> Light:
        """The frame's opening; in its rebate an insert is as large as the old one, less the play."""
        frame, change = self._frame(opening), self.change
        x0, x1 = frame["stile-left"].solid.box[1][0], frame["stile-right"].solid.box[0][0]
        z0, z1 = frame["rail-bottom"].solid.box[1][2], frame["rail-top"].solid.box[0][2]
        sight = rectangle(x0, z0, x1, z1)
        old = self.boards.get(opening.front_id)
        back = frame["stile-left"].solid.box[1][1]
        wide, high, face = x1 - x0, z1 - z0, back
        if change.place == "behind":
            wide, high = wide + 2 * change.lap, high + 2 * change.lap
        elif old is not None:
            low, top = old.solid.box
            wide, high = _in_rebate(sight, old)
            if change.place == "instead":
                wide, high, face = wide - 2 * change.play, high - 2 * change.play, low[1]
            else:
                face = top[1]
        behind = change.place == "behind" or (old is None and change.place == "instead")
        if old is None and change.place == "instead":
            wide, high = wide + 2 * change.lap, high + 2 * change.lap
        own = own_of(opening.id)
        lies: Lies = "behind" if behind else "rebate" if change.place == "instead" else "over"
        held = line_of(sight)
        board_id, wood = f"{change.id}/insert/{own}", back - frame["stile-left"].solid.box[0][1]
        guesses = self.body.width.guesses
        return Light(board_id, opening.name, sight, wide, high, face, held, lies, wood, guesses)

    def outcome(self) -> Outcome:
        change, inserts = self.change, self.inserts
        parts = tuple(member.part for member in inserts.members)
        words, sizes = inserts.words()
        where = {"instead": "in place of the old", "over": "on the old glass", "behind": "behind the old"}
        return Outcome(
            change.id,
            Message(f"{words}, {where[change.place]}", sizes),
            self._off,
            members=inserts.members,
            drawn=() if inserts.members else inserts.boards,
            fittings=inserts.fittings(),
            supplies=inserts.supplies(),
            rolls=inserts.rolls,
            notes=(*self._notes(), *inserts.notes()),
            cautions=tuple(dict.fromkeys((DUST, *inserts.cautions()))),
            findings=self._findings(),
            work=(
                *self._out(),
                *insert_work(parts, self._inserted(), ("out",), glued=inserts.held == "glue"),
            ),
            body=self.body.id,
            reshaped=(self._body(),),
        )

    def _inserted(self) -> Inserted:
        frames = tuple(board.id for door in self.doors for board in self._frame(door).values())
        boards = tuple(board.id for board in self.inserts.boards)
        return Inserted(self.change.what, boards, frames, len(self.doors))

    def _out(self) -> tuple[Work, ...]:
        """The old one taken out, or the old glass cleaned."""
        n = len(self.doors)
        if self.change.place == "instead":
            what = Message(f"Take out {n} old insert{'s' * (n != 1)}, strips or staples first")
        else:
            what = Message(f"Clean {n} old pane{'s' * (n != 1)} and the back of the frame")
        cautions = ("glass",) if any(self._is_glass(door) for door in self.doors) else ()
        ids, off = self._inserted().doors, tuple(self._off)
        does = (Deed("off", off),) if off else ()
        tasks: tuple[tuple[Task, float], ...] = (("take glass out", n),)
        return (Work("out", "apart", what, tasks, ids, follows=("apart",), cautions=cautions, does=does),)

    def _body(self) -> Body:
        kept = tuple(board for board in self.body.boards if board.id not in self._off)
        added = {own_of(board.id): board.id for board in self.inserts.boards}
        openings = tuple(self._filled(o, added.get(own_of(o.id), "")) for o in self.body.openings)
        return structs.replace(self.body, boards=(*kept, *self.inserts.boards), openings=openings)

    @property
    def _off(self) -> frozenset[str]:
        """The old ones that come out."""
        if self.change.place != "instead":
            return frozenset()
        return frozenset(opening.front_id for opening in self.doors) & self.boards.keys()

    def _filled(self, opening: FormOpening, added: str) -> FormOpening:
        if not added:
            return opening
        if self.change.place == "instead":
            return structs.replace(opening, closed_by=added)
        return structs.replace(opening, carries=(*opening.carries, added))

    def _notes(self) -> tuple[Note, ...]:
        if self.change.place != "instead":
            return ()
        text = "The size rests on a usual rebate until the old one is out: measure it then, at three places."
        return (Note("Measure", Message(text)),)

    def _findings(self) -> tuple[Finding, ...]:
        change = self.change
        if change.what in ("glass", "mirror") and change.place == "instead" and change.play < LEAST_PLAY - SAME_MM:
            return (
                Finding(
                    "glass_tight",
                    "mind",
                    Message("The glass has no room in its frame"),
                    Message("Wood moves and glass does not: leave {0} all round or it cracks.", (LEAST_PLAY,)),
                    tuple(light.board_id for light in self.lights),
                    change.id,
                    (Fix(Message("Leave {0}", (1.5,)), change.id, "play", 1.5),),
                ),
            )
        return ()


def _in_rebate(sight: Outline, old: Board) -> tuple[float, float]:
    """As wide and high as the rebate is: the old one's size; of one put in since no more is drawn than is seen."""
    low, top = old.solid.box
    (x0, x1), (z0, z1) = extent(sight, (1.0, 0.0)), extent(sight, (0.0, 1.0))
    wide, high = top[0] - low[0], top[2] - low[2]
    if wide > x1 - x0 + SAME_MM:
        return wide, high
    return x1 - x0 + 2 * REBATE, z1 - z0 + 2 * REBATE


def worked(change: DoorInsert, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The doors with their inserts. Raises BadInputError where none has a frame."""
    del condition
    return InsertPlan(change, change.body_in(form), shop).outcome()

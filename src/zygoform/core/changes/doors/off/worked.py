"""Openings whose doors are off: what is filled, and how many containers of a size stand in each."""

import math

from zygoform.core.changes.doors.off.entries import DoorsOff
from zygoform.core.changes.drawers.work import room_behind
from zygoform.core.changes.opening_choice import is_meant
from zygoform.core.changes.work import cutting
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.carcass import belonging
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import upright
from zygoform.core.goods.fittings import GLUED
from zygoform.core.ids import own_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import sized
from zygoform.core.outcome.cautions import DUST, FILLER, GLUE, SAW, Caution
from zygoform.core.outcome.outcome import Note, Outcome, Supply
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Work
from zygoform.core.shop import Shop

USUAL_HINGES = 2
"""So many hinges has a door that nobody counted. [practice]"""
TRIM_PATCH = 3.0
"""A patch is cut so much longer and wider, and planed to its mortise (mm). [practice]"""
BEFORE = 2.0
"""A container stands so far behind the plane of the doors (mm). [drawn]"""
FILLER_ML_A_HOLE = 0.5
"""Filler for a screw hole (ml). [practice]"""
FILLER_CURES = (1.0, 24.0)
"""Hours, quick and slow, until filler is sanded. [label]"""


class BareOpenings:
    """Lives only for the length of a call."""

    def __init__(self, change: DoorsOff, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.there = {board.id for board in body.boards}
        self.openings = [
            opening
            for opening in body.openings
            if opening.holds == "door"
            and self._leaf(opening) in self.there
            and is_meant(body, opening, change.targets, change.on)
        ]
        if not self.openings:
            raise BadInputError("impossible", "No door is there to take off.", "on")
        self.hinges = sum(self._hinges(opening) for opening in self.openings)
        self.gaps = list[float]()
        self.boxes = tuple(box for opening in self.openings for box in self._containers(opening))

    def _hinges(self, opening: FormOpening) -> int:
        found = dict(opening.hardware).get("Hinges", USUAL_HINGES)
        return self.change.hinges or found

    def _containers(self, opening: FormOpening) -> list[Board]:
        """As many side by side as find room, each with its room all round."""
        change = self.change
        if change.instead != "containers":
            return []
        front = next(b for b in self.body.boards if b.id == self._leaf(opening))
        (x0, y, z0), (x1, back, z1) = room_behind(self.body, opening, front.solid.box[0][1])
        deep = back - y - BEFORE
        many = math.floor((x1 - x0 - change.room) / (change.box_w + change.room) + 1e-9)
        over = z1 - z0 - change.box_h - change.room
        if many < 1 or over < -1e-9 or change.box_d > deep:
            field = "box_w" if many < 1 else "box_h" if over < 0 else "box_d"
            most = {"box_w": x1 - x0 - 2 * change.room, "box_h": z1 - z0 - change.room, "box_d": deep}[field]
            words = f"{literal(opening.name)} takes a container of {{0}} at most."
            raise BadInputError("does_not_fit", words, field, (max(0.0, most),))
        gap = (x1 - x0 - many * change.box_w) / (many + 1)
        self.gaps.append(gap)
        found = []
        for k in range(many):
            left = x0 + gap + k * (change.box_w + gap)
            plan = rectangle(left, y + BEFORE, left + change.box_w, y + BEFORE + change.box_d)
            own = f"{change.id}/container/{own_of(opening.id)}-{k + 1}"
            solid = upright(plan, z0, z0 + change.box_h)
            found.append(Board(own, "Container", "padding", solid, inside=True, likely="fabric"))
        return found

    def _patches(self) -> tuple[Part, ...]:
        """Two for each hinge: in the door's side of the case; the door's own go with it."""
        change = self.change
        if change.fill != "patches":
            return ()
        size = self.shop.size(change.board)
        wide, long = change.leaf_wide + TRIM_PATCH, change.leaf_long + TRIM_PATCH
        if wide > size.width:
            raise BadInputError("does_not_fit", "This board is {0} wide.", "board", (size.width,))
        return tuple(
            Part(
                f"{change.id}/patch/{k + 1}",
                change.id,
                "Hinge patch",
                size.id,
                size.thickness,
                wide,
                long,
                ripped=True,
                rounding="up",
                location="in a hinge mortise, planed flush",
                length_of=sized("mortise and to trim", long),
                width_of=sized("mortise and to trim", wide),
            )
            for k in range(self.hinges)
        )

    def outcome(self) -> Outcome:
        change, parts = self.change, self._patches()
        off = frozenset(p for o in self.openings for p in belonging(self.body, self._leaf(o))) & self.there
        n = len(self.openings)
        words = f"{n} door{'s' * (n != 1)} off"
        if self.boxes:
            words += f", {len(self.boxes)} container{'s' * (len(self.boxes) != 1)} in"
        cautions: list[Caution] = [DUST]
        cautions += [SAW, GLUE] if parts else [FILLER] if change.fill == "filler" else []
        return Outcome(
            change.id,
            Message(words),
            off,
            drawn=self.boxes,
            cut=parts,
            supplies=self._supplies(),
            notes=self._notes(),
            cautions=tuple(cautions),
            work=self._work(parts),
            body=self.body.id,
        )

    def _leaf(self, opening: FormOpening) -> str:
        """What to take hold of: a stile where it is framed, so that all of it leaves."""
        own = own_of(opening.id)
        stile = next((i for i in self.there if i.endswith(f"/stile-left/{own}")), None)
        return stile or opening.front_id

    @property
    def holes(self) -> int:
        """Screw holes to close."""
        return self.change.screws * self.hinges

    def _supplies(self) -> tuple[Supply, ...]:
        change, found = self.change, list[Supply]()
        fill = FILLER_ML_A_HOLE * self.holes
        if change.fill == "filler":
            fill += self.hinges * change.leaf_long * change.leaf_wide * change.leaf_deep / 1000
        if fill and change.fill != "leave":
            found.append(Supply(change.id, "filler", fill, "hinge places", Message("holes and mortises")))
        if change.fill == "patches" and self.hinges:
            found.append(Supply(change.id, "glue", 2.0 * self.hinges, "patches", Message("2 ml each")))
        return tuple(found)

    def _notes(self) -> tuple[Note, ...]:
        change, notes = self.change, list[Note]()
        if change.fill == "patches":
            text = "Square the mortise, glue the patch in proud with its grain along, plane it flush a day later."
            notes.append(Note("Patches", Message(text)))
        if change.fill == "leave":
            notes.append(Note("Hinges", Message("Bag hinges, screws and doors together: they may come back.")))
        if self.boxes:
            text = "{0} between and beside them." if len(self.boxes) > 1 else "{0} beside it."
            notes.append(Note("Containers", Message(text, (min(self.gaps),))))
        text = "What was behind the doors is seen now: clean, fill and finish it with the outside."
        notes.append(Note("Inside", Message(text)))
        return tuple(notes)

    def _jambs(self) -> tuple[str, ...]:
        """What the doors hung on."""
        return tuple(board.id for board in self.body.boards if board.role in ("side", "upright", "panel"))

    def _work(self, parts: tuple[Part, ...]) -> tuple[Work, ...]:
        works = [cutting(parts)] if parts else []
        if self.change.fill == "leave" or not self.hinges:
            return tuple(works)
        n = self.hinges
        if parts:
            what = Message(f"Let {n} patches into the hinge mortises, glue; plane them flush, fill the screw holes")
            glue = ("glue", "a chisel", "clamps")
            works.append(
                Work("fill", "mend", what, (("fix place", n),), self._jambs(), GLUED,
                     "They are planed and painted after that.", glue, ("cut", "apart"), ("glue",))
            )  # fmt: skip
        else:
            what = Message(f"Fill {n} hinge mortises and {self.holes} holes in layers, sand flush before any paint")
            works.append(
                Work("fill", "mend", what, (("fix place", n),), self._jambs(), FILLER_CURES,
                     "It is sanded hard, not soft.", ("filler",), ("apart",), ("filler",))
            )  # fmt: skip
        return tuple(works)


def worked(change: DoorsOff, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece without them. Raises BadInputError where a container does not go in."""
    del condition
    return BareOpenings(change, change.body_in(form), shop).outcome()

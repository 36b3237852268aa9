"""Brackets under boards on a wall, worked out: how many, where, what the board does between and beyond them."""

from itertools import pairwise

from zygoform.core.changes.walls.brackets.entries import WallBrackets
from zygoform.core.changes.work import brackets_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.prism import Prism, Y, Z
from zygoform.core.goods.screws import wall_screw
from zygoform.core.ids import own_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import Fine
from zygoform.core.outcome.cautions import WALL
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Note, Outcome
from zygoform.core.shop import Shop
from zygoform.core.statics.sag import (
    GRAVITY,
    LOAD_KG_M,
    LOOKS_STRAIGHT,
    PSI_MPA,
    creep_of,
    modulus_psi,
    sag,
    second_moment,
)
from zygoform.core.statics.supports import brackets

END, HIGH_SHARE = 20.0, 0.75
"""No bracket nearer to an end (mm); one is so high, of the board's depth. [practice]"""
USUAL_WOOD = "ponderosa pine"
SCREWS_EACH = 3
"""Screws from a bracket into the wall; its own sheet comes first. [label]"""


class BracketRow:
    """Works all rows out; lives only for the length of one call."""

    def __init__(self, change: WallBrackets, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.shelves = [board for board in body.boards if board.role == "shelf"]
        self.places = {board.id: self._places(board) for board in self.shelves}

    def _places(self, shelf: Board) -> list[float]:
        """Middles of the brackets from the board's left end: the best ones, moved to studs."""
        (x0, _, _), (x1, _, _) = shelf.solid.box
        long = x1 - x0
        row = brackets(long, self.change.apart)
        best = [row.overhang + k * row.spacing for k in range(row.count)]
        if self.change.wall == "masonry":
            return best
        studs, at = list[float](), self.change.first_stud
        at -= self.change.stud_spacing * (at // self.change.stud_spacing)
        while at <= long - END:
            studs += [at] if at >= END else []
            at += self.change.stud_spacing
        if len(studs) < 2:
            message = "Only {0} stud is behind this board. Move it, or fix a rail across two studs first."
            raise BadInputError("does_not_fit", message.replace("{0}", str(len(studs))), "first_stud")
        found = list[float]()
        for place in best:
            free = [stud for stud in studs if stud not in found]
            if free:
                found.append(min(free, key=lambda stud: abs(stud - place)))
        return sorted(found)

    def outcome(self) -> Outcome:
        change = self.change
        count = sum(len(places) for places in self.places.values())
        screw = wall_screw(self.shop.sizes_of("wood screw"))
        deep = max(board.solid.box[1][1] - board.solid.box[0][1] for board in self.shelves)
        into = "studs" if change.wall == "studs" else "plugs"
        holds = Message(f"{SCREWS_EACH} in each of {count} brackets, into {into}")
        return Outcome(
            change.id,
            Message(f"{count} brackets under {len(self.shelves)} board{'s' * (len(self.shelves) > 1)}"),
            frozenset(board.id for board in self.body.boards if board.role == "bracket"),
            drawn=self._drawn(),
            fittings=(
                Fitting(change.id, "bracket", 0.0, count, "under the boards", Message("{0} deep boards", (deep,))),
                Fitting(
                    change.id,
                    "wood screw",
                    screw.length,
                    SCREWS_EACH * count,
                    "hold the brackets",
                    holds,
                    driven=screw,
                ),
            ),
            notes=self._notes(),
            cautions=(WALL,),
            findings=self._findings(),
            work=brackets_work(count, SCREWS_EACH * count, tuple(shelf.id for shelf in self.shelves)),
            body=self.body.id,
        )

    def _drawn(self) -> tuple[Board, ...]:
        boards, half = [], self.change.thick / 2
        for shelf in self.shelves:
            (x0, y0, z0), (_, y1, _) = shelf.solid.box
            deep = y1 - y0
            for k, place in enumerate(self.places[shelf.id], 1):
                x = x0 + place
                corners = ((y0 + 0.15 * deep, z0), (y1, z0 - HIGH_SHARE * deep), (y1, z0))
                solid = Prism((x - half, 0.0, 0.0), Y, Z, corners, 2 * half)
                own = f"{self.change.id}/bracket/{own_of(shelf.id)}-{k}"
                name = f"Bracket {k}, {shelf.name.lower()}"
                boards.append(Board(own, name, "bracket", solid, Z, likely="metal"))
        return tuple(boards)

    def _spans(self, shelf: Board) -> tuple[float, float]:
        """The widest room between two brackets, and the longer end beyond them."""
        places, long = self.places[shelf.id], shelf.solid.box[1][0] - shelf.solid.box[0][0]
        widest = max((b - a for a, b in pairwise(places)), default=0.0)
        return widest, max(places[0], long - places[-1])

    def _bend(self, shelf: Board) -> float:
        """How far it bends in the long run, mm: between brackets, or at an end (q a^4 / 8 E I), the larger."""
        span, end = self._spans(shelf)
        thick, deep, _ = shelf.solid.sizes
        load, creep = LOAD_KG_M[self.change.load] / 1000, creep_of(USUAL_WOOD)
        between = sag(span, deep, thick, USUAL_WOOD, load * span, units="mm", creep=creep).longterm
        stiff = modulus_psi(USUAL_WOOD) * PSI_MPA * second_moment(deep, thick)
        return max(between, creep * load * GRAVITY * end**4 / (8 * stiff))

    def _notes(self) -> tuple[Note, ...]:
        notes = []
        for shelf in self.shelves:
            places = self.places[shelf.id]
            marks = ", ".join(f"{{{k}}}" for k in range(len(places)))
            notes.append(Note(literal(shelf.name), Message(f"From its left end, middles: {marks}.", tuple(places))))
            span, end = self._spans(shelf)
            words = "{0} between two at most, {1} beyond the last; it bends by {2} in the long run."
            notes.append(Note("Spans", Message(words, (span, end, Fine(self._bend(shelf))))))
        if self.change.wall == "studs":
            text = "Find both edges of each stud, mark its middle; look for wires and pipes before you bore."
            notes.append(Note("Studs", Message(text)))
        return tuple(notes)

    def _findings(self) -> tuple[Finding, ...]:
        found = []
        for shelf in self.shelves:
            span, end = self._spans(shelf)
            bend = self._bend(shelf)
            if bend > max(span, 2 * end) * LOOKS_STRAIGHT:
                nearer = max(150.0, 0.75 * span)
                found.append(
                    Finding(
                        "shelf_sags",
                        "mind",
                        Message("The board will sag by {0}", (Fine(bend),)),
                        Message("{0} between brackets, {1} beyond the last.", (span, end)),
                        (shelf.id,),
                        self.change.id,
                        (Fix(Message("Bring them nearer together"), self.change.id, "apart", nearer),),
                    )
                )
        return tuple(found)


def worked(change: WallBrackets, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The boards on their new brackets. Raises BadInputError where it is nothing that hangs on a wall."""
    del condition
    body = change.body_in(form)
    if not body.hangs:
        raise BadInputError("impossible", "Brackets hold boards on a wall; this stands on the floor.", "wall")
    return BracketRow(change, body, shop).outcome()

"""Hinges, catches and stays worked out: how many, where, and screws that do not come through."""

from msgspec import Struct

from zygoform.core.changes.doors.hinges.entries import DoorHinges
from zygoform.core.changes.doors.work import hinges_work
from zygoform.core.changes.opening_choice import is_meant
from zygoform.core.condition.condition import Condition
from zygoform.core.condition.materials import weight_of
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Prism, X, Y, Z, upright
from zygoform.core.goods.fittings import door_hinges, hinge_match, lid_hinges
from zygoform.core.goods.screws import HINGE_LEAF, wood_screw
from zygoform.core.ids import own_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.cautions import DUST
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Note, Outcome
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

USUAL_LEAF, PIN = 50.8, 5.0
"""How high a hinge's leaf and how thick its pin is (mm) until it is measured. [practice]"""
TWO_CATCHES_FROM = 900.0
"""A door so high (mm) has one catch above and one below. [practice]"""
LEAST_FOR_CUP = 15.0
"""A cup is bored so deep that a thinner door shows it (mm). [practice]"""
INSET = 0.125
"""The outer hinges stand so far in, as a share of the height. [practice]"""


class Leaf(Struct, frozen=True):
    """A door or a lid: what its hinges hold, how many, and where along its edge (mm from its lower or left end)."""

    board: Board
    is_lid: bool
    hinged: str
    places: tuple[float, ...]

    @property
    def thickness(self) -> float:
        low, high = self.board.solid.box
        return (high[2] - low[2]) if self.is_lid else (high[1] - low[1])


class HingeSet:
    """Lives only for the length of a call."""

    def __init__(self, change: DoorHinges, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.leaves = self._leaves()
        if not self.leaves:
            raise BadInputError("impossible", "No door and no lid is there.", "on")
        self.count = sum(len(leaf.places) for leaf in self.leaves)
        sizes = shop.sizes_of("hinge")
        wanted = change.old_long if change.broken else USUAL_LEAF
        self.leaf_long = min(sizes, key=lambda size: abs(size - wanted)) if sizes else wanted

    def _leaves(self) -> tuple[Leaf, ...]:
        target = self.change.targets[0]
        single = self.change.on == "this" and target != self.body.id
        found = list[Leaf]()
        for opening in self.body.openings:
            if opening.holds != "door" or not is_meant(self.body, opening, self.change.targets, self.change.on):
                continue
            own = own_of(opening.id)
            boards = [b for b in self.body.boards if b.role == "door" and own_of(b.id) == own]
            hung = [b for b in boards if f"/stile-{opening.hinged or 'left'}/" in b.id] or boards
            if hung:
                kg = sum(weight_of(board.solid.volume, board.likely) for board in boards)
                found.append(self._leaf(hung[0], opening.hinged or "left", kg))
        for board in self.body.boards:
            if board.role == "lid" and (not single or target == board.id):
                low, high = board.solid.box
                n = self.change.each or lid_hinges(high[0] - low[0])
                found.append(Leaf(board, is_lid=True, hinged="back", places=_spread(high[0] - low[0], n)))
        return tuple(found)

    def _leaf(self, board: Board, hinged: str, kg: float) -> Leaf:
        low, high = board.solid.box
        tall = high[2] - low[2]
        n = self.change.each or door_hinges(tall, kg)
        return Leaf(board, is_lid=False, hinged=hinged, places=_spread(tall, n))

    def outcome(self) -> Outcome:
        change, n = self.change, len(self.leaves)
        words = {"keep": "old hinges", "cup": "cup hinges", "surface": "surface hinges", "butt": "hinges"}[
            change.hinge
        ]
        return Outcome(
            change.id,
            Message(f"{self.count} {words} on {n}"),
            drawn=tuple(board for leaf in self.leaves for board in self._drawn(leaf)),
            fittings=self._fittings(),
            notes=self._notes(),
            cautions=(DUST,),
            findings=self._findings(),
            work=hinges_work(
                tuple(leaf.board.id for leaf in self.leaves), self.count, self.catches, self.stays, change.hinge
            ),
            body=self.body.id,
        )

    @property
    def catches(self) -> int:
        """Of all doors."""
        if self.change.catch == "none":
            return 0
        doors = [leaf.board.solid.box for leaf in self.leaves if not leaf.is_lid]
        return sum(2 if high[2] - low[2] >= TWO_CATCHES_FROM else 1 for low, high in doors)

    @property
    def stays(self) -> int:
        return self.change.stays * sum(leaf.is_lid for leaf in self.leaves)

    def _drawn(self, leaf: Leaf) -> list[Board]:
        """The knuckles, where they are seen: before the joint, or along a lid's back."""
        if self.change.hinge in ("cup", "keep"):
            return []
        low, high = leaf.board.solid.box
        found, half = list[Board](), self.leaf_long / 2
        for k, at in enumerate(leaf.places, 1):
            own = f"{self.change.id}/hinge/{own_of(leaf.board.id)}-{k}"
            name = f"Hinge of {literal(leaf.board.name).lower()}"
            ring = rectangle(-PIN / 2, -PIN / 2, PIN / 2, PIN / 2)
            if leaf.is_lid:
                solid = Prism((low[0] + at - half, high[1] + PIN / 2, low[2]), Y, Z, ring, self.leaf_long)
            else:
                x = low[0] if leaf.hinged == "left" else high[0]
                z = low[2] + at
                plan = rectangle(x - PIN / 2, low[1] - PIN, x + PIN / 2, low[1])
                solid = upright(plan, z - half, z + half)
            found.append(Board(own, name, "knob", solid, X, likely="metal"))
        return found

    def _fittings(self) -> tuple[Fitting, ...]:
        change, found = self.change, list[Fitting]()
        thin = min(leaf.thickness for leaf in self.leaves)
        sizes = self.shop.sizes_of("wood screw")
        if change.hinge != "keep":
            why = Message("by height and weight" if not change.each else f"{change.each} on each")
            found.append(
                Fitting(change.id, "hinge", self.leaf_long, self.count, "hang them", why, kept=change.bags)
            )
        deep = min(thin, 19.0)
        screw, count = wood_screw(HINGE_LEAF, deep, sizes, bite=6.0), change.screws * self.count
        why = Message(f"{change.screws} a hinge; {{0}} does not come through {{1}}", (screw.length, thin))
        found.append(Fitting(change.id, "wood screw", screw.length, count, "hold hinges", why, driven=screw))
        if self.catches:
            why = Message("one each, two on high doors")
            found.append(Fitting(change.id, "catch", 0.0, self.catches, "hold them shut", why, kept=change.bags))
        if self.stays:
            found.append(
                Fitting(change.id, "lid stay", 0.0, self.stays, "hold lids", Message("each lid"), kept=change.bags)
            )
        return tuple(found)

    def _notes(self) -> tuple[Note, ...]:
        change, notes = self.change, list[Note]()
        first = self.leaves[0]
        words = ", ".join(f"{{{k}}}" for k in range(len(first.places)))
        end = "from its left end" if first.is_lid else "from below"
        notes.append(Note("Middles", Message(f"{literal(first.board.name)}: {words} {end}.", first.places)))
        if change.broken:
            notes += self._match()
        if change.hinge == "butt":
            text = "Knife round the leaf, chisel as deep as it is thick; one screw each, hang, then the rest."
            notes.append(Note("Let in", Message(text)))
        text = "Pilot holes; brass breaks: drive a steel screw of the same size first, wax the thread."
        notes.append(Note("Screws", Message(text)))
        return tuple(notes)

    def _match(self) -> list[Note]:
        change = self.change
        match = hinge_match(change.old_long, change.old_wide, self.leaf_long, change.old_wide)
        look = "Leaf {0} × {1}, knuckle {2} thick; screw holes where the old ones are; same side, same bend."
        notes = [Note("Look for", Message(look, (change.old_long, change.old_wide, change.old_pin)))]
        if abs(match.longer) <= 0.5:
            notes.append(Note("On sale", Message("One as long is on the price list.")))
        elif match.chisel:
            text = "The nearest on sale is {0} long: the mortise grows by {1}."
            notes.append(Note("On sale", Message(text, (self.leaf_long, match.longer))))
        else:
            text = "The nearest on sale is {0} long: let a strip of {1} into the mortise first."
            notes.append(Note("On sale", Message(text, (self.leaf_long, -match.longer))))
        notes.append(
            Note("Both", Message("Change both of a door: two unlike ones bind. Keep the good one in a bag."))
        )
        return notes

    def _findings(self) -> tuple[Finding, ...]:
        thin = [leaf for leaf in self.leaves if not leaf.is_lid and leaf.thickness < LEAST_FOR_CUP - SAME_MM]
        if self.change.hinge != "cup" or not thin:
            return ()
        text = "A cup is bored about {0} deep: in a door {1} thick it shows, or comes through."
        why = Message(text, (12.0, thin[0].thickness))
        where = tuple(leaf.board.id for leaf in thin)
        fix = Fix(Message("Hinges that are let in"), self.change.id, "hinge", "butt")
        return (
            Finding(
                "cup_through", "stop", Message("The door is thin for cups"), why, where, self.change.id, (fix,)
            ),
        )


def _spread(long: float, n: int) -> tuple[float, ...]:
    """The outer ones an eighth in, the others evenly between."""
    if n == 1:
        return (long / 2,)
    first, last = long * INSET, long * (1 - INSET)
    return tuple(first + (last - first) * k / (n - 1) for k in range(n))


def worked(change: DoorHinges, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The same piece, with what to buy and do. Raises BadInputError where nothing swings."""
    del condition
    return HingeSet(change, change.body_in(form), shop).outcome()

"""Linings of drawers worked out: a piece for every bottom, for every side where those are lined too."""

from msgspec import structs

from zygoform.core.changes.drawers.lining.entries import DrawerLining
from zygoform.core.changes.drawers.work import DrawerRoom, chosen_drawers, lining_work, whole_of
from zygoform.core.changes.opening_choice import gone_notes
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Point3, Y, upright
from zygoform.core.goods.fittings import RollKind
from zygoform.core.ids import own_of, role_of
from zygoform.core.measure.message import Message
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.write import MlASquareMetre
from zygoform.core.outcome.outcome import Note, Outcome, RollCut, Supply
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

PASTE_ML_PER_M2 = 150.0
"""Of thin paste; the label comes first. [practice]"""
THICK, LEAST_ROLL = 0.5, 50.0
"""How thick paper is drawn, and the narrowest piece of a roll worth laying (mm). [drawn]"""


class DrawerLinings:
    """Lives only for the length of a call."""

    def __init__(self, change: DrawerLining, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        rooms = chosen_drawers(body, change.targets, change.on)
        self.drawers = tuple((room, inner) for room in rooms if (inner := _inside(room)) is not None)
        if not self.drawers:
            raise BadInputError("impossible", "Nothing is known of what stands behind its front.", "on")
        self.kind: RollKind = "lining paper" if change.of == "paper" else "fabric"
        self.seams = 0
        self.rolls = self._rolls()

    def _pieces(self, room: DrawerRoom, inner: tuple[Point3, Point3]) -> list[tuple[str, str, float, float]]:
        """Key, name, and how wide and long each piece is with the pattern upright: to the back, or up a side."""
        change, (low, high) = self.change, inner
        less, name = 2 * change.short, room.opening.name
        turned = 2 * change.border if change.covers == "bottom" else 0.0
        wide, deep, tall = (high[k] - low[k] for k in range(3))
        found = [("bottom", name, wide - less + turned, deep - less + turned)]
        if change.covers == "sides":
            found += [
                (side, f"{name}, {side} side", deep - less, tall - change.short) for side in ("left", "right")
            ]
            found += [(end, f"{name}, {end}", wide - less, tall - change.short) for end in ("front", "back")]
        if min(min(w, long) for _, _, w, long in found) <= 0:
            raise BadInputError("does_not_fit", "Nothing is left of it.", "short")
        return found

    def _boxes(self) -> tuple[str, ...]:
        return tuple(member.id for room, _ in self.drawers for member in whole_of(room))

    def _rolls(self) -> tuple[RollCut, ...]:
        change, pieces = self.change, list[tuple[str, str, float, float]]()
        for room, inner in self.drawers:
            own = own_of(room.opening.id)
            for key, name, wide, long in self._pieces(room, inner):
                size = (wide, long) if change.pattern == "up" else (long, wide)
                pieces.append((f"{change.id}/lining-{key}/{own}", name, *size))
        widest = max(wide for _, _, wide, _ in pieces)
        sold = self.shop.sizes_of(self.kind)
        fits = [width for width in sold if width >= widest - SAME_MM]
        roll = change.roll or min(fits, default=max(sold, default=0.0))
        if roll < LEAST_ROLL:
            raise BadInputError("empty", "None is on the price list: say how wide the roll is.", "roll")
        cuts = []
        for own, name, wide, long in pieces:
            # Wider than the roll, it lies side by side in equal widths: one seam in the middle, not a narrow strip.
            n = max(1, count_up((wide - SAME_MM) / roll))
            for k in range(n):
                key, said = (own, name) if n == 1 else (f"{own}-{k + 1}", f"{name}, part {k + 1}")
                cuts.append(RollCut(change.id, key, self.kind, said, roll, wide / n, long, "linings"))
        self.seams = len(cuts) - len(pieces)
        return tuple(cuts)

    def outcome(self) -> Outcome:
        change, n = self.change, len(self.drawers)
        m2 = sum(cut.width * cut.length for cut in self.rolls) / 1e6
        first = self.rolls[0]
        s = "s" * (n != 1)
        supplies = (
            (
                Supply(
                    change.id,
                    "adhesive",
                    PASTE_ML_PER_M2 * m2,
                    "linings",
                    Message("{0}", (MlASquareMetre(PASTE_ML_PER_M2),)),
                ),
            )
            if change.held == "glued"
            else ()
        )
        return Outcome(
            change.id,
            Message(
                f"{n} drawer{s}, {len(self.rolls)} pieces; the first {{0}} × {{1}}", (first.width, first.length)
            ),
            supplies=supplies,
            rolls=self.rolls,
            notes=(*self._notes(), *gone_notes(self.body, self.change.targets, self.change.on, ("drawer",))),
            work=lining_work(len(self.rolls), self._boxes(), glued=change.held == "glued", edges=change.edges),
            body=self.body.id,
            reshaped=(self._body(),),
        )

    def _notes(self) -> tuple[Note, ...]:
        text = "Cut one of thin card first: old drawers are seldom square, and seldom alike."
        runs = "Nothing under the drawer, where it runs and where glides sit."
        notes = [Note("Template", Message(text)), Note("Runs", Message(runs))]
        if self.seams:
            text = "Wider than the roll: in equal widths, edge to edge, the pattern matched at the seam."
            notes.append(Note("Seam", Message(text)))
        return tuple(notes)

    def _body(self) -> Body:
        """A thin sheet on every bottom."""
        lined: dict[str, Board] = {}
        for room, (low, high) in self.drawers:
            own, less = own_of(room.opening.id), self.change.short
            plan = rectangle(low[0] + less, low[1] + less, high[0] - less, high[1] - less)
            solid = upright(plan, low[2], low[2] + THICK)
            board_id = f"{self.change.id}/lining-bottom/{own}"
            lined[room.opening.id] = Board(
                board_id, f"{room.opening.name}, lining", "pane", solid, Y, likely="fabric"
            )
        openings = tuple(
            structs.replace(o, members=(*o.members, lined[o.id])) if o.id in lined else o
            for o in self.body.openings
        )
        return structs.replace(self.body, openings=openings)


def _inside(room: DrawerRoom) -> tuple[Point3, Point3] | None:
    """From corner to corner: between the sides, front and back, over the bottom up to the sides' edge."""
    parts = {role_of(m.id).removeprefix("box-"): m for m in room.opening.members if m.role == "box"}
    if not {"left", "right", "bottom"} <= parts.keys():
        return None
    left, right, bottom = (parts[name].solid.box for name in ("left", "right", "bottom"))
    # A box of its own has a front of its own before the drawer's.
    front = parts["front"].solid.box[1][1] if "front" in parts else left[0][1]
    back = parts["back"].solid.box[0][1] if "back" in parts else left[1][1]
    return (left[1][0], front, bottom[1][2]), (right[0][0], back, left[1][2])


def worked(change: DrawerLining, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The drawers lined. Raises BadInputError where a piece is wider than the roll."""
    del condition
    return DrawerLinings(change, change.body_in(form), shop).outcome()

"""Openings of drawers put together or parted: the fronts, what stays behind them, what holds them."""

import math
from typing import Literal

from msgspec import structs

from zygoform.core.changes.drawers.regrouped.entries import RegroupDrawers
from zygoform.core.changes.drawers.work import chosen_drawers, drawer_room, regroup_work, whole_of
from zygoform.core.changes.work import cutting
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import X, Z, upright
from zygoform.core.goods.screws import wood_screw
from zygoform.core.ids import HALF, own_of, piece_of, sibling
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Sized, Term
from zygoform.core.outcome.cautions import DUST, GLUE, SAW, Caution
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Note, Outcome
from zygoform.core.outcome.part import Part
from zygoform.core.shop import Shop

BATTEN_IN, CLEAT = 20.0, 38.0
"""How far inside a front's edges battens end; how wide a cleat behind a false front is (mm). [practice]"""
NEXT_WITHIN = 80.0
"""Two drawers with more between them (mm) are no neighbours. [choice]"""
LEAST_FRONT = 40.0
"""A lower front than this is no front (mm). [choice]"""
BATTEN_SCREWS, CLEAT_SCREWS = 8, 4
"""Screws through a batten, and through a cleat. [practice]"""


class Regrouped:
    """Lives only for the length of a call."""

    def __init__(self, change: RegroupDrawers, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.room = chosen_drawers(body, change.targets, "this", "into")[0]
        self.board = shop.size(change.board)
        self.removed: set[str] = set()
        self.mended: set[str] = set()
        self.members: list[Member] = []
        self.cut: list[Part] = []
        self.notes: list[Note] = []
        self.findings: list[Finding] = []
        self.sawn = 0
        self.boards = {board.id: board for board in body.boards}
        self.openings = {opening.id: opening for opening in body.openings}
        {"one": self._one, "two": self._two, "false": self._false, "tray": self._tray}[change.into]()

    def _neighbour(self) -> FormOpening:
        """The drawer whose front is next, on the side that was said, and as wide or as high."""
        (x0, _, z0), (x1, _, z1) = self.room.front.solid.box
        side, best = self.change.next, list[tuple[float, FormOpening]]()
        for opening in self.body.openings:
            front = self.boards.get(opening.front_id)
            if opening.holds != "drawer" or front is None or opening.id == self.room.opening.id:
                continue
            (a0, _, c0), (a1, _, c1) = front.solid.box
            upright_pair = side in ("below", "above")
            alike = (abs(a0 - x0) + abs(a1 - x1) if upright_pair else abs(c0 - z0) + abs(c1 - z1)) < 2.0
            away = {"below": z0 - c1, "above": c0 - z1, "right": a0 - x1, "left": x0 - a1}[side]
            if alike and -1.0 <= away <= NEXT_WITHIN:
                best.append((away, opening))
        if not best:
            words = (
                "No drawer as wide lies there." if side in ("below", "above") else "No drawer as high lies there."
            )
            raise BadInputError("impossible", words, "next")
        return min(best, key=lambda found: found[0])[1]

    def _one(self) -> None:
        """Both openings are one; what lay between them is cut out, both boxes are too small for it."""
        other = self._neighbour()
        pair = (self.room.front, self.boards[other.front_id])
        low = [min(b.solid.box[0][k] for b in pair) for k in range(3)]
        high = [max(b.solid.box[1][k] for b in pair) for k in range(3)]
        rects = (self.room.opening.rect, other.rect)
        rect = tuple(f(r[k] for r in rects) for k, f in ((0, min), (1, min), (2, max), (3, max)))
        other_room = drawer_room(self.body, other, self.boards[other.front_id])
        off = {m.id for room in (self.room, other_room) for m in whole_of(room)}
        self.removed |= off | self._between((low[0], low[2], high[0], high[2]), pair)
        merged = structs.replace(
            self.room.opening,
            rect=rect,
            members=(),
            pull_holes=(),
            hardware=(("Pulls", 2),) if self.change.made == "joined" else (),
        )
        if self.change.made == "joined":
            self._joined(pair, low, high)
            merged = structs.replace(merged, carries=(*merged.carries, pair[1].id, sibling(other.id, "knob")))
            self.mended |= {board.id for board in pair}
        else:
            self._new_front(pair, low, high)
            merged = structs.replace(merged, closed_by=self.members[-1].board.id)
        del self.openings[other.id]
        self.openings[merged.id] = merged
        self._says_box("Both old boxes are too small for it: plan a new drawer box behind it.")

    def _between(self, around: tuple[float, float, float, float], pair: tuple[Board, Board]) -> set[str]:
        """Rails and shelves between both fronts, that would stand in the new opening."""
        x0, z0, x1, z1 = around
        found = set[str]()
        gap = sorted((pair[0].solid.box, pair[1].solid.box), key=lambda box: (box[0][2], box[0][0]))
        for board in self.body.boards:
            low, high = board.solid.box
            if board.role not in ("rail", "shelf", "upright", "bottom") or board in pair:
                continue
            inside = low[0] >= x0 - 30 and high[0] <= x1 + 30 and low[2] >= z0 - 1 and high[2] <= z1 + 1
            if inside and (low[2] >= gap[0][1][2] - 12 or low[0] >= gap[0][1][0] - 12):
                found.add(board.id)
        return found

    def _joined(self, pair: tuple[Board, Board], low: list[float], high: list[float]) -> None:
        """Two battens behind both fronts, across what is between them."""
        stacked = pair[0].solid.box[0][0] == pair[1].solid.box[0][0]
        t, wide, y = self.board.thickness, self.board.width, high[1]
        k, axes = (2, Axes(Z, (0.0, 1.0, 0.0))) if stacked else (0, Axes(X, (0.0, 1.0, 0.0)))
        long = high[k] - low[k] - 2 * BATTEN_IN
        other = 0 if stacked else 2
        third = (high[other] - low[other]) / 4
        for number, at in enumerate((low[other] + third, high[other] - third), 1):
            a, b = at - wide / 2, at + wide / 2
            if stacked:
                solid = upright(rectangle(a, y, b, y + t), low[2] + BATTEN_IN, high[2] - BATTEN_IN)
            else:
                solid = upright(rectangle(low[0] + BATTEN_IN, y, high[0] - BATTEN_IN, y + t), a, b)
            self._add(f"batten/{number}", "Front batten", solid, axes, (long, wide), "behind both fronts")
        self.notes.append(
            Note(
                "Battens",
                Message("Both fronts lie face down on a flat top, the gap kept by strips, when you screw them."),
            )
        )

    def _new_front(self, pair: tuple[Board, Board], low: list[float], high: list[float]) -> None:
        """One board, or strips glued up where none is as wide."""
        size = self.shop.size(self.change.front)
        long, tall = high[0] - low[0], high[2] - low[2]
        strips = 1 if size.is_sheet else max(1, math.ceil(tall / size.width - 1e-9))
        solid = upright(rectangle(low[0], low[1], high[0], low[1] + size.thickness), low[2], high[2])
        own = own_of(self.room.opening.id)
        board = Board(f"{self.change.id}/front/{own}", f"{self.room.opening.name}, new front", "drawer", solid, X)
        terms = (("fronts and what is between", long), ("fronts and gap, high", tall / strips))
        sizes = [Sized(mm, self.body.width.guesses, (Term(name, mm, "worked out"),)) for name, mm in terms]
        cut = upright(rectangle(low[0], low[1], high[0], low[1] + size.thickness), low[2], low[2] + tall / strips)
        self.members.append(
            Member(self.change.id, board, Axes(X, (0.0, -1.0, 0.0)), size, "Drawer front", "in front of both",
                   rough=cut if strips > 1 else None, length_of=sizes[0], width_of=sizes[1],
                   rests_on=self.body.width.guesses)
        )  # fmt: skip
        part = self.members[0].part
        self.cut += [structs.replace(part, id=f"{part.id}-{k + 1}") for k in range(1, strips)]
        self.removed |= {board.id for board in pair} | {sibling(b.id, "knob") for b in pair}
        if strips > 1:
            self.notes.append(Note("Front", Message(f"Glued up from {strips} strips, planed to its height.")))

    def _two(self) -> None:
        """The front sawn in two; its box is too high for either half."""
        change, opening, front = self.change, self.room.opening, self.room.front
        (x0, y0, z0), (x1, y1, z1) = front.solid.box
        kerf = max(self.shop.kerf, change.gap)
        upper = (z1 - z0 - kerf) * change.share / 100
        lower = z1 - z0 - kerf - upper
        if min(upper, lower) < LEAST_FRONT:
            raise BadInputError("does_not_fit", "Each front is {0} high at least.", "share", (LEAST_FRONT,))
        cut = z0 + lower
        del self.boards[front.id]
        halves = (
            (front.id, opening.name, cut + kerf, z1),
            (f"{front.id}{HALF}{change.id}", f"{opening.name}, lower", z0, cut),
        )
        for board_id, name, a, b in halves:
            solid = upright(rectangle(x0, y0, x1, y1), a, b)
            self.boards[board_id] = structs.replace(front, id=board_id, name=name, solid=solid, on_face=())
            self.mended.add(board_id)
        self.removed |= {m.id for m in whole_of(self.room)} | {sibling(opening.id, "knob")}
        rail = self._rail(cut + kerf / 2)
        rx0, rz0, rx1, rz1 = opening.rect
        own = f"{own_of(opening.id)}{HALF}{change.id}"
        half = self.board.thickness / 2
        middle = cut + kerf / 2
        common = dict(members=(), pull_holes=(), hardware=(), carries=())
        self.openings[opening.id] = structs.replace(opening, rect=(rx0, middle + half, rx1, rz1), **common)
        lower_id = f"{piece_of(opening.id)}/opening/{own}"
        self.openings[lower_id] = structs.replace(
            opening, id=lower_id, name=f"{opening.name}, lower", rect=(rx0, rz0, rx1, middle - half), **common
        )
        self.boards[rail.id] = rail
        self.sawn = 1
        self.notes.append(
            Note("Fronts", Message("{0} and {1} high, {2} between them lost to saw and gap.", (upper, lower, kerf)))
        )
        self._says_box("Its box is too high for either: plan new drawer boxes behind them.")

    def _rail(self, z: float) -> Board:
        """Between both, for the runners of the upper one to sit on."""
        x0, x1 = self.room.low[0], self.room.high[0]
        y, t = self.room.low[1], self.board.thickness
        deep = min(self.board.width, self.room.deep)
        solid = upright(rectangle(x0, y, x1, y + deep), z - t / 2, z + t / 2)
        self._add("rail/1", "Drawer rail", solid, Axes(X, Z), (x1 - x0, deep), "between both drawers", role="rail")
        return self.members[-1].board

    def _false(self) -> None:
        """The front held by cleats from behind; its box and what it ran on are out."""
        opening = self.room.opening
        self.removed |= {m.id for m in whole_of(self.room)}
        (x0, _, z0), (x1, _, z1) = self.room.low, self.room.high
        y, t = self.room.front.solid.box[1][1], self.board.thickness
        tall = min(z1 - z0 - 10.0, self.room.tall)
        wide = min(CLEAT, self.board.width, (x1 - x0) / 3)
        for number, a in ((1, x0), (2, x1 - wide)):
            solid = upright(rectangle(a, y, a + wide, y + t), z0 + 5.0, z0 + 5.0 + tall)
            self._add(f"cleat/{number}", "Cleat", solid, Axes(Z, (0.0, 1.0, 0.0)), (tall, wide), "behind the front")
        self.mended.add(self.room.front.id)
        self.openings[opening.id] = structs.replace(opening, holds="panel", members=())
        text = "Cleats glued and screwed to the case, the front screwed to them from inside: it comes off again."
        self.notes.append(Note("Cleats", Message(text)))

    def _tray(self) -> None:
        """Front, sides and back sawn lower; its bottom and runners stay."""
        opening, front = self.room.opening, self.room.front
        (x0, y0, z0), (x1, y1, z1) = front.solid.box
        high = self.change.tray
        box = [m for m in whole_of(self.room) if m.role == "box"]
        ground = max((m.solid.box[1][2] for m in box if "box-bottom" in m.id), default=z0)
        if not ground + 8.0 < z0 + high < z1:
            words = "Between {0} and {1}: over its bottom, and lower than now."
            raise BadInputError("does_not_fit", words, "tray", (ground + 8.0 - z0, z1 - z0))
        lowered = upright(rectangle(x0, y0, x1, y1), z0, z0 + high)
        self.boards[front.id] = structs.replace(front, solid=lowered)
        self.mended.add(front.id)
        self.removed.add(sibling(opening.id, "knob"))
        members = tuple(self._lower(m, z0 + high) for m in opening.members if m.id != front.id)
        self.openings[opening.id] = structs.replace(opening, members=members, pull_holes=(), hardware=())
        self.sawn = 1 + sum(m.solid.box[1][2] > z0 + high for m in box)
        text = "A hand pulls it by its front's edge: round that over, or saw a finger notch in its middle."
        self.notes.append(Note("Edge", Message(text)))

    def _lower(self, board: Board, top: float) -> Board:
        """What of a side or back stays below a height."""
        low, high = board.solid.box
        if board.role != "box" or high[2] <= top:
            return board
        self.mended.add(board.id)
        return structs.replace(board, solid=upright(rectangle(low[0], low[1], high[0], high[1]), low[2], top))

    def _add(
        self,
        key: str,
        name: str,
        solid: object,
        axes: Axes,
        sizes: tuple[float, float],
        location: str,
        role: Literal["block", "rail"] = "block",
    ) -> None:
        words = ("length", "width")
        terms = [Sized(mm, self.body.width.guesses, (Term(f"{name.lower()}, {w}", mm, "worked out"),))
                 for w, mm in zip(words, sizes, strict=True)]  # fmt: skip
        board = Board(f"{self.change.id}/{key}", name, role, solid, axes.along, inside=True)  # type: ignore[arg-type]
        self.members.append(
            Member(self.change.id, board, axes, self.board, name, location, rests_on=self.body.width.guesses,
                   length_of=terms[0], width_of=terms[1])
        )  # fmt: skip

    def _says_box(self, text: str) -> None:
        fix = Fix(Message("New drawer box"), self.change.id, add="drawer_box", target=self.room.opening.id)
        self.findings.append(
            Finding("no_box", "mind", Message("There is no box behind its front"), Message(text),
                    (self.room.front.id,), self.change.id, (fix,))
        )  # fmt: skip

    def outcome(self) -> Outcome:
        change, known = self.change, {b.id for b in self.body.members}
        parts = (*(member.part for member in self.members), *self.cut)
        words = {
            "one": "Two drawers, one front",
            "two": "One front, two drawers",
            "false": "Stays shut",
            "tray": "A tray with a front {0} high",
        }[change.into]
        cautions: list[Caution] = [SAW, DUST] if parts or self.sawn else [DUST]
        return Outcome(
            change.id,
            Message(words, (change.tray,) if change.into == "tray" else ()),
            frozenset(self.removed & known),
            tuple(self.members),
            cut=tuple(self.cut),
            fittings=self._fittings(),
            notes=tuple(self.notes),
            cautions=(*cautions, GLUE),
            findings=tuple(self.findings),
            mended=frozenset(self.mended),
            work=(
                *((cutting(parts),) if parts else ()),
                *regroup_work(change.into, (self.room.front.id,), self.sawn, bool(parts)),
            ),
            body=self.body.id,
            reshaped=(self._result(),),
        )

    def _result(self) -> Body:
        boards = {key: board for key, board in self.boards.items() if key not in self.removed}
        boards |= {member.board.id: member.board for member in self.members}
        if self.change.into == "one" and self.change.made == "joined":
            # What joins both fronts goes with them.
            own = self.openings[self.room.opening.id]
            ids = tuple(member.board.id for member in self.members)
            self.openings[own.id] = structs.replace(own, carries=(*own.carries, *ids))
        return structs.replace(self.body, boards=tuple(boards.values()), openings=tuple(self.openings.values()))

    def _fittings(self) -> tuple[Fitting, ...]:
        change = self.change
        count = {"one": 2 * BATTEN_SCREWS if change.made == "joined" else 0, "false": 4 * CLEAT_SCREWS}.get(
            change.into, 0
        )
        if not count:
            return ()
        t = self.room.front.solid.box[1][1] - self.room.front.solid.box[0][1]
        screw = wood_screw(self.board.thickness, t, self.shop.sizes_of("wood screw"))
        why = Message("{0} does not come through a front {1} thick", (screw.length, t))
        return (Fitting(change.id, "wood screw", screw.length, count, "hold fronts", why, driven=screw),)


def worked(change: RegroupDrawers, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with that drawer as it is then. Raises BadInputError where there is no neighbour."""
    del condition
    return Regrouped(change, change.body_in(form), shop).outcome()

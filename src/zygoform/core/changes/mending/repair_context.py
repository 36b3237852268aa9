"""A remedy being worked out: the fault, the shop, and what has come of it so far."""

from typing import Literal

from msgspec import structs

from zygoform.core.condition.condition import Fault
from zygoform.core.condition.faults import Remedy
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.prism import X, Y, Z, along
from zygoform.core.geometry.solid import cut_off
from zygoform.core.goods.fittings import FittingKind
from zygoform.core.goods.screws import wood_screw
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Sized
from zygoform.core.measure.rounding import Mode
from zygoform.core.outcome.cautions import RIP, SAW, Caution
from zygoform.core.outcome.outcome import Fitting, Supply
from zygoform.core.outcome.part import Part
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

LEAST_LENGTH, LEAST_WIDTH = 5.0, 2.0
"""No part is cut smaller than this."""


class RepairContext:
    """Collects; lives only while a change is applied."""

    def __init__(self, change_id: str, fault: Fault, remedy: Remedy, body: Body, shop: Shop, board_id: str) -> None:
        self.change_id, self.fault, self.remedy, self.body, self.shop = change_id, fault, remedy, body, shop
        self.board_id = board_id
        self.parts: list[Part] = []
        self.fittings: list[Fitting] = []
        self.supplies: list[Supply] = []
        self.notes: list[Message] = []
        self.removed: set[str] = set()
        self.added: list[Board] = []
        self.cautions: dict[Caution, None] = {}

    @property
    def stock(self) -> TimberSize:
        """The board that parts of this job are cut from. Raises BadInputError where there is none such."""
        return self.shop.size(self.board_id)

    def board(self) -> Board | None:
        """The board of the piece that has the fault."""
        return self.member(self.fault.part)

    def member(self, part_id: str) -> Board | None:
        """A part of the piece, also one behind a front."""
        return next((board for board in self.body.members if board.id == part_id), None)

    def replace(self, old: Board, role: str, shared: Literal["x", "y", "z"]) -> None:
        """In the drawing what was cut under `role` takes the old part's place, shared out along an axis."""
        self.put_in_place(old, [part.id for part in self.parts if f"/{role}/" in part.id], shared)

    def put_in_place(self, old: Board, ids: list[str], shared: Literal["x", "y", "z"]) -> None:
        """In the drawing these parts take the old one's place, shared out along an axis."""
        self.removed.add(old.id)
        self.added += in_place_of(old, ids, "xyz".index(shared))

    def cut(
        self, own: str, name: str, length: Sized, width: Sized, rounding: Mode = "nearest", location: str = ""
    ) -> None:
        """One part from the chosen board; ripped where it is narrower."""
        size = self.stock
        if length.value < LEAST_LENGTH or width.value < LEAST_WIDTH:
            sizes = (max(0.0, length.value), max(0.0, width.value))
            raise BadInputError("does_not_fit", "By these sizes the part would be {0} × {1}.", "remedy", sizes)
        ripped = width.value < size.width - SAME_MM
        if width.value > size.width + SAME_MM:
            message = "This board is {0} wide, the part needs {1}. Choose a wider one."
            raise BadInputError("does_not_fit", message, "board", (size.width, width.value))
        self.parts.append(
            Part(
                f"{self.change_id}/{own}",
                self.change_id,
                name,
                size.id,
                size.thickness,
                width.value,
                length.value,
                ripped=ripped,
                rounding=rounding,
                location=location,
                rests_on=length.guesses | width.guesses,
                length_of=length,
                width_of=width,
            )
        )
        self.cautions |= dict.fromkeys((SAW, RIP) if ripped else (SAW,))

    def use(self, kind: FittingKind, amount: float, use: str, why: Message) -> None:
        """Something used up."""
        self.supplies.append(Supply(self.change_id, kind, amount, use, why))

    def fit(self, kind: FittingKind, size: float, count: int, use: str, why: Message) -> None:
        """Hardware, counted."""
        self.fittings.append(Fitting(self.change_id, kind, size, count, use, why))

    def screw(self, outer: float, inner: float, count: int, use: str, why: Message) -> None:
        """Screws through `outer` into `inner` (mm), the longest on sale that does not come through."""
        driven = wood_screw(outer, inner, self.on_sale("wood screw"))
        self.fittings.append(Fitting(self.change_id, "wood screw", driven.length, count, use, why, driven=driven))

    def on_sale(self, kind: FittingKind) -> tuple[float, ...]:
        """The sizes of one kind of hardware on the price list; what must fit a hole or a room, in either system."""
        if kind in ("pin", "wood screw"):
            return self.shop.sizes_of(kind)
        return tuple(sorted({pack.size for pack in self.shop.packs if pack.kind == kind}))


def in_place_of(old: Board, ids: list[str], way: int) -> list[Board]:
    """An old part's place shared out among the sheets of the new one, side by side along x, y or z."""
    count, (low, high), axis = len(ids), old.solid.box, (X, Y, Z)[way]
    at = [low[way] + (high[way] - low[way]) * k / count for k in range(count + 1)]
    boards = []
    for k, own in enumerate(ids):
        new = cut_off(old.solid, (along((0.0, 0.0, 0.0), axis, at[k + 1]), axis))
        new = cut_off(new, (along((0.0, 0.0, 0.0), axis, at[k]), along((0.0, 0.0, 0.0), axis, -1.0)))
        name = f"New {old.name.lower()}" + (f", part {k + 1}" if count > 1 else "")
        boards.append(structs.replace(old, id=own, name=name, solid=new, tone=k % 2))
    return boards

"""What is used up in mending, and hardware. Amounts are shop practice; the label of a product comes first."""

import math
from typing import Literal

from msgspec import structs

from zygoform.core.condition.condition import Fault
from zygoform.core.condition.faults import Remedy
from zygoform.core.errors import BadInputError
from zygoform.core.form.carcass import belonging
from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.prism import X, Y, Z, along
from zygoform.core.geometry.solid import cut_off
from zygoform.core.goods.fittings import GLUE_ML_PER_M2, FittingKind
from zygoform.core.goods.screws import wood_screw
from zygoform.core.goods.timber import TimberSize
from zygoform.core.ids import role_of, sibling
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import Sized
from zygoform.core.measure.rounding import Mode, count_up
from zygoform.core.outcome.cautions import RIP, SAW, Caution
from zygoform.core.outcome.outcome import Fitting, Supply
from zygoform.core.outcome.part import Part
from zygoform.core.shop import Shop
from zygoform.core.tolerance import HOLES_MM, SAME_MM

# A remedy being worked out: the fault, the shop, and what has come of it so far.

LEAST_LENGTH, LEAST_WIDTH = 5.0, 2.0
"""No part is cut smaller than this. [choice]"""


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


VENEER_GLUE_ML_PER_M2 = 150.0
"""Glue under lifted veneer (ml/m²), one face. [practice]"""
BLOCKER_ML_PER_M2, COATS = 100.0, 2
"""A coat of stain blocker (ml/m²), and how many. [label]"""
TREATMENT_ML_PER_M2 = 250.0
"""Wood treatment that soaks in (ml/m²). [label]"""
AROUND = 50.0
"""How far round a stain (mm) it is blocked. [practice]"""
PATCH_MORE = 20.0
"""A veneer patch is cut this much (mm) longer and wider, so that the figure can be shifted. [practice]"""
FILLER_WASTE = 1.3
"""Times what a hole holds: what is mixed and scraped away. [practice]"""


def glue_joint(repair: RepairContext) -> None:
    long, wide, n = repair.fault.mm("length") or 60.0, repair.fault.mm("width") or 25.0, repair.fault.count
    amount = max(2.0, long * wide / 1e6 * GLUE_ML_PER_M2) * n
    why = Message(
        f"{n} joint{'s' * (n != 1)} of {{0}} × {{1}}, both faces wetted, at least 2 ml each", (long, wide)
    )
    repair.use("glue", amount, "in joints", why)


def glue_crack(repair: RepairContext) -> None:
    long, deep = repair.fault.mm("length"), repair.fault.mm("depth") or repair.fault.mm("width")
    amount = max(2.0, long * deep / 1e6 * GLUE_ML_PER_M2)
    repair.use("glue", amount, "in a split", Message("{0} long and {1} deep, both faces wetted", (long, deep)))


def lay_veneer_down(repair: RepairContext) -> None:
    long, wide = repair.fault.mm("length"), repair.fault.mm("width")
    amount = max(2.0, long * wide / 1e6 * VENEER_GLUE_ML_PER_M2)
    repair.use("glue", amount, "under veneer", Message("{0} × {1} of lifted veneer", (long, wide)))


def veneer_patch(repair: RepairContext) -> None:
    n = repair.fault.count
    long, wide = (repair.fault.mm(name) + PATCH_MORE for name in ("length", "width"))
    why = Message(
        f"{n} patch{'es' * (n != 1)} cut from {{0}} × {{1}}, {{2}} more each way than the chip",
        (long, wide, PATCH_MORE),
    )
    repair.use("veneer", n * long * wide / 100, "patches", why)
    repair.use("glue", n * max(2.0, long * wide / 1e6 * VENEER_GLUE_ML_PER_M2), "under veneer", why)


def fill_hole(repair: RepairContext) -> None:
    """The volume of a box; of a round hole where only its width and depth are asked for."""
    wide, deep, n = repair.fault.mm("width"), repair.fault.mm("depth"), repair.fault.count
    long = repair.fault.mm("length")
    volume = long * wide * deep if long else math.pi / 4 * wide**2 * deep
    amount = max(1.0, n * volume / 1000 * FILLER_WASTE)
    sizes = (long, wide, deep) if long else (wide, deep)
    shape = "{0} × {1} × {2} deep" if long else "{0} across, {1} deep"
    repair.use("filler", amount, "holes and missing bits", Message(f"{n} × {shape}, and a third more", sizes))


def block_stain(repair: RepairContext) -> None:
    long, wide = (repair.fault.mm(name) + 2 * AROUND for name in ("length", "width"))
    amount = long * wide / 1e6 * BLOCKER_ML_PER_M2 * COATS
    why = Message(f"{COATS} coats on {{0}} × {{1}}, {{2}} more all round than the stain", (long, wide, AROUND))
    repair.use("stain blocker", amount, "before any paint", why)


def treat_insects(repair: RepairContext) -> None:
    long, wide = (repair.fault.mm(name) + 2 * AROUND for name in ("length", "width"))
    repair.use(
        "insect treatment",
        long * wide / 1e6 * TREATMENT_ML_PER_M2,
        "where insects were",
        Message("{0} × {1}", (long, wide)),
    )


def plugs(repair: RepairContext) -> None:
    """A dowel of the next thickness on sale for each hole, two for a joint that lost its tenon."""
    joint = repair.fault.kind == "broken_joint"
    hole = 8.0 if joint else repair.fault.mm("width") if repair.fault.kind == "old_holes" else 6.0
    each = 2 if joint or repair.fault.kind == "hardware" else 3 if repair.fault.kind == "broken_hinge" else 1
    sizes = repair.on_sale("dowel")
    fits = [size for size in sizes if size >= hole - 0.2]
    if not fits:
        raise BadInputError(
            "no_stock_size", "No dowel on sale is thick enough for holes of {0}: let a piece in.", "remedy", (hole,)
        )
    count = each * repair.fault.count
    repair.fit(
        "dowel",
        fits[0],
        count,
        "plugs and joints",
        Message(f"{each} for each of {repair.fault.count}, holes of {{0}}", (hole,)),
    )
    repair.use("glue", max(1.0, 0.5 * count), "round dowels", Message(f"{count} dowels"))


def screw_joint(repair: RepairContext) -> None:
    """Two screws a joint, into a part that is as thick."""
    board = repair.board()
    thin = board.solid.sizes[0] if board is not None else 19.0
    why = Message("two each, the longest that does not come through two parts {0} thick", (thin,))
    repair.screw(thin, thin, 2 * repair.fault.count, "through joints", why)


def metal_slides(repair: RepairContext) -> None:
    """The longest pair on sale that is no longer than the runner."""
    room = repair.fault.mm("length")
    fits = [size for size in repair.on_sale("slide pair") if size <= room]
    if not fits:
        raise BadInputError("no_stock_size", "No slides on sale are as short as {0}.", "remedy", (room,))
    repair.fit(
        "slide pair", fits[-1], repair.fault.count, "drawers", Message("longest on sale within {0}", (room,))
    )
    repair.notes.append(Message("The slides' sheet says how much narrower than the opening the drawer must be."))


def hinges(repair: RepairContext) -> None:
    leaf, wanted = repair.fault.mm("length"), repair.fault.count
    sizes = repair.on_sale("hinge")
    size = min(sizes, key=lambda s: abs(s - leaf), default=leaf)
    count = 2 * count_up(wanted / 2)
    repair.fit(
        "hinge", size, count, "doors", Message(f"in pairs, nearest on sale to {{0}}; {wanted} broken", (leaf,))
    )


def pulls(repair: RepairContext) -> None:
    """For the old holes only pulls of the very spacing, else the nearest on sale."""
    spacing, n = repair.fault.mm("length"), repair.fault.count
    sizes = repair.on_sale("pull")
    if repair.remedy.code == "match":
        fits = [size for size in sizes if abs(size - spacing) <= HOLES_MM]
        if not fits:
            raise BadInputError(
                "no_stock_size",
                "No pull on sale fits holes {0} apart. Plug them and choose others.",
                "remedy",
                (spacing,),
            )
        nearest = min(fits, key=lambda size: abs(size - spacing))
        repair.fit("pull", nearest, n, "for the old holes", Message("holes {0} apart", (spacing,)))
        return
    other = [size for size in sizes if abs(size - spacing) > HOLES_MM] or list(sizes)
    size = min(other, key=lambda s: abs(s - spacing), default=spacing)
    repair.fit("pull", size, n, "in new holes", Message("nearest on sale to {0}", (spacing,)))


def level(repair: RepairContext) -> None:
    repair.fit("pad", 0.0, 4, "under the feet", Message("gap at the floor {0}", (repair.fault.mm("depth"),)))


def nothing(repair: RepairContext) -> None:
    """Work that needs nothing bought or cut."""


def off(repair: RepairContext) -> None:
    """The part leaves the piece; with a drawer's or door's front, or a part of it, goes all that closes there."""
    part, role = repair.fault.part, role_of(repair.fault.part)
    closes = role == "front" or role.startswith(("box-", "stile-", "rail-"))
    front = sibling(part, "front")
    gone = {part, *(belonging(repair.body, front) if closes else ())}
    repair.removed |= {board.id for board in repair.body.boards if board.id in gone}
    opening = repair.body.opening_of(part)
    if closes and opening is not None:
        text = (
            f"All of {literal(opening.name.lower())} leaves the design: what is planned for it finds nothing there."
        )
        repair.notes.append(Message(text))

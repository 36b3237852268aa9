"""What is used up in mending, and hardware. Amounts are shop practice; the label of a product comes first."""

import math

from zygoform.core.changes.mending.repair_context import RepairContext
from zygoform.core.errors import BadInputError
from zygoform.core.form.belonging import belonging
from zygoform.core.goods.fittings import GLUE_ML_PER_M2
from zygoform.core.ids import role_of, sibling
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.rounding import count_up
from zygoform.core.tolerance import HOLES_MM

VENEER_GLUE_ML_PER_M2 = 150.0
BLOCKER_ML_PER_M2, COATS = 100.0, 2
TREATMENT_ML_PER_M2 = 250.0
AROUND = 50.0
"""How far round a stain it is blocked."""
PATCH_MORE = 20.0
"""A veneer patch is cut this much longer and wider, so that the figure can be shifted."""
FILLER_WASTE = 1.3


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

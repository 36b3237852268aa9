"""The kind of work -> its function, and the wood it needs."""

from collections.abc import Callable
from typing import Literal

from zygoform.core.changes.mending import consumables, wood
from zygoform.core.changes.mending.repair_context import RepairContext
from zygoform.core.condition.condition import Fault
from zygoform.core.condition.faults import Operation, Remedy
from zygoform.core.form.form import Board
from zygoform.core.goods.timber import TimberSize
from zygoform.core.shop import Shop

Wood = Literal["", "strip", "piece", "sheet"]

OPERATIONS: dict[Operation, tuple[Callable[[RepairContext], None], Wood]] = {
    "glue joint": (consumables.glue_joint, ""),
    "screw joint": (consumables.screw_joint, ""),
    "corner blocks": (wood.corner_blocks, "strip"),
    "glue crack": (consumables.glue_crack, ""),
    "splint": (wood.splint, "strip"),
    "fill": (consumables.fill_hole, ""),
    "new piece": (wood.cut_replacement, "piece"),
    "lay veneer down": (consumables.lay_veneer_down, ""),
    "veneer patch": (consumables.veneer_patch, ""),
    "plugs": (consumables.plugs, ""),
    "block stain": (consumables.block_stain, ""),
    "clean": (consumables.nothing, ""),
    "treat insects": (consumables.treat_insects, ""),
    "new runners": (wood.new_runners, "strip"),
    "metal slides": (consumables.metal_slides, ""),
    "ease": (consumables.nothing, ""),
    "stops": (wood.stops, "strip"),
    "new bottom": (wood.new_bottom, "sheet"),
    "stiffen bottom": (wood.stiffen_bottom, "strip"),
    "new back": (wood.new_back, "sheet"),
    "hinges": (consumables.hinges, ""),
    "pulls": (consumables.pulls, ""),
    "battens": (wood.battens, "strip"),
    "level": (consumables.level, ""),
    "off": (consumables.off, ""),
    "nothing": (consumables.nothing, ""),
}


def wood_of(remedy: Remedy) -> Wood:
    """The wood a remedy needs, if any."""
    return next((OPERATIONS[work][1] for work in remedy.operations if OPERATIONS[work][1]), "")


def usual_board(remedy: Remedy, fault: Fault, shop: Shop, part: Board | None = None) -> TimberSize | None:
    """The board on sale that suits, in the project's system where there is one; `part` is what has the fault."""
    kind = wood_of(remedy)
    sold = [s for s in shop.timber if s.offers] or list(shop.timber)
    own = [s for s in sold if s.system == shop.unit.system] or sold
    sheets = [s for s in own if s.is_sheet and not s.is_veneer]
    boards = [s for s in own if s.stock == "board"]
    if kind == "sheet":
        wide = min(fault.mm("length"), fault.mm("width")) + 2 * fault.mm("depth")
        fits = [s for s in sheets if s.width >= wide] or sheets
        return min(fits, key=lambda s: (s.width if s.width >= wide else -s.width, s.thickness), default=None)
    if kind == "piece":
        wide, deep = fault.mm("width") + wood.TRIM, fault.mm("depth")
        if remedy.how == "replace" and part is not None:
            deep, wide, _ = part.solid.sizes
        # Rather too thin than too narrow, and of those that do, the least wood.
        return min(
            boards,
            key=lambda s: (abs(min(0.0, s.width - wide)), s.thickness < deep, s.width, s.thickness),
            default=None,
        )
    return (
        min(boards, key=lambda s: (abs(s.thickness - 19) + abs(s.width - 38), s.id), default=None) if kind else None
    )

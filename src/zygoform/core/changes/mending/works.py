"""The kind of work -> its function, and the wood it needs."""

from collections.abc import Callable
from typing import Literal

from zygoform.core.changes.mending import used, wood
from zygoform.core.changes.mending.job import Job
from zygoform.core.condition.fault import Fault
from zygoform.core.condition.remedies import Remedy, Work
from zygoform.core.form.form import Board
from zygoform.core.goods.timber import TimberSize
from zygoform.core.shop import Shop

Wood = Literal["", "strip", "piece", "sheet"]
SHEET = 7.0
"""Up to this thickness a wide board on sale is a sheet (mm)."""

WORKS: dict[Work, tuple[Callable[[Job], None], Wood]] = {
    "glue joint": (used.glue_joint, ""),
    "screw joint": (used.screw_joint, ""),
    "corner blocks": (wood.corner_blocks, "strip"),
    "glue crack": (used.glue_crack, ""),
    "splint": (wood.splint, "strip"),
    "fill": (used.fill, ""),
    "new piece": (wood.new_piece, "piece"),
    "lay veneer down": (used.lay_veneer_down, ""),
    "veneer patch": (used.veneer_patch, ""),
    "plugs": (used.plugs, ""),
    "block stain": (used.block_stain, ""),
    "clean": (used.nothing, ""),
    "treat insects": (used.treat_insects, ""),
    "new runners": (wood.new_runners, "strip"),
    "metal slides": (used.metal_slides, ""),
    "ease": (used.nothing, ""),
    "stops": (wood.stops, "strip"),
    "new bottom": (wood.new_bottom, "sheet"),
    "stiffen bottom": (wood.stiffen_bottom, "strip"),
    "new back": (wood.new_back, "sheet"),
    "hinges": (used.hinges, ""),
    "pulls": (used.pulls, ""),
    "battens": (wood.battens, "strip"),
    "level": (used.level, ""),
    "off": (used.off, ""),
    "nothing": (used.nothing, ""),
}


def wood_of(remedy: Remedy) -> Wood:
    """The wood a remedy needs, if any."""
    return next((WORKS[work][1] for work in remedy.works if WORKS[work][1]), "")


def usual_board(remedy: Remedy, fault: Fault, shop: Shop, part: Board | None = None) -> TimberSize | None:
    """The board on sale that suits, in the project's system where there is one; `part` is what has the fault."""
    kind = wood_of(remedy)
    sold = [s for s in shop.timber if s.offers] or list(shop.timber)
    own = [s for s in sold if s.system == shop.unit.system] or sold
    sheets = [s for s in own if s.thickness <= SHEET]
    boards = [s for s in own if s.thickness > SHEET]
    if kind == "sheet":
        wide = min(fault.mm("length"), fault.mm("width")) + 2 * fault.mm("depth")
        fits = [s for s in sheets if s.width >= wide] or sheets
        return min(fits, key=lambda s: (s.width if s.width >= wide else -s.width, s.thickness), default=None)
    if kind == "piece":
        wide, deep = fault.mm("width") + wood.TRIM, fault.mm("depth")
        if remedy.how == "replace" and part is not None:
            deep, wide, _ = sorted(high - low for low, high in zip(*part.solid.box, strict=True))
        # Rather too thin than too narrow, and of those that do, the least wood.
        return min(
            boards,
            key=lambda s: (abs(min(0.0, s.width - wide)), s.thickness < deep, s.width, s.thickness),
            default=None,
        )
    return (
        min(boards, key=lambda s: (abs(s.thickness - 19) + abs(s.width - 38), s.id), default=None) if kind else None
    )

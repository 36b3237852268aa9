"""A fault mended by one of its remedies; everything is sized from the fault itself."""

from collections.abc import Callable
from typing import Literal

from zygoform.core.changes.mending import consumables, wood
from zygoform.core.changes.mending.consumables import RepairContext
from zygoform.core.changes.mending.entries import Mend
from zygoform.core.changes.work import mend_work
from zygoform.core.condition.condition import Condition, Fault
from zygoform.core.condition.faults import Operation, Remedy
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Form
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.message import Message
from zygoform.core.outcome.cautions import CAUTIONS, DUST
from zygoform.core.outcome.outcome import Note, Outcome
from zygoform.core.shop import Shop

# The kind of work -> its function, and the wood it needs.

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


def worked(change: Mend, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with the fault dealt with. Raises BadInputError where it is gone or nothing on sale fits."""
    from zygoform.core.changes.mending.consumables import RepairContext
    from zygoform.core.condition.faults import FAULT_KINDS, remedy_of

    body = change.body_in(form)
    fault = condition.fault(change.fault)
    remedy = remedy_of(fault.kind, change.remedy) if fault is not None else None
    if fault is None or remedy is None:
        raise BadInputError("unknown_key", "The fault this mends is gone.")
    repair = RepairContext(change.id, fault, remedy, body, shop, change.board)
    for work in remedy.operations:
        OPERATIONS[work][0](repair)
    if repair.parts:
        repair.cautions[DUST] = None
    kind = FAULT_KINDS[fault.kind]
    codes = dict.fromkeys((*kind.cautions, *remedy.cautions))
    leaves = remedy.how in ("leave", "take out")
    return Outcome(
        change.id,
        _result(kind.title, remedy, repair),
        frozenset(repair.removed),
        drawn=tuple(repair.added),
        cut=tuple(repair.parts),
        fittings=tuple(repair.fittings),
        supplies=tuple(repair.supplies),
        notes=_notes(remedy, repair),
        cautions=(*(CAUTIONS[code] for code in codes), *repair.cautions),
        mended=frozenset() if leaves else frozenset({fault.part}),
        body=body.id,
        work=mend_work(
            kind.title,
            remedy.title,
            remedy.minutes,
            remedy.wait,
            repair.parts,
            frozenset(size.id for size in shop.timber if size.is_sheet),
            used=list(dict.fromkeys((*(s.kind for s in repair.supplies), *(f.kind for f in repair.fittings)))),
            cautions=tuple(codes),
            on=fault.part,
        ),
    )


def _result(title: str, remedy: "Remedy", repair: "RepairContext") -> Message:
    """What it comes to, in one line."""
    things = []
    if repair.parts:
        things.append(f"{len(repair.parts)} part{'s' * (len(repair.parts) != 1)} to cut")
    things += [f"{fitting.count} × {fitting.kind}" for fitting in repair.fittings]
    things += list(dict.fromkeys(supply.kind for supply in repair.supplies))
    return Message(f"{title}: {remedy.title.lower()}" + (f". Needs {', '.join(things)}" if things else ""))


def _notes(remedy: "Remedy", repair: "RepairContext") -> tuple[Note, ...]:
    notes = [Note("Why", Message(remedy.why))]
    notes += [Note("Mind", say) for say in repair.notes]
    notes += [Note(supply.kind.capitalize(), supply.why) for supply in repair.supplies]
    return tuple(notes)

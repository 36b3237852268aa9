"""A fault mended by one of its remedies; everything is sized from the fault itself."""

from zygoform.core.changes.mending.entries import Mend
from zygoform.core.changes.mending.repair_context import RepairContext
from zygoform.core.changes.work import mend_work
from zygoform.core.condition.condition import Condition
from zygoform.core.condition.faults import Remedy
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Form
from zygoform.core.measure.message import Message
from zygoform.core.outcome.cautions import CAUTIONS, DUST
from zygoform.core.outcome.outcome import Note, Outcome
from zygoform.core.shop import Shop


def worked(change: Mend, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with the fault dealt with. Raises BadInputError where it is gone or nothing on sale fits."""
    from zygoform.core.changes.mending.operations import OPERATIONS
    from zygoform.core.changes.mending.repair_context import RepairContext
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

"""A fault mended by one of its remedies; everything is sized from the fault itself."""

from typing import TYPE_CHECKING, Annotated, Literal

from zygoform.core.changes.base import ChangeBase
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Form, rebuilt
from zygoform.core.measure import param as entry
from zygoform.core.measure.say import Say
from zygoform.core.outcome.cautions import CAUTIONS, DUST
from zygoform.core.outcome.outcome import Note, Outcome
from zygoform.core.shop import Shop

if TYPE_CHECKING:
    from zygoform.core.changes.mending.job import Job
    from zygoform.core.condition.remedies import Remedy


class Mend(ChangeBase, frozen=True, tag="mend"):
    """Which fault, of what kind, by which remedy. `wood` says what kind of board the remedy needs, if any."""

    fault: str = ""
    about: str = ""
    remedy: str = ""
    wood: Literal["", "strip", "piece", "sheet"] = ""
    board: Annotated[
        str,
        entry.choice("Board", hint="as sold, with its real size", counts_if=("wood", ("strip", "piece", "sheet"))),
    ] = ""

    @property
    def called(self) -> str:
        # The catalogue is loaded with the first fault that is looked at.
        from zygoform.core.condition.faults import FAULT_KINDS

        kind = FAULT_KINDS.get(self.about)
        return f"Mend: {kind.title.lower()}" if kind is not None else ""

    def apply(self, form: Form, shop: Shop) -> Outcome:
        """The piece with the fault dealt with. Raises BadInputError where it is gone or nothing on sale fits."""
        from zygoform.core.changes.mending.job import Job
        from zygoform.core.changes.mending.works import WORKS
        from zygoform.core.condition.faults import FAULT_KINDS, remedy_of

        body = self.body_in(form)
        fault = next((f for f in body.faults if f.id == self.fault), None)
        remedy = remedy_of(fault.kind, self.remedy) if fault is not None else None
        if fault is None or remedy is None:
            raise BadInputError("unknown_key", "The fault this mends is gone.")
        job = Job(self.id, fault, remedy, body, shop, self.board)
        for work in remedy.works:
            WORKS[work][0](job)
        if job.parts:
            job.cautions[DUST] = None
        kind = FAULT_KINDS[fault.kind]
        codes = dict.fromkeys((*kind.cautions, *remedy.cautions))
        leaves = remedy.how in ("leave", "take out")
        return Outcome(
            self.id,
            rebuilt(form, body, frozenset(job.off), tuple(job.on)),
            _result(kind.title, remedy, job),
            frozenset(job.off),
            tuple(job.on),
            tuple(job.parts),
            (),
            tuple(job.fittings),
            tuple(job.supplies),
            _notes(remedy, job),
            (*(CAUTIONS[code] for code in codes), *job.cautions),
            mended=frozenset() if leaves else frozenset({fault.part}),
        )


def _result(title: str, remedy: "Remedy", job: "Job") -> Say:
    """What it comes to, in one line."""
    things = []
    if job.parts:
        things.append(f"{len(job.parts)} part{'s' * (len(job.parts) != 1)} to cut")
    things += [f"{fitting.count} × {fitting.kind}" for fitting in job.fittings]
    things += list(dict.fromkeys(supply.kind for supply in job.supplies))
    return Say(f"{title}: {remedy.title.lower()}" + (f". Needs {', '.join(things)}" if things else ""))


def _notes(remedy: "Remedy", job: "Job") -> tuple[Note, ...]:
    notes = [Note("Why", Say(remedy.why))]
    if remedy.minutes:
        notes.append(Note("Work", Say(f"about {remedy.minutes} min")))
    if remedy.wait:
        notes.append(Note("Then wait", Say(f"{remedy.wait:g} h before it bears anything or gets a finish")))
    notes += [Note("Mind", say) for say in job.notes]
    notes += [Note(supply.kind.capitalize(), supply.why) for supply in job.supplies]
    return tuple(notes)

"""Steps that belong together, a row each on the rule of days: a change, a mend, the coats of some zones."""

from msgspec import Struct

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.registry import kind_of
from zygoform.core.finish.finish_plan import FINISH, FinishPlan
from zygoform.core.ids import group_of, own_of, piece_of
from zygoform.core.measure.message import literal
from zygoform.core.schedule.day_plan import DayPlan, DayStep
from zygoform.core.steps.step import Step


class SubJob(Struct, frozen=True):
    """One row: what it is, and its steps in the order they begin in."""

    key: str
    title: str
    steps: tuple[DayStep, ...]


def sub_jobs(
    days: DayPlan, changes: tuple[ChangeBase, ...], finish: FinishPlan, names: dict[str, str]
) -> tuple[SubJob, ...]:
    """In the order they are gone on with, those that are done last.

    `names` are those of the pieces: said where there are several.
    """
    rows: dict[str, list[DayStep]] = {}
    for own in days.steps:
        rows.setdefault(row_of(own.step), []).append(own)

    def of(piece_id: str, words: str) -> str:
        # The piece first: of a long title it is the end that is not seen.
        name = names.get(piece_id, "") if len(names) > 1 else ""
        return f"{name}: {words[:1].lower()}{words[1:]}" if name else words

    titles = {f"change/{c.id}": f"{c.number} {of(piece_of(c.targets[0]), kind_of(c).title)}" for c in changes}
    titles |= {f"{FINISH}/{batch.id}": of(batch.piece_id, batch.titles) for batch in finish.batches}
    titles |= {f"apart/{own}": of(own, "Take apart") for own in names}
    titles |= {f"{FINISH}/{own}": of(own, "Before the coats") for own in names}
    titles["buy"] = "Buy"
    made = [SubJob(key, literal(titles.get(key, own_of(key))), tuple(steps)) for key, steps in rows.items()]
    return tuple(sorted(made, key=_next_begin))


def _next_begin(row: SubJob) -> tuple[bool, int]:
    open_ = [own.begin for own in row.steps if own.standing != "done"]
    return not open_, min(open_) if open_ else row.steps[0].begin


def row_of(step: Step) -> str:
    """The row a step stands in."""
    if step.source == FINISH:
        return group_of(step.id)
    if step.source == "buy":
        return "buy"
    return f"apart/{step.source}" if step.phase == "apart" and step.id.count("/") > 1 else f"change/{step.source}"

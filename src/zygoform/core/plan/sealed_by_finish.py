"""In damp every face of a new part is sealed: by coats where these go all round, by a sealer where they do not."""

from msgspec import structs

from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Note, Outcome
from zygoform.core.plan.form_stage import FormPlan
from zygoform.core.plan.memory import Memory

SEALING = "seal"
"""The own key of the step that `changes/suited.py` adds."""


def sealed_by_finish(form: FormPlan, finish: FinishPlan, memory: Memory) -> FormPlan:
    """The same, no sealer bought and none put on where all a change makes is coated on every face anyway."""
    coated, bare = set[str](), set[str]()
    for plan in finish.zones:
        (coated if plan.last_coat is not None else bare).update(plan.zone.parts)
    all_round = coated - bare
    twice = {
        outcome.change_id
        for outcome in form.outcomes
        if any(work.own == SEALING for work in outcome.work)
        and outcome.members
        and all_round.issuperset(member.board.id for member in outcome.members)
    }
    if not twice:
        return form
    outcomes = tuple(
        memory.once(lambda own=own: _without_sealer(own), "coated", own) if own.change_id in twice else own  # type: ignore[misc]
        for own in form.outcomes
    )
    return memory.once(lambda: structs.replace(form, outcomes=outcomes), "coated form", form, *outcomes)


def _without_sealer(outcome: Outcome) -> Outcome:
    """Its coats do that, the first one before it is fixed."""
    text = "Its coats seal it: the first goes on every face and the end grain before it is fixed, hidden faces too."
    notes = tuple(note for note in outcome.notes if note.label != "Seal")
    work = tuple(
        structs.replace(one, follows=tuple(own for own in one.follows if own != SEALING))
        for one in outcome.work
        if one.own != SEALING
    )
    supplies = tuple(supply for supply in outcome.supplies if supply.kind != "sealer")
    return structs.replace(outcome, notes=(*notes, Note("Seal", Message(text))), work=work, supplies=supplies)

"""A plan's steps with what its maker changed about them: own steps put in, own figures, steps left out."""

from collections.abc import Collection, Iterator, Sequence

from msgspec import structs

from zygoform.core.days.own_steps import OwnFigures, OwnStep
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding
from zygoform.core.steps.step import Step

OWN = "own"
"""Stands for a maker's own steps where a change's id stands for a change."""


def step_id(own: OwnStep) -> str:
    """That of the step it becomes."""
    return f"{OWN}/{own.id}"


def with_own(
    steps: tuple[Step, ...], own_steps: Sequence[OwnStep], figures: Sequence[OwnFigures]
) -> tuple[Step, ...]:
    """All of them. An own step whose neighbours are both gone comes when it can; `lost` tells it."""
    changed = {own.step: own for own in figures}
    kept = [_with_figures(step, changed.get(step.id)) for step in _without(steps, changed)]
    places = {step.id: k for k, step in enumerate(kept)}
    for own in own_steps:
        follows = tuple(before for before in (_known(own.after, places),) if before)
        where = kept[places[follows[0]]].where if follows else ()
        kept.append(_own_step(own, follows, where))
        places[step_id(own)] = len(kept) - 1
    for own in own_steps:
        if own.before in places:
            then = kept[places[own.before]]
            kept[places[own.before]] = structs.replace(then, follows=(*then.follows, step_id(own)))
    return tuple(kept)


def _known(own: str, places: Collection[str]) -> str:
    return own if own in places else ""


def _without(steps: tuple[Step, ...], changed: dict[str, OwnFigures]) -> Iterator[Step]:
    """Without what is left out: what followed it follows what that followed."""
    out = {step.id: step.follows for step in steps if step.id in changed and changed[step.id].left_out}
    for step in steps:
        if step.id not in out:
            follows = tuple(dict.fromkeys(_through(step.follows, out))) if out else step.follows
            yield structs.replace(step, follows=follows) if follows != step.follows else step


def _through(follows: tuple[str, ...], out: dict[str, tuple[str, ...]]) -> Iterator[str]:
    for own in follows:
        if own in out:
            yield from _through(out[own], out)
        else:
            yield own


def _with_figures(step: Step, own: OwnFigures | None) -> Step:
    if own is None:
        return step
    if own.minutes is not None:
        step = structs.replace(step, minutes=(own.minutes, own.minutes), made_of=Message("your own figure"))
    if own.wait is not None:
        late = structs.replace(step, wait=(own.wait, own.wait))
        # A window that your wait leaves nothing of is none.
        step = structs.replace(late, touch=(min(step.touch[0], own.wait), min(step.touch[1], own.wait)))
    return step


def _own_step(own: OwnStep, follows: tuple[str, ...], where: tuple[str, ...]) -> Step:
    needs = tuple(part for part in (each.strip() for each in own.needs.split(",")) if part)
    return Step(
        step_id(own), OWN, "fix", Message(literal(own.what)), where, (own.minutes, own.minutes),
        Message("your own step"), (own.wait, own.wait), needs=needs, follows=follows,
    )  # fmt: skip


def lost(own_steps: Sequence[OwnStep], steps: Collection[Step]) -> tuple[Finding, ...]:
    """Own steps that stood beside one that is no more."""
    ids = {step.id for step in steps}
    return tuple(
        Finding(
            "own_step_lost",
            "note",
            Message(f"Your own step has lost its place: {literal(own.what)}"),
            Message("What it stood beside is no step of the plan any more. Say anew on Days where it goes."),
        )
        for own in own_steps
        if any(beside and beside not in ids for beside in (own.after, own.before))
    )

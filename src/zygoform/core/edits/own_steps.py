"""Edits of a plan's steps by hand: own steps, own minutes and waits, steps left out and taken in again."""

from typing import Any, Literal

from msgspec import structs

from zygoform.core.days.own_steps import OwnFigures, OwnStep
from zygoform.core.edits.days import read_worked
from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message, literal
from zygoform.core.project import Project

MOST_WAITED = 2000.0
"""Hours."""
OwnEntry = Literal["what", "minutes", "wait", "needs"]


def add_own_step(project: Project, what: str, after: str, before: str) -> Edited:
    """A step of one's own between two others. Raises BadInputError beside its words."""
    words = _said(what, 120, "own_what")
    days = project.days
    number = 1 + max((int(own.id[1:]) for own in days.own_steps), default=0)
    own = OwnStep(f"o{number}", words, after, before)
    return _with(project, f"Own step: {literal(words)}", own_steps=(*days.own_steps, own))


def set_own_step(project: Project, own_id: str, entry: OwnEntry, text: str) -> Edited:
    """One entry of an own step, as typed. Raises BadInputError beside it."""
    found = next((own for own in project.days.own_steps if own.id == own_id), None)
    if found is None:
        raise BadInputError("unknown_key", "That step is no longer there.", f"own_{entry}")
    value: Any = (
        _said(text, 120, f"own_{entry}", empty=entry == "needs")
        if entry in ("what", "needs")
        else _minutes(text, "own_minutes")
        if entry == "minutes"
        else read_wait(text or "0", "own_wait")
    )
    new = structs.replace(found, **{entry: value})
    steps = tuple(new if own.id == own_id else own for own in project.days.own_steps)
    return _with(project, f"Own step: {literal(new.what)}", own_steps=steps)


def remove_own_step(project: Project, own_id: str) -> Edited:
    """It is not done."""
    return _with(
        project, "Own step taken away", own_steps=tuple(own for own in project.days.own_steps if own.id != own_id)
    )


def set_figure(project: Project, step: str, entry: Literal["minutes", "wait"], text: str, what: str) -> Edited:
    """Own minutes or an own wait for one step of this project; emptied, as it is planned. Raises BadInputError."""
    value = None
    if text.strip():
        value = _minutes(text, "own_minutes") if entry == "minutes" else read_wait(text, "own_wait")
    told = "as planned" if value is None else f"{value:g} {'min' if entry == 'minutes' else 'h to wait'}"
    return _figured(project, step, f"{what}: {told}", **{entry: value})


def leave_out_step(project: Project, step: str, reason: str, what: str) -> Edited:
    """A step is not done in this project, and why. Raises BadInputError beside the reason."""
    return _figured(project, step, f"Left out: {what}", left_out=_said(reason, 200, "own_reason"), what=what[:300])


def take_in_step(project: Project, step: str, what: str) -> Edited:
    """It is done after all."""
    return _figured(project, step, f"Taken in again: {what}", left_out="", what="")


def read_wait(text: str, entry: str) -> float:
    """2, 1.5 h, 30 min or 2 days in hours. Raises BadInputError."""
    plain = text.strip().lower().replace(",", ".")
    units = {"days": 24.0, "day": 24.0, "d": 24.0, "min": 1 / 60, "hours": 1.0, "h": 1.0}
    unit = next((own for own in units if plain.endswith(own)), "")
    try:
        hours = float(plain.removesuffix(unit)) * units.get(unit, 1.0)
    except ValueError:
        hours = -1.0
    if not 0 <= hours <= MOST_WAITED:
        raise BadInputError(
            "not_a_number", "Hours like 2 or 1.5 h, minutes like 30 min, or days like 2 days.", entry
        )
    return hours


def _minutes(text: str, entry: str) -> float:
    try:
        return read_worked(text)
    except BadInputError as refused:
        raise BadInputError(refused.kind, refused.message, entry) from refused


def _said(text: str, longest: int, entry: str, *, empty: bool = False) -> str:
    plain = " ".join(text.split())
    if (not plain and not empty) or len(plain) > longest:
        raise BadInputError("empty" if not plain else "out_of_range", f"A few words, up to {longest} signs.", entry)
    return plain


def _figured(project: Project, step: str, words: str, **values: Any) -> Edited:
    days = project.days
    before = next((own for own in days.figures if own.step == step), OwnFigures(step))
    new = structs.replace(before, **values)
    others = tuple(own for own in days.figures if own.step != step)
    figures = others if new == OwnFigures(step) else (*others, new)
    return _with(project, words, figures=figures)


def _with(project: Project, words: str, **values: Any) -> Edited:
    days = structs.replace(project.days, **values)
    return Edited(structs.replace(project, days=days), Message(words), frozenset(values))

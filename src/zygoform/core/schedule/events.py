"""What happens at the bench, one edit each: begun, done, broken off, still tacky, gone wrong, a gate answered."""

from datetime import datetime

from msgspec import structs

from zygoform.core.coats.layer import CoatLayer
from zygoform.core.days.hours import ClockZone, clock_words, day_text, moment_of
from zygoform.core.edits.days import read_worked, set_own_day, write_down
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.finish_supplies import log_time
from zygoform.core.edits.finishing import set_stack
from zygoform.core.edits.planning import choose_variant
from zygoform.core.errors import BadInputError
from zygoform.core.finish.finish_plan import FINISH
from zygoform.core.finish.finish_work import layer_keys
from zygoform.core.goods.minutes import Task, own_factor, pace
from zygoform.core.ids import group_of, own_of
from zygoform.core.measure.message import Message
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import DayStep
from zygoform.core.schedule.gates import Gate, answered_layers
from zygoform.core.schedule.jobs import is_wet
from zygoform.core.schedule.progress import NOT_BEGUN, progress, worked
from zygoform.core.schedule.rescue import WRONGS
from zygoform.core.shop import Shop
from zygoform.core.steps.step import Step

LEAST_TACKY = 1.0
"""Hours: so long at least is waited again for what was still tacky."""


def begin_step(project: Project, own: DayStep, at: datetime, what: str) -> Edited:
    """Someone is at it from now on."""
    return write_down(project, "began", at, f"Begun: {what}", step=own.id, what=what)


def pause_step(project: Project, own: DayStep, at: datetime, what: str) -> Edited:
    """Broken off: what was worked counts, the rest is planned again."""
    state = progress(project.days.log, moment_of(at)).get(own.id, NOT_BEGUN)
    minutes = worked(state, moment_of(at), own.planned) - state.minutes
    return write_down(
        project, "paused", at, f"Broken off: {what}", step=own.id, what=what, minutes=max(0.0, minutes)
    )


def finish_step(project: Project, own: DayStep, at: datetime, what: str, typed: str = "") -> Edited:
    """Done. Real minutes are those typed, else from start to stop; where neither is known, what was planned.

    Real ones correct how long this user is planned to take. Raises BadInputError beside the minutes.
    """
    state = progress(project.days.log, moment_of(at)).get(own.id, NOT_BEGUN)
    known = bool(typed.strip()) or state.standing in ("going", "paused")
    minutes = read_worked(typed) if typed.strip() else worked(state, moment_of(at), own.planned) if known else 0.0
    done = write_down(
        project, "done", at, f"Done: {what}", step=own.id, what=what, minutes=minutes or own.planned,
        planned=sum(own.step.minutes) / 2,
    )  # fmt: skip
    made = _with_coat_on(done.project, own.step)
    tasks = planned_tasks(own.step, project.shop)
    if known and minutes and tasks:
        made = log_time(made, tasks, f"{minutes:g}").project
    took = f", {minutes:.0f} min (planned {own.planned})" if known else ""
    return Edited(made, Message(f"Done: {what}{took}"), done.touched)


def planned_tasks(step: Step, shop: Shop) -> tuple[tuple[Task, float], ...]:
    """The minutes that each kind of work in a step was planned to take by a usual hand, effort included."""
    plain = [(task, amount * sum(pace(task, shop.minutes)) / 2) for task, amount in step.tasks if amount]
    own = sum(minutes * own_factor(task, shop.taken) for task, minutes in plain)
    effort = sum(step.minutes) / 2 / own if own else 1.0
    return tuple((task, minutes * effort) for task, minutes in plain)


def _with_coat_on(project: Project, step: Step) -> Project:
    """A coat that was logged is on: what is judged knows it."""
    batch, name = group_of(step.id).removeprefix(f"{FINISH}/"), own_of(step.id)
    key, dot, coat = name.partition(".")
    choice = project.stack(batch)
    keys = layer_keys(choice.layers)
    if step.source != FINISH or not dot or key not in keys:
        return project
    number = int("".join(sign for sign in coat.split("-")[0].split("+")[0] if sign.isdecimal()) or 0)
    at = keys.index(key)
    layers = tuple(
        structs.replace(layer, done=max(layer.done, min(number, layer.coats))) if k == at else layer
        for k, layer in enumerate(choice.layers)
    )
    return _with_layers(project, choice.zone, layers)


def _with_layers(project: Project, zone: str, layers: tuple[CoatLayer, ...]) -> Project:
    return set_stack(project, zone, layers, "").project


def still_tacky(project: Project, own: DayStep, at: datetime, what: str, hours: float = 0.0) -> Edited:
    """It needs longer: a third of its wait again, or so many hours from now."""
    more = hours or max(LEAST_TACKY, round(sum(own.step.wait) / 2 / 3, 1))
    return write_down(
        project, "tacky", at, f"Still tacky: {what}, {more:g} h more", step=own.id, what=what, hours=more
    )


def went_wrong(
    project: Project, own: DayStep, at: datetime, what: str, rescue: str = "again", share: float = 1.0
) -> Edited:
    """The way out goes into the plan, on that share of the step's faces; what follows waits for it."""
    wrong = WRONGS[rescue]
    words = f"Went wrong: {what}; {wrong.title.lower()}" if rescue != "again" else f"Went wrong: {what}; once more"
    told = "" if rescue == "again" else f"{wrong.title}: {wrong.way[:1].lower()}{wrong.way[1:]}"
    return write_down(project, "wrong", at, words, step=own.id, what=what, text=told, rescue=rescue, share=share)


def no_time_today(project: Project, at: datetime, zone: ClockZone) -> Edited:
    """From now on nothing more today."""
    day, minute = zone.local(moment_of(at))
    text = day_text(day)
    spans = [s for s in project.days.hours.spans(text, (day + 3) % 7) if s.begin < minute]
    kept = ", ".join(f"{clock_words(s.begin)}-{clock_words(min(s.end, minute))}" for s in spans)
    edited = set_own_day(project, text, kept or "off")
    return Edited(edited.project, Message("No more time today"), edited.touched)


def answer_gate(project: Project, gate: Gate, key: str, at: datetime) -> Edited:
    """An answer, and what it changes of the coats. Raises BadInputError for one that there is not."""
    answer = next((answer for answer in gate.answers if answer.key == key), None)
    if answer is None:
        raise BadInputError("unknown_key", "That is not one of the answers.", "gate")
    words = f"{gate.asks} {answer.label}"
    done = write_down(project, "answer", at, words, step=gate.step, what=gate.asks, text=f"{gate.kind}:{key}")
    return Edited(with_answer(done.project, gate, key), Message(words), done.touched)


def with_answer(project: Project, gate: Gate, key: str) -> Project:
    """The project with what an answer changes, nothing written down."""
    variant = next((answer.variant for answer in gate.answers if answer.key == key), "")
    if variant:
        return choose_variant(project, variant).project
    for zone in gate.zones:
        layers = project.stack(zone).layers
        changed = answered_layers(layers, gate, key)
        if changed != layers:
            project = _with_layers(project, zone, changed)
    return project


def can_break_off(own: DayStep) -> bool:
    """Whether nothing is spoilt by a break: a wet edge would show."""
    return not is_wet(own.step)

"""The plan of days of a project, from a moment on; how long it would take otherwise; what would help.

Not a stage of the plan itself: that knows no clock. Whoever does hands over the moment, and the zone.
"""

from collections.abc import Iterator
from typing import Any

from msgspec import Struct, structs

from zygoform.core.coats.layer import CoatLayer
from zygoform.core.days.hours import MINUTES_A_DAY, ClockZone, DaySpan, Moment, clock_words, joined
from zygoform.core.days.search import AT_ONCE, Effort, solve_piecemeal
from zygoform.core.errors import BadInputError
from zygoform.core.ids import piece_of
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import Plan, plan_piecemeal
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import DayPlan, day_plan
from zygoform.core.schedule.events import with_answer
from zygoform.core.schedule.gates import Gate
from zygoform.core.schedule.jobs import Question, question
from zygoform.core.schedule.progress import StepState, all_steps, progress
from zygoform.core.schedule.sure import SureBy, spread_of, sure_by
from zygoform.core.steps.step import Step

AskedDays = tuple[tuple[Step, ...], dict[str, StepState], Question]


def asked_of(project: Project, plan: Plan, now: Moment, zone: ClockZone) -> AskedDays:
    """All steps, where they stand, and the problem that what is left of them is."""
    states = progress(project.days.log, now)
    names = project.names if len(project.names) > 1 else {}
    names |= {c.id: names[piece] for c in plan.changes if (piece := piece_of(c.targets[0])) in names}
    steps = all_steps(plan.work, len(plan.purchase.rows), project.shop, states, names)
    return steps, states, question(steps, states, project.days, project.shop, now, zone)


def plan_days(
    project: Project,
    plan: Plan,
    now: Moment,
    zone: ClockZone,
    effort: Effort = AT_ONCE,
    *,
    like: DayPlan | None = None,
    is_final: bool = False,
) -> Piecemeal[DayPlan]:
    """The shortest plan that is found with that effort; where there cannot be one it says why.

    It begins from the order of another one that it is `like`: little is another, and nothing is longer for chance.
    """
    steps, states, asked = asked_of(project, plan, now, zone)
    yield
    try:
        order = _order_of(like, asked)
        answer = yield from solve_piecemeal(asked.problem, effort, order, _begun_in(like, asked))
    except BadInputError as refused:
        return DayPlan(now, zone, refused=refused.message)
    return day_plan(steps, states, asked, answer, now, zone, is_final=is_final)


def _order_of(like: DayPlan | None, asked: Question) -> list[int]:
    """The jobs in the order of another plan; a new one right after the last that it follows."""
    if like is None:
        return []
    known = {own.id: float(at) for at, own in enumerate(like.steps)}
    places = list[float]()
    for own, job in zip(asked.ids, asked.problem.jobs, strict=True):
        places.append(known.get(own, max((places[a.job] for a in job.after), default=0.0) + 0.5))
    return sorted(range(len(places)), key=places.__getitem__)


def _begun_in(like: DayPlan | None, asked: Question) -> list[Moment]:
    """When each job begins in another plan; a new one when it can."""
    if like is None:
        return []
    known = like.by_id
    return [known[own].begin if own in known and known[own].standing != "done" else 0 for own in asked.ids]


def end_with(project: Project, days: DayPlan, memory: Memory) -> Piecemeal[Moment]:
    """When another state of the project would be over, from the plan as it is on; 0 where it cannot be planned."""
    try:
        plan = yield from plan_piecemeal(project, None, memory)
    except BadInputError:
        return 0
    if plan is None:
        return 0
    other = yield from plan_days(project, plan, days.now, days.zone, like=days)
    return 0 if other.refused else other.end


def ends_by_answer(project: Project, gate: Gate, days: DayPlan, memory: Memory) -> Piecemeal[dict[str, Moment]]:
    """When it would be over with each answer that changes something."""
    ends: dict[str, Moment] = {}
    for answer in gate.switching:
        ends[answer.key] = yield from end_with(with_answer(project, gate, answer.key), days, memory)
    return ends


class Help(Struct, frozen=True):
    """What would make it shorter: in words, the project with it, and when it would be over then."""

    words: str
    project: Project
    end: Moment


MOST_HELPS = 6
_QUICKER: dict[str, str] = {
    "oil stain": "water stain", "gel stain": "water stain", "oil clear": "water clear",
    "oil stain blocker": "stain blocker", "hardwax oil": "water clear", "drying oil": "hardwax oil",
    "enamel": "acrylic paint", "mineral paint": "chalk paint",
}  # fmt: skip


def what_helps(
    project: Project, plan: Plan, days: DayPlan, wanted: Moment, memory: Memory
) -> Piecemeal[tuple[Help, ...]]:
    """What brings the end forward, those first that keep the wanted day, then those that bring most."""
    found: list[Help] = []
    known = _minded(plan)
    for words, other in _candidates(project, plan):
        made = yield from plan_piecemeal(other, None, memory)
        if made is None or _minded(made) - known:
            # A coat too few for the use, or a pair that fails: no help.
            continue
        shorter = yield from plan_days(other, made, days.now, days.zone, like=days)
        if not shorter.refused and shorter.end < days.end:
            found.append(Help(words, other, shorter.end))
    found.sort(key=lambda own: (own.end > wanted, own.end))
    return tuple(found[:MOST_HELPS])


def sure_of(project: Project, plan: Plan, days: DayPlan) -> Piecemeal[SureBy | None]:
    """By when it will be over four times in five, and what moves that most; nothing where nothing is left."""
    steps, _, asked = asked_of(project, plan, days.now, days.zone)
    by_id = {step.id: step for step in steps}
    if not asked.ids or days.refused or any(own not in days.by_id for own in asked.ids):
        return None
    own = [by_id[each] for each in asked.ids]
    shop, log = project.shop, project.days.log
    spreads = [spread_of(step, log, shop.taken, shop.first_time) for step in own]
    return (yield from sure_by(asked, own, [days.by_id[each].begin for each in asked.ids], spreads))


def quiet_costs(project: Project, plan: Plan, days: DayPlan) -> Piecemeal[Help | None]:
    """The one quiet hour, of the evening or the morning, without which it would be over on a day before."""
    best: Help | None = None
    for words, other in _louder(project):
        made = yield from plan_days(other, plan, days.now, days.zone, like=days)
        is_sooner = not made.refused and days.zone.local(made.end)[0] < days.zone.local(days.end)[0]
        if is_sooner and (best is None or made.end < best.end):
            best = Help(words, other, made.end)
    return best


def _louder(project: Project) -> Iterator[tuple[str, Project]]:
    """One quiet hour less, at either end of them."""
    hours = project.days.hours
    if not hours.quiet:
        return
    if hours.quiet_from <= MINUTES_A_DAY - 60:
        later = hours.quiet_from + 60
        yield f"Loud work until {clock_words(later)}", _with_hours(project, quiet_from=later)
    if hours.quiet_to >= 60:
        sooner = hours.quiet_to - 60
        yield f"Loud work from {clock_words(sooner)}", _with_hours(project, quiet_to=sooner)


def _minded(plan: Plan) -> frozenset[tuple[str, str]]:
    """What is to be minded of the finish, and where."""
    return frozenset((found.code, found.zone) for found in plan.finish.findings if found.weight != "note")


def _candidates(project: Project, plan: Plan) -> Iterator[tuple[str, Project]]:
    """An hour more, at the week's end more; a quicker material; one coat less where its use allows that."""
    yield "An hour more each evening", _longer(project, range(5), 60)
    yield "Two hours more on Saturday and Sunday", _longer(project, range(5, 7), 120)
    yield "Two hours before work, 6:00 to 8:00", _mornings(project)
    yield from _louder(project)
    for batch in plan.finish.batches:
        zone, layers = batch.zones[0].shared, batch.layers
        for k, layer in enumerate(layers):
            quicker = _QUICKER.get(layer.material)
            if quicker and not layer.done:
                words = f"{quicker.capitalize()} instead of {layer.material} on {batch.within}"
                yield words, _with_layer(project, zone, k, structs.replace(layer, material=quicker))
            if layer.is_coat and layer.coats > 1 and layer.done < layer.coats:
                fewer = _with_layer(project, zone, k, structs.replace(layer, coats=layer.coats - 1))
                yield f"One coat of {layer.material} less on {batch.within}", fewer


def _with_layer(project: Project, zone: str, at: int, layer: CoatLayer) -> Project:
    from zygoform.core.edits.finishing import set_stack

    layers = project.stack(zone).layers
    return set_stack(project, zone, (*layers[:at], layer, *layers[at + 1 :]), "").project


def _longer(project: Project, weekdays: range, minutes: int) -> Project:
    """So much more at the end of those days; a day without hours stays without."""
    hours = project.days.hours
    week = tuple(
        joined((*spans[:-1], DaySpan(spans[-1].begin, min(1440, spans[-1].end + minutes))))
        if spans and k in weekdays
        else spans
        for k, spans in enumerate(hours.week)
    )
    return _with_hours(project, week=week)


def _mornings(project: Project) -> Project:
    """Two hours more on each weekday, before what is there."""
    early = DaySpan(6 * 60, 8 * 60)
    week = tuple(joined((early, *spans)) if k < 5 else spans for k, spans in enumerate(project.days.hours.week))
    return _with_hours(project, week=week)


def _with_hours(project: Project, **values: Any) -> Project:
    hours = structs.replace(project.days.hours, **values)
    return structs.replace(project, days=structs.replace(project.days, hours=hours))

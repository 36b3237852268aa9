"""What stands in each block of the stages: words, things done, all things."""

from zygoform.app.session import Session
from zygoform.core.changes.base import ChangeBase
from zygoform.core.measure.param import counts, params
from zygoform.core.measure.reading import counting
from zygoform.core.steps.step import SHOPPING

Summary = tuple[str, int, int]


def summaries(session: Session) -> dict[str, Summary]:
    """Stage to its summary; without a piece only the survey has something to say."""
    plan = session.plan
    if plan is None:
        return {
            "survey": ("three sizes to start", 0, 3),
            "redesign": ("", 0, 0),
            "buy": ("", 0, 0),
            "cut": ("", 0, 0),
            "finish": ("", 0, 0),
            "days": ("", 0, 0),
        }
    taken = [
        counting(getattr(piece, entry.name))
        for piece in plan.pieces
        for entry in params(type(piece))
        if entry.guess is not None and counts(entry, piece)
    ]
    sizes = len(taken)
    measured = sum(reading is not None and reading.source != "guessed" for reading in taken)
    mended = session.project.mended
    faults = sum(fault.id not in mended for piece in plan.pieces for fault in piece.faults)
    survey = (
        f"all {_many(sizes, 'size')} measured" if measured == sizes else f"{measured} of {sizes} sizes measured"
    )
    if faults:
        survey = f"{measured} of {sizes} sizes, {faults} fault{'s' * (faults != 1)} open"
    known = [c for c in session.project.changes if isinstance(c, ChangeBase)]
    built = len(plan.outcomes)
    changes = "1 change" if len(known) == 1 else f"{len(known)} changes"
    findings = len(plan.findings)
    redesign = f"{changes}, {findings} finding{'s' if findings != 1 else ''} open" if findings else changes
    things = len(plan.purchase.rows)
    money = f"{session.project.shop.currency}{plan.purchase.total:.2f}"
    parts, settings = len(plan.parts), sum(group.sawn for group in plan.settings)
    rolls = len(plan.cut.rolls)
    said = [f"{_many(parts, 'part')}, {_many(settings, 'setting')}"] if parts else []
    said += [_many(rolls, "roll")] if rolls else []
    cut = session.project.cut_parts
    done = sum(part.id in cut for part in plan.parts)
    return {
        "survey": (survey, measured, sizes),
        "redesign": (redesign if known else "nothing planned", built, len(known)),
        "buy": (f"{_many(things, 'thing')}, {money}" if things else "nothing to buy", 0, things),
        "cut": (
            ", ".join(said) or "nothing to cut",
            done,
            parts,
        ),
        "finish": _finish(session),
        "days": _days(session),
    }


def _finish(session: Session) -> Summary:
    """How many zones are decided; of a finish nobody began nothing is worked out for this."""
    plan = session.plan
    zones = plan.finish.zones if plan is not None else ()
    if not zones:
        return "nothing chosen", 0, 0
    decided = sum(zone.decided for zone in zones)
    minds = sum(finding.weight != "note" for finding in plan.finish.findings) if plan is not None else 0
    words = f"{decided} of {_many(len(zones), 'zone')}" + (f", {_many(minds, 'warning')}" if minds else "")
    return words, decided, len(zones)


def _days(session: Session) -> Summary:
    """When it is over; before anyone looked at the days, how many steps there are."""
    plan, days = session.plan, session.days.plan
    done = {entry.step for entry in session.project.days.log if entry.kind == "done"}
    steps = len(plan.work.steps) + bool(plan.purchase.rows or SHOPPING in done) if plan is not None else 0
    if days is None or days.refused or not session.days.is_current:
        return (f"{len(done)} of {_many(steps, 'step')} done" if done else _many(steps, "step")), len(done), steps
    from zygoform.core.schedule.progress import day_of

    over = day_of(days.zone, days.end, days.now)
    words = f"finished {over}" if days.open else "all done"
    return words, len(days.done), len(days.steps)


def _many(count: int, thing: str) -> str:
    return f"{count} {thing}{'s' * (count != 1)}"

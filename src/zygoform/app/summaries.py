"""What stands in each block of the story stick: words, things done, all things."""

from zygoform.app.session import Session
from zygoform.core.measure.param import params

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
        }
    entries = params(type(plan.piece))
    sizes = len(entries)
    taken = [getattr(plan.piece, entry.name) for entry in entries]
    measured = sum(bool(readings) and readings[-1].source != "guessed" for readings in taken)
    survey = f"all {sizes} sizes measured" if measured == sizes else f"{measured} of {sizes} sizes measured"
    known = [c for c in session.project.changes if session.project.change(c.id) is not None]
    built = len(plan.outcomes)
    changes = "1 change" if len(known) == 1 else f"{len(known)} changes"
    findings = len(plan.findings)
    redesign = f"{changes}, {findings} finding{'s' if findings != 1 else ''} open" if findings else changes
    things = len(plan.purchase.rows)
    money = f"{session.project.shop.currency}{plan.purchase.total:.2f}"
    parts, settings = len(plan.parts), len(plan.settings)
    return {
        "survey": (survey, measured, sizes),
        "redesign": (redesign if known else "nothing planned", built, len(known)),
        "buy": (f"{things} things, {money}" if things else "nothing to buy", 0, things),
        "cut": (f"{parts} parts, {settings} settings" if parts else "nothing to cut", 0, parts),
    }

"""What was learnt once: what a lesson can be about, and the steps still to be done that it fits."""

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.registry import kind_of
from zygoform.core.coats.coat import KNOWN_COATS, coat_of
from zygoform.core.days.log import Lesson
from zygoform.core.finish.finish_plan import FINISH
from zygoform.core.ids import origin_of, own_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding
from zygoform.core.steps.step import Step

_PHASES: dict[str, str] = {
    "apart": "taking apart", "buy": "shopping", "cut": "cutting", "mend": "mending", "dry fit": "fitting dry",
    "glue": "gluing", "shape": "shaping", "fix": "fixing", "test": "test boards", "clean": "cleaning",
    "strip": "stripping and sanding", "fill": "filling", "prime": "priming", "colour": "colouring",
    "clear": "clear coats", "refit": "putting on and in at the end",
}  # fmt: skip


def subjects(step: Step, changes: tuple[ChangeBase, ...]) -> tuple[tuple[str, str], ...]:
    """What a lesson at a step can be about, the narrowest first: a key and how it is said."""
    made = list[tuple[str, str]]()
    change = next((change for change in changes if change.id == step.source), None)
    if change is not None:
        made.append((f"change:{change.tag}", kind_of(change).title))
    if step.source == FINISH:
        material = _material(step)
        if material:
            made.append((f"material:{material}", coat_of(material).title))  # type: ignore[union-attr]
    made.append((f"phase:{step.phase}", f"all {_PHASES[step.phase]}"))
    return tuple(made)


def _material(step: Step) -> str:
    """The coat of a step of the finish, by its name."""
    words = origin_of(own_of(step.id).partition(".")[0]).split("-")[1:]
    name = " ".join(words)
    return name if name in KNOWN_COATS else ""


def lesson_findings(
    lessons: tuple[Lesson, ...], steps: tuple[Step, ...], changes: tuple[ChangeBase, ...], done: frozenset[str]
) -> tuple[Finding, ...]:
    """Each lesson that fits something still to be done, with the parts it is done to."""
    if not lessons:
        return ()
    by_key: dict[str, list[Step]] = {}
    for step in steps:
        if step.id not in done:
            for key, _ in subjects(step, changes):
                by_key.setdefault(key, []).append(step)
    found = []
    for lesson in lessons:
        fits = next((by_key[key] for key in lesson.fits if key in by_key), None)
        if fits:
            where = tuple(dict.fromkeys(part for step in fits for part in step.where))
            change = fits[0].source if fits[0].source != FINISH else ""
            found.append(
                Finding(
                    "lesson", "note", Message(f"You learnt: {literal(lesson.text)}"),
                    Message(f"It fits: {fits[0].what.text}", fits[0].what.lengths), where,
                    change if any(own.id == change for own in changes) else "",
                )
            )  # fmt: skip
    return tuple(found)

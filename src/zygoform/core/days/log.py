"""What was done, when, and what was seen at it: written down once, never changed."""

from datetime import datetime
from typing import Annotated, Literal

from msgspec import Meta, Struct

from zygoform.core.days.hours import DayOrNone, Hours, Moment, moment_of
from zygoform.core.days.own_steps import OwnFigures, OwnStep
from zygoform.core.most import most

EntryKind = Literal["began", "paused", "done", "tacky", "wrong", "answer", "note", "photo"]
When = Annotated[datetime, Meta(tz=True)]
"""With its zone, so that it is the same moment on another machine."""


class Entry(Struct, frozen=True):
    """One thing that happened: at which step (its id, and what it was called then), and when it was written down.

    `minutes` of work (paused, done), `planned` ones beside them; `hours` more to wait (tacky); `text` is a note, or
    the answer to a gate; `photo` the id of one. Of what went wrong `rescue` is the way out, on that `share` of it.
    """

    id: Annotated[str, Meta(pattern=r"^e[0-9]{1,9}$")]
    kind: EntryKind
    at: When
    step: Annotated[str, Meta(max_length=200)] = ""
    what: Annotated[str, Meta(max_length=300)] = ""
    minutes: Annotated[float, Meta(ge=0, le=100_000)] = 0.0
    planned: Annotated[float, Meta(ge=0, le=100_000)] = 0.0
    hours: Annotated[float, Meta(ge=0, le=2000)] = 0.0
    text: Annotated[str, Meta(max_length=2000)] = ""
    photo: Annotated[str, Meta(max_length=40)] = ""
    rescue: Annotated[str, Meta(max_length=40)] = ""
    share: Annotated[float, Meta(gt=0, le=1)] = 1.0

    @property
    def moment(self) -> Moment:
        return moment_of(self.at)


class Lesson(Struct, frozen=True):
    """What one wants to be told the next time: the words, and what it is about (`fits`: any of it)."""

    id: Annotated[str, Meta(pattern=r"^l[0-9]{1,9}$")]
    text: Annotated[str, Meta(min_length=1, max_length=300)]
    fits: Annotated[tuple[Annotated[str, Meta(max_length=80)], ...], Meta(min_length=1, max_length=20)]


class StepPin(Struct, frozen=True):
    """A step that is not to be begun before a moment: it was put there."""

    step: Annotated[str, Meta(max_length=200)]
    at: When


class Days(Struct, frozen=True):
    """All that is said of the days of a project. Without a `start` it goes on from now."""

    hours: Hours = Hours()
    start: DayOrNone = ""
    wanted: DayOrNone = ""
    log: Annotated[tuple[Entry, ...], Meta(max_length=most("days.log"))] = ()
    lessons: Annotated[tuple[Lesson, ...], Meta(max_length=most("days.lessons"))] = ()
    pins: Annotated[tuple[StepPin, ...], Meta(max_length=most("days.pins"))] = ()
    own_steps: Annotated[tuple[OwnStep, ...], Meta(max_length=most("days.own_steps"))] = ()
    figures: Annotated[tuple[OwnFigures, ...], Meta(max_length=most("days.figures"))] = ()

    @property
    def is_begun(self) -> bool:
        """Whether anything was said or written down: before that no plan of days is looked for."""
        return self != Days()

    @property
    def done(self) -> frozenset[str]:
        """The steps that were written down as done."""
        return frozenset(entry.step for entry in self.log if entry.kind == "done")

    @property
    def next_entry(self) -> str:
        """An id nobody has."""
        return f"e{1 + max((int(entry.id[1:]) for entry in self.log), default=0)}"

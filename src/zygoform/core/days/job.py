"""What is to be put on days, and what came of it: plain values, in whole minutes, that know no furniture."""

from msgspec import Struct

from zygoform.core.days.hours import Free, Moment, Place, Room

Pieces = tuple[tuple[Moment, Moment], ...]
"""When someone is at it: from and to, in order."""


class After(Struct, frozen=True):
    """Begins no earlier than `wait` minutes after the end of another job, given by its place among the jobs.

    `within`: begun later than so many minutes after that end it wants a scuff first, and no earlier than `late`.
    """

    job: int
    wait: int = 0
    within: int = 0
    late: int = 0


class Hold(Struct, frozen=True):
    """Takes one of a place from its begin until so many minutes after its end."""

    place: Place
    extra: int = 0


class Job(Struct, frozen=True):
    """One thing to do. `whole` is done without a break; anything else may be broken off where one's hours end.

    `ready` and `due` come of what is done already: not before, and with a scuff and no earlier than `late` after
    that. `tail` is waited for after it before all is over, `scuff` the minutes a scuff takes.
    """

    id: str
    minutes: int
    loud: bool = False
    whole: bool = False
    after: tuple[After, ...] = ()
    holds: tuple[Hold, ...] = ()
    tail: int = 0
    scuff: int = 0
    ready: Moment = 0
    due: Moment = 0
    late: Moment = 0


class DaysProblem(Struct, frozen=True):
    """All jobs from `begin` on; each comes after those it follows. `held` is what is taken, and until when."""

    jobs: tuple[Job, ...]
    begin: Moment
    free: tuple[Free, ...]
    room: Room = Room()
    held: tuple[tuple[Place, Moment], ...] = ()


class PlacedJob(Struct, frozen=True):
    """When it is done. Scuffed: the first of its minutes are for a scuff, its window was over."""

    pieces: Pieces
    scuffed: bool = False

    @property
    def begin(self) -> Moment:
        return self.pieces[0][0]

    @property
    def end(self) -> Moment:
        return self.pieces[-1][1]


class DaysAnswer(Struct, frozen=True):
    """A place for every job, when all of it is over, and before when it cannot be whatever one does."""

    placed: tuple[PlacedJob, ...]
    end: Moment
    bound: Moment
    too_long: tuple[str, ...] = ()
    """Jobs that should not be broken off and have to be: no stretch of one's hours takes them whole."""

    @property
    def is_proven(self) -> bool:
        """Whether no plan is shorter."""
        return self.end <= self.bound

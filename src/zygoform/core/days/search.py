"""The shortest plan over real days: by rules at once, then by looking at what could be done next, again and again.

Jobs are placed in the order they begin in; what has been placed is a state. For a moment by which all is to be over
each job has a deadline (`bound.py`): a state that cannot keep one is dropped, and of two with the same jobs placed
the one that leaves less. Of the others those with most to spare stay (a beam search, Ow and Morton 1988). Where
a plan is found the moment is moved forward, else back; where no state had to be left out for want of room, there is
no such plan, and the bound is the moment after (destructive bounds, Klein and Scholl 1999). Of more than a few jobs
other orders of the best rule's plan are tried too (`climb.py`): of very many that is what finds most. Amounts of
work end it, never the clock: the same question has the same answer.
"""

from collections.abc import Iterator, Sequence

from msgspec import Struct, structs

from zygoform.core.days.bound import bound_piecemeal, latest_ends
from zygoform.core.days.chance import Chance
from zygoform.core.days.hours import Moment, Stretch
from zygoform.core.days.job import DaysAnswer, DaysProblem, PlacedJob
from zygoform.core.days.placing import PlaceHolds, find, free_place, left_of
from zygoform.core.days.rules import (
    PRIORITY_RULES,
    Ahead,
    by_rule_piecemeal,
    end_of_all,
    in_order_piecemeal,
    later_starts,
    worth,
)
from zygoform.core.errors import BadInputError
from zygoform.core.piecemeal import Piecemeal, at_once

# A shorter plan out of one that is known: one to three jobs are moved in its order, all of it is placed anew.
#
# An order is a list in which the first job that can be placed is placed (serial schedule generation, Kolisch 1996).
# What ends as soon is told apart by how late its jobs are for the least end that is not ruled out (`bound.py`): the
# sum of that leads from one plan to a shorter one where ends alone would not. An order that is no worse is gone on
# from (a local search on plateaus, Hoos and Stützle 2004). Chance is seeded: the same question has the same answer.

MOVES = (1, 1, 2, 3)
"""So many jobs are moved at once, each as often."""
NEARBY = 12
"""Every other time a job moves no farther than that in the order."""


def climb_piecemeal(
    ahead: Ahead, known: tuple[PlacedJob, ...], bound: Moment, enough: Moment, tries: int
) -> Piecemeal[tuple[PlacedJob, ...]]:
    """The best of so many orders, no worse than the plan `known`; `enough` is an end that nobody looks beyond."""
    aim, chance = latest_ends(ahead, bound), Chance()
    best, order = known, _order_of(known)
    stands = end_of_all(ahead, known), _late(known, aim)
    latest = latest_ends(ahead, stands[0])
    for number in range(tries):
        if end_of_all(ahead, best) <= enough:
            break
        yield
        other = _moved(order, chance, NEARBY if number % 2 else len(order))
        try:
            placed = yield from in_order_piecemeal(ahead, other, latest)
        except BadInputError:
            # So late there are no hours any more.
            continue
        if placed is None:
            continue
        reached = end_of_all(ahead, placed), _late(placed, aim)
        if reached <= stands:
            latest = latest_ends(ahead, reached[0]) if reached[0] < stands[0] else latest
            stands, order = reached, _order_of(placed)
            best = min(best, placed, key=lambda plan: worth(ahead, plan))
    return best


def _order_of(placed: tuple[PlacedJob, ...]) -> list[int]:
    return sorted(range(len(placed)), key=lambda k: (placed[k].begin, placed[k].end, k))


def _late(placed: tuple[PlacedJob, ...], aim: list[Moment]) -> int:
    """Minutes that all jobs together are later than they may be."""
    return sum(max(0, own.end - end) for own, end in zip(placed, aim, strict=True))


def _moved(order: list[int], chance: Chance, far: int) -> list[int]:
    """Another order, some jobs moved no farther than that."""
    other = order.copy()
    for _ in range(MOVES[chance.below(len(MOVES))]):
        at = chance.below(len(other))
        low, high = max(0, at - far), min(len(other), at + far + 1)
        other.insert(low + chance.below(high - low), other.pop(at))
    return other


EVER = 1 << 62
MOST_SEARCHED = 150
"""Of more jobs the better plan of two rules is taken as it is, whatever the effort."""
RULES_OF_MANY = ("soonest", "most work")
NEAR_ENOUGH = 0.005
"""A plan of many jobs that is longer than the bound by that share is good enough."""
FEW_JOBS, MORE_OF_FEW = 16, 40
"""So many jobs are looked at in every way, with so many times the states, until there is nothing between plan and
bound; of more, most starts that are later than they could be are not."""
SAME_SLACK = 60
"""Minutes to spare that make no difference: what got more done comes first then."""


class Effort(Struct, frozen=True):
    """So many moments are tried, with so many states kept of each number of jobs placed; of up to `most` jobs.

    Of more than a few jobs other orders are tried too, until so many jobs were placed.
    """

    rounds: int
    kept: int
    most: int
    placings: int = 0


AT_ONCE, LATER = Effort(1, 2, 40, 900), Effort(8, 12, 60, 150_000)
"""For an answer while one looks on, and for a better one after it."""


def solve(problem: DaysProblem, effort: Effort = LATER, order: Sequence[int] = ()) -> DaysAnswer:
    """A short plan, no longer than one in that `order` of all jobs; and a bound under which there is none.

    Raises BadInputError where there are not enough hours.
    """
    return at_once(solve_piecemeal(problem, effort, order))


def solve_piecemeal(
    problem: DaysProblem, effort: Effort = LATER, order: Sequence[int] = (), begun: Sequence[Moment] = ()
) -> Piecemeal[DaysAnswer]:
    """As `solve`, for work that may be interrupted. `begun` are times of another plan that each job may keep."""
    if not problem.jobs:
        return DaysAnswer((), problem.begin, problem.begin)
    ahead = Ahead(problem)
    plans = list[tuple[PlacedJob, ...]]()
    if order:
        plans += filter(None, [(yield from in_order_piecemeal(ahead, order))])
    if begun:
        kept = yield from _at_their_times(problem, order, begun)
        plans += [kept] if kept is not None else []
    for name in RULES_OF_MANY if len(problem.jobs) > MOST_SEARCHED else PRIORITY_RULES:
        plans.append((yield from by_rule_piecemeal(ahead, name)))
        yield
    best = first = min(plans, key=lambda placed: worth(ahead, placed))
    end = end_of_all(ahead, best)
    bound = yield from bound_piecemeal(ahead, end)
    few, enough = len(problem.jobs) <= FEW_JOBS, bound + near(ahead, bound)
    if end > enough and len(problem.jobs) <= effort.most:
        search = _Search(ahead, best, bound, effort.kept * MORE_OF_FEW if few else effort.kept)
        yield from search.narrow(EVER if few else effort.rounds)
        best, end, bound = search.best, search.end, search.bound
    if end > enough and not few and len(problem.jobs) <= MOST_SEARCHED:
        # Not from what the search found: both ways together find more.
        climbed = yield from climb_piecemeal(ahead, first, bound, enough, effort.placings // len(problem.jobs))
        best = min(best, climbed, key=lambda placed: worth(ahead, placed))
        end = end_of_all(ahead, best)
    return DaysAnswer(best, end, min(bound, end), ahead.too_long)


def _at_their_times(
    problem: DaysProblem, order: Sequence[int], begun: Sequence[Moment]
) -> Piecemeal[tuple[PlacedJob, ...] | None]:
    """No job sooner than in another plan: where nothing changed that plan again, which no order alone may give.

    None where that leaves not enough hours.
    """
    jobs = tuple(
        structs.replace(job, ready=max(job.ready, begin)) for job, begin in zip(problem.jobs, begun, strict=True)
    )
    later = Ahead(structs.replace(problem, jobs=jobs))
    try:
        return (yield from in_order_piecemeal(later, order))
    except BadInputError:
        return None


def near(ahead: Ahead, bound: Moment) -> int:
    """Minutes nobody looks for: of many jobs half a percent, of few none."""
    many = len(ahead.problem.jobs) > FEW_JOBS
    return round(NEAR_ENOUGH * (bound - ahead.problem.begin)) if many else 0


class _State(Struct):
    """Some jobs placed. `line` is one's time from the begin of the last one on, `ends` 0 for what is not placed.

    `spots` are places for what could be done next, as far as they were looked for; `slack` the free minutes that
    what is due soonest has to spare.
    """

    mask: int
    ends: tuple[Moment, ...]
    line: list[Stretch]
    holds: PlaceHolds
    begin: Moment
    busy: Moment
    slack: int
    weight: int
    scuffs: int
    spots: dict[int, PlacedJob | None]
    last: tuple[int, PlacedJob] | None
    before: "_State | None"


class _Search:
    def __init__(self, ahead: Ahead, best: tuple[PlacedJob, ...], bound: Moment, kept: int) -> None:
        self.ahead, self.best, self.bound, self.kept = ahead, best, bound, kept
        self.jobs = ahead.problem.jobs
        self.end = end_of_all(ahead, best)
        self.everything = (1 << len(self.jobs)) - 1
        self.needs = [sum({1 << a.job for a in job.after}) for job in self.jobs]
        self.few = len(self.jobs) <= FEW_JOBS
        self.particular = [
            bool(job.holds) or (self.few and w) for job, w in zip(self.jobs, ahead.windowed, strict=True)
        ]
        self.alone: dict[tuple[int, Moment], tuple[Moment, int]] = {}

    def narrow(self, rounds: int) -> Iterator[None]:
        """Looks for plans between the bound and the best one known."""
        low = self.bound
        for _ in range(rounds):
            if low + near(self.ahead, self.bound) >= self.end:
                return
            target = low + (self.end - 1 - low) // 3
            self._aim(target)
            yield from self._run()
            if self.end > target:
                low = target + 1
                self.bound = low if self.is_whole else self.bound

    def _aim(self, target: Moment) -> None:
        """When each job has to be over for all of it to be over by then."""
        self.target, self.is_whole = target, not any(self.ahead.windowed)
        strand, loud = self.ahead.times.all, self.ahead.times.loud
        self.latest = latest_ends(self.ahead, target)
        self.latest_free = [strand.until(end) for end in self.latest]
        jobs = self.jobs
        self.due = sorted((self.latest_free[k], job.minutes, 1 << k) for k, job in enumerate(jobs))
        self.loud_due = sorted(
            (loud.until(self.latest[k]), job.minutes, 1 << k) for k, job in enumerate(jobs) if job.loud
        )

    def _run(self) -> Iterator[None]:
        problem = self.ahead.problem
        holds: PlaceHolds = {}
        for place, until in problem.held:
            holds[place] = (*holds.get(place, ()), (problem.begin, until))
        begin, none = problem.begin, (0,) * len(self.jobs)
        level = [_State(0, none, self.ahead.line, holds, begin, begin, 0, 0, 0, {}, None, None)]
        for _ in self.jobs:
            found: dict[int, list[_State]] = {}
            for state in level:
                for made in self._after(state):
                    _keep(found.setdefault(made.mask, []), made, self)
                yield
                if self.end <= self.target:
                    # Found: the next round aims at less.
                    return
            level = [state for states in found.values() for state in states]
            level.sort(key=lambda s: (-s.slack // SAME_SLACK, s.weight, s.mask))
            if len(level) > self.kept:
                self.is_whole = False
                del level[self.kept :]
            if not level:
                return

    def _after(self, state: _State) -> Iterator[_State]:
        """What could be begun next: nothing that something else could be done before at no cost to it."""
        spots = state.spots
        if state.last is not None:
            # Only now: most states are dropped before they are gone on from.
            placed = state.last[1]
            state.line = left_of(state.line, placed.pieces, placed.begin)
        for k in range(len(self.jobs)):
            if not state.mask >> k & 1 and self.needs[k] & state.mask == self.needs[k] and k not in spots:
                spots[k] = self._spot(state, k, state.begin)
        # What holds a place, or wants to be followed soon, is not always better done earlier.
        done = [spot.end for k, spot in spots.items() if spot is not None and not self.particular[k]]
        first = min(done, default=EVER)
        for k, spot in spots.items():
            if spot is None or spot.begin >= first:
                continue
            yield from self._made(state, k, spot)
            if self.ahead.windowed[k]:
                starts = later_starts(self.ahead, k, spot.begin)
                for start in starts if self.few else starts[:2]:
                    later = self._spot(state, k, start)
                    if later is not None:
                        yield from self._made(state, k, later)

    def _spot(self, state: _State, k: int, earliest: Moment) -> PlacedJob | None:
        job, ends = self.jobs[k], state.ends
        start = max(earliest, job.ready)
        due, late = job.due or EVER, job.late
        for a in job.after:
            start = max(start, ends[a.job] + a.wait)
            if a.within:
                due, late = min(due, ends[a.job] + a.within), max(late, ends[a.job] + a.late)
        found = self._free(state, k, start, job.minutes)
        if found is not None and found.begin > due:
            again = self._free(state, k, max(start, late), job.minutes + job.scuff)
            return PlacedJob(again.pieces, scuffed=True) if again is not None else None
        return found

    def _free(self, state: _State, k: int, start: Moment, minutes: int) -> PlacedJob | None:
        job, whole, room = self.jobs[k], self.ahead.whole[k], self.ahead.problem.room
        while True:
            found = find(state.line, start, minutes, loud=job.loud, whole=whole)
            if found is None or not job.holds:
                return PlacedJob(found) if found is not None else None
            begin, end = found[0][0], found[-1][1]
            later = max(free_place(state.holds, hold, getattr(room, hold.place), begin, end) for hold in job.holds)
            if later <= begin:
                return PlacedJob(found)
            start = later

    def _made(self, state: _State, k: int, placed: PlacedJob) -> Iterator[_State]:
        """The state after that, if a shorter plan can still come of it."""
        job, mask = self.jobs[k], state.mask | 1 << k
        if placed.end > self.latest[k]:
            return
        ends = (*state.ends[:k], placed.end, *state.ends[k + 1 :])
        holds = state.holds
        for hold in job.holds:
            held = (placed.begin, placed.end + hold.extra)
            kept = tuple(h for h in holds.get(hold.place, ()) if h[1] > placed.begin)
            holds = {**holds, hold.place: (*kept, held)}
        made = _State(
            mask, ends, state.line, holds, placed.begin, max(state.busy, placed.end), 0, state.weight + placed.end,
            state.scuffs + placed.scuffed, {}, (k, placed), state,
        )  # fmt: skip
        if mask == self.everything:
            self._take(made)
            return
        # A place that is still free, and to which nothing has changed, need not be looked for again.
        made.spots = {
            n: spot
            for n, spot in state.spots.items()
            if n != k and spot is not None and spot.begin >= placed.end and not self.jobs[n].holds
        }
        made.slack = self._slack(made)
        if made.slack >= 0:
            yield made

    def _take(self, state: _State) -> None:
        """A plan for all of it."""
        found: dict[int, PlacedJob] = {}
        at: _State | None = state
        while at is not None and at.last is not None:
            found[at.last[0]] = at.last[1]
            at = at.before
        placed = tuple(found[k] for k in range(len(self.jobs)))
        if worth(self.ahead, placed) < worth(self.ahead, self.best):
            self.best, self.end = placed, end_of_all(self.ahead, placed)

    def _slack(self, state: _State) -> int:
        """Free minutes to spare for what is due soonest, were one to do nothing else; below 0 it is too late."""
        strand = self.ahead.times.all
        begin = state.begin
        if state.last is not None:
            k, placed = state.last
            # While what is loud rests other things may be done; in all other breaks nobody works.
            begin = placed.pieces[0][1] if self.jobs[k].loud else placed.end
        slack = _spare(strand.until(begin), self.due, state.mask)
        if self.loud_due:
            slack = min(slack, _spare(self.ahead.times.loud.until(begin), self.loud_due, state.mask))
        if slack < 0:
            return slack
        ends, ahead, until = list(state.ends), self.ahead, strand.until
        for k in ahead.order:
            if not state.mask >> k & 1:
                start = begin
                job = self.jobs[k]
                start = max(start, job.ready)
                for a in job.after:
                    start = max(start, ends[a.job] + a.wait)
                known = self.alone.get((k, start))
                if known is None:
                    end = ahead.alone(k, start)
                    known = self.alone[k, start] = (end, until(end))
                ends[k] = known[0]
                own = self.latest_free[k] - known[1]
                slack = min(slack, own)
                if known[0] > self.latest[k]:
                    return -1
        return slack


def _spare(at: int, due: list[tuple[int, int, int]], mask: int) -> int:
    """The least time to spare when all that is open is done in the order it is due."""
    spare = EVER
    for end, minutes, own in due:
        if not mask & own:
            at += minutes
            spare = min(spare, end - at)
    return spare


def _keep(states: list[_State], made: _State, search: _Search) -> None:
    """Kept if none of the same jobs leaves as much; what leaves less goes."""
    if any(_leaves_as_much(old, made, search) for old in states):
        return
    states[:] = [old for old in states if not _leaves_as_much(made, old, search)]
    states.append(made)


def _leaves_as_much(one: _State, other: _State, search: _Search) -> bool:
    """Whether all that can follow one state can follow the other no later."""
    if one.busy > max(other.begin, other.last[1].pieces[0][1] if other.last else 0) or one.scuffs > other.scuffs:
        return False
    ahead = search.ahead
    for k in range(len(search.jobs)):
        if not one.mask >> k & 1 or all(one.mask >> f & 1 for f in ahead.followers[k]):
            # What follows it is placed, and it is over in time.
            continue
        if one.ends[k] > other.ends[k] or (ahead.windowed[k] and one.ends[k] != other.ends[k]):
            return False
    for place, held in one.holds.items():
        theirs = sorted((end for _, end in other.holds.get(place, ()) if end > other.begin), reverse=True)
        ours = sorted((end for _, end in held if end > other.begin), reverse=True)
        if any(end > (theirs[n] if n < len(theirs) else 0) for n, end in enumerate(ours)):
            return False
    return True

"""Sessions: what is sprayed with the same in the gun, zone by zone and piece by piece, set up and cleaned once.

All first coats of a material in a colour are one session, all second ones the next. Each step goes on where the one
before ended; begun later than an hour after that, the gun is cleaned and set up anew.
"""

from collections import defaultdict
from itertools import pairwise

from msgspec import structs

from zygoform.core.goods.minutes import Task
from zygoform.core.shop import Shop
from zygoform.core.steps.order import WorkPlan, in_order
from zygoform.core.steps.step import Step, step_minutes

LOADED_MIN = 60
"""Minutes that a gun may lie loaded between two steps of a session. [practice]"""


def in_sessions(work: WorkPlan, shop: Shop) -> WorkPlan:
    """The same steps; of each session the first sets up, the last cleans, and the next coat comes after all of it.

    What has to come before something of its own session is none of it.
    """
    rows: dict[tuple[str, int], list[Step]] = defaultdict(list)
    for step in work.steps:
        if step.session:
            material, _, nth = step.session.rpartition("#")
            rows[material, int(nth)].append(step)
    if all(len(row) < 2 for row in rows.values()):
        return work
    after = _After(work)
    changed = {step.id: step for row in rows.values() for step in row}
    for row in rows.values():
        for before, step in pairwise(row):
            if after.may_follow(step.id, before.id):
                changed[before.id] = _without(changed[before.id], ("clean gun", "cover gun"), shop)
                joined = _without(changed[step.id], ("set up gun",), shop)
                changed[step.id] = structs.replace(joined, goes_on=before.id, follows=(*joined.follows, before.id))
                after.add(step.id, before.id)
    for (material, coat), row in rows.items():
        following = rows.get((material, coat + 1), [])
        if following and after.may_follow(following[0].id, row[-1].id):
            then = changed[following[0].id]
            changed[then.id] = structs.replace(then, follows=(*then.follows, row[-1].id))
            after.add(then.id, row[-1].id)
    return in_order(tuple(changed.get(step.id, step) for step in work.steps))


def _without(step: Step, tasks: tuple[Task, ...], shop: Shop) -> Step:
    kept = tuple(own for own in step.tasks if own[0] not in tasks)
    minutes, made_of = step_minutes(kept, shop, step.effort)
    return structs.replace(step, tasks=kept, minutes=minutes, made_of=made_of)


class _After:
    """Which step comes after which, however far."""

    def __init__(self, work: WorkPlan) -> None:
        self._follows = {step.id: set(step.follows) for step in work.steps}

    def add(self, step: str, before: str) -> None:
        self._follows[step].add(before)

    def may_follow(self, step: str, before: str) -> bool:
        """Whether it does not yet, and would close no ring: nothing that comes before `before` follows it."""
        return not self._is_after(step, before) and not self._is_after(before, step)

    def _is_after(self, step: str, before: str) -> bool:
        seen, waiting = {step}, [step]
        while waiting:
            for own in self._follows.get(waiting.pop(), ()):
                if own == before:
                    return True
                if own not in seen:
                    seen.add(own)
                    waiting.append(own)
        return False

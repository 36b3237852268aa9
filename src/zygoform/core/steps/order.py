"""The order of work: what must come before comes before, else by phase and by the order of changes."""

from functools import cached_property
from heapq import heapify, heappop, heappush
from typing import Literal

from msgspec import Struct

from zygoform.core.finish.finish_plan import FINISH
from zygoform.core.measure.message import Message
from zygoform.core.outcome.work import PHASES, PutOnWay
from zygoform.core.steps.put_on import usually_put_on, way_of
from zygoform.core.steps.rules import ORDER_RULES, decided_by
from zygoform.core.steps.step import Step

_BY_COATS = ("coated, then on", "on, then coated", "shaped first")


class GoesOn(Struct, frozen=True):
    """What goes on before or after coats: all of one change, or what came off in one step.

    `of` is what a choice of its way is for, `part` gives the way of each of its parts, `usual` is that of its kind.
    """

    of: tuple[str, ...]
    what: Message
    source: str
    part: dict[str, PutOnWay]
    usual: PutOnWay
    each: bool
    """Whether its parts can be coated each its own way."""

    @property
    def way(self) -> PutOnWay | Literal[""]:
        """That of all of them; nothing where they differ."""
        ways = set(self.part.values())
        return next(iter(ways)) if len(ways) == 1 else ""


class WorkPlan(Struct, frozen=True, dict=True):
    """All steps in an order in which they can be done."""

    steps: tuple[Step, ...] = ()

    @property
    def hands_on(self) -> tuple[float, float]:
        """Minutes of work, from and to: waits are not in it."""
        return sum(step.minutes[0] for step in self.steps), sum(step.minutes[1] for step in self.steps)

    @property
    def longest_waits(self) -> tuple[Step, ...]:
        """The steps that are waited for longest, at most three."""
        waits = [step for step in self.steps if step.wait[1]]
        return tuple(sorted(waits, key=lambda step: (-step.wait[1], step.id))[:3])

    def why(self, step: Step) -> tuple[Message, ...]:
        """Why it is not done before: of every rule that says so the last step that comes first, and the reason."""
        last: dict[str, Step] = {}
        rules = dict(step.because)
        for own in self.steps:
            if own.id in rules:
                last[rules[own.id]] = own
        return tuple(
            Message(f"After “{own.what.text}”: {ORDER_RULES[rule][1]}.", own.what.lengths)
            for rule, own in last.items()
        )

    def held(self, step: Step, first: Step) -> tuple[str, str]:
        """Why it is not done before that one, and the entry of the order that decides it; empty: no rule."""
        rule = dict(step.because).get(first.id, "")
        return (ORDER_RULES[rule][1], decided_by(rule, first, step)) if rule else ("", "")

    @cached_property
    def goes_on(self) -> tuple[GoesOn, ...]:
        """All that could be coated loose as well as fitted, where there are coats that it would matter to."""
        ruled = {before for own in self.steps for before, rule in own.because if rule in _BY_COATS}
        found: dict[str, GoesOn] = {}
        for step in self.steps:
            deed = next((deed for deed in step.does if deed.does == "on" and deed.parts), None)
            matters = step.id in ruled or any(rule in _BY_COATS for _, rule in step.because)
            if deed is None or not matters or step.source == FINISH:
                continue
            back = step.id.rpartition("-on")[0] if step.phase == "refit" else ""
            is_back = bool(back) and back.startswith(f"{step.source}/")
            key = back if is_back else step.source
            parts = dict.fromkeys(step.where if is_back else deed.parts, way_of(deed))
            before = found.get(key)
            if before is not None:
                parts = {**before.part, **parts}
            of = tuple(parts) if is_back else (step.source,)
            found[key] = GoesOn(
                of,
                before.what if before else step.what,
                step.source,
                parts,
                usually_put_on(deed),
                len(parts) > 1 and not deed.as_one,
            )
        return tuple(found.values())

    def of(self, source: str) -> tuple[Step, ...]:
        """Those of one change, or of taking one piece apart."""
        return tuple(step for step in self.steps if step.source == source)


def in_order(steps: tuple[Step, ...]) -> WorkPlan:
    """Always the first step, by phase and then as given, of those that nothing is left to come before.

    Steps that would wait for each other in a ring keep the order they came in.
    """
    by_id = {step.id: step for step in steps}
    rank = {step.id: (PHASES.index(step.phase), k) for k, step in enumerate(steps)}
    waiting = {step.id: {before for before in step.follows if before in by_id} for step in steps}
    after: dict[str, list[str]] = {}
    for own, before in waiting.items():
        for other in before:
            after.setdefault(other, []).append(own)
    ready = [(rank[own], own) for own, before in waiting.items() if not before]
    heapify(ready)
    order = list[Step]()
    while ready:
        _, own = heappop(ready)
        order.append(by_id.pop(own))
        for other in after.get(own, ()):
            waiting[other].discard(own)
            if not waiting[other]:
                heappush(ready, (rank[other], other))
    return WorkPlan((*order, *by_id.values()))

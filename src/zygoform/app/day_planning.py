"""The plan of days of the open document: a quick one at once, a better one after it, slice by slice."""

from __future__ import annotations

from typing import TYPE_CHECKING

from msgspec import structs
from PySide6.QtCore import QObject, QTimer, Signal

from zygoform.app.clock import Clock
from zygoform.app.slices import Slices
from zygoform.core.days.hours import Moment
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project

if TYPE_CHECKING:
    from collections.abc import Callable

    # What plans days is loaded with the first plan of them.
    from zygoform.core.plan.days_stage import Help
    from zygoform.core.plan.memory import Memory
    from zygoform.core.schedule.day_plan import DayPlan
    from zygoform.core.schedule.gates import Gate
    from zygoform.core.schedule.sure import SureBy

TICK_MS = 20_000
SOON = 3
"""So many of the gates that come next are worked out for each answer."""


class DayPlanning(QObject):
    """`planned` says that `plan` is another; `looked` that what else could be is known: gates' answers, what helps.

    Nothing is worked out while nobody looks: `look` says whether the days are on screen.
    """

    planned = Signal()
    looked = Signal()
    failed = Signal(str)

    def __init__(
        self,
        state: Callable[[], tuple[Project, Plan | None]],
        memory: Callable[[], Memory],
        parent: QObject | None = None,
    ) -> None:
        super().__init__(parent)
        self.clock = Clock()
        self.plan: DayPlan | None = None
        self.ends: dict[str, dict[str, Moment]] = {}
        self.helps: tuple[Help, ...] = ()
        self.quiet: Help | None = None
        self.sure: SureBy | None = None
        self._state, self._memory, self._slices = state, memory, Slices(self)
        self._of: tuple[Project, Plan | None] | None = None
        self.is_watched = self.is_current = self._has_looked = False
        self._ticks = QTimer(self)
        self._ticks.setInterval(TICK_MS)
        self._ticks.timeout.connect(self.tick)

    def look(self, *, on: bool) -> None:
        """Someone looks at the days from now on, or does not any more."""
        if on == self.is_watched:
            return
        self.is_watched = on
        if on:
            self._ticks.start()
            self.follow()
            if self.is_current and not self._has_looked:
                # Nobody was there while a better one, and what else could be, was looked for.
                self.ask()
            self.tick()
        else:
            self._ticks.stop()
            if self._slices.busy and not self.is_current:
                # Half worked out: it is asked for again.
                self._of = None
            self._slices.drop()

    def follow(self) -> None:
        """Something was done: planned anew where the days can be others, as soon as someone looks."""
        project, plan = self._state()
        if self._of is not None and not _differs(self._of, (project, plan)):
            # As it was: what was planned for it holds again.
            self.is_current = self.is_current or (self.plan is not None and not self._slices.busy)
            return
        self.is_current = False
        if self.is_watched:
            self.ask()

    def forget(self) -> None:
        """Another document."""
        self._slices.drop()
        self.plan, self._of, self.ends, self.helps, self.quiet, self.sure = None, None, {}, (), None, None
        self.is_current = False
        if self.is_watched:
            self.ask()

    def tick(self) -> None:
        """Time goes on: what was to be begun and was not is planned anew."""
        if not self._slices.busy and self.is_out_of_date:
            self.ask()

    @property
    def is_out_of_date(self) -> bool:
        """Whether a step was to be begun and was not, or the plan is of half an hour ago, or of a time to come."""
        days, now = self.plan, self.clock.moment()
        if days is None:
            return False
        late = any(own.standing == "open" and own.begin + 5 < now for own in days.open)
        return late or now < days.now or now - days.now > 30

    def ask(self) -> None:
        """Plans from now on."""
        project, plan = self._state()
        self._of, self.is_current, self._has_looked, self.sure = (project, plan), False, False, None
        if plan is None:
            self._slices.drop()
            self.plan = None
            self.planned.emit()
            return
        from zygoform.core.days.search import AT_ONCE
        from zygoform.core.plan.days_stage import plan_days

        now, zone = self.clock.moment(), self.clock.zone()
        like = self.plan if self.plan is not None and self.plan.zone == zone else None
        work = plan_days(project, plan, now, zone, AT_ONCE, like=like)
        self._slices.begin(work, self._on_quick, self._on_broken)

    def settle(self) -> None:
        """All that is still being worked out is there, now."""
        while self._slices.busy:
            self._slices.finish()

    def close(self) -> None:
        self._ticks.stop()
        self._slices.drop()

    @property
    def busy(self) -> bool:
        return self._slices.busy

    def open_gates(self) -> tuple[Gate, ...]:
        """Those nobody answered whose step is done, is being done, or comes next, soonest first."""
        project, plan = self._state()
        if plan is None or self.plan is None:
            return ()
        from zygoform.core.schedule.gates import gates

        place = {own.id: k for k, own in enumerate(self.plan.steps)}
        others = tuple(v for v in project.variants if v.id != project.variant.id)
        found = [g for g in gates(plan.finish, project.days.log, others) if not g.answered and g.step in place]
        return tuple(sorted(found, key=lambda gate: place[gate.step]))

    def _on_quick(self, days: DayPlan) -> None:
        self.plan, self.is_current = days, True
        self.planned.emit()
        project, plan = self._of or self._state()
        from zygoform.core.days.search import LATER, MOST_SEARCHED

        if len(days.open) > MOST_SEARCHED:
            # Nothing better is looked for.
            self.plan, self._has_looked = structs.replace(days, is_final=True), True
        elif plan is not None and not days.refused:
            from zygoform.core.plan.days_stage import plan_days

            self._slices.begin(
                plan_days(project, plan, days.now, days.zone, LATER, is_final=True),
                self._on_better,
                self._on_broken,
            )

    def _on_better(self, days: DayPlan) -> None:
        before = self.plan
        if before is not None and before.end < days.end:
            # The quick one began from the plan before, and was luckier.
            days = structs.replace(before, is_final=True, bound=max(before.bound, days.bound))
        self.plan = days
        if before is None or [own.pieces for own in before.steps] != [own.pieces for own in days.steps]:
            self.planned.emit()
        self._slices.begin(self._otherwise(days), self._on_looked, self._on_broken)

    def _otherwise(self, days: DayPlan) -> Piecemeal[_Otherwise]:
        """How long by each answer to the next gates; what helps a wanted day that is missed; what quiet costs."""
        from zygoform.core.plan.days_stage import ends_by_answer, quiet_costs, sure_of, what_helps
        from zygoform.core.schedule.day_plan import wanted_by

        project, plan = self._of or self._state()
        ends: dict[str, dict[str, Moment]] = {}
        helps: tuple[Help, ...] = ()
        quiet: Help | None = None
        sure: SureBy | None = None
        if plan is not None:
            for gate in self.open_gates()[:SOON]:
                ends[gate.id] = yield from ends_by_answer(project, gate, days, self._memory())
            wanted = wanted_by(project.days, days.zone)
            if wanted and days.end > wanted:
                helps = yield from what_helps(project, plan, days, wanted, self._memory())
            quiet = yield from quiet_costs(project, plan, days)
            sure = yield from sure_of(project, plan, days)
        return ends, helps, quiet, sure

    def _on_looked(self, found: _Otherwise) -> None:
        self.ends, self.helps, self.quiet, self.sure = found
        self._has_looked = True
        self.looked.emit()

    def _on_broken(self, wrong: Exception) -> None:
        self.failed.emit(f"The days could not be worked out ({type(wrong).__name__}: {wrong}).")


_Otherwise = tuple[dict[str, dict[str, Moment]], tuple["Help", ...], "Help | None", "SureBy | None"]


def _differs(was: tuple[Project, Plan | None], now: tuple[Project, Plan | None]) -> bool:
    """Whether the days can be others: other steps, hours, things to buy, or a longer log."""
    (project, plan), (other, after) = was, now
    if plan is None or after is None:
        return plan is not after
    return (
        project.days is not other.days
        or plan.work is not after.work
        or len(plan.purchase.rows) != len(after.purchase.rows)
        or project.shop.taken != other.shop.taken
    )

"""The plan of the open document: worked out at once, or slice by slice; its layouts improved in the background."""

from collections.abc import Callable
from functools import partial
from typing import NamedTuple

from PySide6.QtCore import QObject, Signal

from zygoform.app.jobs import Solver
from zygoform.app.layout_store import LayoutStore
from zygoform.app.slices import Slices
from zygoform.core.cutting.either import FoundLayout, LayoutProblem
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.limits import is_large
from zygoform.core.piecemeal import Piecemeal, at_once, unless_long
from zygoform.core.plan.finish_stage import finish_now
from zygoform.core.plan.form_stage import FormPlan
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import Plan, compile_plan, form_piecemeal, plan_piecemeal
from zygoform.core.project import Project

PAINTED_MS = 20
"""So soon a window is painted after what was done in it."""
MANY_PARTS = 400
"""Of more, such as the strips of a pattern, a better layout is put into the plan slice by slice, too."""


class Prepared(NamedTuple):
    """Another state of the document before it becomes that: its plan, or the rest of the work on it."""

    form: FormPlan | None
    plan: Plan | None = None
    behind: bool = False
    """Whether its finish is still that of before."""
    rest: Piecemeal[Plan | None] | None = None


class Planning(QObject):
    """`planned` says that the plan of what was done last is there, `improved` that a better layout is in it.

    Until then `plan` is the one before, and so is `form` where one change alone takes long. `takes_long` says
    whether what is worked out of it goes slice by slice.
    """

    planned = Signal()
    improved = Signal()
    solving = Signal()
    failed = Signal(str)

    def __init__(self, project: Project, parent: QObject | None = None, *, soon: bool = False) -> None:
        super().__init__(parent)
        self.solver = Solver(self)
        self.solver.better.connect(self._improve)
        self.solver.failed.connect(self._on_failed)
        self.solver.idle.connect(self.solving)
        self.solve_in_background = False
        self.layouts, self._slices = LayoutStore(), Slices(self)
        self._memory, self._project = Memory(), project
        self._ahead: FormPlan | None = None
        self.before: Plan | None = None
        # At the start the window comes first: what its finish takes is added to the plan once it stands.
        self.plan = compile_plan(project, None, self._memory, finished=not soon)
        self._unfinished = soon and project.finishing.is_begun
        self._finish_seen, self._behind = True, False
        self.takes_long = _is_long(project, self.plan)

    @property
    def form(self) -> FormPlan | None:
        """The pieces before and after."""
        if self._ahead is not None:
            return self._ahead
        return self.plan.form if self.plan is not None else None

    @property
    def memory(self) -> Memory:
        """What was worked out so far: for who looks what else could be."""
        return self._memory

    @property
    def busy(self) -> bool:
        """Whether the plan of what was done last is still being worked out."""
        return self._ahead is not None

    def form_of(self, project: Project) -> Piecemeal[FormPlan | None]:
        """The pieces of another state of the document. Raises BadInputError where one is impossible."""
        return form_piecemeal(project, self._memory)

    def prepare(self, project: Project) -> Prepared:
        """Another state of the document, before it becomes that: all of a small one, of a large one what is quick.

        Raises BadInputError where a piece is impossible; whatever it raises, nothing has changed.
        """
        if is_large(project):
            form = unless_long(self.form_of(project))
            work = plan_piecemeal(project, self.layouts.best, self._memory)
            return Prepared(self.form if form is None else form[0], rest=work)
        kept = None if self._finish_seen else self._finish_of_before(project)
        work = plan_piecemeal(project, self.layouts.best, self._memory, finished=kept is None, kept=kept)
        made = unless_long(work)
        if made is None:
            return Prepared(self.form, None, kept is not None, work)
        (plan,) = made
        return Prepared(plan.form if plan is not None else None, plan, kept is not None)

    def look_at_finish(self, *, on: bool) -> None:
        """Whether a screen shows what hangs on the areas of faces: else these are worked out after it painted."""
        self._finish_seen = on
        if on and self._behind:
            self._slices.finish()

    def _finish_of_before(self, project: Project) -> FinishPlan | None:
        """What was worked out for the same pieces with the same layers, if anything was: one edit behind."""
        finish = self.plan.finish if self.plan is not None else None
        if finish is None or not finish.pieces or project.finishing != finish.finishing:
            return None
        same = [piece.piece_id for piece in finish.pieces] == [piece.id for piece in project.known_pieces]
        return finish if same and project.shop.coats == finish.own else None

    def begin(self, project: Project, plan: Plan | None, memory: Memory) -> None:
        """Another document."""
        self._slices.drop()
        self._memory, self.layouts, self._behind = memory, LayoutStore(), False
        self._project, self._ahead, self.plan, self.before = project, None, plan, None
        self.takes_long = _is_long(project, plan)

    def follow(self, project: Project, prepared: Prepared) -> None:
        """Another state of the document, which was prepared; `planned`, at once or later."""
        # What came so soon that its finish was never worked out: the totals are told against it all the same.
        earlier = self._project if self._behind else None
        self._project, self.takes_long = project, prepared.rest is not None
        if prepared.rest is not None:
            self._ahead, self._behind = prepared.form, False
            then = partial(self._on_followed, prepared.behind, earlier)
            self._slices.begin(prepared.rest, then, self._on_broken)
        else:
            self._slices.drop()
            self._on_followed(prepared.behind, earlier, prepared.plan)

    def _on_followed(self, behind: bool, earlier: Project | None, plan: Plan | None) -> None:
        self._on_planned(plan)
        self._behind = behind or earlier is not None
        if self._behind:
            # What was done is painted first.
            work = self._catching_up(earlier)
            self._slices.begin(work, self._on_caught_up, self._on_broken, after_ms=PAINTED_MS)

    def _catching_up(self, earlier: Project | None) -> Piecemeal[tuple[Plan | None, Plan | None]]:
        """The plan with its finish; before it that of the document it is told against, where that has none yet."""
        before = None
        if earlier is not None:
            before = yield from plan_piecemeal(earlier, self.layouts.best, self._memory)
        plan = yield from plan_piecemeal(self._project, self.layouts.best, self._memory)
        return before, plan

    def _on_caught_up(self, plans: tuple[Plan | None, Plan | None]) -> None:
        before, plan = plans
        self.before = before or self.before
        self._on_improved(plan)

    def again(self) -> None:
        """The plan as it is, from the document."""
        if not self.busy:
            self.plan = compile_plan(self._project, self.layouts.best, self._memory)

    def of_variant(self, variant_id: str) -> Plan | None:
        """The plan of a variant, which need not be the chosen one; what the others have in common is not worked out
        again.
        """
        return compile_plan(self._project, self.layouts.best, self._memory, variant_id)

    def of_variant_piecemeal(self, variant_id: str) -> Piecemeal[Plan | None]:
        """As `of_variant`, for a large project: may be interrupted."""
        return plan_piecemeal(self._project, self.layouts.best, self._memory, variant_id)

    def finish_of(self, plan: Plan, piece_id: str) -> FinishPlan:
        """The zones of one piece, for a plan that has not needed any so far."""
        return finish_now(plan.form, plan.pieces, self._project, self._memory, piece_id)

    def settle(self) -> None:
        """What is still being worked out is there, now."""
        self._slices.finish()

    def start_solving(self) -> None:
        """From now on layouts are improved in the background."""
        self.solve_in_background = True
        if self._unfinished and self.plan is not None and not self.plan.finish.pieces:
            work = plan_piecemeal(self._project, self.layouts.best, self._memory)
            self._slices.begin(work, self._on_improved, self._on_broken)
        self.ask()

    def ask(self) -> None:
        """The solver is given what it has not seen through; with nothing to do it stops."""
        if not self.solve_in_background or self.plan is None:
            return
        wanted = self.layouts.open_of(self.plan.cut.asked)
        if wanted:
            self.solver.ask(wanted)
            self.solving.emit()
        elif self.solver.busy:
            self.solver.cancel()

    def close(self) -> None:
        self._slices.drop()
        self.solver.close()

    def _work_out(self, then: Callable[[Plan | None], None]) -> None:
        work = plan_piecemeal(self._project, self.layouts.best, self._memory)
        if self.takes_long:
            self._slices.begin(work, then, self._on_broken)
        else:
            self._slices.drop()
            then(at_once(work))

    def _on_planned(self, plan: Plan | None) -> None:
        self.before, self.plan, self._ahead = self.plan, plan, None
        self.planned.emit()
        self.ask()

    def _on_improved(self, plan: Plan | None) -> None:
        # The solver is at work on the next problem: it is not asked again.
        self.plan, self._behind = plan, False
        self.improved.emit()

    def _improve(self, problem: LayoutProblem, layout: FoundLayout | None, last: bool) -> None:
        if self.layouts.take(problem, layout, last=last):
            # What is being worked out just now may have passed this problem: it begins again, and remembers.
            self._work_out(self._on_planned if self.busy else self._on_improved)
        if last:
            self.solving.emit()

    def _on_broken(self, wrong: Exception) -> None:
        self._ahead, self._behind = None, False
        self.failed.emit(
            f"The plan could not be worked out ({type(wrong).__name__}: {wrong}). The one before stays."
        )

    def _on_failed(self, _problem: object, fault: str) -> None:
        self.failed.emit(f"A better layout could not be looked for ({fault}). The quick one stays.")


def _is_long(project: Project, plan: Plan | None) -> bool:
    return is_large(project) or (plan is not None and len(plan.parts) > MANY_PARTS)

"""The only object that holds the document. Screens listen to it and never to each other."""

from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, Signal

from zygoform.app.jobs import Solver
from zygoform.core.cutting.problem import StripLayout, StripProblem
from zygoform.core.drawing.scene import Overlay
from zygoform.core.drawing.views import Viewpoint
from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.form.registry import KnownPiece
from zygoform.core.geometry.plane import Point
from zygoform.core.history import History, begin_history
from zygoform.core.measure.message import Message
from zygoform.core.measure.write import DisplayUnit
from zygoform.core.plan import Plan, Seen, compile_plan
from zygoform.core.project import Project
from zygoform.files.project_json import read_project, write_project

if TYPE_CHECKING:
    from zygoform.core.survey.spans import TapeLine

MOST_LAYOUTS = 400


class Session(QObject):
    """The project with its history, the plan, what is pointed at, and where one stands."""

    changed = Signal()
    hover_changed = Signal(str)
    viewpoint_changed = Signal()
    opened = Signal(str)
    refused = Signal(str)
    solving = Signal()

    def __init__(self, project: Project, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.history: History = begin_history(project, "Opened")
        self.saved: Project = project
        self.path: Path | None = None
        self.hovered = ""
        self.selected = ""
        self.highlighted: tuple[str, ...] = ()
        self.open_change = ""
        self.shown = ""
        self.traced: TapeLine | None = None
        self.selected_fault = ""
        self.photos_open = False
        self.spot: tuple[Viewpoint, Point] | None = None
        self.viewpoint: Viewpoint = "corner"
        self.overlay: Overlay = "over"
        self.solver = Solver(self)
        self.solver.better.connect(self._improve)
        self.solver.idle.connect(self.solving)
        self.solve_in_background = False
        self._layouts: dict[StripProblem, StripLayout] = {}
        self._preview: Project | None = None
        self.plan: Plan | None = None
        self.before: Plan | None = None
        self._seen_of: tuple[Plan, str, Seen] | None = None
        self._recompile()

    @property
    def project(self) -> Project:
        """The document; while something is dragged, as it would become."""
        return self._preview or self.history.project

    @property
    def unit(self) -> DisplayUnit:
        return self.project.shop.unit

    @property
    def piece(self) -> KnownPiece | None:
        """The piece on screen; the first while the whole set is."""
        return self.project.known(self.shown) or self.project.piece

    def seen(self) -> Seen | None:
        """The piece or set on screen, before and after; the same object until something of it changes."""
        if self.plan is None:
            return None
        if self._seen_of is None or self._seen_of[0] is not self.plan or self._seen_of[1] != self.shown:
            self._seen_of = (self.plan, self.shown, self.plan.seen(self.shown))
        return self._seen_of[2]

    def show_piece(self, piece_id: str) -> None:
        """One piece on screen, or for no id the whole set."""
        self.shown = piece_id
        self.hover("")
        self.select("")
        self.changed.emit()

    @property
    def is_dirty(self) -> bool:
        return self.history.project != self.saved

    def show(self, say: Message) -> str:
        """A sentence in the project's unit."""
        return say.words(self.unit.show)

    def fault(self, refused: BadInputError) -> str:
        """A refusal in the project's unit."""
        return self.show(Message(refused.message, refused.lengths))

    def do(self, edit: Callable[[Project], Edited]) -> None:
        """Makes one edit. Raises BadInputError, and then nothing has changed."""
        edited = edit(self.history.project)
        self._preview = None
        if edited.project == self.history.project:
            self._refresh()
            return
        plan = compile_plan(edited.project, self._layouts, self.plan)
        self._follow(edited.project)
        self.before, self.plan = self.plan, plan
        self.history = self.history.after(edited)
        self._tell()

    def try_do(self, edit: Callable[[Project], Edited]) -> bool:
        """Makes one edit; a refusal is told instead of raised."""
        try:
            self.do(edit)
        except BadInputError as refused:
            self.refused.emit(self.fault(refused))
            return False
        return True

    def preview(self, edit: Callable[[Project], Edited]) -> bool:
        """Shows an edit without making it; one that is refused leaves the last good picture."""
        try:
            edited = edit(self.history.project)
            plan = compile_plan(edited.project, self._layouts, self.plan)
        except BadInputError:
            return False
        if plan is not None and plan.failures:
            return False
        self._preview, self.plan = edited.project, plan
        self.changed.emit()
        return True

    def end_preview(self) -> None:
        """Back to the document as it is."""
        if self._preview is not None:
            self._preview = None
            self._refresh()

    def undo(self) -> None:
        if self.history.can_undo:
            self._follow(self.history.undone().project)
            self.before, self.history = self.plan, self.history.undone()
            self._refresh()

    def redo(self) -> None:
        if self.history.can_redo:
            self._follow(self.history.redone().project)
            self.before, self.history = self.plan, self.history.redone()
            self._refresh()

    def begin(self, project: Project, path: Path | None, words: str) -> None:
        """Another document; the one before is gone."""
        plan = compile_plan(project)
        self.history, self.saved, self.path = begin_history(project, words), project, path
        self.plan, self.before, self._preview = plan, None, None
        self.hovered = self.selected = self.open_change = self.shown = ""
        self._refresh()
        self.opened.emit(str(path or ""))

    def open(self, path: Path) -> None:
        """Opens a file. Raises UnreadableError, and then nothing has changed."""
        self.begin(read_project(path), path, f"Opened {path.name}")

    def save(self, path: Path) -> None:
        """Saves. Raises OSError; the document stays as it is and unsaved."""
        project = self.history.project
        if project.photos:
            from zygoform.files.photos import copy_along

            copy_along(self.path, path, project.photos)
        write_project(path, project)
        self.saved, self.path = self.history.project, path
        self.changed.emit()

    def hover(self, part_id: str) -> None:
        """Points at a part or opening, or at nothing; what is kept comes back when pointing ends."""
        target = part_id or self.selected
        if target != self.hovered:
            self.hovered = target
            self.hover_changed.emit(target)

    def highlight(self, part_ids: tuple[str, ...]) -> None:
        """Lights several parts at once, beside the one pointed at."""
        if part_ids != self.highlighted:
            self.highlighted = part_ids
            self.hover_changed.emit(self.hovered)

    def trace(self, line: "TapeLine | None") -> None:
        """The line a size is to be taken along, and the place it is seen from."""
        self.traced = line
        if line is not None and self.viewpoint != line.place:
            self.look_from(line.place)
        self.hover_changed.emit(self.hovered)

    def select(self, part_id: str, fault: str = "") -> None:
        """Keeps a part pointed at after the pointer has left; `fault` is the one on it that was meant."""
        self.selected, self.selected_fault = part_id, fault
        self.hovered = part_id
        self.hover_changed.emit(part_id)

    def look_from(self, viewpoint: Viewpoint | None = None, overlay: Overlay | None = None) -> None:
        """Where to stand, and what is laid over what."""
        self.viewpoint = viewpoint or self.viewpoint
        self.overlay = overlay or self.overlay
        self.viewpoint_changed.emit()

    def open_up(self, change_id: str) -> None:
        """Which change shows its fields."""
        if change_id != self.open_change:
            self.open_change = change_id
            self.changed.emit()

    def start_solving(self) -> None:
        """From now on layouts are improved in the background."""
        self.solve_in_background = True
        self._ask()

    def stop_solving(self) -> None:
        """Keeps the layouts found so far; the next edit asks again."""
        self.solver.cancel()
        self.changed.emit()
        self.solving.emit()

    def close(self) -> None:
        self.solver.close()

    def _follow(self, project: Project) -> None:
        """A piece that is new comes on screen; one that is gone leaves it."""
        before, after = ([p.id for p in project.pieces] for project in (self.history.project, project))
        new = [piece_id for piece_id in after if piece_id not in before]
        if new and before:
            self.shown = new[-1]
        elif self.shown not in after:
            self.shown = ""

    def _refresh(self) -> None:
        self._recompile()
        self._tell()

    def _tell(self) -> None:
        self.changed.emit()
        self._ask()

    def _recompile(self) -> None:
        self.plan = compile_plan(self.project, self._layouts, self.plan)

    def _ask(self) -> None:
        if not self.solve_in_background or self.plan is None:
            return
        open_problems = [a.problem for a in self.plan.asked if a.problem not in self._layouts]
        if open_problems:
            self.solver.ask(open_problems)
            self.solving.emit()
        elif self.solver.busy:
            self.solver.cancel()

    def _improve(self, problem: StripProblem, layout: StripLayout, last: bool) -> None:
        if len(self._layouts) > MOST_LAYOUTS:
            self._layouts.clear()
        self._layouts[problem] = layout
        if self._preview is None:
            self._recompile()
            self.changed.emit()
        if last:
            self.solving.emit()

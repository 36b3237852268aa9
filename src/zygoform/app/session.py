"""The only object that holds the document. Screens listen to it and never to each other."""

import math
import time
from collections.abc import Callable, Collection, Iterator
from contextlib import contextmanager, suppress
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from msgspec import structs
from PySide6.QtCore import QObject, Signal

from zygoform.app.day_planning import DayPlanning
from zygoform.app.planning import Planning, Prepared
from zygoform.app.slices import Slices
from zygoform.app.view_state import ViewState
from zygoform.core.drawing.scene import Overlay
from zygoform.core.drawing.views import Viewpoint
from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.form.arrange import USUAL_ROOM
from zygoform.core.form.form import Form
from zygoform.core.form.piece import PieceBase
from zygoform.core.history import History, begin_history
from zygoform.core.ids import piece_of
from zygoform.core.limits import check_edited
from zygoform.core.measure.message import Message
from zygoform.core.measure.write import DisplayUnit
from zygoform.core.piecemeal import unless_long
from zygoform.core.plan.form_stage import FormPlan
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import Plan, compile_plan
from zygoform.core.plan.seen import Seen, seen_of
from zygoform.core.plan.touched import EVERYTHING, Topic, topics
from zygoform.core.project import Project

if TYPE_CHECKING:
    from zygoform.core.survey.spans import TapeLine
    from zygoform.files.photos import Saved


ONE_STREAM = 1.0
"""Seconds: what a device sends to one field within so long of each other is one step to undo."""
_ROOMS = (1.0, USUAL_ROOM, 2.7, 4.2)
"""Between these a set is not laid out anew."""


class Session(QObject):
    """The project with its history, the plan, and what is looked at.

    `changed` says that the document or the view is another, `touched` then holds what of it; `previewed` that
    something is being dragged: only the pieces and their drawing are worked out until it is let go.

    The plan of a large project is worked out slice by slice. Meanwhile what was done is shown as if it were being
    dragged, and `changed` is told when the plan is there.
    """

    changed = Signal()
    previewed = Signal()
    hover_changed = Signal(str)
    viewpoint_changed = Signal()
    opened = Signal(str)
    refused = Signal(str)
    solving = Signal()

    def __init__(self, project: Project, parent: QObject | None = None, *, soon: bool = False) -> None:
        super().__init__(parent)
        self.history: History = begin_history(project, "Opened")
        self.saved: Project = project
        self.path: Path | None = None
        self.view = ViewState()
        self.touched: frozenset[Topic] = frozenset()
        self.planning = Planning(project, self, soon=soon)
        self.planning.planned.connect(self._on_planned)
        self.planning.improved.connect(self._on_planned)
        self.planning.failed.connect(self.refused)
        self.planning.solving.connect(self.solving)
        self.days = DayPlanning(
            lambda: (self.history.project, self.planning.plan), lambda: self.planning.memory, self
        )
        self.days.failed.connect(self.refused)
        self._told_of: tuple[Project, Plan | None] = project, self.planning.plan
        self._preview: tuple[Project, FormPlan] | None = None
        self._next_preview: Project | None = None
        self._previews = Slices(self)
        self._seen_of: tuple[FormPlan, tuple[object, ...], Seen] | None = None
        self._room_wide = USUAL_ROOM
        self._one, self._last = "", ("", 0, 0.0)

    @property
    def project(self) -> Project:
        """The document; while something is dragged, as it would become."""
        return self._preview[0] if self._preview is not None else self.history.project

    @property
    def form(self) -> FormPlan | None:
        """The pieces before and after; while something is dragged, as they would become."""
        return self._preview[1] if self._preview is not None else self.planning.form

    @property
    def plan(self) -> Plan | None:
        """Of the document as screens were told of it; a large one's comes a moment after what was done."""
        return self.planning.plan

    @property
    def unit(self) -> DisplayUnit:
        return self.project.shop.unit

    @property
    def piece(self) -> PieceBase | None:
        """The one piece that is acted on: the one on screen, else the one last selected, else the first."""
        return self.project.known(self.view.shown or self.view.current) or self.project.piece

    def finish(self) -> FinishPlan:
        """The zones of all pieces as planned; before anything is chosen, those of the one that is acted on."""
        plan, piece = self.plan, self.piece
        if plan is None or piece is None:
            return FinishPlan()
        return plan.finish if plan.finish.pieces else self.planning.finish_of(plan, piece.id)

    @property
    def planned(self) -> Form | None:
        """All pieces with their changes made; None where a piece is impossible."""
        return self.plan.planned if self.plan is not None else None

    def seen(self) -> Seen | None:
        """The piece or set on screen, before and after; the same object until something of it changes."""
        form = self.form
        if form is None:
            return None
        # A set is set out for the place it is looked at from; one piece looks the same object from everywhere.
        shown = self.view.shown if len(form.pieces) > 1 else ""
        whole = len(form.pieces) > 1 and not shown
        how = (shown, self.view.opened, self.view.swing, *((self.view.viewpoint, self._room_wide) if whole else ()))
        how = (*how, self.is_previewing)
        if self._seen_of is None or self._seen_of[0] is not form or self._seen_of[1] != how:
            seen = seen_of(form, shown, self.view.viewpoint, self._room_wide, self.view.opened, self.view.swing)
            moves = self.is_previewing or 0 < self.view.swing < 1
            self._seen_of = (form, how, structs.replace(seen, held=self.is_previewing, moves=moves))
        return self._seen_of[2]

    def look_into(self, opening_ids: Collection[str], *, open_: bool) -> None:
        """Draws drawers out and opens doors, or shuts them again."""
        now = self.view.opened
        self.view.opened = now | frozenset(opening_ids) if open_ else now - frozenset(opening_ids)
        if self.view.opened != now:
            self.viewpoint_changed.emit()

    def swing_to(self, share: float) -> None:
        """Lets all open flaps down by a share of their turn."""
        self.view.swing = share
        self.viewpoint_changed.emit()

    def draw_in(self, wide: float) -> None:
        """The room there is for a drawing is so many times as wide as high: a set is laid out for it."""
        self._room_wide = min(_ROOMS, key=lambda room: abs(math.log(room / max(wide, 0.1))))

    def show_piece(self, piece_id: str) -> None:
        """One piece on screen, or for no id the whole set."""
        self.view.shown = piece_id
        self.view.current = piece_id or self.view.current
        self.hover("")
        self.select("")
        self._tell_view()

    @property
    def is_dirty(self) -> bool:
        """Whether there is work to lose. An empty sheet has none, whatever unit it is in."""
        now = self.history.project
        return now != self.saved and not (self.path is None and _is_empty(now) and _is_empty(self.saved))

    def show(self, message: Message) -> str:
        """A sentence in the project's unit."""
        return message.words(self.unit.show)

    def fault(self, refused: BadInputError) -> str:
        """A refusal in the project's unit."""
        return self.show(Message(refused.message, refused.lengths))

    def do(self, edit: Callable[[Project], Edited]) -> None:
        """Makes one edit. Raises BadInputError, and then nothing has changed."""
        before = self.history.project
        edited = edit(before)
        self._no_preview()
        if edited.project == before:
            self._refresh()
            return
        check_edited(edited.project, before)
        # Refused, if it is, before anything is another.
        prepared = self.planning.prepare(edited.project)
        self._follow(edited.project)
        name, at, when = self._last
        soon = time.monotonic() - when < ONE_STREAM
        goes_on = bool(self._one) and soon and (name, at) == (self._one, self.history.at) and self.history.can_undo
        self.history = (self.history.undone() if goes_on else self.history).after(edited)
        self._last = self._one, self.history.at, time.monotonic()
        self._plan(prepared)

    @contextmanager
    def as_one(self, name: str) -> Iterator[None]:
        """What is done meanwhile is one step to undo with what was done just before under the same name."""
        before, self._one = self._one, name
        try:
            yield
        finally:
            self._one = before

    def try_do(self, edit: Callable[[Project], Edited]) -> bool:
        """Makes one edit; a refusal is told instead of raised."""
        try:
            self.do(edit)
        except BadInputError as refused:
            self.refused.emit(self.fault(refused))
            return False
        return True

    def preview(self, edit: Callable[[Project], Edited]) -> bool:
        """Shows an edit without making it; one that is refused leaves the last good picture.

        What takes long is seen when it is worked out; of several that come meanwhile the last one is next.
        """
        try:
            project = edit(self.history.project).project
            if self._previews.busy:
                self._next_preview = project
                return True
            return self._begin_preview(project)
        except BadInputError:
            return False

    def _begin_preview(self, project: Project) -> bool:
        self._next_preview = None
        work = self.planning.form_of(project)
        made = unless_long(work)
        if made is not None:
            return self._show_preview(project, made[0])
        self._previews.begin(work, partial(self._show_preview, project), lambda _wrong: None)
        return True

    def _show_preview(self, project: Project, form: FormPlan | None) -> bool:
        good = form is not None and not form.failures
        if form is not None and good:
            self._preview = project, form
            self.previewed.emit()
        if self._next_preview is not None:
            with suppress(BadInputError):
                self._begin_preview(self._next_preview)
        return good

    def _no_preview(self) -> None:
        self._previews.drop()
        self._preview = self._next_preview = None

    @property
    def is_previewing(self) -> bool:
        """Whether something is being dragged."""
        return self._preview is not None

    def end_preview(self) -> None:
        """Back to the document as it is."""
        shown = self._preview is not None
        self._no_preview()
        if shown:
            self.previewed.emit()

    def undo(self) -> None:
        if self.history.can_undo:
            self._go(self.history.undone())

    def redo(self) -> None:
        if self.history.can_redo:
            self._go(self.history.redone())

    def _go(self, history: History) -> None:
        """To another state of the same document."""
        prepared = self.planning.prepare(history.project)
        self._follow(history.project)
        self.history = history
        self._no_preview()
        self._plan(prepared)

    def begin(self, project: Project, path: Path | None, words: str) -> None:
        """Another document; the one before is gone, with all that was looked at of it."""
        memory = Memory()
        self.begin_planned(project, path, words, (compile_plan(project, None, memory), memory))

    def begin_planned(
        self, project: Project, path: Path | None, words: str, planned: tuple[Plan | None, Memory]
    ) -> None:
        """As `begin`, where the plan is worked out already; with what was remembered at it."""
        self.planning.begin(project, *planned)
        self.history, self.saved, self.path = begin_history(project, words), project, path
        self._no_preview()
        self._seen_of = None
        self._told_of = project, self.plan
        self.view = ViewState()
        self.touched = EVERYTHING
        # First the screens of the document before go: none of them may meet this one.
        self.opened.emit(str(path or ""))
        self._tell(EVERYTHING)
        self.days.forget()
        self.planning.ask()

    def save(self, path: Path) -> None:
        """Saves. Raises OSError; the document stays as it is and unsaved."""
        from zygoform.files.photos import save_project

        self.saved_as(path, save_project(self.path, path, self.history.project))

    def saved_as(self, path: Path, saved: "Saved") -> None:
        """The document was written; what a file cannot hold of it stays here, unsaved."""
        if saved.project is not self.history.project:
            # Where its photos lie is no edit of the user's, and nothing to be undone.
            self.history = self.history.instead(saved.project)
        self.saved, self.path = saved.held, path
        self._tell_view()

    def hover(self, part_id: str) -> None:
        """Points at a part or opening, or at nothing; what is selected comes back when pointing ends."""
        target = part_id or self.view.selected
        if target != self.view.hovered:
            self.view.hovered = target
            self.hover_changed.emit(target)

    def highlight(self, part_ids: tuple[str, ...]) -> None:
        """Lights several parts at once, beside the one pointed at."""
        if part_ids != self.view.highlighted:
            self.view.highlighted = part_ids
            self.hover_changed.emit(self.view.hovered)

    def trace(self, line: "TapeLine | None") -> None:
        """The line a size is to be taken along, and the place it is seen from."""
        self.view.traced = line
        if line is not None and self.view.viewpoint != line.place:
            self.look_from(line.place)
        self.hover_changed.emit(self.view.hovered)

    def select(self, part_id: str, fault: str = "") -> None:
        """Keeps a part pointed at after the pointer has left; `fault` is the one on it that was meant.

        The piece it belongs to is the current one from now on.
        """
        self.view.selected, self.view.selected_fault, self.view.hovered = part_id, fault, part_id
        piece_id = self.piece_of(part_id)
        moved = bool(piece_id) and piece_id != (self.piece.id if self.piece is not None else "")
        if moved:
            self.view.current = piece_id
        self.hover_changed.emit(part_id)
        if moved and not self.view.shown:
            self._tell_view()

    def piece_of(self, part_id: str) -> str:
        """The piece a part is on, also one of a change; nothing where there is none."""
        head = piece_of(part_id)
        change = self.project.change(head)
        head = piece_of(change.targets[0]) if change is not None else head
        return head if head and self.project.known(head) is not None else ""

    def look_from(self, viewpoint: Viewpoint | None = None, overlay: Overlay | None = None) -> None:
        """Where to stand, and what is laid over what."""
        self.view.viewpoint = viewpoint or self.view.viewpoint
        self.view.overlay = overlay or self.view.overlay
        self.viewpoint_changed.emit()

    def open_up(self, change_id: str) -> None:
        """Which change shows its fields; lines are drawn by hand for no other."""
        if change_id != self.view.open_change:
            self.view.open_change, self.view.drawing_on = change_id, ""
            self._tell_view()

    def stop_solving(self) -> None:
        """Keeps the layouts found so far; the next edit asks again."""
        self.planning.solver.cancel()
        self._tell_view()
        self.solving.emit()

    def close(self) -> None:
        self.planning.close()
        self.days.close()

    def _follow(self, project: Project) -> None:
        """A piece that is new comes on screen; one that is gone leaves it."""
        before, after = ([p.id for p in project.pieces] for project in (self.history.project, project))
        new = [piece_id for piece_id in after if piece_id not in before]
        if new and before:
            self.view.shown = self.view.current = new[-1]
        if self.view.shown not in after:
            self.view.shown = ""
        if self.view.current not in after:
            self.view.current = ""

    def _refresh(self) -> None:
        """Everything is shown again as the document has it: something typed was not taken."""
        self.planning.again()
        self._tell(EVERYTHING)
        self.planning.ask()

    def _tell_view(self) -> None:
        self.touched = frozenset({"view"})
        self.changed.emit()

    def _tell(self, touched: frozenset[Topic]) -> None:
        self.touched = touched
        self.changed.emit()
        self.days.follow()

    def _plan(self, prepared: Prepared) -> None:
        """What follows from the document."""
        self.planning.follow(self.history.project, prepared)
        if self.planning.busy:
            self.previewed.emit()

    def _on_planned(self) -> None:
        before, was = self._told_of
        self._told_of = self.history.project, self.plan
        self._tell(topics(before, self.history.project, was, self.plan))


def _is_empty(project: Project) -> bool:
    return not (project.pieces or project.changes or project.stock or project.photos or project.facts)

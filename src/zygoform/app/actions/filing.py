"""New, open, save, export, and asking before unsaved work is lost."""

from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtWidgets import QWidget

from zygoform.app.actions.sharing import Sharing
from zygoform.app.background import Background, patiently
from zygoform.app.preferences import Preferences
from zygoform.app.session import Session
from zygoform.core.project import Project
from zygoform.files.exports import TableExport
from zygoform.files.names import shown
from zygoform.files.project_json import SUFFIX, UnreadableError
from zygoform.files.user_folder import home

if TYPE_CHECKING:
    from zygoform.app.actions.asking import ChangedChoice, CopyChoice, PricesChoice, UnsavedChoice
    from zygoform.app.actions.opening import Planned
    from zygoform.app.actions.taking import TableKind
    from zygoform.core.schedule.day_plan import DayPlan
    from zygoform.files.outlines import DrawingKind
    from zygoform.files.paper import Paper, Variants

FILTER = f"Zygoform projects (*{SUFFIX});;All files (*)"


class Filing(QObject):
    """The asking is in replaceable functions, so that a test can answer."""

    told = Signal(str)
    taken_up = Signal(object)

    def __init__(self, session: Session, window: QWidget, preferences: Preferences) -> None:
        super().__init__(window)
        self.session, self.window, self.preferences = session, window, preferences
        self.sharing = Sharing(session, self)
        self.sharing.told.connect(self.told)
        self.ask_changed: Callable[[str], ChangedChoice] = self._ask_changed
        self.ask_open: Callable[[str], str] = self._ask_open
        self.ask_save: Callable[[str, str], str] = self._ask_save
        self.ask_photos: Callable[[], list[str]] = self._ask_photos
        self.ask_unsaved: Callable[[], UnsavedChoice] = self._ask_unsaved
        self.ask_copy: Callable[[str], CopyChoice] = self._ask_copy
        self.ask_prices: Callable[[str], PricesChoice] | None = None
        self._background = Background(self)
        self._background.finished.connect(self._exported)
        self._exporting, self._saving, self._left_out = "", False, ""

    def new(self) -> None:
        """An empty project, ready for three sizes."""
        if self.may_leave():
            self.session.begin(self.fresh(), None, "New piece")

    def fresh(self) -> Project:
        """A project with nothing in it but one's usual settings and prices."""
        from zygoform.files.demo import fresh_project
        from zygoform.files.prices_csv import own_prices

        own, last = self.preferences, self.session.project
        system = last.shop.unit.system if last.pieces else own.settings.system
        return fresh_project(own.settings.shop, own_prices(), own.fan, own.lessons, system)

    def demo(self) -> None:
        """The Harbour Lane counter."""
        if self.may_leave():
            from zygoform.files.demo import demo_project, in_its_days

            self.session.begin(in_its_days(demo_project(), self.session.days.clock.time()), None, "Opened the demo")

    def demo_set(self) -> None:
        """The Mill Row set."""
        if self.may_leave():
            from zygoform.files.demo import set_demo

            self.session.begin(set_demo(), None, "Opened the demo")

    def open(self) -> None:
        """Asks for a project file and opens it."""
        if self.may_leave():
            name = self.ask_open(FILTER)
            if name:
                self.open_file(Path(name))

    def open_file(self, path: Path) -> bool:
        """Opens a file, a long one a moment later; what is wrong with it is told, and the document stays."""
        from zygoform.app.actions.opening import (
            LongOpening,
            is_long,
            planned_as_far_as_sound,
            read_or_why_not,
        )

        def refuse(words: str) -> None:
            self.told.emit(f"{shown(path)}: {words}")

        def take(project: Project, planned: "Planned", set_aside: str) -> None:
            self.session.begin_planned(project, path, f"Opened {shown(path)}", planned)
            self._opened(path, set_aside)

        if is_long(path):
            LongOpening(self.window, shown(path), partial(read_or_why_not, path), take, refuse).open()
            return True
        found = read_or_why_not(path)
        try:
            if not isinstance(found, Project):
                raise found
            take(*planned_as_far_as_sound(found))
        except UnreadableError as refused:
            refuse(str(refused))
            return False
        return True

    def _opened(self, path: Path, set_aside: str) -> None:
        self.sharing.took(path)
        self.preferences.set(recent=self.preferences.settings.with_recent(path).recent)
        if set_aside:
            self.told.emit(f"{shown(path)} {set_aside}")
        self._offer_copy(path)

    def _offer_copy(self, path: Path) -> None:
        """Work on this file that a window left behind which is gone."""
        from zygoform.files.recovery import compare, drop, left_behind_of, offer_words

        copy = left_behind_of(path)
        if copy is None:
            return
        try:
            words = offer_words(copy, compare(copy))
        except (OSError, UnreadableError):
            words = offer_words(copy, None)
        answer = self.ask_copy(f"There is unsaved work on {shown(path)}. {words}")
        if answer == "take":
            self.taken_up.emit(copy)
        elif answer == "away":
            drop(copy.path)

    def open_recent(self, path: Path) -> None:
        """One of the files opened before."""
        if self.may_leave():
            self.open_file(path)

    def save(self) -> bool:
        """Saves where it was opened from; a new one asks for a name."""
        return self._write(self.session.path) if self.session.path else self.save_as()

    def save_as(self) -> bool:
        """Asks for a name and saves there."""
        name = self.ask_save(self._suggested(SUFFIX), FILTER)
        if not name:
            return False
        return self._write(Path(name if name.endswith(".json") else name + SUFFIX))

    def _write(self, path: Path | None) -> bool:
        if path is None or self._saving:
            return False
        try:
            while not self._saved(path):
                answer = self.ask_changed(shown(path))
                if answer != "over":
                    return self.save_as() if answer == "other" else False
                self.sharing.go_on_over(path)
        except OSError as refused:
            self.told.emit(f"Not saved: {refused.strerror or refused}. The work is still here, and unsaved.")
            return False
        recent = self.preferences.settings.with_recent(path).recent
        self.preferences.set(recent=recent, system=self.session.unit.system)
        others = self.sharing.others
        more = "".join(f". {words}" for words in (self._left_out, others) if words)
        self.told.emit(f"Saved as {shown(path)}{more}")
        return True

    def _saved(self, path: Path) -> bool:
        """Saves, unless the file was changed elsewhere; between looking and writing no other window comes."""
        from zygoform.files.guard import alone, stamp
        from zygoform.files.photos import Saved, left_out_words, save_project

        before, project = self.session.path, self.session.history.project

        def work() -> tuple[Saved, str] | None:
            with alone(path):
                if self.sharing.changed_elsewhere(path):
                    return None
                return save_project(before, path, project), stamp(path)

        self._saving = True
        try:
            with self.sharing.own_writing():
                written = patiently(work)
                if written is not None:
                    self.sharing.took(path, written[1])
        finally:
            self._saving = False
        if written is None:
            return False
        self.sharing.look()
        if self.session.history.project is not project:
            # A device's reading may come in meanwhile: it is saved too.
            return self._saved(path)
        self.session.saved_as(path, written[0])
        self._left_out = left_out_words(written[0].left_out, "The file")
        return True

    def export_table(self, export: TableExport) -> None:
        """A table, to be opened by any program."""
        self.session.planning.settle()
        project, plan = self.session.project, self.session.plan
        if plan is None and export.of_plan:
            return
        name = self.ask_save(self._suggested(export.ending), "CSV (*.csv)")
        if not name:
            return
        from zygoform.files.atomic import write_whole

        try:
            write_whole(Path(name), export.make(project, plan).encode("utf-8-sig"))
        except OSError as refused:
            self.told.emit(f"Not exported: {refused.strerror or refused}.")
        else:
            self.told.emit(f"Exported {shown(Path(name))}")

    def export_templates(self, kind: "DrawingKind") -> None:
        """Templates at full size, for other programs and for machines."""
        self.session.planning.settle()
        from zygoform.app.actions.outlines import write_templates

        write_templates(self.session, kind, self.ask_save, self._suggested(f" template.{kind}"), self.told.emit)

    def export_pattern(self, kind: "DrawingKind") -> None:
        """Every piece of a pattern as it lies, for other programs and for machines."""
        self.session.planning.settle()
        from zygoform.app.actions.outlines import write_patterns

        write_patterns(self.session, kind, self.ask_save, self._suggested(f" pattern.{kind}"), self.told.emit)

    def take_outline(self) -> None:
        """The line of a cut-out, from a drawing."""
        from zygoform.app.actions.outlines import take_outline

        take_outline(self.session, self.ask_open, self.told.emit, self)

    def preview(self, paper: str = "sheet") -> None:
        """The prints on the screen first."""
        self.session.planning.settle()
        if self.session.plan is None:
            return
        # Printing is loaded when it is first wanted.
        from zygoform.app.widgets.preview import Preview

        plan, project, variants = self.session.plan, self.session.project, self._variants()
        days = self._days()
        made = Preview(self.window, lambda paper: paper.make(project, plan, variants, days), self.export_paper)
        made.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        made.show_paper(paper)
        made.open()

    def export_sheet(self) -> None:
        """The work sheet as PDF."""
        from zygoform.files.paper import PAPERS

        self.export_paper(PAPERS[0])

    def export_paper(self, paper: "Paper") -> None:
        """A print as PDF; written in the background, since it takes a moment."""
        self.session.planning.settle()
        plan, project, variants = self.session.plan, self.session.project, self._variants()
        if plan is None:
            return
        days = self._days() if paper.id == "days" else None
        name = self.ask_save(self._suggested(paper.ending), "PDF (*.pdf)")
        if not name:
            return
        path = Path(name)

        def work() -> None:
            from zygoform.files.atomic import write_whole

            write_whole(path, paper.make(project, plan, variants, days))

        self._exporting = shown(path)
        self.told.emit(f"Writing {shown(path)}…")
        self._background.start(work)

    def _days(self) -> "DayPlan | None":
        from zygoform.app.actions.days_out import days_of

        return days_of(self.session)

    def export_calendar(self) -> None:
        """The days as a calendar file."""
        self.session.planning.settle()
        from zygoform.app.actions.days_out import write_calendar

        write_calendar(self.session, self.ask_save, self._suggested(" days.ics"), self.told.emit)

    def _variants(self) -> "Variants":
        """The plans that a comparison looks at; worked out here, for no other thread may."""
        from zygoform.core.plan.compared import beside

        plans = ((v.id, self.session.planning.of_variant(v.id)) for v in beside(self.session.project))
        return tuple((own, plan) for own, plan in plans if plan is not None)

    def _exported(self, fault: str) -> None:
        self.told.emit(f"Not exported: {fault}." if fault else f"Exported {self._exporting}")

    def take_table(self, what: "TableKind") -> None:
        """A table of one's own is taken over; with a fault in any row nothing is."""
        from zygoform.app.actions.taking import take_table

        take_table(self.session, what, self.ask_open, self.told.emit, self.ask_prices, self.window)

    def may_leave(self) -> bool:
        """Whether the document may go: saved, or not wanted any more."""
        if not self.session.is_dirty:
            return True
        answer = self.ask_unsaved()
        return self.save() if answer == "save" else answer == "discard"

    def leave(self) -> tuple[Path | None, str]:
        """Another window of the same document comes after this one: the open file, and what it held when read."""
        known = self.sharing.known
        self.sharing.close()
        return known

    def close(self) -> None:
        """The document is left."""
        self.sharing.close()

    def _suggested(self, ending: str) -> str:
        plain = "".join(c if c.isalnum() or c in " -_" else "-" for c in self.session.project.name or "New piece")
        folder = self.session.path.parent if self.session.path else home()
        return str(folder / f"{plain}{ending}")

    def _ask_open(self, kinds: str) -> str:
        from zygoform.app.actions.asking import ask_open

        return ask_open(self.window, self.session.path.parent if self.session.path else home(), kinds)

    def _ask_photos(self) -> list[str]:
        from zygoform.app.actions.asking import ask_photos

        return ask_photos(self.window, self.session.path.parent if self.session.path else home())

    def _ask_save(self, suggested: str, kinds: str) -> str:
        from zygoform.app.actions.asking import ask_save

        return ask_save(self.window, suggested, kinds)

    def _ask_unsaved(self) -> "UnsavedChoice":
        from zygoform.app.actions.asking import ask_unsaved

        return ask_unsaved(self.window, self.session.project.name or "This piece")

    def _ask_copy(self, words: str) -> "CopyChoice":
        from zygoform.app.actions.asking import ask_copy

        return ask_copy(self.window, words)

    def _ask_changed(self, name: str) -> "ChangedChoice":
        from zygoform.app.actions.asking import ask_changed

        return ask_changed(self.window, name)

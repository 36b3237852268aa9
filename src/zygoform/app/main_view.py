"""What stands in the frame: puts the regions in place and wires them, nothing else."""

from collections.abc import Callable, Iterator
from functools import partial
from importlib import import_module
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QAction
from PySide6.QtWidgets import QGridLayout, QLabel, QMenu, QSizePolicy, QStackedWidget, QWidget

from zygoform.app.actions.action import Action, fill_menu, make
from zygoform.app.actions.devices import Devices
from zygoform.app.actions.filing import Filing
from zygoform.app.actions.table import days_actions, drawing_actions, finish_actions, survey_actions, window_actions
from zygoform.app.main_window import MainWindow
from zygoform.app.preferences import Preferences
from zygoform.app.session import Session
from zygoform.app.theme.plain import plain, unmarked
from zygoform.app.widgets.head import HeadStrip
from zygoform.app.widgets.side_drawer import scrolled
from zygoform.app.widgets.tally import Tally
from zygoform.files.names import from_text, shown
from zygoform.files.project_json import SUFFIX
from zygoform.files.recovery import drop
from zygoform.files.settings_json import Settings

if TYPE_CHECKING:
    from zygoform.app.stages.survey.start import StartBox
    from zygoform.app.widgets.finder import Findable, Finder

TOLD_MS = 6000
_WITHOUT_FINISH = ("survey", "redesign", "cut")
"""Screens that show nothing of the areas of faces but in the totals."""
_PAGES = ("settings", "help")
_SCREENS = {"buy": ("buy", "BuyStage"), "cut": ("cut", "CutStage"), "compare": ("compare", "CompareStage")}
"""The screens that are made from the document alone."""


class MainView(QWidget):
    """Head, the stage of now, tally. Stages are made when they are first gone to."""

    closing = Signal()
    taken_up = Signal(object)

    def __init__(self, session: Session, frame: MainWindow, preferences: Preferences | None = None) -> None:
        super().__init__()
        self.session, self.frame = session, frame
        self.preferences = preferences or Preferences(Settings(), self)
        self.filing = Filing(session, self, self.preferences)
        self.filing.told.connect(self.tell)
        session.refused.connect(self.tell)
        self.navigation, self.head, self.tally = frame.navigation, HeadStrip(session), Tally(session)
        self.stages = QStackedWidget()
        self.stage = ""
        self._made: dict[str, QWidget] = {}
        self._told = plain(QLabel(self))
        self._told.setObjectName("told")
        self._told.hide()
        self._quiet = QTimer(self)
        self._quiet.setSingleShot(True)
        self._quiet.timeout.connect(self._told.hide)
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(0)
        grid.addWidget(self.head, 0, 0)
        # With large text in a small window a screen may need more room than there is.
        room = self._room = scrolled(self.stages, sideways=True)
        room.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        grid.addWidget(room, 1, 0)
        grid.addWidget(self.tally, 2, 0)
        grid.setRowStretch(1, 1)
        self.devices = Devices(frame, self.tell, self)
        self.actions_table: dict[str, tuple[Action, QAction]] = {}
        self._finder: Finder | None = None
        for action in window_actions(
            session, self.filing, self.go, frame.close, self._next_region, self._find, self.devices
        ):
            self.actions_table[action.id] = (action, make(action, self))
        fill_menu(self.head.menu, [pair for pair in self.actions_table.values() if pair[0].menu == "File"])
        self.head.menu.aboutToShow.connect(self._fill_recent)
        self._recent = self.head.menu.addMenu("Open recent")
        fitted = QMenu("Measuring devices", self.head.menu)
        fill_menu(fitted, [pair for pair in self.actions_table.values() if pair[0].menu == "Devices"])
        self.head.menu.insertMenu(self.actions_table["close"][1], fitted)
        self.head.menu.insertMenu(self.actions_table["demo"][1], self._recent)
        self.head.give(self.actions_table["undo"][1], self.actions_table["redo"][1])
        self.filing.taken_up.connect(self.taken_up)
        self.navigation.chosen.connect(self.go)
        self.head.compare.clicked.connect(partial(self.go, "compare"))
        self.tally.leads.connect(self.go)
        session.changed.connect(self._summaries)
        session.days.planned.connect(self._summaries)
        session.opened.connect(self._on_opened)
        frame.may_close = self._may_close
        frame.furnish(self)

    def take_pages(self) -> Iterator[QWidget]:
        """Takes the screens out one after the other, that which is seen last: they are thrown away."""
        for stage in sorted(self._made, key=lambda stage: stage == self.stage):
            page = self._made.pop(stage)
            self.stages.removeWidget(page)
            yield page

    def go(self, stage: str) -> None:
        """Shows a stage."""
        if self.session.plan is None and stage not in _PAGES:
            stage = "survey"
        if stage not in self._made:
            self._made[stage] = self._make(stage)
            self.stages.addWidget(self._made[stage])
        self.stage = stage
        self.stages.setCurrentWidget(self._made[stage])
        for name, page in self._made.items():
            # Only the screen that is seen says how much room it needs.
            policy = QSizePolicy.Policy.Preferred if name == stage else QSizePolicy.Policy.Ignored
            page.setSizePolicy(policy, policy)
        self.session.planning.look_at_finish(on=stage not in _WITHOUT_FINISH)
        self.session.days.look(on=stage == "days")
        self._made[stage].begin()  # type: ignore[attr-defined]
        # Where the keyboard starts may lie further down a screen that is higher than the window.
        self._room.verticalScrollBar().setValue(0)
        self._summaries()

    def _make(self, stage: str) -> QWidget:
        # Screens are loaded when they are gone to: the first one stands sooner.
        makers: dict[str, Callable[[], QWidget]] = {
            "survey": self._make_survey,
            "redesign": self._make_redesign,
            "finish": self._make_finish,
            "days": self._make_days,
            "settings": self._make_settings,
            "help": self._make_help,
        }
        if stage in makers:
            return makers[stage]()
        module, name = _SCREENS[stage]
        screen = getattr(import_module(f"zygoform.app.stages.{module}.stage"), name)
        made: QWidget = screen(self.session, self.stages)
        if stage == "compare":
            made.printed.connect(partial(self.filing.preview, "variants"))  # type: ignore[attr-defined]
        return made

    def _make_survey(self) -> QWidget:
        from zygoform.app.stages.survey.stage import SurveyStage

        recent = self.preferences.settings.recent
        survey = SurveyStage(self.session, recent, lambda: self.filing.ask_photos(), self._wire_start, self.stages)
        survey.photos.told.connect(self.tell)
        survey.labels.connect(partial(self.filing.preview, "labels"))
        self._give_keys(
            (*drawing_actions(self.session, survey.area.view, None), *survey_actions(survey)), survey.area
        )
        return survey

    def _make_redesign(self) -> QWidget:
        from zygoform.app.stages.redesign.stage import RedesignStage

        redesign = RedesignStage(self.session, self.stages)
        redesign.outline_wanted.connect(self.filing.take_outline)
        self._give_keys(drawing_actions(self.session, redesign.area.view, redesign.open_add), redesign.area.view)
        return redesign

    def _make_finish(self) -> QWidget:
        from zygoform.app.stages.finish.stage import FinishStage

        finish = FinishStage(self.session, self.preferences, self.stages)
        self._give_keys((*drawing_actions(self.session, finish.view, None), *finish_actions(finish)), finish.view)
        return finish

    def _make_days(self) -> QWidget:
        from zygoform.app.stages.days.stage import DaysStage

        days = DaysStage(self.session, lambda: self.filing.ask_photos(), self.stages)
        days.printed.connect(partial(self.filing.preview, "days"))
        days.steps.learnt.connect(lambda: self.preferences.keep_lessons(self.session.project.days.lessons))
        self._give_keys(days_actions(days), days.rule.rows)
        return days

    def _make_settings(self) -> QWidget:
        from zygoform.app.stages.settings.stage import SettingsStage

        return SettingsStage(self.session, self.preferences, self.stages)

    def _make_help(self) -> QWidget:
        from zygoform.app.stages.help.stage import HelpStage

        actions = [action for action, _ in self.actions_table.values()]
        keys = [(", ".join(a.keys), a.title) for a in actions if a.keys and a.scope == "window"]
        return HelpStage(keys, self.stages)

    def _wire_start(self, start: "StartBox") -> None:
        start.opened.connect(self.filing.open_recent)
        start.demo.connect(self.filing.demo)
        start.demo_set.connect(self.filing.demo_set)
        start.taken_up.connect(self.taken_up)
        start.put_away.connect(lambda copy: drop(copy.path))

    def _find(self) -> None:
        """Opens the box that finds anything, made when it is first wanted."""
        if self._finder is None:
            from zygoform.app.widgets.finder import Finder

            self._finder = Finder(self, self._findable, lambda: self._made[self.stage].begin())  # type: ignore[attr-defined]
        self._finder.open()

    def _findable(self) -> "list[Findable]":
        from zygoform.app.finding import findable

        actions = [action for action, _ in self.actions_table.values()]
        return findable(self.session, actions, self.go, self._field, self._plan_change)

    def _plan_change(self, kind: str, body_id: str) -> None:
        """A new change, on the screen where changes are."""
        self.go("redesign")
        self._made["redesign"].plan_change(kind, body_id)  # type: ignore[attr-defined]

    def _field(self, name: str) -> None:
        """Goes to an entry of the settings."""
        self.go("settings")
        field = self._made["settings"].findChild(QWidget, name)
        if field is not None:
            field.setFocus()

    def _give_keys(self, actions: tuple[Action, ...], owner: QWidget) -> None:
        for action in actions:
            self.actions_table.setdefault(f"{owner.objectName()}:{action.id}", (action, make(action, owner)))

    def tell(self, words: str) -> None:
        """A line at the foot of the sheet that goes by itself; nothing has to be clicked away."""
        self._told.setText(words)
        self._told.setWordWrap(False)
        room = self.width() - 40
        if self._told.sizeHint().width() > room:
            self._told.setWordWrap(True)
            self._told.resize(room, self._told.heightForWidth(room))
        else:
            self._told.adjustSize()
        self._told.setAccessibleName(words)
        self._told.move(20, self.height() - self.tally.height() - self._told.height() - 10)
        self._told.show()
        self._told.raise_()
        self._quiet.start(TOLD_MS)

    def _on_opened(self, _path: str) -> None:
        """Another document: every screen is made anew with it, so that nothing of the one before stays on any."""
        for page in self._made.values():
            self.stages.removeWidget(page)
            page.hide()
            page.deleteLater()
        self._made.clear()
        self.actions_table = {name: pair for name, pair in self.actions_table.items() if ":" not in name}
        if self._finder is not None:
            self._finder.hide()
            self._finder.deleteLater()
            self._finder = None
        self.go("redesign" if self.session.plan is not None else "survey")

    def _next_region(self) -> None:
        """Stick, head, stage, in turn."""
        regions = (self.navigation, self.head, self.stages)
        now = self.frame.focusWidget()
        at = next((i for i, region in enumerate(regions) if now is not None and region.isAncestorOf(now)), -1)
        region = regions[(at + 1) % len(regions)]
        if region is self.stages:
            self._made[self.stage].begin()  # type: ignore[attr-defined]
        elif region is self.navigation:
            here = self.navigation.blocks.get(self.stage) or self.navigation.pages.get(self.stage)
            (here or self.navigation.blocks["redesign"]).setFocus()
        else:
            self.head.name.setFocus()

    def _summaries(self) -> None:
        """What stands in each block of the stages."""
        from zygoform.app.summaries import summaries

        if self.session.plan is not None and self.stage == "survey" and len(self._made) == 1:
            self._made["survey"].refresh()  # type: ignore[attr-defined]
        self.actions_table["undo"][1].setEnabled(self.session.history.can_undo)
        self.actions_table["redo"][1].setEnabled(self.session.history.can_redo)
        for page, button in self.navigation.pages.items():
            button.tell(on=page == self.stage)
        for stage, (words, done, total) in summaries(self.session).items():
            self.navigation.blocks[stage].tell(words, done, total, on=stage == self.stage)
            self.navigation.blocks[stage].setEnabled(stage == "survey" or self.session.plan is not None)
        self.frame.setWindowTitle(
            f"{'• ' if self.session.is_dirty else ''}{self.session.project.name or 'New piece'} - Zygoform"
        )

    def _fill_recent(self) -> None:
        self._recent.clear()
        for name in self.preferences.settings.recent:
            path = from_text(name)
            self._recent.addAction(
                unmarked(f"{shown(path).removesuffix(SUFFIX)}   {path.parent}")
            ).triggered.connect(partial(self.filing.open_recent, path))
        self._recent.setEnabled(not self._recent.isEmpty())

    def _may_close(self) -> bool:
        if not self.filing.may_leave():
            return False
        self.filing.close()
        self.closing.emit()
        self.devices.close()
        self.session.close()
        return True

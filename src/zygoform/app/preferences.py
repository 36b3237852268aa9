"""The user's settings while the program runs: told when they change, kept in the background."""

from typing import Any

from msgspec import structs
from PySide6.QtCore import QObject, Signal

from zygoform.app.background import Background
from zygoform.core.coats.layer import Finishing
from zygoform.core.days.log import Days, Lesson
from zygoform.files.settings_json import Settings, settings_and_fault, write_settings


class Preferences(QObject):
    """`changed` says that something was set, `looked` that the look is another. Given settings are not kept.

    `left_out` says in words what could not be read at the start.
    """

    changed = Signal()
    looked = Signal()

    def __init__(self, settings: Settings | None = None, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._keep = settings is None
        self.settings, self.left_out = settings_and_fault() if settings is None else (settings, "")
        self._background = Background(self)

    @property
    def fan(self) -> Finishing:
        """Colours and mixes of other projects, for a new one."""
        return Finishing(colours=self.settings.colours, recipes=self.settings.recipes)

    @property
    def lessons(self) -> Days:
        """What was learnt in other projects, for a new one."""
        return Days(lessons=self.settings.lessons)

    def keep_lessons(self, lessons: tuple[Lesson, ...]) -> None:
        """What a project has of them, for the next."""
        self.set(lessons=self.settings.with_lessons(lessons).lessons)

    def keep_fan(self, finishing: Finishing) -> None:
        """What a project has of them, for the next."""
        kept = self.settings.with_fan(finishing.colours, finishing.recipes)
        self.set(colours=kept.colours, recipes=kept.recipes)

    def set(self, **entries: Any) -> None:
        """Sets entries and keeps them."""
        before, self.settings = self.settings, structs.replace(self.settings, **entries)
        if self.settings == before:
            return
        if self._keep:
            settings = self.settings
            self._background.start(lambda: write_settings(settings))
        self.changed.emit()
        if (before.theme, before.text_percent) != (self.settings.theme, self.settings.text_percent):
            self.looked.emit()

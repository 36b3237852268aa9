"""The fan of one's own colours, and recipes that worked or did not."""

from collections.abc import Callable
from functools import partial
from typing import Literal

from PySide6.QtGui import QColor
from PySide6.QtWidgets import QColorDialog, QGridLayout, QHBoxLayout, QSizePolicy, QVBoxLayout, QWidget

from zygoform.app.preferences import Preferences
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, LineEdit, empty, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.coats.layer import Colour, Recipe
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.finish_supplies import (
    add_colour,
    add_recipe,
    drop_colour,
    drop_recipe,
    parts_words,
    set_colour,
    set_recipe_parts,
    set_recipe_words,
    take_recipe,
)
from zygoform.core.errors import BadInputError
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.project import Project

_COLOUR: tuple[tuple[Literal["name", "rgb", "tin"], int], ...] = (("name", 6), ("rgb", 5), ("tin", 6))
_NOTES: tuple[tuple[Literal["dial", "grits", "verdict"], str], ...] = (
    ("dial", "Gun setting"),
    ("grits", "Grits before"),
    ("verdict", "Result"),
)


class ColoursPage(QWidget):
    """Colours by name, look and tin; mixes by parts."""

    def __init__(self, session: Session, preferences: Preferences) -> None:
        super().__init__()
        self.session, self.preferences = session, preferences
        self._shown: object = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 10, 8)
        column.setSpacing(6)
        column.addWidget(label("Your colours", "title"))
        column.addWidget(
            wrapped("Screens and daylight differ: hold the real card or a dried sample against it.", "second")
        )
        self._colours = QVBoxLayout()
        self._colours.setSpacing(4)
        column.addLayout(self._colours)
        column.addLayout(self._new())
        self.fault = label("", "fault")
        self.fault.setObjectName("new_colour_fault")
        self.fault.setWordWrap(True)
        self.fault.hide()
        column.addWidget(self.fault)
        column.addSpacing(8)
        column.addWidget(label("Recipes", "title"))
        column.addWidget(
            wrapped("Enough of a mix for all coats and for touching up; kept for your next project.", "second")
        )
        self._recipes = QVBoxLayout()
        column.addLayout(self._recipes)
        self.add = push_button("add_recipe", "New recipe", lambda: self._do(lambda p: add_recipe(p, "A new mix")))
        column.addWidget(self.add)
        self._others = QVBoxLayout()
        column.addLayout(self._others)
        column.addStretch(1)

    def _new(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(6)
        self.name, self.rgb = LineEdit(), LineEdit()
        for line, name, words in (
            (self.name, "new_colour", "Name of a new colour"),
            (self.rgb, "new_rgb", "How it looks"),
        ):
            line.setObjectName(name)
            line.setAccessibleName(words)
            line.setPlaceholderText("Name" if name == "new_colour" else "#3b5d7a")
            line.returnPressed.connect(self._add)
        row.addWidget(self.name, 3)
        row.addWidget(self.rgb, 2)
        row.addWidget(push_button("pick_colour", "Pick", self._pick))
        row.addWidget(push_button("add_colour", "Add", self._add))
        return row

    def _pick(self) -> None:
        chosen = QColorDialog.getColor(QColor(self.rgb.text() or "#3b5d7a"), self, "A colour")
        if chosen.isValid():
            self.rgb.setText(chosen.name())

    def _add(self) -> None:
        try:
            self._do(lambda p: add_colour(p, self.name.text(), self.rgb.text()))
        except BadInputError as refused:
            self.fault.setText(self.session.fault(refused))
            self.fault.show()
            return
        self.fault.hide()
        self.name.clear()
        self.rgb.clear()

    def _do(self, edit: Callable[[Project], Edited]) -> None:
        """An edit of the user's own: what comes of it is kept for other projects."""
        self.session.do(edit)
        self.preferences.keep_fan(self.session.project.finishing)

    def _take(self, own: Colour | Recipe) -> None:
        """A colour or a mix of another project."""
        if isinstance(own, Recipe):
            self.session.try_do(lambda p: take_recipe(p, own))
        else:
            self.session.try_do(lambda p: add_colour(p, own.name, own.rgb, own.tin))

    def _fill_others(self, finish: FinishPlan) -> None:
        """What other projects have and this one has not."""
        empty(self._others)
        here = {own.name for own in finish.finishing.colours} | {own.name for own in finish.finishing.recipes}
        settings = self.preferences.settings
        kept: list[Colour | Recipe] = [*settings.colours, *settings.recipes]
        others = [own for own in kept if own.name not in here]
        if others:
            self._others.addWidget(label("Of your other projects", "strong"))
        for own in others:
            kind = "Recipe" if isinstance(own, Recipe) else "Colour"
            self._others.addWidget(push_button(f"take_{own.id}", f"{kind}: {own.name}", partial(self._take, own)))

    def refresh(self, finish: FinishPlan) -> None:
        """Shows what the document says."""
        settings = self.preferences.settings
        now = finish.finishing.colours, finish.finishing.recipes, settings.colours, settings.recipes
        if now == self._shown:
            return
        self._shown = now
        typing = self.window().focusWidget()
        name = typing.objectName() if typing is not None else ""
        empty(self._colours)
        empty(self._recipes)
        for colour in now[0]:
            self._colours.addWidget(self._colour(colour))
        for recipe in now[1]:
            self._recipes.addWidget(self._recipe(recipe))
        self._fill_others(finish)
        for field in self.findChildren(LineEdit, name) if name else []:
            field.setFocus()

    def _colour(self, colour: Colour) -> QWidget:
        made = QWidget()
        row = QHBoxLayout(made)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(4)
        swatch = QWidget()
        swatch.setFixedSize(t.px(18), t.px(30))
        swatch.setStyleSheet(f"background: {colour.rgb}; border: 1px solid {t.EDGE};")
        row.addWidget(swatch)
        for entry, stretch in _COLOUR:
            field = Field(self.session, f"{entry}_{colour.id}", "", partial(self._set, colour.id, entry))
            field.title.hide()
            field.line.setAccessibleName(f"{colour.name}: {entry}")
            field.line.setPlaceholderText("tin, where it stands" if entry == "tin" else "")
            field.show_value(getattr(colour, entry))
            row.addWidget(field, stretch)
        gone = push_button(
            f"drop_{colour.id}", "×", partial(self.session.try_do, partial(drop_colour, colour_id=colour.id))
        )
        gone.setProperty("kind", "plain")
        gone.setSizePolicy(QSizePolicy.Policy.Maximum, QSizePolicy.Policy.Fixed)
        gone.setAccessibleName(f"Take {colour.name} out of the fan")
        row.addWidget(gone)
        return made

    def _set(self, colour_id: str, entry: Literal["name", "rgb", "tin"], text: str) -> None:
        self._do(lambda p: set_colour(p, colour_id, entry, text))

    def _recipe(self, recipe: Recipe) -> QWidget:
        made = QWidget()
        grid = QGridLayout(made)
        grid.setContentsMargins(0, 4, 0, 8)
        grid.setSpacing(6)
        name = Field(self.session, f"name_{recipe.id}", "", partial(self._words, recipe.id, "name"))
        name.title.hide()
        name.line.setAccessibleName("Name of the recipe")
        name.show_value(recipe.name)
        grid.addWidget(name, 0, 0, 1, 2)
        gone = push_button(
            f"drop_{recipe.id}", "Take out", partial(self.session.try_do, partial(drop_recipe, recipe_id=recipe.id))
        )
        gone.setProperty("kind", "plain")
        grid.addWidget(gone, 0, 2)
        parts = Field(
            self.session,
            f"parts_{recipe.id}",
            "Parts, like 1 acrylic paint : 2 water",
            partial(self._parts, recipe.id),
        )
        parts.show_value(parts_words(recipe.parts))
        grid.addWidget(parts, 1, 0, 1, 3)
        for k, (entry, title) in enumerate(_NOTES):
            field = Field(self.session, f"{entry}_{recipe.id}", title, partial(self._words, recipe.id, entry))
            field.show_value(getattr(recipe, entry))
            # The verdict is a sentence: it has a row of its own.
            place = (3, 0, 1, 3) if entry == "verdict" else (2, k, 1, 1 + k)
            grid.addWidget(field, *place)
        return made

    def _words(self, recipe_id: str, entry: Literal["name", "dial", "grits", "verdict"], text: str) -> None:
        self._do(lambda p: set_recipe_words(p, recipe_id, entry, text))

    def _parts(self, recipe_id: str, text: str) -> None:
        self._do(lambda p: set_recipe_parts(p, recipe_id, text))

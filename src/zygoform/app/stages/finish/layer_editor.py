"""The entries of one layer: material, coats, way, thinning, grits, colour."""

from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.stages.finish.colour_row import ColourRow
from zygoform.app.stages.finish.words import cover_words, materials_for, mix_words, recoat_words, ways_for
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import ComboBox, Field, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.coats.coat import coat_of
from zygoform.core.coats.layer import CoatLayer, Doing
from zygoform.core.edits.finishing import (
    LayerEntry,
    drop_layer,
    move_layer,
    set_layer_colour,
    set_layer_entry,
    set_material,
    set_recipe,
    set_way,
)

_ENTRIES: tuple[tuple[LayerEntry, str], ...] = (
    ("coats", "Coats"),
    ("thin", "Thinned by, %"),
    ("grits", "Grits"),
    ("deep", "Deepest"),
    ("done", "Coats already on"),
)


class LayerEditor(QWidget):
    """Made for one kind of layer in one place of one zone; another one has another editor."""

    went = Signal(int)

    def __init__(self, session: Session, zone: str, at: int, layer: CoatLayer) -> None:
        super().__init__()
        self.session, self.zone, self.at, self.doing = session, zone, at, layer.doing
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(12, 2, 0, 4)
        self._column.setSpacing(6)
        self._material(layer)
        self._fields(layer)
        self.way: Segments | None = None
        self.colours: ColourRow | None = None
        self.recipe: ComboBox | None = None
        if layer.is_coat:
            self._ways(layer)
            self._colours()
        self.about = wrapped("", "second")
        self._column.addWidget(self.about)
        self._buttons()
        self.refresh(layer)

    def key(self) -> tuple[str, int, Doing, str]:
        """What it was made for."""
        return self.zone, self.at, self.doing, str(self.material.currentData()) if self.material else ""

    def _material(self, layer: CoatLayer) -> None:
        self.material: ComboBox | None = None
        choices = materials_for(layer.doing, layer.material)
        if not choices:
            return
        self.material = box = ComboBox()
        box.setObjectName("layer_material")
        box.setAccessibleName("Material")
        box.setMinimumContentsLength(16)
        box.setSizeAdjustPolicy(ComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        for value, title in choices:
            box.addItem(title, value)
        box.setCurrentIndex(max(0, box.findData(layer.material)))
        box.activated.connect(self._set_material)
        self._column.addWidget(box)

    def _set_material(self, _row: int) -> None:
        material = str(self.material.currentData()) if self.material is not None else ""
        self.session.try_do(lambda p: set_material(p, self.zone, self.at, material))

    def _fields(self, layer: CoatLayer) -> None:
        wanted: set[str] = {"coats", "thin", "done"} if layer.is_coat else set()
        wanted |= {"grits"} if layer.doing in ("scuff", "sand") or layer.material == "sander" else set()
        wanted |= {"coats", "deep"} if layer.doing == "fill" else set()
        wanted |= {"coats"} if layer.doing == "clean" or layer.material == "stripper" else set()
        row = QHBoxLayout()
        row.setSpacing(8)
        self.fields: dict[LayerEntry, Field] = {}
        for entry, title in _ENTRIES:
            if entry in wanted:
                name = "Rounds" if entry == "coats" and not layer.is_coat else title
                field = Field(self.session, f"layer_{entry}", name, partial(self._enter, entry))
                self.fields[entry] = field
                row.addWidget(field, 1)
        if self.fields:
            self._column.addLayout(row)

    def _enter(self, entry: LayerEntry, text: str) -> None:
        self.session.do(lambda p: set_layer_entry(p, self.zone, self.at, entry, text))

    def _ways(self, layer: CoatLayer) -> None:
        coat = coat_of(layer.material, self.session.project.shop.coats)
        ways = ways_for(coat) if coat is not None else []
        if len(ways) < 2:
            return
        if layer.way not in dict(ways):
            ways.append((layer.way, layer.way.capitalize()))
        self.way = Segments("layer_way", list(ways), layer.way)
        self.way.setAccessibleName("Put on with")
        self.way.chosen.connect(lambda way: self.session.try_do(lambda p: set_way(p, self.zone, self.at, way)))
        self._column.addWidget(self.way, 0, Qt.AlignmentFlag.AlignLeft)

    def _colours(self) -> None:
        self.colours = ColourRow(self.session)
        self.colours.chosen.connect(
            lambda own: self.session.try_do(lambda p: set_layer_colour(p, self.zone, self.at, own))
        )
        self._column.addWidget(self.colours)
        if self.session.project.finishing.recipes:
            self.recipe = ComboBox()
            self.recipe.setObjectName("layer_recipe")
            self.recipe.setAccessibleName("Recipe")
            self.recipe.activated.connect(
                lambda _row: self.session.try_do(
                    lambda p: set_recipe(
                        p, self.zone, self.at, str(self.recipe.currentData() if self.recipe else "")
                    )
                )
            )
            self._column.addWidget(self.recipe)

    def _buttons(self) -> None:
        row = QHBoxLayout()
        row.setSpacing(6)
        buttons: tuple[tuple[str, str, str, object], ...] = (
            ("layer_up", "Higher", "Alt+Up", partial(self._move, 1)),
            ("layer_down", "Deeper", "Alt+Down", partial(self._move, -1)),
            ("layer_drop", "Take out", "Delete", self._drop),
        )
        for name, words, key, do in buttons:
            made: QPushButton = push_button(name, words, do)  # type: ignore[arg-type]
            made.setProperty("kind", "plain")
            made.setToolTip(f"{words} ({key} in the section)")
            row.addWidget(made)
        row.addStretch(1)
        self._column.addLayout(row)

    def _move(self, by: int) -> None:
        if self.session.try_do(lambda p: move_layer(p, self.zone, self.at, by)):
            self.went.emit(self.at + by)

    def _drop(self) -> None:
        if self.session.try_do(lambda p: drop_layer(p, self.zone, self.at)):
            self.went.emit(self.at - 1)

    def refresh(self, layer: CoatLayer) -> None:
        """Shows what the document says."""
        unit = self.session.unit
        shown: dict[LayerEntry, str] = {
            "coats": str(layer.coats),
            "thin": f"{layer.thin:g}",
            "grits": " ".join(map(str, layer.grits)),
            "deep": unit.entered(layer.deep),
            "done": str(layer.done),
        }
        for entry, field in self.fields.items():
            field.show_value(shown[entry])
        if self.way is not None:
            self.way.set_value(layer.way)
        if self.colours is not None:
            self.colours.refresh(layer.colour)
        if self.recipe is not None:
            self._fill_recipes(layer)
        coat = coat_of(layer.material, self.session.project.shop.coats) if layer.is_coat else None
        words = ""
        if coat is not None:
            finish = self.session.finish()
            plan = finish.zone(self.zone)
            waits = recoat_words(self.session, coat, plan, self.at)
            words = (
                ", ".join(filter(None, (cover_words(self.session, coat), waits)))
                + ". About: the label of the can comes first."
            )
            if plan is not None and layer.recipe:
                words = f"{mix_words(self.session, finish, plan, self.at)} {words}".strip()
        self.about.setText(words)
        self.about.setVisible(bool(words))

    def _fill_recipes(self, layer: CoatLayer) -> None:
        assert self.recipe is not None
        self.recipe.clear()
        self.recipe.addItem("As sold, no mix", "")
        for recipe in self.session.project.finishing.recipes:
            self.recipe.addItem(f"Recipe: {recipe.name}", recipe.id)
        self.recipe.setCurrentIndex(max(0, self.recipe.findData(layer.recipe)))

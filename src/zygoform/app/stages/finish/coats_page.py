"""A zone's coats: what is taken for it, the section, the layer that is open, what lies there, what is judged."""

from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QMenu, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.stages.finish.layer_editor import LayerEditor
from zygoform.app.stages.finish.section import CoatSection
from zygoform.app.stages.finish.words import OLD_COATS, RELIEFS, area_words
from zygoform.app.theme.look import icon
from zygoform.app.theme.plain import unmarked
from zygoform.app.widgets.fields import ComboBox, Field, label, push_button
from zygoform.app.widgets.findings import Judgements, wrapped
from zygoform.core.coats.coat import KNOWN_COATS
from zygoform.core.coats.readymade import ready_for
from zygoform.core.edits.finishing import (
    add_layer,
    drop_layer,
    leave_so,
    move_layer,
    rename_zone,
    same_as,
    set_lies,
    set_turned,
    take_stack,
)
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.finish.resolved import ZonePlan

_ADDED: tuple[tuple[str, tuple[tuple[str, str], ...]], ...] = (
    ("Prepare", (
        ("soap", "Clean with soap"), ("degreaser", "Clean with degreaser"), ("mineral spirits", "Take wax off"),
        ("scuff", "Scuff"), ("sander", "Strip with a sander"), ("stripper", "Strip with stripper"),
        ("scraper", "Scrape what flakes"), ("sand", "Sand"), ("light filler", "Fill"),
        ("grain filler", "Fill the grain"), ("test", "Test board"),
    )),
    ("Primer", tuple((c.id, c.title) for c in KNOWN_COATS.values() if c.group == "primer")),
    ("Colour", tuple((c.id, c.title) for c in KNOWN_COATS.values() if c.group in ("paint", "stain", "effect"))),
    ("Protect", tuple((c.id, c.title) for c in KNOWN_COATS.values() if c.group in ("clear", "oil", "wax"))),
)  # fmt: skip


class CoatsPage(QWidget):
    """For the zone that is open. `opened` says which zone another one is to be the same as, nothing else."""

    renamed = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session, self.zone, self.at = session, "", -1
        self._plan: ZonePlan | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 10, 8)
        column.setSpacing(8)
        column.addLayout(self._head())
        column.addLayout(self._take())
        self._empty = wrapped(
            "No finish chosen. Start from a finish schedule, or add layer by layer. Bare wood is a choice too.",
            "second",
        )
        column.addWidget(self._empty)
        self.section = CoatSection(session)
        self.section.chosen.connect(self.open_layer)
        self.section.moved.connect(self._move)
        self.section.dropped.connect(self._drop)
        column.addWidget(self.section)
        self._slot = QVBoxLayout()
        column.addLayout(self._slot)
        self.editor: LayerEditor | None = None
        self._ground = QWidget()
        self._fill_ground()
        column.addWidget(self._ground)
        self.judged = Judgements(session)
        column.addWidget(self.judged)
        column.addStretch(1)

    def _head(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.name = Field(
            self.session, "zone_name", "", lambda text: self.session.do(lambda p: rename_zone(p, self.zone, text))
        )
        self.name.title.hide()
        self.name.line.setAccessibleName("Name of the zone")
        row.addWidget(self.name, 1)
        self.large = label("", "second")
        row.addWidget(self.large)
        return row

    def _take(self) -> QGridLayout:
        grid = QGridLayout()
        grid.setHorizontalSpacing(6)
        grid.setVerticalSpacing(6)
        self.take = push_button("take_stack", "Start from a finish schedule", self.open_stacks)
        self.take.setToolTip("Ready-made stacks, each with when it is right (S)")
        self.add = push_button("add_layer", "Add a layer", self.open_add)
        self.add.setIcon(icon("add"))
        self.add.setToolTip("Over the layer that is open, else on top (N)")
        self.same = push_button("same_as", "Copy from another zone", self.open_same)
        self.bare = push_button("leave_bare", "Leave bare", lambda: self._leave("bare"))
        for k, button in enumerate((self.take, self.add, self.same, self.bare)):
            grid.addWidget(button, k // 2, k % 2)
        return grid

    def _leave(self, state: str) -> None:
        self.session.try_do(lambda p: leave_so(p, self.zone, state))  # type: ignore[arg-type]

    # Menus

    def _menu(self, name: str) -> QMenu:
        for before in self.findChildren(QMenu, name):
            before.close()
        menu = QMenu(self)
        menu.setObjectName(name)
        menu.setToolTipsVisible(True)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        return menu

    def _pop(self, menu: QMenu, button: QPushButton) -> None:
        menu.popup(button.mapToGlobal(button.rect().bottomLeft()))
        first = next((action for action in menu.actions() if not action.isSeparator()), None)
        if first is not None:
            menu.setActiveAction(first)

    def open_stacks(self) -> None:
        """Stacks that suit the zone, each with when it is right."""
        if self._plan is None:
            return
        menu = self._menu("stacks")
        for stack in ready_for(self._plan.zone.role):
            action = menu.addAction(unmarked(f"{stack.title}:  {stack.when}"))
            action.triggered.connect(partial(self.take_stack, stack.id))
        self._pop(menu, self.take)

    def take_stack(self, stack_id: str, _checked: bool = False) -> None:
        """A ready-made stack onto the open zone."""
        if self.session.try_do(lambda p: take_stack(p, self.zone, stack_id)):
            self.open_layer(-1)

    def open_add(self) -> None:
        """What can be put over the open layer."""
        menu = self._menu("layers")
        for title, entries in _ADDED:
            group = menu.addMenu(title)
            for material, words in entries:
                group.addAction(words).triggered.connect(partial(self._add, material))
        self._pop(menu, self.add)

    def _add(self, material: str, _checked: bool = False) -> None:
        count = len(self._plan.layers) if self._plan is not None else 0
        at = self.at + 1 if 0 <= self.at < count else count
        if self.session.try_do(lambda p: add_layer(p, self.zone, material, at)):
            self.open_layer(at)

    def open_same(self) -> None:
        """The other zones that have something."""
        menu = self._menu("same")
        finish = self.section.finish
        for plan in finish.zones:
            if plan.id != self.zone and plan.decided and plan.shared != self.zone:
                menu.addAction(unmarked(plan.zone.name)).triggered.connect(partial(self._same, plan.id))
        masked = menu.addAction("Nothing: mask it")
        masked.triggered.connect(lambda _checked=False: self._leave("masked"))
        self._pop(menu, self.same)

    def _same(self, other: str, _checked: bool = False) -> None:
        self.session.try_do(lambda p: same_as(p, self.zone, other))

    # What lies there

    def _fill_ground(self) -> None:
        column = QVBoxLayout(self._ground)
        column.setContentsMargins(0, 4, 0, 0)
        column.setSpacing(6)
        column.addWidget(label("Existing surface", "strong"))
        row = QHBoxLayout()
        row.setSpacing(8)
        self.old, self.relief = ComboBox(), ComboBox()
        for box, name, words, entries in (
            (self.old, "lies_old", "Old coat", OLD_COATS),
            (self.relief, "lies_relief", "Shape", RELIEFS),
        ):
            box.setObjectName(name)
            box.setAccessibleName(words)
            for value, title in entries.items():
                box.addItem(title, value)
            row.addWidget(box, 1)
        self.old.activated.connect(lambda _row: self._lies(old=self.old.currentData()))
        self.relief.activated.connect(lambda _row: self._lies(relief=self.relief.currentData()))
        column.addLayout(row)
        row = QHBoxLayout()
        row.setSpacing(8)
        self.wood = Field(
            self.session,
            "lies_wood",
            "Wood",
            lambda text: self.session.do(lambda p: set_lies(p, self.zone, wood=text.strip())),
        )
        row.addWidget(self.wood, 1)
        self.bleeds = push_button("lies_bleeds", "Bleeds", lambda: self._lies(bleeds=self.bleeds.isChecked()))
        self.smells = push_button("lies_smells", "Smells", lambda: self._lies(smells=self.smells.isChecked()))
        self.turned = push_button("zone_turned", "Turned over", self._turn)
        for button, words in (
            (self.bleeds, "Tannin, knots, rings or ink come through"),
            (self.smells, "Smoke, mould, damp"),
            (self.turned, "Lies flat: one side dries to the touch, then it is turned over and the other is coated"),
        ):
            button.setCheckable(True)
            button.setToolTip(words)
            row.addWidget(button, 0, Qt.AlignmentFlag.AlignBottom)
        column.addLayout(row)

    def _turn(self) -> None:
        on = self.turned.isChecked()
        self.session.try_do(lambda p: set_turned(p, self.zone, on=on))

    def _lies(self, **said: object) -> None:
        self.session.try_do(lambda p: set_lies(p, self.zone, **said))

    # What is shown

    def show_zone(self, finish: FinishPlan, plan: ZonePlan) -> None:
        """The zone that is open."""
        if plan.id != self.zone:
            self.at = -1
        self.zone, self._plan = plan.id, plan
        self.at = min(self.at, len(plan.layers) - 1)
        self.name.show_value(plan.zone.title)
        words = area_words(self.session, plan)
        shared = finish.zone(plan.shared)
        if plan.shared != plan.id and shared is not None:
            words += f", same as {shared.zone.name.lower()}"
        self.large.setText(words)
        self._empty.setVisible(not plan.decided)
        self.section.show_plan(finish, plan, self.at)
        self.bare.setEnabled(plan.state != "bare")
        self._show_editor(plan)
        self._show_ground(plan)
        findings = [f for f in finish.findings if f.zone == plan.shared]
        plan_findings = self.session.plan.findings if self.session.plan is not None else ()
        findings += [f for f in plan_findings if f.zone and f not in findings and f.code.startswith("paint_before")]
        findings += [f for f in plan_findings if f.code == "woven_before_paint"]
        self.judged.refresh(sorted(findings, key=lambda f: {"stop": 0, "mind": 1, "note": 2}[f.weight]))

    def _show_editor(self, plan: ZonePlan) -> None:
        layer = plan.layers[self.at] if 0 <= self.at < len(plan.layers) else None
        wanted = (plan.id, self.at, layer.doing, layer.material) if layer is not None else None
        recipes = bool(self.session.project.finishing.recipes)
        there = (
            self.editor is not None
            and self.editor.key() == wanted
            and (self.editor.recipe is not None) == (recipes and layer is not None and layer.is_coat)
        )
        if not there and self.editor is not None:
            self._slot.removeWidget(self.editor)
            self.editor.hide()
            self.editor.deleteLater()
            self.editor = None
        if layer is None:
            return
        if self.editor is None:
            self.editor = LayerEditor(self.session, plan.id, self.at, layer)
            self.editor.went.connect(self.open_layer)
            self._slot.addWidget(self.editor)
        self.editor.refresh(layer)

    def _show_ground(self, plan: ZonePlan) -> None:
        ground = plan.zone.ground
        said = self.session.project.finishing.choice(plan.id).lies
        self.old.setCurrentIndex(max(0, self.old.findData(said.old)))
        new = plan.zone.new_area > 0.99 * plan.zone.area
        taken = "New wood, bare" if new else f"Taken to be: {OLD_COATS[ground.old or 'bare'].lower()}"
        self.old.setItemText(0, OLD_COATS[""] if said.old else taken)
        self.relief.setCurrentIndex(max(0, self.relief.findData(ground.relief)))
        self.wood.show_value(said.wood, hint=ground.wood or "not known")
        self.bleeds.setChecked(ground.bleeds)
        self.smells.setChecked(ground.smells)
        self.turned.setChecked(plan.turned)

    def open_layer(self, at: int) -> None:
        """Which layer shows its entries."""
        self.at = at
        if self._plan is not None:
            finish = self.section.finish
            now = finish.zone(self.zone)
            if now is not None:
                self.show_zone(finish, now)

    def _move(self, at: int, by: int) -> None:
        if self.session.try_do(lambda p: move_layer(p, self.zone, at, by)):
            count = len(self._plan.layers) if self._plan is not None else 0
            self.open_layer(max(0, min(count - 1, at + by)))

    def _drop(self, at: int) -> None:
        if self.session.try_do(lambda p: drop_layer(p, self.zone, at)):
            self.open_layer(at - 1)

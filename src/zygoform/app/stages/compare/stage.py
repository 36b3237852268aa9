"""Compare: up to three variants side by side, what each comes to, and where they differ."""

from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QResizeEvent, QShowEvent
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.slices import Slices
from zygoform.app.stages.compare.picture import VariantPicture
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import TickBox
from zygoform.app.widgets.fields import empty, label
from zygoform.app.widgets.findings import wrapped
from zygoform.app.widgets.side_drawer import scrolled
from zygoform.core.drawing.primitives import Scene
from zygoform.core.drawing.scene import draw_form
from zygoform.core.edits.planning import (
    add_variant,
    choose_variant,
    remove_variant,
    rename_variant,
    take_over,
    tick,
)
from zygoform.core.piecemeal import Piecemeal, at_once
from zygoform.core.plan.compared import (
    MOST_BESIDE,
    ComparedChange,
    VariantTotals,
    beside,
    compared,
    size_words,
    total_lines,
    totals_of,
)
from zygoform.core.plan.plan import Plan
from zygoform.core.plan.seen import SeenDrawing
from zygoform.core.project import Variant

FIRST_COLUMN, LEAST_COLUMN = 190, 240
"""How wide the column of names and each of theirs are at least (px)."""
ROWS_AT_FIRST = 30
_ALONE = "Only one variant so far. Make a copy, then tick changes in or out, or type other sizes on Redesign."


class CompareStage(QWidget):
    """Made anew from the document: what is typed here is a name, what is clicked a tick."""

    printed = Signal()

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session, self._columns = session, 0
        self._slices = Slices(self)
        self._rows: Piecemeal[None] | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(t.MARGIN, 12, t.MARGIN, 8)
        head = QHBoxLayout()
        head.addWidget(label("Compare", "title"))
        head.addStretch(1)
        self.add = QPushButton("One more variant")
        self.add.setObjectName("variant_add")
        self.add.setToolTip("A copy of the one that is taken; from then on it has its own ticks and sizes")
        self.add.clicked.connect(lambda: session.try_do(add_variant))
        self.print = QPushButton("Print…")
        self.print.setObjectName("variants_print")
        self.print.setToolTip("A page for a customer: drawings, totals, what differs")
        self.print.clicked.connect(self.printed)
        head.addWidget(self.print)
        head.addWidget(self.add)
        column.addLayout(head)
        self.alone = wrapped(_ALONE, "second")
        self.alone.setObjectName("compare_alone")
        column.addWidget(self.alone)
        inner = QWidget()
        area = scrolled(inner)
        self._bar = area.verticalScrollBar()
        self._bar.valueChanged.connect(lambda _at: self._go_on())
        self._bar.rangeChanged.connect(lambda _low, _high: self._go_on())
        column.addWidget(area, 1)
        self._grid = QGridLayout(inner)
        self._grid.setContentsMargins(0, 0, 12, 0)
        self._grid.setHorizontalSpacing(16)
        self._grid.setVerticalSpacing(4)
        when_seen(self, session.changed, self.refresh)
        self.refresh()

    @property
    def shown(self) -> tuple[Variant, ...]:
        """As many as there is room for."""
        room = int((self.width() - t.px(FIRST_COLUMN)) / t.px(LEAST_COLUMN))
        return beside(self.session.project, max(1, min(MOST_BESIDE, room)))

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        if len(self.shown) != self._columns:
            self.refresh()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if self.isVisible() and len(self.shown) != self._columns:
            self.refresh()

    def refresh(self) -> None:
        """Shows what the document says."""
        focused = self.focusWidget()
        name = focused.objectName() if focused is not None and self.isAncestorOf(focused) else ""
        variants = self.shown
        self._columns = len(variants)
        self.alone.setVisible(len(self.session.project.variants) == 1)
        self._slices.drop()
        self._rows = None
        work = self._filled(variants, name)
        if self.session.planning.takes_long:
            if not self._grid.count():
                self._grid.addWidget(wrapped("Working out what each comes to…", "second"), 0, 0)
            self._slices.begin(work, lambda _done: None)
        else:
            at_once(work)

    def _filled(self, variants: tuple[Variant, ...], name: str) -> Piecemeal[None]:
        """All that stands there; of a large project a row at a time, once it is worked out."""
        view, plans, scenes = self.session.view, list[Plan](), list[Scene]()
        for variant in variants:
            plan = yield from self.session.planning.of_variant_piecemeal(variant.id)
            if plan is None:
                empty(self._grid)
                return
            plans.append(plan)
            seen = plan.seen(view.shown, view.viewpoint)
            if self.session.planning.takes_long:
                drawn = yield from SeenDrawing().scene_piecemeal(seen, view.viewpoint, "planned")
            else:
                forms = seen.found, seen.planned, seen.numbers
                drawn = draw_form(*forms, view.viewpoint, "planned")
            scenes.append(drawn)
        rows = compared(self.session.project, tuple(v.id for v in variants))
        yield
        empty(self._grid)
        for k in range(len(variants)):
            self._grid.setColumnStretch(k + 1, 1)
        for k in range(len(variants), MOST_BESIDE):
            self._grid.setColumnStretch(k + 1, 0)
        self._heads(variants)
        self._pictures(variants, scenes)
        yield
        row = self._totals(2, [totals_of(plan) for plan in plans])
        row = self._failures(row, plans)
        self._rows = self._changes(row, variants, rows)
        for _ in range(ROWS_AT_FIRST):
            yield next(self._rows, None)
        again = self.findChild(QWidget, name) if name else None
        if again is not None:
            again.setFocus()

    def _go_on(self) -> None:
        """Further rows as one comes to the end of those there are."""
        near = self._bar.value() >= self._bar.maximum() - self._bar.pageStep()
        if self._rows is not None and near and not self._slices.busy and next(self._rows, self) is self:
            self._rows = None

    def _heads(self, variants: tuple[Variant, ...]) -> None:
        session, chosen = self.session, self.session.project.chosen
        for k, variant in enumerate(variants, 1):
            box = QWidget()
            column = QVBoxLayout(box)
            column.setContentsMargins(0, 0, 0, 0)
            column.setSpacing(4)
            name = QLineEdit(variant.name)
            name.setObjectName(f"name_{variant.id}")
            name.setAccessibleName("Name of the variant")
            name.editingFinished.connect(partial(self._rename, variant, name))
            column.addWidget(name)
            row = QHBoxLayout()
            column.addLayout(row)
            take = QPushButton("In use" if variant.id == chosen else "Use this variant")
            take.setObjectName(f"take_{variant.id}")
            take.setEnabled(variant.id != chosen)
            take.setToolTip("The other screens show it; it is what is bought and cut")
            take.clicked.connect(partial(session.try_do, partial(choose_variant, variant_id=variant.id)))
            row.addWidget(take)
            if len(session.project.variants) > 1:
                away = QPushButton("Delete variant")
                away.setObjectName(f"away_{variant.id}")
                away.setProperty("kind", "plain")
                away.setToolTip("Ctrl+Z brings it back")
                away.clicked.connect(partial(session.try_do, partial(remove_variant, variant_id=variant.id)))
                row.addWidget(away)
            row.addStretch(1)
            self._grid.addWidget(box, 0, k)

    def _rename(self, variant: Variant, line: QLineEdit) -> None:
        if line.text() != variant.name:
            self.session.try_do(partial(rename_variant, variant_id=variant.id, name=line.text()))

    def _pictures(self, variants: tuple[Variant, ...], scenes: list[Scene]) -> None:
        # As large a room for each, standing on one floor: legs lift a piece and leave its body where it was.
        boxes = [scene.box for scene in scenes]
        x0, x1, high = min(b[0] for b in boxes), max(b[2] for b in boxes), max(b[3] - b[1] for b in boxes)
        for k, (variant, scene) in enumerate(zip(variants, scenes, strict=True), 1):
            picture = VariantPicture(f"picture_{variant.id}")
            floor = scene.box[1]
            picture.show_scene(scene, (x0, floor, x1, floor + high), f"{variant.name}, drawn")
            self._grid.addWidget(picture, 1, k)
        self._grid.setRowStretch(1, 1)

    def _totals(self, row: int, totals: list[VariantTotals]) -> int:
        """A line for each figure; what is another than the first one's is bold."""
        for line in total_lines(totals, self.session.project.shop):
            self._grid.addWidget(label(line.name, "second"), row, 0)
            for k, (said, other) in enumerate(zip(line.words, line.differs, strict=True)):
                figure = label(said, "strong" if other else "")
                figure.setObjectName(f"total_{line.name.lower().replace(' ', '_')}_{k + 1}")
                self._grid.addWidget(figure, row, k + 1)
            row += 1
        return row

    def _failures(self, row: int, plans: list[Plan]) -> int:
        """Changes that cannot be built, in place of a silence about them."""
        for k, plan in enumerate(plans):
            if plan.failures:
                words = "; ".join(self.session.show(failure.message) for failure in plan.failures)
                self._grid.addWidget(wrapped(words, "fault"), row, k + 1)
        return row + 1

    def _changes(
        self, row: int, variants: tuple[Variant, ...], rows: tuple[ComparedChange, ...]
    ) -> Piecemeal[None]:
        if not rows:
            return
        self._grid.addWidget(label("Changes", "strong"), row, 0)
        row += 1
        for change in rows:
            title = wrapped(f"{change.number}  {change.title}", "strong" if change.differs else "")
            title.setFixedWidth(t.px(FIRST_COLUMN - 30))
            self._grid.addWidget(title, row, 0, Qt.AlignmentFlag.AlignTop)
            for k, variant in enumerate(variants):
                self._grid.addWidget(self._cell(change, variant, k), row, k + 1)
            row += 1
            yield

    def _cell(self, change: ComparedChange, variant: Variant, k: int) -> QWidget:
        """Its tick in a variant, and there its sizes that differ."""
        box = QWidget()
        line = QHBoxLayout(box)
        line.setContentsMargins(0, 0, 0, 0)
        mark = TickBox(f"tick_{variant.id}_{change.change_id}")
        mark.setChecked(change.counts[k])
        mark.setAccessibleName(f"{change.title} in {variant.name}")
        mark.clicked.connect(partial(self._tick, variant.id, change.change_id, not change.counts[k]))
        line.addWidget(mark)
        over = self._over(change, variant, k)
        if change.counts[k] and change.sizes:
            said = size_words(change, k, self.session.project.shop)
            line.addWidget(wrapped(said, "small"), 1)
        else:
            line.addStretch(1)
        if over is not None:
            line.addWidget(over, 0, Qt.AlignmentFlag.AlignTop)
        return box

    def _over(self, change: ComparedChange, variant: Variant, k: int) -> QPushButton | None:
        """Takes a change into the chosen variant as it is in this one, where the two differ."""
        taken = next((i for i, v in enumerate(self.shown) if v.id == self.session.project.chosen), k)
        same = change.counts[k] == change.counts[taken] and all(
            s.values[k] == s.values[taken] for s in change.sizes
        )
        if same:
            return None
        over = QPushButton("Copy to this variant")
        over.setObjectName(f"over_{variant.id}_{change.change_id}")
        over.setProperty("kind", "plain")
        over.setToolTip(f"This change as it is here, in {self.session.project.variant.name} too")
        over.setAccessibleName(f"Take {change.title} over from {variant.name}")
        edit = partial(take_over, variant_id=variant.id, change_id=change.change_id)
        over.clicked.connect(lambda: self.session.try_do(edit))
        return over

    def _tick(self, variant_id: str, change_id: str, counts: bool, _checked: bool = False) -> None:
        self.session.try_do(partial(tick, variant_id=variant_id, change_id=change_id, counts=counts))

    def begin(self) -> None:
        """Where the keyboard starts on this screen."""
        self.add.setFocus()

"""Where practitioners disagree: the main ways side by side, each with when it is right."""

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.stages.finish.border_rows import BorderRows, masks_seen
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import empty, label
from zygoform.app.widgets.findings import Judgements, wrapped
from zygoform.app.widgets.put_on import PutOnChoice
from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.registry import titled
from zygoform.core.coats.schools import CHOICES, SCHOOLS
from zygoform.core.edits.finishing import set_order
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.steps.order import GoesOn

ORDER_CODES = ("paint_before", "woven_before_paint", "border_")
"""What is judged of the order begins so."""
LOOSE_OR_IN_PLACE = (
    "Loose: right where borders should be clean and both sides coated; it lies flat, and goes on when it can be "
    "handled. In place: right where the coat should hide the joint."
)


class SchoolsPage(QWidget):
    """First what changes the order of work, then what each stack decides for itself."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 10, 8)
        column.setSpacing(6)
        column.addWidget(label("What comes first", "title"))
        self.choices: dict[str, Segments] = {}
        for school in CHOICES:
            column.addWidget(label(school.title, "strong"))
            segments = Segments(f"order_{school.entry}", [(way.value, way.title) for way in school.ways])
            segments.setAccessibleName(school.title)
            segments.chosen.connect(partial(self._set, school.entry))
            self.choices[school.entry] = segments
            column.addWidget(segments, 0, Qt.AlignmentFlag.AlignLeft)
            for way in school.ways:
                column.addWidget(wrapped(f"{way.title}: {way.when}", "second"))
            column.addSpacing(4)
        self.judged = Judgements(session)
        column.addWidget(self.judged)
        self.borders = BorderRows(session)
        column.addWidget(self.borders)
        self._loose_title = label("Coated loose or in place", "title")
        self._loose_words = wrapped(LOOSE_OR_IN_PLACE, "second")
        self._loose = QVBoxLayout()
        column.addWidget(self._loose_title)
        column.addWidget(self._loose_words)
        column.addLayout(self._loose)
        self.loose: dict[str, PutOnChoice] = {}
        column.addSpacing(8)
        column.addWidget(label("Ways that differ", "title"))
        column.addWidget(wrapped("Each zone's stack decides these for itself.", "second"))
        for school in SCHOOLS:
            column.addWidget(label(school.title, "strong"))
            for way in school.ways:
                column.addWidget(wrapped(f"{way.title}: {way.when}", "second"))
        column.addStretch(1)

    def _set(self, entry: str, value: str) -> None:
        self.session.try_do(lambda p: set_order(p, entry, value))

    def refresh(self, finish: FinishPlan) -> None:
        """Shows what the document says."""
        for entry, segments in self.choices.items():
            segments.set_value(getattr(finish.finishing.order, entry))
        self.borders.show_masks(finish, masks_seen(self.session, finish))
        plan = self.session.plan
        self._show_loose(plan.work.goes_on if plan is not None else ())
        found = plan.findings if plan is not None else ()
        self.judged.refresh(f for f in found if f.code.startswith(ORDER_CODES))

    def _show_loose(self, goes_on: tuple[GoesOn, ...]) -> None:
        """All that goes on before or after its coats, by what it is called."""
        changes = {own.id: own for own in self.session.project.changes if isinstance(own, ChangeBase)}
        # What goes back first, then by the numbers on the piece.
        ranked = sorted(goes_on, key=lambda each: changes[each.source].number if each.source in changes else 0)
        own = {"_".join(each.of).replace("/", "_"): each for each in ranked}
        if list(own) != list(self.loose):
            empty(self._loose)
            self.loose = {key: PutOnChoice(self.session, key) for key in own}
            for row in self.loose.values():
                self._loose.addWidget(row)
        for key, each in own.items():
            change = changes.get(each.source)
            words = each.what.text if change is None else titled(change, self.session.project.names)
            self.loose[key].show_way(each, f"{change.number} {words}" if change is not None else words)
        for widget in (self._loose_title, self._loose_words):
            widget.setVisible(bool(own))

"""Where practitioners disagree: the main ways side by side, each with when it is right."""

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import label
from zygoform.app.widgets.findings import Judgements, wrapped
from zygoform.core.coats.schools import CHOICES, SCHOOLS
from zygoform.core.edits.finishing import set_order
from zygoform.core.finish.finish_plan import FinishPlan


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
        plan = self.session.plan
        found = plan.findings if plan is not None else ()
        self.judged.refresh(f for f in found if f.code.startswith("paint_before") or f.code == "woven_before_paint")

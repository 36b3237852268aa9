"""The survey: the piece as found on the left, its sizes on the right."""

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QStackedWidget, QVBoxLayout, QWidget

from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.stages.survey.opening import OpeningPanel, opening_menu
from zygoform.app.stages.survey.sizes import SizesPanel
from zygoform.app.stages.survey.start import StartBox
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import label
from zygoform.app.widgets.findings import Judgements
from zygoform.app.widgets.scrolled import scrolled
from zygoform.app.widgets.stand_area import StandArea

IDLE = "Point at a part or an opening. Click or Enter keeps it; a right click lists what can be said of it."


class SurveyStage(QWidget):
    """Until there is a piece, three fields; then the piece and all its sizes."""

    def __init__(self, session: Session, recent: tuple[str, ...] = ()) -> None:
        super().__init__()
        self.session = session
        self.pages = QStackedWidget()
        whole = QHBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        whole.addWidget(self.pages)
        self.start = StartBox(session, recent)
        empty = QWidget()
        middle = QVBoxLayout(empty)
        middle.addWidget(self.start, 0, Qt.AlignmentFlag.AlignCenter)
        self.pages.addWidget(scrolled(empty, sideways=True))
        page = QWidget()
        row = QHBoxLayout(page)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(0)
        self.area = StandArea(session, "survey", self._menu, IDLE)
        row.addWidget(self.area, 1)
        row.addWidget(self._side())
        self.pages.addWidget(page)
        when_seen(self, session.changed, self.refresh)
        session.pointed.connect(self._on_pointed)
        self.refresh()

    def _side(self) -> QWidget:
        side = QWidget()
        side.setFixedWidth(t.px(t.SIDE + 8))
        column = QVBoxLayout(side)
        column.setContentsMargins(0, 12, t.MARGIN - 12, 8)
        head = QHBoxLayout()
        head.addWidget(label("Survey", "title"))
        head.addWidget(label("a ? behind a size marks a guess", "second"))
        head.addStretch(1)
        column.addLayout(head)
        inner = QWidget()
        self._list = QVBoxLayout(inner)
        self._list.setContentsMargins(0, 0, 12, 0)
        self._list.setSpacing(8)
        self.findings = Judgements(self.session)
        self.opening = OpeningPanel(self.session)
        self.sizes = SizesPanel(self.session)
        self._list.addWidget(self.findings)
        self._list.addWidget(self.opening)
        self._list.addWidget(self.sizes)
        self._list.addStretch(1)
        column.addWidget(scrolled(inner), 1)
        return side

    def _menu(self, part_id: str) -> list[tuple[str, Callable[[], object]]]:
        return opening_menu(self.session, part_id)

    def refresh(self) -> None:
        """Shows what the document says."""
        drawn_now = self.session.plan is not None and self.pages.currentIndex() == 0 and self.isVisible()
        self.pages.setCurrentIndex(0 if self.session.plan is None else 1)
        if self.session.plan is None:
            self.start.refresh()
            return
        if drawn_now:
            self.begin()
        self.sizes.refresh()
        self.opening.refresh()
        self.findings.refresh(f for f in self.session.plan.findings if f.code == "openings_add_up")

    def _on_pointed(self, _part: str) -> None:
        self.opening.refresh()

    def begin(self) -> None:
        """Where the keyboard starts on this screen."""
        if self.session.plan is None:
            self.start.lines["width"].setFocus()
        else:
            self.area.stand.setFocus()

"""The survey: the piece as found on the left, its sizes on the right."""

from collections.abc import Callable
from functools import partial
from typing import Literal

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QMenu, QPushButton, QScrollArea, QStackedWidget, QVBoxLayout, QWidget

from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.stages.survey.disassembly import DisassemblyPanel
from zygoform.app.stages.survey.faults import FaultsPanel
from zygoform.app.stages.survey.opening import OpeningPanel, opening_menu, opening_of
from zygoform.app.stages.survey.ornaments import OrnamentsPanel
from zygoform.app.stages.survey.photos import PhotoPane
from zygoform.app.stages.survey.sizes import SizesPanel
from zygoform.app.stages.survey.start import StartBox
from zygoform.app.stages.survey.use import UsePanel
from zygoform.app.stages.survey.walk import WalkBox
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import label
from zygoform.app.widgets.findings import Judgements
from zygoform.app.widgets.piece_view_area import PieceViewArea
from zygoform.app.widgets.side_drawer import SideDrawer, scrolled
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import copy_piece, remove_piece
from zygoform.core.form.front import Holds

TABS = [("sizes", "Sizes"), ("faults", "Faults"), ("apart", "Taking apart")]
PHOTOS_WIDE, PHOTOS_NARROW, _ROOMY = 300, 210, 1060
_IDLE = "Point at a part or an opening. Click or Enter keeps it; a right click lists what can be said of it."


class SurveyStage(QWidget):
    """Until there is a piece, three fields; then the piece and all its sizes."""

    labels = Signal()

    def __init__(
        self,
        session: Session,
        recent: tuple[str, ...] = (),
        ask_photos: Callable[[], list[str]] = list,
        wire: Callable[[StartBox], object] = lambda _start: None,
        parent: QWidget | None = None,
    ) -> None:
        super().__init__(parent)
        self.session = session
        self._adding, self._count, self._fault_met = False, 0, ""
        # What holds others is put where it belongs before it is filled: moving a full one costs all that is in it.
        self.pages = QStackedWidget(self)
        whole = QHBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        whole.addWidget(self.pages)
        empty = QWidget()
        self.pages.addWidget(scrolled(empty, sideways=True))
        self._middle, self._recent, self._wire = QVBoxLayout(empty), recent, wire
        self._start: StartBox | None = None
        self.drawer = SideDrawer("the survey")
        self.pages.addWidget(self.drawer)
        self.area = PieceViewArea(session, "survey", self._menu, _IDLE)
        self.photos = PhotoPane(session, ask_photos)
        beside = QHBoxLayout(self.drawer.main)
        beside.setContentsMargins(0, 0, 0, 0)
        beside.setSpacing(0)
        beside.addWidget(self.area, 1)
        beside.addWidget(self.photos)
        self._fill_side(self.drawer.side)
        self.photos_button = QPushButton("Photos")
        self.photos_button.setObjectName("photos")
        self.photos_button.setCheckable(True)
        self.photos_button.setToolTip("Photos beside the drawing (G)")
        self.photos_button.toggled.connect(self._show_photos)
        self.area.bar.insertWidget(self.area.bar.count() - 2, self.photos_button)
        self.photos.hide()
        when_seen(self, session.changed, self.refresh)
        session.hover_changed.connect(self._on_pointed)
        self.refresh()

    @property
    def start(self) -> StartBox:
        """The box to begin in, made when there is something to begin; `wire` connects it."""
        if self._start is None:
            self._start = StartBox(self.session, self._recent)
            self._start.back.connect(self._back)
            self._middle.addWidget(self._start, 0, Qt.AlignmentFlag.AlignCenter)
            self._wire(self._start)
        return self._start

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        roomy = self.width() >= t.px(_ROOMY)
        self.photos.setFixedWidth(t.px(PHOTOS_WIDE if roomy else PHOTOS_NARROW))

    def _show_photos(self, shown: bool) -> None:
        """The photos take part of the drawing's room."""
        self.session.view.photos_open = shown
        self.photos.setVisible(shown)
        self.area.view.update()

    def measure_next(self) -> None:
        """The walk, from where it is."""
        self.walk.start()

    def hold_kept(self, holds: Holds) -> None:
        """What the kept opening holds."""
        if opening_of(self.session, self.session.view.selected) is not None:
            self.session.try_do(partial(hold, opening_id=self.session.view.selected, holds=holds))

    def divide_kept(self, direction: Literal["columns", "rows"], count: int) -> None:
        """Divides the kept opening into equal ones."""
        if opening_of(self.session, self.session.view.selected) is not None:
            self.session.try_do(
                partial(divide, opening_id=self.session.view.selected, direction=direction, count=count)
            )

    def fault_here(self) -> None:
        """Asks what is wrong with the part that is kept."""
        self.look("faults")
        self.faults.open_kinds()

    def swap_photos(self) -> None:
        """Shows the photos, or puts them away."""
        self.photos_button.setChecked(not self.photos_button.isChecked())

    def _fill_side(self, side: QWidget) -> None:
        side.setFixedWidth(t.px(t.SIDE + 8))
        column = QVBoxLayout(side)
        column.setContentsMargins(0, 12, t.MARGIN - 12, 8)
        self.walk = WalkBox(self.session)
        head = QHBoxLayout()
        head.addWidget(label("Survey", "title"))
        head.addStretch(1)
        self.pieces = QPushButton("Pieces")
        self.pieces.setObjectName("pieces_menu")
        self.pieces.setToolTip("Another piece, one more like this, or one fewer")
        self.pieces.clicked.connect(self.open_pieces)
        self.measure = QPushButton("Measure next")
        self.measure.setObjectName("measure_next")
        self.measure.setToolTip("One size at a time, shown on the drawing")
        self.measure.clicked.connect(self.walk.start)
        head.addWidget(self.measure)
        head.addWidget(self.pieces)
        column.addLayout(head)
        self.view = Segments("survey_view", TABS)
        self.view.chosen.connect(self.look)
        column.addWidget(self.view)
        column.addWidget(self.walk)
        self.findings, self.opening, self.sizes = (
            Judgements(self.session),
            OpeningPanel(self.session),
            SizesPanel(self.session),
        )
        self.use, self.ornaments = UsePanel(self.session), OrnamentsPanel(self.session)
        self._faults: FaultsPanel | None = None
        self._disassembly: DisassemblyPanel | None = None
        self._views, self._areas, self._lists = QStackedWidget(), list[QScrollArea](), list[QVBoxLayout]()
        column.addWidget(self._views, 1)
        column.addStretch(0)
        for _tab in TABS:
            inner = QWidget()
            self._areas.append(scrolled(inner))
            self._views.addWidget(self._areas[-1])
            list_ = QVBoxLayout(inner)
            list_.setContentsMargins(0, 0, 12, 0)
            list_.setSpacing(8)
            list_.addStretch(1)
            self._lists.append(list_)
        self._fill(0, self.findings, self.opening, self.sizes, self.ornaments, self.use)
        self.walk.walking.connect(self._on_walking)

    def _fill(self, tab: int, *widgets: QWidget) -> None:
        for widget in widgets:
            self._lists[tab].insertWidget(self._lists[tab].count() - 1, widget)

    @property
    def faults(self) -> FaultsPanel:
        """Made when it is first gone to, as is what is taken apart: a first visit makes what is seen."""
        if self._faults is None:
            self._faults = FaultsPanel(self.session)
            self._fill(1, self._faults)
        return self._faults

    @property
    def disassembly(self) -> DisassemblyPanel:
        """What is taken apart."""
        if self._disassembly is None:
            self._disassembly = DisassemblyPanel(self.session)
            self._disassembly.labels.connect(self.labels)
            self._fill(2, self._disassembly)
        return self._disassembly

    def open_pieces(self) -> None:
        """What can be done with whole pieces."""
        menu = QMenu(self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.setObjectName("pieces")
        session = self.session

        def on_piece(edit: Callable[..., Edited], **how: bool) -> None:
            if session.piece is not None:
                session.try_do(partial(edit, piece_id=session.piece.id, **how))

        for name, title, do in (
            ("piece_add", "Another piece…", self.add_piece),
            ("piece_copy", "One more like this", partial(on_piece, copy_piece)),
            ("piece_mirror", "One more, mirrored", partial(on_piece, copy_piece, mirrored=True)),
            ("piece_copy_all", "One more, with what is planned", partial(on_piece, copy_piece, with_changes=True)),
            ("piece_remove", "Take this piece out", partial(on_piece, remove_piece)),
        ):
            action = menu.addAction(title)
            action.setObjectName(name)
            action.triggered.connect(lambda _checked=False, do=do: do())
        menu.actions()[-1].setEnabled(len(session.project.pieces) > 1)
        menu.popup(self.pieces.mapToGlobal(self.pieces.rect().bottomLeft()))

    def add_piece(self) -> None:
        """The start box again, for a further piece."""
        self._adding = True
        self.start.clear()
        self.refresh()
        self.start.lines["width"].setFocus()

    def _back(self) -> None:
        self._adding = False
        self.refresh()
        self.begin()

    def look(self, view: str) -> None:
        """Which side of the survey is at work: sizes or faults."""
        self.view.set_value(view)
        self._views.setCurrentIndex([name for name, _ in TABS].index(view))
        self.refresh()

    def _menu(self, part_id: str) -> list[tuple[str, Callable[[], object]]]:
        return [*opening_menu(self.session, part_id), *self.faults.menu(part_id, partial(self.look, "faults"))]

    def refresh(self) -> None:
        """Shows what the document says."""
        count = len(self.session.project.pieces)
        self._adding = self._adding and count == self._count
        self._count = count
        starting = self.session.plan is None or self._adding
        drawn_now = not starting and self.pages.currentIndex() == 0 and self.isVisible()
        self.pages.setCurrentIndex(0 if starting else 1)
        if self.session.plan is None or self._adding:
            self.start.refresh()
            return
        if drawn_now:
            self.begin()
        self.walk.refresh()
        self.sizes.refresh()
        self.ornaments.refresh()
        self.use.refresh()
        self.opening.refresh()
        if self.view.value == "faults":
            self.faults.refresh()
        if self.view.value == "apart":
            self.disassembly.refresh()
        self.findings.refresh(
            f for f in self.session.plan.findings if f.code in ("openings_add_up", "openings_close")
        )

    def _on_pointed(self, _part: str) -> None:
        if (
            self.session.view.selected_fault
            and self.session.view.selected_fault != self._fault_met
            and self.isVisible()
        ):
            self.look("faults")
        self._fault_met = self.session.view.selected_fault
        self.opening.refresh()
        if self.view.value == "sizes":
            self.ornaments.refresh()
        opening = opening_of(self.session, self.session.view.selected)
        if opening is not None and self.isVisible() and self.view.value == "sizes":
            # Its sizes come into view, wherever the panel was scrolled to.
            self._areas[0].ensureWidgetVisible(self.opening, 0, 0)
        if self.view.value == "faults":
            self.faults.refresh()

    def _on_walking(self, walking: bool) -> None:
        """On a walk only what it asks is there to be filled in."""
        self._views.setVisible(not walking)
        self.view.setVisible(not walking)

    def begin(self) -> None:
        """Where the keyboard starts on this screen."""
        if self.session.plan is None or self._adding:
            self.start.lines["width"].setFocus()
        else:
            self.area.view.setFocus()

"""The stand with what belongs under it: where you stand, the readout, the legend."""

from typing import Literal

from PySide6.QtCore import Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QVBoxLayout, QWidget

from zygoform.app.canvas.part_menu import PartMenu
from zygoform.app.canvas.piece_view import PieceView
from zygoform.app.canvas.viewpoint_picker import ViewpointPicker
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import Segments, tool_button
from zygoform.app.widgets.head import PieceChoice
from zygoform.app.widgets.readout import Legend, Readout

_NARROW, _SLIM, LOW = 700, 460, 440
OVERLAYS = [("found", "As found"), ("over", "Found and planned"), ("planned", "As planned")]


class PieceViewArea(QWidget):
    """The left part of Survey and Redesign."""

    def __init__(self, session: Session, kind: Literal["survey", "redesign"], menu: PartMenu, idle: str) -> None:
        super().__init__()
        self.session = session
        self.view = PieceView(session, kind, menu)
        self.view.setObjectName(f"drawing_{kind}")
        column = QVBoxLayout(self)
        column.setContentsMargins(t.MARGIN, 8, 12, 8)
        column.setSpacing(4)
        column.addLayout(self._bar(kind))
        column.addWidget(self.view, 1)
        column.addLayout(self._foot(kind, idle))
        session.viewpoint_changed.connect(self._refresh)

    def _bar(self, kind: str) -> QHBoxLayout:
        bar = QHBoxLayout()
        bar.setSpacing(6)
        self.overlay: Segments | None = None
        if kind == "redesign":
            self.overlay = Segments("overlay", OVERLAYS, self.session.view.overlay)
            self.overlay.chosen.connect(lambda value: self.session.look_from(overlay=value))
            bar.addWidget(self.overlay)
        self.shown = PieceChoice(self.session)
        bar.addWidget(self.shown)
        bar.addStretch(1)
        self.bar = bar
        buttons = (
            ("fit", "Whole piece (0)", "fit", self.view.fit_whole),
            ("zoom_in", "Nearer (+)", "nearer", lambda: self.view.zoom_by(1.25)),
        )
        for name, tip, picture, do in buttons:
            bar.addWidget(tool_button(f"{name}_{kind}", tip, picture, do))
        return bar

    def _foot(self, kind: str, idle: str) -> QGridLayout:
        self._feet = QGridLayout()
        self._feet.setHorizontalSpacing(16)
        self._feet.setColumnStretch(1, 1)
        self.readout, self._legend = Readout(self.session, idle), Legend()
        self._plan = ViewpointPicker(self.session)
        self._feet.addWidget(self._plan, 1, 0, Qt.AlignmentFlag.AlignBottom)
        if kind == "redesign":
            self._feet.addWidget(self._legend, 1, 2, Qt.AlignmentFlag.AlignVCenter)
        else:
            self._legend.hide()
        self._how, self._has_legend = "", kind == "redesign"
        self._place_readout()
        return self._feet

    def _place_readout(self) -> None:
        """Between the plan and the legend; in a narrow window over both, in a low one in the legend's place.

        Where it is low the plan becomes rows of names: the drawing needs the room.
        """
        low, width = self.height() < t.px(LOW), self.width()
        how = "wide" if width >= t.px(_NARROW) else "narrow" if not low or width < t.px(_SLIM) else "low"
        if how != self._how:
            self._how = how
            self._feet.removeWidget(self.readout)
            row, column, columns = {"low": (1, 1, 2), "narrow": (0, 0, 3), "wide": (1, 1, 1)}[how]
            self._feet.addWidget(self.readout, row, column, 1, columns)
            self.readout.setMaximumHeight(t.px(78 if low else 124))
            self._plan.be_row(row=low)
            self._legend.setVisible(self._has_legend and not (low and width < t.px(_NARROW)))

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._place_readout()

    def _refresh(self) -> None:
        if self.overlay is not None:
            self.overlay.set_value(self.session.view.overlay)

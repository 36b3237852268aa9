"""What an opening holds and how it is divided."""

from collections.abc import Callable
from functools import partial
from typing import Literal

from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.stages.survey.inside import InsidePanel
from zygoform.app.stages.survey.opening_readings import OpeningReadingsPanel
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import Field, label, written
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.fronts import HELD, divide, hold, join, set_cell_size
from zygoform.core.form.form import FormOpening
from zygoform.core.form.front import Division, Holds, find_opening, parent
from zygoform.core.form.piece import FrontedPiece
from zygoform.core.ids import group_of, own_of, piece_of

_HOLDS: tuple[Holds, ...] = ("drawer", "door", "panel", "knees", "nothing")
_DIRECTIONS: tuple[Literal["columns", "rows"], ...] = ("columns", "rows")
HOLDS: list[tuple[Holds, str]] = [
    ("drawer", "Drawer"),
    ("door", "Door"),
    ("panel", "Panel"),
    ("knees", "Knees"),
    ("nothing", "Open"),
]


def opening_of(session: Session, part_id: str) -> FormOpening | None:
    """The opening of that id in the piece as found."""
    plan = session.plan
    openings = (o for body in plan.found.bodies for o in body.openings) if plan is not None else iter(())
    return next((o for o in openings if o.id == part_id), None)


def holdable(session: Session, part_id: str) -> tuple[Holds, ...]:
    """What an opening of this kind of piece can hold."""
    piece = session.project.known(piece_of(part_id))
    return piece.HOLDS if isinstance(piece, FrontedPiece) else ()


def opening_menu(session: Session, part_id: str) -> list[tuple[str, Callable[[], object]]]:
    """What can be said of an opening, for the right click and Enter."""
    opening = opening_of(session, part_id)
    front = session.project.front(part_id)
    if opening is None or front is None:
        return []

    entries: list[tuple[str, Callable[[], object]]] = [
        (HELD[holds], partial(session.try_do, partial(hold, opening_id=part_id, holds=holds)))
        for holds in _HOLDS
        if holds != opening.holds and holds in holdable(session, part_id)
    ]
    entries += [
        (
            f"Divide into {count} {direction}",
            partial(session.try_do, partial(divide, opening_id=part_id, direction=direction, count=count)),
        )
        for direction in _DIRECTIONS
        for count in (2, 3, 4)
    ]
    if parent(front, own_of(part_id)) is not None:
        entries.append(("Join with its neighbours", partial(session.try_do, partial(join, opening_id=part_id))))
    return entries


class OpeningPanel(QWidget):
    """The opening that is kept: its size, what it holds, and dividing it."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("opening_panel")
        self._id = ""
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self._name = label("", "strong")
        self._idle = wrapped(
            "Point at an opening of the front and click it: say what it holds, or divide it.", "second"
        )
        column.addWidget(self._name)
        column.addWidget(self._idle)
        self._body = QWidget()
        inner = QVBoxLayout(self._body)
        inner.setContentsMargins(0, 0, 0, 0)
        inner.setSpacing(8)
        self.holds = Segments("opening_holds", [(value, words) for value, words in HOLDS])
        self.holds.chosen.connect(lambda value: session.try_do(lambda p: hold(p, self._id, value)))
        inner.addWidget(self.holds)
        sizes = QHBoxLayout()
        sizes.setSpacing(8)
        self.wide = self._size_field("columns", "Wide")
        self.high = self._size_field("rows", "High")
        sizes.addWidget(self.wide, 1)
        sizes.addWidget(self.high, 1)
        inner.addLayout(sizes)
        inner.addLayout(self._divide_row("columns", "Columns"))
        inner.addLayout(self._divide_row("rows", "Rows"))
        self.join = QPushButton("Join with its neighbours")
        self.join.setObjectName("opening_join")
        self.join.clicked.connect(lambda: session.try_do(lambda p: join(p, self._id)))
        inner.addWidget(self.join)
        self.closely = OpeningReadingsPanel(session)
        inner.addWidget(self.closely)
        self.inside = InsidePanel(session)
        inner.addWidget(self.inside)
        column.addWidget(self._body)

    def _divide_row(self, direction: Literal["columns", "rows"], title: str) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(6)
        words = label(f"{title}:", "second")
        words.setFixedWidth(t.px(64))
        row.addWidget(words)
        for count in (2, 3, 4, 5):
            button = QPushButton(str(count))
            button.setObjectName(f"divide_{direction}_{count}")
            button.setAccessibleName(f"Divide into {count} {direction}")
            button.setFixedWidth(t.px(42))
            button.clicked.connect(
                lambda _c=False, count=count: self.session.try_do(lambda p: divide(p, self._id, direction, count))
            )
            row.addWidget(button)
        row.addStretch(1)
        return row

    def _size_field(self, direction: Literal["columns", "rows"], title: str) -> Field:
        return Field(
            self.session,
            f"opening_{'width' if direction == 'columns' else 'height'}",
            title,
            lambda text: self.session.do(
                lambda p: set_cell_size(p, f"{group_of(self._id)}/{self._cell(direction)}", text)
            ),
            steps=True,
        )

    def _cell(self, direction: str) -> str:
        """The cell whose size is meant: the opening, or the division it stands in."""
        front, cell_id = self.session.project.front(self._id), own_of(self._id)
        while front is not None:
            division = parent(front, cell_id)
            if division is None or division.direction == direction:
                return cell_id if division is not None else ""
            cell_id = division.id
        return ""

    def refresh(self) -> None:
        """Shows the opening that is kept."""
        opening = opening_of(self.session, self.session.view.selected) or opening_of(self.session, self._id)
        front = self.session.project.front(opening.id if opening else self.session.view.shown)
        self.setVisible(front is not None)
        self._idle.setVisible(opening is None)
        self._body.setVisible(opening is not None)
        self._name.setText(opening.name if opening is not None else "Front")
        if opening is None or front is None:
            self._id = ""
            return
        self._id = opening.id
        allowed = holdable(self.session, opening.id)
        self.holds.set_options([(value, words) for value, words in HOLDS if value in allowed])
        self.holds.set_value(opening.holds)
        x0, z0, x1, z1 = opening.rect
        own = own_of(opening.id)
        for field, direction, size in ((self.wide, "columns", x1 - x0), (self.high, "rows", z1 - z0)):
            cell = self._cell(direction)
            division = parent(front, cell) if cell else None
            taken = _readings(division, cell)
            guess = bool(taken) and all(reading.source == "guessed" for reading in taken)
            field.show_value(written(taken, self.session.unit), guess=guess, hint=self.session.unit.show(size))
            field.setEnabled(division is not None)
        self.closely.show_opening(opening)
        self.inside.show_opening(opening, find_opening(front, own))
        self.join.setEnabled(parent(front, own) is not None and find_opening(front, own) is not None)


def _readings(division: Division | None, cell_id: str) -> tuple:  # type: ignore[type-arg]
    if division is None:
        return ()
    return division.sizes[[cell.id for cell in division.cells].index(cell_id)]

"""The full table by part."""

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QPersistentModelIndex, Qt
from PySide6.QtGui import QColor
from PySide6.QtWidgets import QAbstractItemView, QHeaderView, QTableView

from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.core.cutlist.rows import TO_LINE, PartRow, letter_runs
from zygoform.core.edits.cutting import mark_cut, set_row_count

_COLUMNS = ("Part", "Name", "Count", "Thick", "Wide", "Long", "Ends", "Stock", "Boards")
"""A part's code begins with the number of its change."""
COUNT = _COLUMNS.index("Count")
Index = QModelIndex | QPersistentModelIndex


class PartModel(QAbstractTableModel):
    """Rows of the plan as Qt asks for them."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.rows: tuple[PartRow, ...] = ()

    def take(self) -> None:
        """The plan's rows of now."""
        self.beginResetModel()
        self.rows = self.session.plan.part_rows if self.session.plan is not None else ()
        self.endResetModel()

    def rowCount(self, parent: Index = QModelIndex()) -> int:  # noqa: B008 - Qt's own signature
        return 0 if parent.isValid() else len(self.rows)

    def columnCount(self, parent: Index = QModelIndex()) -> int:  # noqa: B008 - Qt's own signature
        return 0 if parent.isValid() else len(_COLUMNS)

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = 0) -> object:
        if orientation == Qt.Orientation.Horizontal and role == Qt.ItemDataRole.DisplayRole:
            return _COLUMNS[section]
        return None

    def data(self, index: Index, role: int = 0) -> object:
        row = self.rows[index.row()]
        if role == Qt.ItemDataRole.DisplayRole:
            return self._cells(row)[index.column()]
        if role == Qt.ItemDataRole.EditRole:
            return str(row.count)
        if role == Qt.ItemDataRole.ToolTipRole and row.guesses:
            return "Rests on a guess: " + ", ".join(row.guesses)
        return self._look(row, index.column(), role)

    def _look(self, row: PartRow, column: int, role: int) -> object:
        """Its tick and its colours."""
        if role == Qt.ItemDataRole.CheckStateRole and column == 0 and row.part_ids:
            done = self.session.project.cut_parts.issuperset(row.part_ids)
            return Qt.CheckState.Checked if done else Qt.CheckState.Unchecked
        if role == Qt.ItemDataRole.ForegroundRole and not row.count:
            return QColor(t.INK2)
        if role == Qt.ItemDataRole.BackgroundRole and self.session.view.hovered in row.part_ids:
            return QColor(t.TAPEWASH)
        return None

    def flags(self, index: Index) -> Qt.ItemFlag:
        editable = Qt.ItemFlag.ItemIsEditable if index.column() == COUNT else Qt.ItemFlag.NoItemFlags
        ticked = Qt.ItemFlag.ItemIsUserCheckable if index.column() == 0 else Qt.ItemFlag.NoItemFlags
        return super().flags(index) | editable | ticked

    def setData(self, index: Index, value: object, role: int = 0) -> bool:
        """A count typed in the table; what cannot be is told and changes nothing."""
        row = self.rows[index.row()]
        if role == Qt.ItemDataRole.CheckStateRole and row.part_ids:
            cut = Qt.CheckState(value) == Qt.CheckState.Checked
            return self.session.try_do(lambda project: mark_cut(project, row.part_ids, row.code, cut=cut))
        if role != Qt.ItemDataRole.EditRole:
            return False
        return self.session.try_do(lambda project: set_row_count(project, row.code, row.planned, str(value)))

    def _cells(self, row: PartRow) -> tuple[str, ...]:
        show = self.session.unit.show
        guess = "~ " if row.guesses else ""
        sizes = (self.session.unit.show_thick(row.thickness), show(row.width), guess + show(row.length))
        return (
            row.code,
            row.name,
            f"{row.count}, {row.note}" if row.note else str(row.count),
            *sizes,
            _ends(row),
            row.stock,
            letter_runs(row.boards),
        )


def _ends(row: PartRow) -> str:
    if row.left == TO_LINE:
        return TO_LINE
    return f"both {row.left}" if row.left == row.right else f"{row.left}, {row.right}"


class PartTable(QTableView):
    """Pointing at a row lights its parts; the keyboard does too."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._model = PartModel(session)
        self.setModel(self._model)
        self.setObjectName("part_table")
        self.setAccessibleName("Cut list by part")
        self.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        trigger = QAbstractItemView.EditTrigger
        self.setEditTriggers(trigger.DoubleClicked | trigger.EditKeyPressed | trigger.AnyKeyPressed)
        self.setMouseTracking(True)
        self.setShowGrid(False)
        self.verticalHeader().hide()
        self.verticalHeader().setDefaultSectionSize(34)
        header = self.horizontalHeader()
        header.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        header.setSectionResizeMode(1, QHeaderView.ResizeMode.Stretch)
        header.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
        header.setHighlightSections(False)
        self.entered.connect(lambda index: session.hover(next(iter(self._model.rows[index.row()].part_ids), "")))
        self.selectionModel().currentRowChanged.connect(self._keep)
        when_seen(self, session.changed, self._refresh, stale=True)
        session.hover_changed.connect(self._on_pointed)

    def _refresh(self) -> None:
        self._model.take()

    def _on_pointed(self, _part: str) -> None:
        self.viewport().update()

    def _keep(self, index: QModelIndex) -> None:
        if index.isValid():
            self.session.select(next(iter(self._model.rows[index.row()].part_ids), ""))

    def leaveEvent(self, event: object) -> None:
        del event
        self.session.hover("")

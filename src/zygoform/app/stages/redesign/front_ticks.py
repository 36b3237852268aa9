"""Which fronts a change is for, where it is for some: a tick for each; a click in the drawing does the same."""

from functools import partial

from PySide6.QtWidgets import QCheckBox, QGridLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme.plain import unmarked
from zygoform.app.widgets.fields import empty
from zygoform.core.edits.planning import pick_front, takes_some
from zygoform.core.form.carcass import front_opening
from zygoform.core.form.form import Body, FormOpening
from zygoform.core.ids import own_of

_COLUMNS = 2


class FrontTicks(QWidget):
    """In the card of a change that can be for some fronts."""

    def __init__(self, session: Session, change_id: str) -> None:
        super().__init__()
        self.session, self.change_id = session, change_id
        self.setObjectName(f"fronts_{change_id}")
        self.setAccessibleName("The fronts it is for")
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._ids: tuple[str, ...] = ()
        self.ticks: dict[str, QCheckBox] = {}

    def refresh(self) -> None:
        """The fronts there are when the change is made, and which of them it takes."""
        change = self.session.project.change(self.change_id)
        own = body_of(self.session, self.change_id)
        some = takes_some(self.session.project, self.change_id)
        self.setVisible(some)
        if change is None or own is None or not some:
            return
        fronts = fronts_in(own)
        if self._ids != tuple(opening.id for opening in fronts):
            self._fill(fronts)
        chosen = {own_of(target) for target in change.targets}
        for opening in fronts:
            tick = self.ticks[opening.id]
            tick.setText(unmarked(opening.name))
            tick.setChecked(own_of(opening.id) in chosen)

    def _fill(self, fronts: tuple[FormOpening, ...]) -> None:
        empty(self._grid)
        self._ids, self.ticks = tuple(opening.id for opening in fronts), {}
        for k, opening in enumerate(fronts):
            tick = QCheckBox()
            tick.setObjectName(f"on_{self.change_id}_{own_of(opening.id)}")
            tick.clicked.connect(partial(self._pick, opening.id))
            self.ticks[opening.id] = tick
            self._grid.addWidget(tick, k // _COLUMNS, k % _COLUMNS)

    def _pick(self, opening_id: str, _on: bool = False) -> None:
        own = body_of(self.session, self.change_id)
        opening = next((o for o in own.openings if o.id == opening_id), None) if own is not None else None
        if own is not None and opening is not None:
            self.session.try_do(partial(pick_front, change_id=self.change_id, body=own, opening=opening))
        self.refresh()


def body_of(session: Session, change_id: str) -> Body | None:
    """The piece as a change finds it."""
    plan, change = session.plan, session.project.change(change_id)
    return plan.form.before(change_id).body(change.targets[0]) if plan is not None and change is not None else None


def fronts_in(body: Body) -> tuple[FormOpening, ...]:
    """What can be taken in or left out."""
    ids = {board.id for board in body.boards}
    return tuple(o for o in body.openings if o.holds in ("drawer", "door", "flap", "panel") and o.front_id in ids)


def pick_pointed(session: Session, change_id: str, part_id: str) -> bool:
    """A front that was clicked while the card of a change for some of them is open; whether it was one."""
    own = body_of(session, change_id)
    planned = session.planned.body(own.id) if own is not None and session.planned is not None else None
    found = front_opening(planned or own, part_id) if own is not None and (planned or own) is not None else None
    opening = next((o for o in fronts_in(own) if own_of(o.id) == own_of(found.id)), None) if own and found else None
    if own is None or opening is None:
        return False
    return session.try_do(partial(pick_front, change_id=change_id, body=own, opening=opening))

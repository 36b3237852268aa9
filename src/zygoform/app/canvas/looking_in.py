"""Looking in: drawers drawn out and doors opened, by double click, by key and from the list of a part."""

from functools import partial

from PySide6.QtCore import QObject, QTimer

from zygoform.app.canvas.part_menu import Entries
from zygoform.app.session import Session
from zygoform.core.condition.condition import Fault
from zygoform.core.drawing.scene import Overlay
from zygoform.core.form.form import Body, FormOpening
from zygoform.core.form.inside.opened import opens, placing
from zygoform.core.geometry.prism import Point3
from zygoform.core.ids import own_of

_WORDS = {"drawer": ("Draw it out", "Push it in"), "flap": ("Let it down", "Shut it")}


def _meant(session: Session, part_id: str, overlay: Overlay | None) -> tuple[str, tuple[str, str]] | None:
    """The drawer, door or lid that a part belongs to: its id, and the words for opening and for shutting it."""
    seen = session.seen()
    form = seen.of(overlay or session.view.overlay) if seen is not None else None
    body = form.body(part_id) if form is not None and part_id else None
    if body is None and seen is not None and part_id:
        body = seen.found.body(part_id)
    if body is None:
        return None
    opening = _opening(body, part_id)
    if opening is not None:
        return opening.id, _WORDS.get(opening.holds, ("Open it", "Shut it"))
    lid = next((board.id for board in body.boards if board.role == "lid"), "")
    return (lid, ("Lift the lid", "Shut the lid")) if lid else None


def _opening(body: Body, part_id: str) -> FormOpening | None:
    """The one a part is of: by its own id, or because it was put on that front."""
    mine = (o for o in body.openings if own_of(o.id) == own_of(part_id) or part_id in (o.closed_by, *o.carries))
    return next((o for o in mine if opens(o)), None)


def look_in_entries(session: Session, part_id: str, overlay: Overlay | None = None) -> Entries:
    """What the list of a part says of looking in; `overlay` is what the drawing shows, if not what all show."""
    meant = _meant(session, part_id, overlay)
    if meant is None:
        return []
    own, words = meant
    is_open = own in session.view.opened
    entries: Entries = [(words[is_open], partial(session.look_into, (own,), open_=not is_open))]
    if words == _WORDS["flap"]:
        entries.append(("Let it down slowly", partial(play_swing, session, own)))
    return entries


def swap_opening(session: Session, part_id: str) -> bool:
    """Opens or shuts what a part belongs to; whether there is anything of that kind."""
    entries = look_in_entries(session, part_id)
    for _, do in entries[:1]:
        session.view.swing = 1.0
        do()
    return bool(entries)


def swap_look(session: Session) -> None:
    """Opens or shuts what is kept; where nothing of that kind is, everything on screen."""
    seen = session.seen()
    if not swap_opening(session, session.view.selected) and seen is not None:
        every = [o.id for body in seen.found.bodies for o in body.openings if opens(o)]
        every += [board.id for board in seen.found.boards if board.role == "lid"]
        session.look_into(every, open_=not session.view.opened.issuperset(every))


def fault_place(session: Session, fault: Fault) -> Point3:
    """Where a fault is now, in its piece's coordinates: what is drawn out takes its faults along."""
    plan = session.plan
    body = plan.found.body(fault.part) if plan is not None and session.view.opened else None
    to = placing(body, session.view.opened, fault.part) if body is not None else None
    return to.place(fault.at) if to is not None else fault.at


def shut_place(session: Session, part_id: str, point: Point3) -> Point3:
    """A point seen on a part, as it is when everything is shut."""
    plan = session.plan
    body = plan.found.body(part_id) if plan is not None and session.view.opened else None
    to = placing(body, session.view.opened, part_id) if body is not None else None
    return to.back(point) if to is not None else point


# A flap let down slowly: its front turns step by step, and one sees what it comes near.

FRAMES, SWING_EVERY_MS = 18, 45
"""Through its quarter turn in so many steps, 5 degrees each."""


class _Swing(QObject):
    """Lives until the flap is down, or another document is open."""

    def __init__(self, session: Session, opening_id: str) -> None:
        super().__init__(session)
        self.session, self._view, self._frame = session, session.view, 0
        self._timer = QTimer(self)
        self._timer.setInterval(SWING_EVERY_MS)
        self._timer.timeout.connect(self._step)
        session.view.swing = 0.0
        session.look_into((opening_id,), open_=True)
        session.swing_to(0.0)
        self._timer.start()

    def _step(self) -> None:
        self._frame += 1
        if self._view is self.session.view:
            self.session.swing_to(min(1.0, self._frame / FRAMES))
        if self._view is not self.session.view or self._frame >= FRAMES:
            self._timer.stop()
            self.deleteLater()


def play_swing(session: Session, opening_id: str) -> None:
    """Lets a flap down from shut to open."""
    for running in session.findChildren(_Swing):
        running.deleteLater()
    _Swing(session, opening_id)

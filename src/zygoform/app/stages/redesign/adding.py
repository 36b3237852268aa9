"""Which changes can be added, and where: what fits nowhere is not offered."""

from typing import get_args

from msgspec import Struct

from zygoform.app.session import Session
from zygoform.core.changes.registry import CHANGE_KINDS, ChangeGroup, ChangeKind
from zygoform.core.form.registry import Target
from zygoform.core.ids import piece_of


class Addable(Struct, frozen=True):
    """A kind of change, the body of the current piece it fits ("" for none), and all bodies on screen it fits."""

    kind: ChangeKind
    own: str
    rooms: tuple[str, ...]


def addable(session: Session) -> list[Addable]:
    """The kinds that fit something on screen, group by group, within one in the order of the registry."""
    piece = session.piece
    found = []
    groups = get_args(ChangeGroup)
    for kind in sorted(CHANGE_KINDS.values(), key=lambda kind: groups.index(kind.group)):
        rooms = _rooms(session, kind)
        own = next((body for body in rooms if piece is not None and piece_of(body) == piece.id), "")
        if rooms and (len(session.project.known_pieces) > 1 or not kind.of_set):
            found.append(Addable(kind, own, rooms))
    return found


def _rooms(session: Session, kind: ChangeKind) -> tuple[str, ...]:
    """The bodies on screen that have a part which a kind of change fits."""
    seen = session.seen()
    bodies = (*seen.planned.bodies, *seen.found.bodies) if seen is not None else ()
    fits = [body.id for body in bodies if kind.takes(Target("body", body.id, body))]
    return tuple(dict.fromkeys(fits))

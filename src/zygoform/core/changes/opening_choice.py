"""Which drawers or doors a change is for: the one that was pointed at, or every one there is."""

from collections.abc import Collection

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.ids import own_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Note

CHOOSE_SOME = "Click the fronts it is for in the drawing, or tick them here."


def is_meant(body: Body, opening: FormOpening, targets: tuple[str, ...], on: str) -> bool:
    """For "this" the opening that the target is, or is a part of; for "some" those of all; else every one."""
    if on == "some":
        return own_of(opening.id) in {own_of(target) for target in targets}
    return on != "this" or targets[0] == body.id or own_of(targets[0]) == own_of(opening.id)


def chosen_openings(
    body: Body, targets: tuple[str, ...], on: str, holds: Collection[str], nothing: tuple[str, str]
) -> list[tuple[FormOpening, Board]]:
    """Those that hold one of `holds`, each with its front, which is still there.

    Raises BadInputError without any: `nothing` are its words and the entry it stands beside. Those that are not
    there any more are named: a change before this one, or a fault's remedy, took them out.
    """
    boards = {board.id: board for board in body.boards}
    found = [
        (opening, boards[opening.front_id])
        for opening in body.openings
        if opening.holds in holds and opening.front_id in boards and is_meant(body, opening, targets, on)
    ]
    if not found:
        words, field = nothing
        if on == "some" and not any(own_of(o.id) in {own_of(t) for t in targets} for o in body.openings):
            words = CHOOSE_SOME
        gone = gone_fronts(body, targets, on, holds)
        if gone:
            words = f"{gone}: a change or a remedy before this one takes it out. Leave that out, or this."
        raise BadInputError("impossible", words, field)
    return found


def gone_fronts(body: Body, targets: tuple[str, ...], on: str, holds: Collection[str]) -> str:
    """The names of those that are meant and have no front any more."""
    ids = {board.id for board in body.boards}
    names = [
        opening.name
        for opening in body.openings
        if opening.holds in holds and opening.front_id not in ids and is_meant(body, opening, targets, on)
    ]
    return ", ".join(names[:3]) + (f" and {len(names) - 3} more" if len(names) > 3 else "")


def gone_notes(body: Body, targets: tuple[str, ...], on: str, holds: Collection[str]) -> tuple[Note, ...]:
    """What is left out without being asked is told."""
    gone = gone_fronts(body, targets, on, holds)
    text = f"{literal(gone)}: taken out before this by a change or a remedy."
    return (Note("Without", Message(text)),) if gone else ()

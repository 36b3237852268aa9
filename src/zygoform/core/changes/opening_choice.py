"""Which drawers or doors a change is for: the one that was pointed at, or every one there is."""

from collections.abc import Collection

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, FormOpening, own_of


def is_meant(body: Body, opening: FormOpening, target: str, on: str) -> bool:
    """For "this" the opening that the target is, or is a part of; else every one."""
    return on != "this" or target == body.id or own_of(target) == own_of(opening.id)


def chosen_openings(
    body: Body, target: str, on: str, holds: Collection[str], nothing: tuple[str, str]
) -> list[tuple[FormOpening, Board]]:
    """Those that hold one of `holds`, each with its front, which is still there.

    Raises BadInputError without any: `nothing` are its words and the entry it stands beside.
    """
    boards = {board.id: board for board in body.boards}
    found = [
        (opening, boards[opening.front_id])
        for opening in body.openings
        if opening.holds in holds and opening.front_id in boards and is_meant(body, opening, target, on)
    ]
    if not found:
        raise BadInputError("impossible", *nothing)
    return found

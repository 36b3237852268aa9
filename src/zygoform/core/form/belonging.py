"""What leaves a piece together with a part of it."""

from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.ids import goes_with, role_of, sibling


def belonging(body: Body, part_id: str) -> frozenset[str]:
    """What leaves with a part: with a front or a door's frame its knob, and all of a framed door."""
    role = role_of(part_id)
    opening = body.opening_of(part_id)
    if opening is None or not (role == "front" or role.startswith("stile-")):
        return frozenset({part_id})
    frame = {board.id for board in body.boards if board.role == "door" and goes_with(board.id, part_id)}
    if part_id not in frame and frame:
        # A pane alone.
        return frozenset({part_id})
    whole = frame | {opening.front_id} if frame else {part_id}
    return frozenset({*whole, sibling(part_id, "knob"), *opening.carries})


def front_opening(body: Body, part_id: str) -> FormOpening | None:
    """The opening whose front a part is, is a piece of, lies on, or is carried by."""
    own = body.opening_of(part_id)
    if own is not None:
        return own
    on = next((board for board in body.boards if any(laid.id == part_id for laid in board.on_face)), None)
    if on is not None:
        return body.opening_of(on.id)
    return next((opening for opening in body.openings if part_id in opening.carries), None)


def front_boards(body: Body, opening: FormOpening) -> tuple[Board, ...]:
    """A front with all of its frame, and what lies on them."""
    whole = tuple(
        board
        for board in body.boards
        if board.id == opening.front_id or (board.role == "door" and goes_with(board.id, opening.id))
    )
    return (*whole, *(laid for board in whole for laid in board.on_face))

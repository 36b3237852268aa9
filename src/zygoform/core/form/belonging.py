"""What leaves a piece together with a part of it."""

from zygoform.core.form.form import Body, goes_with, role_of, sibling


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

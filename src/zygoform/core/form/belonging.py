"""What leaves a piece together with a part of it."""

from zygoform.core.form.form import Body, own_of, role_of


def belonging(body: Body, part_id: str) -> frozenset[str]:
    """What leaves with a part: with a front or a door's frame its knob, and all of a framed door."""
    role, own = role_of(part_id), own_of(part_id)
    opening = body.opening_of(part_id)
    if opening is None or not (role == "front" or role.startswith("stile-")):
        return frozenset({part_id})
    frame = {board.id for board in body.boards if board.role == "door" and own_of(board.id) == own}
    if part_id not in frame and frame:
        # A pane alone.
        return frozenset({part_id})
    whole = frame | {f"{body.piece_id}/front/{own}"} if frame else {part_id}
    return frozenset({*whole, f"{body.piece_id}/knob/{own}"})

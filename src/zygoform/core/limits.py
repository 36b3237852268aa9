"""How large a project may be: what is within is worked out at once, what is beyond is refused in words."""

from zygoform.core.changes.base import UnknownChange
from zygoform.core.errors import BadInputError
from zygoform.core.form.piece import PieceBase
from zygoform.core.project import Project

MOST_PIECES, MOST_CHANGES, MOST_FAULTS, MOST_COUNTED = 100, 200, 1000, 2000
LARGE_SHARE = 0.15
"""Of the most there may be: what is more than this of anything takes too long to be worked out at one go."""


def is_large(project: Project) -> bool:
    """Whether the plan is worked out bit by bit, with the window answering in between."""
    return any(many > LARGE_SHARE * most for many, most, _ in _counted(project))


def check_size(project: Project) -> None:
    """Raises BadInputError `out_of_range` for more of something than can be."""
    for many, most, what in _counted(project):
        if many > most:
            raise BadInputError("out_of_range", f"A project holds at most {most} {what}; these are {many}.")


def _counted(project: Project) -> tuple[tuple[int, int, str], ...]:
    """How many there are, how many there may be, and of what."""
    faults = sum(len(piece.faults) for piece in project.pieces if isinstance(piece, PieceBase))
    # Before anything is worked out: what is asked for by number.
    parts = sum(
        int(getattr(change, "count", 0))
        for change in project.changes
        if not isinstance(change, UnknownChange) and change.tag == "own_part"
    )
    parts += sum(count.count for count in project.counts)
    return (
        (len(project.pieces), MOST_PIECES, "pieces"),
        (len(project.changes), MOST_CHANGES, "changes"),
        (faults, MOST_FAULTS, "faults"),
        (parts, MOST_COUNTED, "parts asked for by number"),
    )

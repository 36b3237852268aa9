"""How large a project may be: what is within is worked out at once, what is beyond is refused in words."""

from zygoform.core.changes.base import UnknownChange
from zygoform.core.errors import BadInputError
from zygoform.core.form.piece import PieceBase
from zygoform.core.project import Project

MOST_PIECES, MOST_CHANGES, MOST_FAULTS, MOST_COUNTED = 100, 200, 1000, 2000


def check_size(project: Project) -> None:
    """Raises BadInputError `out_of_range` for more of something than can be."""
    faults = sum(len(piece.faults) for piece in project.pieces if isinstance(piece, PieceBase))
    # Before anything is worked out: what is asked for by number.
    parts = sum(
        int(getattr(change, "count", 0))
        for change in project.changes
        if not isinstance(change, UnknownChange) and change.tag == "own_part"
    )
    parts += sum(count.count for count in project.counts)
    for many, most, what in (
        (len(project.pieces), MOST_PIECES, "pieces"),
        (len(project.changes), MOST_CHANGES, "changes"),
        (faults, MOST_FAULTS, "faults"),
        (parts, MOST_COUNTED, "parts asked for by number"),
    ):
        if many > most:
            raise BadInputError("out_of_range", f"A project holds at most {most} {what}; these are {many}.")

"""Edits that take over whole lists: parts and boards from elsewhere, each as one step."""

from typing import Any, Literal

from msgspec import Struct, structs

from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.goods.timber import StockLine
from zygoform.core.measure.message import Message
from zygoform.core.project import Project


class OwnRow(Struct, frozen=True):
    """One row of a cut list from elsewhere; mm and degrees."""

    name: str
    board: str
    count: int
    length: float
    width: float
    slant: Literal["flat", "edge"] = "flat"
    left: float = 0.0
    right: float = 0.0
    location: str = ""


class OwnBoard(Struct, frozen=True):
    """So many boards of one size and length (mm); of an offcut of sheet its own width too."""

    board: str
    length: float
    count: int
    width: float | None = None


def take_parts(project: Project, rows: tuple[OwnRow, ...]) -> Edited:
    """A part of one's own for each row. Raises BadInputError without a piece they could belong to."""
    if project.piece is None:
        raise BadInputError("impossible", "Measure a piece first; parts belong to one.")
    target, number = f"{project.piece.id}/body/main", project.next_number
    own_part: Any = CHANGE_KINDS["own_part"].load()
    changes = tuple(
        own_part(f"c{number + k}", number + k, (target,), **structs.asdict(row)) for k, row in enumerate(rows)
    )
    done = structs.replace(project, changes=(*project.changes, *changes), next_number=number + len(rows))
    return Edited(done, Message(f"Took over {len(rows)} parts"), frozenset(change.id for change in changes))


def take_boards(project: Project, boards: tuple[OwnBoard, ...]) -> Edited:
    """Boards into What I have."""
    number = 1 + max((int(line.id[1:]) for line in project.stock if line.id[1:].isdecimal()), default=0)
    lines = tuple(
        StockLine(f"s{number + k}", b.board, b.length, b.count, width=b.width) for k, b in enumerate(boards)
    )
    done = structs.replace(project, stock=(*project.stock, *lines))
    return Edited(done, Message(f"Took over {len(lines)} lines of boards"), frozenset(line.id for line in lines))

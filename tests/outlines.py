"""The outline of a board that is one."""

from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Outline
from zygoform.core.geometry.prism import Prism


def outline_of(board: Board) -> Outline:
    assert isinstance(board.solid, Prism)
    return board.solid.outline

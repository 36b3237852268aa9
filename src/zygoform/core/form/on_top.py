"""What stands on a top: a crown along its front, a mirror between posts along its back."""

from collections.abc import Callable
from typing import Literal

from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Point3, Prism, X, Z, upright
from zygoform.core.geometry.segment import segment
from zygoform.core.ids import role_of
from zygoform.core.tolerance import SAME_MM

CrownKind = Literal["none", "straight", "arched"]
CROWN_THICK, POST, MIRROR_THICK, HANGS_OVER = 19.0, 44.0, 22.0, 60.0
"""A crown's board, the posts beside a mirror, the mirror with its frame, and how far it hangs over the top (mm)."""


def crown_boards(piece_id: str, top: Board, kind: CrownKind, height: float, rise: float) -> list[Board]:
    """A board standing on the front of the top; an arched one rises in the middle as a segment of a circle."""
    (x0, y0, _), (x1, _, z) = top.solid.box
    if kind == "none" or height <= SAME_MM:
        return []
    solid = upright(rectangle(x0, y0, x1, y0 + CROWN_THICK), z, z + height)
    boards = [Board(f"{piece_id}/crown/main", "Crown", "crown", solid, X)]
    if kind == "arched" and rise > SAME_MM:
        # u = x and v = z: their normal points to whoever stands before it.
        arch = Prism(
            (0.0, y0 + CROWN_THICK, 0.0), X, Z, segment((x0 + x1) / 2, z + height, x1 - x0, rise), CROWN_THICK
        )
        boards.append(Board(f"{piece_id}/crown/arch", "Crown, arch", "crown", arch, X))
    return boards


def mirror_boards(piece_id: str, top: Board, width: float, height: float) -> list[Board]:
    """A mirror hung between two posts that stand on the back of the top."""
    (x0, _, _), (x1, y1, z) = top.solid.box
    middle = (x0 + x1) / 2
    left, right = middle - width / 2, middle + width / 2
    post = (y1 - POST, y1)
    boards = [
        Board(
            f"{piece_id}/mirror-post/{name}",
            f"Mirror post, {name}",
            "upright",
            upright(rectangle(a, post[0], b, post[1]), z, z + HANGS_OVER + height),
            Z,
        )
        for name, a, b in (("left", left - POST, left), ("right", right, right + POST))
    ]
    y = (post[0] + post[1]) / 2
    pane = upright(
        rectangle(left, y - MIRROR_THICK / 2, right, y + MIRROR_THICK / 2), z + HANGS_OVER, z + HANGS_OVER + height
    )
    return [*boards, Board(f"{piece_id}/mirror/main", "Mirror", "pane", pane, Z, likely="glass")]


def stands_on_top(board: Board) -> bool:
    """Whether it comes off with the top: crown, posts and mirror."""
    return role_of(board.id) in ("crown", "mirror", "mirror-post")


def case_box(body: Body) -> tuple[Point3, Point3]:
    """The box round a body as a tape takes it over all: shut, without knobs and what stands on its top."""
    if body.shut_box is not None:
        return body.shut_box
    boxes = [b.solid.box for b in body.boards if b.role != "knob" and not stands_on_top(b)]
    boxes = boxes or [b.solid.box for b in body.boards]
    lows, highs = zip(*boxes, strict=True)
    return _corner(lows, min), _corner(highs, max)


def _corner(points: tuple[Point3, ...], end: Callable[[list[float]], float]) -> Point3:
    x, y, z = (end([point[k] for point in points]) for k in range(3))
    return x, y, z

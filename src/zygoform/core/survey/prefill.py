"""The sizes a fault most likely has, from the part it is on: guesses, until they are measured."""

from zygoform.core.form.form import Board, Body, FormOpening

_SIDE = 12.7
"""A drawer's side, and the way it has beside it: usual, to be measured."""
WAY = 3.0


def likely_sizes(kind: str, board: Board, body: Body) -> dict[str, float]:
    """Length, width and depth (mm) of a fault of a kind on a board, as far as the piece tells."""
    low, high = board.solid.box
    sizes = [high[k] - low[k] for k in range(3)]
    thick, middling, longest = sorted(sizes)
    runner = {"length": max(50.0, body.depth.value - 20.0)}
    area = {"length": longest, "width": middling}
    known = {
        "torn_back": {"length": sizes[0], "width": sizes[2]},
        "worn_runner": runner,
        "falling_drawer": runner,
        "split": {"depth": thick},
        "old_holes": {"depth": thick},
        "warp": {"length": middling},
        "finish": area,
        "mould": area,
        "insects": area,
    }
    if kind in ("sagging_bottom", "broken_bottom"):
        return _bottom(board, body) or {"length": sizes[0], "width": sizes[1]}
    return known.get(kind, {})


def _bottom(board: Board, body: Body) -> dict[str, float]:
    """Inside a drawer: what its sides leave of the opening; nothing where the board closes none."""
    opening = _opening_of(board, body)
    if opening is None:
        return {}
    wide = opening.rect[2] - opening.rect[0] - 2 * (_SIDE + WAY)
    return {"length": max(20.0, wide), "width": max(20.0, body.depth.value - 60.0)}


def _opening_of(board: Board, body: Body) -> FormOpening | None:
    own = board.id.rsplit("/", 1)[-1]
    return next((o for o in body.openings if o.id.rsplit("/", 1)[-1] == own and o.holds == "drawer"), None)

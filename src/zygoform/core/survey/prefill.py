"""The sizes a fault most likely has, from the part it is on: guesses, until they are measured."""

from zygoform.core.form.form import Board, Body


def likely_sizes(kind: str, board: Board, body: Body) -> dict[str, float]:
    """Length, width and depth (mm) of a fault of a kind on a board, as far as the piece tells."""
    low, high = board.solid.box
    sizes = [high[k] - low[k] for k in range(3)]
    thick, middling, longest = sorted(sizes)
    runner = _runner(board, body) or {"length": max(50.0, body.depth.value - 20.0)}
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
        "hardware": _pulls(board, body),
    }
    if kind in ("sagging_bottom", "broken_bottom"):
        return _bottom(board, body) or {"length": sizes[0], "width": sizes[1]}
    return known.get(kind, {})


def _bottom(board: Board, body: Body) -> dict[str, float]:
    """Inside a drawer: what its sides leave of the opening; nothing where the board closes none."""
    opening = body.opening_of(board.id)
    if opening is None or not opening.members:
        return {}
    size = dict(opening.sizes)
    return {
        "length": max(20.0, size["wide"] - 2 * size["side_thickness"]),
        "width": max(20.0, size["long"] - size["back_thickness"]),
        "depth": size["groove"],
    }


def _pulls(board: Board, body: Body) -> dict[str, float]:
    """The spacing of the old holes, where it was measured."""
    opening = body.opening_of(board.id)
    known = opening is not None and opening.members and "hole_spacing" not in opening.unmeasured
    return {"length": dict(opening.sizes)["hole_spacing"]} if known and opening is not None else {}


def _runner(board: Board, body: Body) -> dict[str, float]:
    """As long as what the drawer runs on now."""
    opening = body.opening_of(board.id)
    boxes = [m.solid.box for m in opening.members if m.role == "runner"] if opening is not None else []
    return {"length": max(high[1] - low[1] for low, high in boxes)} if boxes else {}

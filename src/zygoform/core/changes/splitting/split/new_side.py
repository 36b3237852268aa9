"""What closes the sawn end of a half: a side or an apron, the return of its base, a strip at the end of its top."""

from msgspec import Struct

from zygoform.core.form.form import Board, Body
from zygoform.core.form.resized import TOP_ROLES, Half
from zygoform.core.geometry.convex import box_around
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Point3, Prism, X, Y, Z
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.reading import Sized, Term
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.tolerance import SAME_MM

_BASE = ("base", "skirt")
_NO_END = ("drawer", "door", "knob", "leg")
CLOSES = 0.6
"""An upright closes an end where it is at least so much of what is sawn there high. [choice]"""
BEFORE_EACH_SCREW = 150.0
"""One more screw for every so much (mm) of a sawn end. [practice]"""
Section = tuple[float, float, float, float]
"""Across the piece: y0, z0, y1, z1 (mm)."""


class NewSide(Struct, frozen=True):
    """All that closes one half; `glued` is the area of the ends it is glued to (mm²)."""

    members: tuple[Member, ...]
    glued: float = 0.0
    screws: int = 0
    top_end: float = 0.0
    """How much of a top's sawn edge is left to see (mm)."""


def stands_there(body: Body, half: Half) -> Board | None:
    """An upright or a side that closes the half as it is."""
    for board in body.boards:
        low, high = board.solid.box
        face = high[0] if half.side < 0 else low[0]
        standing = board.role in ("upright", "side") and high[2] - low[2] >= CLOSES * body.height
        if standing and abs(face - half.at) < 3.0:
            return board
    return None


def new_side(change_id: str, half: Half, own: Body, sheet: TimberSize) -> NewSide:
    """What closes `own`, a half as sawn: where an upright does, or on a thin piece, at most its base and top."""
    name = "left" if half.side < 0 else "right"
    tops = [board for board in own.boards if board.role in TOP_ROLES and _ends_at(board, half.limit(board))]
    # What carries: knobs and fronts that end there by chance are none of it.
    ends = [b for b in own.boards if b.role not in (*TOP_ROLES, *_NO_END) and _ends_at(b, half.end)]
    carcass = [_section(board, half.end) for board in ends if board.role not in _BASE]
    base = [_section(board, half.end) for board in ends if board.role in _BASE]
    members, new = list[Member](), bool(half.inset and carcass)
    guesses = own.width.guesses | own.depth.guesses
    if new:
        members.append(_panel(change_id, half, sheet, name, _round(carcass), guesses, legged=_is_legged(own)))
    if len(base) > 1 and not _has_return(own, half):
        inner = (min(s[2] for s in base), max(s[1] for s in base), max(s[0] for s in base), max(s[3] for s in base))
        if inner[2] - inner[0] > SAME_MM:
            members.append(_base_return(change_id, half, sheet, name, inner, guesses))
    if half.top_inset:
        members += [_strip(change_id, half, sheet, name, board, k, guesses) for k, board in enumerate(tops, 1)]
    bare = 0.0 if half.top_inset else sum(_deep(_section(board, half.limit(board))) for board in tops)
    if not new:
        return NewSide(tuple(members), top_end=bare)
    screws = sum(1 + max(1, int(max(_deep(s), s[3] - s[1]) / BEFORE_EACH_SCREW + 0.5)) for s in carcass)
    return NewSide(tuple(members), sum(_deep(s) * (s[3] - s[1]) for s in carcass), screws, bare)


def _has_return(own: Body, half: Half) -> bool:
    """Whether a board of the base runs from front to back there already."""
    for board in own.boards:
        low, high = board.solid.box
        near = abs((high[0] if half.side < 0 else low[0]) - half.end) < 60.0
        if board.role in _BASE and near and high[1] - low[1] > high[0] - low[0]:
            return True
    return False


def _deep(section: Section) -> float:
    return section[2] - section[0]


def _is_legged(own: Body) -> bool:
    return any(board.role == "apron" for board in own.boards)


def _ends_at(board: Board, x: float) -> bool:
    low, high = board.solid.box
    return abs(low[0] - x) <= SAME_MM or abs(high[0] - x) <= SAME_MM


def _section(board: Board, x: float) -> Section:
    """Of a board's end that lies at x."""
    (_, y0, z0), (_, y1, z1) = box_around(tuple(p for p in board.solid.corners if abs(p[0] - x) <= 10 * SAME_MM))
    return y0, z0, y1, z1


def _round(sections: list[Section]) -> Section:
    return (
        min(s[0] for s in sections),
        min(s[1] for s in sections),
        max(s[2] for s in sections),
        max(s[3] for s in sections),
    )


def _slab(x: float, thickness: float, section: Section) -> Prism:
    """Standing from front to back: y to the right of its outline, z up."""
    y0, z0, y1, z1 = section
    return Prism((x, 0.0, 0.0), Y, Z, rectangle(y0, z0, y1, z1), thickness)


def _outward(half: Half) -> Point3:
    return X if half.side < 0 else (-1.0, 0.0, 0.0)


def _member(
    change_id: str,
    half: Half,
    sheet: TimberSize,
    board: Board,
    location: str,
    sizes: tuple[str, str],
    guesses: frozenset[str],
) -> Member:
    """Its grain along its longer side."""
    box = board.solid.box
    deep, high = (box[1][k] - box[0][k] for k in (1, 2))
    upright = high >= deep
    said = [_sized(words, value, guesses) for words, value in zip(sizes, (deep, high), strict=True)]
    return Member(
        change_id,
        board,
        Axes(Z if upright else Y, _outward(half)),
        sheet,
        location=location,
        rounding="down",
        rests_on=guesses,
        length_of=said[1 if upright else 0],
        width_of=said[0 if upright else 1],
    )


def _panel(
    change_id: str,
    half: Half,
    sheet: TimberSize,
    name: str,
    section: Section,
    guesses: frozenset[str],
    *,
    legged: bool,
) -> Member:
    solid = _slab(min(half.at, half.end), sheet.thickness, section)
    words = "New apron" if legged else "New side"
    board = Board(
        f"{change_id}/side/{name}",
        f"{words}, {name} half",
        "apron" if legged else "side",
        solid,
        Y if legged else Z,
        likely="plywood",
    )
    sizes = ("depth of what is sawn", "height of what is sawn")
    return _member(change_id, half, sheet, board, f"closes the {name} half", sizes, guesses)


def _base_return(
    change_id: str, half: Half, sheet: TimberSize, name: str, section: Section, guesses: frozenset[str]
) -> Member:
    x = half.end - sheet.thickness if half.side < 0 else half.end
    solid = _slab(x, sheet.thickness, section)
    board = Board(f"{change_id}/base/{name}", f"Base, {name} half", "base", solid, Y, likely="plywood")
    return _member(
        change_id,
        half,
        sheet,
        board,
        "under the new side",
        ("between front and back", "the base's height"),
        guesses,
    )


def _strip(
    change_id: str, half: Half, sheet: TimberSize, name: str, top: Board, number: int, guesses: frozenset[str]
) -> Member:
    """At the end of a top that ends where the new side begins, as thick as that."""
    solid = _slab(min(half.at, half.end), sheet.thickness, _section(top, half.limit(top)))
    board = Board(
        f"{change_id}/strip/{name}-{number}", f"Filler strip, {name} half", "top", solid, Y, likely="plywood"
    )
    return _member(
        change_id, half, sheet, board, "at the sawn end of the top", ("depth of the top", "its thickness"), guesses
    )


def _sized(words: str, value: float, guesses: frozenset[str]) -> Sized:
    return Sized(value, guesses, (Term(words, value, "guessed" if guesses else "measured"),))

"""Where a new top goes: over a body's outline and its overhangs, in place of the old top or on it."""

import math
from typing import Annotated, Any

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body
from zygoform.core.form.ornaments import stands_on_top
from zygoform.core.geometry.plane import Outline, corner_angles, extent, offset_sides
from zygoform.core.geometry.prism import upright
from zygoform.core.goods.fittings import spacing
from zygoform.core.goods.screws import Driven, wood_screw
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.param import length
from zygoform.core.measure.reading import Sized, Term, sized
from zygoform.core.measure.rounding import round_to
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Handle
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_DEG, SAME_MM

OverLeft = Annotated[float, length("Left", -50, 400, group="Overhang")]
OverRight = Annotated[float, length("Right", -50, 400, group="Overhang")]
OverFront = Annotated[float, length("Front", -50, 400, group="Overhang")]
OverBack = Annotated[float, length("Back", -50, 400, group="Overhang")]

HOLD_SPACING = 300.0
"""A top is held from below at least so often (mm). [practice]"""
_OLD_TOPS = ("top", "lid", "seat", "padding")
_ORDER = ("front", "right", "back", "left")


class TopGround(Struct, frozen=True):
    """The new top's outline (front left first, counter-clockwise), the height of its underside, what comes off.

    `lid` says that it opens; `sizes` are width and depth with what they are made of.
    """

    body: Body
    outline: Outline
    low: float
    removed: frozenset[str]
    lid: bool
    rests_on: frozenset[str]
    sizes: tuple[Sized, Sized]

    @property
    def is_square(self) -> bool:
        """Whether all of its corners are right angles."""
        return all(abs(math.degrees(angle) - 90) < SAME_DEG for angle in corner_angles(self.outline))


def with_slant(size: Sized, value: float, where: str) -> Sized:
    """The size as the outline has it: corners out of square make it longer between its farthest points."""
    if abs(size.value - value) <= SAME_MM:
        return size
    return size + sized("what corners out of square add", value - size.value, "worked out", where)


def top_ground(
    body: Body, over: tuple[float, float, float, float], where: str, *, on_old: bool = False
) -> TopGround:
    """`over` are the overhangs in front, right, back and left (mm, less than nothing: set back).

    Raises BadInputError where the piece has no top, or nothing would be left of it.
    """
    tops = [board for board in body.boards if board.role in _OLD_TOPS]
    if not tops:
        raise BadInputError("impossible", "This piece has no top that another could take the place of.")
    outline = offset_sides(body.plan, over)
    sides = zip(outline, outline[1:] + outline[:1], body.plan, body.plan[1:] + body.plan[:1], strict=True)
    if any((bx - ax) * (qx - px) + (by - ay) * (qy - py) <= 0 for (ax, ay), (bx, by), (px, py), (qx, qy) in sides):
        raise BadInputError("does_not_fit", "Set back so far, nothing is left of the top.", "overhang_front")
    stands = frozenset(board.id for board in body.boards if stands_on_top(board))
    terms = {name: sized(f"{name} overhang", mm, where=where) for name, mm in zip(_ORDER, over, strict=True)}
    sizes = (body.width + terms["left"] + terms["right"], body.depth + terms["front"] + terms["back"])
    rests_on = body.width.guesses | body.depth.guesses
    if body.corner_left.value != 90 or body.corner_right.value != 90:
        rests_on |= body.corner_left.guesses | body.corner_right.guesses
    low = max(board.solid.box[1][2] for board in tops) if on_old else body.height
    removed = stands if on_old else stands | {board.id for board in tops}
    lid = any(board.role == "lid" for board in tops)
    return TopGround(body, outline, low, removed, lid, rests_on, sizes)


def old_overhangs(body: Body, step: float) -> dict[str, Any]:
    """How far the old top stands out, to a mark of `step` (mm), entry by entry: where a new one begins."""
    tops = [board.solid.box for board in body.boards if board.role in ("top", "lid", "seat")]
    if not tops:
        return {}
    xs, ys = [p[0] for p in body.plan], [p[1] for p in body.plan]
    found = {
        "left": min(xs) - min(low[0] for low, _ in tops),
        "right": max(high[0] for _, high in tops) - max(xs),
        "front": min(ys) - min(low[1] for low, _ in tops),
        "back": max(high[1] for _, high in tops) - max(ys),
    }
    return {f"overhang_{name}": min(400.0, max(-50.0, round_to(mm, step))) for name, mm in found.items()}


def overhang_handles(change_id: str, outline: Outline, z: float) -> tuple[Handle, ...]:
    """A grip in the middle of each edge."""
    ways = ((0.0, -1.0, 0.0), (1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (-1.0, 0.0, 0.0))
    handles = []
    for k, name in enumerate(_ORDER):
        (ax, ay), (bx, by) = outline[k], outline[(k + 1) % 4]
        at = ((ax + bx) / 2, (ay + by) / 2, z)
        handles.append(Handle(change_id, f"overhang_{name}", f"{name.capitalize()} overhang", at, ways[k]))
    return tuple(handles)


def hold_down(body: Body, thickness: float, shop: Shop, outer: float) -> tuple[int, Driven]:
    """Screws from below through `outer` (mm) into a top: how many, two rows of them, and which."""
    row = spacing(body.width.value, min(50.0, body.width.value / 4), HOLD_SPACING).count
    return 2 * row, wood_screw(outer, thickness, shop.sizes_of("wood screw"))


# Strips round the edge of a top, mitred where two meet: each stands on edge, its outer face shows.
#
# Outer is the top's outline, inner what is left within the strips. A side without a strip keeps its line, and its
# neighbours end on it.

SIDE_NAMES = ("front", "right", "back", "left")


def inside_trim(outline: Outline, size: TimberSize, sides: tuple[bool, ...]) -> Outline:
    """What is left of an outline within the strips."""
    return offset_sides(outline, tuple(-size.thickness if trimmed else 0.0 for trimmed in sides))


def trim_members(
    change_id: str, ground: TopGround, size: TimberSize, height: float, top: float, sides: tuple[bool, ...]
) -> tuple[Member, ...]:
    """A strip `height` (mm) high for every side that has one, its upper edge at `top`."""
    if height > size.width + SAME_MM:
        message = "This strip is {0} wide, and the edge {1} high."
        raise BadInputError("does_not_fit", message, "trim", (size.width, height))
    outer, inner = ground.outline, inside_trim(ground.outline, size, sides)
    members = []
    for k, name in enumerate(SIDE_NAMES):
        if not sides[k]:
            continue
        after = (k + 1) % 4
        (ax, ay), (bx, by) = outer[k], outer[after]
        long = math.dist(outer[k], outer[after])
        ux, uy = (bx - ax) / long, (by - ay) / long
        plan = (outer[k], outer[after], inner[after], inner[k])
        board = Board(
            f"{change_id}/trim/{name}",
            f"Edge strip, {name}",
            "top",
            upright(plan, top - height, top),
            (ux, uy, 0.0),
        )
        low, high = extent(plan, (ux, uy))
        both = sides[k - 1] and sides[after]
        members.append(
            Member(
                change_id,
                board,
                Axes((ux, uy, 0.0), (uy, -ux, 0.0)),
                size,
                "Edge strip",
                f"along the {name} edge",
                rounding="up",
                measured_on="long point to long point, on the outside face" if both else "over all, on the outside",
                rests_on=ground.rests_on,
                length_of=with_slant(ground.sizes[k % 2], high - low, board.id),
                width_of=sized("height of the edge", height, where=board.id)
                if height < size.width - SAME_MM
                else sized("width of the strip", size.width, "on sale"),
                joint="mitred",
                left_corner=_corner(ground, k, k - 1 if sides[k - 1] else None),
                right_corner=_corner(ground, after, after if sides[after] else None),
            )
        )
    return tuple(members)


def _corner(ground: TopGround, k: int, meets: int | None) -> Sized:
    """The corner `k` of the outline; where no other strip meets this one it ends along the other side."""
    outline, body = ground.outline, ground.body
    (px, py), (x, y), (qx, qy) = outline[k - 1], outline[k % 4], outline[(k + 1) % 4]
    a, b = math.atan2(py - y, px - x), math.atan2(qy - y, qx - x)
    angle = math.degrees((a - b) % math.tau)
    measured = (body.corner_left, body.corner_right)
    if meets is None:
        # Half of such a corner is no cut where the other side is square to this one.
        angle = 180 - 2 * (angle - 90)
        return Sized(angle, terms=(Term("an end without a neighbour", angle, "worked out"),))
    if k % 4 < 2 and abs(measured[k % 4].value - angle) < 1e-6:
        return measured[k % 4]
    both = measured[0] + measured[1]
    return Sized(angle, both.guesses, (Term(f"corner {k % 4 + 1}", angle, "worked out"), *both.terms))

"""Strips round the edge of a top, mitred where two meet: each stands on edge, its outer face shows.

Outer is the top's outline, inner what is left within the strips. A side without a strip keeps its line, and its
neighbours end on it.
"""

import math

from zygoform.core.changes.tops.ground import TopGround, with_slant
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Outline, extent, offset_sides
from zygoform.core.geometry.prism import upright
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.reading import Sized, Term, sized
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.tolerance import SAME_MM

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

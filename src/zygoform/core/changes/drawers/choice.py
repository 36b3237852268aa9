"""Which drawers a change is for, and the room each has behind its front."""

from msgspec import Struct

from zygoform.core.changes.opening_choice import chosen_openings
from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.form.fronts import straight_room, sure_rect
from zygoform.core.geometry.plane import FAR, intersect, offset_sides, rectangle
from zygoform.core.geometry.prism import Point3
from zygoform.core.ids import role_of
from zygoform.core.tolerance import SAME_MM


class DrawerRoom(Struct, frozen=True):
    """An opening with its front, and the straight room behind that: from x to x, z to z, y to y (mm)."""

    opening: FormOpening
    front: Board
    low: Point3
    high: Point3

    @property
    def wide(self) -> float:
        return self.high[0] - self.low[0]

    @property
    def tall(self) -> float:
        return self.high[2] - self.low[2]

    @property
    def deep(self) -> float:
        return self.high[1] - self.low[1]

    def member(self, role: str) -> Board | None:
        """A part of its box or what it runs on, by the middle of its id."""
        return next((m for m in self.opening.members if role_of(m.id) == role), None)


def chosen_drawers(body: Body, targets: tuple[str, ...], on: str, field: str = "on") -> tuple[DrawerRoom, ...]:
    """The drawer that was pointed at, or every one. BadInputError beside a `field` without any."""
    found = chosen_openings(body, targets, on, ("drawer",), ("No drawer is there.", field))
    return tuple(drawer_room(body, opening, front) for opening, front in found)


def drawer_room(body: Body, opening: FormOpening, front: Board) -> DrawerRoom:
    """As wide and as far back as sides that lean, and what stands there, leave a rectangle that is sure."""
    low, high = room_behind(body, opening, front.solid.box[1][1])
    return DrawerRoom(opening, front, low, high)


def room_behind(body: Body, opening: FormOpening, y: float) -> tuple[Point3, Point3]:
    """Least and greatest corner of the straight room behind an opening, from `y` (mm) on to the back."""
    x0, z0, x1, z1 = sure_rect(opening)
    hollow = offset_sides(body.plan, (0.0, -body.side_thickness, 0.0, -body.side_thickness))
    straight = straight_room(intersect(hollow, rectangle(x0, y, x1, FAR)))
    left, right, back = straight if straight is not None else (x0, x1, y)
    for board in body.boards:
        low, high = board.solid.box
        beside = (
            low[0] < x1 - SAME_MM and high[0] > x0 + SAME_MM and low[2] < z1 - SAME_MM and high[2] > z0 + SAME_MM
        )
        if beside and board.role in ("back", "upright", "side", "panel") and low[1] > y + (back - y) / 2:
            back = min(back, low[1])
    return (left, y, z0), (right, back, z1)


def whole_of(room: DrawerRoom) -> tuple[Board, ...]:
    """The drawer's box and what it runs on, without its front."""
    return tuple(m for m in room.opening.members if m.id != room.front.id)

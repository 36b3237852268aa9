"""What a case is made of, from its top to what it stands on; and what leaves together with a part of it."""

import math
from typing import Literal

from msgspec import structs

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.front import Cell, FrontLayout, lay_out
from zygoform.core.form.fronts import fill_openings, opening_names
from zygoform.core.form.piece import (
    BACK,
    CORNERS,
    FRONT,
    LEFT,
    RAIL_DEPTH,
    RIGHT,
    band,
    corner_posts,
    guessed,
    plan_of,
)
from zygoform.core.geometry.plane import FAR, Outline, extent, intersect, offset_sides, rectangle
from zygoform.core.geometry.prism import X, Y, Z, upright
from zygoform.core.ids import goes_with, role_of, sibling
from zygoform.core.measure.reading import Sized
from zygoform.core.tolerance import SAME_MM

BaseKind = Literal["plinth", "legs", "feet"]


class Carcass:
    """Works a case out, step by step, from sizes by the names of CasePiece; lives only for the length of a call."""

    def __init__(
        self, piece_id: str, name: str, size: dict[str, Sized], base: BaseKind, front: Cell, backs: int = 1
    ) -> None:
        self.piece_id, self.name, self.size, self.base, self.front = piece_id, name, size, base, front
        self.backs = backs
        own = size.get("body_width")
        self.width = own if own is not None else size["width"] - size["overhang_sides"] * 2
        self.depth = size["depth"] - size["overhang_front"] - size["overhang_back"]
        self.height = size["height"] - size["top_thickness"] - size["base_height"]
        self._check_room()
        self.plan = plan_of(self.width.value, self.depth.value, self.mm("corner_left"), self.mm("corner_right"))
        side, back = -self.mm("side_thickness"), -self.mm("back_thickness")
        self.inner = offset_sides(self.plan, (0.0, side, 0.0, side))
        self.hollow = offset_sides(self.inner, (0.0, 0.0, back, 0.0))

    def mm(self, name: str) -> float:
        return self.size[name].value

    def _check_room(self) -> None:
        if self.width.value <= 2 * self.mm("side_thickness") + 20:
            raise BadInputError(
                "impossible", "The top's overhang and the sides take the whole width.", "overhang_sides"
            )
        if self.depth.value <= self.mm("back_thickness") + 40:
            raise BadInputError("impossible", "The top's overhang takes the whole depth.", "overhang_front")
        if self.height.value <= 2 * self.mm("rail_thickness") + 20:
            raise BadInputError("impossible", "Top and base take the whole height.", "base_height")
        if not self.mm("base_height"):
            return
        back, deep = self.mm("base_setback"), self.depth.value
        if self.base == "plinth" and min(self.width.value - 2 * back, deep - back) <= 2 * self.mm("side_thickness"):
            raise BadInputError("impossible", "Set back so far, the skirt's boards would touch.", "base_setback")
        room = min(self.width.value, deep) - 2 * back
        if self.base != "plinth" and room <= 2 * self.mm("leg_width"):
            raise BadInputError("impossible", "Two legs side by side would take the whole depth.", "leg_width")

    def layout(self) -> FrontLayout:
        rail = self.mm("rail_thickness")
        rect = (self.inner[0][0], rail, self.inner[1][0], self.height.value - rail)
        return lay_out(self.front, rect, rail)

    def form(self) -> Form:
        rail, layout = self.mm("rail_thickness"), self.layout()
        names = opening_names(layout)
        knees = self._knees(layout)
        case = [*self._case(knees), *self._dividers(layout)]
        deepest = self.depth.value / 3
        fronts, filled = fill_openings(self.piece_id, layout, names, 0.0, deepest, self.hollow, case)
        boards = (*case, *fronts, *self._base(knees))
        openings = tuple(structs.replace(o, rect=self._reach(o.holds, o.rect)) for o in filled)
        body = Body(
            self._id("body", "main"),
            self.name,
            self.plan,
            self.height.value,
            self.width,
            self.depth,
            self.size["corner_left"],
            self.size["corner_right"],
            self.mm("side_thickness"),
            rail,
            boards,
            openings,
            layout.misfits,
            self.mm("base_height"),
            guesses=guessed(self.size),
        )
        return Form((body,))

    def _id(self, role: str, own: str) -> str:
        return f"{self.piece_id}/{role}/{own}"

    def _knees(self, layout: FrontLayout) -> list[tuple[float, float]]:
        """Where the body is open down to the floor, from left to right: a knee hole at the bottom of a column."""
        rail = self.mm("rail_thickness")
        found = [(x0, x1) for o, (x0, z0, x1, _) in layout.openings if o.holds == "knees" and z0 < rail + SAME_MM]
        return sorted(found)

    def _reach(self, holds: str, rect: tuple[float, float, float, float]) -> tuple[float, float, float, float]:
        """A knee hole is measured from the floor."""
        x0, z0, x1, z1 = rect
        if holds == "knees" and z0 < self.mm("rail_thickness") + SAME_MM:
            return x0, -self.mm("base_height"), x1, z1
        return rect

    def _case(self, knees: list[tuple[float, float]]) -> list[Board]:
        height, rail, side = self.height.value, self.mm("rail_thickness"), self.mm("side_thickness")
        back = self.mm("back_thickness")
        sides, front, behind = (self.mm(f"overhang_{where}") for where in ("sides", "front", "back"))
        top = offset_sides(self.plan, (front, sides, behind, sides))
        boards = [
            Board(self._id("top", "main"), "Top", "top", upright(top, height, height + self.mm("top_thickness"))),
            *(
                Board(
                    self._id("side", name),
                    f"{name.capitalize()} side",
                    "side",
                    upright(band(self.plan, where, side), 0, height),
                    Z,
                )
                for where, name in ((LEFT, "left"), (RIGHT, "right"))
            ),
            *(
                Board(self._id("bottom", own), "Bottom", "bottom", upright(outline, 0, rail), inside=True)
                for own, outline in _between(self.hollow, knees)
            ),
            Board(
                self._id("rail", "top"),
                "Top rail",
                "rail",
                upright(band(self.hollow, FRONT, RAIL_DEPTH), height - rail, height),
            ),
        ]
        if back > SAME_MM:
            boards += self._back(band(self.inner, BACK, back), height)
        return boards

    def _back(self, outline: Outline, height: float) -> list[Board]:
        """One sheet, or several side by side."""
        low, high = extent(outline, (1.0, 0.0))
        each, boards = (high - low) / self.backs, []
        for k in range(self.backs):
            window = rectangle(low + k * each, -FAR, low + (k + 1) * each, FAR)
            solid = upright(outline if self.backs == 1 else intersect(outline, window), 0, height)
            # The first keeps the id that a back of one sheet has.
            own = self._id("back", "main" if k == 0 else f"sheet-{k + 1}")
            name = "Back" if self.backs == 1 else f"Back, sheet {k + 1}"
            boards.append(Board(own, name, "back", solid, Z, inside=True, tone=k % 2, likely="plywood"))
        return boards

    def _dividers(self, layout: FrontLayout) -> list[Board]:
        boards = []
        for before, (x0, z0, x1, z1) in layout.uprights:
            outline = intersect(self.hollow, rectangle(x0, -1.0, x1, FAR))
            boards.append(
                Board(
                    self._id("upright", f"after-{before}"),
                    "Upright",
                    "upright",
                    upright(outline, z0, z1),
                    Z,
                    inside=True,
                )
            )
        for before, (x0, z0, x1, z1), shelf in layout.rails:
            whole = self.hollow if shelf else band(self.hollow, FRONT, RAIL_DEPTH)
            solid = upright(intersect(whole, rectangle(x0, -1.0, x1, FAR)), z0, z1)
            name, role = ("Shelf", "shelf") if shelf else ("Rail", "rail")
            boards.append(Board(self._id(role, f"under-{before}"), name, role, solid, inside=True))  # type: ignore[arg-type]
        return boards

    def _base(self, knees: list[tuple[float, float]]) -> list[Board]:
        height, back = self.mm("base_height"), self.mm("base_setback")
        if height <= 0:
            return []
        if self.base != "plinth":
            return self._posts(height)
        t = self.mm("side_thickness")
        ring = offset_sides(self.plan, (-back, -back, 0.0, -back))
        room = offset_sides(ring, (-t, 0.0, -t, 0.0))
        boards = []
        for name, where in (("front", FRONT), ("back", BACK)):
            for own, outline in _between(band(ring, where, t), knees, 2 * t):
                key = name if own == "main" else f"{name}-{own}"
                boards.append(
                    Board(self._id("base", key), f"Base, {name}", "base", upright(outline, -height, 0), X)
                )
        cheeks = [
            (f"knees-{k}", "Base, knee hole", intersect(room, rectangle(x0, -FAR, x1, FAR)))
            for k, (x0, x1) in enumerate(self._cheeks(knees, t), 1)
        ]
        ends = [("left", "Base, left", band(room, LEFT, t)), ("right", "Base, right", band(room, RIGHT, t))]
        # Set back so far, the base may end before a knee hole begins.
        for key, name, outline in ((k, n, o) for k, n, o in (*ends, *cheeks) if o):
            boards.append(Board(self._id("base", key), name, "base", upright(outline, -height, 0), Y))
        return boards

    def _cheeks(self, knees: list[tuple[float, float]], t: float) -> list[tuple[float, float]]:
        """Where the base turns in beside a knee hole (x from, to); thin stretches get one board, not two."""
        low, high = self.inner[0][0], self.inner[1][0]
        edges = [low, *(x for knee in knees for x in knee), high]
        cheeks = []
        for k in range(0, len(edges), 2):
            x0, x1 = edges[k], edges[k + 1]
            if x1 - x0 < (4 * t if low in (x0, x1) or high in (x0, x1) else 2 * t):
                cheeks += [(x0, x1)] if low < x0 and x1 < high else []
                continue
            cheeks += [(x0, x0 + t)] if x0 > low else []
            cheeks += [(x1 - t, x1)] if x1 < high else []
        return cheeks

    def _posts(self, height: float) -> list[Board]:
        """Square legs or round feet at the corners."""
        back, thick = self.mm("base_setback"), self.mm("leg_width")
        ring = offset_sides(self.plan, (-back, -back, 0.0, -back))
        word = "Leg" if self.base == "legs" else "Foot"
        boards = []
        for corner, outline in zip(CORNERS, corner_posts(ring, thick), strict=True):
            shape = outline if self.base == "legs" else _round(outline, thick)
            own = self._id("leg", corner.replace(" ", "-"))
            boards.append(Board(own, f"{word}, {corner}", "leg", upright(shape, -height, 0), Z))
        return boards


def _between(
    outline: Outline, gaps: list[tuple[float, float]], least: float = SAME_MM
) -> list[tuple[str, Outline]]:
    """An outline without what lies in the gaps (x from, to), from left to right, each piece with a key."""
    low, high = extent(outline, (1.0, 0.0))
    starts, ends = [low, *(x1 for _, x1 in gaps)], [*(x0 for x0, _ in gaps), high]
    pieces = [
        intersect(outline, rectangle(a, -FAR, b, FAR)) for a, b in zip(starts, ends, strict=True) if b > a + least
    ]
    return [("main" if k == 0 else str(k + 1), piece) for k, piece in enumerate(pieces)]


def _round(outline: Outline, diameter: float) -> Outline:
    n = len(outline)
    x, y = sum(p[0] for p in outline) / n, sum(p[1] for p in outline) / n
    r = diameter / 2
    return tuple((x + r * math.cos(math.tau * k / 24), y + r * math.sin(math.tau * k / 24)) for k in range(24))


# What leaves a piece together with a part of it.


def belonging(body: Body, part_id: str) -> frozenset[str]:
    """What leaves with a part: with a front or a door's frame its knob, and all of a framed door."""
    role = role_of(part_id)
    opening = body.opening_of(part_id)
    if opening is None or not (role == "front" or role.startswith("stile-")):
        return frozenset({part_id})
    frame = {board.id for board in body.boards if board.role == "door" and goes_with(board.id, part_id)}
    if part_id not in frame and frame:
        # A pane alone.
        return frozenset({part_id})
    whole = frame | {opening.front_id} if frame else {part_id}
    return frozenset({*whole, sibling(part_id, "knob"), *opening.carries})


def front_opening(body: Body, part_id: str) -> FormOpening | None:
    """The opening whose front a part is, is a piece of, lies on, or is carried by."""
    own = body.opening_of(part_id)
    if own is not None:
        return own
    on = next((board for board in body.boards if any(laid.id == part_id for laid in board.on_face)), None)
    if on is not None:
        return body.opening_of(on.id)
    return next((opening for opening in body.openings if part_id in opening.carries), None)


def front_boards(body: Body, opening: FormOpening) -> tuple[Board, ...]:
    """A front with all of its frame, and what lies on them."""
    whole = tuple(
        board
        for board in body.boards
        if board.id == opening.front_id or (board.role == "door" and goes_with(board.id, opening.id))
    )
    return (*whole, *(laid for board in whole for laid in board.on_face))

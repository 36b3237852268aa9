"""What stands on four legs with aprons between them: tables, benches, stools."""

from typing import Annotated, Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body
from zygoform.core.form.front import Cell, FrontLayout, lay_out
from zygoform.core.form.fronts import fill_openings, opening_names
from zygoform.core.form.piece import BACK, CORNERS, FRONT, LEFT, RAIL_DEPTH, RIGHT, band, corner_posts, plan_of
from zygoform.core.geometry.convex import boxes_meet
from zygoform.core.geometry.plane import FAR, Outline, extent, intersect, offset_sides, rectangle
from zygoform.core.geometry.prism import Point3, X, Y, Z, upright
from zygoform.core.measure.param import Choice, Span, choice, measured
from zygoform.core.measure.reading import Readings, Sized
from zygoform.core.tolerance import SAME_MM

# What holds legs together below their aprons: stretchers; and blocks in the corners of the aprons.

StretcherKind = Literal["none", "sides", "all", "h"]
Stretchers = Annotated[
    StretcherKind,
    choice(
        "Stretchers",
        Choice("none", "None", "the aprons hold the legs"),
        Choice("sides", "At the sides", "from front to back"),
        Choice("all", "All round", "on all four sides"),
        Choice("h", "H", "at the sides, and one between them"),
        group="Below",
    ),
]
StretcherHeight = Annotated[
    Readings,
    measured(
        "Up from the floor",
        0,
        1000,
        guess=127.0,
        group="Below",
        span=Span("-z", "leg/front-left", "stretcher/left"),
        follows=("height",),
        counts_if=("stretchers", ("sides", "all", "h")),
    ),
]
StretcherThickness = Annotated[
    Readings,
    measured(
        "Thick",
        4,
        120,
        guess=22.225,
        group="Below",
        span=Span("z", "stretcher/left"),
        counts_if=("stretchers", ("sides", "all", "h")),
    ),
]
CornerBlocks = Annotated[
    Literal["no", "yes"],
    choice(
        "Corner blocks",
        Choice("no", "No", "none, or they are gone"),
        Choice("yes", "Yes", "glued, or held by a screw"),
        group="Below",
    ),
]
"""The entries of what has legs and aprons, the same for each kind."""

BLOCK = 40.0
"""How far a corner block reaches along each apron (mm): usual. [drawn]"""


def stretcher_boards(
    piece_id: str, legs: tuple[Outline, ...], kind: StretcherKind, z: float, thick: float
) -> list[Board]:
    """Between the legs (front left, front right, back right, back left), `z` up, square in section (mm).

    `sides` joins front to back, `all` goes round, `h` has one across between the two at the sides.
    """
    if kind == "none" or thick <= 1:
        return []
    boxes = [(*extent(leg, (1.0, 0.0)), *extent(leg, (0.0, 1.0))) for leg in legs]
    boards = []

    def board(own: str, words: str, x0: float, y0: float, x1: float, y1: float, *, along: bool) -> None:
        if x1 - x0 > 1 and y1 - y0 > 1:
            solid = upright(rectangle(x0, y0, x1, y1), z, z + thick)
            grain = X if along else Y
            boards.append(Board(f"{piece_id}/stretcher/{own}", f"Stretcher, {words}", "stretcher", solid, grain))

    for own, front, back in (("left", 0, 3), ("right", 1, 2)):
        # In the stretch where both legs are, in the middle of them.
        low, high = max(boxes[front][0], boxes[back][0]), min(boxes[front][1], boxes[back][1])
        middle = (low + high) / 2
        wide = min(thick, high - low)
        board(own, own, middle - wide / 2, boxes[front][3], middle + wide / 2, boxes[back][2], along=False)
    if kind == "all":
        for own, left, right in (("front", 0, 1), ("back", 3, 2)):
            low, high = max(boxes[left][2], boxes[right][2]), min(boxes[left][3], boxes[right][3])
            middle, wide = (low + high) / 2, min(thick, high - low)
            board(own, own, boxes[left][1], middle - wide / 2, boxes[right][0], middle + wide / 2, along=True)
    if kind == "h" and len(boards) == 2:
        from_x, to_x, y = boards[0].solid.box[1][0], boards[1].solid.box[0][0], (boxes[0][3] + boxes[3][2]) / 2
        wide = min(thick, boxes[3][2] - boxes[0][3])
        board("middle", "middle", from_x, y - wide / 2, to_x, y + wide / 2, along=True)
    return boards


def apron_blocks(piece_id: str, legs: tuple[Outline, ...], inner: Outline, low: float, high: float) -> list[Board]:
    """A block in each corner between the aprons, as high as there is room, set behind the leg."""
    names = ("front-left", "front-right", "back-right", "back-left")
    middle = (sum(x for x, _ in inner) / len(inner), sum(y for _, y in inner) / len(inner))
    boards = []
    for name, leg in zip(names, legs, strict=True):
        (x0, x1), (y0, y1) = extent(leg, (1.0, 0.0)), extent(leg, (0.0, 1.0))
        x = (x1, x1 + BLOCK) if x1 < middle[0] else (x0 - BLOCK, x0)
        y = (y1, y1 + BLOCK) if y1 < middle[1] else (y0 - BLOCK, y0)
        within = abs(x[0] + x[1] - 2 * middle[0]) > 2 * BLOCK and abs(y[0] + y[1] - 2 * middle[1]) > 2 * BLOCK
        if within and high - low > 2:
            solid = upright(rectangle(x[0], y[0], x[1], y[1]), low, high)
            words = f"Corner block, {name.replace('-', ' ')}"
            boards.append(Board(f"{piece_id}/block/{name}", words, "block", solid, X, inside=True))
    return boards


class LeggedFrame(Struct, frozen=True):
    """The sizes of such a frame (mm). Width and depth are taken over the legs, corners in degrees.

    `leg_drop` is how far they reach down below the aprons, `set_back` how far the aprons lie behind their faces.
    """

    piece_id: str
    width: Sized
    depth: Sized
    corner_left: Sized
    corner_right: Sized
    apron: float
    apron_thickness: float
    leg_width: float
    leg_drop: float
    set_back: float
    front: Cell
    stretchers: StretcherKind = "none"
    stretcher_at: tuple[float, float] = (0.0, 0.0)
    """How high over the floor, and how thick (mm)."""
    blocks: bool = False

    def check(self) -> None:
        """Raises BadInputError `impossible` where legs or aprons have no room."""
        if min(self.width.value, self.depth.value) <= 2 * self.leg_width + 20:
            raise BadInputError("impossible", "Overhang and legs take the whole top.", "leg_width")
        if self.leg_drop < 0:
            raise BadInputError("impossible", "Top and aprons take the whole height.", "apron_height")
        if self.stretchers != "none" and sum(self.stretcher_at) > self.leg_drop:
            raise BadInputError("impossible", "So high up the stretchers meet the aprons.", "stretcher_height")
        if self.set_back + self.apron_thickness > self.leg_width:
            raise BadInputError(
                "impossible", "The aprons are thicker than the legs they end on.", "apron_thickness"
            )

    @property
    def plan(self) -> Outline:
        """The outer faces of the legs."""
        return plan_of(self.width.value, self.depth.value, self.corner_left.value, self.corner_right.value)

    def leg_outlines(self) -> tuple[Outline, ...]:
        """In the order of CORNERS."""
        return corner_posts(self.plan, self.leg_width)

    def body(self, name: str, above: tuple[Board, ...], guesses: frozenset[str]) -> Body:
        """Legs, aprons, what closes the front, and what lies above."""
        layout = self._layout()
        names = opening_names(layout, "Apron")
        inner = -self.set_back - self.apron_thickness
        hollow = offset_sides(self.plan, (-self.set_back, inner, inner, inner))
        frame = [*self._legs(), *self._aprons(layout), *self._dividers(layout)]
        up, thick = self.stretcher_at
        low = up - self.leg_drop
        frame += stretcher_boards(self.piece_id, self.leg_outlines(), self.stretchers, low, thick)
        deepest = self.depth.value / 3
        fronts, openings = fill_openings(self.piece_id, layout, names, self.set_back, deepest, hollow, frame)
        if self.blocks:
            blocks = apron_blocks(self.piece_id, self.leg_outlines(), hollow, self.apron / 4, self.apron)
            # None where a divider of the front stands in the corner, nor where a drawer has its way.
            there = [board.solid.box for board in frame if board.role in ("rail", "upright")]
            there += [_way_out(member) for opening in openings for member in opening.members]
            frame += [b for b in blocks if not any(boxes_meet(b.solid.box, box, SAME_MM) for box in there)]
        return Body(
            f"{self.piece_id}/body/main",
            name,
            self.plan,
            self.apron,
            self.width,
            self.depth,
            self.corner_left,
            self.corner_right,
            self.apron_thickness,
            self.apron_thickness,
            (*above, *frame, *fronts),
            openings,
            layout.misfits,
            self.leg_drop,
            guesses=guesses,
        )

    def _layout(self) -> FrontLayout:
        between = offset_sides(self.plan, (0.0, -self.leg_width, 0.0, -self.leg_width))
        return lay_out(self.front, (between[0][0], 0.0, between[1][0], self.apron), self.apron_thickness)

    def _legs(self) -> list[Board]:
        return [
            Board(
                f"{self.piece_id}/leg/{corner.replace(' ', '-')}",
                f"Leg, {corner}",
                "leg",
                upright(outline, -self.leg_drop, self.apron),
                Z,
            )
            for corner, outline in zip(CORNERS, self.leg_outlines(), strict=True)
        ]

    def _ring(self, side: int, depth: float) -> Outline:
        """Between the legs of one side, behind their faces."""
        leg, back = self.leg_width, -self.set_back
        along = (0.0, -leg, 0.0, -leg) if side in (FRONT, BACK) else (-leg, 0.0, -leg, 0.0)
        return intersect(
            offset_sides(self.plan, along), band(offset_sides(self.plan, (back, back, back, back)), side, depth)
        )

    def _aprons(self, layout: FrontLayout) -> list[Board]:
        t = self.apron_thickness
        boards = [
            Board(
                f"{self.piece_id}/apron/{name}",
                f"Apron, {name}",
                "apron",
                upright(self._ring(side, t), 0, self.apron),
                X if side == BACK else Y,
            )
            for side, name in ((BACK, "back"), (LEFT, "left"), (RIGHT, "right"))
        ]
        for opening, (x0, z0, x1, z1) in layout.openings:
            if opening.holds == "nothing":
                outline = intersect(self._ring(FRONT, t), rectangle(x0, -FAR, x1, FAR))
                own = f"{self.piece_id}/apron/{opening.id}"
                boards.append(Board(own, "Apron, front", "apron", upright(outline, z0, z1)))
        return boards

    def _dividers(self, layout: FrontLayout) -> list[Board]:
        deep = self._ring(FRONT, min(RAIL_DEPTH, self.depth.value / 3))
        cut = [("upright", before, rect) for before, rect in layout.uprights]
        cut += [("rail", before, rect) for before, rect, _ in layout.rails]
        return [
            Board(
                f"{self.piece_id}/{role}/after-{before}",
                role.capitalize(),
                role,  # type: ignore[arg-type]
                upright(intersect(deep, rectangle(x0, -FAR, x1, FAR)), z0, z1),
                Z if role == "upright" else X,
                inside=True,
            )
            for role, before, (x0, z0, x1, z1) in cut
        ]


def _way_out(board: Board) -> tuple[Point3, Point3]:
    """What a part of a drawer takes up from where it is to the front."""
    (x0, _, z0), high = board.solid.box
    return (x0, -FAR, z0), high

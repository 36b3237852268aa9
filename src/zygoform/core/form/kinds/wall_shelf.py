"""A wall shelf: boards on brackets, or between two sides."""

from typing import Annotated, ClassVar

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.front import Holds, lay_out
from zygoform.core.form.fronts import opening_names
from zygoform.core.form.piece import FrontedPiece, guessed, settled
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Prism, X, Y, Z, upright
from zygoform.core.measure.param import Span, count, measured
from zygoform.core.measure.reading import Readings, sized
from zygoform.core.tolerance import SAME_MM


class WallShelf(FrontedPiece, frozen=True, tag="wall_shelf"):
    """Readings of a wall shelf. Each board hangs over an opening of its front; brackets stand in the openings."""

    HOLDS: ClassVar[tuple[Holds, ...]] = ("nothing",)

    width: Annotated[
        Readings,
        measured("Width over all", 100, 4000, guess=914.4, group="Over all", span=Span("x"), follows=("depth",)),
    ] = ()
    height: Annotated[
        Readings,
        measured(
            "Height over all",
            20,
            3000,
            guess=177.8,
            group="Over all",
            hint="from the lowest point of a bracket or side to the top of the highest board",
            span=Span("z"),
            follows=("depth",),
        ),
    ] = ()
    depth: Annotated[
        Readings,
        measured("Depth over all", 40, 800, guess=203.2, group="Over all", span=Span("y"), follows=("height",)),
    ] = ()
    board_thickness: Annotated[
        Readings, measured("Boards", 3, 100, guess=25.4, group="Boards", span=Span("z", "shelf/top"))
    ] = ()
    side_thickness: Annotated[
        Readings,
        measured(
            "Sides",
            0,
            100,
            guess=0.0,
            group="Boards",
            hint="0 where the boards lie on brackets alone",
            span=Span("-x", "side/left|shelf/top", "shelf/top"),
        ),
    ] = ()
    brackets: Annotated[
        int, count("Brackets a board", 0, 8, group="Brackets", hint="0 where they hang between sides")
    ] = 2
    bracket_width: Annotated[
        Readings, measured("Thick", 2, 150, guess=25.4, group="Brackets", span=Span("x", "bracket/o1-1"))
    ] = ()
    bracket_height: Annotated[
        Readings,
        measured("High", 5, 600, guess=152.4, group="Brackets", span=Span("z", "bracket/o1-1"), follows=("depth",)),
    ] = ()
    bracket_inset: Annotated[
        Readings,
        measured(
            "From the ends",
            0,
            1500,
            guess=101.6,
            group="Brackets",
            span=Span("-x", "shelf/top", "bracket/o1-1"),
            follows=("width",),
        ),
    ] = ()

    def bare(self) -> Form:
        """The shelf as geometry. Raises BadInputError `impossible` where the sizes leave no shelf."""
        size = settled(self)
        mm = {name: sized_.value for name, sized_ in size.items()}
        width, height, depth, board = mm["width"], mm["height"], mm["depth"], mm["board_thickness"]
        side = mm["side_thickness"]
        if height <= board + 10:
            raise BadInputError("impossible", "The board takes the whole height.", "board_thickness")
        if width <= 2 * side + 20:
            raise BadInputError("impossible", "The sides take the whole width.", "side_thickness")
        layout = lay_out(self.front, (side, 0.0, width - side, height - board), board)
        names = opening_names(layout, "Space")
        boards = [self._flat("shelf", "top", "Board, highest", (side, height - board, width - side, height), depth)]
        boards += [self._flat("shelf", f"under-{b}", "Board", rect, depth) for b, rect, _ in layout.rails]
        boards += [self._flat("upright", f"after-{b}", "Upright", rect, depth) for b, rect in layout.uprights]
        if side > SAME_MM:
            for name, x in (("left", 0.0), ("right", width - side)):
                words = f"{name.capitalize()} side"
                boards.append(self._flat("side", name, words, (x, 0.0, x + side, height), depth))
        for opening, rect in layout.openings:
            boards += self._brackets(opening.id, rect, mm)
        corner = sized("corner", 90.0)
        body = Body(
            f"{self.id}/body/main",
            self.name,
            rectangle(0.0, 0.0, width, depth),
            height,
            size["width"],
            size["depth"],
            corner,
            corner,
            side,
            0.0,
            tuple(boards),
            tuple(
                FormOpening(f"{self.id}/opening/{o.id}", names[o.id], rect, o.holds, o.readings)
                for o, rect in layout.openings
            ),
            layout.misfits,
            hangs=True,
            guesses=guessed(size),
        )
        return Form((body,))

    def _flat(self, role: str, own: str, name: str, rect: tuple[float, float, float, float], depth: float) -> Board:
        x0, z0, x1, z1 = rect
        solid = upright(rectangle(x0, 0.0, x1, depth), z0, z1)
        return Board(f"{self.id}/{role}/{own}", name, role, solid, X if role == "shelf" else Z)  # type: ignore[arg-type]

    def _brackets(self, own: str, rect: tuple[float, float, float, float], mm: dict[str, float]) -> list[Board]:
        """Right-angled ones under a board, against the wall: evenly spread between the first and the last."""
        x0, z0, x1, z1 = rect
        thick, inset = mm["bracket_width"], mm["bracket_inset"]
        high = min(mm["bracket_height"], z1 - z0)
        first, last = x0 + inset, x1 - inset - thick
        if not self.brackets or high <= SAME_MM:
            return []
        if last - first < thick * (self.brackets - 1):
            raise BadInputError("impossible", "There isn't room for that many brackets here.", "bracket_inset")
        depth, boards = mm["depth"], []
        for k in range(self.brackets):
            share = k / (self.brackets - 1) if self.brackets > 1 else 0.5
            # u = y and v = z: their normal points to the right.
            outline = ((depth * 0.1, z1), (depth, z1 - high), (depth, z1))
            solid = Prism((first + share * (last - first), 0.0, 0.0), Y, Z, outline, thick)
            boards.append(Board(f"{self.id}/bracket/{own}-{k + 1}", "Bracket", "bracket", solid, Z))
        return boards

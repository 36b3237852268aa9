"""A flat panel: a bed head, a door, a mirror frame, with or without a frame round what fills it."""

from typing import Annotated, ClassVar, Literal

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.front import Cell, FrontLayout, Holds, Opening, lay_out
from zygoform.core.form.fronts import opening_names
from zygoform.core.form.piece import FrontedPiece, guessed, settled
from zygoform.core.geometry.plane import rectangle, segment
from zygoform.core.geometry.prism import Prism, X, Z, upright
from zygoform.core.measure.param import Choice, Span, choice, count, measured
from zygoform.core.measure.reading import Readings, sized
from zygoform.core.tolerance import SAME_MM

OutlineKind = Literal["straight", "arched", "shaped"]
FILL = 0.4
"""The share of the frame's thickness that what fills it is thick. [drawn]"""


class FlatPanel(FrontedPiece, frozen=True, tag="flat_panel"):
    """Readings of a panel. Height goes from the floor, or its lower edge, to the highest point of its outline."""

    HOLDS: ClassVar[tuple[Holds, ...]] = ("panel", "nothing")

    width: Annotated[
        Readings,
        measured("Width over all", 100, 3000, guess=1422.4, group="Over all", span=Span("x"), follows=("height",)),
    ] = ()
    height: Annotated[
        Readings,
        measured("Height over all", 100, 3000, guess=1117.6, group="Over all", span=Span("z"), follows=("width",)),
    ] = ()
    depth: Annotated[
        Readings, measured("Thickness over all", 4, 200, guess=28.575, group="Over all", span=Span("y"))
    ] = ()
    outline: Annotated[
        OutlineKind,
        choice(
            "Upper edge",
            Choice("straight", "Straight"),
            Choice("arched", "Arched", "one curve from side to side"),
            Choice("shaped", "Shaped", "straight shoulders with a raised middle"),
            group="Outline",
        ),
    ] = "straight"
    rise: Annotated[
        Readings,
        measured(
            "Rise",
            0,
            1000,
            guess=152.4,
            group="Outline",
            hint="from the outer ends of the upper edge up to its highest point",
            span=Span("z", "panel/crest|rail/top"),
            follows=("height",),
            counts_if=("outline", ("arched", "shaped")),
        ),
    ] = ()
    shoulder: Annotated[
        Readings,
        measured(
            "Shoulders",
            0,
            1000,
            guess=203.2,
            group="Outline",
            hint="the straight stretch at either end",
            span=Span("-x", "panel/main|stile/left", "panel/crest"),
            follows=("width",),
            counts_if=("outline", ("shaped",)),
        ),
    ] = ()
    frame_width: Annotated[
        Readings,
        measured(
            "Uprights, rails",
            0,
            500,
            guess=69.85,
            group="Frame",
            hint="0 where it is one board",
            span=Span("x", "stile/left"),
        ),
    ] = ()
    leg_height: Annotated[
        Readings,
        measured(
            "Legs below",
            0,
            1500,
            guess=0.0,
            group="Frame",
            hint="from the panel's lower edge to the floor",
            span=Span("-z", "leg/left|stile/left|panel/main", "stile/left|panel/main"),
        ),
    ] = ()
    leg_width: Annotated[
        Readings,
        measured(
            "Legs wide", 10, 500, guess=69.85, group="Frame", span=Span("x", "leg/left"), follows=("frame_width",)
        ),
    ] = ()
    slats: Annotated[
        int, count("Slats", 0, 40, group="Frame", hint="upright ones in each field; 0 where one panel fills it")
    ] = 0
    front: Cell = Opening("o1", "panel")

    def bare(self) -> Form:
        """The panel as geometry; its legs reach below. Raises BadInputError `impossible`."""
        size = settled(self)
        mm = {name: sized_.value for name, sized_ in size.items()}
        rise = mm["rise"] if self.outline != "straight" else 0.0
        straight, legs, frame = mm["height"] - mm["leg_height"] - rise, mm["leg_height"], mm["frame_width"]
        self._check(mm, straight, legs)
        width, thick = mm["width"], mm["depth"]
        low = straight - frame if frame else straight
        boards: list[Board] = []
        openings: tuple[FormOpening, ...] = ()
        misfits = FrontLayout((), (), (), ())
        if frame:
            rect = (frame, frame, width - frame, low)
            misfits = layout = lay_out(self.front, rect, min(frame, 50.0))
            names = opening_names(layout, "Field")
            boards += self._framed(rect, straight, thick, layout)
            openings = tuple(
                FormOpening(f"{self.id}/opening/{o.id}", names[o.id], r, o.holds, o.readings)
                for o, r in layout.openings
            )
        else:
            boards.append(self._board("panel", "main", "Panel", (0.0, 0.0, width, straight), thick))
        boards += self._crest(width, straight, rise, mm["shoulder"], thick, framed=bool(frame))
        if legs > SAME_MM:
            boards += [
                self._board("leg", name, f"Leg, {name}", (x, -legs, x + mm["leg_width"], 0.0), thick)
                for name, x in (("left", 0.0), ("right", width - mm["leg_width"]))
            ]
        corner = sized("corner", 90.0)
        plan = rectangle(0.0, 0.0, width, thick)
        body = Body(
            f"{self.id}/body/main", self.name, plan, straight, size["width"], size["depth"], corner, corner,
            frame, frame, tuple(boards), openings, misfits.misfits, legs, guesses=guessed(size),
        )  # fmt: skip
        return Form((body,))

    def _check(self, mm: dict[str, float], straight: float, legs: float) -> None:
        frame = mm["frame_width"]
        if straight <= 2 * frame + 20:
            raise BadInputError("impossible", "Legs, frame and rise take the whole height.", "height")
        if mm["width"] <= 2 * frame + 20:
            raise BadInputError("impossible", "The frame's uprights take the whole width.", "frame_width")
        if legs and mm["width"] < 2 * mm["leg_width"]:
            raise BadInputError("impossible", "The legs take more than the whole width.", "leg_width")
        if self.outline == "shaped" and mm["width"] <= 2 * mm["shoulder"] + 20:
            raise BadInputError("impossible", "Between the shoulders nothing is left to rise.", "shoulder")

    def _board(
        self, role: str, own: str, name: str, rect: tuple[float, float, float, float], thick: float
    ) -> Board:
        x0, z0, x1, z1 = rect
        grain = Z if role in ("stile", "leg") else X
        solid = upright(rectangle(x0, 0.0, x1, thick), z0, z1)
        return Board(f"{self.id}/{role}/{own}", name, _ROLES[role], solid, grain)  # type: ignore[arg-type]

    def _framed(
        self, rect: tuple[float, float, float, float], straight: float, thick: float, layout: FrontLayout
    ) -> list[Board]:
        """Uprights through from top to bottom, rails between them, what divides the fields and what fills them."""
        x0, z0, x1, z1 = rect
        width = x0 + x1
        boards = [
            self._board("stile", "left", "Upright, left", (0.0, 0.0, x0, straight), thick),
            self._board("stile", "right", "Upright, right", (x1, 0.0, width, straight), thick),
            self._board("rail", "top", "Rail, upper", (x0, z1, x1, straight), thick),
            self._board("rail", "bottom", "Rail, lower", (x0, 0.0, x1, z0), thick),
        ]
        boards += [self._board("stile", f"after-{b}", "Upright", at, thick) for b, at in layout.uprights]
        boards += [self._board("rail", f"under-{b}", "Rail", at, thick) for b, at, _ in layout.rails]
        names = opening_names(layout, "Field")
        for opening, (a, b, c, d) in layout.openings:
            if opening.holds == "panel":
                inset = (1 - FILL) / 2 * thick
                boards += self._filled(opening.id, names[opening.id], (a, b, c, d), inset, thick - inset)
        return boards

    def _filled(
        self, own: str, name: str, rect: tuple[float, float, float, float], y0: float, y1: float
    ) -> list[Board]:
        """One panel, or slats as wide as the gaps beside them."""
        x0, z0, x1, z1 = rect
        if not self.slats:
            solid = upright(rectangle(x0, y0, x1, y1), z0, z1)
            return [Board(f"{self.id}/front/{own}", f"{name}, fill", "panel", solid, Z)]
        wide = (x1 - x0) / (2 * self.slats + 1)
        boards = []
        for k in range(self.slats):
            x = x0 + (2 * k + 1) * wide
            # The first keeps the id that the field's fill has.
            part = f"{self.id}/front/{own}" if k == 0 else f"{self.id}/slat-{k + 1}/{own}"
            solid = upright(rectangle(x, y0, x + wide, y1), z0, z1)
            boards.append(Board(part, f"{name}, slat {k + 1}", "panel", solid, Z))
        return boards

    def _crest(
        self, width: float, z: float, rise: float, shoulder: float, thick: float, *, framed: bool
    ) -> list[Board]:
        """What stands over the straight upper edge: a segment of a circle."""
        if rise <= SAME_MM:
            return []
        inset = shoulder if self.outline == "shaped" else 0.0
        outline = segment(width / 2, z, width - 2 * inset, rise)
        # u = x and v = z: their normal points to whoever stands before it.
        solid = Prism((0.0, thick, 0.0), X, Z, outline, thick)
        return [Board(f"{self.id}/panel/crest", "Crest" if framed else "Panel, crest", "panel", solid)]


_ROLES = {"stile": "upright", "rail": "rail", "panel": "panel", "leg": "leg"}

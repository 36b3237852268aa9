"""Transfers and stencils: sheets laid over faces, trimmed to an outline; how many, and what is left over."""

import math

from msgspec import Struct

from zygoform.core.changes.facing.transfer.entries import SheetTransfer
from zygoform.core.changes.surface import chosen_surface, covered
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.cut_shape import chords
from zygoform.core.geometry.plane import Outline, rectangle
from zygoform.core.goods.fittings import FittingKind
from zygoform.core.goods.minutes import Task
from zygoform.core.measure.message import Message
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.write import MlASquareMetre
from zygoform.core.outcome.cautions import SOLVENT
from zygoform.core.outcome.outcome import Fitting, Note, Outcome, Supply, Template
from zygoform.core.outcome.work import Deed, Work
from zygoform.core.patterns.field import FieldFront, Margins, PatternField
from zygoform.core.patterns.pieces import TrimPiece, lay
from zygoform.core.patterns.strip import Strip
from zygoform.core.shop import Shop

FILM, COAT_ML_M2, OVAL_CORNERS = 0.2, 100.0, 72
"""As thick a film is drawn (mm); a coat of sealer; corners of an oval as it is drawn. [choice]"""


class LeftOver(Struct, frozen=True):
    """So many rectangles of one size to put by (mm)."""

    width: float
    height: float
    count: int


class TransferSet:
    """Lives only for the length of a call."""

    def __init__(self, change: SheetTransfer, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.surface = chosen_surface(body, change.on, change.targets)
        whole = self.surface.field()
        margin = change.margin
        self.field = whole.inset(Margins(margin, margin, margin, margin)) if margin else whole
        one = change.run == "one" or len(self.field.fronts) == 1
        self.outlines = (
            [self._outline(self.field.box)] if one else [self._outline(_box(f)) for f in self.field.fronts]
        )
        self.pieces = self._pieces()
        if not self.pieces:
            raise BadInputError("does_not_fit", "Nothing of it lies on a face.", "margin")

    def _outline(self, box: tuple[float, float, float, float]) -> Outline:
        """What it is trimmed to, within a box."""
        x0, y0, x1, y1 = box
        if self.change.shape == "whole":
            return rectangle(*box)
        mx, my, a, b = (x0 + x1) / 2, (y0 + y1) / 2, (x1 - x0) / 2, (y1 - y0) / 2
        corners = chords(max(a, b), 1.0, OVAL_CORNERS)
        turns = [math.tau * k / corners for k in range(corners)]
        return tuple((mx + a * math.cos(t), my + b * math.sin(t)) for t in turns)

    @property
    def grid(self) -> tuple[int, int]:
        """Sheets side by side and over each other on the largest outline: from its middle out, none turned."""
        wide, high = self._largest
        return count_up(wide / self.change.sheet_wide), count_up(high / self.change.sheet_high)

    @property
    def _largest(self) -> tuple[float, float]:
        spans = [(_span(o, 0), _span(o, 1)) for o in self.outlines]
        return max(w for w, _ in spans), max(h for _, h in spans)

    @property
    def sheets(self) -> int:
        """Of a transfer all that are laid; outlines that find room beside each other on one sheet share it.

        A stencil is used again: one does.
        """
        if self.change.what == "stencil":
            return 1
        columns, rows = self.grid
        if columns * rows > 1:
            return columns * rows * len(self.outlines)
        across, up = self._on_one_sheet
        return count_up(len(self.outlines) / (across * up))

    @property
    def _on_one_sheet(self) -> tuple[int, int]:
        """How many outlines find room side by side and over each other on a sheet that is larger than one."""
        wide, high = self._largest
        return int(self.change.sheet_wide / wide + 1e-9), int(self.change.sheet_high / high + 1e-9)

    @property
    def places(self) -> int:
        """How often a sheet, or the stencil, is laid."""
        columns, rows = self.grid
        return columns * rows * len(self.outlines)

    def _pieces(self) -> tuple[TrimPiece, ...]:
        """What of each sheet stays: within its outline, on each front."""
        bands = list[Strip]()
        for outline in self.outlines:
            x0, y0 = (min(p[k] for p in outline) for k in (0, 1))
            wide, high = _span(outline, 0), _span(outline, 1)
            columns, rows = count_up(wide / self.change.sheet_wide), count_up(high / self.change.sheet_high)
            left, low = (
                x0 - (columns * self.change.sheet_wide - wide) / 2,
                y0 - (rows * self.change.sheet_high - high) / 2,
            )
            for j in range(rows - 1, -1, -1):
                for i in range(columns):
                    a, b = left + i * self.change.sheet_wide, low + j * self.change.sheet_high
                    sheet = FieldFront(a, b, self.change.sheet_wide, self.change.sheet_high)
                    cut = lay(PatternField((sheet,)), [Strip(outline, (1.0, 0.0))]).pieces
                    bands += [Strip(piece.outline, (1.0, 0.0)) for piece in cut]
        return lay(self.field, bands).pieces

    def left_over(self) -> tuple[LeftOver, ...]:
        """What the edge sheets lose, as rectangles; of a stencil nothing."""
        if self.change.what == "stencil":
            return ()
        columns, rows = self.grid
        wide, high = self._largest
        sheet_wide, sheet_high = self.change.sheet_wide, self.change.sheet_high
        found, runs = list[LeftOver](), len(self.outlines) if columns * rows > 1 else self.sheets
        if columns * rows == 1:
            across, up = self._on_one_sheet
            wide, high = across * wide, up * high
        # Of several sheets the outer two lose half each, of one all is at one side.
        for over, other, count, lines in (
            (columns * sheet_wide - wide, sheet_high, columns, rows),
            (rows * sheet_high - high, sheet_wide, rows, columns),
        ):
            sides = 2 if count > 1 else 1
            if over / sides > self.change.least_kept:
                found.append(LeftOver(over / sides, other, runs * lines * sides))
        return tuple(found)

    def outcome(self) -> Outcome:
        change, area = self.change, sum(piece.area for piece in self.pieces) / 1e6
        fronts = len({piece.front for piece in self.pieces})
        on = f"on {fronts} face{'s' * (fronts != 1)}"
        stencil = change.what == "stencil"
        said = f"Stencil, {self.places} times, {on}" if stencil else f"{self.sheets} sheets of transfer, {on}"
        coat = Message("{0}, one coat", (MlASquareMetre(COAT_ML_M2),))
        kind: FittingKind = "stencil" if stencil else "transfer"
        return Outcome(
            change.id,
            Message(said if stencil or self.sheets != 1 else said.replace("sheets", "sheet")),
            fittings=(Fitting(change.id, kind, 0.0, self.sheets, "laid over faces", Message("as drawn")),),
            supplies=(Supply(change.id, "sealer", COAT_ML_M2 * area, "over it", coat),),
            notes=self._notes(),
            cautions=(SOLVENT,),
            work=self._work(),
            templates=self._templates(),
            body=self.body.id,
            reshaped=(covered(self.body, self._drawn()),),
        )

    def _drawn(self) -> dict[str, tuple[Board, ...]]:
        found: dict[str, list[Board]] = {}
        for k, piece in enumerate(self.pieces, 1):
            host = self.surface.boards[piece.front]
            own = f"{self.change.id}/film/{k}"
            name = f"{self.change.what.capitalize()}, {host.name.lower()}"
            for on, solid in self.surface.hosted(piece.front, piece.outline, FILM):
                found.setdefault(on.id, []).append(Board(own, name, "ornament", solid, self.surface.u))
        return {own: tuple(boards) for own, boards in found.items()}

    def _templates(self) -> tuple[Template, ...]:
        """An oval at full size, to trim it by."""
        if self.change.shape == "whole":
            return ()
        outline = max(self.outlines, key=lambda o: _span(o, 0) * _span(o, 1))
        x0, y0 = (min(p[k] for p in outline) for k in (0, 1))
        ring = tuple((x - x0, y - y0) for x, y in outline)
        wide, high = _span(outline, 0), _span(outline, 1)
        aims = (((0.0, high / 2), (wide, high / 2)), ((wide / 2, 0.0), (wide / 2, high)))
        return (Template("Oval to trim by", wide, high, (ring,), (), aims, self.surface.boards[0].id),)

    def _notes(self) -> tuple[Note, ...]:
        columns, rows = self.grid
        notes = list[Note]()
        if columns * rows > 1:
            text = f"{columns} side by side, {rows} over each other, from the middle out: edges lie where two meet."
            notes.append(Note("Lay", Message(text)))
        if self.change.run == "one" and len(self.field.fronts) > 1:
            text = "Over the gaps as one, pressed in along each edge, then cut along the gaps with a sharp knife."
            notes.append(Note("Gaps", Message(text)))
        for left in self.left_over():
            notes.append(
                Note("Left over", Message(f"{left.count} of {{0}} × {{1}}: put by.", (left.width, left.height)))
            )
        how = (
            "Hardly any paint on the brush, dabbed; wiped underneath before it is laid again."
            if self.change.what == "stencil"
            else "On a clean, dull, dry coat; rubbed from the middle, the film peeled slowly, sealed."
        )
        notes.append(Note("How", Message(how)))
        return tuple(notes)

    def _work(self) -> tuple[Work, ...]:
        task: Task = "stencil" if self.change.what == "stencil" else "rub on"
        what = "Dab the stencil" if self.change.what == "stencil" else "Rub the transfer on"
        faces = len({piece.front for piece in self.pieces})
        boards = tuple(board.id for board in self.surface.boards)
        on = (Deed("rub", boards),)
        try_: tuple[tuple[Task, float], ...] = (("dry fit", 1.0),)
        mark = Message("Mark the middle of every face; hold it there, step back")
        lay: tuple[tuple[Task, float], ...] = ((task, self.places),)
        seal: tuple[tuple[Task, float], ...] = (("seal face", faces),)
        return (
            Work("mark", "dry fit", mark, try_, boards, follows=("apart",)),
            Work("lay", "fix", Message(f"{what}, {self.places} times"), lay, boards, (2.0, 24.0),
                 "Dry before it is sealed.", ("a brush",), ("mark",), does=on),
            Work("seal", "fix", Message("Seal it thinly, once"), seal, boards, (4.0, 24.0),
                 "The label comes first.", ("sealer", "a brush"), ("lay",), ("solvent",), does=on),
        )  # fmt: skip


def _box(front: FieldFront) -> tuple[float, float, float, float]:
    return front.x, front.y, front.x + front.w, front.y + front.h


def _span(outline: Outline, k: int) -> float:
    return max(p[k] for p in outline) - min(p[k] for p in outline)


def worked(change: SheetTransfer, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The faces with it on. Raises BadInputError where a margin leaves nothing."""
    del condition
    return TransferSet(change, change.body_in(form), shop).outcome()

"""A tiled top over a body, worked out: sheet, field of tiles with its joints, strips, adhesive and grout."""

from msgspec import Struct, structs

from zygoform.core.changes.sheet_member import sheet_member, trimmed_later
from zygoform.core.changes.tops.ground import (
    HOLD_SPACING,
    hold_down,
    inside_trim,
    overhang_handles,
    top_ground,
    trim_members,
)
from zygoform.core.changes.tops.tiles.entries import BED, TiledTop
from zygoform.core.changes.tops.work import tiled_top_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.plane import area, extent, intersect, rectangle
from zygoform.core.geometry.prism import upright
from zygoform.core.geometry.tiling import TileRun, even_joint, tile, tile_run
from zygoform.core.goods.fittings import GLUE_ML_PER_M2
from zygoform.core.goods.screws import Driven, wood_screw
from zygoform.core.ids import origin_of
from zygoform.core.measure.message import Message
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.write import Kilos, MlASquareMetre, SquareMetres
from zygoform.core.outcome.cautions import DUST, GLUE, LIFT, SAW, TILE, Caution
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Note, Outcome, Supply
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

ADHESIVE_KG_M2_MM, GROUT_KG_L, GROUT_MORE = 1.3, 1.7, 1.15
"""Adhesive (kg) for a m² and a mm of bed; a litre of grout as mixed (kg), times what wiping takes of it. [label]"""
TILE_KG_M2_MM = 2.3
"""Ceramic, kg a square metre for each millimetre of thickness. [practice]"""
BROKEN_COVERS = 0.8
"""Of a field of broken tiles so much is tile; the rest is joint (15 to 25 %). [practice]"""
SLIVER_SHARE, LEAST_CUT = 1 / 3, 15.0
"""A cut tile is a sliver under so much of a whole one, and under so much (mm): it breaks when it is cut. [practice]
"""
MOST_DRAWN, FACE = 400, 0.1
"""Of more tiles only the rows are drawn; a face is so thick (mm). [choice]"""
_SPACERS = (
    (1.0, "a steel rule"), (1.5, "a small coin"), (2.0, "a large coin"), (3.0, "two small coins"),
    (4.0, "a strip of hardboard"), (5.0, "a cable of 5 mm"), (7.0, "a pencil"),
)  # fmt: skip
"""What lies about in a workshop, and about how thick it is (mm). [practice]"""


class TileField:
    """Works a tiled top out; lives only for the length of one call."""

    def __init__(self, change: TiledTop, body: Body, shop: Shop, condition: Condition) -> None:
        self.change, self.body, self.shop, self.condition = change, body, shop, condition
        self.sheet = shop.size(change.board)
        if not self.sheet.is_sheet:
            raise BadInputError("impossible", "This is a board. Choose a sheet.", "board")
        over = (change.overhang_front, change.overhang_right, change.overhang_back, change.overhang_left)
        self.ground = top_ground(body, over, f"{change.id}/sheet/1", on_old=change.place == "over")
        self.sides = (True, True, change.sides == "four", True)
        strip = shop.size(change.trim)
        self.field = inside_trim(self.ground.outline, strip, self.sides)
        (x0, x1), (y0, y1) = extent(self.field, (1.0, 0.0)), extent(self.field, (0.0, 1.0))
        self.box = (x0, y0, x1, y1)
        self.high = self.sheet.thickness + BED + change.tile_thick
        self.runs = self._runs()
        top = self.ground.low + self.high
        self.strips = trim_members(change.id, self.ground, strip, self.high, top, self.sides)
        self.member = sheet_member(change.id, self.ground, self.field, self.sheet, self.field, self._tiles())

    def _runs(self) -> tuple[TileRun, TileRun]:
        """Along and across; raises where not even one tile finds room."""
        change, (x0, y0, x1, y1) = self.change, self.box
        runs = []
        for room, size, entry, start in (
            (x1 - x0, change.tile_long, "tile_long", change.across),
            (y1 - y0, change.tile_wide, "tile_wide", change.deep),
        ):
            if room - 2 * change.edge_joint < size:
                words = "The field is {0} wide: no whole tile fits."
                raise BadInputError("does_not_fit", words, entry, (room - 2 * change.edge_joint,))
            runs.append(tile_run(room, size, change.joint, change.edge_joint, start))
        return runs[0], runs[1]

    @property
    def count(self) -> int:
        """Tiles without the spare ones: a new one for every cut piece; broken ones by what they cover."""
        if self.change.pattern == "random":
            return count_up(area(self.field) * BROKEN_COVERS / (self.change.tile_long * self.change.tile_wide))
        return self.runs[0].count * self.runs[1].count

    @property
    def cut(self) -> int:
        return 0 if self.change.pattern == "random" else self.count - self.runs[0].whole * self.runs[1].whole

    def _tiles(self) -> tuple[Board, ...]:
        """They lie on the sheet: of very many only as many as can be seen are drawn."""
        change, (x0, y0, _, _) = self.change, self.box
        low = self.ground.low + self.sheet.thickness
        runs = self.runs if self.count <= MOST_DRAWN else (TileRun(1, 1, 0.0), self.runs[1])
        long = change.tile_long if self.count <= MOST_DRAWN else self.box[2] - x0
        high = low + BED + change.tile_thick
        # One slab with the strips round it; of the tiles in it only the faces are drawn.
        slab = upright(self.field, low, high)
        boards = [Board(f"{change.id}/grout/1", "Grout", "tile", slab, tone=1, likely="glass")]
        for k, (a, b) in enumerate(self._places(runs[0], long, self.box[2] - x0)):
            for n, (c, d) in enumerate(self._places(runs[1], change.tile_wide, self.box[3] - y0)):
                own = intersect(self.field, rectangle(x0 + a, y0 + c, x0 + b, y0 + d))
                if len(own) > 2:
                    name = f"Tile {k + 1}, row {n + 1}"
                    face = upright(own, high - FACE, high)
                    boards.append(Board(f"{change.id}/tile/{k}-{n}", name, "tile", face, likely="glass"))
        return tuple(boards)

    def outcome(self) -> Outcome:
        change = self.change
        members = (self.member, *self.strips)
        parts = tuple(member.part for member in members)
        cautions: list[Caution] = [
            SAW,
            DUST,
            GLUE,
            TILE,
            LIFT,
        ]
        hold = held_sheet(self)
        buy = count_up(self.count * (1 + change.spare / 100))
        tiles = Message(f"{self.count} and {change.spare} % spare, {self.cut} of them cut")
        joints = self._joints() / max(change.joint, 1.0)
        return Outcome(
            change.id,
            self._result(),
            self.ground.removed,
            members,
            later=trimmed_later(change.id, "Sheet", self.ground, self.member, self.field, 0, 0.0),
            fittings=(
                *hold.fittings,
                Fitting(change.id, "tile", max(change.tile_long, change.tile_wide), buy, "on the top", tiles),
            ),
            supplies=self._supplies(),
            notes=(*self._notes(), Note("Held", hold.note)),
            cautions=(*cautions, TILE, LIFT),
            findings=(*self._findings(), *self._slivers(), *hold.findings),
            handles=overhang_handles(change.id, self.ground.outline, self.ground.low + self.high / 2),
            work=tiled_top_work(
                parts, {self.sheet.id}, len(self.strips), self.count, self.cut, joints, hold.count, hold.step
            ),
            body=self.body.id,
        )

    def _result(self) -> Message:
        change = self.change
        if change.pattern == "random":
            return Message(f"About {self.count} tiles broken up, joints about {{0}} wide", (change.joint,))
        cols, rows = self.runs
        words, sizes = f"{cols.count} × {rows.count} tiles", list[float]()
        for run, wheres in ((cols, ("left", "right")), (rows, ("front", "back"))):
            if run.cut:
                ends = {"middle": " and ".join(wheres), "begin": wheres[1], "end": wheres[0]}[run.start]
                words += f", cut to {{{len(sizes)}}} at the {ends}"
                sizes.append(run.cut)
        return Message(words + ("" if self.cut else ", none cut"), tuple(sizes))

    def _joints(self) -> float:
        """mm² of joint: of a field out of square the same share of it as of the rectangle round it."""
        if self.change.pattern == "random":
            return area(self.field) * (1 - BROKEN_COVERS)
        change, (x0, y0, x1, y1) = self.change, self.box
        sizes = x1 - x0, y1 - y0, change.tile_long, change.tile_wide, change.joint, change.edge_joint
        found = tile(*sizes, depth=1.0, starts=(change.across, change.deep))
        return found.grout_volume * area(self.field) / ((x1 - x0) * (y1 - y0))

    def _supplies(self) -> tuple[Supply, ...]:
        change = self.change
        square, joints = area(self.field) / 1e6, self._joints()
        adhesive = square * BED * ADHESIVE_KG_M2_MM * 1000
        grout = joints * change.tile_thick / 1e6 * GROUT_KG_L * GROUT_MORE * 1000
        edge, thick = sum(member.part.length for member in self.strips), self.sheet.thickness
        bed = Message("{0} in a bed {1} thick", (SquareMetres(square), BED))
        words = "{0} of joints {1} deep, 15 % wiped off"
        fill = Message(words, (SquareMetres(joints / 1e6), change.tile_thick))
        glue = Message("{0} of edge {1} thick, {2}", (edge, thick, MlASquareMetre(GLUE_ML_PER_M2)))
        return (
            Supply(change.id, "tile adhesive", adhesive, "under the tiles", bed),
            Supply(change.id, "grout", grout, "between the tiles", fill),
            Supply(change.id, "glue", edge * thick / 1e6 * GLUE_ML_PER_M2, "strips round the tiles", glue),
        )

    @property
    def weight(self) -> float:
        """kg of tiles, adhesive and grout."""
        return area(self.field) / 1e6 * (self.change.tile_thick * TILE_KG_M2_MM + BED * ADHESIVE_KG_M2_MM)

    def _notes(self) -> tuple[Note, ...]:
        change, (x0, y0, x1, y1) = self.change, self.box
        near = min(_SPACERS, key=lambda spacer: abs(spacer[0] - change.joint))
        spacer = f"A joint of {{0}} is about {near[1]}: measure what you use, and use the same everywhere."
        edge = "Sheet, bed and tile are {0} high: the strips are as high, flush with the tiles."
        notes = [
            Note("Field", Message("{0} × {1} within the strips.", (x1 - x0, y1 - y0))),
            Note("Spacers", Message(spacer, (change.joint,))),
            Note("Edge", Message(edge, (self.high,))),
            Note("Weight", Message("Tiles and grout weigh about {0}.", (Kilos(self.weight),))),
        ]
        if not self.ground.is_square:
            text = "The body is out of square: lay the grid from the front edge; tiles at the sides are cut aslant."
            notes.append(Note("Out of square", Message(text)))
        return tuple(notes)

    def _findings(self) -> tuple[Finding, ...]:
        """Joints a little wider or narrower that save every cut in one direction."""
        change, found = self.change, list[Finding]()
        if change.pattern == "random":
            return ()
        rooms = (self.box[2] - self.box[0], change.tile_long), (self.box[3] - self.box[1], change.tile_wide)
        for (room, size), run, where in zip(rooms, self.runs, ("left to right", "front to back"), strict=True):
            even = even_joint(room, size, change.joint, change.edge_joint)
            if run.cut and even is not None and even >= 1 and abs(even - change.joint) > SAME_MM:
                found.append(
                    Finding(
                        "even_joints",
                        "note",
                        Message(f"From {where} no tile need be cut"),
                        Message(
                            "With joints of {0} in place of {1} whole tiles fill the field.", (even, change.joint)
                        ),
                        (self.member.board.id,),
                        change.id,
                        (Fix(Message("Make the joints {0}", (even,)), change.id, "joint", even),),
                    )
                )
        return tuple(found)

    def _slivers(self) -> tuple[Finding, ...]:
        """A cut tile so narrow that it breaks when it is cut, and looks it."""
        change, found = self.change, list[Finding]()
        if change.pattern == "random":
            return ()
        rows = (self.runs[0], change.tile_long, "across"), (self.runs[1], change.tile_wide, "deep")
        for run, size, entry in rows:
            least = max(SLIVER_SHARE * size, LEAST_CUT)
            if not 0 < run.cut < min(least, size):
                continue
            where = {
                "across": {"begin": "right", "end": "left"}, "deep": {"begin": "back", "end": "front"}
            }[entry].get(run.start, "edges")  # fmt: skip
            text = "Under about {0} a tile breaks when it is cut. Begin in the middle: both ends are half and more."
            fixes = (Fix(Message("Begin in the middle"), change.id, entry, "middle"),)
            found.append(
                Finding(
                    "tile_sliver",
                    "mind",
                    Message(f"At the {where} tiles are slivers of {{0}}", (run.cut,)),
                    Message(text, (least,)),
                    (self.member.board.id,),
                    change.id,
                    fixes if run.start != "middle" else (),
                )
            )
        return tuple(found)

    def _places(self, run: TileRun, size: float, room: float) -> list[tuple[float, float]]:
        """From where to where each tile of a direction reaches."""
        change, lengths = self.change, run.lengths(size)
        whole = sum(lengths) + change.joint * (len(lengths) - 1)
        # What is less than a tile needs lies at the end where none is cut.
        at = room - change.edge_joint - whole if run.start == "end" else change.edge_joint
        places = []
        for long in lengths:
            places.append((at, at + long))
            at += long + change.joint
        return places


def worked(change: TiledTop, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with its tiled top. Raises BadInputError where it cannot be."""
    return TileField(change, change.body_in(form), shop, condition).outcome()


_TILED_ON = ("top", "lid", "seat")
_FLAT = "flat and tight: what gives cracks joints"


class SheetHeld(Struct, frozen=True):
    """Its screws, how many; the step that drives them in words; what is told."""

    fittings: tuple[Fitting, ...]
    count: int
    step: Message
    note: Message
    findings: tuple[Finding, ...] = ()


def held_sheet(tiles: "TileField") -> SheetHeld:
    """Over an old top screws go down through the sheet: tiles hide their heads. In metal and glass none holds."""
    change, sheet, sizes = tiles.change, tiles.sheet.thickness, tiles.shop.sizes_of("wood screw")
    tops = [board for board in tiles.body.boards if board.role in _TILED_ON]
    if change.place == "instead":
        _, screw = hold_down(tiles.body, sheet, tiles.shop, tiles.body.bottom_rail)
        return _screwed(tiles, screw, "Screw the sheet on from below", "hold the sheet from below")
    thick = min(board.solid.box[1][2] - board.solid.box[0][2] for board in tops)
    ground, where = _unscrewable(tiles, tops), tuple(board.id for board in tops)
    if ground == "glass":
        told = Message("The old top is glass: nothing is screwed into it")
        why = Message("Bed the sheet in adhesive for glass; or take the pane off and lay the sheet in its place.")
        finding = Finding("no_bite", "mind", told, why, where, change.id)
        step = Message(f"Bed the sheet in construction adhesive, {_FLAT}")
        return SheetHeld((), 0, step, Message("In adhesive, without screws."), (finding,))
    if ground == "metal":
        told = Message("The old top is metal: no screw holds in it from above")
        why = Message("Bore holes as wide as the screws through it and screw the sheet on from below.")
        words = "Bore the metal through and screw the sheet on from below"
        held = _screwed(tiles, wood_screw(thick, sheet, sizes), words, "hold the sheet from below")
        return structs.replace(held, findings=(Finding("no_bite", "note", told, why, where, change.id),))
    return _screwed(tiles, wood_screw(sheet, thick, sizes), "Screw the sheet down into the old top", "hold it down")


def _unscrewable(tiles: "TileField", tops: list[Board]) -> str:
    """What a top is of that takes no screw, said or likely; nothing where it is of anything else."""
    known = {made.part: made.material for made in tiles.condition.made_of}
    said = {known.get(board.id, known.get(origin_of(board.id), board.likely)) for board in tops}
    return next((material for material in ("glass", "metal") if material in said), "")


def _screwed(tiles: "TileField", screw: Driven, step: str, use: str) -> SheetHeld:
    count, _ = hold_down(tiles.body, tiles.sheet.thickness, tiles.shop, tiles.body.bottom_rail)
    words = f"two rows of {count // 2}, at most {{0}} apart; {{1}} goes through {{2}} and not out of {{3}}"
    why = Message(words, (HOLD_SPACING, screw.length, screw.outer, screw.inner))
    fitting = Fitting(tiles.change.id, "wood screw", screw.length, count, use, why, driven=screw)
    note = Message(words[:1].upper() + words[1:] + ".", why.lengths)
    return SheetHeld((fitting,), count, Message(f"{step}, {_FLAT}"), note)

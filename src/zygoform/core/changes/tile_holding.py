"""How the sheet under tiles is held: down into an old top, from below through what stays, or in adhesive alone."""

from typing import TYPE_CHECKING

from msgspec import Struct, structs

from zygoform.core.changes.top_ground import HOLD_SPACING, hold_down
from zygoform.core.form.form import Board, origin_of
from zygoform.core.goods.screws import Driven, wood_screw
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding, Fitting

if TYPE_CHECKING:
    from zygoform.core.changes.tile_field import TileField

_TOPS = ("top", "lid", "seat")
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
    tops = [board for board in tiles.body.boards if board.role in _TOPS]
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

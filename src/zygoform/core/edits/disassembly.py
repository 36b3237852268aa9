"""Edits of taking apart: where parts go, and hardware in bags."""

from typing import Literal

from msgspec import structs

from zygoform.core.condition.condition import Bag, DisassemblyMark, Fate
from zygoform.core.condition.materials import MATERIALS, MaterialCode
from zygoform.core.edits.edited import Edited, read_readings
from zygoform.core.edits.pieces import known_piece, with_state
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board
from zygoform.core.form.piece import PieceBase
from zygoform.core.goods.species import COEFFICIENTS
from zygoform.core.goods.timber import StockLine, TimberSize
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import Param
from zygoform.core.measure.reading import counting
from zygoform.core.project import Project
from zygoform.core.survey.disassembly import likely_hardware

FATES: dict[Fate, str] = {"keep": "kept for this piece", "stock": "put to Stock on hand", "gone": "thrown away"}
SPACING = Param("spacing", "Between the holes", "readings", 5.0, 1000.0, (), guess=0.0, takes="mean")
NO_BOARDS: tuple[MaterialCode, ...] = ("glass", "metal", "cane", "fabric")
"""What never becomes a board one has."""
LEAST_STOCK = 50.0
"""A shorter offcut is not worth a line (mm)."""


def set_fate(project: Project, part_id: str, fate: Fate) -> Edited:
    """Where a part goes that comes off; to the boards one has, it becomes one with its own size."""
    piece, board = _part(project, part_id)
    made = next((m.material for m in piece.made_of if m.part == part_id), board.likely)
    if fate == "stock" and made in NO_BOARDS:
        raise BadInputError(
            "impossible", f"{MATERIALS[made].title} is no board: keep it for this piece instead.", ""
        )
    if fate == "stock" and max(_sizes(board)) < LEAST_STOCK:
        raise BadInputError("out_of_range", "Too small to keep as a board: at least {0} long.", "", (LEAST_STOCK,))
    before = mark_of(piece, part_id)
    done = _marked(project, piece, structs.replace(before, fate=fate))
    done = (
        _with_stock(_without_stock(done, part_id), piece, board)
        if fate == "stock"
        else _without_stock(done, part_id)
    )
    return Edited(done, Message(f"{literal(board.name)}: {FATES[fate]}"), frozenset({part_id}))


def set_done(project: Project, part_id: str, *, done: bool) -> Edited:
    """Whether a part has come off."""
    piece, board = _part(project, part_id)
    new = _marked(project, piece, structs.replace(mark_of(piece, part_id), done=done))
    return Edited(new, Message(f"{literal(board.name)} {'off' if done else 'still on'}"), frozenset({part_id}))


def mark_of(piece: PieceBase, part_id: str) -> DisassemblyMark:
    """What is said of a part; at first it is kept and still on."""
    return next((mark for mark in piece.disassembly if mark.part == part_id), DisassemblyMark(part_id))


def touched_parts(piece: PieceBase) -> frozenset[str]:
    """The parts of which something is said: off already, put by or thrown away."""
    return frozenset(mark.part for mark in piece.disassembly)


def count_hardware(project: Project, piece_id: str) -> Edited:
    """A bag for each kind of hardware the piece most likely has; those there are stay."""
    piece = known_piece(project, piece_id)
    have = {bag.what for bag in piece.bags}
    new = [h for h in likely_hardware(piece.build().bodies[0]) if h.what not in have]
    first = _next_number(piece)
    bags = tuple(Bag(f"b{first + k}", h.what, h.count, (), h.place) for k, h in enumerate(new))
    done = with_state(project, structs.replace(piece, bags=(*piece.bags, *bags)))
    return Edited(done, Message(f"{len(bags)} bag{'s' * (len(bags) != 1)} of hardware"), frozenset({piece.id}))


def add_bag(project: Project, piece_id: str) -> Edited:
    """An empty bag, to be named."""
    piece = known_piece(project, piece_id)
    bag = Bag(f"b{_next_number(piece)}", "Screws")
    done = with_state(project, structs.replace(piece, bags=(*piece.bags, bag)))
    return Edited(done, Message("A bag more"), frozenset({bag.id}))


def set_bag(
    project: Project, piece_id: str, bag_id: str, entry: Literal["what", "count", "spacing", "place"], text: str
) -> Edited:
    """One entry of a bag as typed."""
    piece = known_piece(project, piece_id)
    bag = _bag(piece, bag_id)
    words = Message(f"{literal(bag.what)}: {entry}")
    if entry == "spacing":
        taken = read_readings(SPACING, text, project.shop.unit, bag.spacing)
        counts = counting(taken, SPACING.takes)
        words = Message(f"{literal(bag.what)}: {{0}} between the holes", (counts.value,)) if counts else words
        new = structs.replace(bag, spacing=taken)
    elif entry == "count":
        if not text.strip().isdecimal() or not 1 <= int(text) <= 999:
            raise BadInputError("out_of_range", "A whole number from 1 to 999.", entry)
        new = structs.replace(bag, count=int(text))
    else:
        plain, most = " ".join(text.split()), 60 if entry == "what" else 80
        if len(plain) > most or (entry == "what" and not plain):
            raise BadInputError(
                "out_of_range", f"One to {most} signs." if entry == "what" else f"At most {most} signs.", entry
            )
        new = structs.replace(bag, **{entry: plain})
    bags = tuple(new if b.id == bag_id else b for b in piece.bags)
    return Edited(with_state(project, structs.replace(piece, bags=bags)), words, frozenset({bag_id}))


def remove_bag(project: Project, piece_id: str, bag_id: str) -> Edited:
    """Takes a bag off the list."""
    piece = known_piece(project, piece_id)
    bag = _bag(piece, bag_id)
    done = with_state(project, structs.replace(piece, bags=tuple(b for b in piece.bags if b.id != bag_id)))
    return Edited(done, Message(f"Took {bag.what.lower()} off the list"), frozenset({bag_id}))


def _bag(piece: PieceBase, bag_id: str) -> Bag:
    bag = next((b for b in piece.bags if b.id == bag_id), None)
    if bag is None:
        raise BadInputError("unknown_key", "That bag is no longer there.")
    return bag


def _next_number(piece: PieceBase) -> int:
    return 1 + max((int(bag.id[1:]) for bag in piece.bags if bag.id[1:].isdecimal()), default=0)


def _part(project: Project, part_id: str) -> tuple[PieceBase, Board]:
    piece = known_piece(project, piece_of(part_id))
    board = piece.build().board(part_id)
    if board is None:
        raise BadInputError("unknown_key", "That part is no longer there.")
    return piece, board


def _marked(project: Project, piece: PieceBase, mark: DisassemblyMark) -> Project:
    others = tuple(m for m in piece.disassembly if m.part != mark.part)
    kept = (*others, mark) if mark != DisassemblyMark(mark.part) else others
    return with_state(project, structs.replace(piece, disassembly=kept))


def _sizes(board: Board) -> tuple[float, float, float]:
    """Thickness, width and length."""
    return board.solid.sizes


def _with_stock(project: Project, piece: PieceBase, board: Board) -> Project:
    """A size of its own, not on sale, and one board of it."""
    thick, wide, long = _sizes(board)
    wood = next((m.wood for m in piece.made_of if m.part == board.id), "")
    usual = "plywood" if board.likely == "plywood" else "ponderosa pine"
    species = wood if wood in COEFFICIENTS else usual
    size = TimberSize(
        _stock_id(board.id), f"Found: {board.name.lower()}", "", project.shop.unit.system, thick, wide, species, ()
    )
    shop = structs.replace(project.shop, timber=(*project.shop.timber, size))
    line = StockLine(f"{_stock_id(board.id)}-1", size.id, long)
    return structs.replace(project, shop=shop, stock=(*project.stock, line))


def _without_stock(project: Project, part_id: str) -> Project:
    gone = _stock_id(part_id)
    timber = tuple(size for size in project.shop.timber if size.id != gone)
    stock = tuple(line for line in project.stock if line.size != gone)
    if timber == project.shop.timber and stock == project.stock:
        return project
    return structs.replace(project, shop=structs.replace(project.shop, timber=timber), stock=stock)


def _stock_id(part_id: str) -> str:
    return "found-" + part_id.replace("/", "-")

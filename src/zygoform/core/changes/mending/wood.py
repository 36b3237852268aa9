"""Parts cut for mending, from strips, boards and thin sheet."""

from msgspec import structs

from zygoform.core.changes.mending.consumables import RepairContext
from zygoform.core.errors import BadInputError
from zygoform.core.goods.fittings import spacing
from zygoform.core.ids import sibling
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Sized, sized
from zygoform.core.measure.rounding import count_up
from zygoform.core.tolerance import SAME_MM

UNMEASURED_THICK = 19.0
"""How thick wood is that nobody has measured (mm). [practice]"""

PLAY = 1.5
"""A sheet in grooves must be free to move by this much (mm; 1/16 in). [practice]"""
TRIM = 6.0
"""A piece let in is cut this much (mm) longer and wider, and trimmed flush. [practice]"""
SPLINT_MORE = 50.0
"""A splint reaches so far (mm) past a break at each end. [practice]"""
PIN_SPACING, SCREW_SPACING, SCREW_MARGIN = 100.0, 150.0, 40.0
"""Pins and screws stand at most so far apart, the outer ones so far from the ends (mm). [practice]"""


def splint(repair: RepairContext) -> None:
    """A strip behind a split, longer by 50 mm at either end."""
    length = repair.fault.sized("length") + sized("beyond the split", 2 * SPLINT_MORE)
    repair.cut(
        "splint/1",
        "Splint",
        length,
        sized("width of the board", repair.stock.width, "on sale"),
        location="behind the split",
    )


def corner_blocks(repair: RepairContext) -> None:
    """Two blocks a joint, four under a bottom, as wide as thick."""
    count = 4 if repair.fault.kind == "sagging_bottom" else 2 * repair.fault.count
    side = sized("square to the board's thickness", repair.stock.thickness, "on sale")
    for k in range(count):
        repair.cut(f"block/{k + 1}", "Corner block", sized("block", 50.0), side, location="glued into the corner")


def cut_replacement(repair: RepairContext) -> None:
    """A piece a little larger than the fault, or a part as large as the one it replaces."""
    board = repair.board()
    whole = repair.remedy.how == "replace" and board is not None
    if whole and board is not None:
        # As large as drawn: whatever of the piece is a guess, this may rest on.
        deep, wide, long = board.solid.sizes
        length, width = (
            structs.replace(sized(f"{name} of the old part", mm), guesses=repair.body.guesses)
            for name, mm in (("length", long), ("width", wide))
        )
    else:
        deep = repair.fault.mm("depth")
        more = sized("to trim", TRIM)
        length, width = repair.fault.sized("length") + more, repair.fault.sized("width") + more
    if deep > repair.stock.thickness + SAME_MM:
        repair.notes.append(
            Message("The board is thinner than the place is deep ({0}): glue up two layers.", (deep,))
        )
    strips = max(1, count_up(width.value / repair.stock.width))
    if strips > 1:
        repair.notes.append(Message(f"Wider than the board: glued up from {strips} strips, edges planed straight."))
    name, location = "Part" if whole else "Piece let in", "in its place, trimmed flush"
    for k in range((1 if whole else repair.fault.count) * strips):
        repair.cut(f"piece/{k + 1}", name, length, width * (1 / strips), "up", location=location)


def new_runners(repair: RepairContext) -> None:
    """Two for each drawer, alike, no longer than the old ones."""
    width = repair.fault.sized("width")
    if width.value > repair.stock.width + SAME_MM:
        raise BadInputError(
            "does_not_fit", "This board is {0} wide. Choose a wider one.", "board", (repair.stock.width,)
        )
    for k in range(2 * repair.fault.count):
        side = "left" if k % 2 == 0 else "right"
        old = repair.member(sibling(repair.fault.part, f"runner-{side}"))
        repair.cut(
            f"runner/{k + 1}",
            "Runner",
            repair.fault.sized("length"),
            width,
            "down",
            location=f"{side}, where the old one sat",
        )
        if old is not None and k < 2:
            repair.put_in_place(old, [repair.parts[-1].id], "y")
    screw_on(repair, _side_thick(repair), 6 * repair.fault.count, "hold runners", "three for each runner")


def stops(repair: RepairContext) -> None:
    """Two blocks behind the front rail for each drawer."""
    for k in range(2 * repair.fault.count):
        repair.cut(
            f"stop/{k + 1}",
            "Drawer stop",
            _or(repair, "length", 60.0),
            _or(repair, "width", 20.0),
            location="behind the front, set with the drawer in",
        )
    repair.use("glue", 2.0 * repair.fault.count, "stops", Message("2 ml for each drawer"))


def _or(repair: RepairContext, name: str, usual: float) -> Sized:
    asked = repair.fault.kind == "missing_stop"
    return repair.fault.sized(name) if asked else sized("block", usual)


def new_bottom(repair: RepairContext) -> None:
    """A sheet that lies in the grooves: inside + both grooves - play across, and so from front to back.

    Where the drawer's back stands on its bottom, the sheet reaches out under it instead of into a groove.
    """
    groove, play = repair.fault.sized("depth"), sized("play", PLAY)
    opening = repair.body.opening_of(repair.fault.part)
    drawer = opening if opening is not None and opening.members else None
    behind = drawer.sized("back_thickness") if drawer is not None else groove
    length = repair.fault.sized("length") + groove * 2 - play
    width = repair.fault.sized("width") + groove + behind - play
    _sheet(repair, "bottom", "Bottom", length, width, location="slid in from the back")
    old = repair.member(sibling(repair.fault.part, "box-bottom"))
    if old is not None:
        repair.replace(old, "bottom", "x" if width.value > length.value else "y")


def new_back(repair: RepairContext) -> None:
    """A sheet as large as the old one, pinned all round; in the drawing it takes the old one's place."""
    _sheet(
        repair,
        "back",
        "Back",
        repair.fault.sized("length"),
        repair.fault.sized("width"),
        location="pinned all round, diagonals equal",
    )
    wide, high = repair.fault.mm("length"), repair.fault.mm("width")
    pins = max(8, 2 * count_up(wide / PIN_SPACING) + 2 * count_up(high / PIN_SPACING))
    sizes = repair.on_sale("pin")
    why = Message("one every {0} round {1} × {2}", (PIN_SPACING, wide, high))
    repair.fit("pin", sizes[0] if sizes else 25.4, pins, "hold the back", why)
    # Of several sheets the one that is torn.
    backs = [board for board in repair.body.boards if board.role == "back"]
    old = next((board for board in backs if board.id == repair.fault.part), backs[0] if backs else None)
    if old is not None:
        repair.replace(old, "back", "x" if high > wide else "z")


def _sheet(repair: RepairContext, role: str, name: str, length: Sized, width: Sized, location: str) -> None:
    """Laid so that the longer side runs along the sheet; too wide for one, it is made of several alike."""
    long, short = (length, width) if length.value >= width.value else (width, length)
    pieces = max(1, count_up(short.value / repair.stock.width))
    each = short * (1 / pieces)
    for k in range(pieces):
        said = name if pieces == 1 else f"{name}, part {k + 1}"
        repair.cut(f"{role}/{k + 1}", said, long, each, "down", location=location)
    if pieces > 1:
        repair.notes.append(Message(f"{pieces} pieces side by side: let the joints fall on an upright or a rail."))


def stiffen_bottom(repair: RepairContext) -> None:
    """A batten from front to back under the middle."""
    width = sized("width of the board", repair.stock.width, "on sale")
    repair.cut(
        "batten/1", "Batten", repair.fault.sized("width"), width, "down", location="under the middle of the bottom"
    )
    repair.use("glue", 3.0, "batten", Message("one batten"))


def battens(repair: RepairContext) -> None:
    """Two across the warp, screwed in slots so that the wood can move."""
    length = repair.fault.sized("length") - sized("short of both edges", 2 * SCREW_MARGIN)
    for k in range(2):
        width = sized("width of the board", repair.stock.width, "on sale")
        repair.cut(
            f"batten/{k + 1}",
            "Batten",
            length,
            width,
            "down",
            location="across the warp, in slots but for the middle screw",
        )
    row = spacing(max(length.value, 3 * SCREW_MARGIN), SCREW_MARGIN, SCREW_SPACING)
    board = repair.board()
    thick = board.solid.sizes[0] if board is not None else UNMEASURED_THICK
    screw_on(repair, thick, 2 * row.count, "battens", f"{row.count} in each of two battens")


def screw_on(repair: RepairContext, inner: float, count: int, use: str, why: str) -> None:
    """The strip that is cut, into wood `inner` thick (mm)."""
    repair.screw(repair.stock.thickness, inner, count, use, Message(why))


def _side_thick(repair: RepairContext) -> float:
    """How thick the sides or uprights are that runners are screwed to."""
    return repair.body.side_thickness or UNMEASURED_THICK

"""Parts cut for mending, from strips, boards and thin sheet."""

from msgspec import structs

from zygoform.core.changes.mending.job import Job
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import extent, intersect, rectangle
from zygoform.core.goods.fittings import spacing
from zygoform.core.measure.reading import Sized, sized
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.say import Say
from zygoform.core.tolerance import SAME_MM

FAR = 100_000.0
PLAY = 1.5
"""A sheet in grooves must be free to move by this much (1/16 in)."""
TRIM = 6.0
"""A piece let in is cut this much longer and wider, and trimmed flush."""
SPLINT_MORE = 50.0
PIN_SPACING, SCREW_SPACING, SCREW_MARGIN = 100.0, 150.0, 40.0


def splint(job: Job) -> None:
    """A strip behind a split, longer by 50 mm at either end."""
    length = job.fault.sized("length") + sized("beyond the split", 2 * SPLINT_MORE)
    job.cut(
        "splint/1",
        "Splint",
        length,
        sized("width of the board", job.stock.width, "on sale"),
        goes="behind the split",
    )


def corner_blocks(job: Job) -> None:
    """Two blocks a joint, four under a bottom, as wide as thick."""
    count = 4 if job.fault.kind == "sagging_bottom" else 2 * job.fault.count
    side = sized("square to the board's thickness", job.stock.thickness, "on sale")
    for k in range(count):
        job.cut(f"block/{k + 1}", "Corner block", sized("block", 50.0), side, goes="glued into the corner")


def new_piece(job: Job) -> None:
    """A piece a little larger than the fault, or a part as large as the one it replaces."""
    board = job.board()
    whole = job.remedy.how == "replace" and board is not None
    if whole and board is not None:
        sizes = sorted(high - low for low, high in zip(*board.solid.box, strict=True))
        # As large as drawn: whatever of the piece is a guess, this may rest on.
        deep, wide, long = sizes
        length, width = (
            structs.replace(sized(f"{name} of the old part", mm), guesses=job.body.guesses)
            for name, mm in (("length", long), ("width", wide))
        )
    else:
        deep = job.fault.mm("depth")
        more = sized("to trim", TRIM)
        length, width = job.fault.sized("length") + more, job.fault.sized("width") + more
    if deep > job.stock.thickness + SAME_MM:
        job.notes.append(Say("The board is thinner than the place is deep ({0}): glue up two layers.", (deep,)))
    strips = max(1, count_up(width.value / job.stock.width))
    if strips > 1:
        job.notes.append(Say(f"Wider than the board: glued up from {strips} strips, edges planed straight."))
    name, goes = "Part" if whole else "Piece let in", "in its place, trimmed flush"
    for k in range((1 if whole else job.fault.count) * strips):
        job.cut(f"piece/{k + 1}", name, length, width * (1 / strips), "up", goes=goes)


def new_runners(job: Job) -> None:
    """Two for each drawer, alike, no longer than the old ones."""
    width = job.fault.sized("width")
    if width.value > job.stock.width + SAME_MM:
        raise BadInputError(
            "does_not_fit", "This board is {0} wide. Choose a wider one.", "board", (job.stock.width,)
        )
    for k in range(2 * job.fault.count):
        side = "left" if k % 2 == 0 else "right"
        job.cut(
            f"runner/{k + 1}",
            "Runner",
            job.fault.sized("length"),
            width,
            "down",
            goes=f"{side}, where the old one sat",
        )
    job.fit("wood screw", _screw(job), 6 * job.fault.count, "hold runners", Say("three for each runner"))


def stops(job: Job) -> None:
    """Two blocks behind the front rail for each drawer."""
    for k in range(2 * job.fault.count):
        job.cut(
            f"stop/{k + 1}",
            "Drawer stop",
            _or(job, "length", 60.0),
            _or(job, "width", 20.0),
            goes="behind the front, set with the drawer in",
        )
    job.use("glue", 2.0 * job.fault.count, "stops", Say("2 ml for each drawer"))


def _or(job: Job, name: str, usual: float) -> Sized:
    asked = job.fault.kind == "missing_stop"
    return job.fault.sized(name) if asked else sized("block", usual)


def new_bottom(job: Job) -> None:
    """A sheet that lies in the grooves: inside + both grooves - play, either way."""
    groove, play = job.fault.sized("depth") * 2, sized("play", PLAY)
    length, width = (job.fault.sized(name) + groove - play for name in ("length", "width"))
    _sheet(job, "bottom", "Bottom", length, width, goes="slid in from the back")


def new_back(job: Job) -> None:
    """A sheet as large as the old one, pinned all round; in the drawing it takes the old one's place."""
    _sheet(
        job,
        "back",
        "Back",
        job.fault.sized("length"),
        job.fault.sized("width"),
        goes="pinned all round, diagonals equal",
    )
    wide, high = job.fault.mm("length"), job.fault.mm("width")
    pins = max(8, 2 * count_up(wide / PIN_SPACING) + 2 * count_up(high / PIN_SPACING))
    sizes = job.on_sale("pin")
    why = Say("one every {0} round {1} × {2}", (PIN_SPACING, wide, high))
    job.fit("pin", sizes[0] if sizes else 25.4, pins, "hold the back", why)
    old = next((board for board in job.body.boards if board.role == "back"), None)
    if old is not None:
        ids = [part.id for part in job.parts if "/back/" in part.id]
        job.off.add(old.id)
        job.on += _instead(old, ids, upright_joints=high > wide)


def _instead(old: Board, ids: list[str], *, upright_joints: bool) -> list[Board]:
    """The old back's place shared out among the sheets of the new one, side by side or one over the other."""
    solid, count = old.solid, len(ids)
    low, high = extent(solid.outline, (1.0, 0.0))
    boards = []
    for k, own in enumerate(ids):
        if upright_joints:
            edges = (low + (high - low) * k / count, low + (high - low) * (k + 1) / count)
            outline = intersect(solid.outline, rectangle(edges[0], -FAR, edges[1], FAR))
            new = structs.replace(solid, outline=outline)
        else:
            x, y, z = solid.origin
            each = solid.thickness / count
            new = structs.replace(solid, origin=(x, y, z + k * each), thickness=each)
        name = "New back" if count == 1 else f"New back, part {k + 1}"
        boards.append(structs.replace(old, id=own, name=name, solid=new, tone=k % 2))
    return boards


def _sheet(job: Job, role: str, name: str, length: Sized, width: Sized, goes: str) -> None:
    """Laid so that the longer side runs along the sheet; too wide for one, it is made of several alike."""
    long, short = (length, width) if length.value >= width.value else (width, length)
    pieces = max(1, count_up(short.value / job.stock.width))
    each = short * (1 / pieces)
    for k in range(pieces):
        said = name if pieces == 1 else f"{name}, part {k + 1}"
        job.cut(f"{role}/{k + 1}", said, long, each, "down", goes=goes)
    if pieces > 1:
        job.notes.append(Say(f"{pieces} pieces side by side: let the joints fall on an upright or a rail."))


def stiffen_bottom(job: Job) -> None:
    """A batten from front to back under the middle."""
    width = sized("width of the board", job.stock.width, "on sale")
    job.cut("batten/1", "Batten", job.fault.sized("width"), width, "down", goes="under the middle of the bottom")
    job.use("glue", 3.0, "batten", Say("one batten"))


def battens(job: Job) -> None:
    """Two across the warp, screwed in slots so that the wood can move."""
    length = job.fault.sized("length") - sized("short of both edges", 2 * SCREW_MARGIN)
    for k in range(2):
        width = sized("width of the board", job.stock.width, "on sale")
        job.cut(
            f"batten/{k + 1}",
            "Batten",
            length,
            width,
            "down",
            goes="across the warp, in slots but for the middle screw",
        )
    row = spacing(max(length.value, 3 * SCREW_MARGIN), SCREW_MARGIN, SCREW_SPACING)
    job.fit("wood screw", _screw(job), 2 * row.count, "battens", Say(f"{row.count} in each of two battens"))


def _screw(job: Job) -> float:
    """The longest on sale that goes through the strip and 12 mm on."""
    wanted = job.stock.thickness + 12.0
    fits = [size for size in job.on_sale("wood screw") if size <= wanted + 0.5]
    return fits[-1] if fits else wanted

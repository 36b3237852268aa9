"""Straps that hold a piece to the wall, so that it cannot tip."""

from zygoform.core.changes.walls.anchor.entries import WallAnchor
from zygoform.core.changes.work import anchor_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import upright
from zygoform.core.goods.screws import wall_screw, wood_screw
from zygoform.core.measure.message import Message
from zygoform.core.outcome.cautions import WALL
from zygoform.core.outcome.outcome import Fitting, Note, Outcome
from zygoform.core.shop import Shop

STRAP_WIDE, STRAP_HIGH, STRAP_THICK = 25.0, 50.0, 3.0
"""As they are drawn (mm). [drawn]"""


SCREWS_EACH_END = 2
"""Screws at each end of a strap; its own sheet comes first. [label]"""


_WHERE = "High up, near both ends, into a rail, a side or the frame; never a thin back."


_WALL = "Straps and fixings made for it; the rule in force where you live decides."


_FRAME = ("side", "rail", "apron", "upright", "leg", "panel")


def worked(change: WallAnchor, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece held to the wall. Raises BadInputError where it hangs there already."""
    del condition
    body = change.body_in(form)
    if body.hangs:
        raise BadInputError("impossible", "This hangs on the wall already.", "wall")
    sizes = shop.sizes_of("wood screw")
    backs = [board.solid.sizes[0] for board in body.boards if board.role == "back"]
    frame = body.bottom_rail or body.side_thickness
    into_piece = wood_screw(STRAP_THICK + max(backs, default=0.0), frame, sizes)
    into_wall = wall_screw(sizes)
    each = SCREWS_EACH_END * change.straps
    words = "into studs" if change.wall == "studs" else "into plugs made for the wall"
    return Outcome(
        change.id,
        Message(f"{change.straps} straps to the wall"),
        drawn=_drawn(change, body),
        fittings=(
            Fitting(change.id, "wall strap", 0.0, change.straps, "to the wall", Message("as chosen")),
            *(
                Fitting(change.id, "wood screw", driven.length, each, use, Message("2 a strap"), driven=driven)
                for driven, use in ((into_piece, "straps, into the piece"), (into_wall, f"straps, {words}"))
            ),
        ),
        notes=(Note("Where", Message(_WHERE)), Note("Wall", Message(_WALL))),
        cautions=(WALL,),
        work=anchor_work(change.straps, tuple(b.id for b in body.boards if b.role in ("side", "back", "panel"))),
        body=body.id,
    )


def _drawn(change: WallAnchor, body: Body) -> tuple[Board, ...]:
    """Behind the upper edge, evenly spread."""
    frame = [board for board in body.boards if board.role in _FRAME] or list(body.boards)
    lows, highs = [b.solid.box[0] for b in frame], [b.solid.box[1] for b in frame]
    x0, x1 = min(p[0] for p in lows), max(p[0] for p in highs)
    y, z = max(b.solid.box[1][1] for b in body.boards), max(p[2] for p in highs)
    boards = []
    for k in range(change.straps):
        x = x0 + (x1 - x0) * (k + 0.5) / change.straps - STRAP_WIDE / 2
        solid = upright(rectangle(x, y, x + STRAP_WIDE, y + STRAP_THICK), z - STRAP_HIGH, z)
        boards.append(Board(f"{change.id}/strap/{k + 1}", f"Strap {k + 1}", "bracket", solid, likely="metal"))
    return tuple(boards)

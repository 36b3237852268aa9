"""The sheet of a top: which one, its rectangle, and what is trimmed of it."""

from zygoform.core.changes.tops.ground import TopGround
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Outline, area, extent
from zygoform.core.geometry.prism import X, Z, upright
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.reading import Sized, sized
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import LaterCut
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM


def usual_sheet(shop: Shop, thick: float) -> TimberSize | None:
    """The sheet on sale nearest to a thickness (mm), the widest of those, in the project's system."""
    sheets = [s for s in shop.timber if s.is_sheet and not s.is_veneer and s.offers]
    own = [s for s in sheets if s.system == shop.unit.system] or sheets
    return min(own, key=lambda s: (round(abs(s.thickness - thick)), not s.grain, -s.width, s.id), default=None)


def sheet_member(
    change_id: str,
    ground: TopGround,
    core: Outline,
    sheet: TimberSize,
    drawn: Outline,
    on_face: tuple[Board, ...] = (),
) -> Member:
    """The sheet of a top; out of square or rounded it is cut as a rectangle first and trimmed to its outline."""
    low, t = ground.low, sheet.thickness
    (x0, x1), (y0, y1) = extent(core, (1.0, 0.0)), extent(core, (0.0, 1.0))
    blank = upright(((x0, y0), (x1, y0), (x1, y1), (x0, y1)), low, low + t)
    wide = x1 - x0 >= y1 - y0
    board = Board(
        f"{change_id}/sheet/1",
        "Top sheet",
        "top",
        upright(drawn, low, low + t),
        X,
        likely="plywood",
        on_face=on_face,
    )
    whole = abs(area(drawn) - (x1 - x0) * (y1 - y0)) <= SAME_MM * (x1 - x0)
    across, along = _of(ground, y1 - y0, 1), _of(ground, x1 - x0, 0)
    return Member(
        change_id,
        board,
        Axes((1.0, 0.0, 0.0) if wide else (0.0, -1.0, 0.0), Z),
        sheet,
        "Top sheet",
        "the whole top",
        None if whole else blank,
        rests_on=ground.rests_on,
        length_of=along if wide else across,
        width_of=across if wide else along,
    )


def _of(ground: TopGround, value: float, k: int) -> Sized:
    """Width or depth of the top, less what strips take of it, and what corners out of square add."""
    size = ground.sizes[k]
    off = size.value - value
    if abs(off) <= SAME_MM:
        return size
    if off > 0:
        return size - sized("strips at the edges", off, "on sale")
    return size + sized("what corners out of square add", -off, "worked out", "")


def trimmed_later(
    change_id: str, name: str, ground: TopGround, member: Member, core: Outline, corners: int, radius: float
) -> tuple[LaterCut, ...]:
    """What is cut of a sheet once it is a rectangle: an outline out of square, rounded corners."""
    if member.rough is None:
        return ()
    part = member.part
    wide = member.axes.along[0] > 0
    return (
        LaterCut(
            change_id,
            name,
            part.length,
            part.width,
            radius if corners else 0.0,
            corners,
            (part.id,),
            ground.rests_on,
            part.length_of,
            part.width_of,
            core,
            wide,
        ),
    )

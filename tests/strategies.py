"""What hypothesis draws."""

from contextlib import suppress
from typing import Any

from hypothesis import strategies as st
from msgspec import Struct, structs

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.condition.faults import FAULT_KINDS
from zygoform.core.cutting.problem import PartType, StockType, StripProblem
from zygoform.core.edits.condition import add_fault, find_fault, mend, set_fault_count, set_fault_size
from zygoform.core.edits.fronts import divide, hold, set_cell_size
from zygoform.core.edits.pieces import known_piece, new_piece
from zygoform.core.edits.planning import add_change
from zygoform.core.errors import BadInputError
from zygoform.core.form.front import openings
from zygoform.core.form.kinds.case_piece import CasePiece
from zygoform.core.goods.timber import Offer
from zygoform.core.measure.param import Param, params
from zygoform.core.measure.reading import Reading
from zygoform.core.project import Project
from zygoform.core.shop import Shop
from zygoform.files.demo import fresh_project

SIXTEENTHS = st.integers(0, 16 * 240)
MILLIMETRES = st.floats(0, 5000, allow_nan=False)


def of_stock(entry: Param) -> bool:
    """Whether it is chosen among what is on sale: that stays as it was begun."""
    return entry.unit == "choice" and not entry.choices


def value_of(entry: Param, draw: st.DrawFn) -> Any:
    """A value within an entry's declared range."""
    if entry.unit == "length":
        return round(draw(st.floats(entry.low, entry.high)), 2)
    if entry.unit == "switch":
        return draw(st.booleans())
    if entry.unit == "angle":
        return float(draw(st.integers(int(entry.low), int(entry.high))))
    if entry.unit == "count":
        return draw(st.integers(int(entry.low), min(int(entry.high), int(entry.low) + 6)))
    if entry.unit == "text":
        return draw(st.text(st.characters(categories=("L", "N")), max_size=int(entry.high)))
    return draw(st.sampled_from([choice.value for choice in entry.choices]))


@st.composite
def strip_problems(draw: st.DrawFn, *, slanted: bool = True, most: int = 6, types: int = 5) -> StripProblem:
    """Layout problems with kerf, trim, several lengths, owned boards and, perhaps, slanted ends."""
    angles = st.sampled_from((0.0, 22.5, 45.0, -45.0)) if slanted else st.just(0.0)
    parts = tuple(
        PartType(
            f"p{i}", draw(st.integers(15_000, 140_000)), draw(st.integers(1, most)), draw(angles), draw(angles)
        )
        for i in range(draw(st.integers(1, types)))
    )
    lengths = draw(
        st.lists(
            st.sampled_from((122_000, 182_880, 243_840, 304_800, 365_760)), min_size=1, max_size=4, unique=True
        )
    )
    sale = [StockType(f"buy{i}", length, draw(st.integers(300, 4000))) for i, length in enumerate(lengths)]
    owned = [
        StockType(f"own{i}", draw(st.integers(20_000, 200_000)), 0, draw(st.integers(1, 2)))
        for i in range(draw(st.integers(0, 2)))
    ]
    turn = draw(st.sampled_from(("free", "face", "moulded")))
    kerf, trim = draw(st.integers(0, 400)), draw(st.sampled_from((0, 500, 1270)))
    return StripProblem(kerf, trim, draw(st.sampled_from((0, 1905, 6000))), (*owned, *sale), parts, turn)  # type: ignore[arg-type]


@st.composite
def pieces(draw: st.DrawFn) -> Project:
    """A measured case piece with a divided front."""
    sizes = {
        "width": f"{draw(st.integers(500, 2000))} mm",
        "height": f"{draw(st.integers(500, 1600))} mm",
        "depth": f"{draw(st.integers(250, 700))} mm",
    }
    project = new_piece(fresh_project(), "Piece", sizes).project
    for _ in range(draw(st.integers(0, 3))):
        names = [o.id for o in openings(case_piece(project).front)]
        if len(names) > 7:
            break
        one = draw(st.sampled_from(names))
        direction = draw(st.sampled_from(("columns", "rows")))
        count, holds = draw(st.integers(2, 3)), draw(st.sampled_from(("drawer", "door", "nothing")))
        wide = draw(st.none() | st.integers(30, 200))
        # A front that has no more room is left as it is.
        with suppress(BadInputError):
            project = divide(project, one, direction, count).project  # type: ignore[arg-type]
            project = hold(project, one, holds).project  # type: ignore[arg-type]
            project = project if wide is None else set_cell_size(project, one, f"{wide} mm").project
    return bent(project, draw(st.sampled_from((90.0, 90.0, 88.5))), draw(st.sampled_from((90.0, 90.0, 92.0))))


def bent(project: Project, left: float, right: float) -> Project:
    """The project with its front corners measured."""
    piece = project.piece
    assert piece is not None
    new = structs.replace(
        piece, corner_left=(Reading(str(left), left),), corner_right=(Reading(str(right), right),)
    )
    new.build()
    return structs.replace(project, pieces=(new,))


@st.composite
def changes(draw: st.DrawFn, project: Project) -> Project:
    """The project with one to three changes, every parameter anywhere in its range."""
    for _ in range(draw(st.integers(1, 3))):
        kind = draw(st.sampled_from(sorted(CHANGE_KINDS)))
        if kind == "mend":
            project = draw(mended(project))
            continue
        project = add_change(project, kind, "p1/body/main").project
        change = project.changes[-1]
        wanted = {
            e.name: value_of(e, draw) for e in params(type(change)) if not of_stock(e) and draw(st.booleans())
        }
        new: Struct = structs.replace(change, **wanted)
        project = structs.replace(project, changes=(*project.changes[:-1], new))
    return project


@st.composite
def mended(draw: st.DrawFn, project: Project) -> Project:
    """The project with a fault of any size, and one of its remedies planned."""
    assert project.piece is not None
    board = draw(st.sampled_from(project.piece.build().boards))
    kind = draw(st.sampled_from(sorted(FAULT_KINDS.values(), key=lambda k: k.code)))
    project = add_fault(project, board.id, kind.code, board.solid.corners[0]).project
    fault = find_fault(project, known_faults(project)[-1])[1]
    for ask in kind.asks:
        if draw(st.booleans()):
            size = round(draw(st.floats(0.5, 3000)), 1)
            project = set_fault_size(project, fault.id, ask.name, f"{size} mm").project
    if kind.counted:
        project = set_fault_count(project, fault.id, str(draw(st.integers(1, 9)))).project
    return mend(project, fault.id, draw(st.sampled_from(kind.remedies)).code).project


def known_faults(project: Project) -> list[str]:
    """The ids of all faults, in the order they were found."""
    return [fault.id for piece_id in project.names for fault in known_piece(project, piece_id).faults]


@st.composite
def planned(draw: st.DrawFn) -> Project:
    """A piece with changes."""
    return draw(changes(draw(pieces())))


@st.composite
def shops(draw: st.DrawFn) -> Shop:
    """Prices of one's own: sections that no yard has, names in any script."""
    words = st.text(st.characters(categories=("L", "N"), include_characters=" ×/,\"'"), min_size=1, max_size=20)
    cents = st.decimals(0, 500, places=2)
    mm = st.floats(1, 9000).map(lambda x: round(x, 4))
    timber = tuple(
        structs.replace(
            size,
            name=draw(words.filter(lambda text: text == text.strip() and bool(text))),
            thickness=draw(mm),
            width=draw(mm),
            offers=tuple(Offer(draw(mm), draw(cents)) for _ in size.offers),
        )
        for size in fresh_project().shop.timber[:: draw(st.integers(5, 9))]
    )
    packs = tuple(structs.replace(pack, price=draw(cents)) for pack in fresh_project().shop.packs)
    return Shop(timber=timber, packs=packs)


def case_piece(project: Project) -> CasePiece:
    """The piece, which is there and a case."""
    assert isinstance(project.piece, CasePiece)
    return project.piece


def known(project: Project, change_id: str) -> ChangeBase:
    """The change, which is there."""
    change = project.change(change_id)
    assert change is not None
    return change

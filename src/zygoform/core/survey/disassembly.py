"""Taking apart: which parts come off, in an order that is safe, and the hardware that comes with them."""

from collections.abc import Collection
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.condition.materials import MadeOf
from zygoform.core.form.form import Board, Body, Role

StageKind = Literal["glass", "drawers", "doors", "hardware", "loose", "lid", "back", "top", "below", "rest"]


class DisassemblyStage(Struct, frozen=True):
    """A step of the work: how to go about it, and which caution belongs to it."""

    way: StageKind
    title: str
    how: str
    cautions: tuple[str, ...] = ()


DISASSEMBLY_STAGES: tuple[DisassemblyStage, ...] = (
    DisassemblyStage(
        "glass",
        "Glass and loose panels first",
        "Often nothing but a bead or the back holds them. Never alone.",
        ("glass",),
    ),
    DisassemblyStage(
        "drawers", "Drawers", "Pull each, number it behind the front: they rarely change places.", ("mould",)
    ),
    DisassemblyStage(
        "doors", "Doors", "One holds, one unscrews: the lower hinge first, the upper last.", ("lift",)
    ),
    DisassemblyStage("hardware", "Hardware", "Off, counted, measured, bagged by the part it came from."),
    DisassemblyStage("loose", "Shelves and loose boards", "Lift out; mark left and top."),
    DisassemblyStage("lid", "Lid or seat", "Hold it before the last screw; a lid falls.", ("lift",)),
    DisassemblyStage(
        "back",
        "Back",
        "Staples with a pry bar from the inside. It keeps the case square: brace it first.",
        ("dust",),
    ),
    DisassemblyStage(
        "top", "Top", "Screws from below; if none, blocks or nails. Slide a thin blade round for glue.", ("lift",)
    ),
    DisassemblyStage(
        "below",
        "Base, legs, brackets, trim",
        "Turn the piece over on a blanket. Old glue lets go to warmth.",
        ("lift",),
    ),
)
_WAYS: dict[Role, StageKind] = {
    "drawer": "drawers", "door": "doors", "knob": "hardware", "shelf": "loose", "panel": "loose", "lid": "lid",
    "seat": "lid", "back": "back", "top": "top", "base": "below", "skirt": "below", "leg": "below",
    "bracket": "below", "pane": "loose", "ornament": "below",
    "crown": "below", "mirror": "glass", "padding": "lid", "stretcher": "rest", "block": "rest",
}  # fmt: skip


class DisassemblyStep(Struct, frozen=True):
    """One stage with the parts that come off in it."""

    stage: DisassemblyStage
    boards: tuple[Board, ...]


def disassembly_order(
    body: Body, made_of: tuple[MadeOf, ...] = (), off: Collection[str] = ()
) -> tuple[DisassemblyStep, ...]:
    """All parts that come off without breaking the rest, stage by stage; the carcass stays together.

    Glass comes out first, of a framed door too, whose frame then stays together. A drawer that is `off` already is
    followed by its own parts, and by what it ran on.
    """
    said = {made.part: made.material for made in made_of}
    glass = {board.id for board in body.boards if said.get(board.id, board.likely) == "glass"}
    ways: dict[StageKind, list[Board]] = {}
    for board in (own for under in body.boards for own in (under, *under.on_face)):
        framed = board.role == "door" and "/front/" not in board.id
        if framed and "/stile-left/" not in board.id:
            continue
        # A board that parts two openings stays in the carcass, unless it is glass.
        stays = board.role == "shelf" and "under-" in board.id and not body.hangs
        way = "glass" if board.id in glass else "rest" if stays else _WAYS.get(board.role, "rest")
        if way == "rest":
            continue
        ways.setdefault(way, []).append(structs.replace(board, name=_frame_name(board)) if framed else board)
        opening = body.opening_of(board.id) if way == "drawers" and board.id in off else None
        ways[way] += [part for part in opening.members if part.id != board.id] if opening is not None else []
    return tuple(
        DisassemblyStep(stage, tuple(ways[stage.way])) for stage in DISASSEMBLY_STAGES if stage.way in ways
    )


def _frame_name(board: Board) -> str:
    return f"{board.name.rsplit(',', 1)[0]}, frame"


class Hardware(Struct, frozen=True):
    """Hardware that a piece most likely has: what, how many, where."""

    what: str
    count: int
    place: str


def likely_hardware(body: Body) -> tuple[Hardware, ...]:
    """A pull on each drawer, a knob and two hinges on each door, two on a lid, if nobody said how many."""
    places: dict[str, list[str]] = {}
    counts: dict[str, int] = {}
    for opening in body.openings:
        for what, count in opening.hardware:
            places.setdefault(what, []).append(opening.name)
            counts[what] = counts.get(what, 0) + count
    found = [Hardware(what, counts[what], _places(own)) for what, own in places.items()]
    lids = [board.name for board in body.boards if board.role == "lid"]
    if lids:
        found.append(Hardware("Lid hinges", 2 * len(lids), _places(lids)))
    return tuple(found)


def _places(names: list[str]) -> str:
    return names[0] if len(names) == 1 else f"{names[0]} to {names[-1].lower()}"

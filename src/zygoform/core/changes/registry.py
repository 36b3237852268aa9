"""Kinds of change, by name: a kind is a folder and one row here, and is loaded when it is first wanted."""

from collections.abc import Callable
from importlib import import_module
from typing import Any, Literal, get_args

from msgspec import Struct

from zygoform.core.changes.base import ChangeBase
from zygoform.core.condition.condition import Condition
from zygoform.core.form.form import Form, Role
from zygoform.core.form.registry import Target
from zygoform.core.ids import piece_of
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.shop import Shop

Worked = Callable[[Any, Form, Shop, Condition], Outcome | Piecemeal[Outcome]]
"""From a change, the pieces so far, the workshop and the condition; what makes many parts may be interrupted."""

ChangeGroup = Literal["Top", "Base", "Inside", "Fronts", "Body", "Other"]


class ChangeKind(Struct, frozen=True):
    """A kind of change: its tag in the file, its folder and class, its title, which parts it fits.

    One `of_set` needs another piece. One that does not `begins` on a part begins elsewhere: a mend at its fault.
    `openings` are those it fits, by what they hold. A list of all kinds has them by `group`.
    """

    kind: str
    where: str
    title: str
    fits: frozenset[Role]
    begins: bool = True
    openings: frozenset[str] = frozenset()
    of_set: bool = False
    group: ChangeGroup = "Body"

    def takes(self, target: Target) -> bool:
        """Whether it can be planned for a target: a part of a role it fits, or a body that has such a part."""
        if target.board is not None:
            fills = target.kind == "front" and target.opening is not None and target.opening.holds == "door"
            return target.board.role in self.fits or (fills and "door" in self.fits)
        if target.kind == "opening" and target.opening is not None:
            return target.opening.holds in self.openings
        return target.kind == "body" and any(board.role in self.fits for board in target.body.boards)

    def load(self) -> type[ChangeBase]:
        """Its class: its entries, and how it begins."""
        folder, _, name = self.where.partition(":")
        found: type[ChangeBase] = getattr(import_module(f"{__package__}.{folder}.entries"), name)
        return found

    def worked(self) -> Worked:
        """What works it out, loaded with the first change of its kind that is planned."""
        folder = self.where.partition(":")[0]
        found: Worked = import_module(f"{__package__}.{folder}.worked").worked
        return found


_INSIDE: frozenset[Role] = frozenset({"drawer", "door", "apron", "bottom"})
_STANDING: frozenset[Role] = frozenset({"side", "back", "apron", "panel"})
_CLOSED = frozenset({"drawer", "door"})
_DRAWER = frozenset({"drawer"})
_FLAT: frozenset[Role] = frozenset({"drawer", "door", "panel", "side", "lid"})
_SWINGS: frozenset[Role] = frozenset({"door", "lid"})
_BOXED: frozenset[Role] = frozenset({"drawer", "box", "runner"})
_FRAMED: frozenset[Role] = frozenset({"door"})
_DOOR = frozenset({"door"})
_OPEN = frozenset({"drawer", "door", "nothing"})
_TOPS: frozenset[Role] = frozenset({"top", "lid", "seat", "padding"})
CHANGE_KINDS: dict[str, ChangeKind] = {
    row.kind: row
    for row in (
        ChangeKind("plank_top", "tops.planks:PlankTop", "New plank top", _TOPS, group="Top"),
        ChangeKind("sheet_top", "tops.sheet:SheetTop", "New sheet top", _TOPS, group="Top"),
        ChangeKind("tiled_top", "tops.tiles:TiledTop", "New tiled top", _TOPS, group="Top"),
        ChangeKind("old_top", "tops.again:OldTop", "Old top again", frozenset({"top", "lid", "seat"}), group="Top"),
        ChangeKind(
            "skirt", "bases.skirt:Skirt", "New skirt", frozenset({"base", "skirt", "side", "bottom"}), group="Base"
        ),
        ChangeKind(
            "legs",
            "bases.legs:Legs",
            "New legs",
            frozenset({"base", "skirt", "leg", "bottom", "apron", "side"}),
            group="Base",
        ),
        ChangeKind("shelves", "shelves:Shelves", "Shelves", _INSIDE, openings=_OPEN, group="Inside"),
        ChangeKind(
            "back_panel",
            "backs:BackPanel",
            "New back",
            frozenset({"back", "panel", "bracket", "apron", "lid"}),
            group="Inside",
        ),
        ChangeKind(
            "pulls", "pulls:Pulls", "New pulls", frozenset({"drawer", "door"}), openings=_CLOSED, group="Fronts"
        ),
        ChangeKind(
            "drawer_box", "drawers.box:DrawerBoxes", "New drawer box", _BOXED, openings=_DRAWER, group="Inside"
        ),
        ChangeKind(
            "drawer_parts",
            "drawers.rebuilt:DrawerRebuild",
            "Drawer rebuilt",
            _BOXED,
            openings=_DRAWER,
            group="Inside",
        ),
        ChangeKind(
            "regroup",
            "drawers.regrouped:RegroupDrawers",
            "Drawer into…",
            frozenset({"drawer"}),
            openings=_DRAWER,
            group="Inside",
        ),
        ChangeKind(
            "lining", "drawers.lining:DrawerLining", "Drawer lining", _BOXED, openings=_DRAWER, group="Inside"
        ),
        ChangeKind(
            "drop_flap", "doors.flap:DropFlap", "Drop flap", frozenset({"drawer"}), openings=_DRAWER, group="Fronts"
        ),
        ChangeKind(
            "hinges", "doors.hinges:DoorHinges", "Hinges and catches", _SWINGS, openings=_DOOR, group="Fronts"
        ),
        ChangeKind(
            "cutout", "doors.cutout:DoorCutout", "Cut-out", frozenset({"door"}), openings=_DOOR, group="Fronts"
        ),
        ChangeKind("insert", "doors.insert:DoorInsert", "New insert", _FRAMED, openings=_DOOR, group="Fronts"),
        ChangeKind(
            "doors_off", "doors.off:DoorsOff", "Doors off", frozenset({"door"}), openings=_DOOR, group="Fronts"
        ),
        ChangeKind(
            "pattern", "patterning:StripPattern", "Pattern of strips", _FLAT, openings=_CLOSED, group="Fronts"
        ),
        ChangeKind(
            "veneer", "facing.veneer:SheetVeneer", "Veneer in sheets", _FLAT, openings=_CLOSED, group="Fronts"
        ),
        ChangeKind(
            "transfer",
            "facing.transfer:SheetTransfer",
            "Transfer or stencil",
            _FLAT,
            openings=_CLOSED,
            group="Fronts",
        ),
        ChangeKind("wall_brackets", "walls.brackets:WallBrackets", "New wall brackets", frozenset({"bracket"})),
        ChangeKind("resize", "splitting.resize:Resize", "Narrower or lower", _STANDING),
        ChangeKind("split", "splitting.split:Split", "Split in two", _STANDING),
        ChangeKind("join", "splitting.join:Join", "Join with another", _STANDING, of_set=True),
        ChangeKind("wall_anchor", "walls.anchor:WallAnchor", "Straps to the wall", _STANDING),
        ChangeKind("own_part", "own_part:OwnPart", "Part of your own", frozenset(get_args(Role)), group="Other"),
        ChangeKind("mend", "mending:Mend", "Mend", frozenset(), begins=False, group="Other"),
    )
}


def titled(change: ChangeBase, names: dict[str, str]) -> str:
    """What a change is called; in a set of pieces (id to name) also on which of them."""
    title, whose = change.called or kind_of(change).title, names.get(piece_of(change.targets[0]))
    return f"{title}, {whose}" if whose and len(names) > 1 else title


def kind_of(change: ChangeBase) -> ChangeKind:
    """The registry's row for a change."""
    return CHANGE_KINDS[change.tag]


def made(change: ChangeBase, form: Form, shop: Shop, condition: Condition) -> Piecemeal[Outcome]:
    """The piece with the change made. Raises BadInputError where it cannot be."""
    yield
    outcome = kind_of(change).worked()(change, form, shop, condition)
    return outcome if isinstance(outcome, Outcome) else (yield from outcome)

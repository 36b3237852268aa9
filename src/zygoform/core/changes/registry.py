"""Kinds of change. A kind is a file in kinds/ and one entry here."""

from collections.abc import Callable
from typing import get_args

from msgspec import Struct

from zygoform.core.changes.base import UnknownChange
from zygoform.core.changes.kinds.mend import Mend
from zygoform.core.changes.kinds.own_part import OwnPart
from zygoform.core.changes.kinds.plank_top import PlankTop
from zygoform.core.changes.kinds.skirt import Skirt
from zygoform.core.form.form import Role, piece_of
from zygoform.core.goods.timber import TimberSize
from zygoform.core.shop import Shop

KnownChange = PlankTop | Skirt | OwnPart | Mend
Change = KnownChange | UnknownChange


class ChangeKind(Struct, frozen=True):
    """A kind of change: what it is called, which parts of the piece it fits, and its first, sensible state.

    One without a first state begins elsewhere: a mend at its fault.
    """

    kind: str
    type: type[KnownChange]
    title: str
    fits: frozenset[Role]
    start: Callable[[str, int, str, Shop], KnownChange] | None = None


def _nearest(shop: Shop, thickness: float, width: float) -> TimberSize | None:
    """The size on sale nearest to a wanted section, in the project's system where there is one."""
    sold = [s for s in shop.timber if s.offers] or list(shop.timber)
    own = [s for s in sold if s.system == shop.unit.system] or sold
    return min(own, key=lambda s: (2 * abs(s.thickness - thickness) + abs(s.width - width), s.id), default=None)


def _start_top(change_id: str, number: int, target: str, shop: Shop) -> PlankTop:
    size = _nearest(shop, 25.4, 140.0)
    overhang = 25.4 if shop.unit.system == "inch" else 25.0
    trim = 12.7 if shop.unit.system == "inch" else 12.0
    return PlankTop(
        change_id,
        number,
        (target,),
        board=size.id if size else "",
        overhang_left=overhang,
        overhang_right=overhang,
        overhang_front=overhang,
        trim=trim,
    )


def _start_skirt(change_id: str, number: int, target: str, shop: Shop) -> Skirt:
    size = _nearest(shop, 19.0, 64.0)
    return Skirt(change_id, number, (target,), board=size.id if size else "", height=size.width if size else 63.5)


def _start_own(change_id: str, number: int, target: str, shop: Shop) -> OwnPart:
    size = _nearest(shop, 19.0, 64.0)
    length = 304.8 if shop.unit.system == "inch" else 300.0
    width = size.width if size else 63.5
    return OwnPart(change_id, number, (target,), board=size.id if size else "", length=length, width=width)


CHANGE_KINDS: dict[str, ChangeKind] = {
    "plank_top": ChangeKind("plank_top", PlankTop, "New plank top", frozenset({"top"}), _start_top),
    "skirt": ChangeKind("skirt", Skirt, "New skirt", frozenset({"base", "skirt", "side", "bottom"}), _start_skirt),
    "own_part": ChangeKind("own_part", OwnPart, "Part of your own", frozenset(get_args(Role)), _start_own),
    "mend": ChangeKind("mend", Mend, "Mend", frozenset()),
}


def titled(change: KnownChange, names: dict[str, str]) -> str:
    """What a change is called; in a set of pieces (id to name) also on which of them."""
    title, whose = change.called or kind_of(change).title, names.get(piece_of(change.targets[0]))
    return f"{title}, {whose}" if whose and len(names) > 1 else title


def kind_of(change: KnownChange) -> ChangeKind:
    """The registry's entry for a change."""
    return next(kind for kind in CHANGE_KINDS.values() if isinstance(change, kind.type))

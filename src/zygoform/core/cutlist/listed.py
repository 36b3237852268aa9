"""Parts with their codes, their rounded sizes and their settings."""

from collections.abc import Iterable
from typing import Protocol

from msgspec import Struct, structs

from zygoform.core.cutting.nest import turned
from zygoform.core.cutting.saw import Setting, on_scale, setting
from zygoform.core.measure.rounding import round_to
from zygoform.core.outcome.part import EndCut, Part
from zygoform.core.piecemeal import AT_A_TIME, Piecemeal
from zygoform.core.shop import Shop


class ListedPart(Struct, frozen=True):
    """A part as it is cut: `shape` is its change's number and the letter of its shape, `code` adds which one."""

    part: Part
    number: int
    shape: str
    code: str
    length: float
    width: float
    left: Setting
    right: Setting
    short: bool

    @property
    def id(self) -> str:
        return self.part.id


def list_parts(parts: tuple[tuple[int, Part], ...], shop: Shop) -> Piecemeal[tuple[ListedPart, ...]]:
    """Rounds every size once and gives equal shapes of a change one letter. `parts`: change number, part."""
    rounded = list[tuple[int, Part, float, float, object]]()
    # Of each change its shapes, and how many of each.
    shapes: dict[int, dict[object, int]] = {}
    for k, (number, part) in enumerate(parts):
        length, width = _rounded(part, shop)
        key = _shape(part, length, width)
        rounded.append((number, part, length, width, key))
        own = shapes.setdefault(number, {})
        own[key] = own.get(key, 0) + 1
        if k % AT_A_TIME == AT_A_TIME - 1:
            yield
    place = {number: {key: k for k, key in enumerate(own)} for number, own in shapes.items()}
    seen: dict[tuple[int, object], int] = {}
    listed = []
    for k, (number, part, length, width, key) in enumerate(rounded):
        shape = f"{number}{letters(place[number][key])}"
        seen[number, key] = seen.get((number, key), 0) + 1
        code = f"{shape}.{seen[number, key]}" if shapes[number][key] > 1 else shape
        left, right = (_setting(part, end, width, shop) for end in (part.left, part.right))
        under = length < shop.saw.shortest_safe or (part.ripped and length < shop.saw.shortest_rip)
        short = under and not part.by_hand
        listed.append(ListedPart(part, number, shape, code, length, width, left, right, short))
        if k % AT_A_TIME == AT_A_TIME - 1:
            yield
    return tuple(listed)


def _setting(part: Part, end: EndCut, width: float, shop: Shop) -> Setting:
    """How the saw stands for an end, where it is sawn at all."""
    if part.knife:
        return Setting("knife", swing=on_scale(abs(end.mitre), shop.saw))
    return setting(end.mitre, end.bevel, width, shop.saw)


def _rounded(part: Part, shop: Shop) -> tuple[float, float]:
    width = part.width if not part.ripped else round_to(part.width, shop.cut_step)
    return round_to(part.length, shop.cut_step, part.rounding), width


def _shape(part: Part, length: float, width: float) -> object:
    mitres = turned((part.left.mitre, part.right.mitre), "free" if part.either_face else "face")
    bevels = turned((part.left.bevel, part.right.bevel), "face")
    ends = (frozenset(mitres), frozenset(bevels))
    return (part.size_id, round(length, 4), round(width, 4), part.ripped, ends, _face(part))


def _face(part: Part) -> object:
    """Corners of a shape of its own; turned end for end it is the same, and turned over if its faces are alike."""
    if not part.face:
        return ()
    high = max(y for _, y in part.face) + min(y for _, y in part.face)
    ways = ((1, 1), (-1, -1), *(((-1, 1), (1, -1)) if part.either_face else ()))
    turned_ = [
        sorted((_near(x if a > 0 else part.length - x), _near(y if b > 0 else high - y)) for x, y in part.face)
        for a, b in ways
    ]
    return tuple(min(turned_))


def _near(size: float) -> float:
    """To a tenth of a millimetre, as closely as a pencil."""
    return round(size, 1) + 0.0


def letters(index: int) -> str:
    """0 is a, 25 is z, 26 is aa."""
    text = ""
    index += 1
    while index:
        index, rest = divmod(index - 1, 26)
        text = chr(ord("a") + rest) + text
    return text


# Parts as often as they are wanted: some left out, some cut more than once.


class Count(Protocol):
    """So many of one part in place of one."""

    @property
    def part_id(self) -> str: ...

    @property
    def count(self) -> int: ...


def counted(listed: tuple[ListedPart, ...], counts: Iterable[Count]) -> tuple[ListedPart, ...]:
    """The listed parts with their copies; shapes keep their letters, what is left out leaves a gap in none.

    A copy's id is its part's with + and its number.
    """
    wanted = {count.part_id: count.count for count in counts}
    if not wanted.keys() & {one.id for one in listed}:
        return listed
    copies = [one if k == 0 else _copy(one, k) for one in listed for k in range(wanted.get(one.id, 1))]
    alike: dict[str, int] = {}
    for one in copies:
        alike[one.shape] = alike.get(one.shape, 0) + 1
    seen: dict[str, int] = {}
    result = []
    for one in copies:
        seen[one.shape] = seen.get(one.shape, 0) + 1
        code = f"{one.shape}.{seen[one.shape]}" if alike[one.shape] > 1 else one.shape
        result.append(structs.replace(one, code=code))
    return tuple(result)


def _copy(one: ListedPart, k: int) -> ListedPart:
    return structs.replace(one, part=structs.replace(one.part, id=f"{one.id}+{k}"))

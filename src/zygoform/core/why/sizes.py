"""Sizes of parts and of what is cut after the glue-up."""

from decimal import Decimal
from typing import Literal

from msgspec import Struct

from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.cutting.saw import degrees, on_scale
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import Sized, Term, sized
from zygoform.core.measure.rounding import Mode
from zygoform.core.outcome.outcome import LaterCut
from zygoform.core.outcome.part import Joint
from zygoform.core.plan.plan import Plan
from zygoform.core.tolerance import SAME_DEG, SAME_MM
from zygoform.core.why.why import Why, known_by, places, sum_of

PartNumber = Literal["length", "width", "thickness", "left", "right", "count"]
PART_NUMBERS: tuple[PartNumber, ...] = ("length", "width", "thickness", "left", "right", "count")
_ROUNDED: dict[Mode, str] = {
    "up": "up, so that it covers",
    "down": "down, so that it goes in",
    "nearest": "to the nearest mark",
}


def why_part(plan: Plan, part_id: str, number: PartNumber) -> Why | None:
    """Why a number of a part in the cut list is what it is; None for a part that is not there."""
    listed = plan.listed(part_id)
    if listed is None:
        return None
    if number == "length":
        return _length(listed)
    if number == "width":
        return _width(plan, listed)
    if number == "thickness":
        return _thickness(plan, listed)
    if number == "count":
        return _count(plan, listed)
    return _end(plan, listed, number)


def why_later(cut: LaterCut, number: Literal["length", "width"]) -> Why:
    """Why something glued up is trimmed to its length or width."""
    size = cut.length_of if number == "length" else cut.width_of
    size = size or sized(number, cut.length if number == "length" else cut.width, "worked out")
    word = "long" if number == "length" else "wide"
    what = Message(f"{literal(cut.name)} is {{0}} {word} after the glue-up", (size.value,))
    return Why(what, sum_of(size), known_by(size), size.value, (*cut.part_ids, *places(size, "")[1:]))


def _length(listed: ListedPart) -> Why:
    part = listed.part
    size = part.length_of or sized("length", part.length, "worked out")
    what = Message(f"{literal(part.name)} {listed.code} is {{0}} long, {part.measured_on}", (listed.length,))
    return Why(
        what, _rounded(size, listed.length, part.rounding), known_by(size), listed.length, places(size, part.id)
    )


def _width(plan: Plan, listed: ListedPart) -> Why:
    part = listed.part
    board = plan.shop.size(part.size_id)
    size = part.width_of or sized("width of the board", part.width, "on sale")
    what = Message(f"{literal(part.name)} {listed.code} is {{0}} wide", (listed.width,))
    if part.ripped and not board.is_sheet:
        what = Message(
            f"{literal(part.name)} {listed.code} is ripped to {{0}} from {{1}}", (listed.width, board.width)
        )
    return Why(what, _rounded(size, listed.width, "nearest"), known_by(size), listed.width, places(size, part.id))


def _thickness(plan: Plan, listed: ListedPart) -> Why:
    board = plan.shop.size(listed.part.size_id)
    what = Message(f"{literal(listed.part.name)} {listed.code} is {{0}} thick", (listed.part.thickness,))
    formula = Message(f"{literal(board.name)} really is {{0}} thick", (board.thickness,))
    return Why(what, formula, Message("As sold; measure one"), listed.part.thickness, (listed.id,))


def _count(plan: Plan, listed: ListedPart) -> Why:
    alike = [part for part in plan.parts if part.shape == listed.shape]
    locations = ", ".join(dict.fromkeys(part.part.location for part in alike if part.part.location))
    return Why(
        Message(f"{len(alike)} of shape {listed.shape}"),
        Message(literal(locations)),
        Message(""),
        len(alike),
        tuple(part.id for part in alike),
    )


def _end(plan: Plan, listed: ListedPart, end: Literal["left", "right"]) -> Why:
    cut = listed.part.left if end == "left" else listed.part.right
    setting = listed.left if end == "left" else listed.right
    angle = abs(cut.mitre or cut.bevel)
    name = f"The {end} end of {literal(listed.part.name.lower())} {listed.code}"
    if angle < SAME_DEG:
        return Why(Message(f"{name} is square"), Message(""), Message(""), 0.0, (listed.id,))
    of = (listed.part.left_corner if end == "left" else listed.part.right_corner) or sized("angle", angle)
    known = known_by(of).text
    lies = "the board stands on edge, or the blade is tilted" if cut.bevel else "the board lies flat"
    inputs = Message(f"{known}; {lies}")
    words = _angle_words(listed.part.joint, round(of.value, 2), round(angle, 2))
    tilt = round(abs(cut.bevel), 2)
    if listed.part.joint == "compound":
        words += f"; the blade tilted {tilt:g}°"
    elif cut.mitre and cut.bevel:
        words += f"swung {round(angle, 2):g}°, and the blade tilted {tilt:g}°, less than the other splay"
    read = on_scale(angle, plan.shop.saw)
    if abs(read - angle) > SAME_DEG:
        words += f"{', ' if words else ''}{degrees(read)} as near as the saw's scale can be read"
    formula = Message(words)
    return Why(Message(f"{name}: {setting.title.lower()}"), formula, inputs, angle, places(of, listed.id))


def _angle_words(joint: Joint, corner: float, angle: float) -> str:
    """From the corner to the saw's scale. A mitre halves the corner, a butt joint makes up for all of it."""
    if joint == "mitred":
        return f"The saw's scale is 90° less half the corner: 90° − {corner:g}° / 2 = {angle:g}°"
    if joint == "butted":
        return f"As far from square as the corner of {corner:g}°: {angle:g}°"
    if joint == "compound":
        return f"Boards that lean: sine of the lean over tangent of {corner:g}° / 2 is the tangent of {angle:g}°"
    if joint == "level":
        return "Cut level, so that the foot stands flat: "
    return ""


def _rounded(size: Sized, value: float, mode: Mode) -> Message:
    total = sum_of(size)
    if abs(size.value - value) <= SAME_MM:
        return total
    return Message(f"{total.text}, rounded {_ROUNDED[mode]}", total.lengths)


# What to tape before cutting, by what a mistake would cost.


class Tape(Struct, frozen=True):
    """A found size that parts are cut from: its value, whether it is a guess, the parts, the wood at stake.

    `value` is in mm, or in degrees where `angle` says so.
    """

    name: str
    value: float
    angle: bool
    guessed: bool
    part_ids: tuple[str, ...]
    codes: tuple[str, ...]
    cost: Decimal


def tape_before_cut(plan: Plan) -> tuple[Tape, ...]:
    """Every found size that something is cut from, the dearest mistake first.

    A part's share of its board is its share of all parts' lengths on it.
    """
    shares = _shares(plan)
    uses: dict[Term, dict[str, None]] = {}
    for listed in plan.parts:
        for term in _found(listed):
            uses.setdefault(Term(term.name, term.value, term.origin), {})[listed.id] = None
    found = []
    for term, ids in uses.items():
        cost = sum((shares.get(part_id, Decimal(0)) for part_id in ids), Decimal(0)).quantize(Decimal("0.01"))
        codes = tuple(dict.fromkeys(p.shape for p in plan.parts if p.id in ids))
        angle = term.name.endswith("corner")
        found.append(Tape(term.name, term.value, angle, term.origin == "guessed", tuple(ids), codes, cost))
    return tuple(sorted(found, key=lambda tape: (-tape.cost, not tape.guessed, tape.name)))


def _found(listed: ListedPart) -> list[Term]:
    """The found sizes a part is cut from; for slanted ends the corners they meet in too."""
    part = listed.part
    terms = [*(part.length_of.terms if part.length_of else ())]
    terms += part.width_of.terms if part.ripped and part.width_of else ()
    for end, of in ((part.left, part.left_corner), (part.right, part.right_corner)):
        terms += of.terms if of is not None and (end.bevel or end.mitre) else ()
    return [term for term in terms if term.origin in ("measured", "guessed")]


def _shares(plan: Plan) -> dict[str, Decimal]:
    """What the wood of each part costs."""
    shares = dict[str, Decimal]()
    for layout in plan.layouts:
        for board in layout.boards:
            # Of a board by length: what is ripped off a part's side is lost with it.
            sheet = board.both_ways
            worth = {on.part.id: on.part.length * (on.part.width if sheet else 1.0) for on in board.parts}
            whole = sum(worth.values())
            shares |= {part_id: board.price * Decimal(own / whole) for part_id, own in worth.items()}
    return shares

"""What is told of a pattern: metres, pairs, settings of the saw, the spacer, how long it takes."""

from collections import Counter

from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.changes.patterning.steps import laying_order, mass_of_pins, pattern_fittings, pattern_supplies
from zygoform.core.cutting.saw import degrees, setting
from zygoform.core.goods.minutes import pace
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.parse import INCH
from zygoform.core.measure.rounding import count_up
from zygoform.core.outcome.outcome import Note
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Work
from zygoform.core.shop import Shop

SAME_AS_TRIM = 0.3
"""An offcut serves as spacer if it is as wide or thick as the gap to so much (mm)."""
GLUE_G_ML = 1.1
_ENDS = "Each strip ends at its front's edge, gaps kept by card: all of them open."


def run_of_trim(length: float, shop: Shop) -> str:
    """As trim is bought: whole feet, or metres to a tenth, always up."""
    if shop.unit.system == "inch":
        return f"{count_up(length / (12 * INCH))} ft"
    return f"{count_up(length / 100) / 10:g} m"


def pattern_notes(pattern: PatternSet, parts: tuple[Part, ...], work: tuple[Work, ...]) -> tuple[Note, ...]:
    """In the order they are wanted: buying, cutting, laying."""
    notes = [*_buying(pattern, parts), *_cutting(pattern, parts), *_laying(pattern, work)]
    return tuple(note for note in notes if note.message.text)


def _buying(pattern: PatternSet, parts: tuple[Part, ...]) -> list[Note]:
    change, notes = pattern.change, list[Note]()
    for size in dict.fromkeys(pattern.sizes):
        length = sum(part.length for part in parts if part.size_id == size.id)
        if length:
            buy = length / (1 - change.spare / 100)
            said = (
                f"{run_of_trim(length, pattern.shop)}, {run_of_trim(buy, pattern.shop)} with {change.spare} % spare"
            )
            lengths = sorted({offer.length for offer in size.offers})
            words = ", ".join(f"{{{k}}}" for k in range(len(lengths)))
            sold = f"; sold {words} long" if lengths else ""
            notes.append(Note("Strips", Message(f"{said}, of {literal(size.name)}{sold}.", tuple(lengths))))
    pins = [fitting for fitting in pattern_fittings(pattern) if fitting.kind == "pin"]
    glue = sum(supply.amount for supply in pattern_supplies(pattern) if supply.kind == "glue")
    fixing = [f"{p.count} pins, {mass_of_pins(p.size, p.count):.0f} g" for p in pins]
    fixing += [f"glue {glue:.0f} ml, {glue * GLUE_G_ML:.0f} g"] if glue else []
    if fixing:
        notes.append(Note("Fixing", Message(", ".join(fixing).capitalize() + ".")))
    return notes


def _cutting(pattern: PatternSet, parts: tuple[Part, ...]) -> list[Note]:
    pieces, notes = pattern.cut, list[Note]()
    if not parts:
        return notes
    kinds = Counter((round(p.length, 1), *sorted(round(abs(e.mitre), 1) for e in (p.left, p.right))) for p in parts)
    (long, *ends), count = max(kinds.items(), key=lambda row: (row[1], row[0]))
    angles = " and ".join(degrees(end) for end in dict.fromkeys(ends))
    text = (
        f"{len(kinds)} different ones. Cut two of {{0}} first ({angles} from square), lay them on, then the rest."
    )
    if pattern.change.profile == "profiled":
        text += " Profile up: a left piece is no right one, Cut lists them apart."
    notes.append(Note("First pair" if count > 1 else "First one", Message(text, (long,))))
    sawn = Counter((e.mitre, e.bevel, p.width) for p in parts if not p.by_hand for e in (p.left, p.right))
    saws = Counter[float]()
    for (mitre, bevel, width), ends_so in sawn.items():
        s = setting(mitre, bevel, width, pattern.shop.saw)
        saws[s.swing if s.way != "hand" else -s.swing] += ends_so
    if len(saws) > 1 and pattern.change.fixing != "iron":
        order = sorted(saws.items())
        by_hand = sum(n for angle, n in order if angle < 0)
        said = ", ".join(f"{degrees(angle) if angle else 'square'} {n} cuts" for angle, n in order if angle >= 0)
        more = f"; {by_hand} steeper than it swings, in a jig or by hand" if by_hand else ""
        notes.append(Note("Saw", Message(f"Set it once for each: {said}{more}.")))
    double = sum(p.measured.two_cut for p in pieces)
    if double:
        ends_ = "ends hold" if double != 1 else "end holds"
        notes.append(Note("Corners", Message(f"{double} {ends_} a corner: two cuts; Cut draws both.")))
    return notes


def _laying(pattern: PatternSet, work: tuple[Work, ...]) -> list[Note]:
    notes = list[Note]()
    if pattern.has_gaps:
        notes.append(Note("Spacer", _spacer(pattern)))
    if pattern.laid.slivers:
        text = f"{pattern.laid.slivers} slivers are left out: filler, or move the middle a little."
        notes.append(Note("Slivers", Message(text)))
    if pattern.tightest:
        notes.append(_bending(pattern.tightest))
    ready = sum(pattern.is_bought(piece) for piece in pattern.laid.pieces)
    if ready and pattern.change.family == "ornaments":
        notes.append(_places(pattern))
    if ready > 1 and not pattern.cut:
        text = "In pairs, a left and a right one; both marked from one card, turned over."
        notes.append(Note("Ornaments", Message(text)))
    if len(pattern.surface.boards) > 1 and not pattern.parted:
        notes.append(Note("Order", Message(f"{laying_order(pattern).capitalize()}. {_ENDS}")))
    fronts = len(pattern.surface.boards)
    minutes = [0.0, 0.0]
    for one in work:
        for task, amount in one.tasks:
            low, high = pace(task, pattern.shop.minutes)
            minutes = [minutes[0] + low * amount, minutes[1] + high * amount]
    each = " each" if fronts > 1 else ""
    notes.append(Note("By hand", Message(f"{minutes[0] / fronts:.0f} to {minutes[1] / fronts:.0f} min{each}.")))
    return notes


def _places(pattern: PatternSet) -> Note:
    """Where the middles of a front's ornaments lie, as they are marked on it."""
    own = [piece for piece in pattern.laid.pieces if pattern.is_bought(piece) and piece.front == 0]
    front, marks = pattern.whole.fronts[0], list[float]()
    for piece in own:
        band = pattern.strips[piece.strip].band
        for axis, begin in ((0, front.x), (1, front.y)):
            places = [point[axis] for point in band]
            marks.append((min(places) + max(places)) / 2 - begin)
    said = "; ".join(f"{{{2 * k}}} from the left, {{{2 * k + 1}}} from below" for k in range(len(own)))
    each = " on each front" if len(pattern.surface.boards) > 1 else ""
    return Note("Middles", Message(f"{said}{each}.", tuple(marks)))


def _spacer(pattern: PatternSet) -> Message:
    """Whether an offcut of the trim serves, and how it is held."""
    gap, size = pattern.gap, pattern.sizes[0]
    if abs(gap - size.width) <= SAME_AS_TRIM:
        return Message("An offcut of the strip itself, laid flat, is the spacer.")
    if abs(gap - size.thickness) <= SAME_AS_TRIM:
        return Message("An offcut of the strip itself, on its edge, is the spacer.")
    return Message("No side of the strip is {0}: rip an offcut so wide, it keeps them even.", (gap,))


def _bending(radius: float) -> Note:
    text = "To {0} at the tightest. Warm it with a heat gun, press, hold until cold."
    return Note("Bend", Message(text, (radius,)))

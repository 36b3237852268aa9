"""In which order a pattern is made and laid, and what it uses up."""

import math
from collections import Counter

from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.cutting.saw import degrees, setting
from zygoform.core.goods.fittings import GLUED
from zygoform.core.goods.minutes import Task, pace
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.parse import INCH
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.write import MlASquareMetre
from zygoform.core.outcome.outcome import Fitting, Note, Supply
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Deed, Work
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.shop import Shop

PIN_APART, GLUE_ML_M2, HOLE_ML = 80.0, 150.0, 0.05
"""Pins stand at most so far apart along a strip (mm), two at least; glue on one face; filler for a pin's hole.
[practice]
"""


def pattern_fittings(pattern: PatternSet) -> tuple[Fitting, ...]:
    """Pins for what is pinned, and what is bought ready."""
    change, found = pattern.change, list[Fitting]()
    if change.fixing == "pins":
        count = sum(max(2, count_up(piece.measured.long_point / PIN_APART)) for piece in pattern.cut)
        wanted = pattern.sizes[0].thickness + 12.0
        sizes = pattern.shop.sizes_of("pin")
        size = min(sizes, key=lambda s: abs(s - wanted)) if sizes else wanted
        why = Message("one every {0}, two in each at least", (PIN_APART,))
        found.append(Fitting(change.id, "pin", size, count, "hold strips", why))
    ready = sum(pattern.is_bought(piece) for piece in pattern.laid.pieces)
    if ready:
        found.append(Fitting(change.id, "ornament", 0.0, ready, "laid on", Message("as drawn")))
    return tuple(fitting for fitting in found if fitting.count)


def pattern_supplies(pattern: PatternSet) -> tuple[Supply, ...]:
    """Glue on one face of all that is laid, but for what has its own; filler in the holes of pins."""
    change = pattern.change
    area = sum(piece.area for piece in pattern.laid.pieces) / 1e6
    found = list[Supply]()
    if change.fixing != "iron":
        found.append(
            Supply(
                change.id,
                "glue",
                GLUE_ML_M2 * area,
                "strips",
                Message("{0}, one face", (MlASquareMetre(GLUE_ML_M2),)),
            )
        )
    pins = sum(fitting.count for fitting in pattern_fittings(pattern) if fitting.kind == "pin")
    if pins:
        lost = pattern.laid.sliver_area * pattern.sizes[0].thickness / 1000
        found.append(
            Supply(change.id, "filler", HOLE_ML * pins + lost, "holes of pins", Message("a drop for each"))
        )
    return tuple(found)


def laying_order(pattern: PatternSet) -> str:
    """Which strips come first."""
    order = FAMILIES[pattern.change.family].order
    if order != "down":
        return f"from the {order} out"
    fronts = len(pattern.surface.boards)
    return "from the top down, so that all fronts match" if fronts > 1 else "from the bottom up"


def pattern_steps(pattern: PatternSet, parts: tuple[Part, ...]) -> tuple[Work, ...]:
    """Cut, tried dry, laid, trimmed; ironed on one by one; parted in place where it is laid over gaps."""
    change, fronts = pattern.change, len(pattern.surface.boards)
    ids, n = tuple(part.id for part in parts), len(parts)
    hosts = tuple(board.id for board in pattern.surface.boards)
    iron = change.fixing == "iron"
    things = _what_is_laid(pattern, n)
    shut_in = ", drawers in place" if any(board.role == "drawer" for board in pattern.surface.boards) else ""
    try_: tuple[tuple[Task, float], ...] = (("dry fit", 1),)
    laid = n + sum(pattern.is_bought(piece) for piece in pattern.laid.pieces)
    # By hand, and only where something lies: it may be done in quiet hours.
    area = sum(piece.area for piece in pattern.laid.pieces) / 1e6
    lay: tuple[Task, float] = ("iron strip", n) if iron and n else ("lay strip", laid)
    fix: tuple[tuple[Task, float], ...] = (("scuff", area), lay)
    order = laying_order(pattern)
    dull = "Scuff an old coat dull where they lie"
    what = f"Iron {things} on {order}; roll each while warm" if iron else f"Glue {things} on {order}"
    what = f"{dull}. {what}"
    shut = "by a spacer; wipe, weigh down" if pattern.has_gaps else "each against the last; wipe, weigh down"
    wait = (0.2, 1.0) if iron else GLUED
    cut = (_cut_at_a_stop(pattern, parts),) if parts else ()
    steps = [
        *cut,
        Work("try", "dry fit", Message(f"Lay all of it dry{shut_in}; step back"), try_, ids,
             follows=("cut", "apart") if parts else ("apart",)),
        Work("glue", "glue", Message(what if iron else f"{what}, {shut}"), fix, ids, wait,
             "Nothing is sanded or painted before.", ("an iron and a roller",) if iron else ("glue",), ("try",),
             ("hot iron",) if iron else ("glue",), does=(Deed("on", ids, hosts, as_one=True),)),
    ]  # fmt: skip
    if pattern.parted:
        cuts = _gaps_crossed(pattern)
        part_ = Message(f"Part {cuts} strips at the gaps with a flush saw, drawers held still with card")
        steps.append(Work("part", "shape", part_, (("crosscut", cuts),), ids, follows=("glue",)))
    pins = sum(fitting.count for fitting in pattern_fittings(pattern) if fitting.kind == "pin")
    punch: tuple[tuple[Task, float], ...] = (("punch pin", pins),) if pins else ()
    punched = "Punch the pins in, t" if pins else "T"
    glued = ("glue", "part") if pattern.parted else ("glue",)
    steps += [
        Work("ease", "shape", Message(f"{punched}rim flush at the edges, sand, caulk or fill the joints"),
             (*punch, ("trim end", fronts)), ids, follows=glued, only="fitted"),
        Work("touch", "refit", Message("Touch up cut ends, joints and the holes of pins with the same coat"),
             (*punch, ("fill hole", n)), ids, needs=("a small brush",), follows=glued, only="loose"),
    ]  # fmt: skip
    if pattern.pulls_over:
        words = "Bore the pulls' holes through from behind, a block held on the strips"
        bore = Message(words)
        steps.append(Work("bore", "shape", bore, (("bore hole", len(pattern.pulls_over)),), ids,
                          follows=("ease", "touch"), only_with=tuple(pull.id for pull in pattern.pulls_over),
                          does=(Deed("hole", ids),)))  # fmt: skip
    return tuple(steps)


def _what_is_laid(pattern: PatternSet, strips: int) -> str:
    """So many strips, and so many ornaments that are bought."""
    ready = sum(pattern.is_bought(piece) for piece in pattern.laid.pieces)
    counts = ((strips, "strip"), (ready, "ornament"))
    return " and ".join(f"{n} {name}{'s' * (n != 1)}" for n, name in counts if n)


def _cut_at_a_stop(pattern: PatternSet, parts: tuple[Part, ...]) -> Work:
    """Alike strips one after the other: what takes time is each setting, hardly each cut."""
    angles = {round(abs(end.mitre), 2) for part in parts for end in (part.left, part.right)}
    double = sum(piece.measured.two_cut for piece in pattern.cut)
    ripped = sum(part.length for part in parts if part.ripped) / 1000
    by_knife, cuts = pattern.change.fixing == "iron", 2 * len(parts) + double
    sawn: tuple[tuple[Task, float], ...] = (("saw set", len(angles)), ("strip cut", cuts), ("rip", ripped))
    tasks: tuple[tuple[Task, float], ...] = (("knife cut", cuts),) if by_knife else sawn
    how = "with a knife along a straight edge" if by_knife else "at a stop, the longest first"
    what = Message(f"Cut {len(parts)} strips {how}")
    saw = ("a saw with a stop", *(("a push stick",) if ripped else ()))
    needs = ("a knife and a straight edge",) if by_knife else saw
    cautions = () if by_knife else ("saw", "dust")
    own = tuple(task for task in tasks if task[1])
    return Work("cut", "cut", what, own, tuple(part.id for part in parts), needs=needs, cautions=cautions)


def _gaps_crossed(pattern: PatternSet) -> int:
    """How many cuts part what runs over gaps: two at each, where what lies on a rail between falls out."""
    return 2 * max(0, sum(not pattern.is_bought(piece) for piece in pattern.laid.pieces) - len(pattern.cut))


def mass_of_pins(size: float, count: int) -> float:
    """Grams, of steel wire 1.25 mm thick (7.85 g/cm³)."""
    return count * math.pi / 4 * 1.25**2 * size * 7.85e-3


# What is told of a pattern: metres, pairs, settings of the saw, the spacer, how long it takes.

SAME_AS_TRIM = 0.3
"""An offcut serves as spacer if it is as wide or thick as the gap to so much (mm). [choice]"""
GLUE_G_ML = 1.1
"""White wood glue weighs so much (g/ml). [label]"""
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

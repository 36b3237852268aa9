"""In which order a pattern is made and laid, and what it uses up."""

import math

from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.goods.fittings import GLUED
from zygoform.core.goods.minutes import Task
from zygoform.core.measure.message import Message
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.write import MlASquareMetre
from zygoform.core.outcome.outcome import Fitting, Supply
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Work
from zygoform.core.patterns.registry import FAMILIES

PIN_APART, GLUE_ML_M2, HOLE_ML = 80.0, 150.0, 0.05
"""Pins stand at most so far apart along a strip (mm), two at least; glue on one face; filler for a pin's hole."""


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
             ("hot iron",) if iron else ("glue",)),
    ]  # fmt: skip
    if pattern.parted:
        cuts = _gaps_crossed(pattern)
        part_ = Message(f"Part {cuts} strips at the gaps with a flush saw, drawers held still with card")
        steps.append(Work("part", "shape", part_, (("crosscut", cuts),), ids, follows=("glue",)))
    steps.append(
        Work("ease", "shape", Message("Trim flush at the edges, sand, caulk or fill the joints"),
             (("trim end", fronts),), ids, follows=("glue", "part") if pattern.parted else ("glue",))
    )  # fmt: skip
    if pattern.pulls_over:
        words = "Bore the pulls' holes through from behind, a block held on the strips"
        bore = Message(words)
        steps.append(Work("bore", "shape", bore, (("bore hole", len(pattern.pulls_over)),), ids, follows=("ease",),
                          only_with=tuple(pull.id for pull in pattern.pulls_over)))  # fmt: skip
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

"""Whether a layout of a roll can be cut; shares no code with what found it."""

from collections import Counter
from itertools import combinations

from zygoform.core.cutting.rolls.problem import RollLayout, RollProblem


def verify_roll(asked: RollProblem, answered: RollLayout) -> list[str]:
    """What is wrong with it; empty when it can be cut."""
    wrong = list[str]()
    wanted = Counter({part.id: part.count for part in asked.parts})
    if Counter(place.part for place in answered.places) + Counter(answered.unplaced) != wanted:
        wrong.append("not every piece is there once")
    size = {part.id: (part.width, part.length) for part in asked.parts}
    boxes = [(p.x, p.y, p.x + size[p.part][0], p.y + size[p.part][1]) for p in answered.places if p.part in size]
    if any(x0 < 0 or y0 < 0 or x1 > asked.width or y1 > answered.length for x0, y0, x1, y1 in boxes):
        wrong.append("a piece lies beside the roll")
    if any(a[0] < b[2] and b[0] < a[2] and a[1] < b[3] and b[1] < a[3] for a, b in combinations(boxes, 2)):
        wrong.append("two pieces lie on each other")
    if any(size[name][0] <= asked.width for name in answered.unplaced if name in size):
        wrong.append("a piece that has room is left over")
    if answered.bound > answered.length or (answered.proven and answered.bound != answered.length):
        wrong.append("the bound does not hold")
    return wrong

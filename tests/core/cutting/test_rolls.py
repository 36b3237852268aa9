"""Pieces from a roll: against brute force, against rectangles cut up, and what the checker must see."""

import random
from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from zygoform.core.cutlist.problems import placed_rolls, roll_questions
from zygoform.core.cutting.either import FoundLayout, LayoutProblem, better_answers, quick_answer, wrong_with
from zygoform.core.cutting.problem import RollLayout, RollPart, RollPlace, RollProblem
from zygoform.core.cutting.rolls import better_rolls, quick_roll
from zygoform.core.cutting.verify import verify_roll
from zygoform.core.outcome.outcome import RollCut
from zygoform.core.piecemeal import at_once


def best_of(asked: RollProblem) -> RollLayout:
    *_, last = better_rolls(asked)
    return last


def by_brute_force(sizes: list[tuple[int, int]], width: int) -> int:
    """The least length: every piece at every place where its edges meet sums of others' (Herz, 1972)."""
    across = {sum(w for (w, _), use in zip(sizes, pick, strict=True) if use) for pick in ways(len(sizes))}
    along = {sum(h for (_, h), use in zip(sizes, pick, strict=True) if use) for pick in ways(len(sizes))}
    best = sum(h for _, h in sizes)

    def place(k: int, boxes: tuple[tuple[int, int, int, int], ...], top: int) -> None:
        nonlocal best
        if k == len(sizes):
            best = min(best, top)
            return
        w, h = sizes[k]
        for x, y in product(sorted(across), sorted(along)):
            if x + w > width or max(top, y + h) >= best:
                continue
            if not any(x < b[2] and b[0] < x + w and y < b[3] and b[1] < y + h for b in boxes):
                place(k + 1, (*boxes, (x, y, x + w, y + h)), max(top, y + h))

    place(0, (), 0)
    return best


def ways(n: int) -> list[tuple[int, ...]]:
    return list(product((0, 1), repeat=n))


@given(st.lists(st.tuples(st.integers(1, 9), st.integers(1, 9)), min_size=1, max_size=4), st.integers(9, 14))
def test_nothing_shorter_does(sizes: list[tuple[int, int]], width: int) -> None:
    asked = RollProblem(width, tuple(RollPart(str(k), w, h) for k, (w, h) in enumerate(sizes)))
    found = best_of(asked)
    assert found.proven
    assert found.length == found.bound == by_brute_force(sizes, width)
    assert verify_roll(asked, found) == []
    assert quick_roll(asked).bound <= found.length <= quick_roll(asked).length


@pytest.mark.parametrize("seed", range(25))
def test_eight_pieces_of_a_rectangle_cut_up_take_no_more_than_it(seed: int) -> None:
    """Halved again and again, or as a wheel of five that no straight cut parts: area says that no less can do."""
    rnd = random.Random(seed)
    width, high = 1000, rnd.randint(700, 1600)
    if seed % 3 == 0:
        a, b = rnd.randint(200, 400), rnd.randint(200, 400)
        pieces = [(width - a, b), (a, high - a), (width - b, a), (b, high - b), (width - a - b, high - a - b)]
    else:
        pieces = [(width, high)]
    while len(pieces) < 8:
        w, h = pieces.pop(max(range(len(pieces)), key=lambda k: pieces[k][0] * pieces[k][1]))
        if w > h:
            cut = rnd.randint(w // 4, 3 * w // 4)
            pieces += [(cut, h), (w - cut, h)]
        else:
            cut = rnd.randint(h // 4, 3 * h // 4)
            pieces += [(w, cut), (w, h - cut)]
    rnd.shuffle(pieces)
    asked = RollProblem(width, tuple(RollPart(str(k), *size) for k, size in enumerate(pieces)))
    found = best_of(asked)
    assert (found.length, found.proven) == (high, True)
    assert verify_roll(asked, found) == []


def test_the_checker_sees_each_kind_of_fault() -> None:
    asked = RollProblem(100, (RollPart("a", 60, 40, 2), RollPart("w", 130, 10)))
    good = quick_roll(asked)
    assert (good.length, good.unplaced) == (80, ("w",))
    assert wrong_with(asked, good) == []
    first, second = good.places
    spoilt = (
        structs.replace(good, places=(first,)),
        structs.replace(good, places=(first, structs.replace(second, y=39))),
        structs.replace(good, places=(first, structs.replace(second, x=41))),
        structs.replace(good, length=79),
        structs.replace(good, bound=81),
        structs.replace(good, places=(first,), unplaced=("a", "w")),
        RollLayout((RollPlace("a", 0, 0), RollPlace("a", 0, 40), RollPlace("w", 0, 80)), 90, 80, proven=False),
    )
    assert all(wrong_with(asked, layout) for layout in spoilt)


def test_pieces_of_all_changes_come_from_one_roll_and_none_is_smaller_or_turned() -> None:
    cuts = [
        (1, RollCut("c1", "c1/insert/o1", "woven cane", "Door 1", 450.0, 300.004, 500.0, "inserts")),
        (1, RollCut("c1", "c1/insert/o2", "woven cane", "Door 2", 450.0, 300.004, 500.0, "inserts")),
        (2, RollCut("c2", "c2/insert/o3", "woven cane", "Door 3", 450.0, 140.0, 1000.0, "inserts")),
        (2, RollCut("c2", "c2/lining/o4", "fabric", "Drawer", 1400.0, 140.0, 900.0, "linings")),
    ]
    questions = roll_questions(cuts)
    found: dict[LayoutProblem, FoundLayout] = {q.problem: at_once(quick_answer(q.problem)) for q in questions}
    found |= {q.problem: layout for q in questions for layout in better_answers(q.problem)}
    cane, cloth = placed_rolls(questions, found)
    assert (cane.kind, cane.proven, cloth.kind) == ("woven cane", True, "fabric")
    assert (cane.length, cloth.length) == pytest.approx((1000.0, 900.0))
    assert sorted(p.cut.id for p in cane.cuts) == ["c1/insert/o1", "c1/insert/o2", "c2/insert/o3"]
    for place in cane.cuts:
        assert place.x + place.cut.width <= cane.width + 1e-9
        assert place.y + place.cut.length <= cane.length + 1e-9

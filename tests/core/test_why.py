"""Every number on Cut and Buy says why, and what it says comes to the number."""

import itertools
import math
import re
from decimal import Decimal
from fractions import Fraction
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from tests.planned import plan_of
from tests.strategies import planned
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import own_board
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Sized, settle, sized
from zygoform.core.measure.rounding import round_to
from zygoform.core.outcome.part import EndCut
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.why.boards import why_cost, why_left, why_length
from zygoform.core.why.buying import why_price, why_row, why_total
from zygoform.core.why.sizes import PART_NUMBERS, tape_before_cut, why_later, why_part
from zygoform.core.why.why import Why, sum_of
from zygoform.files.demo import counter_begun

_TERM = re.compile(r"(^|[+−] )(half of |[0-9./]+ (?:× |of ))?\{([0-9]+)\}")

OUT_OF_SQUARE = "what corners out of square add"


def worth(say: Message) -> float:
    """Works a formula out as a reader would: signs, factors and lengths as written."""
    total = 0.0
    for sign, factor, place in _TERM.findall(say.text):
        plain = factor.removesuffix(" × ").removesuffix(" of ")
        many = 0.5 if factor == "half of " else float(Fraction(plain)) if factor else 1.0
        total += (-1 if "−" in sign else 1) * many * say.lengths[int(place)]
    return total


def slant(end: EndCut) -> float:
    return abs(end.mitre or end.bevel)


def every_number(plan: Plan) -> list[tuple[Why | None, float]]:
    """Each number of both screens with its answer."""
    found: list[tuple[Why | None, float]] = []
    for listed in plan.parts:
        alike = sum(other.shape == listed.shape for other in plan.parts)
        shown: dict[str, Any] = {"length": listed.length, "width": listed.width, "thickness": listed.part.thickness}
        shown |= {"count": alike, "left": slant(listed.part.left), "right": slant(listed.part.right)}
        found += [(why_part(plan, listed.id, number), shown[number]) for number in PART_NUMBERS]
    for layout in plan.layouts:
        found.append((why_cost(plan, layout), float(layout.cost)))
        for board in layout.boards:
            found += [(why_length(plan, board), board.length), (why_left(plan, board), board.left_over)]
    for outcome in plan.outcomes:
        for cut in outcome.later:
            found += [(why_later(cut, "length"), cut.length), (why_later(cut, "width"), cut.width)]
    for row in plan.purchase.rows:
        found += [(why_row(plan, row), row.count), (why_price(plan, row), float(row.total))]
    found.append((why_total(plan), float(plan.purchase.total)))
    return found


@random_cases(40)
@given(planned(), st.sampled_from(("inch", "mm")))
def test_every_number_says_why_in_at_most_three_lines(project: Project, system: str) -> None:
    from zygoform.core.edits.workshop import set_unit

    plan = plan_of(set_unit(project, system).project)  # type: ignore[arg-type]
    ids = {board.id for board in (*plan.found.boards, *plan.planned.boards)} | {p.id for p in plan.parts}
    for why, value in every_number(plan):
        assert why is not None
        assert why.value == pytest.approx(value, abs=1e-6)
        assert 1 <= len(why.lines) <= 3
        for line in why.lines:
            words = line.words(plan.shop.unit.show)
            assert "{" not in words
        assert set(why.where) <= ids


@random_cases(40)
@given(planned())
def test_sums_come_to_the_size(project: Project) -> None:
    plan = plan_of(project)
    for listed in plan.parts:
        for size, exact in ((listed.part.length_of, listed.part.length), (listed.part.width_of, listed.part.width)):
            assert size is not None
            assert size.value == pytest.approx(exact, abs=1e-6)
            assert worth(sum_of(size)) == pytest.approx(exact, abs=1e-6)
        length = why_part(plan, listed.id, "length")
        assert length is not None
        assert round_to(worth(length.formula), plan.shop.cut_step, listed.part.rounding) == pytest.approx(
            listed.length
        )
        corners = [c for body in plan.found.bodies for c in (body.corner_left, body.corner_right)]
        square = all(corner.value == 90 for corner in corners)
        terms = listed.part.length_of.terms if listed.part.length_of else ()
        assert not square or not any(term.name == OUT_OF_SQUARE for term in terms), "nothing is left unexplained"
    for outcome in plan.outcomes:
        for cut in outcome.later:
            assert worth(why_later(cut, "length").formula) == pytest.approx(cut.length, abs=1e-6)
            assert worth(why_later(cut, "width").formula) == pytest.approx(cut.width, abs=1e-6)
    for layout in plan.layouts:
        for board in layout.boards:
            if board.both_ways:
                said = why_left(plan, board).what
                assert said.lengths == tuple(sorted(board.offcut[2:], reverse=True)) or not board.left_over
                continue
            exact = worth(why_left(plan, board).formula)
            assert exact == pytest.approx(board.left_over, abs=0.05) or board.left_over == 0
            words, many = why_left(plan, board).formula.text, len(board.parts)
            assert words.endswith((f" for {many} cut{'s' if many > 1 else ''}", "share cuts"))
            assert all(on.part.code in words for on in board.parts)


def test_the_demo_in_words() -> None:
    plan = plan_of(counter_begun())
    why = why_part(plan, "c1/plank/1", "length")
    assert why is not None
    what, formula, inputs = (line.words(plan.shop.unit.plain) for line in why.lines)
    assert what == 'Top plank 1a.1 is 63 5/16" long, over all, spare at the ends included'
    assert formula == (
        '61 7/16" width over all − 2 × 13/16" top over the sides + 1 1/4" left overhang + 1 1/4" right overhang '
        '+ 2 × 1/2" spare at each end'
    )
    assert inputs == (
        "Measured: width over all, top over the sides; chosen: left overhang, right overhang, spare at each end"
    )
    ripped = why_part(plan, "c1/plank/4", "width")
    assert ripped is not None
    assert "− 3 × " in ripped.formula.text
    end = why_part(plan, "c2/board/front", "left")
    assert end is not None
    assert "90° − 90° / 2 = 45°" in end.formula.text
    assert end.inputs.text.startswith("Measured: front left corner; ")
    end = why_part(plan, "c2/board/front", "right")
    assert end is not None
    assert end.inputs.text.startswith("Guessed, measure it first: front right corner; ")
    assert "p1/side/right" in end.where
    assert "p1/top/main" in why.where


@random_cases(40)
@given(planned())
def test_an_end_is_cut_to_the_corner_it_names(project: Project) -> None:
    """A mitre takes half of what the corner leaves of 180°, a butt joint all that it differs from 90°."""
    for listed in plan_of(project).parts:
        part = listed.part
        for end, of in ((part.left, part.left_corner), (part.right, part.right_corner)):
            if part.joint == "compound" and slant(end):
                # Both settings come of one lean: tan M = sin t / tan(c / 2), sin B = cos t cos(c / 2).
                assert of is not None
                half = math.radians(of.value / 2)
                by_mitre = math.asin(abs(math.tan(math.radians(end.mitre))) * math.tan(half))
                by_bevel = math.acos(abs(math.sin(math.radians(end.bevel))) / math.cos(half))
                assert by_mitre == pytest.approx(by_bevel, abs=1e-4)
            elif slant(end):
                assert of is not None
                halved = {"mitred": (180 - of.value) / 2, "butted": of.value - 90}
                wanted = halved.get(part.joint, of.value)
                assert slant(end) == pytest.approx(abs(wanted), abs=1e-5), (part.id, part.joint)


def test_an_end_says_how_its_board_lies() -> None:
    project = add_change(counter_begun(), "own_part", "p1/body/main").project
    project = set_value(set_value(project, "c3", "left", 30.0).project, "c3", "slant", "flat").project
    for slant_, words in (("flat", "the board lies flat"), ("edge", "the board stands on edge")):
        end = why_part(plan_of(set_value(project, "c3", "slant", slant_).project), "c3/own/1", "left")
        assert end is not None
        assert words in end.inputs.text


def test_spare_boards_are_told_beside_those_that_are_cut() -> None:
    project = counter_begun()
    shop = structs.replace(project.shop, spare_boards=50.0)
    plan = plan_of(structs.replace(project, shop=shop))
    rows = [row for row in plan.purchase.rows if row.group == "Wood"]
    for row in rows:
        cut = sum(board.size.name == row.name for lay in plan.layouts for board in lay.boards)
        words = why_row(plan, row)
        assert words is not None
        assert f"; {row.count - cut} spare, 50 % of {cut} rounded up" in words.formula.text
    assert "spare" not in why_row(plan_of(project), plan_of(project).purchase.rows[0]).formula.text


def test_a_guess_is_named_first() -> None:
    project = set_reading(counter_begun(), "overhang_sides", "").project
    why = why_part(plan_of(project), "c1/plank/1", "length")
    assert why is not None
    assert why.inputs.text.startswith("Guessed, measure it first: top over the sides")


def test_terms_follow_the_arithmetic() -> None:
    a, b = sized("a", 100.0), settle((), 7.0, "b")
    size = (a + b * 2 - a * 0.5) * 2
    assert size.value == pytest.approx(2 * (100 + 14 - 50))
    assert {(t.name, t.factor) for t in size.terms} == {("a", 1.0), ("b", 4.0)}
    assert size.guesses == {"b"}
    assert (a - a).terms == ()
    assert worth(sum_of(Sized(0.0) - b)) == pytest.approx(-7.0)


def test_what_to_tape_first_is_what_would_cost_most() -> None:
    plan = plan_of(counter_begun())
    tapes = tape_before_cut(plan)
    assert [t.cost for t in tapes] == sorted((t.cost for t in tapes), reverse=True)
    by_name = {tape.name: tape for tape in tapes}
    wood = sum((b.price for lay in plan.layouts for b in lay.boards), Decimal(0))
    # The width is cut from by every plank and both long boards of the skirt.
    shares = Decimal("59.60") + 2 * (Decimal("4.55") * Decimal(59.8125 / (59.8125 + 20.875)))
    assert float(by_name["width over all"].cost) == pytest.approx(float(shares), abs=0.011)
    assert by_name["front right corner"].guessed
    assert by_name["front right corner"].angle
    assert all(tape.cost <= wood for tape in tapes)
    assert set(itertools.chain(*(tape.part_ids for tape in tapes))) == {p.id for p in plan.parts}


def test_own_boards_and_missing_prices_say_so() -> None:
    project = own_board(counter_begun(), "pine-1x3", "7 ft", 1).project
    plan = plan_of(project)
    board = next(b for lay in plan.layouts for b in lay.boards if b.owned)
    assert "your own" in why_length(plan, board).formula.text
    thick = plan_of(set_value(counter_begun(), "c1", "board", "pine-28x195").project)
    rows = {row.group: why_row(thick, row) for row in thick.purchase.rows}
    assert {"Wood", "Screws", "Glue"} <= set(rows)
    assert all(why.formula.text for why in rows.values())


def test_an_end_says_how_it_meets_the_other() -> None:
    project = set_value(counter_begun(), "c2", "corners", "butted").project
    project = set_reading(project, "corner_right", "88.5").project
    why = why_part(plan_of(project), "c2/board/front", "right")
    assert why is not None
    assert why.formula.text == "As far from square as the corner of 88.5°: 1.5°"
    own = add_change(project, "own_part", "p1/body/main").project
    own = set_value(own, "c3", "left", 30.0).project
    why = why_part(plan_of(own), "c3/own/1", "left")
    assert why is not None
    assert why.formula.text == ""
    assert why.inputs.text.startswith("Chosen: left end from square; ")

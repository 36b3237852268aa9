"""Lengths: worked examples, and properties that must hold for every length."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.casefile import cases, close
from tests.strategies import MILLIMETRES, SIXTEENTHS
from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import Param, params
from zygoform.core.measure.parse import INCH, parse_length
from zygoform.core.measure.reading import Reading, settle
from zygoform.core.measure.rounding import count_down, count_up, round_to, run_of_marks
from zygoform.core.measure.write import DisplayUnit, in_unit, write_inches, write_mm


@pytest.mark.parametrize("case", cases("lengths"))
def test_worked_examples(case: dict[str, Any]) -> None:
    what = case["in"]
    match case["call"]:
        case "read":
            assert close(parse_length(str(what), str(case["unit"])), case["mm"])
        case "refuse":
            with pytest.raises(BadInputError) as refused:
                parse_length(str(what), str(case["unit"]))
            assert refused.value.kind == case["kind"]
            assert refused.value.message
        case "write":
            text = write_inches(float(str(what)), case["denominator"], case["mode"], feet=case["feet"])
            assert text == case["text"]
        case "round":
            assert close(round_to(float(str(what)), case["step"], case["mode"]), case["value"])
        case "marks":
            assert close(run_of_marks(float(str(what)), case["spaces"], case["step"]), case["marks"])


@given(SIXTEENTHS, st.booleans())
def test_written_inches_are_read_back_exactly(sixteenths: int, feet: bool) -> None:
    inches = sixteenths / 16
    assert parse_length(write_inches(inches, 16, feet=feet), "mm") == pytest.approx(inches * INCH, abs=1e-9)


@given(MILLIMETRES, st.sampled_from((8, 16, 32, 64)))
def test_round_trip_stays_within_half_a_mark(mm: float, denominator: int) -> None:
    inch, metric = DisplayUnit("inch", denominator), DisplayUnit("mm")  # type: ignore[arg-type]
    for unit in (inch, metric):
        for text in (unit.show(mm), unit.plain(mm)):
            assert abs(parse_length(text, unit.system) - mm) <= unit.step / 2 + 1e-6
        assert abs(parse_length(unit.entered(mm), unit.system) - mm) <= 0.005 + 1e-9


@given(MILLIMETRES, st.sampled_from((INCH / 16, INCH / 32, 0.5, 1.0)))
def test_rounding_down_never_grows_and_up_never_shrinks(mm: float, step: float) -> None:
    down, near, up = (round_to(mm, step, mode) for mode in ("down", "nearest", "up"))
    slack = 1e-6 * step
    assert down - slack <= mm <= up + slack
    assert down <= near <= up
    assert up - down <= step + slack
    for value in (down, near, up):
        assert round_to(value, step) == pytest.approx(value, abs=1e-9)
        # A mark that went through mm and inches and back is still that mark.
        for mode in ("down", "up", "nearest"):
            assert round_to(value / INCH * INCH, step, mode) == pytest.approx(value, abs=1e-9)


@given(st.floats(50, 3000), st.integers(2, 40), st.sampled_from((INCH / 16, 1.0)))
def test_marks_of_a_run_never_drift(total: float, spaces: int, step: float) -> None:
    for k, mark in enumerate(run_of_marks(total, spaces, step), start=1):
        assert abs(mark - total * k / spaces) <= step / 2 + 1e-6


@given(st.integers(1, 500), st.sampled_from((4.9, 5.5, 95.0, 139.7, 0.1)))
def test_exact_multiples_give_no_extra(count: int, size: float) -> None:
    total = sum([size] * count)
    assert count_up(total / size) == count
    assert count_down(total / size) == count
    assert count_up(total / size + 0.001) == count + 1


@given(st.text(max_size=14))
def test_any_text_is_a_length_or_refused_with_a_reason(text: str) -> None:
    for unit in ("inch", "mm"):
        try:
            assert 0 <= parse_length(text, unit) <= 100_000
        except BadInputError:
            continue


def test_fields_show_more_than_the_finest_mark_where_the_value_needs_it() -> None:
    unit = DisplayUnit("inch", 16)
    assert unit.entered(INCH * (1 + 7 / 32)) == '1 7/32"'
    assert unit.entered(INCH * 1.1) == "27.94 mm", "off every fraction it is said in mm"
    assert DisplayUnit("mm").entered(12.34) == "12.34 mm"
    assert unit.stock(2438.4) == "8\u00a0ft"
    assert unit.stock(2440.0) == unit.show(2440.0)
    assert unit.other().show(25.4) == "25.5\u00a0mm" == f"{write_mm(25.4)}\u00a0mm"


def test_a_guess_is_remembered_through_arithmetic() -> None:
    measured, guessed = settle((Reading("100", 100.0),), 0.0, "width"), settle((), 19.0, "sides")
    typed_guess = settle((Reading("5", 5.0, "guessed"), Reading("6", 6.0, "guessed")), 0.0, "base")
    assert (measured.value, measured.guesses) == (100.0, frozenset())
    less = measured - guessed * 2
    assert (less.value, less.guesses) == (62.0, frozenset({"sides"}))
    assert [(t.name, t.factor, t.origin) for t in less.terms] == [
        ("width", 1, "measured"),
        ("sides", -2, "guessed"),
    ]
    assert (measured + guessed + typed_guess).guesses == {"sides", "base"}
    assert typed_guess.value == 6.0


def test_sentences_write_their_lengths_at_the_edge() -> None:
    plain, name = DisplayUnit("inch").plain, "Box {1} {{0}} {x}"
    say = Message("{1} of {0}, {odd} " + literal(name), (25.4, 12.7))
    assert say.words(plain) == f'1/2" of 1", {{odd}} {name}', "what someone typed is no place for a length"
    assert say.shifted(1).words(lambda mm: f"{mm:g}") == f"{{2}} of 12.7, {{odd}} {name}"


def test_sizes_of_the_trade_are_said_in_the_readers_unit() -> None:
    words = "hands [6 in|150 mm] from the blade, [1|25] over"
    assert in_unit(words, "inch") == "hands 6 in from the blade, 1 over"
    assert in_unit(words, "mm") == "hands 150 mm from the blade, 25 over"


def test_declared_entries_hold_all_an_editor_needs() -> None:
    from zygoform.core.changes.registry import CHANGE_KINDS
    from zygoform.core.form.kinds.case_piece import CasePiece

    def check(entry: Param) -> None:
        assert entry.label
        assert entry.low <= entry.high
        if entry.unit == "length":
            assert entry.low <= entry.default <= entry.high
        if entry.choices:
            assert entry.default in {choice.value for choice in entry.choices}
            assert all(choice.when for choice in entry.choices), "each school says when it is right"

    for entry in (*params(CasePiece), *(p for kind in CHANGE_KINDS.values() for p in params(kind.load()))):
        check(entry)
    for kind in CHANGE_KINDS.values():
        main = [entry for entry in params(kind.load()) if entry.main]
        # Those that count for other values of a choice stand in each other's place: eight are seen at once.
        always = sum(entry.counts_if is None for entry in main)
        ways: dict[tuple[str, object], int] = {}
        for name, needed in (entry.counts_if for entry in main if entry.counts_if is not None):
            for value in needed if isinstance(needed, tuple) else (needed,):
                ways[name, value] = ways.get((name, value), 0) + 1
        most = {name: max(n for (own, _), n in ways.items() if own == name) for name, _ in ways}
        assert always + sum(most.values()) <= 8, kind.kind

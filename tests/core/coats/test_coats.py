"""Sums of coats against independent ways: by steps of time, by all counts, by laying coats one at a time."""

import itertools
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zygoform.core.coats.amounts import FacesCounted, cans, faces_area, mix, paint, sheets, tape
from zygoform.core.coats.coat import KNOWN_COATS, POROUS, WIPED, coat_of, timeline
from zygoform.core.coats.layer import (
    COATING,
    CoatLayer,
    Colour,
    Finishing,
    ZoneChoice,
    blend,
    brightness,
    contrast,
    shaded,
)
from zygoform.core.coats.readymade import READY_STACKS, layer_from, ready_for, ready_stack
from zygoform.core.coats.schools import CHOICES, SCHOOLS
from zygoform.core.edits.finish_supplies import FIGURES, figure_words, with_figure
from zygoform.core.edits.finishing import usual_layer, usual_way
from zygoform.core.errors import BadInputError

AREAS, SHARES = st.floats(0.01, 50), st.floats(0.3, 1.0)


@given(AREAS, st.integers(1, 6), st.floats(1, 30), st.floats(0, 0.6), SHARES, SHARES)
def test_litres_coat_by_coat(
    area: float, coats: int, cover: float, loss: float, first: float, surface: float
) -> None:
    """Each coat laid by itself: what arrives is the area by how far it goes, what leaves the can is more."""
    arrives = [area / (cover * surface * (first if k == 0 else 1)) for k in range(coats)]
    found = paint(area, coats, cover, loss, 12.5, first=first, surface=surface)
    assert found.paint * (1 - loss) == pytest.approx(sum(arrives))
    assert found.thinner == pytest.approx(found.paint / 8)
    assert found.mix == pytest.approx(found.paint + found.thinner)
    # Thinning covers nothing; twice the area takes twice as much, whatever the unit.
    assert paint(area, coats, cover, loss, first=first, surface=surface).paint == found.paint
    assert paint(2 * area, coats, cover, loss, first=first, surface=surface).paint == pytest.approx(2 * found.paint)
    feet, gallon = area / 0.09290304, cover / 0.09290304 * 3.785411784
    assert paint(feet, coats, gallon, loss).paint * 3.785411784 == pytest.approx(
        paint(area, coats, cover, loss).paint
    )


SIZES = st.tuples(st.sampled_from((0.25, 0.5, 0.75, 1.0, 2.5)), st.integers(1, 60))


@given(st.floats(0.05, 4), st.lists(SIZES, min_size=1, max_size=3, unique_by=lambda size: size[0]))
def test_cans_are_the_cheapest_of_all_counts(need: float, sizes: list[tuple[float, int]]) -> None:
    need = round(need, 3)
    found = cans(need, sizes)
    most = [range(math.ceil(need / volume) + 1) for volume, _ in sizes]
    ways = [
        (sum(n * price for n, (_, price) in zip(counts, sizes, strict=True)), sum(counts), bought - need)
        for counts in itertools.product(*most)
        if (bought := sum(n * volume for n, (volume, _) in zip(counts, sizes, strict=True))) >= need - 1e-9
    ]
    cost, count, left = min(ways)
    assert found.cost == cost
    assert sum(found.counts) == count
    assert found.left_over == pytest.approx(max(0.0, left), abs=1e-9)


@given(st.integers(1, 6), st.integers(1, 20), st.integers(1, 20), st.integers(0, 5), st.sampled_from((1, 2)))
def test_coats_follow_as_soon_as_they_may(coats: int, recoat: int, touch: int, start: int, sides: int) -> None:
    """Hour by hour: a side is coated at the first hour at which it may be and the one below is touch-dry."""
    last = [-1000, -1000]
    done, hour, order = [0, 0], start, 0
    while done[0] < coats or (sides == 2 and done[1] < coats):
        ready = done[order] == 0 or hour >= last[order] + recoat
        below = sides == 1 or done[1 - order] == 0 or hour >= last[1 - order] + touch
        if ready and below:
            last[order] = hour
            done[order] += 1
            order = 1 - order if sides == 2 else 0
        else:
            hour += 1
    found = timeline(coats, recoat, touch, 2, sides, start)
    assert found.last_coat == max(last[:sides])
    assert found.handle == found.last_coat + touch
    assert found.full_use == found.last_coat + 48


@given(st.floats(0.1, 900), st.lists(st.floats(0, 20), min_size=1, max_size=5))
def test_a_mix_is_all_of_it_in_its_parts(total: float, parts: list[float]) -> None:
    if sum(parts) < 1e-6:
        with pytest.raises(BadInputError):
            mix(total, [0.0] * len(parts))
        return
    amounts = mix(total, parts).amounts
    assert sum(amounts) == pytest.approx(total)
    shares = list(zip(amounts, parts, strict=True))
    for (a, p), (b, q) in itertools.pairwise(shares):
        assert a * q == pytest.approx(b * p, abs=1e-9)


FACES: tuple[FacesCounted, ...] = ("front", "front_edges", "all")


@given(st.lists(st.tuples(*(st.floats(1, 500),) * 3, st.integers(1, 9)), min_size=1, max_size=6))
def test_faces_of_parts_add_up(parts: list[tuple[float, float, float, int]]) -> None:
    """All six faces are twice the front, the side and the end; front and edges leave the back out."""
    front, edges, every = (faces_area(parts, faces).area for faces in FACES)
    assert every == pytest.approx(front + edges)
    assert front == pytest.approx(sum(long * wide * count for long, wide, _, count in parts))


@given(st.floats(0.05, 9), st.floats(0.1, 2), st.integers(1, 6))
def test_sheets_and_tape_are_never_too_few(area: float, each: float, grits: int) -> None:
    found = sheets(area, each, grits)
    assert (found.per_grit - 1) * each < area <= found.per_grit * each * (1 + 1e-9)
    assert found.total == grits * found.per_grit
    runs = [area] * grits
    taped = tape(runs, 3 * each, overlap=each / 10)
    assert taped.length == pytest.approx(grits * (area + each / 10))
    assert (taped.rolls - 1) * 3 * each < taped.length <= taped.rolls * 3 * each * (1 + 1e-9)


COLOURS = st.from_regex(r"#[0-9a-f]{6}", fullmatch=True)


@given(COLOURS, COLOURS, st.floats(0, 1))
def test_mixed_colours_lie_between(first: str, second: str, share: float) -> None:
    made = blend(first, second, share)
    for k in (1, 3, 5):
        a, b, c = (int(rgb[k : k + 2], 16) for rgb in (first, second, made))
        assert min(a, b) <= c <= max(a, b)
    assert (blend(first, second, 0), blend(first, second, 1)) == (first, second)
    assert contrast(first, second) == contrast(second, first) >= 1
    assert brightness(shaded(first, 0.8)) <= brightness(first) + 1e-9 <= brightness(shaded(first, 1.2)) + 2e-9


def test_every_coat_is_put_on_as_it_usually_is() -> None:
    for coat in KNOWN_COATS.values():
        layer = usual_layer(coat.id)
        assert layer.is_coat
        assert layer.doing in COATING
        assert layer.way == usual_way(coat.id)
        assert (layer.way == "rag") == (coat.id in WIPED)
        assert coat.is_film == (coat.group in ("primer", "paint", "clear", "effect") and coat.id not in POROUS)
        # Every figure is typed as it is written.
        for entry in FIGURES:
            assert with_figure(coat, entry, figure_words(coat, entry)) == coat
    own = with_figure(KNOWN_COATS["enamel"], "cover", "8")
    assert coat_of("enamel", (own,)) is own
    assert coat_of("treacle") is None
    with pytest.raises(BadInputError):
        usual_layer("treacle")


def test_layers_are_read_from_their_words() -> None:
    assert layer_from("acrylic paint 2 gun thin 10") == CoatLayer("colour", "acrylic paint", 2, "gun", 10.0)
    assert layer_from("sander 80 120") == CoatLayer("strip", "sander", grits=(80, 120))
    assert layer_from("effect: gel stain 1 brush") == CoatLayer("effect", "gel stain", 1, "brush")
    assert layer_from("mineral spirits 2") == CoatLayer("clean", "mineral spirits", 2, "rag")
    assert len({stack.id for stack in READY_STACKS}) == len(READY_STACKS) >= 16
    assert all(ready_stack(stack.id) is stack for stack in READY_STACKS)
    assert ready_stack("treacle") is None
    for role in ("top", "body", "cane", "hardware", "boxes"):
        offered = ready_for(role)
        assert offered
        assert all(not stack.roles or role in stack.roles for stack in offered)


def test_zones_that_go_with_each_other_in_a_ring_end() -> None:
    ring = Finishing(zones=(ZoneChoice("p1/a", same_as="p1/b"), ZoneChoice("p1/b", same_as="p1/a")))
    assert ring.stack("p1/a").layers == ()
    assert not ring.is_begun
    assert Finishing(colours=(Colour("k1", "Blue", "#224466"),)).colour("k2") is None


def test_schools_stand_side_by_side_each_with_when_it_is_right() -> None:
    assert {school.entry for school in CHOICES} == {"drawers", "holes", "hardware", "woven", "filler"}
    for school in (*CHOICES, *SCHOOLS):
        assert len(school.ways) >= 2
        assert all(way.when.startswith("right ") and len(way.when) < 90 for way in school.ways)

"""Edits of the finish: what is typed is taken or refused in words, and nothing else changes."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from zygoform.core.coats.coat import KNOWN_COATS
from zygoform.core.coats.layer import CoatLayer
from zygoform.core.coats.readymade import READY_STACKS
from zygoform.core.edits import finish_supplies as supplies
from zygoform.core.edits import finishing as edit
from zygoform.core.edits import finishing as zones
from zygoform.core.errors import BadInputError
from zygoform.core.project import Project
from zygoform.files.demo import demo_project, fresh_project
from zygoform.files.project_json import dump_project, parse_project

TOP, BODY = "p1/top", "p1/body"


def layers(project: Project, zone: str = TOP) -> tuple[CoatLayer, ...]:
    return project.finishing.stack(zone).layers


def test_a_stack_keeps_the_colour_that_was_chosen() -> None:
    project = edit.take_stack(fresh_project(), TOP, "paint_primed").project
    project = supplies.add_colour(project, "Blue", "3B5D7A", "Tin 4").project
    assert project.finishing.colours[0].rgb == "#3b5d7a"
    project = edit.set_layer_colour(project, TOP, 4, "k1").project
    project = edit.take_stack(project, TOP, "enamel").project
    assert [own.colour for own in layers(project) if own.doing == "colour"] == ["k1"]
    # Another material in its place keeps it too, and as many coats.
    project = edit.set_layer_entry(project, TOP, 4, "coats", "3").project
    project = edit.set_material(project, TOP, 4, "mineral paint").project
    assert (layers(project)[4].colour, layers(project)[4].coats) == ("k1", 3)
    assert not layers(supplies.drop_colour(project, "k1").project)[4].colour


def test_another_material_keeps_tool_and_water_where_it_bears_them_and_says_where_not() -> None:
    project = edit.take_stack(fresh_project(), TOP, "paint_primed").project
    project = edit.set_way(project, TOP, 4, "gun").project
    project = edit.set_layer_entry(project, TOP, 4, "thin", "10").project
    mineral = edit.set_material(project, TOP, 4, "mineral paint")
    assert (layers(mineral.project)[4].way, layers(mineral.project)[4].thin) == ("gun", 10)
    assert "not" not in mineral.words.text
    enamel = edit.set_material(project, TOP, 4, "enamel")
    assert (layers(enamel.project)[4].way, layers(enamel.project)[4].thin) == ("gun", 5)
    assert "thinned 5 %, not 10" in enamel.words.text
    wax = edit.set_material(project, TOP, 4, "wax")
    assert (layers(wax.project)[4].way, layers(wax.project)[4].thin) == ("rag", 0)
    assert "with rag, not gun, no longer thinned" in wax.words.text


def test_fronts_go_with_the_body_until_they_are_changed() -> None:
    project = edit.take_stack(fresh_project(), BODY, "paint_primed").project
    assert layers(project, "p1/edges") == layers(project, "p1/fronts") == layers(project, BODY)
    own = edit.set_layer_entry(project, "p1/fronts", 4, "coats", "3").project
    assert (layers(own, "p1/fronts")[4].coats, layers(own, BODY)[4].coats) == (3, 2)
    assert layers(own, "p1/edges")[4].coats == 3
    same = edit.same_as(own, "p1/fronts", BODY).project
    assert layers(same, "p1/fronts") == layers(same, BODY)
    bare = edit.leave_so(same, "p1/fronts", "bare").project
    assert bare.finishing.stack("p1/fronts").state == "bare"
    with pytest.raises(BadInputError):
        edit.same_as(same, BODY, "p1/fronts")


@pytest.mark.parametrize(
    ("entry", "text", "kind"),
    [
        ("coats", "0", "not_a_number"),
        ("coats", "2.5", "not_a_number"),
        ("coats", "many", "not_a_number"),
        ("thin", "-1", "not_a_number"),
        ("thin", "nan", "not_a_number"),
        ("grits", "80, 5000", "not_a_number"),
        ("grits", "fine", "not_a_number"),
        ("deep", "9 in", "out_of_range"),
        ("done", "12", "not_a_number"),
    ],
)
def test_what_cannot_be_is_refused_in_words(entry: Any, text: str, kind: str) -> None:
    project = edit.take_stack(fresh_project(), TOP, "paint_primed").project
    with pytest.raises(BadInputError) as refused:
        edit.set_layer_entry(project, TOP, 4, entry, text)
    assert refused.value.kind == kind
    assert refused.value.message[0].isupper()


def test_entries_as_they_are_typed() -> None:
    project = edit.take_stack(fresh_project(), TOP, "paint_primed").project
    for at, entry, text in ((4, "thin", "7,5 %"), (1, "grits", "220, 150"), (2, "deep", '1/8"'), (4, "done", "1")):
        project = edit.set_layer_entry(project, TOP, at, entry, text).project  # type: ignore[arg-type]
    found = layers(project)
    assert (found[4].thin, found[1].grits, found[2].deep, found[4].done) == (7.5, (150, 220), 3.175, 1)


def test_parts_are_pointed_from_zone_to_zone_and_back() -> None:
    project = edit.take_stack(fresh_project(), BODY, "paint_primed").project
    project = zones.part_into(project, "p1/side/left", BODY, "").project
    (own,) = (choice.zone for choice in project.finishing.zones if choice.zone != BODY)
    assert own == "p1/z1"
    assert layers(project, own) == layers(project, BODY)
    # From its own zone into the top, then home again: nothing is left of it.
    project = zones.part_into(project, "p1/side/left", own, TOP).project
    assert [(m.part, m.source, m.zone) for m in project.finishing.moves] == [("p1/side/left", BODY, TOP)]
    assert zones.part_into(project, "p1/side/left", TOP, BODY).project.finishing.moves == ()
    merged = zones.merge_zones(project, TOP, BODY).project
    assert {move.zone for move in merged.finishing.moves} == {BODY}
    assert zones.zones_as_usual(merged, "p1").project.finishing.moves == ()
    with pytest.raises(BadInputError):
        zones.merge_zones(project, TOP, "p2/top")


def test_what_lies_there_is_one_of_the_words_there_are() -> None:
    project = zones.set_lies(fresh_project(), TOP, old="wax", bleeds=True).project
    assert (project.finishing.choice(TOP).lies.old, project.finishing.choice(TOP).lies.bleeds) == ("wax", True)
    with pytest.raises(BadInputError):
        zones.set_lies(project, TOP, old="treacle")
    with pytest.raises(BadInputError):
        zones.rename_zone(project, TOP, "x" * 41)
    assert zones.rename_zone(project, TOP, "  Desk   top ").project.finishing.choice(TOP).name == "Desk top"


@pytest.mark.parametrize(
    ("text", "system", "litres"),
    [
        ("500 ml", "mm", 0.5),
        ("0,75 l", "mm", 0.75),
        ("250", "mm", 0.25),
        ("1 qt", "inch", 0.946352946),
        ("16 fl oz", "inch", 0.473176473),
        ("8", "inch", 0.2365882365),
        ("1 gal", "inch", 3.785411784),
    ],
)
def test_what_is_in_a_can(text: str, system: Any, litres: float) -> None:
    assert supplies.read_litres(text, system) == pytest.approx(litres)


@pytest.mark.parametrize("text", ["", "much", "0 ml", "-1 l", "200 l", "1 cup"])
def test_what_no_can_holds(text: str) -> None:
    with pytest.raises(BadInputError):
        supplies.read_litres(text, "mm")


def test_recipes_by_parts() -> None:
    project = supplies.add_recipe(fresh_project(), "Wash").project
    project = supplies.set_recipe_parts(project, "r1", "1 acrylic paint : 2,5 water").project
    assert supplies.parts_words(project.finishing.recipes[0].parts) == "1 acrylic paint : 2.5 water"
    project = supplies.set_recipe_words(project, "r1", "dial", "Fan 3, flow 2").project
    assert project.finishing.recipes[0].dial == "Fan 3, flow 2"
    for text in ("1 treacle", "paint", "0 acrylic paint : 0 water", ""):
        with pytest.raises(BadInputError):
            supplies.set_recipe_parts(project, "r1", text)
    other = supplies.take_recipe(fresh_project(), project.finishing.recipes[0]).project
    assert other.finishing.recipes == project.finishing.recipes


def test_figures_of_a_label_are_the_projects_own() -> None:
    project = supplies.set_coat_figure(fresh_project(), "enamel", "cover", "8.5").project
    project = supplies.set_coat_figure(project, "enamel", "recoat", "4-16").project
    (own,) = project.shop.coats
    assert (own.cover, own.recoat) == (8.5, (4, 16))
    wrong: list[tuple[Any, str]] = [
        ("cover", "0"),
        ("cover", "1-2"),
        ("recoat", "6-4"),
        ("thin", "x"),
        ("cure", "1-2-3"),
    ]
    for entry, text in wrong:
        with pytest.raises(BadInputError):
            supplies.set_coat_figure(project, "enamel", entry, text)
    project = supplies.set_coat_figure(project, "enamel", "cover", "").project
    project = supplies.set_coat_figure(project, "enamel", "recoat", "").project
    assert project.shop.coats == ()
    # What is used stays with the project, whatever a later table says.
    used = edit.take_stack(project, TOP, "enamel").project
    assert [coat.id for coat in used.shop.coats] == ["adhesion primer", "enamel"]
    used = supplies.set_coat_figure(
        supplies.set_coat_figure(used, "enamel", "thin", "8").project, "enamel", "thin", ""
    ).project
    assert {coat.id: coat for coat in used.shop.coats}["enamel"] == KNOWN_COATS["enamel"]


ACTS = st.one_of(
    st.tuples(st.just("stack"), st.sampled_from([own.id for own in READY_STACKS])),
    st.tuples(
        st.just("add"), st.sampled_from(["scuff", "test", "soap", "stripper", "two-part filler", *KNOWN_COATS])
    ),
    st.tuples(st.just("drop"), st.integers(0, 8)),
    st.tuples(st.just("move"), st.integers(0, 8)),
    st.tuples(st.just("material"), st.sampled_from([*KNOWN_COATS, "sander", "alcohol"])),
    st.tuples(st.just("same"), st.sampled_from(["p1/fronts", "p1/inside", "p1/top"])),
    st.tuples(st.just("bare"), st.just("")),
    st.tuples(st.just("part"), st.sampled_from(["", "p1/top", "p1/z1"])),
    st.tuples(st.just("order"), st.sampled_from(["before", "after"])),
)


def done(project: Project, act: str, value: Any, zone: str) -> Project:
    made = {
        "stack": lambda: edit.take_stack(project, zone, value),
        "add": lambda: edit.add_layer(project, zone, value, 1),
        "drop": lambda: edit.drop_layer(project, zone, value),
        "move": lambda: edit.move_layer(project, zone, value, 2),
        "material": lambda: edit.set_material(project, zone, 0, value),
        "same": lambda: edit.same_as(project, zone, value),
        "bare": lambda: edit.leave_so(project, zone, "bare"),
        "part": lambda: zones.part_into(project, "p1/side/left", zone, value),
        "order": lambda: edit.set_order(project, "filler", value),
    }
    return made[act]().project


@random_cases(40)
@given(st.lists(st.tuples(ACTS, st.sampled_from(["p1/body", "p1/top", "p1/fronts", "p1/z1"])), max_size=8))
def test_whatever_is_done_the_file_holds_it_and_the_plan_stands(acts: list[Any]) -> None:
    from zygoform.core.plan.plan import compile_plan

    project = demo_project()
    for (act, value), zone in acts:
        try:
            project = done(project, act, value, zone)
        except BadInputError as refused:
            assert refused.message  # noqa: PT017
    again = parse_project(dump_project(project))
    assert again.finishing == structs.replace(project.finishing)
    assert dump_project(again) == dump_project(project)
    plan = compile_plan(project)
    assert plan is not None
    assert all(zone.zone.area >= 0 for zone in plan.finish.zones)

"""Where what is asked for by number has an end, the last of it is taken and the next is not."""

from collections.abc import Callable

import pytest
from msgspec import structs

from tests.core.changes.test_shelves import chest
from tests.planned import changed, plan_of
from zygoform.core.edits.condition import add_fault, set_fault_count, set_fault_note
from zygoform.core.edits.cutting import set_row_count
from zygoform.core.edits.days import read_worked
from zygoform.core.edits.finish_supplies import set_can_count
from zygoform.core.edits.finishing import add_layer, take_stack
from zygoform.core.edits.planning import add_variant, rename_variant
from zygoform.core.edits.survey import add_ornament, set_reading
from zygoform.core.edits.workshop import read_minutes
from zygoform.core.errors import BadInputError
from zygoform.core.project import Project

BODY = "p1/body/main"


def faulty() -> Project:
    return add_fault(chest(), "p1/side/left", "loose_joint", (0.0, 0.0, 0.0)).project


def counted(text: str) -> object:
    project = changed(chest(), "skirt", BODY)
    row = plan_of(project).part_rows[0]
    return set_row_count(project, row.code, row.planned, text)


def layered(count: int) -> object:
    project = take_stack(chest(), BODY, "paint_primed").project
    (choice,) = project.finishing.zones
    one = choice.layers[-1]
    full = structs.replace(choice, layers=(one,) * (count - 1))
    project = structs.replace(project, finishing=structs.replace(project.finishing, zones=(full,)))
    return add_layer(project, BODY, one.material, 0)


def varied(count: int) -> object:
    project = chest()
    while len(project.variants) < count - 1:
        project = add_variant(project).project
    return add_variant(project)


def named(long: int) -> object:
    project = add_variant(chest()).project
    return rename_variant(project, project.variants[-1].id, "n" * long)


def ornate(count: int) -> object:
    project = chest()
    for _ in range(count):
        project = add_ornament(project, "p1/front/o1").project
    return project


ENDS: list[tuple[str, Callable[[int], object], int, int]] = [
    ("times a fault is there", lambda n: set_fault_count(faulty(), "f1", str(n)), 1, 200),
    ("signs of a note", lambda n: set_fault_note(faulty(), "f1", "n" * n), 0, 200),
    ("of a row", lambda n: counted(str(n)), 0, 200),
    ("readings", lambda n: set_reading(chest(), "width", "; ".join(["900 mm"] * n)), 1, 12),
    ("cans", lambda n: set_can_count(chest(), "enamel", "", "a", str(n)), 0, 99),
    ("coats", layered, 1, 20),
    ("variants", varied, 2, 6),
    ("signs of a variant's name", named, 1, 40),
    ("ornaments", ornate, 1, 60),
    ("minutes of a task", lambda n: read_minutes(str(n), "low"), 0, 600),
    ("hours someone worked", lambda n: read_worked(f"{n} min"), 1, 100_000),
]


@pytest.mark.parametrize(("name", "edit", "least", "most"), ENDS, ids=[row[0] for row in ENDS])
def test_the_last_is_taken_and_the_next_is_not(
    name: str, edit: Callable[[int], object], least: int, most: int
) -> None:
    edit(least)
    edit(most)
    with pytest.raises(BadInputError) as refused:
        edit(most + 1)
    assert any(sign.isdigit() for sign in refused.value.message) or refused.value.lengths, name
    if least == 1 and name not in ("readings", "coats", "ornaments"):
        with pytest.raises(BadInputError):
            edit(0)

"""What each kind of change tells its maker, and what it uses up, by hand (tests/cases/notes.toml)."""

import tomllib
from pathlib import Path
from typing import Any

import pytest

from tests.contracts import filled
from tests.core.changes.test_shelves import chest
from tests.planned import plan_of
from zygoform.core.edits.pieces import copy_piece, new_piece
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import set_unit
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project

CASES: list[dict[str, Any]] = tomllib.loads((Path(__file__).parents[2] / "cases/notes.toml").read_text())["case"]
MEASURED = {
    "width": 1000, "height": 800, "depth": 450, "side_thickness": 20, "top_thickness": 25, "back_thickness": 5,
    "base_height": 80, "overhang_sides": 0, "overhang_front": 0, "overhang_back": 0,
}  # fmt: skip
AT = {"body": "body/main", "drawer": "opening/o1", "door": "opening/o2", "bay": "opening/o3"}


def desk(sizes: dict[str, str], *, front: bool) -> Project:
    project = set_unit(new_piece(fresh_project(), "Desk", {}).project, "mm").project
    for name, text in ({name: f"{mm} mm" for name, mm in MEASURED.items()} | sizes).items():
        project = set_reading(project, name, text).project
    return filled(project) if front else project


@pytest.mark.parametrize("case", CASES, ids=lambda case: f"{case['kind']}-{case.get('with', '')}")
def test_a_change_tells_what_comes_out_by_hand(case: dict[str, Any]) -> None:
    of_desk = case.get("piece") != "chest"
    project = desk(case.get("sizes", {}), front=case.get("front", False)) if of_desk else chest()
    if "beside" in case:
        project = copy_piece(project, "p1").project
        for name, text in case["beside"].items():
            project = set_reading(project, name, text, on="p2").project
    if "after" in case:
        project = add_change(project, case["after"], "p1/body/main").project
    project = add_change(project, case["kind"], f"p1/{AT[case.get('at', 'body')]}").project
    for name, value in case.get("with", {}).items():
        project = set_value(project, project.changes[-1].id, name, value).project
    plan = plan_of(project)
    assert plan.failures == ()
    outcome = plan.outcomes[-1]
    told = {note.label: note.message for note in outcome.notes}
    assert list(told) == list(case["notes"])
    for label, lengths in case["notes"].items():
        if lengths:
            assert told[label].lengths == pytest.approx(lengths, abs=0.001), label
    for label, words in case.get("words", {}).items():
        assert told[label].text == words
    if "supplies" in case:
        used = {supply.kind: supply.amount for supply in outcome.supplies}
        assert used == pytest.approx(case["supplies"], rel=1e-4)

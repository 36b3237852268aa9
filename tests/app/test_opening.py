"""Opening and saving what is not as it should be: told in words, what is sound is there, and nothing hangs."""

import os
import subprocess
import sys
from pathlib import Path

import msgspec
import pytest
from msgspec import structs
from PySide6.QtWidgets import QApplication, QLabel

from tests.app.desk import LONGEST, Desk
from zygoform.app.widgets.buttons import TickBox
from zygoform.core.changes.base import UnknownChange
from zygoform.core.coats.layer import Recipe, RecipePart
from zygoform.core.condition.condition import Photo
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.plan.plan import compile_plan
from zygoform.core.plan.sound import sound_part
from zygoform.core.project import Project
from zygoform.files.demo import counter_begun, demo_project
from zygoform.files.project_json import dump_project, read_project, write_project


def opened(desk: Desk, path: Path, project: Project) -> Project:
    path.write_bytes(dump_project(project))
    assert desk.window.filing.open_file(path)
    # A long one comes a moment later.
    desk.wait(lambda: desk.session.path == path)
    return desk.session.project


def test_a_newer_family_of_patterns_is_kept_and_named(desk: Desk, tmp_path: Path) -> None:
    path, project = tmp_path / "a.zygoform.json", add_change(counter_begun(), "pattern", "p1/body/main").project
    raw = msgspec.json.decode(dump_project(project))
    raw["changes"][-1]["family"] = "spiral"
    path.write_bytes(msgspec.json.encode(raw))
    assert desk.window.filing.open_file(path)
    change = desk.session.project.changes[-1]
    assert isinstance(change, UnknownChange)
    assert desk.plan.failures == ()
    assert "“spiral”" in desk.told[-1]
    assert "kept as it is" in desk.told[-1]
    assert desk.window.filing.save()
    assert msgspec.json.decode(path.read_bytes())["changes"][-1]["family"] == "spiral"


def test_a_recipe_of_nothing_is_the_material_as_sold(desk: Desk, tmp_path: Path) -> None:
    project = demo_project()
    recipes = project.finishing.recipes
    assert recipes
    nothing = tuple(
        structs.replace(own, parts=tuple(structs.replace(part, parts=0.0) for part in own.parts)) for own in recipes
    )
    wrong = structs.replace(project, finishing=structs.replace(project.finishing, recipes=nothing))
    assert opened(desk, tmp_path / "a.zygoform.json", wrong) == wrong
    assert desk.plan.finish.fittings
    assert Recipe("r9", "Wash", (RecipePart("water", 0.0),)).parts


@pytest.mark.parametrize("many", [1, 2])
def test_what_breaks_the_plan_is_set_aside_and_comes_back_when_saved(
    desk: Desk, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, many: int
) -> None:
    """A fault of the program's own stands for a file it cannot work out."""
    project = demo_project()
    if many == 2:
        project = add_change(project, "plank_top", "p1/body/main").project

    def broken(*_given: object) -> object:
        raise ZeroDivisionError("by nothing")

    monkeypatch.setattr("zygoform.core.changes.tops.planks.worked.worked", broken)
    path = tmp_path / "a.zygoform.json"
    found = opened(desk, path, project)
    aside = [change for change in found.changes if isinstance(change, UnknownChange)]
    assert [own.data["kind"] for own in aside if own.data["kind"] == "plank_top"] == ["plank_top"] * many
    assert len(found.changes) == len(project.changes)
    assert "cannot be worked out" in desk.told[-1]
    assert desk.window.filing.save()
    monkeypatch.undo()
    assert read_project(path) == project


def test_of_two_things_that_break_the_plan_both_are_set_aside(monkeypatch: pytest.MonkeyPatch) -> None:
    """No one thing taken away is enough: the last change goes, and what is then to blame."""
    whole = demo_project()
    bad = {whole.changes[k].id for k in (3, len(whole.changes) - 1)}

    def planned(project: Project) -> object:
        if bad & {change.id for change in project.changes if not isinstance(change, UnknownChange)}:
            raise ZeroDivisionError
        return project

    monkeypatch.setattr("zygoform.core.plan.sound.compile_plan", planned)
    sound = sound_part(whole)
    assert sound is not None
    assert {change.id for change in sound.project.changes if isinstance(change, UnknownChange)} == bad
    assert len(sound.set_aside) == 2


def test_where_nothing_is_sound_it_is_refused_and_the_document_stays(
    desk: Desk, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path, before = tmp_path / "a.zygoform.json", desk.session.project
    write_project(path, counter_begun())
    monkeypatch.setattr("zygoform.core.plan.sound.compile_plan", lambda _project: 1 / 0)
    monkeypatch.setattr("zygoform.app.actions.opening.compile_plan", lambda *_given: 1 / 0)
    assert sound_part(counter_begun()) is None
    assert not desk.window.filing.open_file(path)
    assert "Nothing of it can be worked out (ZeroDivisionError" in desk.told[-1]
    assert desk.session.project is before


def test_what_cannot_be_written_is_named_and_the_rest_is_saved(desk: Desk, tmp_path: Path) -> None:
    path, session = tmp_path / "a.zygoform.json", desk.session
    bad = structs.replace(session.project, photos=(*session.project.photos, Photo("h99", "a.png", "K\udcfcche")))
    session.history = session.history.instead(bad)
    desk.window.filing.ask_save = lambda _n, _k: str(path)
    assert desk.window.filing.save()
    assert "without photo “K�che”" in desk.told[-1]
    assert session.is_dirty, "what the file has not is still to be saved"
    assert read_project(path).photos == bad.photos[:-1]
    assert session.project.photos == bad.photos


@pytest.mark.parametrize("there", ["pipe", "folder", "read-only"])
def test_nothing_but_a_file_that_may_be_is_written_over(desk: Desk, tmp_path: Path, there: str) -> None:
    path = tmp_path / "a.zygoform.json"
    if there == "pipe":
        os.mkfifo(path)
    elif there == "folder":
        path.mkdir()
    else:
        write_project(path, counter_begun())
        path.chmod(0o444)
    before = path.lstat()
    desk.window.filing.ask_save = lambda _n, _k: str(path)
    assert not desk.window.filing.save_as()
    assert ("write-protected" if there == "read-only" else "no file") in desk.told[-1]
    assert "still here" in desk.told[-1]
    assert path.lstat() == before


def test_ones_own_saving_is_no_news(desk: Desk, tmp_path: Path) -> None:
    path = tmp_path / "a.zygoform.json"
    write_project(path, counter_begun())
    desk.window.filing.open_file(path)
    for k in range(12):
        desk.session.do(lambda project, k=k: set_value(project, "c1", "radius", 10.0 + k))  # type: ignore[misc]
        assert desk.window.filing.save()
        for _ in range(5):
            desk.settle()
    assert not any("elsewhere" in words for words in desk.told)
    write_project(path, counter_begun())
    desk.wait(lambda: "elsewhere" in desk.told[-1])


def test_pictures_that_cannot_be_written_are_told(app: QApplication, tmp_path: Path) -> None:
    assert app
    (tmp_path / "file").write_text("")
    command = [sys.executable, "-m", "zygoform", "shots", str(tmp_path / "file" / "in")]
    env = os.environ | {"QT_QPA_PLATFORM": "offscreen"}
    done = subprocess.run(command, env=env, capture_output=True, text=True, timeout=LONGEST, check=False)
    assert done.returncode == 2
    assert "No pictures" in done.stderr
    assert "Traceback" not in done.stderr


def test_compare_of_a_large_project_comes_to_the_same(desk: Desk) -> None:
    from tests.app.test_monkey import large
    from zygoform.app.stages.compare.stage import CompareStage
    from zygoform.core.edits.planning import add_variant
    from zygoform.core.plan.compared import total_lines, totals_of

    project = add_variant(large()).project
    desk.session.begin(project, None, "Large")
    desk.window.go("compare")
    made = desk.window._made["compare"]
    assert isinstance(made, CompareStage)
    assert made._slices.busy
    desk.wait(lambda: not made._slices.busy)
    plans = [compile_plan(project, variant_id=variant.id) for variant in project.variants]
    for line in total_lines([totals_of(plan) for plan in plans if plan is not None], project.shop):
        own = line.name.lower().replace(" ", "_")
        assert [desk.find(QLabel, f"total_{own}_{k}").text() for k in (1, 2)] == list(line.words)
    # As far as one looks, and all of them at the end of it.
    bar = made._bar

    def all_there() -> bool:
        bar.setValue(bar.maximum())
        return made._rows is None

    desk.wait(all_there)
    ticks = [tick for tick in made.findChildren(TickBox) if tick.objectName().startswith("tick_v1_")]
    assert len(ticks) == len(project.changes)

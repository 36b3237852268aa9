"""The document on disk: what is written is read back; what is bad is refused in words; nothing is lost."""

import json
import random
from contextlib import suppress
from pathlib import Path
from typing import Any

import msgspec
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.faults import full_disk
from tests.fuzzing import random_cases
from tests.strategies import planned
from zygoform.core.edits.planning import set_value
from zygoform.core.edits.workshop import OwnRow, take_parts
from zygoform.core.errors import BadInputError
from zygoform.core.limits import MOST_CHANGES, check_size
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import PartCount, Project
from zygoform.files.demo import counter_begun, fresh_project
from zygoform.files.photos import left_out_words
from zygoform.files.project_json import (
    FORMAT,
    UnreadableError,
    dump_project,
    parse_project,
    read_project,
    write_project,
)
from zygoform.files.schema import project_schema


@random_cases(30)
@given(planned())
def test_what_is_written_is_read_back(project: Project) -> None:
    content = dump_project(project)
    assert parse_project(content) == project
    assert dump_project(parse_project(content)) == content


def raw() -> dict[str, Any]:
    return dict(json.loads(dump_project(counter_begun())))


def test_unknown_kinds_survive_a_round_trip() -> None:
    content = raw()
    change = {"kind": "hologram", "id": "c7", "number": 7, "targets": ["p1"], "colour": {"deep": [1, 2]}}
    piece = {"kind": "spaceship", "id": "p7", "engines": 4}
    content["changes"].append(change)
    content["pieces"].append(piece)
    content["next_number"] = 8
    project = parse_project(json.dumps(content).encode())
    again = json.loads(dump_project(project))
    assert change in again["changes"]
    assert piece in again["pieces"]


@pytest.mark.parametrize(
    "path", ["weather", "shop.lasers", "changes.0.glow", "changes.1.inner", "pieces.0.ghosts", "pieces.0.wheels"]
)
def test_entries_of_a_newer_program_are_written_back(path: str) -> None:
    value = {"deep": [1, {"x": None}]}
    content = json.loads(spoil(path, value))
    project = parse_project(json.dumps(content).encode())
    assert project.has_unknown
    again: Any = json.loads(dump_project(project))
    for step in path.split("."):
        again = again[int(step)] if step.isdecimal() else again[step]
    assert again == value
    assert parse_project(dump_project(project)) == project
    assert not parse_project(json.dumps(raw()).encode()).has_unknown


def spoil(path: str, value: object) -> bytes:
    content = raw()
    *steps, name = path.split(".")
    at: Any = content
    for step in steps:
        at = at[int(step)] if step.isdecimal() else at[step]
    if value is ...:
        del at[name]
    else:
        at[int(name) if name.isdecimal() else name] = value
    return json.dumps(content).encode()


BAD = {
    "nothing": b"",
    "half of it": dump_project(counter_begun())[:4000],
    "not JSON": b"<project/>",
    "noise": random.Random(4).randbytes(10_000_000),
    "deep": b"[" * 200_000,
    "another JSON": b'{"type": "FeatureCollection"}',
    "a list": b"[1, 2]",
    "a newer version": spoil("version", 2),
    "no version": spoil("version", ...),
    "a version that is none": spoil("version", True),
    "a negative size": spoil("pieces.0.width.0.value", -5),
    "an absurd size": spoil("pieces.0.width.0.value", 99_999),
    "not a number": spoil("pieces.0.width.0.value", "wide"),
    "a body that cannot be": spoil("pieces.0.base_height.0.value", 990),
    "a broken corner": spoil("pieces.0.corner_left.0.value", 12),
    "a parameter out of range": spoil("changes.0.overhang_left", 5000),
    "a wrong word": spoil("changes.1.fit", "sideways"),
    "a negative price": spoil("shop.timber.0.offers.0.price", "-3"),
    "a price that is none": spoil("shop.timber.0.offers.0.price", "NaN"),
    "a strange kerf": spoil("shop.kerf", 400),
    "no variant": spoil("variants", []),
    "two of one id": spoil("changes.1.id", "c1"),
    "a number not given out": spoil("next_number", 1),
    "changes that are none": spoil("changes", {"a": 1}),
    "no saw": spoil("shop.saws", []),
    "a name of 10 MB": spoil("name", "x" * 10_000_000),
    "a part's long name": spoil("pieces.0.name", "ä" * 300),
    "a count of 5,000 digits": spoil("next_number", 7).replace(
        b'"next_number": 7', b'"next_number": ' + b"7" * 5000
    ),
    "a number without an end": spoil("changes.0.radius", 1e300),
    "boxes in boxes": spoil("unknown_thing", json.loads("[" * 60 + "]" * 60)),
    "a thousand changes": spoil("changes", [json.loads(dump_project(counter_begun()))["changes"][0]] * 1000),
    "a change without id": spoil("changes.0", {"kind": "hologram"}),
}


@pytest.mark.parametrize("name", sorted(BAD))
def test_bad_files_are_refused_in_words_and_left_alone(name: str, tmp_path: Path) -> None:
    path = tmp_path / "x.zygoform.json"
    path.write_bytes(BAD[name])
    with pytest.raises(UnreadableError) as refused:
        read_project(path)
    words = str(refused.value)
    assert len(words) > 20
    assert "Traceback" not in words
    assert "Struct" not in words
    assert path.read_bytes() == BAD[name]
    if name == "a newer version":
        assert "newer" in words


@pytest.mark.parametrize(
    ("name", "path"),
    [
        ("an absurd size", "pieces[0]"),
        ("a parameter out of range", "changes[0].overhang_left"),
        ("a wrong word", "changes[1].fit"),
        ("no saw", "shop.saws"),
        ("a part's long name", "pieces[0].name has 300 signs"),
        ("a number without an end", "changes[0].radius"),
        ("boxes in boxes", "unknown_thing[0][0]"),
        ("a thousand changes", "at most 200 changes; these are 1000"),
    ],
)
def test_what_is_wrong_says_where_it_lies(name: str, path: str) -> None:
    with pytest.raises(UnreadableError) as refused:
        parse_project(BAD[name])
    assert path in str(refused.value)


@pytest.mark.parametrize("value", [-1e9, 1e9, "wide", 10**400])
def test_a_variants_value_that_cannot_be_is_kept_and_not_used(value: object) -> None:
    override = {"change_id": "c1", "parameter": "overhang_left", "value": value}
    content = spoil("variants.0.overrides", [override])
    if value == 10**400:
        with pytest.raises(UnreadableError, match="overrides"):
            parse_project(content)
        return
    project = parse_project(content)
    assert [o.value for o in project.refused_overrides()] == [value]
    plan = compile_plan(project)
    assert plan is not None
    assert plan.parts == compile_plan(counter_begun()).parts  # type: ignore[union-attr]
    assert json.loads(dump_project(project))["variants"][0]["overrides"] == [override]


def test_no_edit_makes_a_project_that_could_not_be_opened() -> None:
    project = counter_begun()
    rows = tuple(OwnRow(f"Part {k}", "pine-1x3", 200, 300.0, 63.5) for k in range(11))
    with pytest.raises(BadInputError, match="at most 2000 parts asked for by number; these are 2200"):
        check_size(take_parts(project, rows).project)
    check_size(take_parts(project, rows[:10]).project)
    assert MOST_CHANGES == 200
    # Parts counted in the list are parts as well.
    counts = tuple(PartCount(f"c1/plank/{k}", 200) for k in range(11))
    with pytest.raises(BadInputError, match="these are 2200"):
        check_size(structs.replace(project, counts=counts))


@random_cases(40)
@given(planned(), st.integers(1, 60))
def test_saved_opened_and_saved_again_it_is_the_same_file(project: Project, whole: int) -> None:
    """Also where a size came as a whole number: 900 is written as it is read."""
    with suppress(BadInputError):
        project = set_value(project, project.changes[0].id, "overhang_left", whole).project
    project = structs.replace(project, shop=structs.replace(project.shop, end_trim=whole))
    content = dump_project(project)
    assert dump_project(parse_project(content)) == content


def test_files_that_are_not_there_or_too_large(tmp_path: Path) -> None:
    with pytest.raises(UnreadableError, match="no file"):
        read_project(tmp_path / "none.json")
    with pytest.raises(UnreadableError, match="cannot be read"):
        read_project(tmp_path)
    large = tmp_path / "large.json"
    with large.open("wb") as file:
        file.truncate(200_000_000)
    with pytest.raises(UnreadableError, match="far larger"):
        read_project(large)


@random_cases(60)
@given(st.data())
def test_any_spoiled_file_is_read_or_refused(data: st.DataObject) -> None:
    """Cut, doubled or changed bytes: never anything but a project or a refusal."""
    content = bytearray(dump_project(counter_begun()))
    for _ in range(data.draw(st.integers(1, 4))):
        at = data.draw(st.integers(0, len(content) - 1))
        match data.draw(st.integers(0, 2)):
            case 0:
                content[at] = data.draw(st.integers(0, 255))
            case 1:
                del content[at : at + data.draw(st.integers(1, 200))]
            case _:
                content[at:at] = content[at : at + 50]
    try:
        assert isinstance(parse_project(bytes(content)), Project)
    except UnreadableError:
        return


def test_a_crash_while_writing_leaves_the_last_good_file(tmp_path: Path) -> None:
    path = tmp_path / "counter.zygoform.json"
    write_project(path, fresh_project())
    with full_disk(3), pytest.raises(OSError, match="No space"):
        write_project(path, counter_begun())
    assert read_project(path) == fresh_project()
    assert [p.name for p in tmp_path.iterdir()] == [path.name], "nothing is left lying about"
    write_project(path, counter_begun())
    assert read_project(path) == counter_begun()
    with pytest.raises(OSError, match="No such file"):
        write_project(tmp_path / "gone" / "x.json", counter_begun())


def test_the_published_schema_is_the_one_of_the_code() -> None:
    published = Path(__file__).parents[2] / "docs" / "project.schema.json"
    assert json.loads(published.read_text()) == json.loads(json.dumps(project_schema()))
    assert msgspec.json.decode(dump_project(counter_begun()))["format"] == FORMAT


@pytest.mark.parametrize(
    ("left_out", "said"),
    [
        ((), ""),
        (("a note",), "The file is without a note: change that"),
        (("a note", "a photo"), "The file is without a note, a photo: change that"),
        (("a note", "a photo", "a tick", "a line"), "The file is without a note, a photo and 2 more: change that"),
    ],
)
def test_what_a_file_cannot_hold_is_named_and_the_rest_counted(left_out: tuple[str, ...], said: str) -> None:
    words = left_out_words(left_out, "The file")
    assert words.startswith(said)
    assert bool(words) == bool(left_out)

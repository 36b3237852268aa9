"""A project file with anything wrong in it is read whole or refused with a reason; nothing is lost or breaks."""

import copy
import json
from contextlib import suppress
from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import fuzz
from zygoform.core.edits.condition import add_fault, mend, set_made_of
from zygoform.core.edits.disassembly import count_hardware, set_fate
from zygoform.core.edits.fronts import set_opening_reading
from zygoform.core.edits.pieces import copy_piece, new_piece
from zygoform.core.errors import BadInputError
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Override, Project, Variant
from zygoform.files.demo import demo_project
from zygoform.files.project_json import UnreadableError, dump_project, parse_project


def rich_project() -> Project:
    """One of everything: every kind of piece, faults, bags, close readings."""
    project = demo_project()
    for kind in PIECE_KINDS:
        project = new_piece(project, kind, {}, kind).project
    project = copy_piece(project, "p1", mirrored=True).project
    project = set_opening_reading(project, "p1/opening/o1", "rising", "24").project
    project = mend(
        add_fault(project, "p1/front/o1", "worn_runner", (1.0, 2.0, 3.0)).project, "f5", "runners"
    ).project
    project = set_made_of(project, ("p1/side/left",), "chipboard").project
    own = (Override("c1", "overhang_left", 30.0), Override("c2", "fit", "in"))
    variants = (Variant("v1", "As planned", ("c2",), own), Variant("v2", "Other"))
    project = structs.replace(project, variants=variants, id="0123456789ab")
    return set_fate(count_hardware(project, "p1").project, "p1/back/main", "gone").project


RICH = json.loads(dump_project(rich_project()))
for part in ("timber", "packs"):
    RICH["shop"][part] = RICH["shop"][part][:6]
NEW: tuple[Any, ...] = (
    None,
    True,
    -1,
    0,
    1,
    3.5,
    1e308,
    -0.0,
    "",
    "p1",
    "o1",
    "c1",
    "90",
    "\x00",
    "é" * 300,
    [],
    {},
    [1],
    {"a": 1},
)


def places(node: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    found = [path] if path else []
    inner = node.items() if isinstance(node, dict) else enumerate(node) if isinstance(node, list) else ()
    for key, value in inner:
        found += places(value, (*path, key))
    return found


PLACES = places(RICH)


def spoiled(changes: list[tuple[tuple[Any, ...], str, Any]]) -> bytes:
    raw = json.loads(json.dumps(RICH))
    for path, how, value in changes:
        node = raw
        for key in path[:-1]:
            try:
                node = node[key]
            except (KeyError, IndexError, TypeError):
                break
        else:
            _change(node, path[-1], how, copy.deepcopy(value))
    return json.dumps(raw).encode()


def _change(node: Any, key: Any, how: str, value: Any) -> None:
    try:
        if how == "drop":
            del node[key]
        elif how == "twice" and isinstance(node, list):
            node.append(node[key])
        elif how == "more" and isinstance(node[key], dict):
            node[key]["of a newer program"] = value
        else:
            node[key] = value
    except (KeyError, IndexError, TypeError):
        return


def opened(content: bytes) -> Project | str:
    """The project, or why it was refused."""
    try:
        return parse_project(content)
    except UnreadableError as refused:
        return str(refused)


spoils = st.lists(
    st.tuples(st.sampled_from(PLACES), st.sampled_from(("set", "drop", "twice", "more")), st.sampled_from(NEW)),
    min_size=1,
    max_size=3,
)


@fuzz
@given(spoils)
def test_a_spoiled_file_is_read_whole_or_refused(changes: list[tuple[tuple[Any, ...], str, Any]]) -> None:
    content = spoiled(changes)
    project = opened(content)
    if isinstance(project, str):
        assert project.endswith(".")
        return
    again = dump_project(project)
    assert parse_project(again) == project
    # Whatever a newer program wrote stands in the file again.
    assert again.count(b"of a newer program") == content.count(b"of a newer program")
    with suppress(BadInputError):
        compile_plan(project)


WHOLE = dump_project(demo_project())


@fuzz
@given(st.binary(max_size=400), st.integers(0, len(WHOLE)))
def test_bytes_that_are_no_project_are_refused(noise: bytes, at: int) -> None:
    whole = WHOLE
    for content in (noise, whole[:at] + noise, whole[:at] + noise + whole[at:]):
        assert opened(content)

"""What edits can reach can be written and read again: at every limit, with any name; what is beyond is refused."""

import os
from collections.abc import Callable
from datetime import UTC, datetime
from decimal import Decimal
from itertools import pairwise
from operator import attrgetter
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from zygoform.core.coats.layer import BorderChoice, CanCount, Colour, PutOn, Recipe, ShelfCan, ZoneChoice, ZoneMove
from zygoform.core.condition.condition import Photo
from zygoform.core.days.hours import OwnDay, day_text
from zygoform.core.days.log import Entry, Lesson, StepPin
from zygoform.core.days.own_steps import OwnFigures, OwnStep
from zygoform.core.edits.condition import add_photos
from zygoform.core.errors import BadInputError
from zygoform.core.goods.timber import StockLine
from zygoform.core.happened import happening, replayed
from zygoform.core.limits import check_edited
from zygoform.core.most import CAPACITY, LOG_SIGNS
from zygoform.core.project import Fact, PartCount, Project, Variant
from zygoform.files.demo import counter_begun
from zygoform.files.photos import bring_in_all
from zygoform.files.project_json import dump_project, parse_project, read_project, writable, write_project

NOW = datetime(2026, 12, 1, 12, tzinfo=UTC)
BEGUN = counter_begun()
MADE: dict[str, Callable[[int], Any]] = {
    "pieces": lambda k: structs.replace(BEGUN.pieces[0], id=f"p{k + 1}", faults=()),
    "changes": lambda k: structs.replace(BEGUN.changes[0], id=f"c{k + 1}", number=k + 1),
    "variants": lambda k: Variant(f"v{k}", "One more"),
    "photos": lambda k: Photo(f"h{k}", f"{k}.png"),
    "stock": lambda k: StockLine(f"s{k}", "pine-1x3", 500.0),
    "facts": lambda k: Fact("cut", f"p1/part/{k}"),
    "counts": lambda k: PartCount(f"p1/part/{k}", 0),
    "shop.timber": lambda k: structs.replace(BEGUN.shop.timber[0], id=f"t{k}"),
    "shop.packs": lambda k: structs.replace(BEGUN.shop.packs[0], price=Decimal(k)),
    "shop.minutes": lambda _: None,
    "shop.taken": lambda _: None,
    "shop.coats": lambda _: None,
    "finishing.zones": lambda k: ZoneChoice(f"p1/z{k}"),
    "finishing.moves": lambda k: ZoneMove(f"p1/b{k}", "p1/body", "p1/fronts"),
    "finishing.colours": lambda k: Colour(f"k{k}", "Blue", "#3b5d7a"),
    "finishing.recipes": lambda k: Recipe(f"r{k}", "Wash"),
    "finishing.shelf": lambda k: ShelfCan(f"s{k}", "acrylic paint", 0.5),
    "finishing.cans": lambda k: CanCount("acrylic paint", f"pack {k}", 1),
    "finishing.borders": lambda k: BorderChoice(f"p1/z{k}", "p1/body"),
    "finishing.put_on": lambda k: PutOn(f"p1/b{k}", "loose"),
    "days.log": lambda k: Entry(f"e{k + 1}", "note", NOW, text="as it was"),
    "days.lessons": lambda k: Lesson(f"l{k + 1}", "Sand first", ("oak",)),
    "days.pins": lambda k: StepPin(f"c1-{k}", NOW),
    "days.own_steps": lambda k: OwnStep(f"o{k}", "Stir"),
    "days.figures": lambda k: OwnFigures(f"c1/{k}", 5.0),
    "days.hours.days": lambda k: OwnDay(day_text(20_000 + k)),
}


def holding(place: str, things: tuple[Any, ...]) -> Project:
    """A project with that many things at a place."""
    names = place.split(".")
    at, value = BEGUN, things
    for k in reversed(range(len(names))):
        owner = attrgetter(".".join(names[:k]))(at) if k else at
        value = structs.replace(owner, **{names[k]: value})  # type: ignore[assignment]
    assert isinstance(value, Project)
    return structs.replace(value, next_number=1000)


@pytest.mark.parametrize("place", [place for place in CAPACITY if MADE[place](0) is not None])
def test_as_many_as_may_be_are_read_again_and_one_more_is_refused(place: str) -> None:
    most, what = CAPACITY[place]
    things = tuple(MADE[place](k) for k in range(most + 1))
    full, over = holding(place, things[:most]), holding(place, things)
    check_edited(full, BEGUN)
    assert parse_project(dump_project(full)) == full
    with pytest.raises(BadInputError, match=f"at most {most} {what}; these are {most + 1}"):
        check_edited(over, BEGUN)
    # Were there more all the same, what there may be is saved.
    held, left_out = writable(over)
    assert held == full
    assert [f"at most {most}" in words for words in left_out] == [True]


def test_every_list_of_the_document_has_a_limit() -> None:
    """Each that a file refuses when it is too long, and every list of the document itself."""
    assert set(MADE) == set(CAPACITY)
    own = {name for name in Project.__struct_fields__ if isinstance(getattr(BEGUN, name), tuple)}
    assert own <= set(CAPACITY)


def test_a_log_of_very_many_words_ends_before_a_file_does() -> None:
    lines = tuple(Entry(f"e{k + 1}", "note", NOW, text="é" * 2000) for k in range(LOG_SIGNS // 2000 + 1))
    check_edited(full := holding("days.log", lines[:-1]), BEGUN)
    with pytest.raises(BadInputError, match="new project"):
        check_edited(holding("days.log", lines), BEGUN)
    assert parse_project(dump_project(full)) == full


@pytest.mark.parametrize(
    ("wrong", "said", "blamed"),
    [
        (structs.replace(BEGUN, photos=(Photo("h1", "a.png", "K\udcfcche"),)), "type it anew", "photo"),
        (structs.replace(BEGUN, name="x" * 121), "121 signs", "a"),
        (structs.replace(BEGUN, name="K\udcfcche"), "type it anew", "a"),
        (structs.replace(BEGUN, photos=(Photo("h1", "x" * 121),)), "cannot be kept", "photo"),
        (structs.replace(BEGUN, stock=(StockLine("s1", "pine", 1e99),)), "no number that can be", "board"),
    ],
)
def test_what_no_file_holds_is_refused_and_nothing_else_is_kept_back(
    wrong: Project, said: str, blamed: str, tmp_path: Path
) -> None:
    with pytest.raises(BadInputError, match=said):
        check_edited(wrong, BEGUN)
    # Were it there all the same, the rest is saved and it is named.
    held, left_out = write_project(tmp_path / "a.json", wrong)
    assert read_project(tmp_path / "a.json") == held
    assert held.changes == BEGUN.changes
    assert [words.split(" ")[0] for words in left_out] == [blamed]
    assert left_out[0].encode(), "it can be shown"


@random_cases(12)
@given(st.lists(st.binary(min_size=1, max_size=200), min_size=1, max_size=3))
def test_photos_of_any_name_come_in_and_the_document_is_saved(names: list[bytes]) -> None:
    import tempfile

    with tempfile.TemporaryDirectory() as folder:
        path, files = Path(folder) / "a.zygoform.json", list[Path]()
        own = "0123456789ab"
        for name in {name.replace(b"/", b"-").replace(b"\0", b"0")[:250] for name in names} - {b".", b".."}:
            # Beside the project, and in its own folder already.
            for place in (Path(folder), Path(folder) / f"a.zygoform photos {own}"):
                place.mkdir(exist_ok=True)
                files.append(place / os.fsdecode(name))
                files[-1].write_bytes(b"\x89PNG\r\n\x1a\n" + name)
        taken, faults = bring_in_all(path, own, files)
        assert not faults
        project = add_photos(BEGUN, tuple(taken), own).project
        check_edited(project, BEGUN)
        assert write_project(path, project) == (project, ())
        assert read_project(path) == project


steps = st.lists(
    st.tuples(st.sampled_from(("line", "photo", "tick", "back", "again")), st.integers(0, 99)), max_size=12
)


@given(steps, st.data())
def test_what_happened_comes_back_on_any_state_it_began_from(
    done: list[tuple[str, int]], data: st.DataObject
) -> None:
    """Whatever was done, taken back and done again: an older state with the journal is what it was at last."""
    states = [BEGUN]
    for what, k in done:
        now = states[-1]
        if what == "line":
            days = structs.replace(
                now.days, log=(*now.days.log, Entry(now.days.next_entry, "note", NOW, text=f"{k}"))
            )
            states.append(structs.replace(now, days=days))
        elif what == "photo":
            states.append(add_photos(now, ((f"{k}.png", "Bench"),), "0123456789ab").project)
        elif what == "tick":
            states.append(structs.replace(now, facts=(*now.facts, Fact("cut", f"p1/{len(states)}-{k}"))))
        else:
            states.append(states[max(0, len(states) - 2)] if what == "back" else states[k % len(states)])
    written = [one for a, b in pairwise(states) if (one := happening(a, b)) is not None]
    base = data.draw(st.sampled_from(states))
    again = replayed(base, written)
    for place in ("days.log", "photos", "facts"):
        got, wanted = (attrgetter(place)(state) for state in (again, states[-1]))
        assert sorted(got, key=repr) == sorted(wanted, key=repr), place

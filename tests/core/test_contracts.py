"""Every row of every registry keeps its contract; a broken one, planted, is refused by name of what it lacks."""

import sys
from collections.abc import Callable
from types import ModuleType, SimpleNamespace
from typing import Annotated, Any, Literal

import pytest
from msgspec import structs

from tests.contracts import (
    at_its_ends,
    begun,
    coat_breaches,
    export_breaches,
    family_breaches,
    guesses_forgotten,
    handles_astray,
    not_told,
    out_of_order,
    through_another,
)
from tests.planned import plan_of
from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.registry import CHANGE_KINDS, ChangeKind
from zygoform.core.coats.coat import KNOWN_COATS
from zygoform.core.form.form import Board, Form
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import X, Z, upright
from zygoform.core.measure.message import Message
from zygoform.core.measure.param import choice, length
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Handle, Outcome
from zygoform.core.outcome.work import Deed, Work
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.patterns.strip import Strip
from zygoform.core.shop import Shop
from zygoform.files.demo import demo_project, fresh_project
from zygoform.files.exports import TABLE_EXPORTS
from zygoform.files.paper import PAPERS
from zygoform.files.project_json import dump_project

BEGINS = sorted(kind for kind, row in CHANGE_KINDS.items() if row.begins)


def breaches_of(kind: str) -> list[str]:
    """Of a kind of change on every kind of piece as it begins, and at its ends on the first that takes it."""
    found, tried = list[str](), 0
    for piece in PIECE_KINDS:
        project = begun(CHANGE_KINDS[kind], piece)
        if project is None:
            continue
        found += not_told(project) + guesses_forgotten(project) + handles_astray(project) + out_of_order(project)
        for own in at_its_ends(project) if not tried else (project,):
            found += through_another(own)
        tried += 1
    return sorted(set(found)) if tried else [f"{kind} can be begun on no piece"]


@pytest.mark.parametrize("kind", BEGINS)
def test_every_kind_of_change_keeps_its_contract(kind: str) -> None:
    assert breaches_of(kind) == []


@pytest.mark.parametrize("family", sorted(FAMILIES))
def test_every_family_keeps_its_contract(family: str) -> None:
    assert family_breaches(family, FAMILIES[family].load) == []


@pytest.mark.parametrize("coat", sorted(KNOWN_COATS))
def test_every_material_keeps_its_contract(coat: str) -> None:
    assert coat_breaches(KNOWN_COATS[coat], fresh_project()) == []  # type: ignore[index]


def test_every_table_and_paper_can_be_read_back() -> None:
    project = demo_project()
    plan = plan_of(project)
    made = {row.ending: row.make(project, plan).encode("utf-8-sig") for row in TABLE_EXPORTS}
    made |= {paper.ending: paper.make(project, plan) for paper in PAPERS if paper.id != "days"}
    made["project.json"] = dump_project(project)
    assert [said for name, content in made.items() for said in export_breaches(name, content)] == []
    assert export_breaches("planted.pdf", b"%PDF-1.7 and no more") == [
        "planted.pdf cannot be read back: PdfStreamError"
    ]
    assert export_breaches("planted.csv", b"") == ["planted.csv is empty when it is read back"]


class Cleat(ChangeBase, frozen=True, tag="cleat"):
    """A board across the inside, as a newcomer might add it."""

    board: Annotated[str, choice("Board", stock="board")] = "pine-1x4"
    raised: Annotated[float, length("Raised", 0.0, 100.0)] = 10.0


def planted(
    monkeypatch: pytest.MonkeyPatch, *, through: bool, guess: bool, minutes: bool = True, handle: float = 0.0,
    lid: Literal["", "told", "untold"] = "",
) -> None:  # fmt: skip
    """A kind whose board runs from end to end of the piece, above all of it or through what stands there.

    What is dragged of it goes by so many times as much. It is a `lid` that is screwed on, and told of or not.
    """

    def worked(change: Cleat, form: Form, shop: Shop, _condition: object) -> Outcome:
        body = change.body_in(form)
        size, wide = shop.size(change.board), body.width
        low = body.height / 2 if through else body.height + 300.0
        solid = upright(rectangle(0.0, 10.0, wide.value, 10.0 + size.thickness), low, low + size.width)
        board = Board(f"{change.id}/cleat", "Cleat", "top" if lid else "rail", solid, X)
        rests = wide.guesses if guess else frozenset[str]()
        own = Member(
            change.id, board, Axes(X, Z), size, rests_on=rests, length_of=structs.replace(wide, guesses=rests)
        )
        work = Work("cut", "cut", Message("Cut the cleat"), (("crosscut", 1),) if minutes else (), (board.id,))
        does = (Deed("on", (board.id,), loose=True),) if lid == "told" else ()
        fix = Work("fix", "fix", Message("Screw it on"), (("drive screw", 4),), (board.id,), does=does)
        held = Handle(change.id, "raised", "Higher", (0.0, 0.0, handle * change.raised), Z)
        handles = (held,) if handle else ()
        works = (work, fix) if lid else (work,)
        said = Message("A cleat")
        return Outcome(change.id, said, members=(own,), work=works, handles=handles, body=body.id)

    for name, own in (("entries", SimpleNamespace(Cleat=Cleat)), ("worked", SimpleNamespace(worked=worked))):
        module = ModuleType(name)
        vars(module).update(vars(own))
        monkeypatch.setitem(sys.modules, f"zygoform.core.changes.planted.{name}", module)
    row = ChangeKind("cleat", "planted:Cleat", "Cleat", frozenset({"side"}))
    monkeypatch.setitem(CHANGE_KINDS, "cleat", row)


@pytest.mark.parametrize(
    ("fault", "said"),
    [
        ({"through": True, "guess": True}, "runs through"),
        ({"through": False, "guess": False}, "moves with the width, a guess, and does not say so"),
        ({"through": False, "guess": True, "minutes": False}, "takes no minutes"),
        ({"through": False, "guess": True, "handle": -1.0}, "does not go with raised"),
        ({"through": False, "guess": True, "lid": "untold"}, "c1/fix covers what is not coated"),
    ],
)
def test_a_broken_kind_is_refused(fault: dict[str, Any], said: str, monkeypatch: pytest.MonkeyPatch) -> None:
    planted(monkeypatch, through=False, guess=True, handle=1.0, lid="told")
    assert breaches_of("cleat") == []
    planted(monkeypatch, **fault)
    assert [breach for breach in breaches_of("cleat") if said in breach]


def test_a_broken_family_or_material_is_refused() -> None:
    def twice() -> Callable[..., list[Strip]]:
        load = FAMILIES["slats"].load()
        return lambda field, w, change: [
            *load(field, w, change),
            *(structs.replace(strip, layer=strip.layer) for strip in load(field, w * 1.7, change)),
        ]

    def not_turned() -> Callable[..., list[Strip]]:
        load = FAMILIES["slats"].load()
        return lambda field, w, change: load(field, w if field.middle[0] < 300 else w * 2, change)

    assert family_breaches("planted", twice) == ["two strips of planted overlap"]
    assert family_breaches("planted", not_turned) == ["planted is not its mirror image on the other side"]
    coat = KNOWN_COATS["enamel"]
    unsold = structs.replace(coat, id="lacquer", title="Lacquer")
    assert coat_breaches(unsold, fresh_project()) == ["Lacquer has no price"]
    hasty = structs.replace(coat, recoat=(0.0, 0.0))
    assert coat_breaches(hasty, fresh_project()) == [f"{coat.title} has no wait"]

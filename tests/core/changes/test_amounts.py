"""What changes ask for grows with what they are for: as many times the work, the goods and the glue."""

import itertools
import math

import pytest
from msgspec import structs

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_shelves import chest
from tests.planned import changed, made, plan_of
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import set_value
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.survey.disassembly import likely_hardware
from zygoform.files.demo import fresh_project

MAIN = "p1/body/main"


def amounts(outcome: Outcome) -> dict[tuple[str, str], float]:
    """Every task of every step, every supply, every fitting, by what it is."""
    found: dict[tuple[str, str], float] = {}
    for work in outcome.work:
        for task, amount in work.tasks:
            if task in ("saw set", "dry fit"):
                # Once for all that is cut at one setting, and once for all that is laid out.
                continue
            found[work.own, task] = found.get((work.own, task), 0.0) + amount
    for supply in outcome.supplies:
        found["supply", supply.kind] = found.get(("supply", supply.kind), 0.0) + supply.amount
    for fitting in outcome.fittings:
        found["fitting", fitting.kind] = found.get(("fitting", fitting.kind), 0.0) + fitting.count
    return found


@pytest.mark.parametrize(
    ("kind", "values"),
    [
        ("drawer_box", {}),
        ("drawer_box", {"runs_on": "centre"}),
        ("drawer_parts", {"bottom": True, "left": True, "joints": "glue"}),
        ("drawer_parts", {"bottom": True, "blocks": "new", "stops": "on"}),
        ("lining", {}),
        ("pulls", {"each": "two", "spacing": 96.0}),
        ("pattern", {"family": "frames", "run": "each"}),
        ("veneer", {}),
    ],
)
def test_three_drawers_ask_for_three_times_what_one_asks_for(kind: str, values: dict[str, object]) -> None:
    """Of equal drawers over each other: one by itself, then all three."""
    values = {name: value for name, value in values.items() if takes(kind, name, value)}
    one = made(changed(chest(columns=1), kind, "p1/front/o1", **{**values, "on": "this"}))
    every = "drawers" if kind in ("pulls", "pattern", "veneer") else "all"
    three = made(changed(chest(columns=1), kind, MAIN, **{**values, "on": every}))
    alone, together = amounts(one), amounts(three)
    assert alone.keys() == together.keys()
    for what, amount in alone.items():
        assert together[what] == pytest.approx(3 * amount, rel=0.02, abs=1.01 if what[0] == "fitting" else 1e-6), (
            what
        )


def takes(kind: str, name: str, value: object) -> bool:
    """Whether an entry can have that value: a test of values that are not there would say nothing."""
    done = set_value(changed(chest(columns=1), kind, MAIN), "c1", name, value).project
    assert getattr(done.changes[0], name) == value
    return True


@pytest.mark.parametrize(("what", "apart"), [("cane", 15.0), ("cane", 40.0), ("mesh", 25.0)])
def test_staples_go_all_round_every_insert_at_most_so_far_apart(what: str, apart: float) -> None:
    project = changed(cupboard(), "cutout", MAIN, shape="rectangle", side=70.0, top=80.0, bottom=95.0, what=what)
    project = set_value(project, "c1", "apart", apart).project
    outcome = made(project)
    (staples,) = [f for f in outcome.fittings if f.kind == "staple"]
    rounds = [2 * (t.width - 140.0) + 2 * (t.height - 175.0) for t in outcome.templates]
    doors = [b for b in plan_of(project).found.bodies[0].boards if b.role == "door"]
    assert staples.count == sum(math.ceil(rounds[0] / apart - 1e-9) for _ in doors)


@pytest.mark.parametrize("stands", [False, True])
def test_a_bar_made_of_a_dowel_stands_off_its_front_with_its_middle_on_its_place(stands: bool) -> None:
    project = changed(
        cupboard() if stands else chest(columns=1), "pulls", MAIN, shape="dowel", spacing=160.0, standoff=25.0,
        ends=30.0, each="one", on="all" if stands else "drawers",
    )  # fmt: skip
    plan = plan_of(project)
    body, outcome = plan.planned.bodies[0], plan.outcomes[0]
    rod = plan.shop.size(outcome.members[0].part.size_id).width
    bars = [m.board.solid.box for m in outcome.members if "-post-" not in m.board.id]
    posts = [m.board.solid.box for m in outcome.members if "-post-" in m.board.id]
    assert len(posts) == 2 * len(bars)
    along, across = (2, 0) if stands else (0, 2)
    for low, high in bars:
        assert high[along] - low[along] == pytest.approx(160.0 + 2 * 30.0)
        face = min(b.solid.box[0][1] for b in body.boards if b.role == ("door" if stands else "drawer"))
        assert face - high[1] == pytest.approx(25.0, abs=0.3)
        assert face - low[1] == pytest.approx(25.0 + rod, abs=0.3)
        mine = [p for p in posts if abs((p[0][across] + p[1][across]) - (low[across] + high[across])) < 0.1]
        middle = (low[along] + high[along]) / 2
        places = sorted((p[0][along] + p[1][along]) / 2 - middle for p in mine if abs(p[0][along] - middle) < 160)
        assert places == pytest.approx([-80.0, 80.0], abs=0.1)
        for post in mine:
            assert post[1][1] == pytest.approx(face)


def test_hardware_that_a_piece_most_likely_has_is_counted() -> None:
    sizes = {"width": "900 mm", "height": "500 mm", "depth": "450 mm"}
    box = plan_of(new_piece(fresh_project(), "Box", sizes, "lidded_box").project).found.bodies[0]
    assert {h.what: h.count for h in likely_hardware(box)}["Lid hinges"] == 2
    lids = tuple(structs.replace(b, id=f"{b.id}-{k}") for b in box.boards if b.role == "lid" for k in range(3))
    three = structs.replace(box, boards=(*(b for b in box.boards if b.role != "lid"), *lids))
    assert {h.what: h.count for h in likely_hardware(three)}["Lid hinges"] == 6


@pytest.mark.parametrize("straps", [1, 2, 3, 4])
def test_straps_are_spread_behind_the_upper_edge_and_screwed_at_both_ends(straps: int) -> None:
    """Each in the middle of its share of the width, flush with what stands highest, its back on the wall."""
    project = changed(chest(columns=1), "wall_anchor", MAIN, straps=straps)
    outcome, body = made(project), plan_of(project).found.bodies[0]
    frame = [board.solid.box for board in body.boards if board.role in ("side", "back", "rail", "top", "upright")]
    left, right = min(low[0] for low, _ in frame), max(high[0] for _, high in frame)
    middles = sorted((b.solid.box[0][0] + b.solid.box[1][0]) / 2 for b in outcome.drawn)
    share = (right - left) / straps
    assert middles == pytest.approx([left + share * (k + 0.5) for k in range(straps)], abs=share / 4)
    assert [b - a for a, b in itertools.pairwise(middles)] == pytest.approx([share] * (straps - 1), abs=20)
    back = max(board.solid.box[1][1] for board in body.boards)
    assert {round(board.solid.box[0][1] - back, 6) for board in outcome.drawn} == {0.0}
    assert sum(f.count for f in outcome.fittings if f.kind == "wood screw") == 4 * straps


@pytest.mark.parametrize(("kind", "way", "told"), [
    ("lidded_box", "round", True), ("lidded_box", "over", False), ("case", "round", False), ("case", "over", False),
])  # fmt: skip
def test_hinges_are_told_where_a_lid_is_turned_round(kind: str, way: str, told: bool) -> None:
    sizes = {"width": "900 mm", "height": "500 mm", "depth": "450 mm"}
    project = changed(new_piece(fresh_project(), "X", sizes, kind).project, "old_top", MAIN, way=way)
    outcome = made(project)
    assert ("Hinges" in {note.label for note in outcome.notes}) == told
    assert outcome.result.text.startswith("Turned over" if way == "over" else "Turned round")


@pytest.mark.parametrize("count", [1, 3])
def test_short_parts_are_told_once_a_shape_with_how_many(count: int) -> None:
    project = changed(chest(columns=1), "own_part", MAIN, length=90.0, count=count)
    plan = plan_of(project)
    (found,) = [f for f in plan.findings if f.code == "short_parts"]
    assert len(found.where) == count
    assert found.what.text.startswith("3 parts 1a are" if count == 3 else "Part 1a is")
    assert found.why.lengths[0] > found.what.lengths[0] == pytest.approx(90.0, abs=1)

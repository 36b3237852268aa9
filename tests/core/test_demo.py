"""The demo counter: thirteen changes in two variants, each of which can be built as it stands."""

import pytest

from zygoform.core.ids import piece_of
from zygoform.core.plan.compared import compared, totals_of
from zygoform.core.plan.plan import compile_plan
from zygoform.files.demo import demo_project, set_demo


@pytest.mark.parametrize(("variant", "left_out"), [("v1", {"c9", "c10"}), ("v2", {"c1", "c2"})])
def test_each_variant_is_built_of_what_it_says(variant: str, left_out: set[str]) -> None:
    project = demo_project()
    plan = compile_plan(project, None, None, variant)
    assert plan is not None
    assert plan.failures == ()
    assert {change.id for change in project.changes} - {change.id for change in plan.changes} == left_out
    assert plan.form.superseded == {}
    assert not [f for f in plan.findings if f.weight == "stop"]
    # Everything it needs is on the price list.
    assert not [row.name for row in plan.purchase.rows if row.missing]


def test_the_two_differ_in_what_they_come_to() -> None:
    project = demo_project()
    assert (len(project.changes), len(project.variants)) == (13, 2)
    rows = compared(project, ("v1", "v2"))
    assert sum(row.differs for row in rows) == 4
    first, second = (totals_of(plan) for v in ("v1", "v2") if (plan := compile_plan(project, None, None, v)))
    assert first.height < second.height
    assert first.money != second.money


def test_screws_are_what_is_driven() -> None:
    """Neither the tiles nor the pins of the back are any; what is bought is in the same group."""
    plan = compile_plan(demo_project(), None, None, "v2")
    assert plan is not None
    kinds = {f.kind for o in plan.outcomes for f in o.fittings}
    assert {"tile", "pin", "wood screw"} <= kinds
    assert plan.screws == sum(f.count for o in plan.outcomes for f in o.fittings if f.kind.endswith("screw"))


def test_in_a_set_every_line_says_of_which_pieces_it_is() -> None:
    """Of a single piece nobody asks; of a set no line of the list, and no finding, leaves it open."""
    project = set_demo()
    plan, names = compile_plan(project), [piece.name for piece in project.known_pieces]
    assert plan is not None
    for row in plan.purchase.rows:
        assert any(name in row.need for name in names), row.need
        whose = {piece_of(c.targets[0]) for c in project.changes if c.number in row.changes}
        assert all(project.names[piece] in row.need for piece in whose), row.need
    told = [f for f in plan.findings if f.code == "drawer_too_wide"]
    assert len({f.what.text for f in told}) == len(told) == 2
    alone = compile_plan(demo_project())
    assert alone is not None
    assert not [row.need for row in alone.purchase.rows if "(" in row.need or "counter" in row.need]

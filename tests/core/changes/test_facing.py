"""Veneer, transfers and stencils: sizes from the faces themselves, counts against placing rectangles by hand."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs
from shapely import Polygon, box, union_all

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_pattern import MAIN, strips_of
from tests.core.changes.test_shelves import chest
from tests.fuzzing import random_cases
from tests.planned import changed, made, plan_of
from zygoform.core.changes.facing.transfer.worked import TransferSet
from zygoform.core.edits.condition import set_made_of
from zygoform.core.edits.planning import apply_fix, set_value
from zygoform.core.measure.write import DisplayUnit
from zygoform.core.plan.plan import Plan


def faces(plan: Plan, role: str = "drawer") -> list[tuple[float, float, float, float]]:
    """x0, z0, x1, z1 of every front."""
    boxes = [b.solid.box for b in plan.found.bodies[0].boards if b.role == role]
    return [(low[0], low[2], high[0], high[2]) for low, high in boxes]


@pytest.mark.parametrize("grain", ["level", "upright"])
def test_a_piece_of_veneer_is_its_face_and_the_allowance_all_round(grain: str) -> None:
    project = changed(chest(columns=2), "veneer", MAIN, grain=grain, allowance=12.0)
    plan, outcome = plan_of(project), made(project)
    found = faces(plan)
    wanted = sorted((x1 - x0 + 24, z1 - z0 + 24) for x0, z0, x1, z1 in found)
    cut = sorted((p.length, p.width) if grain == "level" else (p.width, p.length) for p in outcome.parts)
    assert cut == [pytest.approx(own) for own in wanted]
    area = sum((x1 - x0) * (z1 - z0) for x0, z0, x1, z1 in found) / 1e6
    assert [s.amount for s in outcome.supplies] == [pytest.approx(165 * area)]
    # The face is covered wholly, and nothing over its edge.
    for host, film in strips_of(plan.planned.bodies[0]):
        (a, _, b), (c, _, d) = film.solid.box
        (e, _, f), (g, _, h) = host.solid.box
        assert (a, b, c, d) == pytest.approx((e, f, g, h))
    # Bearers every 150 mm at most over the longest face, a clamp at both their ends.
    longest = max(max(x1 - x0, z1 - z0) for x0, z0, x1, z1 in found)
    bearers = math.ceil(longest / 150 - 1e-9) + 1
    press = next(n for n in outcome.notes if n.label == "Press").message
    assert press.text.startswith(f"{bearers} bearers, {2 * bearers} clamps")
    laid = [on.part.id for layout in plan.layouts for board in layout.boards for on in board.parts]
    assert sorted(laid) == sorted(p.id for p in outcome.parts)


def test_what_a_knife_cuts_is_no_setting_of_a_saw_and_is_told_as_thin_as_it_is() -> None:
    veneer = plan_of(changed(chest(columns=2), "veneer", MAIN))
    assert [group.title for group in veneer.settings] == ["Veneer, with a knife"]
    assert not any(group.sawn for group in veneer.settings)
    assert {row.left for row in veneer.part_rows} == {"square"}
    sawn, ironed = (
        plan_of(changed(chest(columns=2), "pattern", MAIN, family="chevron", fixing=fixing))
        for fixing in ("glue", "iron")
    )
    assert any(group.title.startswith("Flat, swung") for group in sawn.settings)
    assert {group.title.split(",")[0] for group in ironed.settings if group.across} == {"With a knife or shears"}
    assert {(row.code, row.left, row.right) for row in ironed.part_rows} == {
        (row.code, row.left, row.right) for row in sawn.part_rows
    }
    assert DisplayUnit("inch", 16).show_thick(25.4 / 32) == '1/32"'
    assert DisplayUnit("mm").show_thick(0.6).replace("\u00a0", " ") == "0.6 mm"
    assert DisplayUnit("inch", 16).show_thick(19.05) == '3/4"'


@pytest.mark.parametrize("kind", ["veneer", "pattern"])
def test_what_is_glued_on_foil_holds_no_better_than_the_foil(kind: str) -> None:
    project = changed(chest(columns=2), kind, MAIN)
    assert "slick_ground" not in {f.code for f in plan_of(project).findings}
    front = next(b.id for b in plan_of(project).found.bodies[0].boards if b.role == "drawer")
    foil = set_made_of(project, (front,), "foil on board").project
    found = next(f for f in plan_of(foil).findings if f.code == "slick_ground")
    assert found.where == (front,)
    assert found.change_id == "c1"


def test_a_face_wider_than_the_sheet_takes_several_side_by_side_and_too_long_a_one_is_refused() -> None:
    project = changed(cupboard(doors=1), "veneer", MAIN, on="fronts", grain="upright", allowance=10.0)
    plan, outcome = plan_of(project), made(project)
    (x0, _, x1, _), sheet = faces(plan, "door")[0], project.shop.size(project.changes[0].sheet)  # type: ignore[union-attr]
    count = math.ceil((x1 - x0) / (sheet.width - 20))
    assert count > 1
    assert [p.width for p in outcome.parts] == pytest.approx([(x1 - x0) / count + 20] * count)
    films = [film.solid.box for _, film in strips_of(plan.planned.bodies[0])]
    assert sorted(b[0][0] for b in films) == pytest.approx([x0 + k * (x1 - x0) / count for k in range(count)])
    assert "turned over" in next(n for n in outcome.notes if n.label == "Joints").message.text
    # The allowance on both sides counts: with it a sheet as wide as the face is too narrow.
    face = plan_of(changed(chest(columns=2), "veneer", MAIN, grain="upright", allowance=10.0))
    across = max(x1 - x0 for x0, _, x1, _ in faces(face))
    narrow = tuple(
        structs.replace(t, width=across + 15.0) if t.id == "veneer-24" else t for t in project.shop.timber
    )
    two = changed(chest(columns=2), "veneer", MAIN, grain="upright", allowance=10.0)
    two = structs.replace(two, shop=structs.replace(two.shop, timber=narrow))
    assert len(made(two).parts) == 2 * len(faces(face))
    wide = changed(chest(columns=1), "veneer", MAIN)
    sizes = tuple(o for o in (project.shop.size("veneer-24").offers) if o.length < 1300)

    short = tuple(structs.replace(t, offers=sizes) if t.id == "veneer-24" else t for t in wide.shop.timber)
    longest = max(x1 - x0 for x0, _, x1, _ in faces(plan_of(wide)))
    failures = plan_of(structs.replace(wide, shop=structs.replace(wide.shop, timber=short))).failures
    assert [f.parameter for f in failures] == (["grain"] if longest + 20 > 1219.2 else [])
    assert plan_of(set_value(wide, "c1", "sheet", "ply-3/4x48").project).failures[0].parameter == "sheet"


def test_the_other_way_is_a_variant_with_strips_ironed_on() -> None:
    project = changed(chest(), "veneer", MAIN)
    (finding,) = [f for f in plan_of(project).findings if f.code == "veneer_other_way"]
    project = apply_fix(project, finding.fixes[0]).project
    assert [v.name for v in project.variants][1:] == ["Strips ironed on"]
    plan = plan_of(project)
    assert [o.change_id for o in plan.outcomes] == ["c2"]
    assert plan.outcomes[0].result.text.startswith("Direction changes")
    first = plan_of(structs.replace(project, chosen=project.variants[0].id))
    assert [o.change_id for o in first.outcomes] == ["c1"], "the plan as it was is untouched"


def set_of(project: object) -> TransferSet:
    plan = plan_of(project)  # type: ignore[arg-type]
    return TransferSet(plan.changes[0], plan.found.bodies[0], project.shop)  # type: ignore[attr-defined, arg-type]


@random_cases(25)
@given(
    st.sampled_from(["one", "each"]), st.sampled_from(["whole", "oval"]), st.floats(80, 2500), st.floats(80, 1200),
    st.floats(0, 30),
)  # fmt: skip
def test_sheets_cover_what_they_are_trimmed_to_and_the_rest_is_accounted_for(
    run: str, shape: str, wide: float, high: float, margin: float
) -> None:
    """All pieces together are the outline within the fronts; no fewer sheets could hold their boxes."""
    project = changed(
        chest(columns=2), "transfer", MAIN, run=run, shape=shape, sheet_wide=wide, sheet_high=high, margin=margin
    )
    own = set_of(project)
    fronts = union_all([box(f.x, f.y, f.x + f.w, f.y + f.h) for f in own.field.fronts])
    wanted = sum(Polygon(outline).intersection(fronts).area for outline in own.outlines)
    assert sum(Polygon(p.outline).area for p in own.pieces) == pytest.approx(wanted, rel=1e-5)
    columns, rows = own.grid
    across, up = own._largest
    assert (columns - 1) * wide < across <= columns * wide + 1e-6
    assert (rows - 1) * high < up <= rows * high + 1e-6
    if columns * rows == 1:
        fit = max(
            i * j for i in range(1, 20) for j in range(1, 20) if i * across <= wide + 1e-6 and j * up <= high + 1e-6
        )
        assert own.sheets == math.ceil(len(own.outlines) / fit)
    else:
        assert own.sheets == columns * rows * len(own.outlines)
    sheets = own.sheets * wide * high
    left = sum(over.width * over.height * over.count for over in own.left_over())
    boxes = len(own.outlines) * across * up
    # Corners are told twice where a sheet loses both ways; nothing more than the sheets is there.
    assert left <= 2 * (sheets - boxes) + 1e-3 or columns * rows == 1
    outcome = made(project)
    assert [f.count for f in outcome.fittings] == [own.sheets]
    assert bool(outcome.templates) == (shape == "oval")
    if outcome.templates:
        ring = Polygon(outcome.templates[0].rings[0])
        assert ring.bounds == pytest.approx((0, 0, outcome.templates[0].width, outcome.templates[0].height))
        a, b = outcome.templates[0].width / 2, outcome.templates[0].height / 2
        assert ring.area == pytest.approx(math.pi * a * b, rel=2e-3)


def test_one_stencil_does_however_often_it_is_laid() -> None:
    project = changed(
        chest(columns=2), "transfer", MAIN, what="stencil", run="each", sheet_wide=120.0, sheet_high=90.0
    )
    outcome, own = made(project), set_of(project)
    assert [(f.kind, f.count) for f in outcome.fittings] == [("stencil", 1)]
    assert own.places == own.grid[0] * own.grid[1] * len(own.field.fronts)
    assert f"{own.places} times" in outcome.result.text
    assert not own.left_over()
    side = changed(cupboard(), "transfer", "p1/side/left")
    assert plan_of(side).failures == ()
    assert {host.id for host, _ in strips_of(plan_of(side).planned.bodies[0])} == {"p1/side/left"}
    assert plan_of(changed(chest(), "transfer", MAIN, margin=290.0)).failures[0].parameter == "margin"

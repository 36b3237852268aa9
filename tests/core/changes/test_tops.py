"""Tops of sheet and of tiles: a sheet within its strips, corners out of square, every kind of piece with a top."""

import itertools
import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import Polygon
from shapely.ops import unary_union

from tests.fuzzing import random_cases
from tests.outlines import outline_of
from tests.planned import changed, made, plan_of
from tests.strategies import bent
from zygoform.core.edits.condition import set_made_of
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import apply_fix, set_value
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project

WITH_TOPS = ("case", "table", "seat", "lidded_box")


def topped(change: str, kind: str = "case", **values: object) -> Project:
    sizes = {"width": "900 mm", "height": "800 mm", "depth": "450 mm"}
    return changed(new_piece(fresh_project(), "X", sizes, kind).project, change, "p1/body/main", **values)


def test_boards_that_lie_apart_are_spaced_and_screwed_one_by_one_and_none_is_glued() -> None:
    glued, spaced = (made(topped("plank_top", gap=gap, screws=False)) for gap in (0.0, 6.0))
    told = [" ".join(work.what.text for work in outcome.work) for outcome in (glued, spaced)]
    assert "Glue" in told[0]
    assert "lue" not in told[1]
    assert "clamp" not in told[1]
    assert "spacers between them" in told[1]
    screws = sum(amount for work in spaced.work for task, amount in work.tasks if task == "drive screw")
    assert screws == sum(f.count for f in spaced.fittings if f.kind == "wood screw")
    assert {caution.code for caution in glued.cautions} - {caution.code for caution in spaced.cautions} == {"glue"}


@random_cases(40)
@given(st.tuples(*[st.floats(-20, 60)] * 4), st.floats(-4, 4), st.floats(-4, 4), st.sampled_from(("three", "four")))
def test_sheet_and_strips_fill_the_top_and_meet_without_gap(
    over: tuple[float, ...], left: float, right: float, sides: str
) -> None:
    """Read as polygons they cover the body's outline moved out by the overhangs, once."""
    project = topped("sheet_top", sides=sides)
    for name, mm in zip(("front", "right", "back", "left"), over, strict=True):
        project = set_value(project, "c1", f"overhang_{name}", mm).project
    project = bent(project, 90 + left, 90 + right)
    plan = plan_of(project)
    outcome = made(project)
    pieces = [Polygon(outline_of(member.board)) for member in outcome.members]
    assert len(pieces) == (5 if sides == "four" else 4)
    whole = unary_union(pieces)
    assert whole.area == pytest.approx(sum(p.area for p in pieces), rel=1e-6)
    body = Polygon(plan.found.bodies[0].plan)
    lines = list(zip(body.exterior.coords, body.exterior.coords[1:], strict=False))
    # Each side of the whole lies its overhang outside the body's.
    for ((ax, ay), (bx, by)), mm in zip(lines, over, strict=False):
        long = math.dist((ax, ay), (bx, by))
        out = ((by - ay) / long, (ax - bx) / long)
        far = max(x * out[0] + y * out[1] for x, y in whole.exterior.coords)
        assert far - (ax * out[0] + ay * out[1]) == pytest.approx(mm, abs=1e-4)
    assert whole.convex_hull.area == pytest.approx(whole.area, rel=1e-6), "no gap at a corner"


@pytest.mark.parametrize("kind", WITH_TOPS)
@pytest.mark.parametrize("change", ["plank_top", "sheet_top"])
def test_a_top_goes_on_every_piece_that_has_one(kind: str, change: str) -> None:
    plan = plan_of(topped(change, kind))
    assert plan.failures == ()
    old = {board.id for board in plan.found.boards if board.role in ("top", "lid", "seat")}
    assert old
    assert not old & {board.id for board in plan.planned.boards}
    over = plan_of(topped(change, kind, place="over"))
    assert old <= {board.id for board in over.planned.boards}
    highest = max(board.solid.box[1][2] for board in over.planned.boards)
    new = over.outcomes[0].members[0].board.solid.box
    assert (new[0][2], new[1][2]) == pytest.approx(
        (max(over.found.board(own).solid.box[1][2] for own in old), highest)  # type: ignore[union-attr]
    )


def test_a_sheet_by_hand() -> None:
    """900 body with 12 over its sides less the top's overhang; strips 19.05 thick on three sides: by hand."""
    project = topped("sheet_top", overhang_left=30.0, overhang_right=30.0, overhang_front=20.0, overhang_back=0.0)
    outcome, body = made(project), plan_of(project).found.bodies[0]
    wide, deep = body.width.value + 60, body.depth.value + 20
    sheet, *strips = (member.part for member in outcome.members)
    assert (sheet.length, sheet.width) == pytest.approx((wide - 2 * 19.05, deep - 19.05))
    assert [strip.length for strip in strips] == pytest.approx([wide, deep, deep])
    assert [(abs(s.left.bevel), abs(s.right.bevel)) for s in strips] == [(45, 45), (45, 0), (0, 45)]
    band = made(set_value(project, "c1", "edges", "band").project)
    metres = (wide + 2 * deep) / 1000
    assert [s.amount for s in band.supplies] == pytest.approx([metres * 1.1])


def test_a_strip_that_meets_the_body_is_told_and_mended_by_a_click() -> None:
    project = topped("sheet_top", trim_height=38.1, overhang_left=25.0, overhang_right=25.0, overhang_front=5.0)
    finding = next(f for f in plan_of(project).findings if f.code == "strip_meets_body")
    for fix in finding.fixes:
        after = plan_of(apply_fix(project, fix).project)
        assert not any(f.code in ("strip_meets_body", "runs_through") for f in after.findings)


def test_a_tiled_top_by_hand() -> None:
    """A field of 760 x 400 with tiles of 97 and joints of 3: 8 by 5, cut to 78.5 and 48.5 (the handbook's sums)."""
    project = topped("tiled_top", tile_long=97.0, tile_wide=97.0, joint=3.0, tile_thick=8.0, edge_joint=0.0)
    body = plan_of(project).found.bodies[0]
    strip = 19.05
    for name, mm in (
        ("overhang_left", (760 + 2 * strip - body.width.value) / 2),
        ("overhang_right", (760 + 2 * strip - body.width.value) / 2),
        ("overhang_front", 400 + 2 * strip - body.depth.value),
        ("overhang_back", 0.0),
    ):
        project = set_value(project, "c1", name, mm).project
    outcome = made(project)
    assert outcome.result.lengths == pytest.approx((78.5, 48.5))
    assert {f.kind: f.count for f in outcome.fittings}["tile"] == 44
    amounts = {s.kind: s.amount for s in outcome.supplies}
    assert amounts["grout"] == pytest.approx(0.2348 * 1.15 * 1000, rel=1e-3)
    assert amounts["tile adhesive"] == pytest.approx(0.76 * 0.4 * 3 * 1.3 * 1000)
    sheet, *strips = outcome.members
    grout, *tiles = sheet.board.on_face
    assert len(tiles) == 40
    assert grout.solid.volume == pytest.approx(760 * 400 * 11)
    assert sum(board.solid.volume for board in tiles) / 0.1 == pytest.approx(
        760 * 400 - 0.2348 / 1.7 * 1e6 / 8, rel=1e-3
    )
    assert {round(strip.part.width, 2) for strip in strips} == {round(18.25625 + 3 + 8, 2)}
    even = set_value(project, "c1", "tile_long", 92.5).project
    finding = next(f for f in plan_of(even).findings if f.code == "even_joints")
    assert "cut" not in str(finding.fixes[0].label)
    after = made(apply_fix(even, finding.fixes[0]).project)
    assert len(after.result.lengths) == 1, "only the rows are cut"


@pytest.mark.parametrize(("across", "deep"), [*itertools.product(("middle", "begin", "end"), repeat=2)])
def test_tiles_begin_where_they_are_said_to_with_a_joint_along_the_strips(across: str, deep: str) -> None:
    """Every tile drawn lies on the field with a joint to its neighbours and to the strips; the first is whole."""
    project = topped(
        "tiled_top", tile_long=97.0, tile_wide=83.0, joint=3.0, edge_joint=4.0, across=across, deep=deep
    )
    outcome = made(project)
    grout, *tiles = outcome.members[0].board.on_face
    (x0, y0, _), (x1, y1, _) = grout.solid.box
    xs, ys = (sorted({(round(t.solid.box[0][k], 6), round(t.solid.box[1][k], 6)) for t in tiles}) for k in (0, 1))
    for spans, low, high, start, size in ((xs, x0, x1, across, 97.0), (ys, y0, y1, deep, 83.0)):
        assert all(b[0] - a[1] == pytest.approx(3.0) for a, b in pairwise(spans))
        first, last = spans[0], spans[-1]
        begins = {"middle": first, "begin": first, "end": last}[start]
        if start != "middle":
            assert begins[1] - begins[0] == pytest.approx(size)
        assert first[0] - low == pytest.approx(4.0, abs=3.01)
        assert high - last[1] == pytest.approx(4.0, abs=3.01)
        assert min(first[0] - low, high - last[1]) == pytest.approx(4.0)
    covered = sum(t.solid.volume for t in tiles) / 0.1
    amounts = {s.kind: s.amount for s in outcome.supplies}
    deep_, grams = 6.35, 1.7 * 1.15 * 1000
    assert amounts["grout"] == pytest.approx(((x1 - x0) * (y1 - y0) - covered) * deep_ / 1e6 * grams, rel=1e-3)


def test_a_sliver_of_a_tile_is_told_and_gone_with_a_start_in_the_middle() -> None:
    told = 0
    for size in (60.0, 75.0, 90.0, 101.6, 130.0, 150.0, 190.0):
        project = topped("tiled_top", tile_long=size, tile_wide=size, across="begin", deep="begin")
        outcome = made(project)
        boxes = [tile.solid.box for tile in outcome.members[0].board.on_face[1:]]
        least = min(min(high[k] - low[k] for k in (0, 1)) for low, high in boxes)
        found = [f for f in plan_of(project).findings if f.code == "tile_sliver"]
        assert bool(found) == (least < max(size / 3, 15.0))
        for finding in found:
            told += 1
            project = apply_fix(project, finding.fixes[0]).project
        assert not [f for f in plan_of(project).findings if f.code == "tile_sliver"]
    assert told


@pytest.mark.parametrize(("material", "count"), [("solid", 1), ("metal", 1), ("glass", 0)])
def test_the_sheet_under_tiles_is_held_by_what_its_ground_bears(material: str, count: int) -> None:
    """Down into wood no screw comes through the old top; in metal from below none comes through the sheet."""
    project = set_made_of(topped("tiled_top"), ("p1/top/main",), material).project
    plan = plan_of(project)
    outcome = plan.outcomes[0]
    top = next(b.solid.box for b in plan.found.bodies[0].boards if b.role == "top")
    old, sheet = top[1][2] - top[0][2], plan.shop.size(outcome.members[0].part.size_id).thickness
    screws = [f for f in outcome.fittings if f.kind == "wood screw"]
    assert len(screws) == count
    for screw in screws:
        through, into = (old, sheet) if material == "metal" else (sheet, old)
        assert through < screw.size < through + into
        assert screw.driven is not None
        assert (screw.driven.outer, screw.driven.inner) == (through, into)
    assert ("no_bite" in {f.code for f in plan.findings}) == (material != "solid")
    (step,) = (one.what.text for one in outcome.work if one.own == "fix")
    assert {"solid": "down into", "metal": "from below", "glass": "adhesive"}[material] in step


@pytest.mark.parametrize("kind", WITH_TOPS)
def test_tiles_go_on_every_top_and_thousands_are_not_drawn_one_by_one(kind: str) -> None:
    plan = plan_of(topped("tiled_top", kind, tile_long=20.0, tile_wide=20.0))
    assert plan.failures == ()
    assert 0 < len(plan.outcomes[0].members[0].board.on_face) <= 401
    random = made(topped("tiled_top", kind, pattern="random"))
    assert {f.kind: f.count for f in random.fittings}["tile"] > 10


def test_a_wide_top_in_old_holes_is_told_and_a_narrow_one_let() -> None:
    """Pine moves 0.00216 a percent: from 8 to 11 % that is 0.65 % of the width, half of it at each edge."""
    project = topped("plank_top", hold="holes", overhang_front=100.0)
    across = made(project).later[0].width
    finding = next(f for f in plan_of(project).findings if f.code == "held_fast")
    assert finding.why.lengths[0] == pytest.approx(across * 0.00216 * 3 / 2)
    assert not any(f.code == "held_fast" for f in plan_of(apply_fix(project, finding.fixes[0]).project).findings)
    narrow = topped("plank_top", hold="holes")
    # 1.5 mm at each edge: 3 / 0.00648 is 463 mm across.
    for over, told in ((455.0, False), (470.0, True)):
        body = plan_of(narrow).found.bodies[0]
        own = set_value(narrow, "c1", "overhang_front", over - body.depth.value).project
        assert any(f.code == "held_fast" for f in plan_of(own).findings) == told

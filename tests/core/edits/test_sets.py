"""Several pieces in one project: copies with their differences, planned apart or together, one list for all."""

from collections.abc import Callable, Sequence
from contextlib import suppress
from itertools import combinations, cycle, pairwise, product

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.form.test_kinds import found
from tests.planned import plan_of
from tests.strategies import planned
from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.mending.entries import Mend
from zygoform.core.changes.registry import kind_of
from zygoform.core.changes.tops.planks.entries import PlankTop
from zygoform.core.drawing.primitives import Scene
from zygoform.core.drawing.scene import Overlay, draw_form
from zygoform.core.drawing.views import CORNER_PLACES, VIEWS, Viewpoint
from zygoform.core.edits.condition import add_fault, mend, set_made_of
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.pieces import copy_piece, name_project, new_piece, remove_piece, rename
from zygoform.core.edits.planning import add_change, add_everywhere, leave_out, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.errors import BadInputError
from zygoform.core.form.arrange import APART, HUNG, offsets, side_by_side
from zygoform.core.form.piece import over_all
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.history import begin_history
from zygoform.core.plan.plan import Plan
from zygoform.core.plan.seen import SeenDrawing, seen_of
from zygoform.core.project import Project
from zygoform.files.demo import counter_begun, fresh_project, set_demo


def every_kind() -> Project:
    project = fresh_project()
    for kind in PIECE_KINDS:
        project = new_piece(project, kind, {}, kind).project
    return project


def shapes_of(plan: Plan, change_id: str) -> list[tuple[str, float, float]]:
    own = [p for p in plan.parts if p.part.change_id == change_id]
    return sorted((p.part.name, p.length, p.width) for p in own)


@given(found())
def test_mirrored_twice_is_the_same_piece(drawn: tuple[str, Project]) -> None:
    project = drawn[1]
    project = copy_piece(project, "p1", mirrored=True).project
    project = copy_piece(project, "p2", mirrored=True).project
    first, second, third = project.pieces
    named = structs.replace(third, id="p1", name=first.name)  # type: ignore[union-attr]
    assert named == first
    # Left and right change places, nothing else: the same boards, as large.
    one, two = (sorted(_sizes(plan_of(project), own)) for own in ("p1", "p2"))
    assert [s for size in one for s in size] == pytest.approx([s for size in two for s in size])
    assert second != third or first.name != second.name  # type: ignore[union-attr]


def _sizes(plan: Plan, piece_id: str) -> list[tuple[float, ...]]:
    found = []
    for board in plan.seen(piece_id).found.boards:
        low, high = board.solid.box
        found.append(tuple(round(b - a, 6) for a, b in zip(low, high, strict=True)))
    return found


@given(planned())
def test_a_set_is_planned_as_each_of_its_pieces_alone(project: Project) -> None:
    """A second piece beside it alters no part of the first; copied with its changes, it needs the same again."""
    if any(kind_of(change).of_set for change in project.changes if isinstance(change, ChangeBase)):
        return
    alone = plan_of(project)
    both = plan_of(copy_piece(project, "p1", with_changes=True).project)
    own = [c.id for c in project.changes]
    assert [p.id for p in both.parts if p.part.change_id in own] == [p.id for p in alone.parts]
    for outcome in alone.outcomes:
        assert shapes_of(both, outcome.change_id) == shapes_of(alone, outcome.change_id)
    copies = [o.change_id for o in both.outcomes if o.change_id not in own]
    mends = [c for c in project.changes if type(c).__name__ == "Mend"]
    if not mends:
        assert len(both.parts) == 2 * len(alone.parts)
        assert sorted(s for c in copies for s in shapes_of(both, c)) == sorted(
            s for o in alone.outcomes for s in shapes_of(alone, o.change_id)
        )
    # What it rests on says whose it is.
    for listed in both.parts:
        assert all(guess.startswith(("Piece: ", "Piece 2: ")) or ":" in guess for guess in listed.part.rests_on)
    assert len({p.code for p in both.parts}) == len(both.parts)


def test_side_by_side_nothing_touches_and_all_stand_on_one_floor() -> None:
    form = plan_of(every_kind()).found
    for across, up in (("x", "z"), ("y", "z"), ("x", "y")):
        placed = side_by_side(form, offsets(form, across, up))  # type: ignore[arg-type]
        a, u = "xyz".index(across), "xyz".index(up)
        spaces = {}
        for body in placed.bodies:
            lows, highs = zip(*(board.solid.box for board in body.boards), strict=True)
            low, high = ([f(p[k] for p in some) for k in range(3)] for f, some in ((min, lows), (max, highs)))
            spaces[body.id] = (low[a], high[a], min(low[u], -body.base_height if u == 2 else low[u]), high[u])
        rows = sorted({-body.base_height for body in placed.bodies if not body.hangs})
        if u == 2:
            assert rows[0] == pytest.approx(0.0), "the lowest row stands on the floor"
            for body in placed.bodies:
                assert body.hangs or min(board.solid.box[0][2] for board in body.boards) > -body.base_height - 1e-6
        for this, other in combinations(spaces.values(), 2):
            beside = this[1] <= other[0] - APART + 1e-6 or other[1] <= this[0] - APART + 1e-6
            over = this[3] <= other[2] - APART + 1e-6 or other[3] <= this[2] - APART + 1e-6
            assert beside or over, "every piece has its own place, with room between"
    placed = side_by_side(form, offsets(form))
    hung = next(body for body in placed.bodies if body.hangs)
    floors = {-body.base_height for body in placed.bodies if not body.hangs}
    hangs_at = min(board.solid.box[0][2] for board in hung.boards)
    assert any(hangs_at == pytest.approx(floor + HUNG) for floor in floors), "above the floor of its own row"
    # Openings move with their fronts.
    for before, after in zip(form.bodies, placed.bodies, strict=True):
        for one, two in zip(before.openings, after.openings, strict=True):
            assert two.rect[2] - two.rect[0] == pytest.approx(one.rect[2] - one.rect[0])
            assert two.id == one.id


@pytest.mark.parametrize(("place", "overlay"), [*zip(VIEWS, cycle(("found", "over", "planned")), strict=False)])
def test_a_set_is_drawn_piece_by_piece_as_it_is_whole(place: Viewpoint, overlay: Overlay) -> None:
    """What each piece looked like before is used again, and nothing of it shows in the drawing."""
    remembering = SeenDrawing()
    project = set_demo()
    mended = next(change for change in project.changes if isinstance(change, Mend))

    def hangs_over(before: Project) -> Project:
        # So high and so far to the right that its top stands over that of the next.
        top = next(change for change in before.changes if isinstance(change, PlankTop))
        higher = set_reading(before, "height", "900 mm", on=top.targets[0].split("/")[0]).project
        return set_value(higher, top.id, "overhang_right", 700.0).project

    edits: tuple[Callable[[Project], Project], ...] = (
        lambda p: p,
        lambda p: set_reading(p, "height", "700 mm", on=p.known_pieces[-1].id).project,
        lambda p: leave_out(p, mended.id, out=True).project,
        hangs_over,
    )
    for edit in edits:
        project = edit(project)
        form = plan_of(project).form
        seen = seen_of(form, "", place)
        scene = remembering.scene(seen, place, overlay)
        whole = draw_form(seen.found, seen.planned, seen.numbers, place, overlay, seen.handles, seen.mended)
        assert _faces(scene) == _faces(whole)
        assert scene.box == pytest.approx(whole.box)
        assert scene.floors == whole.floors
        assert len(scene.grips) == len(whole.grips)
        # A change that another piece hides keeps its number.
        assert {(one.change_id, one.side) for one in scene.leaders} >= {
            (o.change_id, o.side) for o in whole.leaders
        }
        # One hides another as it does in the whole drawing.
        for polygon in whole.polygons[::3]:
            middle = tuple(sum(p[k] for p in polygon.points) / len(polygon.points) for k in (0, 1))
            one, other = (drawn.at(middle) for drawn in (scene, whole))  # type: ignore[arg-type]
            assert one is not None
            assert other is not None
            # What comes off is seen through over its own piece, and not over one before that.
            assert one.part_id == other.part_id or (other.role == "off" and one.role == "new")
    for piece in seen.pieces:
        alone = seen_of(form, piece.piece_id, place)
        heads = {polygon.part_id.split("/")[0] for polygon in SeenDrawing().scene(alone, place, "found").polygons}
        assert heads == {piece.piece_id}


@pytest.mark.parametrize(("place", "wide"), [*zip(VIEWS, cycle((1.0, 1.7, 4.2)), strict=False)])
def test_in_a_set_no_piece_covers_another_and_they_fill_the_room(place: Viewpoint, wide: float) -> None:
    project = set_demo()
    for piece in project.known_pieces:
        with suppress(BadInputError):
            project = set_reading(project, "depth", "1000 mm", on=piece.id).project
    seen = seen_of(plan_of(project).form, "", place, wide)
    scene = SeenDrawing().scene(seen, place, "found")
    boxes = []
    for layer in scene.layers:
        xs, ys = zip(*(point for polygon in layer.scene.polygons for point in polygon.points), strict=True)
        (x, y), name_room = layer.by, 0.0 if place == "above" else 0.2 * (max(ys) - min(ys))
        boxes.append((min(xs) + x, min(ys) + y - name_room, max(xs) + x, max(ys) + y))
    for a, b in combinations(boxes, 2):
        assert a[2] < b[0] or b[2] < a[0] or a[3] < b[1] or b[3] < a[1], "each stands clear, with room for its name"

    # Side by side they are as far apart as they should be, and no farther.
    levels = (
        {round(layer.by[1], 3) for layer in scene.layers} if place in ("front", *CORNER_PLACES) else set[float]()
    )
    stands = [body.piece_id for body in seen.found.bodies if not body.hangs]
    for level in levels:
        row = sorted(
            (box[0], box[2])
            for box, layer in zip(boxes, scene.layers, strict=True)
            if round(layer.by[1], 3) == level and layer.piece_id in stands
        )
        assert all(b[0] - a[1] == pytest.approx(APART, abs=1.0) or b[0] - a[1] > 700 for a, b in pairwise(row))

    def scale(widths: Sequence[float], heights: Sequence[float]) -> float:
        return min(wide / max(widths), 1 / sum(heights))

    # Against every way to break them into rows, in their order, as tight as they go.
    sizes = {own.piece_id: (box[2] - box[0], box[3] - box[1]) for own, box in zip(scene.layers, boxes, strict=True)}
    order = [sizes[piece.piece_id] for piece in seen.pieces]
    best = 0.0
    for cuts in product((False, True), repeat=len(order) - 1):
        rows = [[order[0]]]
        for size, cut in zip(order[1:], cuts, strict=True):
            rows = [*rows, [size]] if cut else [*rows[:-1], [*rows[-1], size]]
        best = max(best, scale([sum(w for w, _ in row) for row in rows], [max(h for _, h in row) for row in rows]))
    x0, y0, x1, y1 = (f(box[k] for box in boxes) for k, f in enumerate((min, min, max, max)))
    assert scale([x1 - x0], [y1 - y0]) > 0.6 * best


def _faces(scene: Scene) -> list[tuple[object, ...]]:
    return sorted(
        (polygon.part_id, polygon.role, tuple((round(x, 3) + 0.0, round(y, 3) + 0.0) for x, y in polygon.points))
        for polygon in scene.polygons
    )


def test_the_demo_set_is_as_large_as_it_says() -> None:
    sizes = {piece.name: tuple(round(size) for size in over_all(piece)) for piece in set_demo().known_pieces}
    assert sizes["Hanging shelf"] == (600, 520, 180)
    assert sizes["Bed head"] == (1460, 1080, 32)
    assert sizes["Writing table"] == (1100, 745, 560)
    assert sizes["Bench"] == (1000, 450, 340)
    assert sizes["Blanket chest"] == (950, 480, 450)
    assert len(sizes) == 7


def test_copies_share_sizes_but_no_damage() -> None:
    project = counter_begun()
    project = set_made_of(project, ("p1/side/left",), "plywood").project
    project = mend(project, "f2", "glue").project
    copied = copy_piece(project, "p1", with_changes=True).project
    copy = copied.known("p2")
    assert copy is not None
    assert (copy.faults, copy.disassembly, copy.bags) == ((), (), ())
    assert ("p2/side/left", "plywood") in {(m.part, m.material) for m in copy.made_of}
    assert [type(c).__name__ for c in copied.changes] == ["PlankTop", "Skirt", "Mend", "PlankTop", "Skirt"]
    assert [c.targets[0].split("/")[0] for c in copied.changes] == ["p1", "p1", "p1", "p2", "p2"]
    # From then on each has its own sizes.
    wider = set_reading(copied, "width", "70", on="p2").project
    widths = [body.width.value for body in plan_of(wider).found.bodies]
    assert widths[1] - widths[0] == pytest.approx((70 - 61.4375) * 25.4)
    assert wider.known("p1") == copied.known("p1")


def test_planned_together_each_gets_its_own() -> None:
    project = copy_piece(fresh_project_with_case(), "p1").project
    project = set_reading(project, "width", "30", on="p2").project
    together = add_everywhere(project, "plank_top", ("p1/body/main", "p2/body/main"))
    assert together.project.next_number == 3
    plan = plan_of(together.project)
    lengths = [next(p.length for p in plan.parts if p.part.change_id == c) for c in ("c1", "c2")]
    assert lengths[0] > lengths[1]
    # One board type, one question: both tops are laid out on the same boards.
    assert len(plan.cut.problems) == 1
    assert {p.part.change_id for lay in plan.layouts for b in lay.boards for p in (on.part for on in b.parts)} == {
        "c1",
        "c2",
    }
    alone = set_value(together.project, "c2", "radius", 20.0).project
    assert [getattr(c, "radius", None) for c in alone.changes] == [0.0, 20.0]


def fresh_project_with_case() -> Project:
    return new_piece(fresh_project(), "Case", {"width": "40", "height": "30", "depth": "18"}).project


def test_taking_a_piece_out_takes_what_was_planned_for_it() -> None:
    project = copy_piece(counter_begun(), "p1", with_changes=True).project
    project = leave_out(project, "c3", out=True).project
    gone = remove_piece(project, "p2").project
    assert [p.id for p in gone.pieces] == ["p1"]
    assert [c.id for c in gone.changes] == ["c1", "c2"]
    assert gone.variant.left_out == ()
    # Its numbers are not given again.
    assert add_change(gone, "skirt", "p1/body/main").project.changes[-1].number == 5
    assert plan_of(gone).found == plan_of(counter_begun()).found
    with pytest.raises(BadInputError):
        remove_piece(gone, "p2")


def test_names_are_each_piece_s_own_and_the_set_s() -> None:
    project = fresh_project_with_case()
    project = rename(project, "Left").project
    assert project.name == "Left", "the only piece names the project"
    project = copy_piece(copy_piece(project, "p1").project, "p1").project
    assert list(project.names.values()) == ["Left", "Left 2", "Left 3"]
    project = name_project(rename(project, "Right", on="p2").project, "  Two   of them ").project
    assert (project.name, project.names["p2"]) == ("Two of them", "Right")
    with pytest.raises(BadInputError):
        name_project(project, "  ")
    for name, on in (("", "p2"), ("Nobody", "p9")):
        with pytest.raises(BadInputError):
            rename(project, name, on=on)


@given(st.lists(st.integers(0, 5), min_size=1, max_size=8))
def test_any_order_of_copies_and_removals_keeps_ids_apart(picks: list[int]) -> None:
    project = every_kind()
    history = begin_history(project, "Began")
    for pick in picks:
        ids = list(project.names)
        one = ids[pick % len(ids)]
        edited: Edited = copy_piece(project, one, mirrored=pick % 2 == 0)
        if pick % 3 == 0 and len(ids) > 2:
            edited = remove_piece(project, one)
        project, history = edited.project, history.after(edited)
    assert len(set(project.names)) == len(project.pieces)
    plan = plan_of(project)
    boards = [board.id for board in plan.found.boards]
    assert len(set(boards)) == len(boards)
    for _ in picks:
        history = history.undone() if history.can_undo else history
    assert history.project == every_kind()


def test_a_fault_is_found_on_the_piece_it_is_on() -> None:
    project = copy_piece(counter_begun(), "p1").project
    project = add_fault(project, "p2/side/left", "split", (0.0, 1.0, 2.0)).project
    project = mend(project, "f5", "splint").project
    plan = plan_of(project)
    outcome = plan.outcomes[-1]
    assert outcome.mended == {"p2/side/left"}
    assert plan.seen("p1").numbers.keys() == {"c1", "c2"}
    assert plan.seen("p2").numbers.keys() == {"c3"}


def test_what_hangs_beside_nothing_that_stands_hangs_from_the_bottom_of_its_row() -> None:
    project = fresh_project()
    for name in ("Left", "Right"):
        project = new_piece(project, name, {}, "wall_shelf").project
    form = plan_of(project).found
    placed = side_by_side(form, offsets(form))
    assert min(board.solid.box[0][2] for board in placed.boards) == pytest.approx(0.0)

"""Borders against all pairs of drawn edges, with shapely for what is free and for what is common."""

import math
from collections import defaultdict
from datetime import UTC, datetime
from itertools import combinations, pairwise

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.changes.test_shelves import chest
from tests.fuzzing import random_cases
from tests.planned import plan_of
from tests.replay import breaches
from tests.strategies import planned
from zygoform.core.coats.layer import BorderWay, CoatLayer
from zygoform.core.days.log import Entry
from zygoform.core.edits.borders import keep_border
from zygoform.core.edits.finishing import set_stack, set_way, take_stack
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import apply_fix
from zygoform.core.finish.borders import Border, FreeFace, borders, free_groups
from zygoform.core.finish.masking import film_area
from zygoform.core.finish.surfaces import body_surfaces, moving_together
from zygoform.core.form.form import Body
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.geometry.prism import Face, Prism, X, Y
from zygoform.core.geometry.seams import edges_of, seams
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.demo import demo_project, fresh_project, set_demo


def measured(faces: list[tuple[int, str, Face]]) -> dict[tuple[str, str], float]:
    """Lengths along which kinds meet, group by group: rings of what shapely leaves of every face, pair by pair."""
    ends, kinds = list[tuple[np.ndarray, np.ndarray]](), list[tuple[int, str]]()
    for group, kind, face in faces:
        n = np.array(face.normal)
        u = np.cross(n, (0.3, 0.5, 0.81))
        u /= np.linalg.norm(u)
        v, level = np.cross(n, u), np.dot(face.points[0], n)

        def flat(own: Face, u: np.ndarray = u, v: np.ndarray = v) -> shapely.Polygon:
            return shapely.Polygon([(np.dot(p, u), np.dot(p, v)) for p in own.points])

        covers = [
            flat(other)
            for theirs, _, other in faces
            if theirs == group and np.dot(other.normal, n) < -1 + 1e-6
            and np.any(np.abs(np.array(other.points) @ n - level - 0.145) < 0.155)
        ]  # fmt: skip
        left = flat(face)
        if covers:
            left = shapely.difference(left, shapely.union_all(covers, grid_size=1e-3), grid_size=1e-3)
        for part in shapely.get_parts(left):
            for ring in (part.exterior, *part.interiors) if part.geom_type == "Polygon" else ():
                points = [x * u + y * v + level * n for x, y in ring.coords]
                for a, b in pairwise(points):
                    if np.linalg.norm(b - a) > 0.01:
                        ends.append((a, b))
                        kinds.append((group, kind))
    return _common(ends, kinds)


def _common(
    ends: list[tuple[np.ndarray, np.ndarray]], kinds: list[tuple[int, str]]
) -> dict[tuple[str, str], float]:
    """On every line what stretches of two kinds have in common."""
    if not ends:
        return {}
    a, b = np.array([p for p, _ in ends]), np.array([q for _, q in ends])
    way = (b - a) / np.linalg.norm(b - a, axis=1)[:, None]
    groups, left = np.array([group for group, _ in kinds]), np.ones(len(ends), bool)
    found: dict[tuple[str, str], float] = defaultdict(float)
    for k in range(len(ends)):
        if not left[k]:
            continue
        off = [np.linalg.norm((p - a[k]) - ((p - a[k]) @ way[k])[:, None] * way[k], axis=1) for p in (a, b)]
        own = np.flatnonzero(
            left & (groups == groups[k]) & (np.maximum(*off) < 0.35) & (np.abs(way @ way[k]) > 0.9999)
        )
        left[own] = False
        by_kind = defaultdict(list)
        for i in own:
            low, high = sorted(((a[i] - a[k]) @ way[k], (b[i] - a[k]) @ way[k]))
            by_kind[kinds[i][1]].append(shapely.box(low, 0, high, 1))
        along = {kind: shapely.union_all(boxes) for kind, boxes in by_kind.items() if kind}
        for one, other in combinations(sorted(along), 2):
            found[one, other] += along[one].intersection(along[other]).area
    return found


def agree(body: Body, kinds: dict[str, str]) -> None:
    """Every part in a finish of its own, or bare."""
    surfaces = at_once(body_surfaces(body))
    groups = at_once(free_groups(body, surfaces, lambda part, _: kinds.get(part, ""), ()))
    ours = {own.kinds: own.length for own in at_once(borders(groups))}
    faces = [
        (k, kinds.get(own.id, ""), face)
        for k, group in enumerate(moving_together(body))
        for board in group
        for own in (board, *(on for on in board.on_face if kinds.get(on.id) != kinds.get(board.id)))
        for face in own.solid.faces
        if len(face.points) >= 3
    ]
    theirs = measured(faces)
    for pair in {*ours, *(pair for pair, length in theirs.items() if length > 5)}:
        assert ours.get(pair, 0.0) == pytest.approx(theirs.get(pair, 0.0), rel=0.01, abs=2), pair


def drawn_kinds(body: Body, seed: int) -> dict[str, str]:
    parts = sorted(own.id for host in body.members for own in (host, *host.on_face))
    return {part: ("red", "blue", "")[(hash_of(part) + seed) % 3] for part in parts}


def hash_of(text: str) -> int:
    return sum((k + 1) * ord(sign) for k, sign in enumerate(text))


@pytest.mark.parametrize("kind", sorted(PIECE_KINDS))
def test_of_every_kind_of_piece_they_are_as_long_as_what_is_drawn(kind: str) -> None:
    body = plan_of(new_piece(fresh_project(), "Piece", {}, kind).project).planned.bodies[0]
    for seed in range(2):
        agree(body, drawn_kinds(body, seed))


@pytest.mark.parametrize("demo", [demo_project, set_demo])
def test_so_are_those_of_the_demos(demo: object) -> None:
    for body in plan_of(demo()).planned.bodies:  # type: ignore[operator]
        agree(body, drawn_kinds(body, 1))


@random_cases(12)
@given(planned(), st.integers(0, 2))
def test_so_are_those_of_random_pieces(project: Project, seed: int) -> None:
    for body in plan_of(project).planned.bodies:
        agree(body, drawn_kinds(body, seed))


def test_a_box_on_a_box_meets_it_all_round_and_faces_of_one_kind_nowhere() -> None:
    """A cube 100 on a slab 300: four edges of 100; moved to its rim three, and one along which both go down."""
    slab = Prism((0.0, 0.0, 0.0), X, Y, ((0, 0), (300, 0), (300, 300), (0, 300)), 20.0)
    for x, length in ((100.0, 400.0), (0.0, 400.0)):
        cube = Prism((x, 100.0, 20.0), X, Y, ((0, 0), (100, 0), (100, 100), (0, 100)), 100.0)
        top = next(face for face in slab.faces if face.normal[2] > 0.5)
        hole = [(x, 100, 20), (x + 100, 100, 20), (x + 100, 200, 20), (x, 200, 20)]
        under = [Face(tuple((float(p), float(q), float(r)) for p, q, r in hole), top.normal)]
        edges = [("slab", e) for face in (*slab.faces, *under) for e in edges_of(face)]
        sides = [face for face in cube.faces if abs(face.normal[2]) < 0.5]
        found = at_once(seams([*edges, *(("cube", e) for face in sides for e in edges_of(face))]))
        assert sum(math.dist(a, b) for a, b in found["cube", "slab"]) == pytest.approx(length)
        assert list(found) == [("cube", "slab")]


def test_film_covers_what_lies_within_reach_of_spray() -> None:
    """A face of a metre square, sprayed beside one edge of it: 600 of it, over all its length."""
    corners = ((0.0, 0.0, 0.0), (1000.0, 0.0, 0.0), (1000.0, 0.0, 1000.0), (0.0, 0.0, 1000.0))
    face = Face(corners, (0.0, -1.0, 0.0))
    group = (("clear", FreeFace("body", face, edges_of(face))),)
    border = Border(("clear", "paint"), (((0.0, 0.0, 0.0), (1000.0, 0.0, 0.0)),))
    assert film_area([group], border, "paint") == pytest.approx(0.6, rel=1e-6)
    assert film_area([group], border, "clear") == 0.0


# What is done about them.


def two_colours() -> Project:
    """A chest whose drawers are clear within, painted outside."""
    return take_stack(take_stack(chest(), "p1/boxes", "clear").project, "p1/body", "paint_primed").project


def places(plan: Plan) -> dict[str, int]:
    assert breaches(plan) == []
    return {step.id: k for k, step in enumerate(plan.work.steps)}


def coats(plan: Plan, zone: str) -> list[int]:
    at = places(plan)
    phases = ("prime", "colour", "clear")
    return [at[s.id] for s in plan.work.steps if s.id.startswith(f"finish/{zone}/") and s.phase in phases]


@pytest.mark.parametrize("first", ["p1/boxes", "p1/body"])
@pytest.mark.parametrize("way", ["tape", "sand back", "by hand"])
def test_each_way_at_its_time(way: BorderWay, first: str) -> None:
    second = {"p1/boxes": "p1/body", "p1/body": "p1/boxes"}[first]
    plan = plan_of(keep_border(two_colours(), first, second, way).project)
    (mask,) = plan.finish.pieces[0].masks
    assert (mask.first, mask.second, mask.way, mask.usual) == (first, second, way, False)
    at, begun = places(plan), coats(plan, second)
    own = {key: at.get(f"finish/{second}/{key}") for key in ("tape", "sand-back", "untape")}
    needs = {need.kind: need.amount for need in plan.finish.needs}
    if way == "tape":
        assert max(coats(plan, first)) < own["tape"] < min(begun) <= max(begun) < own["untape"]  # type: ignore[operator]
        assert needs["delicate tape"] == pytest.approx((1.05 * mask.length + 50 * len(mask.runs)) / 1000)
        tape = plan.work.steps[own["tape"]]  # type: ignore[index]
        assert [hours for _, hours in tape.since] == [24.0]
    elif way == "sand back":
        assert max(coats(plan, first)) < own["sand-back"] < min(begun)  # type: ignore[operator]
    else:
        assert {own["tape"], own["sand-back"]} == {None}
        cut = [s for s in plan.work.steps if any(task == "cut in" for task, _ in s.tasks)]
        assert {step.id.rpartition("/")[0] for step in cut} == {f"finish/{second}"}
    assert ("delicate tape" in needs) == (own["untape"] is not None) == (way == "tape")


def test_spray_without_a_mask_is_minded_and_taped_by_one_press() -> None:
    project = two_colours()
    layers = project.stack("p1/body").layers
    for k, layer in enumerate(layers):
        if layer.is_coat:
            project = set_way(project, "p1/body", k, "gun").project
    project = keep_border(project, "p1/boxes", "p1/body", "by hand").project
    plan = plan_of(project)
    (found,) = (own for own in plan.findings if own.code == "border_unmasked")
    done = plan_of(apply_fix(project, found.fixes[0]).project)
    assert not [own for own in done.findings if own.code == "border_unmasked"]
    (film,) = (need for need in done.finish.needs if need.kind == "masking film")
    assert film.amount == pytest.approx(1e4 * 1.1 * done.finish.pieces[0].masks[0].film)


def test_stain_after_paint_is_minded_and_turned_round() -> None:
    stained = (CoatLayer("colour", "oil stain", way="rag"), CoatLayer("clear", "water clear", 2, "foam"))
    project = set_stack(two_colours(), "p1/boxes", stained, "").project
    assert not [own for own in plan_of(project).findings if own.code.startswith("border_")]
    wrong = keep_border(project, "p1/body", "p1/boxes", "tape").project
    (found,) = (own for own in plan_of(wrong).findings if own.code == "border_soaks")
    for remedy in found.fixes:
        assert not [own for own in plan_of(apply_fix(wrong, remedy).project).findings if own.code == "border_soaks"]


def test_what_is_coated_over_already_is_taped_no_more() -> None:
    """Its first coat is logged: the tape that was missed is no step any more."""
    project = two_colours()
    plan = plan_of(project)
    prime = next(s for s in plan.work.steps if s.id.startswith("finish/p1/body/") and s.phase == "prime")
    done = structs.replace(project, days=structs.replace(project.days, log=()))
    log = (Entry("e1", "done", datetime(2026, 11, 27, tzinfo=UTC), step=prime.id, minutes=20.0),)
    done = structs.replace(done, days=structs.replace(done.days, log=log))
    left = {step.id for step in plan_of(done).work.steps}
    assert {step.id for step in plan.work.steps} - left == {"finish/p1/body/tape", "finish/p1/body/untape"}


def test_what_looks_alike_has_no_border_however_it_was_prepared() -> None:
    project = two_colours()
    assert plan_of(project).finish.pieces[0].masks
    body = project.stack("p1/body").layers
    alike = set_stack(project, "p1/boxes", tuple(layer for layer in body if layer.is_coat), "").project
    plan = plan_of(alike)
    assert len(plan.finish.batches) == 2
    assert plan.finish.pieces[0].masks == ()


@pytest.mark.parametrize(
    ("boxes", "first", "way"),
    [
        (CoatLayer("clear", "water clear", 2, "foam"), "p1/boxes", "tape"),
        (CoatLayer("colour", "oil stain", way="rag"), "p1/boxes", "tape"),
        (CoatLayer("clear", "hardwax oil", way="rag"), "p1/boxes", "tape"),
        (CoatLayer("colour", "enamel", 2), "p1/boxes", "tape"),
        (CoatLayer("clear", "wax", way="rag"), "p1/body", "by hand"),
    ],
    ids=["clear", "stain", "oil", "inside", "wax"],
)
def test_what_is_usually_first_and_how_it_is_kept(boxes: CoatLayer, first: str, way: str) -> None:
    """Stained or clear before paint, inside before outside, wax last and wiped on by hand."""
    project = set_stack(two_colours(), "p1/boxes", (boxes,), "").project
    (mask,) = plan_of(project).finish.pieces[0].masks
    assert (mask.first, mask.way, mask.usual) == (first, way, True)

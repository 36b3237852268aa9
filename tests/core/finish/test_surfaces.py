"""Areas of zones against a sum over the faces that are drawn, each less the union of what lies against it."""

from collections import defaultdict

import numpy as np
import pytest
import shapely
from hypothesis import given
from msgspec import structs
from shapely.geometry import Polygon

from tests.fuzzing import random_cases
from tests.planned import plan_of
from tests.strategies import planned
from zygoform.core.edits.pieces import new_piece
from zygoform.core.finish.surfaces import body_surfaces
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.form.inside.opened import moving, opened
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.geometry.prism import Face
from zygoform.core.piecemeal import at_once
from zygoform.core.project import Project
from zygoform.files.demo import demo_project, fresh_project, set_demo


def _shape(face: Face, normal: np.ndarray) -> Polygon:
    """A face on the plane across a normal, in a frame of its own."""
    u = np.cross(normal, (0.3, 0.5, 0.81))
    u /= np.linalg.norm(u)
    v = np.cross(normal, u)
    return Polygon([(np.dot(p, u), np.dot(p, v)) for p in face.points])


def _left(own: Polygon, covers: list[Polygon]) -> float:
    """Without a grid, edges that differ in their last digit make the union of covers drop one of them."""
    if not covers:
        return float(own.area)
    return float(shapely.difference(own, shapely.union_all(covers, grid_size=1e-3), grid_size=1e-3).area)


def is_loose(board: Board, body: Body) -> bool:
    """What goes in last: a lining in a drawer, a container in a bay, the cushion on a lid."""
    lidded = any(other.role == "lid" for other in body.boards)
    return any(key in board.id for key in ("/lining-bottom/", "/container/")) or (lidded and board.role == "seat")


def free_faces(body: Body, shut: Body) -> dict[str, float]:
    """mm² of every part that no other lies against: all pairs of faces, by their planes, with shapely."""
    faces = [
        (own.id, board.id, face)
        for board in body.boards
        if not is_loose(board, body)
        for own in (board, *board.on_face)
        for face in own.solid.faces
        if len(face.points) >= 3
    ]
    normals = np.array([face.normal for *_, face in faces])
    levels = np.array([float(np.dot(face.points[0], face.normal)) for *_, face in faces])
    # What moves is as free as if it stood far off: drawn out it may touch a runner, let down a rail.
    leaf = {part: k for k, parts in enumerate(moving(shut).values(), 1) for part in parts}
    group = np.array([leaf.get(host, 0) for _, host, _ in faces])
    free: dict[str, float] = defaultdict(float)
    for k, (part, _, face) in enumerate(faces):
        looks = np.flatnonzero((normals @ normals[k] < -1 + 1e-6) & (group == group[k]))
        gaps = {i: np.array(faces[i][2].points) @ normals[k] - levels[k] for i in looks}
        against = [i for i, gap in gaps.items() if np.any((gap > -0.01) & (gap < 0.3))]
        own = _shape(face, normals[k])
        covers = [_shape(faces[i][2], normals[k]) for i in against]
        free[part] += _left(own, covers)
    return free


def all_open(form: Form) -> Form:
    """Every drawer drawn out, every door and lid open; flaps down."""
    ids = [opening.id for body in form.bodies for opening in body.openings]
    return opened(form, [*ids, *(board.id for board in form.boards if board.role == "lid")])


def agree(form: Form) -> None:
    stand_open = all_open(form)
    for body, open_body in zip(form.bodies, stand_open.bodies, strict=True):
        found, there = at_once(body_surfaces(body)), free_faces(open_body, body)
        ours: dict[str, float] = defaultdict(float)
        for surface in found.surfaces:
            ours[surface.part_id] += surface.area
        # What stands behind a fixed front is in no drawing.
        drawn = {part: ours[part] for part in there}
        assert sum(drawn.values()) == pytest.approx(sum(there.values()), rel=0.005)
        # Where a pattern lies over a film, both are drawn on one face: part by part that is left out.
        hosts = {board.id for board in body.boards if board.on_face}
        for part in there.keys() - hosts:
            assert drawn[part] == pytest.approx(there[part], rel=0.005, abs=50), part


@pytest.mark.parametrize("kind", sorted(PIECE_KINDS))
def test_the_zones_of_every_kind_of_piece_make_up_all_that_is_drawn(kind: str) -> None:
    project = new_piece(fresh_project(), "Piece", {}, kind).project
    agree(plan_of(project).planned)


@pytest.mark.parametrize("demo", [demo_project, set_demo])
def test_so_do_those_of_the_demos_with_strips_tiles_and_cut_outs(demo: object) -> None:
    project: Project = demo()  # type: ignore[operator]
    for variant in project.variants:
        agree(plan_of(structs.replace(project, chosen=variant.id)).planned)


@random_cases(25)
@given(planned())
def test_so_do_those_of_random_pieces(project: Project) -> None:
    agree(plan_of(project).planned)

"""Borders: where what gets one finish meets what gets another, on what does not move and is not coated apart.

A drawer that is painted beside the piece has borders of its own, between its front and its box; a top that is
coated loose has none with the sides. What stays bare behind, below or unseen is no neighbour: nobody tapes for it.
"""

import math
from collections import defaultdict
from collections.abc import Callable, Collection
from functools import lru_cache
from typing import NamedTuple

from msgspec import Struct

from zygoform.core.finish.surfaces import (
    BodySurfaces,
    CaseBounds,
    ZoneRole,
    case_of,
    in_zones,
    may_touch,
    moving_together,
    room_with_laid,
)
from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.contact import Contacts, flat_face
from zygoform.core.geometry.prism import Face
from zygoform.core.geometry.seams import FaceEdge, Seam, edges_of, seams
from zygoform.core.piecemeal import Piecemeal

KindOf = Callable[[str, ZoneRole], str]
"""Which finish the faces of a part get that lie in a zone of such a role; nothing for what nobody tapes for."""


class Border(Struct, frozen=True):
    """Two finishes that meet, and all runs along which they do (mm, in the coordinates of the piece)."""

    kinds: tuple[str, str]
    runs: tuple[Seam, ...]

    @property
    def length(self) -> float:
        """mm."""
        return sum(math.dist(a, b) for a, b in self.runs)


class FreeFace(NamedTuple):
    """What no other covers of a face, in its zone, with its edges."""

    role: ZoneRole
    face: Face
    edges: tuple[FaceEdge, ...]


FreeGroup = tuple[tuple[str, FreeFace], ...]
"""All that is free of what moves together, each with the finish it gets."""


def free_groups(
    body: Body, surfaces: BodySurfaces, kind_of: KindOf, apart: Collection[str]
) -> Piecemeal[tuple[FreeGroup, ...]]:
    """FreeGroup by group of what moves together, where it gets more than one finish.

    Parts that are coated `apart` are left out; may be interrupted between two boards.
    """
    case, found = case_of(body), list[FreeGroup]()
    for group in moving_together(body):
        boards = [board for board in group if board.id not in apart]
        kinds = {own.id: _kinds(own, surfaces, kind_of) for board in boards for own in (board, *board.on_face)}
        if len(set().union(*kinds.values()) - {""}) < 2:
            continue
        # What lies on a face and gets the same is as if it were that face.
        shown = {
            board.id: tuple(on for on in board.on_face if on.id not in apart and kinds[on.id] != kinds[board.id])
            for board in boards
        }
        boxes = [room_with_laid(board) for board in boards]
        faces = list[tuple[str, FreeFace]]()
        for board, box in zip(boards, boxes, strict=True):
            yield
            near = tuple(
                own
                for other, its in zip(boards, boxes, strict=True)
                if other is not board and may_touch(box, its)
                for own in (other, *shown[other.id])
            )
            on = shown[board.id]
            met = kinds[board.id].union(*(kinds[own.id] for own in (*near, *on))) - {""}
            if len(met) < 2:
                # Nothing it touches gets another finish, nor has it two itself.
                continue
            faces += [(kind_of(board.id, own.role), own) for own in _free(board, (*near, *on), case)]
            for laid in on:
                kind = next(iter(kinds[laid.id]))
                faces += [(kind, own) for own in _free_on(laid, (board, *near, *on))]
        found.append(tuple((kind, own) for kind, own in faces if kind))
    return tuple(found)


def _kinds(board: Board, surfaces: BodySurfaces, kind_of: KindOf) -> frozenset[str]:
    return frozenset(kind_of(board.id, role) for role in surfaces.faces.get(board.id, ()))


@lru_cache(maxsize=4096)
def _free(board: Board, near: tuple[Board, ...], case: CaseBounds) -> tuple[FreeFace, ...]:
    """What is free of one board beside others: after an edit most are as they were."""
    contacts = Contacts(own.solid for own in (board, *near))
    return tuple(
        FreeFace(role, face, edges_of(face))
        for pieces in in_zones(board, case)
        for piece, role in pieces
        for face in contacts.left(piece)
    )


@lru_cache(maxsize=4096)
def _free_on(board: Board, near: tuple[Board, ...]) -> tuple[FreeFace, ...]:
    """The same of what lies on a face: all of it is in one zone."""
    contacts = Contacts(own.solid for own in (board, *(other for other in near if other is not board)))
    faces = (face for own in board.solid.faces for face in contacts.left(flat_face(own)))
    return tuple(FreeFace("fronts", face, edges_of(face)) for face in faces)


def borders(groups: tuple[FreeGroup, ...]) -> Piecemeal[tuple[Border, ...]]:
    """All of a body, by the two finishes that meet."""
    runs: dict[tuple[str, str], list[Seam]] = defaultdict(list)
    for group in groups:
        own = yield from seams((kind, edge) for kind, free in group for edge in free.edges)
        for pair, found in own.items():
            runs[pair] += found
    return tuple(Border(pair, tuple(own)) for pair, own in runs.items())

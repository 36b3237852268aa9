"""Pieces of a set are painted from pictures: one sees no difference, and what is as it was is not painted again."""

from collections.abc import Callable
from itertools import combinations

import pytest
from PySide6.QtGui import QImage, QPainter
from PySide6.QtWidgets import QApplication

from tests.app.desk import Desk
from zygoform.app.canvas import pictures
from zygoform.app.canvas.mapping import STEP, fit
from zygoform.app.canvas.piece_view import PieceView
from zygoform.app.canvas.set_names import places_of_names, rooms_of_pieces
from zygoform.core.changes.mending.entries import Mend
from zygoform.core.drawing.primitives import Scene
from zygoform.core.edits.pieces import copy_piece
from zygoform.core.edits.planning import set_value
from zygoform.core.plan.seen import SeenDrawing
from zygoform.core.project import Project
from zygoform.files.demo import counter_begun

NEAR = 6
"""Of 255: so far a colour may be off by being rounded twice, in the picture and on the sheet."""


def three() -> Project:
    project = counter_begun()
    while len(project.pieces) < 3:
        project = copy_piece(project, "p1", with_changes=True).project
    return project


@pytest.fixture
def desk(app: QApplication) -> Desk:
    return Desk(app, three())


@pytest.fixture
def painted(monkeypatch: pytest.MonkeyPatch) -> list[str]:
    """The first part of every piece whose faces are painted one by one."""
    found: list[str] = []
    paint = pictures._paint_faces

    def counted(painter: QPainter, scene: Scene, *others: object) -> None:
        found.append(min(polygon.part_id for polygon in scene.polygons))
        paint(painter, scene, *others)  # type: ignore[arg-type]

    monkeypatch.setattr(pictures, "_paint_faces", counted)
    return found


def view_of(desk: Desk) -> PieceView:
    return desk.find(PieceView, "drawing_redesign")


def overhang(inches: float) -> Callable[[Project], object]:
    return lambda project: set_value(project, "c1", "overhang_left", 25.4 * inches)


def farthest(one: QImage, other: QImage) -> int:
    """How far the most different channel of two pictures is off, of 255."""
    plain = [image.convertToFormat(QImage.Format.Format_RGB32) for image in (one, other)]
    a, b = (bytes(image.constBits()) for image in plain)
    assert len(a) == len(b)
    return max(abs(x - y) for x, y in zip(a, b, strict=True) if x != y) if a != b else 0


@pytest.mark.parametrize("look", ["front", "corner", "above"])
def test_a_kept_picture_is_what_would_be_painted(desk: Desk, look: str, monkeypatch: pytest.MonkeyPatch) -> None:
    desk.session.show_piece("")
    desk.session.look_from(look)  # type: ignore[arg-type]
    desk.settle()
    view = view_of(desk)
    by_picture = view.grab().toImage()
    # What is larger than the sheet is painted as it is.
    monkeypatch.setattr(pictures, "SHEET_SHARE", 0.0)
    assert farthest(by_picture, view.grab().toImage()) <= NEAR
    desk.close()


@pytest.mark.parametrize("zoom", [1.0, 4.0])
def test_a_picture_painted_bit_by_bit_is_what_would_be_painted(
    desk: Desk, zoom: float, monkeypatch: pytest.MonkeyPatch
) -> None:
    desk.session.show_piece("p1")
    view = view_of(desk)
    view.zoom = zoom
    desk.settle()
    at_once = view.grab().toImage()
    monkeypatch.setattr(pictures, "FACES_AT_A_TIME", 7)
    view.pictures = pictures.PiecePictures()
    monkeypatch.setattr(view, "update", lambda: None)
    first = view.grab().toImage()
    for _ in range(60):
        view.grab()
    assert farthest(first, at_once) > NEAR, "a part of it at first"
    assert farthest(view.grab().toImage(), at_once) <= NEAR
    # As it was, until the next one is whole.
    desk.session.do(overhang(9.0))  # type: ignore[arg-type]
    assert farthest(view.grab().toImage(), at_once) > NEAR, "the sizes round it are the new ones"
    desk.close()


def test_only_the_piece_that_changed_is_painted_again(desk: Desk, painted: list[str]) -> None:
    desk.session.show_piece("")
    desk.settle()
    painted.clear()
    view_of(desk).repaint()
    assert painted == []
    desk.session.do(overhang(1.75))  # type: ignore[arg-type]
    desk.settle()
    assert len(painted) == 1
    # Pointed at, a piece is painted as it is, and after that its picture is good again.
    painted.clear()
    desk.session.hover("p2/side/left")
    desk.settle()
    desk.session.hover("")
    desk.settle()
    assert len(painted) == 1
    desk.close()


@pytest.mark.parametrize("overlay", ["over", "planned"])
def test_what_is_new_is_seen_before_the_lines_round_it(app: QApplication, painted: list[str], overlay: str) -> None:
    """Painted plain at once; then with its lines as if it had been drawn in one go, no face of it a second time."""
    desk = Desk(app, counter_begun())
    desk.session.look_from("corner", overlay)  # type: ignore[arg-type]
    view = view_of(desk)
    desk.wait(lambda: view.drawing.at_rest)
    for inches, held in ((2.0, False), (1.5, False), (1.0, True)):
        painted.clear()
        (desk.session.preview if held else desk.session.do)(overhang(inches))  # type: ignore[arg-type]
        first = view.scene()
        assert first is not None
        assert first.lined == held, "what is dragged is drawn in one go"
        assert bool(first.edges) == held
        desk.wait(lambda: view.drawing.at_rest and bool(painted))
        whole = view.scene()
        assert whole is not None
        assert whole.edges
        assert whole.polygons is first.polygons
        assert len(painted) == 1
        seen = desk.session.seen()
        assert seen is not None
        alone = SeenDrawing().scene(seen, "corner", overlay)  # type: ignore[arg-type]
        assert (alone.polygons, alone.edges, alone.leaders) == (whole.polygons, whole.edges, whole.leaders)
    kept = view.grab().toImage()
    view.pictures._kept.clear()
    assert view.grab().toImage() == kept
    desk.close()


def test_the_drawing_keeps_its_scale_while_something_is_dragged(desk: Desk) -> None:
    view = view_of(desk)
    desk.session.show_piece("p1")
    desk.settle()
    before = view.mapping()
    desk.session.preview(overhang(12.0))  # type: ignore[arg-type]
    assert view.mapping() == before
    desk.session.do(overhang(12.0))  # type: ignore[arg-type]
    assert view.mapping().scale < before.scale
    desk.session.preview(overhang(1.0))  # type: ignore[arg-type]
    held = view.mapping().scale
    view.zoom_by(2.0)
    # What the user does to the drawing himself is done at once.
    assert view.mapping().scale > 1.5 * held
    desk.close()


@pytest.mark.parametrize("size", [(1280, 800), (1024, 700), (700, 520)])
def test_names_and_numbers_of_a_set_stand_clear(app: QApplication, size: tuple[int, int]) -> None:
    project = three()
    while len(project.pieces) < 8:
        project = copy_piece(project, "p1", with_changes=True).project
    desk = Desk(app, project)
    desk.frame.resize(*size)
    desk.session.show_piece("")
    desk.session.select("p3/side/left")
    desk.settle()
    view = view_of(desk)
    scene, seen = view.scene(), desk.session.seen()
    assert scene is not None
    assert seen is not None
    rooms = rooms_of_pieces(scene, view.mapping())
    assert set(rooms) == {piece.id for piece in project.pieces}
    names = places_of_names(rooms, seen.names, "p3")
    assert "p3" in names, "the current piece is always named"
    assert len(names) == len(rooms) or size[0] < 1280
    for own, place in names.items():
        assert not any(place.intersects(other) for name, other in names.items() if name != own)
        assert own == "p3" or not any(place.intersects(room) for room in rooms.values())
    view.grab()
    flags = view._flags
    assert len(flags) == len(scene.leaders) == sum(not isinstance(c, Mend) for c in project.changes)
    for (one, leader), (other, _) in combinations(flags, 2):
        assert not one.adjusted(2, 2, -2, -2).intersects(other.adjusted(2, 2, -2, -2))
        piece = desk.session.piece_of(f"{leader.change_id}/x")
        assert rooms[piece].adjusted(-30, -30, 30, 30).contains(one.center()), "a number stands at its own piece"
    desk.close()


def test_by_steps_a_drawing_is_at_most_a_step_smaller() -> None:
    room = (10.0, 20.0, 640.0, 480.0)
    for width in range(300, 3000, 7):
        whole, stepped = fit((0, 0, width, 700), room), fit((0, 0, width, 700), room, stepped=True)
        assert whole.scale / STEP < stepped.scale <= whole.scale
        # Still in the middle.
        assert stepped.to_px((width / 2, 350)).x() == pytest.approx(330.0)

"""Every screen in both themes, at three window sizes and with large text: nothing cut off, nothing overlaps."""

from collections.abc import Iterator
from functools import partial
from itertools import pairwise

import pytest
from PySide6.QtCore import QEvent, QPoint, QPointF, QRectF, Qt
from PySide6.QtGui import QFontMetricsF, QPainter
from PySide6.QtTest import QTest
from PySide6.QtWidgets import (
    QAbstractButton,
    QAbstractScrollArea,
    QApplication,
    QComboBox,
    QLabel,
    QLineEdit,
    QListWidget,
    QWidget,
)

from tests.app.desk import put_on_look
from tests.fuzzing import FULL
from zygoform.app.application import Application
from zygoform.app.canvas import paint
from zygoform.app.canvas.viewpoint_picker import ViewpointPicker
from zygoform.app.main_window import MainWindow
from zygoform.app.preferences import Preferences
from zygoform.app.stages.days.stage import DaysStage
from zygoform.app.stages.finish.stage import FinishStage
from zygoform.app.stages.survey.stage import SurveyStage
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font, put_on
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.stage_navigation import summary_lines
from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.edits.days import set_day
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import add_change, add_variant
from zygoform.core.edits.workshop import set_unit
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.files.demo import fresh_project
from zygoform.files.settings_json import Settings

SCREENS = ("survey", "redesign", "buy", "cut", "finish", "days", "settings", "help")
THREE = {"width": "48 1/16 in", "depth": "16 in?"}
LOOKS = [
    *((theme, 100, size) for theme in ("light", "dark") for size in ((1280, 800), (1024, 700), (1920, 1080))),
    *((theme, 150, size) for theme in ("light", "dark") for size in ((1280, 800), (1920, 1080))),
    ("light", 150, (1024, 700)),
    ("light", 130, (1024, 700)),
    ("light", 115, (1024, 700)),
]
FIVE = [LOOKS[k] for k in (0, 4, 9, 10, 11)]
"""Each theme, size of window and of text at least once, and what is tightest."""


@pytest.fixture
def clean(app: QApplication) -> Iterator[QApplication]:
    yield app
    put_on(app)


@pytest.fixture
def written(monkeypatch: pytest.MonkeyPatch) -> list[tuple[QWidget, str, QRectF]]:
    """Every run of words that a widget draws itself, and where."""
    found: list[tuple[QWidget, str, QRectF]] = []
    real = paint.draw_text

    def text(painter: QPainter, at: QPointF, words: str, px: int, weight: int = 400, **more: str) -> float:
        width = real(painter, at, words, px, weight, **more)
        device = painter.device()
        if isinstance(device, QWidget) and words.strip():
            metrics = QFontMetricsF(font(px, weight))
            shift = {"left": 0.0, "centre": width / 2, "right": width}[more.get("align", "left")]
            # The height of figures and capitals, which is what must not touch.
            box = QRectF(at.x() - shift, at.y() - metrics.capHeight(), width, metrics.capHeight())
            found.append((device, words, painter.transform().mapRect(box)))
        return width

    monkeypatch.setattr(paint, "draw_text", text)
    return found


def settle(app: QApplication) -> None:
    for _ in range(6):
        app.processEvents()


def faults(desk: Application) -> None:
    """The longest of the cards, open, and how to tell a material."""
    desk.session.select("p1/side/left", "f2")
    desk._frame.findChildren(QAbstractButton, "made_of_guide")[-1].setChecked(True)


@pytest.mark.parametrize(("theme", "percent", "size"), LOOKS if FULL else FIVE)
def test_every_screen_in_every_look(
    clean: QApplication, written: list[tuple[QWidget, str, QRectF]], theme: str, percent: int, size: tuple[int, int]
) -> None:
    app, frame = clean, MainWindow()
    frame.show()
    preferences = Preferences(Settings())
    desk = Application(app, frame, preferences, demo=True)
    try:
        put_on_look(desk, theme=theme, text_percent=percent)
        frame.resize(*size)
        every_screen(app, desk, written, theme, size)
    finally:
        # What is left standing would be styled anew with every look that follows.
        desk.window.filing.ask_unsaved = lambda: "discard"
        frame.close()
        frame.deleteLater()
        app.sendPostedEvents(None, QEvent.Type.DeferredDelete)


def every_screen(
    app: QApplication,
    desk: Application,
    written: list[tuple[QWidget, str, QRectF]],
    theme: str,
    size: tuple[int, int],
) -> None:
    for change in ("c1", "c2"):
        desk.session.open_up(change)
        desk.session.select(f"{change}/{'plank/1' if change == 'c1' else 'board/front'}")
        for screen in SCREENS if change == "c1" else ("redesign", "cut"):
            check_screen(app, desk, screen, written, size)
    finish_pages(app, desk, written, size)
    days_pages(app, desk, written, size)
    survey = desk.window._made["survey"]
    assert isinstance(survey, SurveyStage)
    # Every kind of change open, then two variants of all of them.
    every_kind = theme == "light" and size == (1024, 700) and (FULL or t.SCALE > 1.4)
    for kind in (row.kind for row in CHANGE_KINDS.values() if row.begins) if every_kind else ():
        desk.session.try_do(partial(add_change, kind=kind, target="p1/body/main"))
        desk.session.open_up(desk.session.project.changes[-1].id)
        check_screen(app, desk, "redesign", written, size)
    for _ in range(2):
        desk.session.try_do(add_variant)
    check_screen(app, desk, "compare", written, size)
    for look in (survey.measure_next, survey.swap_photos, lambda: faults(desk), lambda: survey.look("apart")):
        look()
        check_screen(app, desk, "survey", written, size)
    survey.swap_photos()
    survey.look("sizes")
    # A piece of which little is measured: its fields say what is guessed.
    for kind in PIECE_KINDS if every_kind else ("case",):
        project = set_unit(fresh_project(), "mm" if kind == "case" else "inch").project
        desk.session.begin(
            new_piece(project, "Old", THREE if kind == "case" else {}, kind).project, None, "Measured"
        )
        check_screen(app, desk, "survey", written, size)


def test_in_little_room_the_places_stand_in_a_row(clean: QApplication) -> None:
    app, frame = clean, MainWindow()
    frame.show()
    preferences = Preferences(Settings())
    desk = Application(app, frame, preferences, demo=True)
    try:
        put_on_look(desk, text_percent=150)
        frame.resize(1280, 800)
        for _ in range(4):
            app.processEvents()
        plan = frame.findChild(ViewpointPicker)
        assert plan is not None
        assert plan.in_row
        buttons = [frame.findChild(QAbstractButton, f"place_{place}") for place in ("front", "left", "right")]
        assert None not in buttons
        places = [button.geometry() for button in buttons if button is not None]
        assert all(plan.rect().contains(place) for place in places)
        assert all(a.right() < b.left() for a, b in pairwise(places))
        left = plan.childAt(places[1].center())
        assert left is not None
        QTest.mouseClick(left, Qt.MouseButton.LeftButton)
        assert desk.session.view.viewpoint == "left"
        frame.resize(1024, 700)
        desk.window.tell("One thing that has to be told in a good many words, and another after it. " * 3)
        for stage in ("finish", "days", "redesign"):
            desk.window.go(stage)
            for _ in range(4):
                app.processEvents()
            assert all(one.in_row for one in frame.findChildren(ViewpointPicker) if one.isVisible())
            assert desk.window._room.horizontalScrollBar().maximum() == 0, stage
            told = desk.window._told
            assert told.geometry().right() < desk.window.width()
            assert told.height() >= told.heightForWidth(told.width())
        put_on_look(desk, text_percent=100)
        for _ in range(4):
            app.processEvents()
        plans = [plan for plan in frame.findChildren(ViewpointPicker) if plan.isVisible()]
        assert [plan.in_row for plan in plans] == [False]
    finally:
        desk.window.filing.ask_unsaved = lambda: "discard"
        put_on_look(desk, text_percent=100)
        frame.close()
        frame.deleteLater()
        app.sendPostedEvents(None, QEvent.Type.DeferredDelete)


@pytest.mark.parametrize(
    ("words", "room", "most", "lines"),
    [
        ("13 of 14 sizes, 1 fault open", 100, 1, ["13 of 14 sizes"]),
        ("64 of 74 steps done", 100, 1, ["64 of 74 steps"]),
        ("49 things, $512.20", 200, 1, ["49 things, $512.20"]),
        ("13 of 14 sizes, 1 fault open", 110, 2, ["13 of 14 sizes, 1 fault", "open"]),
    ],
)
def test_a_summary_is_never_cut_within_a_word(
    clean: QApplication, words: str, room: int, most: int, lines: list[str]
) -> None:
    del clean
    assert summary_lines(words, font(12), room * t.SCALE, most) == lines


def finish_pages(
    app: QApplication, desk: Application, written: list[tuple[QWidget, str, QRectF]], size: tuple[int, int]
) -> None:
    """Every page of the finish, with a layer of each kind open."""
    finish = desk.window._made["finish"]
    assert isinstance(finish, FinishStage)
    for page in finish.pages.by_name:
        finish.pages.turn_to(page)
        check_screen(app, desk, "finish", written, size)
    for zone, layer in (("p1/body", 2), ("p1/body", 4), ("p1/hardware", 3), ("p1/back", 0), ("p1/unseen", -1)):
        finish.choose(zone)
        finish.coats.open_layer(layer)
        check_screen(app, desk, "finish", written, size)


def days_pages(
    app: QApplication, desk: Application, written: list[tuple[QWidget, str, QRectF]], size: tuple[int, int]
) -> None:
    """Every page of the days, what is being done, what is wet, and a day that cannot be kept."""
    desk.session.days.settle()
    days = desk.window._made["days"]
    assert isinstance(days, DaysStage)
    days.say("begin")
    desk.session.try_do(partial(set_day, which="wanted", text="2020-01-01"))
    for page in days.pages.by_name:
        days.pages.turn_to(page)
        desk.session.days.settle()
        check_screen(app, desk, "days", written, size)
    for own in (desk.session.days.plan.steps[0], desk.session.days.plan.steps[-1]):  # type: ignore[union-attr]
        days.choose(own.id)
        check_screen(app, desk, "days", written, size)


ROUNDS = 300
"""So often a screen is looked at before it counts as wrong, some 60 ms apart."""


def check_screen(
    app: QApplication,
    desk: Application,
    screen: str,
    written: list[tuple[QWidget, str, QRectF]],
    size: tuple[int, int],
) -> None:
    frame = desk.window.frame
    desk.window.go(screen)
    settle(app)
    # A thread's answer may come at any moment and be laid out a round later: what counts is how it rests.
    for _ in range(ROUNDS):
        try:
            return check_at_once(frame, screen, written, size)
        except AssertionError:
            QTest.qWait(60)
    return check_at_once(frame, screen, written, size)


def check_at_once(
    frame: MainWindow, screen: str, written: list[tuple[QWidget, str, QRectF]], size: tuple[int, int]
) -> None:
    written.clear()
    frame.grab()
    for area in frame.findChildren(QAbstractScrollArea):
        sideways = area.horizontalScrollBar().maximum() if area.isVisible() else 0
        assert sideways == 0, (screen, area.objectName(), type(area).__name__, area.accessibleName(), sideways)
    assert (frame.width(), frame.height()) == size, f"{screen} is larger than the window"
    check_widgets(frame, screen)
    check_written(written, screen)


def check_widgets(frame: MainWindow, screen: str) -> None:
    for widget in frame.findChildren(QWidget):
        if not widget.isVisible() or widget.visibleRegion().isEmpty():
            continue
        where = (screen, widget.objectName(), type(widget).__name__)
        check_reachable(widget, where)
        if isinstance(widget, QLabel) and widget.text() and "<" not in widget.text():
            needed = widget.fontMetrics().horizontalAdvance(max(widget.text().split(), key=len))
            if not widget.wordWrap():
                needed = widget.fontMetrics().horizontalAdvance(widget.text())
            assert widget.width() >= needed - 2, (*where, widget.text(), widget.width(), needed)
            assert widget.height() >= widget.heightForWidth(widget.width()) - 2, (*where, widget.text())
        if isinstance(widget, (QAbstractButton, QLineEdit, QComboBox, Segments)):
            assert widget.height() >= t.px(28) - 1, where
            assert widget.width() >= 27, where
            assert widget.accessibleName() or getattr(widget, "text", str)(), where
        if isinstance(widget, QAbstractButton) and widget.text():
            assert widget.width() >= widget.minimumSizeHint().width() - 2, (*where, widget.text())
        if isinstance(widget, QLineEdit):
            # The style sheet's 8 (3 where it is tight) and Qt's own 2 on either side, and the line round it.
            room = widget.width() - 2 * (t.px(3 if widget.property("tight") else 8) + 2 + 1)
            needed = widget.fontMetrics().horizontalAdvance(widget.text() or widget.placeholderText())
            assert room >= needed - 1, (*where, widget.text() or widget.placeholderText(), room, needed)
        if isinstance(widget, (QComboBox, QListWidget, QLineEdit)):
            assert widget.accessibleName(), where


def check_reachable(widget: QWidget, where: tuple[str, str, str]) -> None:
    """Nothing is cut off sideways, but by what can be moved sideways."""
    if not isinstance(widget, (QLabel, QAbstractButton, QLineEdit, QComboBox, Segments)):
        return
    around = widget.parentWidget()
    while around is not None:
        area = around.parentWidget()
        if isinstance(area, QAbstractScrollArea) and area.horizontalScrollBar().maximum() > 0:
            assert area.horizontalScrollBarPolicy() != Qt.ScrollBarPolicy.ScrollBarAlwaysOff, where
            return
        left = widget.mapTo(around, QPoint(0, 0)).x()
        assert left >= -1, (*where, left)
        assert left + widget.width() <= around.width() + 1, (*where, left, widget.width(), around.width())
        around = area


def check_written(written: list[tuple[QWidget, str, QRectF]], screen: str) -> None:
    by_widget: dict[QWidget, list[tuple[str, QRectF]]] = {}
    for widget, words, box in written:
        room = QRectF(widget.rect()).adjusted(-1, -1, 1, 1)
        assert room.contains(box), (screen, type(widget).__name__, words, box, room)
        by_widget.setdefault(widget, []).append((words, box))
    for widget, runs in by_widget.items():
        for i, (words, box) in enumerate(runs):
            for other, other_box in runs[i + 1 :]:
                shared = box.intersected(other_box)
                apart = shared.width() < 1 or shared.height() < 1 or words == other
                assert apart, (screen, type(widget).__name__, words, other)

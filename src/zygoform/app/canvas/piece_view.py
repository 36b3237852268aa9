"""The piece drawn to scale, its notes, and everything one can point at."""

from functools import partial
from typing import Literal

from PySide6.QtCore import QPointF, QRectF, Qt, QTimer, Signal
from PySide6.QtGui import (
    QContextMenuEvent,
    QFocusEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QResizeEvent,
    QShowEvent,
    QWheelEvent,
)
from PySide6.QtWidgets import QSizePolicy, QWidget

from zygoform.app.canvas import notes, paint
from zygoform.app.canvas.drawing_ahead import DrawingAhead
from zygoform.app.canvas.fault_pins import fault_at, paint_faults
from zygoform.app.canvas.gestures import Gesture, Pan
from zygoform.app.canvas.looking_in import look_in_entries, swap_opening
from zygoform.app.canvas.mapping import Mapping, fit, room_beside_notes
from zygoform.app.canvas.part_menu import PartMenu, pop_up
from zygoform.app.canvas.pictures import PiecePictures
from zygoform.app.canvas.pressed import gesture_at
from zygoform.app.canvas.set_names import paint_names
from zygoform.app.canvas.spots import Spots
from zygoform.app.canvas.surveying import (
    FRONT_PLACES,
    is_divider,
    opening_at,
    opening_shape,
    paint_dots,
    paint_dragged,
    paint_tape,
)
from zygoform.app.canvas.targets import (
    ARROWS,
    bay_targets,
    foremost,
    lit_parts,
    lit_shapes,
    near_grip,
    next_target,
    points_of,
    room_of_part,
    survey_targets,
    true_sizes,
)
from zygoform.app.describe import describe, spoken
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.core.drawing.primitives import Grip, Leader, Scene
from zygoform.core.drawing.scene import Overlay
from zygoform.core.drawing.views import Viewpoint
from zygoform.core.geometry.plane import Point
from zygoform.core.ids import piece_of
from zygoform.core.plan.touched import Topic

CLICK = 6
"""px: moved no farther, a press was a click."""
KEY_REASONS = (Qt.FocusReason.TabFocusReason, Qt.FocusReason.BacktabFocusReason, Qt.FocusReason.ShortcutFocusReason)
_DRAWN: frozenset[Topic] = frozenset(("form", "findings", "pieces", "changes", "photos", "shop", "view"))


class PieceView(QWidget):
    """One drawing of the piece. A survey stands before the piece as found, a small one only lights parts up."""

    picked = Signal(str)

    def __init__(
        self, session: Session, kind: Literal["survey", "redesign", "finish", "small"], menu: PartMenu | None = None
    ) -> None:
        super().__init__()
        self.session, self.kind, self._menu = session, kind, menu
        self.pan, self.zoom, self.all_sizes = QPointF(0, 0), 1.0, False
        self._gesture: Gesture | None = None
        self._pressed: QPointF | None = None
        self._by_keys = False
        self.drawing, self.pictures = DrawingAhead(self), PiecePictures()
        self._held: tuple[object, Mapping] | None = None
        self._flags: list[tuple[QRectF, Leader]] = []
        self.setMouseTracking(True)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        if kind != "small":
            self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
            self.setMinimumSize(t.px(260), t.px(150))
        self.setAccessibleName("Drawing of the piece")
        session.changed.connect(self._on_changed)
        session.previewed.connect(self._renew)
        session.viewpoint_changed.connect(self._renew)
        session.hover_changed.connect(self._on_pointed)
        self._spots = Spots(self, self._places, partial(spoken, session))
        session.viewpoint_changed.connect(self._spots.sync)

    # What is drawn

    def _on_changed(self) -> None:
        """A price or a better layout is not in the drawing, but in what is said of its parts."""
        if self.session.touched & _DRAWN:
            self._renew()
        self._spots.sync()

    def _renew(self) -> None:
        """Painted anew: at once, or where many pieces have to be drawn first, when they are."""
        if self.isVisible() and not self.drawing.begin(self.session.seen(), self.place, self.overlay):
            self.update()

    @property
    def place(self) -> Viewpoint:
        return "front" if self.kind == "small" else self.session.view.viewpoint

    @property
    def overlay(self) -> Overlay:
        return {"survey": "found", "small": "planned", "finish": "planned"}.get(
            self.kind, self.session.view.overlay
        )  # type: ignore[return-value]

    def scene(self) -> Scene | None:
        """The drawing as it stands; worked out again only when plan, place or overlay change."""
        seen = self.session.seen()
        if seen is None:
            return None
        return self.drawing.scene(seen, self.place, self.overlay)

    def mapping(self) -> Mapping:
        """mm to px: the whole piece in the room its notes leave. It stays as it was while something is dragged."""
        scene = self.scene()
        if scene is None:
            return Mapping(1.0, 0.0, 0.0)
        view = self.session.view
        looks = self.size(), self.zoom, QPointF(self.pan), self.place, self.overlay, view.shown, view, view.opened
        if self._held is not None and self.session.is_previewing and self._held[0] == looks:
            return self._held[1]
        several = bool(scene.layers)
        room = room_beside_notes(paint.room_of(self), small=self.kind == "small", several=several)
        whole = fit(scene.box, room, self.zoom, stepped=several)
        mapping = Mapping(whole.scale, whole.x + self.pan.x(), whole.y + self.pan.y())
        self._held = looks, mapping
        return mapping

    def fit_whole(self) -> None:
        """The whole piece again."""
        self.zoom, self.pan = 1.0, QPointF(0, 0)
        self.update()

    def zoom_by(self, factor: float, at: QPointF | None = None) -> None:
        """Zooms round a point, which stays where it is."""
        at = at or paint.room_of(self).center()
        before = self.mapping().to_mm(at)
        self.zoom = min(12.0, max(0.5, self.zoom * factor))
        moved = self.mapping().to_px(before)
        self.pan += at - moved
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        if self.drawing.busy or self.drawing.begin(self.session.seen(), self.place, self.overlay):
            if (was := self.drawing.meanwhile(self.session.view)) is None:
                painter, room = paint.begin_painting(self)
                paint.draw_text(painter, room.center(), "Drawing the pieces…", 14, align="centre", colour=t.INK2)
            else:
                self._paint(*was)
            return
        scene, mapping = self.scene(), self.mapping()
        if scene is not None and self._paint(scene, mapping):
            self.drawing.was_painted(self.session.view, scene, mapping)
        if scene is not None and not scene.lined and (seen := self.session.seen()) is not None:
            self.drawing.add_lines(seen, self.place, self.overlay)

    def _paint(self, scene: Scene, mapping: Mapping, noted: bool = True) -> bool:
        """The piece and what is written round it; whether it was all."""
        painter, room = paint.begin_painting(self)
        pointed, kept = self.session.view.hovered, self.session.view.selected
        if self.kind == "small":
            notes.paint_floor(painter, scene, mapping, self.session.unit, room.width(), ruled=False)
        lit = self.lit(pointed)
        if not self.pictures.paint(painter, scene, mapping, lit, kept):
            # The rest of it the next time round; what is written round a set comes after that.
            QTimer.singleShot(0, self.update)
            if scene.layers:
                return False
        shapes = lit_shapes(scene, mapping, lit)
        opening = opening_shape(self.session, self.place, pointed, mapping)
        shapes += [opening] if opening is not None else []
        paint.halo(painter, shapes, corners=bool(kept) and pointed == kept)
        if self.kind == "small" or not noted:
            return True
        notes.paint_floor(painter, scene, mapping, self.session.unit, room.width(), ruled=not scene.layers)
        self._paint_notes(painter, scene, mapping, pointed)
        if self.hasFocus() and self._by_keys:
            paint.focus_ring(painter, room)
        return True

    def lit(self, pointed: str) -> set[str]:
        """The parts that light up while one is pointed at."""
        return lit_parts(self.session, pointed, alike=self.kind == "small")

    def _paint_notes(self, painter: QPainter, scene: Scene, mapping: Mapping, pointed: str) -> None:
        paint_names(painter, self.session, scene, mapping)
        taken = notes.paint_sizes(painter, scene, mapping, self.session, self.place, all_sizes=self.all_sizes)
        if pointed and not self._gesture:
            notes.paint_part(
                painter, self.session, scene, mapping, pointed, true_sizes(self.session.plan, pointed, self.place)
            )
        on = piece_of(pointed) or self.session.view.open_change
        if self.kind == "survey":
            if self.session.view.photos_open:
                paint_dots(painter, self.session, self.targets(), mapping)
            paint_faults(painter, self.session, scene, mapping)
            paint_tape(painter, self.session, mapping)
            paint_dragged(painter, getattr(self._gesture, "cells", ()), self.session, mapping)
        if self.kind == "redesign":
            # Above the dimension lines where those are shown.
            lift = 22.0 if self.all_sizes or self.place == "above" else 0.0
            self._flags = notes.paint_leaders(painter, scene, mapping, paint.room_of(self), on, taken, lift)
            change = self._change_of(pointed) or self.session.view.open_change
            notes.paint_drilling(painter, self.session, mapping, self.place)
            notes.paint_grips(painter, scene, mapping, change)
            notes.paint_drawn(painter, self._gesture)

    def _change_of(self, part_id: str) -> str:
        head = piece_of(part_id)
        return head if self.session.project.change(head) is not None else ""

    def _places(self) -> dict[str, QRectF]:
        """The room of every part that can be pointed at."""
        scene, mapping = self.scene(), self.mapping()
        if scene is None or self.kind == "small":
            return {}
        shapes = {part: opening_shape(self.session, self.place, part, mapping) for part in self.targets()}
        return {part: room_of_part(scene, mapping, part, shape) for part, shape in shapes.items()}

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._lay_out()
        self._spots.sync()

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        self._lay_out()

    def _lay_out(self) -> None:
        """A set stands in rows that fill this room, while it is the one seen."""
        if self.kind != "small" and self.isVisible():
            self.session.draw_in(self.width() / max(1, self.height()))

    # Pointing

    def part_at(self, at: QPointF) -> str:
        """The part or opening under a point; in the survey all openings come first, else empty ones."""
        scene = self.scene()
        if scene is None:
            return ""
        flag = next((leader for box, leader in self._flags if box.contains(at)), None)
        if flag is not None:
            return foremost(scene, flag.change_id)
        point = self.mapping().to_mm(at)
        hit = scene.at(point)
        part = hit.part_id if hit is not None else ""
        seen = self.session.seen()
        if self.kind == "small" or seen is None:
            return part
        open_ids, bays = self.session.view.opened, self.kind == "redesign"
        return opening_at(seen.of(self.overlay), self.place, point, part, open_ids, bays=bays) or part

    def grip_at(self, at: QPointF) -> Grip | None:
        """The handle of the open change, or of the one pointed at, under a point."""
        scene = self.scene()
        change = self._change_of(self.session.view.hovered) or self.session.view.open_change
        if scene is None or self.kind != "redesign":
            return None
        return near_grip([g for g in scene.grips if g.change_id == change], self.mapping(), at)

    def divider_at(self, at: QPointF) -> str:
        """The board that parts two openings here; the front has to be seen."""
        part = self.part_at(at) if self.kind == "survey" and self.place in FRONT_PLACES else ""
        return part if is_divider(part) else ""

    def _on_pointed(self, part_id: str) -> None:
        self.update()
        self.setAccessibleDescription(found.spoken if (found := describe(self.session, part_id)) else "")

    # Mouse

    def mousePressEvent(self, event: QMouseEvent) -> None:
        at = self._pressed = paint.unscaled(event.position())
        if self.kind == "small":
            return
        if event.button() == Qt.MouseButton.LeftButton:
            self._gesture = gesture_at(self, at)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        at = paint.unscaled(event.position())
        if self.drawing.busy:
            return
        if self._gesture is not None:
            self._gesture.move(at)
            if self.session.view.drawing_on:
                self.update()
        elif self._pressed is not None and event.buttons() and self.kind != "small":
            if (at - self._pressed).manhattanLength() > CLICK:
                self._gesture = Pan(self, self._pressed)
                self.setCursor(Qt.CursorShape.ClosedHandCursor)
        else:
            self.session.hover(self.part_at(at))
            free = Qt.CursorShape.ArrowCursor
            self.setCursor(Qt.CursorShape.SizeAllCursor if self.grip_at(at) or self.divider_at(at) else free)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        at, gesture = paint.unscaled(event.position()), self._gesture
        if gesture is not None:
            gesture.end()
            self._gesture = None
            self.unsetCursor()
        clicked = self._pressed is not None and (at - self._pressed).manhattanLength() <= CLICK
        free = (gesture is None or isinstance(gesture, Pan)) and not self.drawing.busy
        if event.button() == Qt.MouseButton.LeftButton and clicked and free:
            self._click(at)
        self._pressed = None

    def _click(self, at: QPointF) -> None:
        """Keeps what is under the pointer: a fault, else a part; and where on it."""
        scene = self.scene() if self.kind == "survey" else None
        fault = fault_at(self.session, scene, self.mapping(), at) if scene is not None else ""
        self.session.view.spot = (self.place, self.mapping().to_mm(at))
        self.session.select(self.part_at(at), fault)
        self.picked.emit(self.session.view.selected)

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        at = paint.unscaled(event.position())
        if self.kind == "small" or not swap_opening(self.session, self.part_at(at)):
            self.open_menu(self.part_at(at), at)

    def leaveEvent(self, _event: object) -> None:
        if self._gesture is None:
            self.session.hover("")

    def wheelEvent(self, event: QWheelEvent) -> None:
        event.setAccepted(self.kind != "small")
        if self.kind != "small":
            self.zoom_by(1.2 if event.angleDelta().y() > 0 else 1 / 1.2, paint.unscaled(event.position()))

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        at = paint.unscaled(QPointF(event.pos()))
        self.open_menu(self.part_at(at), at)

    def open_menu(self, part_id: str, at: QPointF | None = None) -> None:
        """Lists what can be done with a part."""
        entries = self._menu(part_id) if self._menu is not None and part_id else []
        entries += look_in_entries(self.session, part_id, self.overlay) if entries else []
        if not entries:
            return
        self.session.view.spot = (self.place, self.mapping().to_mm(at)) if at is not None else None
        self.session.select(part_id)
        middle = at or self._middle(part_id)
        pop_up(self, entries, self.mapToGlobal((middle * t.SCALE).toPoint()))

    def _middle(self, part_id: str) -> QPointF:
        scene = self.scene()
        shape = opening_shape(self.session, self.place, part_id, self.mapping())
        if scene is None or (shape is None and not points_of(scene, part_id)):
            return paint.room_of(self).center()
        return room_of_part(scene, self.mapping(), part_id, shape).center()

    # Keyboard

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key = event.key()
        self._by_keys = True
        step = ARROWS.get(Qt.Key(key))
        if step is not None:
            here, in_order = self.session.view.hovered, self.kind == "survey"
            self.session.select(next_target(self.targets(), here, step, in_order=in_order))
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.open_menu(self.session.view.hovered)
        elif key == Qt.Key.Key_Escape:
            if self._gesture is None:
                self.session.select("")
            else:
                self._gesture.cancel()
                self._gesture = None
        else:
            super().keyPressEvent(event)

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self._by_keys = event.reason() in KEY_REASONS
        self.update()

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.update()

    def targets(self) -> dict[str, Point]:
        """Every part that can be pointed at, with a place where it is really seen."""
        scene, seen = self.scene(), self.session.seen()
        if scene is None or seen is None:
            return {}
        if self.kind == "survey":
            return survey_targets(scene, seen.found, self.session.view.opened, openings=self.place in FRONT_PLACES)
        return scene.seen_parts | (bay_targets(seen.of(self.overlay)) if self.place in FRONT_PLACES else {})

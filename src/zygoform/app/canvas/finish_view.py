"""The piece in its planned colours and tones of wood, zone by zone."""

from PySide6.QtCore import QPointF, Signal
from PySide6.QtGui import QMouseEvent, QPainter, QPaintEvent

from zygoform.app.canvas import paint
from zygoform.app.canvas.borders_seen import Line, seen_runs
from zygoform.app.canvas.mapping import Mapping
from zygoform.app.canvas.part_menu import PartMenu
from zygoform.app.canvas.piece_view import PieceView
from zygoform.app.session import Session
from zygoform.app.slices import Slices
from zygoform.app.theme import tokens as t
from zygoform.core.coats.layer import contrast, shaded
from zygoform.core.drawing.primitives import Polygon, Scene
from zygoform.core.drawing.views import VIEWS
from zygoform.core.finish.appearance import ZoneLook, appearance
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.finish.masking import Mask
from zygoform.core.finish.surfaces import ZoneRole
from zygoform.core.finish.zones import zone_of
from zygoform.core.form.form import Board, Form
from zygoform.core.geometry.convex import plane_of
from zygoform.core.geometry.prism import Face, dot
from zygoform.core.geometry.seams import Seam

_SHADES = {"front": 1.0, "side": 0.86, "top": 1.05, "inside": 0.68, "mesh": 1.0}
_DARKER = 0.84
"""In the dark theme all of the piece is a little darker, as its wood is."""
_LINES = ("#3a3128", "#14110c", "#f3f0e6")
LEAST_CONTRAST = 3.0
"""Between a face and the lines round it (WCAG 2.1, 1.4.11)."""


class ZoneColours:
    """Which zone every face of a drawing lies in, and its colour. `pointed` is the zone that is lit."""

    def __init__(self, finish: FinishPlan, forms: tuple[Form, ...], pointed: str = "") -> None:
        self.finish, self.forms, self.pointed = finish, forms, pointed
        self._looks: dict[str, ZoneLook] = {}
        self._zones: dict[tuple[str, tuple[int, ...]], str] = {}
        self._first: dict[str, str] = {}
        self._roles = {
            part: own for one in finish.pieces for body in one.surfaces for part, own in body.faces.items()
        }
        self._piece = {part: one.piece_id for one in finish.pieces for body in one.surfaces for part in body.faces}
        self._boards = {own.id: own for form in forms for host in form.boards for own in (host, *host.on_face)}

    def zone(self, polygon: Polygon) -> str:
        """The zone a face lies in."""
        return self._of_part(polygon.part_id) and self._zones.get(
            (polygon.part_id, polygon.plane), self._first[polygon.part_id]
        )

    def _of_part(self, part_id: str) -> str:
        """The zone of a part's first face; worked out part by part, when it is first painted."""
        if part_id not in self._first:
            board = self._boards.get(part_id) if part_id in self._piece else None
            self._first[part_id] = ""
            for face, role in _faces(board, self._roles[part_id]) if board is not None else ():
                zone = zone_of(part_id, role, self._piece[part_id], self.finish.finishing.moves)
                self._zones[part_id, plane_of(face)] = zone
                self._first[part_id] = self._first[part_id] or zone
        return self._first[part_id]

    def zone_of_part(self, part_id: str) -> str:
        """The zone of a part's first face."""
        return self._of_part(part_id)

    def colours(self, polygon: Polygon) -> tuple[str, str, bool] | None:
        """Fill, line, whether grain is seen; None for what is no wood and is not coated."""
        look = self.look(self.zone(polygon))
        if look is None or polygon.shade not in _SHADES:
            return None
        fill = shaded(look.rgb, _SHADES[polygon.shade] * (_DARKER if t.CASED else 1.0))
        if polygon.tone and look.grain:
            fill = shaded(fill, 0.93)
        line = next((rgb for rgb in _LINES if contrast(rgb, fill) >= LEAST_CONTRAST), _LINES[-1])
        return fill, line, look.grain

    def is_lit(self, polygon: Polygon) -> bool:
        return bool(self.pointed) and self.zone(polygon) == self.pointed

    def look(self, zone: str) -> ZoneLook | None:
        """How a zone looks in the end."""
        if zone not in self._looks:
            plan = self.finish.zone(zone)
            if plan is None:
                return None
            self._looks[zone] = appearance(plan, self.finish.finishing, self.finish.own)
        return self._looks[zone]


def _faces(board: Board, roles: tuple[ZoneRole, ...]) -> list[tuple[Face, ZoneRole]]:
    """Faces with their zones: a front that is shut is drawn without its groove, and has fewer of them."""
    faces = board.solid.faces
    if len(faces) == len(roles):
        return list(zip(faces, roles, strict=True))
    if board.role not in ("drawer", "door"):
        return []
    return [(face, "fronts" if dot(face.normal, (0.0, -1.0, 0.0)) > 0.7 else "edges") for face in faces]


class FinishView(PieceView):
    """Zones are pointed at and chosen; a click chooses, Enter too."""

    zone_pointed = Signal(str)
    zone_chosen = Signal(str)

    def __init__(self, session: Session, menu: PartMenu | None = None) -> None:
        super().__init__(session, "finish", menu)
        self.finish = FinishPlan()
        self.chosen = ""
        self._runs: tuple[Seam, ...] = ()
        self._borders, self._seen_from = tuple[Line, ...](), tuple[object, ...]()
        self._looking = Slices(self)

    def show_finish(self, finish: FinishPlan, pointed: str) -> None:
        """What is painted, and which zone is lit."""
        before = self.colours
        forms = self._forms()
        if before is not None and before.finish is finish and _same(before.forms, forms):
            if before.pointed != pointed:
                before.pointed = pointed
                self.update()
            return
        self.finish = finish
        self.pictures.tint = ZoneColours(finish, forms, pointed) if finish.zones else None
        self.update()

    def show_borders(self, masks: tuple[Mask, ...]) -> None:
        """Draws these borders over the piece, as far as they are seen; none for no mask."""
        runs = tuple(run for mask in masks for run in mask.runs)
        if runs != self._runs:
            self._runs, self._borders, self._seen_from = runs, (), ()
            self.update()

    @property
    def is_looking(self) -> bool:
        """Whether what is seen of the borders is still being looked for."""
        return self._looking.busy

    def _look_for_borders(self, scene: Scene) -> None:
        """What of them is seen from here is worked out once, with the window answering meanwhile."""
        asked = (scene, self.place, self._runs)
        if self._seen_from and all(a is b for a, b in zip(asked, self._seen_from, strict=True)):
            return
        self._seen_from, self._borders = asked, ()
        boards = {own.id: own for form in self._forms() for host in form.boards for own in (host, *host.on_face)}
        self._looking.begin(seen_runs(self._runs, scene, boards, VIEWS[self.place]), self._on_borders)

    def _on_borders(self, found: tuple[Line, ...]) -> None:
        self._borders = found
        self.update()

    def _paint_notes(self, painter: QPainter, scene: Scene, mapping: Mapping, pointed: str) -> None:
        super()._paint_notes(painter, scene, mapping, pointed)
        if not self._runs or scene.layers:
            return
        self._look_for_borders(scene)
        for width, colour in ((6.0, t.INK), (4.0, t.TAPE)):
            painter.setPen(paint.pen(colour, width))
            for a, b in self._borders:
                painter.drawLine(mapping.to_px(a), mapping.to_px(b))

    @property
    def colours(self) -> ZoneColours | None:
        """The colours it is painted in."""
        tint = self.pictures.tint
        return tint if isinstance(tint, ZoneColours) else None

    def _forms(self) -> tuple[Form, ...]:
        """The forms whose faces are drawn: of a set every piece in its own coordinates."""
        seen = self.session.seen()
        if seen is None:
            return ()
        return tuple(piece.planned for piece in seen.pieces) if seen.pieces else (seen.planned,)

    def lit(self, pointed: str) -> set[str]:
        """Zones light up, not parts."""
        del pointed
        return set()

    def paintEvent(self, event: QPaintEvent) -> None:
        colours = self.colours
        if self.finish.zones and (colours is None or not _same(colours.forms, self._forms())):
            # A drawer was drawn out, or another piece came on screen.
            self.pictures.tint = ZoneColours(self.finish, self._forms(), colours.pointed if colours else "")
        super().paintEvent(event)

    def zone_at(self, at: QPointF) -> str:
        """The zone under a point."""
        scene, colours = self.scene(), self.colours
        hit = scene.at(self.mapping().to_mm(at)) if scene is not None else None
        return colours.zone(hit) if hit is not None and colours is not None else ""

    def _on_pointed(self, part_id: str) -> None:
        super()._on_pointed(part_id)
        if self._by_keys and self.hasFocus() and self.colours is not None:
            self.zone_pointed.emit(self.colours.zone_of_part(part_id))

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        super().mouseMoveEvent(event)
        self.zone_pointed.emit(self.zone_at(paint.unscaled(event.position())))

    def leaveEvent(self, event: object) -> None:
        super().leaveEvent(event)
        self.zone_pointed.emit("")

    def _click(self, at: QPointF) -> None:
        super()._click(at)
        zone = self.zone_at(at)
        if zone:
            self.zone_chosen.emit(zone)


def _same(first: tuple[Form, ...], second: tuple[Form, ...]) -> bool:
    return len(first) == len(second) and all(a is b for a, b in zip(first, second, strict=True))

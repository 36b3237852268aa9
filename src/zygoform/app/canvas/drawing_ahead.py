"""The drawing of what is seen; that of many pieces or parts a slice at a time, before it is painted."""

from typing import NamedTuple

from PySide6.QtWidgets import QWidget

from zygoform.app.canvas.mapping import Mapping
from zygoform.app.canvas.pictures import LARGE_SET
from zygoform.app.slices import Slices
from zygoform.app.view_state import ViewState
from zygoform.core.drawing.primitives import Scene
from zygoform.core.drawing.scene import Overlay
from zygoform.core.drawing.views import Viewpoint
from zygoform.core.plan.seen import Seen, SeenDrawing

DRAWN_AT_ONCE = 4
"""More plain pieces' worth than this is drawn slice by slice, with the window answering in between."""

LINES_AFTER_MS = 5
"""After the faces were painted what was pressed meanwhile has its turn before the lines are worked out."""


class _Shown(NamedTuple):
    view: ViewState
    piece_id: str
    viewpoint: Viewpoint
    scene: Scene
    mapping: Mapping


class DrawingAhead:
    """Belongs to a canvas, which is painted when the drawing is there."""

    def __init__(self, canvas: QWidget) -> None:
        self._canvas, self._drawing, self._slices = canvas, SeenDrawing(), Slices(canvas)
        self._shown: _Shown | None = None
        self._lining = False

    @property
    def busy(self) -> bool:
        """Whether the canvas shows what was there before, or nothing yet."""
        return self._slices.busy and not self._lining

    @property
    def at_rest(self) -> bool:
        """Whether nothing of it is still to be drawn."""
        return not self._slices.busy

    def scene(self, seen: Seen, place: Viewpoint, overlay: Overlay) -> Scene:
        """It at once; the lines round what is new may follow."""
        if self.busy:
            # Someone cannot wait for what the slices began.
            self._slices.drop()
            self._canvas.update()
        return self._drawing.so_far(seen, place, overlay)

    def add_lines(self, seen: Seen, place: Viewpoint, overlay: Overlay) -> None:
        """What was painted has no lines yet: they come while the window answers."""
        self._lining = True
        work = self._drawing.scene_piecemeal(seen, place, overlay)
        self._slices.begin(work, self._painted, self._painted, after_ms=LINES_AFTER_MS)

    def begin(self, seen: Seen | None, place: Viewpoint, overlay: Overlay) -> bool:
        """Begins to draw what takes long; whether it does."""
        if seen is None or not self._canvas.isVisible():
            self._slices.drop()
            return False
        at_once = DRAWN_AT_ONCE if len(seen.pieces) <= LARGE_SET else 0
        if self._drawing.undrawn(seen, place, overlay) <= at_once:
            if self.busy:
                self._slices.drop()
            return False
        self._lining = False
        work = self._drawing.scene_piecemeal(seen, place, overlay)
        self._slices.begin(work, self._painted, self._painted)
        return True

    def was_painted(self, view: ViewState, scene: Scene, mapping: Mapping) -> None:
        """Told what is on the sheet now."""
        self._shown = _Shown(view, view.shown, view.viewpoint, scene, mapping)

    def meanwhile(self, view: ViewState) -> tuple[Scene, Mapping, bool] | None:
        """While one piece is drawn anew how it was, and whether from the same place: then with its notes.

        Nothing where there are many, or of another document.
        """
        was = self._shown
        if was is None or was.view is not view or was.piece_id != view.shown or was.scene.layers:
            return None
        return was.scene, was.mapping, was.viewpoint == view.viewpoint

    def _painted(self, _what: object) -> None:
        self._canvas.update()

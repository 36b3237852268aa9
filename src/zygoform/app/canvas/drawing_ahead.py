"""The drawing of what is seen; that of many pieces a slice at a time, before it is painted."""

from PySide6.QtWidgets import QWidget

from zygoform.app.slices import Slices
from zygoform.core.drawing.primitives import Scene
from zygoform.core.drawing.scene import Overlay
from zygoform.core.drawing.views import Viewpoint
from zygoform.core.plan.seen import Seen, SeenDrawing

DRAWN_AT_ONCE = 4
"""More pieces of a set than this are drawn slice by slice, with the window answering in between."""
LARGE_SET = 12
"""Of a set of more pieces every one: putting them all together takes long enough."""


class DrawingAhead:
    """Belongs to a canvas, which is painted when the drawing is there."""

    def __init__(self, canvas: QWidget) -> None:
        self._canvas, self._drawing, self._slices = canvas, SeenDrawing(), Slices(canvas)

    @property
    def busy(self) -> bool:
        """Whether the canvas shows what was there before, or nothing yet."""
        return self._slices.busy

    def scene(self, seen: Seen, place: Viewpoint, overlay: Overlay) -> Scene:
        """All of it, at once."""
        return self._drawing.scene(seen, place, overlay)

    def begin(self, seen: Seen | None, place: Viewpoint, overlay: Overlay) -> bool:
        """Begins to draw what takes long; whether it does."""
        if seen is None or not self._canvas.isVisible():
            self._slices.drop()
            return False
        at_once = DRAWN_AT_ONCE if len(seen.pieces) <= LARGE_SET else 0
        if self._drawing.undrawn(seen, place, overlay) <= at_once:
            self._slices.drop()
            return False
        work = self._drawing.scene_piecemeal(seen, place, overlay)
        self._slices.begin(work, self._painted, self._painted)
        return True

    def _painted(self, _what: object) -> None:
        self._canvas.update()

"""What is looked at, pointed at and open: bound to one document, and made anew with it."""

from typing import TYPE_CHECKING

from zygoform.core.drawing.scene import Overlay
from zygoform.core.drawing.views import Viewpoint
from zygoform.core.geometry.plane import Point

if TYPE_CHECKING:
    from zygoform.core.survey.spans import TapeLine


class ViewState:
    """Nothing of this is saved. `shown` is the piece on screen, or nothing for all; `current` the one acted on.

    `opened` are the openings that one looks into: their drawers are drawn out, their doors open.
    Flaps among them are let down by the share `swing`. `drawing_on` is the pattern that lines are drawn for,
    `zone` the zone of the finish that is open.
    """

    def __init__(self) -> None:
        self.hovered = ""
        self.selected = ""
        self.selected_fault = ""
        self.opened: frozenset[str] = frozenset()
        self.swing = 1.0
        self.highlighted: tuple[str, ...] = ()
        self.open_change = ""
        self.drawing_on = ""
        self.zone = ""
        self.shown = ""
        self.current = ""
        self.traced: TapeLine | None = None
        self.photos_open = False
        self.spot: tuple[Viewpoint, Point] | None = None
        self.viewpoint: Viewpoint = "corner"
        self.overlay: Overlay = "over"

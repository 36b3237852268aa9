"""Which gesture a press on the drawing begins: a line drawn by hand, a handle, a divider."""

from typing import TYPE_CHECKING

from PySide6.QtCore import QPointF

from zygoform.app.canvas.gestures import DragGrip, Gesture

if TYPE_CHECKING:
    from zygoform.app.canvas.piece_view import PieceView


def gesture_at(view: "PieceView", at: QPointF) -> Gesture | None:
    """What is taken hold of at a place, if anything is."""
    session = view.session
    if view.kind == "redesign" and session.view.drawing_on:
        from zygoform.app.canvas.line_drawing import DrawLine

        return DrawLine(session, session.view.drawing_on, view.mapping(), at)
    grip = view.grip_at(at)
    if grip is not None:
        return DragGrip(session, grip, view.mapping(), at)
    divider = view.divider_at(at)
    if divider:
        from zygoform.app.canvas.dividing import DragDivider

        return DragDivider(session, divider, view.mapping(), at)
    return None

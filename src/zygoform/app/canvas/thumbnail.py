"""A small drawing of a piece or a set, painted wherever there is a little room."""

from PySide6.QtCore import QRectF
from PySide6.QtGui import QPainter

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import fit
from zygoform.core.drawing.primitives import Scene
from zygoform.core.drawing.scene import draw_form
from zygoform.core.drawing.views import VIEWS
from zygoform.core.errors import BadInputError
from zygoform.core.form.arrange import offsets, side_by_side
from zygoform.core.form.form import Form
from zygoform.core.project import Project


def scene_of(project: Project) -> Scene | None:
    """The pieces as found, from the corner, side by side; None where there is nothing that can be drawn."""
    try:
        bodies = [body for piece in project.known_pieces for body in piece.build().bodies]
    except BadInputError:
        return None
    if not bodies:
        return None
    form = Form(tuple(bodies))
    form = (
        side_by_side(form, offsets(form, lean=VIEWS["corner"].project((0.0, 1.0, 0.0))))
        if len(bodies) > 1
        else form
    )
    return draw_form(form, form, {}, "corner", "found")


def paint_thumbnail(painter: QPainter, scene: Scene, room: QRectF) -> None:
    """The whole of a drawing in a room (px)."""
    mapping = fit(scene.box, (room.x(), room.y(), room.width(), room.height()))
    painter.save()
    painter.setTransform(mapping.transform(), combine=True)
    for polygon in scene.polygons:
        paint.face(painter, polygon, mapping.scale, pointed=False, kept=False)
    painter.restore()

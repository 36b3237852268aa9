"""What is drawn at once: one piece, or all of a set side by side."""

from msgspec import Struct, structs

from zygoform.core.drawing.views import Viewpoint
from zygoform.core.form.arrange import offsets, only, shifted, side_by_side
from zygoform.core.form.form import Form, piece_of
from zygoform.core.geometry.prism import Point3
from zygoform.core.outcome.outcome import Handle
from zygoform.core.plan.form_stage import FormPlan


class Seen(Struct, frozen=True):
    """The forms to draw. `numbers` are those of the changes on them, `offsets` where pieces of a set stand.

    `names` are those of all pieces of a set that is seen together.
    """

    found: Form
    planned: Form
    numbers: dict[str, int]
    handles: tuple[Handle, ...]
    mended: frozenset[str] = frozenset()
    offsets: dict[str, Point3] = {}
    names: dict[str, str] = {}

    def moved(self, piece_id: str) -> Point3:
        """How far a piece of a set stands from its own coordinates."""
        return self.offsets.get(piece_id, (0.0, 0.0, 0.0))


def seen_of(stage: FormPlan, piece_id: str, viewpoint: Viewpoint = "front") -> Seen:
    """One piece, or for no id all of them as they are set out to be seen from a viewpoint, with what is planned."""
    numbers = {
        c.id: c.number
        for c in stage.changes
        if (not piece_id or piece_id in {piece_of(t) for t in c.targets}) and c.id not in stage.superseded
    }
    handles = tuple(h for h in stage.handles if h.change_id in numbers)
    mended = frozenset(part for o in stage.outcomes for part in o.mended)
    if len(stage.pieces) == 1:
        return Seen(stage.found, stage.planned, numbers, handles, mended)
    if piece_id:
        return Seen(only(stage.found, piece_id), only(stage.planned, piece_id), numbers, handles, mended)
    by = offsets(stage.found, "y" if viewpoint in ("left", "right") else "x", "y" if viewpoint == "above" else "z")
    whose = {c.id: piece_of(c.targets[0]) for c in stage.changes}
    names = {piece.id: piece.name for piece in stage.pieces}
    moved = {piece_of(body_id): distance for body_id, distance in by.items()}
    handles = tuple(structs.replace(h, at=shifted(h.at, moved.get(whose[h.change_id]))) for h in handles)
    return Seen(
        side_by_side(stage.found, by), side_by_side(stage.planned, by), numbers, handles, mended, moved, names
    )

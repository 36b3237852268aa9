"""What is drawn at once: one piece, or all of a set side by side."""

from collections.abc import Callable, Iterable
from typing import Literal, TypeVar

from msgspec import Struct, structs

from zygoform.core.drawing.pieces import PieceDrawn, SetDrawing, work_of
from zygoform.core.drawing.primitives import Scene
from zygoform.core.drawing.scene import Overlay, floors_of, lined_piecemeal, plain_piecemeal
from zygoform.core.drawing.views import CORNER_PLACES, VIEWS, Viewpoint
from zygoform.core.form.arrange import USUAL_ROOM, by_piece, offsets, only, side_by_side
from zygoform.core.form.form import Form, shifted
from zygoform.core.form.inside.opened import opened
from zygoform.core.geometry.prism import Point3
from zygoform.core.ids import piece_of
from zygoform.core.outcome.outcome import Handle
from zygoform.core.piecemeal import Piecemeal, at_once
from zygoform.core.plan.form_stage import FormPlan

Own = TypeVar("Own")


class Seen(Struct, frozen=True):
    """The forms to draw. `numbers` are those of the changes on them, `offsets` where pieces of a set stand.

    `names` are those of all pieces of a set that is seen together, `pieces` each of them by itself.
    """

    found: Form
    planned: Form
    numbers: dict[str, int]
    handles: tuple[Handle, ...]
    mended: frozenset[str] = frozenset()
    offsets: dict[str, Point3] = {}
    names: dict[str, str] = {}
    pieces: tuple[PieceDrawn, ...] = ()
    held: bool = False
    """Something is being dragged: what is costly to draw exactly may be drawn plainly."""
    moves: bool = False
    """It is dragged, or a flap is on its way down: one picture comes after the other."""

    def of(self, overlay: Overlay) -> Form:
        """What one points at."""
        return self.found if overlay == "found" else self.planned

    def moved(self, piece_id: str) -> Point3:
        """How far a piece of a set stands from its own coordinates."""
        return self.offsets.get(piece_id, (0.0, 0.0, 0.0))


def seen_of(
    stage: FormPlan,
    piece_id: str,
    viewpoint: Viewpoint = "front",
    wide: float = USUAL_ROOM,
    open_ids: frozenset[str] = frozenset(),
    swing: float = 1.0,
) -> Seen:
    """One piece, or for no id all of them as they are set out to be seen from a viewpoint, with what is planned.

    The room they are drawn in is `wide` times as wide as high; `open_ids` are the openings that one looks into,
    with flaps let down by the share `swing`.
    """
    forms = opened(stage.found, open_ids), opened(stage.planned, open_ids, swing)
    numbers = {
        c.id: c.number
        for c in stage.changes
        if (not piece_id or piece_id in {piece_of(t) for t in c.targets}) and c.id not in stage.superseded
    }
    handles = tuple(h for h in stage.handles if h.change_id in numbers)
    mended = frozenset(part for o in stage.outcomes for part in o.mended)
    if len(stage.pieces) == 1:
        return Seen(*forms, numbers, handles, mended)
    if piece_id:
        return Seen(only(forms[0], piece_id), only(forms[1], piece_id), numbers, handles, mended)
    across: Literal["x", "y"] = "y" if viewpoint in ("left", "right") else "x"
    view = VIEWS[viewpoint]
    # How far what lies deeper is seen to the side, in the direction of x, and up.
    lean = (view.across[0] * view.across[1], view.up[1]) if viewpoint in CORNER_PLACES else (0.0, 0.0)
    by = offsets(_room_for(*forms), across, "y" if viewpoint == "above" else "z", lean, wide)
    whose = {c.id: piece_of(c.targets[0]) for c in stage.changes}
    names = {piece.id: piece.name for piece in stage.pieces}
    found, planned = by_piece(forms[0]), by_piece(forms[1])
    numbered = _grouped(numbers.items(), lambda entry: whose[entry[0]])
    held = _grouped(handles, lambda handle: whose[handle.change_id])
    sound = _grouped(mended, piece_of)
    pieces = tuple(
        PieceDrawn(
            piece.id,
            found[piece.id],
            planned.get(piece.id, Form(())),
            by[piece.id],
            dict(numbered.get(piece.id, ())),
            tuple(held.get(piece.id, ())),
            frozenset(sound.get(piece.id, ())),
        )
        for piece in stage.pieces
        if piece.id in by
    )
    handles = tuple(structs.replace(h, at=shifted(h.at, by.get(whose[h.change_id]))) for h in handles)
    together = side_by_side(forms[0], by), side_by_side(forms[1], by)
    return Seen(*together, numbers, handles, mended, by, names, pieces)


def _room_for(found: Form, planned: Form) -> Form:
    """What stands on the floor: the pieces as found, and with them what they are split or joined into."""
    known = {body.id for body in found.bodies}
    more = {body.piece_id for body in planned.bodies if body.id not in known or body.joined}
    return Form((*found.bodies, *(body for body in planned.bodies if body.piece_id in more))) if more else found


def _grouped(things: Iterable[Own], whose: Callable[[Own], str]) -> dict[str, list[Own]]:
    """By the piece each belongs to."""
    own: dict[str, list[Own]] = {}
    for thing in things:
        own.setdefault(whose(thing), []).append(thing)
    return own


class SeenDrawing:
    """The scene of what is seen, worked out anew only for another form, viewpoint or overlay; sets by piece."""

    def __init__(self) -> None:
        self._last: tuple[Seen, Viewpoint, Overlay, Scene] | None = None
        self._set = SetDrawing()

    def scene(self, seen: Seen, viewpoint: Viewpoint, overlay: Overlay) -> Scene:
        """What is seen, from there."""
        return at_once(self.scene_piecemeal(seen, viewpoint, overlay))

    def so_far(self, seen: Seen, viewpoint: Viewpoint, overlay: Overlay) -> Scene:
        """What is seen, from there; of one piece that rests the lines round what is new may still be to come."""
        known = self._known(seen, viewpoint, overlay)
        if known is None and (seen.pieces or seen.held):
            known = self.scene(seen, viewpoint, overlay)
        return known or at_once(self._plain(seen, viewpoint, overlay))

    def _known(self, seen: Seen, viewpoint: Viewpoint, overlay: Overlay) -> Scene | None:
        last = self._last
        same = last is not None and last[0] is seen and last[1:3] == (viewpoint, overlay)
        return last[3] if last is not None and same else None

    def undrawn(self, seen: Seen, viewpoint: Viewpoint, overlay: Overlay) -> int:
        """How many plain pieces' worth would have to be drawn first; what moves is never waited for."""
        if self._known(seen, viewpoint, overlay) is not None:
            return 0
        if seen.pieces:
            return self._set.undrawn(seen.pieces, viewpoint, overlay, moves=seen.moves)
        return work_of(seen.found, seen.planned, overlay, moves=seen.moves)

    def scene_piecemeal(self, seen: Seen, viewpoint: Viewpoint, overlay: Overlay) -> Piecemeal[Scene]:
        """As `scene`, and may be interrupted between two parts; pieces of a set that are drawn are remembered."""
        known = self._known(seen, viewpoint, overlay)
        if known is not None and known.lined:
            return known
        if seen.pieces:
            floors = () if viewpoint == "above" else floors_of(seen.planned, viewpoint)
            # One that was joined to another is drawn with that.
            there = tuple(p for p in seen.pieces if overlay == "found" or p.planned.bodies)
            scene = yield from self._set.draw(there, viewpoint, overlay, floors)
        else:
            plain = known or (yield from self._plain(seen, viewpoint, overlay))
            scene = yield from lined_piecemeal(plain, held=seen.held)
        self._last = seen, viewpoint, overlay, scene
        return scene

    def _plain(self, seen: Seen, viewpoint: Viewpoint, overlay: Overlay) -> Piecemeal[Scene]:
        forms = seen.found, seen.planned, seen.numbers
        scene = yield from plain_piecemeal(*forms, viewpoint, overlay, seen.handles, seen.mended)
        self._last = seen, viewpoint, overlay, scene
        return scene

"""Two pieces made one: side by side, or with room between them that a top bridges."""

from typing import Annotated, ClassVar, Literal, Self

from zygoform.core.changes.base import SOUND, ChangeBase, nearest_size
from zygoform.core.changes.joining import Joining
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Body, Form, piece_of
from zygoform.core.form.targets import Target
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.shop import Shop


class Join(ChangeBase, frozen=True, tag="join"):
    """The other one to the right of this one, on the same floor; sizes in mm."""

    reads_others: ClassVar[bool] = True

    other: Annotated[str, choice("With", hint="stands to the right of it", stock="piece")] = ""
    gap: Annotated[float, length("Room between", 0, 2000, hint="held by a rail, bridged by a new top")] = 0.0
    tops: Annotated[
        Literal["saw", "keep"],
        choice(
            "Where the tops meet",
            Choice("saw", "sawn flush", "sides touch and are screwed together"),
            Choice("keep", "kept", "overhangs stay; a packing strip fills the gap between the sides"),
            counts_if=("gap", 0.0),
        ),
    ] = "saw"
    strip: Annotated[str, choice("Strips from", hint="packing between sides, or the rail", stock="board")] = ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Side by side with the next piece, tops flush."""
        strip = nearest_size(shop, 19.0, 64.0)
        return cls(change_id, number, (target.body.id,), strip=strip.id if strip else "")

    def apply(self, form: Form, shop: Shop, condition: Condition = SOUND) -> Outcome:
        """Both as one body. Raises BadInputError where there is no other."""
        del condition
        body = self.body_in(form)
        return Joining(self, body, self._other(form, body), shop).outcome()

    def _other(self, form: Form, body: Body) -> Body:
        """The one that was chosen; else the next one that stands on the floor."""
        if body.hangs:
            raise BadInputError(
                "impossible", "This hangs on the wall: what is joined stands on the floor.", "other"
            )
        others = [one for one in form.bodies if one.id != body.id and not one.hangs]
        if self.other and self.other not in {piece_of(one.id) for one in others}:
            raise BadInputError("unknown_key", "That piece is not there to be joined: choose another.", "other")
        chosen = [one for one in others if not self.other or one.piece_id == self.other]
        if not chosen:
            message = "There is no other piece on the floor to join it with: add one in the survey."
            raise BadInputError("impossible", message, "other")
        ids = [one.id for one in form.bodies]
        after = [one for one in chosen if ids.index(one.id) > ids.index(body.id)]
        return (after or chosen)[0]

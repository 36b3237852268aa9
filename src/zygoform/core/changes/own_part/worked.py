"""A part of one's own: cut, laid out and bought like any other, wherever it goes."""

import math

from zygoform.core.changes.own_part.entries import OwnPart
from zygoform.core.changes.work import cutting
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Form
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import sized
from zygoform.core.outcome.cautions import DUST, SAW
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.outcome.part import EndCut, Part
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_DEG, SAME_MM


def worked(change: OwnPart, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The same piece, with the parts to cut. Raises BadInputError where no such board can give them."""
    del condition, form
    size = shop.size(change.board)
    if change.width > size.width + SAME_MM:
        raise BadInputError(
            "does_not_fit",
            "This board is {0} wide. Choose a wider one or a narrower part.",
            "width",
            (size.width,),
        )
    _check_ends(change, size.thickness)
    ripped = change.width < size.width - SAME_MM
    left, right = (
        EndCut(mitre=a) if change.slant == "flat" else EndCut(bevel=a) for a in (change.left, change.right)
    )
    slanted = max(abs(change.left), abs(change.right)) > SAME_DEG
    parts = tuple(
        Part(
            f"{change.id}/own/{k + 1}",
            change.id,
            change.name or "Part",
            size.id,
            size.thickness,
            change.width,
            change.length,
            left,
            right,
            ripped=ripped,
            measured_on="between the extreme points" if slanted else "over all",
            location=change.location,
            length_of=sized("length", change.length),
            width_of=sized("width", change.width) if ripped else sized("width of the board", size.width, "on sale"),
            left_corner=sized("left end from square", change.left),
            right_corner=sized("right end from square", change.right),
        )
        for k in range(change.count)
    )
    words = f"{change.count} × {literal(change.name) or 'Part'}, {{0}} × {{1}} from {literal(size.name)}"
    return Outcome(
        change.id,
        Message(words, (change.length, change.width)),
        cut=parts,
        cautions=(SAW, DUST),
        work=(cutting(parts),),
    )


def _check_ends(change: OwnPart, thickness: float) -> None:
    """Refuses a part so short that its slanted ends would cross."""
    across = change.width if change.slant == "flat" else thickness
    left, right = (across * math.tan(math.radians(a)) for a in (change.left, change.right))
    # Two ends that lean the same way each take from another edge; else both take from one.
    least = max(abs(left), abs(right)) if left * right < 0 else abs(left) + abs(right)
    if change.length < least - SAME_MM:
        message = "Shorter than {0} its slanted ends would cross: make it longer, narrower or less slanted."
        raise BadInputError("does_not_fit", message, "length", (least,))

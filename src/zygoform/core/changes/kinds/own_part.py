"""A part of one's own: cut, laid out and bought like any other, wherever it goes."""

import math
from typing import Annotated, Literal, Self

from msgspec import field

from zygoform.core.changes.base import SOUND, ChangeBase, nearest_size
from zygoform.core.changes.work import cutting
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Form
from zygoform.core.form.targets import Target
from zygoform.core.measure import param as entry
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import sized
from zygoform.core.outcome.cautions import DUST, SAW
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.outcome.part import EndCut, Part
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_DEG, SAME_MM

LEAST_LONG, NEAR_THICK = 5.0, 8.0
"""No part is shorter; a board farther off in thickness is not taken for the like of a part (mm)."""


class OwnPart(ChangeBase, frozen=True, tag="own_part"):
    """So many alike; sizes in mm. An end's angle is + where the front edge, or the show face, is the longer."""

    name: Annotated[str, entry.text("Name", 40)] = "Part"
    board: Annotated[str, entry.choice("Board", hint="as sold, with its real size")] = ""
    count: Annotated[int, entry.count("Count", 1, 200)] = 1
    length: Annotated[float, entry.length("Length over all", 5, 12_000, hint="between the farthest points")] = 300.0
    width: Annotated[float, entry.length("Width", 5, 2000, hint="narrower than the board: it is ripped")] = 63.5
    slant: Annotated[
        Literal["flat", "edge"],
        entry.choice(
            "Slanted ends go",
            entry.Choice("flat", "across the face", "for frames and trim that lie flat"),
            entry.Choice("edge", "through the thickness", "for boxes and skirts that stand on edge"),
            main=False,
        ),
    ] = "flat"
    left: Annotated[float, entry.angle("Left end from square", -80, 80, main=False)] = 0.0
    right: Annotated[float, entry.angle("Right end from square", -80, 80, main=False)] = 0.0
    location: Annotated[str, entry.text("Where it goes", 60, main=False)] = field(default="", name="goes")

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Like the part that was pointed at, where boards are as wide; else a foot of a usual one."""
        size, inch = nearest_size(shop, 19.0, 64.0), shop.unit.system == "inch"
        if target.board is not None:
            thick, wide, long = target.board.solid.sizes
            like = nearest_size(shop, thick, wide, at_least=wide)
            near = like is not None and abs(like.thickness - thick) <= NEAR_THICK
            if like is not None and near and long >= LEAST_LONG:
                own = {"board": like.id, "length": long, "width": wide, "name": target.board.name[:40]}
                return cls(change_id, number, (target.body.id,), **own)  # type: ignore[arg-type]
        width, length = size.width if size else 63.5, 304.8 if inch else 300.0
        return cls(change_id, number, (target.body.id,), board=size.id if size else "", length=length, width=width)

    def apply(self, form: Form, shop: Shop, condition: Condition = SOUND) -> Outcome:
        """The same piece, with the parts to cut. Raises BadInputError where no such board can give them."""
        del condition, form
        size = shop.size(self.board)
        if self.width > size.width + SAME_MM:
            raise BadInputError(
                "does_not_fit",
                "This board is {0} wide. Choose a wider one or a narrower part.",
                "width",
                (size.width,),
            )
        self._check_ends(size.thickness)
        ripped = self.width < size.width - SAME_MM
        left, right = (
            EndCut(mitre=a) if self.slant == "flat" else EndCut(bevel=a) for a in (self.left, self.right)
        )
        slanted = max(abs(self.left), abs(self.right)) > SAME_DEG
        parts = tuple(
            Part(
                f"{self.id}/own/{k + 1}",
                self.id,
                self.name or "Part",
                size.id,
                size.thickness,
                self.width,
                self.length,
                left,
                right,
                ripped=ripped,
                measured_on="between the extreme points" if slanted else "over all",
                location=self.location,
                length_of=sized("length", self.length),
                width_of=sized("width", self.width)
                if ripped
                else sized("width of the board", size.width, "on sale"),
                left_corner=sized("left end from square", self.left),
                right_corner=sized("right end from square", self.right),
            )
            for k in range(self.count)
        )
        words = f"{self.count} × {literal(self.name) or 'Part'}, {{0}} × {{1}} from {literal(size.name)}"
        return Outcome(
            self.id,
            Message(words, (self.length, self.width)),
            cut=parts,
            cautions=(SAW, DUST),
            work=(cutting(parts),),
        )

    def _check_ends(self, thickness: float) -> None:
        """Refuses a part so short that its slanted ends would cross."""
        across = self.width if self.slant == "flat" else thickness
        left, right = (across * math.tan(math.radians(a)) for a in (self.left, self.right))
        # Two ends that lean the same way each take from another edge; else both take from one.
        least = max(abs(left), abs(right)) if left * right < 0 else abs(left) + abs(right)
        if self.length < least - SAME_MM:
            message = "Shorter than {0} its slanted ends would cross: make it longer, narrower or less slanted."
            raise BadInputError("does_not_fit", message, "length", (least,))

"""The entry that every change laid on faces has: which faces."""

from typing import Annotated

from zygoform.core.changes.surface import FacesOf
from zygoform.core.measure.param import Choice, choice

LaidOn = Annotated[
    FacesOf,
    choice(
        "Over",
        Choice("drawers", "all drawers", "those whose fronts lie in one plane"),
        Choice("fronts", "drawers and doors", "all that lie in one plane"),
        Choice("some", "some fronts", "those that are clicked in the drawing, or ticked"),
        Choice("this", "this one", "the front, side or lid that was pointed at"),
    ),
]

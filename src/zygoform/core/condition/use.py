"""What a piece is for: how it is used decides what its finish and its structure must bear."""

from collections.abc import Callable
from typing import Annotated, Literal

from msgspec import Struct

from zygoform.core.measure.param import params, switch, text, weight

CARPET = 11.0
"""A carpet is so thick (mm): under the back alone it leans a piece forward, and low doors drag on it. [practice]"""


class PieceUse(Struct, frozen=True):
    """Several may hold at once. `carries` is in kg; `carries_where` says on what."""

    shown: Annotated[bool, switch("Shown", hint="more looked at than used")] = False
    everyday: Annotated[bool, switch("Everyday", hint="touched and wiped daily")] = False
    children: Annotated[bool, switch("Children", hint="climbed on, chewed, tipped")] = False
    wet: Annotated[bool, switch("Wet room", hint="bath, kitchen, laundry")] = False
    outdoors: Annotated[bool, switch("Outdoors, under a roof", hint="never in the rain")] = False
    carries: Annotated[float, weight("Carries", 0, 1000, hint="a screen, an aquarium, books; all of it")] = 0.0
    carries_where: Annotated[str, text("Where", 60, hint="on the top, on the shelves")] = ""


Damp = Literal["", "wet", "outdoors"]


def damp_of(use: PieceUse | None) -> Damp:
    """What of a use decides what is sealed, and what must not rust."""
    return "" if use is None else "outdoors" if use.outdoors else "wet" if use.wet else ""


def use_words(use: PieceUse, show_weight: Callable[[float], str]) -> str:
    """Everyday, children, carries 40 lb on the top."""
    words = [e.label.lower() for e in params(PieceUse) if e.unit == "switch" and getattr(use, e.name)]
    if use.carries:
        words.append(f"carries {show_weight(use.carries)}" + (f" {use.carries_where}" if use.carries_where else ""))
    return ", ".join(words)

"""Hardware in the survey's bags that does for what a plan needs: each piece of it once."""

from zygoform.core.condition.condition import Bag
from zygoform.core.goods.fittings import FittingKind
from zygoform.core.measure.reading import counting
from zygoform.core.outcome.outcome import Fitting
from zygoform.core.tolerance import SAME_SIZE_MM

CALLED: dict[FittingKind, tuple[str, ...]] = {
    "hinge": ("hinge",),
    "pull": ("pull", "handle"),
    "knob": ("knob",),
    "catch": ("catch", "magnet", "latch"),
    "lid stay": ("stay", "support"),
    "slide pair": ("slide",),
    "drawer glide": ("glide",),
    "castor": ("castor", "wheel"),
    "leveller": ("leveller", "foot"),
}
"""By what words on a bag a kind of hardware is known."""


class Kept:
    """What is left in the bags as one thing after another is taken from them."""

    def __init__(self, bags: tuple[Bag, ...]) -> None:
        self._bags, self._left = bags, [bag.count for bag in bags]

    def taken(self, fitting: Fitting) -> int:
        """How many of a fitting come from the bags: of pulls only those of the same spacing."""
        found = 0
        for k, bag in enumerate(self._bags):
            if fitting.kept and _serves(bag, fitting):
                take = min(self._left[k], fitting.count - found)
                self._left[k] -= take
                found += take
        return found


def _serves(bag: Bag, fitting: Fitting) -> bool:
    words = bag.what.lower()
    if not any(word in words for word in CALLED.get(fitting.kind, ())):
        return False
    if fitting.kind != "pull":
        return True
    spacing = counting(bag.spacing)
    return spacing is not None and abs(spacing.value - fitting.size) <= SAME_SIZE_MM

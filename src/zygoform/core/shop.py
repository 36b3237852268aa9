"""What the workshop has and prefers, and the prices the project uses."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

from zygoform.core.coats.coat import Coat
from zygoform.core.coats.layer import Tool
from zygoform.core.errors import BadInputError
from zygoform.core.goods.fittings import POURED, FittingKind, Pack, holds_metric, is_metric
from zygoform.core.goods.minutes import Pace, TimeTaken
from zygoform.core.goods.timber import Saw, TimberSize
from zygoform.core.measure.param import count, length, percent
from zygoform.core.measure.write import DisplayUnit
from zygoform.core.most import most
from zygoform.core.tolerance import SAME_SIZE_MM


class Climate(Struct, frozen=True):
    """Moisture of wood indoors, percent: driest, today, dampest. Coefficients of movement hold from 6 to 14."""

    low: Annotated[float, percent("Driest", 6, 14, group="Moisture of wood indoors")] = 6.0
    now: Annotated[float, percent("Today", 6, 14, group="Moisture of wood indoors")] = 8.0
    high: Annotated[float, percent("Dampest", 6, 14, group="Moisture of wood indoors")] = 11.0


class Shop(Struct, frozen=True):
    """Settings of the work; lengths in mm. `end_trim` is lost at each end of every board."""

    unit: DisplayUnit = DisplayUnit()
    saws: Annotated[tuple[Saw, ...], Meta(min_length=1)] = (Saw(),)
    kerf: Annotated[float, length("Kerf", 0, 10, hint="how wide the blade cuts")] = 3.175
    end_trim: Annotated[float, length("Lost at each end", 0, 200, hint="of every board")] = 12.7
    car_long: Annotated[float, length("Longest", 0, 6000, group="Car", hint="what goes in; 0: any")] = 0.0
    car_wide: Annotated[float, length("Widest", 0, 4000, group="Car", hint="0: as wide as it is long")] = 0.0
    spare_boards: Annotated[float, percent("Boards", 0, 50, group="Spare", hint="of each row, rounded up")] = 0.0
    spare_screws: Annotated[int, count("Screws", 0, 100, group="Spare", hint="of each length")] = 4
    climate: Climate = Climate()
    currency: Annotated[str, Meta(min_length=1, max_length=4)] = "$"
    paper: Literal["A4", "Letter"] = "Letter"
    timber: tuple[TimberSize, ...] = ()
    packs: tuple[Pack, ...] = ()
    minutes: Annotated[tuple[Pace, ...], Meta(max_length=most("shop.minutes"))] = ()
    """How long this workshop takes, where it is not as usual."""

    taken: Annotated[tuple[TimeTaken, ...], Meta(max_length=most("shop.taken"))] = ()
    """What was logged: real times beside planned ones."""
    coats: Annotated[tuple[Coat, ...], Meta(max_length=most("shop.coats"))] = ()
    """Figures of coats that are not as usual."""
    first_time: Annotated[tuple[Tool, ...], Meta(max_length=20)] = ()
    """Tools of the finish that are new to the user: he takes longer with them."""

    @property
    def saw(self) -> Saw:
        """The saw the settings are written for."""
        return self.saws[0]

    @property
    def cut_step(self) -> float:
        """The mark that cuts are rounded to, mm."""
        return self.unit.step

    def size(self, size_id: str) -> TimberSize:
        """A size of board on sale; unknown_key where the price list has none of that name."""
        for size in self.timber:
            if size.id == size_id:
                return size
        raise BadInputError("unknown_key", f"The price list has no board “{size_id}”. Choose another.", "board")

    def sizes_of(self, kind: FittingKind) -> tuple[float, ...]:
        """The sizes of one kind on sale (mm), in the project's own system where there are any."""
        sizes = sorted({pack.size for pack in self.packs if pack.kind == kind})
        own = [size for size in sizes if is_metric(size) == (self.unit.system == "mm")]
        return tuple(own or sizes)

    def packs_of(self, kind: FittingKind, size: float = 0.0, *, stainless: bool = False) -> tuple[Pack, ...]:
        """Packs on sale of one kind and length; stainless ones where that is asked for, else all."""
        fits = [p for p in self.packs if p.kind == kind and abs(p.size - size) < SAME_SIZE_MM]
        if kind in POURED:
            # Quarts beside litres, where the project counts in inches.
            own = [p for p in fits if holds_metric(p.holds) == (self.unit.system == "mm")]
            fits = own or fits
        return tuple(p for p in fits if p.stainless or not stainless)

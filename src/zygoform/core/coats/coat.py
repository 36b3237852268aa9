"""What is brushed, rolled, sprayed or wiped on, with what a label says of it. Every figure is a default.

Typical figures of the trade at about 20 degrees and 50 % humidity, without brands: the label of the can in hand
decides. What a user changes is kept in `Shop.coats`, with the project.

Hours, and days of cure. [label]
"""

from typing import Annotated, Literal

from msgspec import Meta, Struct

from zygoform.core.errors import BadInputError
from zygoform.core.goods.fittings import CoatKind

CoatId = Literal[CoatKind, "paint wash"]
"""What is sold, and what is thinned from it."""
CoatGroup = Literal["primer", "paint", "stain", "effect", "clear", "oil", "wax"]
Binder = Literal["water", "oil", "shellac", "lacquer", "wax"]
"""What it is thinned with and cleaned up by: what decides which coat holds on which."""
NeedsClear = Literal["no", "yes", "touched", "built in"]
"""`touched`: where hands touch it."""
Hour = Annotated[float, Meta(ge=0, le=2000)]


class Coat(Struct, frozen=True):
    """A material: cover in m² a litre and coat as sold (a kilo for wax, a can for aerosol); hours from and to.

    `touch` dry, `recoat` from, `before` the hour until which no scuff is needed (0: any time), `handle`, `cure` in
    days; `thin` is the most in percent. `thirsty`: its first coat on bare wood goes less far, as that of paints and
    clears; a stain's cover is for bare wood already.
    """

    id: CoatId
    title: str
    group: CoatGroup
    binder: Binder
    cover: Annotated[float, Meta(gt=0, le=200)]
    touch: tuple[Hour, Hour]
    recoat: tuple[Hour, Hour]
    before: Hour
    handle: tuple[Hour, Hour]
    cure: tuple[Hour, Hour]
    thin: Annotated[float, Meta(ge=0, le=200)]
    needs_clear: NeedsClear = "no"
    thirsty: bool = True

    @property
    def is_film(self) -> bool:
        """Whether it lies on the wood as a skin: oil and wax do not go in through it."""
        return self.group in ("primer", "paint", "clear", "effect") and self.id not in POROUS

    @property
    def fresh_clear(self) -> float:
        """Hours until a clear may go over it, where that is longer than its recoat; 0 where it is not."""
        return _FRESH_CLEAR[self.id]


_TABLE = """
adhesion primer  |Adhesion primer   |primer|water  |10  |0.5-1|1-3  |0 |4   |7    |10|no      |0 |
stain blocker    |Blocker, shellac  |primer|shellac|10  |0.3  |0.75 |0 |2   |3    |0 |no      |0 |solvent
oil stain blocker|Blocker, oil      |primer|oil    |10  |2    |8-24 |0 |24  |7    |5 |no      |0 |solvent
bonding primer   |Bonding primer    |primer|water  |12  |1    |4-12 |72|12  |10   |0 |no      |0 |
metal primer     |Metal primer      |primer|oil    |9   |1    |4-24 |0 |24  |7    |5 |no      |0 |solvent
mineral paint    |Mineral paint     |paint |water  |12  |1    |2-6  |0 |12  |21-30|10|built in|0 |porous
acrylic paint    |Acrylic paint     |paint |water  |12  |1    |2-6  |0 |12  |21-30|10|built in|0 |
chalk paint      |Chalk-type paint  |paint |water  |12  |0.5-1|1-2  |0 |6   |21-30|15|yes     |0 |porous
enamel           |Enamel, water     |paint |water  |9.5 |2    |4-6  |0 |24  |14-30|5 |no      |0 |
wall paint       |Wall paint        |paint |water  |9   |1    |2-4  |0 |24  |14-30|10|yes     |0 |
exterior paint   |Exterior paint    |paint |water  |9   |1    |4    |0 |24  |14-30|5 |no      |0 |
spray paint      |Aerosol paint     |paint |lacquer|1.2 |0.3  |24-48|1 |4-24|7    |0 |touched |0 |solvent aerosol
conditioner      |Conditioner       |stain |oil    |12  |0.1  |0.17 |2 |0.2 |0    |0 |no      |0 |wiped solvent oily
oil stain        |Oil stain         |stain |oil    |14  |2    |4-6  |0 |12  |3    |0 |yes     |24|wiped solvent oily
gel stain        |Gel stain         |stain |oil    |11  |4    |8-24 |0 |24  |3    |0 |yes     |24|wiped solvent oily
water stain      |Water stain       |stain |water  |12  |0.5  |2    |0 |4   |1    |10|yes     |3 |wiped
paint wash       |Thinned wash      |stain |water  |20  |0.5  |2    |0 |4   |7    |0 |yes     |0 |wiped
lightening wax   |Lightening wax    |wax   |wax    |15  |0.5  |2    |0 |12  |7    |0 |no      |0 |wiped oily
imitation grain  |Imitation grain   |effect|water  |5   |1    |2-4  |0 |12  |14   |0 |yes     |0 |
water clear      |Water-based clear |clear |water  |10.5|0.5  |2    |24|24  |21-30|10|no      |0 |
oil clear        |Oil-based clear   |clear |oil    |11.5|6    |12-24|24|48  |30   |10|no      |0 |solvent oily
exterior clear   |Exterior clear    |clear |oil    |11.5|6    |12-24|24|48  |30   |10|no      |0 |solvent oily
spray clear      |Aerosol clear     |clear |lacquer|1.2 |0.3  |24-48|1 |4-24|7    |0 |no      |0 |solvent aerosol
shellac          |Shellac, clear    |clear |shellac|12  |0.3  |1-2  |0 |4   |3    |0 |no      |0 |solvent
hardwax oil      |Hardwax oil       |oil   |oil    |25  |6    |12-24|0 |24  |30   |0 |no      |0 |wiped oily
drying oil       |Hemp or drying oil|oil   |oil    |18  |8    |12-24|0 |24  |30   |0 |no      |0 |wiped oily
wax              |Wax, buffed       |wax   |wax    |28  |0.3  |24   |0 |12  |21   |0 |no      |0 |wiped
"""
"""What it is, title, group, binder, m² a litre; touch, recoat, before, handle (h); cure (days); thin (%); clear?;
hours until a clear may go over it, where that is longer than its recoat; what else it is."""
Also = Literal["porous", "wiped", "solvent", "oily", "aerosol"]


def _span(cell: str) -> tuple[float, float]:
    low, _, high = cell.partition("-")
    return float(low), float(high or low)


def _read(line: str) -> tuple[Coat, float, frozenset[str]]:
    own, title, group, binder, cover, touch, recoat, before, handle, cure, thin, clear, fresh, also = map(
        str.strip, line.split("|")
    )
    hours = _span(touch), _span(recoat), float(before), _span(handle), _span(cure)
    thirsty = group in ("primer", "paint", "clear", "oil")
    coat = Coat(own, title, group, binder, float(cover), *hours, float(thin), clear, thirsty)  # type: ignore[arg-type]
    return coat, float(fresh), frozenset(also.split())


_ROWS = tuple(_read(line) for line in _TABLE.strip().splitlines())
KNOWN_COATS: dict[CoatId, Coat] = {coat.id: coat for coat, _, _ in _ROWS}
_FRESH_CLEAR: dict[CoatId, float] = {coat.id: fresh for coat, fresh, _ in _ROWS}


def _all(what: Also) -> tuple[CoatId, ...]:
    return tuple(coat.id for coat, _, also in _ROWS if what in also)


POROUS = _all("porous")
"""Paints that take oil and wax."""
AEROSOLS = _all("aerosol")
AEROSOL_L = 0.4
"""A can holds so many litres: what goes on comes by the can. [label]"""
WIPED = _all("wiped")
"""What is put on and wiped off again."""
SOLVENT_COATS = _all("solvent")
"""What smells of solvent: air, a mask for organic vapours, no flame."""
OILY = _all("oily")
"""Whose rags may set themselves on fire."""


def coat_of(coat_id: str, own: tuple[Coat, ...] = ()) -> Coat | None:
    """A material as the project has it, else as usual; None where neither knows it."""
    mine = next((coat for coat in own if coat.id == coat_id), None)
    return mine or next((coat for coat in KNOWN_COATS.values() if coat.id == coat_id), None)


BARE_COVER, CARVED_COVER, ROUGH_COVER = 0.7, 0.75, 0.6
"""Shares of the cover: the first coat on bare wood; every coat on carved and on rough wood. [practice]"""
COLD, DAMP = 15.0, 70.0
"""Below so many °C, above so much humidity (%) coats dry slower than their label says. [label]"""
COLDEST = 10.0
"""Colder than this (°C) no coat should go on. [label]"""


def weather(celsius: float, humidity: float) -> float:
    """By how much hours and days grow: 1.5 below 15 degrees or above 70 % humidity, 2 for both (trade practice)."""
    cold, damp = celsius < COLD, humidity > DAMP
    return 2.0 if cold and damp else 1.5 if cold or damp else 1.0


def is_poured(coat: Coat) -> bool:
    """Whether it is sold and spread by volume: neither wax by weight nor what comes in aerosol cans."""
    return coat.binder != "lacquer" and coat.group != "wax"


# When coats can follow each other, on one side or on two.


class DryingTimes(Struct, frozen=True):
    """Hours from the first coat on: when the last goes on, when one may handle it, when it bears full use."""

    last_coat: float
    handle: float
    full_use: float


def timeline(
    coats: int,
    recoat_h: float,
    touch_h: float,
    cure_days: float,
    sides: int = 1,
    start_h: float = 0.0,
    handle_h: float | None = None,
) -> DryingTimes:
    """One side: last = start + (n - 1) recoat. Two: the other side follows when this one is touch-dry, and the next
    coat when its own side may be recoated and the other, which lies below, is touch-dry.

    handle = last + handle_h, or without it last + touch; full use = last + cure. Three numbers of the label, at
    about 20 degrees: recoat, dry to handle and cure are not the same thing.
    """
    if coats < 1 or sides not in (1, 2):
        raise BadInputError("out_of_range", "One coat at least, on one side or on two.", "coats")
    if min(recoat_h, touch_h, cure_days) < 0 or (handle_h is not None and handle_h < 0):
        raise BadInputError("negative", "Times are 0 or more.")
    last = start_h + (coats - 1) * recoat_h
    if sides == 2:
        other = start_h + touch_h
        first = start_h
        for _ in range(coats - 1):
            first = max(first + recoat_h, other + touch_h)
            other = max(other + recoat_h, first + touch_h)
        last = other
    return DryingTimes(last, last + (touch_h if handle_h is None else handle_h), last + 24 * cure_days)

"""Writes a length in the project's unit."""

import re
from collections.abc import Callable
from typing import Annotated, Literal

from msgspec import Meta, Struct

from zygoform.core.measure.parse import INCH, POUND
from zygoform.core.measure.rounding import Mode, count_up, round_to
from zygoform.core.tolerance import STEP_SLACK

NO_BREAK = "\u00a0"
OUNCE, FOOT2 = 0.0295735295625, 0.09290304
"""US fluid ounce in litres, square foot in square metres: exact."""


# Amounts in a sentence that are no plain lengths: written by their type, in the project's system.


class Fine(float):
    """A length (mm) too small for the tape: a bend, a gap. Written finer than the finest mark."""


class Marked(float):
    """A length (mm) that is marked with a rule and has to meet a hole: to a sixty-fourth, or a tenth of a mm."""


class Metric(float):
    """A length (mm) of goods sold in millimetres: said in them too, where the project counts in inches."""


class Imperial(float):
    """A length (mm) of goods sold in inches: said in them too, where the project counts in millimetres."""


class Metres(float):
    """A length (mm) of something long: a border, tape. Written in whole feet, or metres to a tenth."""


class Litres(float):
    """A volume."""


class SquareMetres(float):
    """An area."""


class Kilos(float):
    """A weight."""


class KilosAMetre(float):
    """A load along a board."""


class MlASquareMetre(float):
    """How much of something a surface takes."""


class SquareMetresALitre(float):
    """How far a can goes."""


def write_inches(inches: float, denominator: int = 16, mode: Mode = "nearest", *, feet: bool = False) -> str:
    """`inches` as whole and reduced fraction with an inch mark: rounded first, then carried, then reduced."""
    units = round(round_to(inches, 1 / denominator, mode) * denominator)
    sign, units = ("-" if units < 0 else ""), abs(units)
    whole, rest = divmod(units, denominator)
    bottom = denominator
    while rest and rest % 2 == 0:
        rest, bottom = rest // 2, bottom // 2
    lead, whole = (f"{whole // 12}' ", whole % 12) if feet and whole >= 12 else ("", whole)
    if not rest:
        return f'{sign}{lead}{whole}"'
    number = f"{whole} {rest}/{bottom}" if whole else f"{rest}/{bottom}"
    return f'{sign}{lead}{number}"'


def write_mm(mm: float, step: float = 0.5, mode: Mode = "nearest") -> str:
    """Millimetres to `step`, without a trailing zero."""
    value = round_to(mm, step, mode)
    return f"{value:.2f}".rstrip("0").rstrip(".")


_EITHER = re.compile(r"\[([^|\]]*)\|([^\]]*)\]")


def in_unit(words: str, system: str) -> str:
    """Words with sizes of the trade in both systems, like [6 in|150 mm]: the one the reader measures in."""
    return _EITHER.sub(lambda found: found[1 if system == "inch" else 2], words)


THIN_MM = 3.0
"""What is no thicker is told finer than the finest mark."""


class DisplayUnit(Struct, frozen=True):
    """How lengths are shown: inches with a finest fraction, or millimetres to a step."""

    system: Literal["inch", "mm"] = "inch"
    denominator: Literal[8, 16, 32, 64] = 16
    mm_step: Annotated[float, Meta(ge=0.1, le=1)] = 0.5

    @property
    def step(self) -> float:
        """The finest mark shown, mm."""
        return INCH / self.denominator if self.system == "inch" else self.mm_step

    def show(self, mm: float) -> str:
        """Rounded to the finest mark, for reading: 34 3/8" or 873 mm; a volume or a weight as what it is."""
        other = _WRITTEN.get(type(mm))
        if other is not None:
            return other(self, mm)
        if self.system == "inch":
            return write_inches(mm / INCH, self.denominator).replace(" ", NO_BREAK)
        return f"{write_mm(mm, self.mm_step)}{NO_BREAK}mm"

    def show_fine(self, mm: float) -> str:
        """A tenth of a millimetre, or a sixty-fourth of an inch: where the tape's own mark says nothing."""
        if self.system == "mm":
            return f"{round(mm, 1):g}{NO_BREAK}mm" if mm >= 0.05 else f"under 0.1{NO_BREAK}mm"
        words = write_inches(mm / INCH, 64).replace(" ", NO_BREAK)
        return words if mm / INCH >= 1 / 128 else 'under 1/64"'

    def show_thick(self, mm: float) -> str:
        """How thick something is: veneer finer than a tape shows it."""
        return self.show_fine(mm) if mm <= THIN_MM else self.show(mm)

    def show_marked(self, mm: float) -> str:
        """To a sixty-fourth of an inch, or a tenth of a millimetre."""
        return _marked(mm, self.system)

    def show_metric(self, mm: float) -> str:
        """As it is marked, and in millimetres."""
        return _marked(mm, "mm") if self.system == "mm" else f"{_marked(mm, 'inch')} ({_marked(mm, 'mm')})"

    def show_imperial(self, mm: float) -> str:
        """As it is marked, and in inches."""
        return _marked(mm, "inch") if self.system == "inch" else f"{_marked(mm, 'mm')} ({_marked(mm, 'inch')})"

    def show_run(self, mm: float) -> str:
        """As what is sold by the metre is told: up, never short."""
        if self.system == "inch":
            return f"{count_up(mm / (12 * INCH))}{NO_BREAK}ft"
        return f"{count_up(mm / 100) / 10:g}{NO_BREAK}m"

    def show_line_load(self, kilos: float) -> str:
        """What lies on a metre, or on a foot."""
        each = kilos if self.system == "mm" else kilos * 12 * INCH / 1000
        return f"{self.show_weight(each)} a {'metre' if self.system == 'mm' else 'foot'}"

    def show_spread(self, square: float) -> str:
        """The area that a litre, or a quart, covers."""
        each = square if self.system == "mm" else square * 32 * OUNCE
        return f"{self.show_area(each)} a {'litre' if self.system == 'mm' else 'quart'}"

    def show_thickly(self, ml: float) -> str:
        """Millilitres a square metre, or fluid ounces a square foot, to two figures."""
        if self.system == "mm":
            return f"{ml:.3g}{NO_BREAK}ml a m²"
        return f"{ml / 1000 / OUNCE * FOOT2:.2g}{NO_BREAK}fl oz a sq ft"

    def show_volume(self, litres: float) -> str:
        """Millilitres and litres, or fluid ounces, quarts and gallons: to two figures, as one pours."""
        if self.system == "mm":
            value, unit = (litres, "l") if litres >= 1 else (1000 * litres, "ml")
        else:
            ounces = litres / OUNCE
            value, unit = (ounces / 128, "gal") if ounces >= 128 else (ounces / 32, "qt")
            value, unit = (value, unit) if ounces >= 32 else (ounces, "fl oz")
        return f"{float(f'{value:.2g}'):g}{NO_BREAK}{unit}"

    def show_area(self, square: float) -> str:
        """Square metres, or square feet, to three figures."""
        value, unit = (square, "m²") if self.system == "mm" else (square / FOOT2, "sq ft")
        return f"{float(f'{value:.3g}'):g}{NO_BREAK}{unit}"

    def show_weight(self, kilos: float) -> str:
        """lb or kg, to two places that matter."""
        value, unit = (kilos / POUND, "lb") if self.system == "inch" else (kilos, "kg")
        return f"{round(value) if value >= 10 else float(f'{value:.2g}'):g}{NO_BREAK}{unit}"

    def show_down(self, mm: float) -> str:
        """As `show`, but never more than there is: for what must go into something."""
        return self.show(round_to(mm, self.step, "down"))

    def stock(self, mm: float) -> str:
        """A length as timber is sold: whole feet where it is that, else as `show`."""
        feet = mm / (12 * INCH)
        if self.system == "inch" and abs(feet - round(feet)) < STEP_SLACK * 1000:
            return f"{round(feet)}{NO_BREAK}ft"
        return self.show(mm)

    def plain(self, mm: float) -> str:
        """As `show`, with ordinary spaces, for files that other programs read."""
        return self.show(mm).replace(NO_BREAK, " ")

    def entered(self, mm: float) -> str:
        """What a field holds: finer than the finest mark where the value needs it, so nothing is hidden."""
        if self.system == "mm":
            return f"{write_mm(mm, 0.01)} mm"
        for denominator in (self.denominator, 16, 32, 64):
            steps = mm / INCH * denominator
            if abs(steps - round(steps)) <= STEP_SLACK * denominator:
                return write_inches(mm / INCH, denominator)
        # Off every fraction: said in mm, which it was measured or sold in.
        return f"{write_mm(mm, 0.01)} mm"

    def other(self) -> "DisplayUnit":
        """The other system, for the size in brackets."""
        return DisplayUnit("mm" if self.system == "inch" else "inch", self.denominator, self.mm_step)


def _marked(mm: float, system: str) -> str:
    if system == "inch":
        return write_inches(mm / INCH, 64).replace(" ", NO_BREAK)
    return f"{round(mm, 1):g}{NO_BREAK}mm"


_WRITTEN: dict[type, Callable[[DisplayUnit, float], str]] = {
    Fine: DisplayUnit.show_fine,
    Imperial: DisplayUnit.show_imperial,
    Marked: DisplayUnit.show_marked,
    Metric: DisplayUnit.show_metric,
    Metres: DisplayUnit.show_run,
    Litres: DisplayUnit.show_volume,
    SquareMetres: DisplayUnit.show_area,
    Kilos: DisplayUnit.show_weight,
    KilosAMetre: DisplayUnit.show_line_load,
    SquareMetresALitre: DisplayUnit.show_spread,
    MlASquareMetre: DisplayUnit.show_thickly,
}

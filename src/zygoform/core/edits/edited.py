"""What an edit returns, and text entered turned into values."""

import math
from typing import Any

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message
from zygoform.core.measure.param import Param
from zygoform.core.measure.parse import parse_length, parse_weight
from zygoform.core.measure.reading import Reading, Readings
from zygoform.core.measure.write import NO_BREAK, DisplayUnit
from zygoform.core.project import Project
from zygoform.core.tolerance import SAME_MM


class Edited(Struct, frozen=True):
    """The project after an edit, what was done in words, and the ids or entries it touched."""

    project: Project
    words: Message
    touched: frozenset[str] = frozenset()


MOST_READINGS = 12


DEVICE_MARK = " (device)"
"""What the interface puts behind a value that a measuring device has read."""


def read_readings(entry: Param, text: str, unit: DisplayUnit, before: Readings = ()) -> Readings:
    """Readings from text, parted by semicolons; none where the field was emptied. A ? or ~ marks a guess.

    What reads as one of those `before` is that one: where it came from is not lost by taking another.
    """
    parts = [part.strip() for part in text.split(";") if part.strip()]
    if len(parts) > MOST_READINGS:
        raise BadInputError("out_of_range", f"At most {MOST_READINGS} readings of one size.", entry.name)
    angle = entry.unit == "corner"
    known = {f"{r.value:g}°" if angle else as_entered(r, unit): r for r in before if _has_own_words(r, unit)}
    readings = tuple(known.get(part) or _reading(entry, part, unit) for part in parts)
    if not readings and entry.guess is None:
        raise BadInputError("empty", "This size is needed.", entry.name)
    return readings


def as_entered(reading: Reading, unit: DisplayUnit) -> str:
    """A length as its field holds it: read by a device or worked out, to the tape's mark; odd mm as typed."""
    if reading.source == "device" or _is_worked_out(reading, unit):
        return unit.show(reading.value).replace(NO_BREAK, " ")
    return reading.text if _has_own_words(reading, unit) else unit.entered(reading.value)


def _has_own_words(reading: Reading, unit: DisplayUnit) -> bool:
    """Whether a reading is shown in other words than its exact value: taken by a device, or off every fraction."""
    odd = "." in unit.entered(reading.value) and unit.system == "inch" and "mm" in reading.text
    return odd or reading.source == "device" or _is_worked_out(reading, unit)


def _is_worked_out(reading: Reading, unit: DisplayUnit) -> bool:
    """Whether a guess was worked out and lies beside the marks its text is rounded to: so it is shown."""
    if reading.source != "guessed" or not reading.text.endswith(('"', "'", "mm")):
        return False
    return abs(parse_length(reading.text, unit.system) - reading.value) > SAME_MM


def _reading(entry: Param, part: str, unit: DisplayUnit) -> Reading:
    device = part.endswith(DEVICE_MARK.strip())
    part = part.removesuffix(DEVICE_MARK.strip()).strip()
    guessed = part.startswith("~") or part.endswith("?")
    plain = part.strip("~? ")
    value = read_angle(plain) if entry.unit == "corner" else parse_length(plain, unit.system)
    check_range(entry, value)
    return Reading(plain, value, "device" if device else "guessed" if guessed else "typed")


def read_value(entry: Param, text: str, unit: DisplayUnit) -> Any:
    """The value of a parameter from text. Raises BadInputError, saying what would be accepted."""
    plain = text.removesuffix(DEVICE_MARK).strip()
    if entry.unit == "length":
        negative = plain[:1] in ("-", "−") and entry.low < 0
        value = parse_length(plain[1:] if negative else plain, unit.system)
        value = -value if negative else value
        check_range(entry, value)
        return value
    if entry.unit in ("angle", "percent"):
        value = read_angle(plain.rstrip("% ") if entry.unit == "percent" else plain.replace("−", "-"))
        check_range(entry, value)
        return value
    if entry.unit == "weight":
        value = parse_weight(plain, unit.system)
        if not entry.low <= value <= entry.high:
            words = f"Between {unit.show_weight(entry.low)} and {unit.show_weight(entry.high)}."
            raise BadInputError("out_of_range", words, entry.name)
        return value
    if entry.unit == "count":
        if not plain.isdecimal():
            raise BadInputError("not_a_number", "Enter a whole number.", entry.name)
        check_range(entry, float(plain))
        return int(plain)
    if entry.unit == "text":
        words = " ".join(plain.split())
        if len(words) > entry.high:
            raise BadInputError(
                "out_of_range", f"At most {entry.high:g} signs; these are {len(words)}.", entry.name
            )
        return words
    return plain


def read_angle(text: str) -> float:
    """Degrees from 90, 89.5, 89,5 or 89.5°."""
    plain = text.strip().rstrip("°").removesuffix("deg").strip().replace(",", ".")
    try:
        value = float(plain)
    except ValueError:
        value = math.nan
    if not math.isfinite(value) or "e" in plain.lower() or "_" in plain:
        raise BadInputError("not_a_number", f"“{text.strip()}” is not an angle. Write it like 90 or 88.5.")
    return value


def check_range(entry: Param, value: float) -> None:
    """Refuses what lies outside an entry's declared range."""
    if entry.low <= value <= entry.high:
        return
    if entry.unit in ("length", "readings"):
        raise BadInputError("out_of_range", "Between {0} and {1}.", entry.name, (entry.low, entry.high))
    raise BadInputError("out_of_range", f"Between {entry.low:g} and {entry.high:g}.", entry.name)

"""Reads a length the way people write it. Source: the trade's usual ways of noting inches and metric."""

import re
from functools import lru_cache

from zygoform.core.errors import BadInputError

INCH = 25.4
"""Millimetres in an inch, exactly."""

LONGEST = 100_000.0
"""No piece of furniture is longer than 100 m: such a number is a slip of the finger."""

EXAMPLES = "Write it like 34 3/8, 2' 10 3/8\", 873 mm or 87,3 cm"

_USUAL = str.maketrans(
    {
        "‘": "'", "’": "'", "′": "'", "`": "'", "´": "'",
        "“": '"', "”": '"', "″": '"',
        "\u00a0": " ", "\u202f": " ", "\u2009": " ", "−": "-", "–": "-", "⁄": "/",
        "½": " 1/2", "¼": " 1/4", "¾": " 3/4", "⅛": " 1/8", "⅜": " 3/8", "⅝": " 5/8", "⅞": " 7/8",
    }
)  # fmt: skip
"""Signs that are written for others."""

_NUMBER = r"(?:[0-9]+(?:[.,][0-9]+)?|[.,][0-9]+)"
_FRACTION = r"[0-9]+\s*/\s*[0-9]+"
_LENGTH = re.compile(
    rf"(?:(?P<feet>{_NUMBER})\s*(?:'|feet|foot|ft)\s*-?\s*)?"
    rf"(?:(?:(?P<whole>{_NUMBER})(?:(?:\s+|\s*-\s*)(?P<part>{_FRACTION}))?|(?P<alone>{_FRACTION}))"
    r'\s*(?P<unit>mm|cm|m|"|inches|inch|in)?\.?)?'
)
_METRIC_PART = re.compile(r"[0-9]\s*(?:mm|cm|m)\b")
_INCH_PART = re.compile(r"['\"]|[0-9]\s*(?:ft|feet|foot|in)")
_METRIC = {"mm": 1.0, "cm": 10.0, "m": 1000.0}
_DENOMINATORS = (2, 4, 8, 16, 32, 64)


POUND = 0.45359237
"""Kilograms in an avoirdupois pound, exactly."""
_WEIGHT = re.compile(rf"(?P<number>{_NUMBER})\s*(?P<unit>kg|lbs?|g|oz)?\.?")
_KILOS = {"kg": 1.0, "lb": POUND, "lbs": POUND, "g": 0.001, "oz": POUND / 16}


def parse_weight(text: str, default_system: str) -> float:
    """Kilograms from 40 lb, 18 kg or a bare number in the project's own system. Raises BadInputError."""
    found = _WEIGHT.fullmatch(_plain(text))
    if found is None:
        raise BadInputError("not_a_number", f"“{text.strip()}” is not a weight. Write it like 40 lb or 18 kg.")
    unit = found["unit"] or ("lb" if default_system == "inch" else "kg")
    return float(found["number"].replace(",", ".")) * _KILOS[unit]


@lru_cache(maxsize=2048)
def parse_length(text: str, default_unit: str) -> float:
    """Millimetres from text; `default_unit` ("inch" or "mm") is what a bare number means.

    Raises BadInputError: empty, not_a_number, bad_fraction, mixed_units, ambiguous, negative, out_of_range.
    """
    plain = _plain(text)
    if not plain:
        raise BadInputError("empty", f"Nothing entered. {EXAMPLES}.")
    if plain.startswith("-"):
        parse_length(plain[1:], default_unit)
        raise BadInputError("negative", "A length cannot be below zero.")
    found = _LENGTH.fullmatch(plain)
    if "m" in plain and _METRIC_PART.search(plain) and _INCH_PART.search(plain):
        raise BadInputError("mixed_units", "Feet or inches and metric in one length. Use one of them.")
    if found is None:
        raise BadInputError("not_a_number", f"“{text.strip()}” is not a length. {EXAMPLES}.")
    length = _millimetres(found, default_unit)
    if length > LONGEST:
        raise BadInputError("out_of_range", "That is over 100 m. Check the unit.")
    return length


def _plain(text: str) -> str:
    return " ".join(text.translate(_USUAL).replace("''", '"').lower().split())


def _millimetres(found: re.Match[str], default_unit: str) -> float:
    feet, whole, unit = found["feet"], found["whole"], found["unit"]
    fraction = found["part"] or found["alone"]
    if feet and (whole or fraction) and _is_broken(feet):
        raise BadInputError("ambiguous", "A broken number of feet and inches besides. Write whole feet.")
    if fraction and unit in _METRIC:
        raise BadInputError("bad_fraction", "Fractions go with inches. Write metric with a decimal: 12.5 mm.")
    if fraction and not unit and not feet and default_unit == "mm":
        raise BadInputError("ambiguous", 'A fraction in a metric project: add " if inches are meant.')
    if found["part"] and whole and _is_broken(whole):
        raise BadInputError("bad_fraction", "A decimal and a fraction in one number. Use one of them.")
    if unit in _METRIC:
        return _number(whole) * _METRIC[unit]
    inches = _number(whole) + _fraction(fraction, alone=not whole) + 12 * _number(feet)
    return inches if default_unit == "mm" and not unit and not feet else inches * INCH


def _is_broken(number: str) -> bool:
    return "." in number or "," in number


def _number(text: str | None) -> float:
    if not text:
        return 0.0
    before, comma, after = text.partition(",")
    if comma and before and len(after) == 3:
        raise BadInputError("ambiguous", f"Does {text} mean thousands or a decimal? Write it with a point.")
    return float(text.replace(",", "."))


def _fraction(text: str | None, *, alone: bool) -> float:
    if not text:
        return 0.0
    top, bottom = (int(part) for part in text.split("/"))
    if bottom not in _DENOMINATORS:
        raise BadInputError("bad_fraction", "Fractions of an inch are halves, 4ths, 8ths, 16ths, 32nds or 64ths.")
    if top >= bottom and not alone:
        raise BadInputError("bad_fraction", f"{text} is a whole inch or more. Write the inches in front.")
    return top / bottom

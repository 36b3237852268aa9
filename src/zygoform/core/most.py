"""How many of everything a project holds: one table for what is read, made by edits, and written."""

from typing import NamedTuple


class Most(NamedTuple):
    """So many at most, and of what, as it is said to the user."""

    limit: int
    what: str


CAPACITY: dict[str, Most] = {
    "pieces": Most(100, "pieces"),
    "changes": Most(200, "changes"),
    "variants": Most(50, "variants"),
    "photos": Most(60, "photos"),
    "stock": Most(2_000, "lines of boards you have"),
    "facts": Most(10_000, "parts ticked off"),
    "counts": Most(10_000, "parts with a count of their own"),
    "shop.timber": Most(2_000, "sizes on sale"),
    "shop.packs": Most(5_000, "packs on sale"),
    "shop.minutes": Most(100, "kinds of work with minutes of your own"),
    "shop.taken": Most(100, "kinds of work with real times"),
    "shop.coats": Most(100, "coats with figures of your own"),
    "finishing.zones": Most(400, "zones with a choice"),
    "finishing.moves": Most(2_000, "parts moved into another zone"),
    "finishing.colours": Most(200, "colours"),
    "finishing.recipes": Most(100, "recipes"),
    "finishing.shelf": Most(200, "cans on the shelf"),
    "finishing.cans": Most(200, "counts of cans"),
    "finishing.put_on": Most(2_000, "parts coated loose or fitted by choice"),
    "finishing.borders": Most(400, "borders with a choice"),
    "days.log": Most(20_000, "lines of the log"),
    "days.lessons": Most(500, "lessons"),
    "days.pins": Most(500, "steps put to a time"),
    "days.own_steps": Most(300, "steps of your own"),
    "days.figures": Most(1_000, "steps with figures of your own"),
    "days.hours.days": Most(2_000, "days with hours of their own"),
}
"""By where the list stands in the document."""

LONGEST_LIST = max(most.limit for most in CAPACITY.values())
"""Of any other list: none is longer than the longest of these."""
LONGEST_TEXT = 2_000
LONGEST_NAMES = {"name": 120, "title": 120, "id": 120, "note": LONGEST_TEXT}
"""Signs of a text, by what its entry is called; of any other `LONGEST_TEXT`."""
LOG_SIGNS = 8_000_000
"""Signs of all lines of the log together."""


def most(place: str) -> int:
    """How many the list at that place of the document holds at most."""
    return CAPACITY[place].limit

"""Kinds of fault: what is measured of each, and its remedies with their reason, their work and their time."""

from typing import Literal

from msgspec import Struct

from zygoform.core.measure.reading import Takes

How = Literal["mend", "patch", "replace", "leave", "take out"]
Operation = Literal[
    "glue joint",
    "screw joint",
    "corner blocks",
    "glue crack",
    "splint",
    "fill",
    "new piece",
    "lay veneer down",
    "veneer patch",
    "plugs",
    "block stain",
    "clean",
    "treat insects",
    "new runners",
    "metal slides",
    "ease",
    "stops",
    "new bottom",
    "stiffen bottom",
    "new back",
    "hinges",
    "pulls",
    "battens",
    "level",
    "off",
    "nothing",
]
"""What is worked out for a remedy; changes/mending/ has a function for each."""


class Ask(Struct, frozen=True):
    """A size of a fault: what it is called, and what it usually is (mm)."""

    name: Literal["length", "width", "depth"]
    label: str
    usual: float
    takes: Takes = "largest"


class Remedy(Struct, frozen=True):
    """One way to deal with a fault: `why` says when it is right; `minutes` of work, `wait` in hours."""

    code: str
    title: str
    how: How
    why: str
    operations: tuple[Operation, ...]
    minutes: int = 0
    wait: float = 0.0
    cautions: tuple[str, ...] = ()


def leave(why: str) -> Remedy:
    """It stays as it is."""
    return Remedy("leave", "Leave it", "leave", why, ("nothing",))


def take_out(why: str) -> Remedy:
    """The part leaves the design."""
    return Remedy("out", "Take the part out", "take out", why, ("off",), 15)


class FaultKind(Struct, frozen=True):
    """A kind of fault: its group in the list, what is measured, what is done, which cautions come up with it."""

    code: str
    title: str
    group: str
    asks: tuple[Ask, ...]
    remedies: tuple[Remedy, ...]
    counted: str = ""
    cautions: tuple[str, ...] = ()

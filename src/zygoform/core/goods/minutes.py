"""How long each kind of work takes: shop practice, from a quick to a slow hand, and the user's to change."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

Task = Literal[
    "crosscut", "mitre cut", "rip", "sheet cut", "joint edge", "pocket hole", "drive screw", "dry fit",
    "glue joint", "block", "trim end", "round corner", "fix place", "turn over", "mending", "take glass out",
    "take drawer out", "take door off", "take hardware off", "lift out", "take lid off", "take back off",
    "take top off", "take base off", "taper", "fix leg",
    "lay tile", "cut tile", "grout", "seal face",
    "lay strip", "iron strip", "strip cut", "saw set", "rub on", "stencil", "bore hole",
    "knife cut", "sand face", "press face",
]  # fmt: skip
"""A kind of work that the table has minutes for."""
Per = Literal["each", "m", "min"]
Minute = Annotated[float, Meta(ge=0, le=600)]


class Pace(Struct, frozen=True):
    """Minutes for one of a kind of work (one, a metre, or a minute as written), from a quick to a slow hand."""

    task: Task
    low: Minute
    high: Minute


class Rate(Struct, frozen=True):
    """A row of the table: what is counted, in words for one and for several."""

    task: Task
    one: str
    many: str
    per: Per
    low: float
    high: float


_ROWS: tuple[tuple[Task, str, str, Per, float, float], ...] = (
    ("crosscut", "square cut", "square cuts", "each", 1, 3),
    ("mitre cut", "slanted cut", "slanted cuts", "each", 2, 5),
    ("rip", "ripped", "ripped", "m", 1, 3),
    ("sheet cut", "cut across a sheet", "cuts across a sheet", "each", 3, 6),
    ("joint edge", "of edge made straight", "of edge made straight", "m", 2, 6),
    ("pocket hole", "pocket hole", "pocket holes", "each", 0.5, 1),
    ("drive screw", "screw", "screws", "each", 0.3, 0.8),
    ("dry fit", "dry fit", "dry fits", "each", 10, 20),
    ("glue joint", "of joint glued and clamped", "of joint glued and clamped", "m", 3, 6),
    ("block", "block", "blocks", "each", 3, 5),
    ("trim end", "end trimmed", "ends trimmed", "each", 4, 8),
    ("round corner", "corner rounded", "corners rounded", "each", 5, 12),
    ("fix place", "slot or button", "slots or buttons", "each", 3, 6),
    ("turn over", "turning over", "turnings over", "each", 3, 6),
    ("taper", "face tapered", "faces tapered", "each", 3, 8),
    ("fix leg", "leg fixed", "legs fixed", "each", 4, 10),
    ("lay tile", "tile laid", "tiles laid", "each", 1, 2.5),
    ("cut tile", "tile cut", "tiles cut", "each", 2, 6),
    ("grout", "of joint filled and wiped", "of joint filled and wiped", "m", 1, 2),
    ("seal face", "face sealed", "faces sealed", "each", 0.7, 1.5),
    ("strip cut", "cut at a stop", "cuts at a stop", "each", 0.3, 0.7),
    ("saw set", "setting of the saw tried on scrap", "settings of the saw tried on scrap", "each", 3, 6),
    ("rub on", "sheet rubbed on", "sheets rubbed on", "each", 8, 15),
    ("stencil", "time the stencil is laid", "times the stencil is laid", "each", 3, 6),
    ("bore hole", "hole bored", "holes bored", "each", 1, 3),
    ("knife cut", "cut with a knife", "cuts with a knife", "each", 0.5, 1.5),
    ("sand face", "face sanded flat", "faces sanded flat", "each", 3, 8),
    ("press face", "face glued and pressed", "faces glued and pressed", "each", 10, 20),
    ("lay strip", "strip laid", "strips laid", "each", 0.7, 1.5),
    ("iron strip", "strip ironed on", "strips ironed on", "each", 1, 2),
    ("mending", "min as the remedy says", "min as the remedies say", "min", 0.7, 1.5),
    ("take glass out", "pane", "panes", "each", 10, 25),
    ("take drawer out", "drawer", "drawers", "each", 1, 3),
    ("take door off", "door", "doors", "each", 5, 12),
    ("take hardware off", "piece of hardware", "pieces of hardware", "each", 2, 6),
    ("lift out", "loose board", "loose boards", "each", 1, 3),
    ("take lid off", "lid or seat", "lids or seats", "each", 5, 15),
    ("take back off", "back", "backs", "each", 15, 40),
    ("take top off", "top", "tops", "each", 10, 30),
    ("take base off", "part of the base", "parts of the base", "each", 5, 15),
)
RATES: dict[Task, Rate] = {row[0]: Rate(*row) for row in _ROWS}


def pace(task: Task, own: tuple[Pace, ...]) -> tuple[float, float]:
    """Minutes for one, from and to: the user's where there are any, else usual ones."""
    mine = next((row for row in own if row.task == task), None)
    return (mine.low, mine.high) if mine is not None else (RATES[task].low, RATES[task].high)

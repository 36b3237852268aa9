"""How long each kind of work takes: shop practice, from a quick to a slow hand, and the user's to change."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

Task = Literal[
    "crosscut", "mitre cut", "rip", "sheet cut", "joint edge", "pocket hole", "drive screw", "dry fit",
    "glue joint", "block", "trim end", "round corner", "fix place", "turn over", "mending", "take glass out",
    "take drawer out", "take door off", "take hardware off", "lift out", "take lid off", "take back off",
    "take top off", "take base off", "put glass in", "put drawer in", "hang door", "put hardware on", "lay in",
    "put lid on", "put back on", "put top on", "put base on", "taper", "fix leg",
    "lay tile", "cut tile", "grout", "seal face",
    "lay strip", "iron strip", "strip cut", "saw set", "rub on", "stencil", "bore hole",
    "knife cut", "sand face", "press face",
    "clean", "scuff", "strip clear coat", "strip paint", "finer grit", "strip with stripper", "scrape", "fill hole",
    "fill grain", "brush coat", "roll coat", "spray coat", "set up gun", "cover gun",
    "clean gun", "aerosol coat", "stain", "clear coat",
    "oil coat", "wax coat", "effect coat", "sand between", "mask edge", "mask with clear",
    "lay film", "pull tape", "cut in", "sand back",
    "let stand", "pull nail", "pry out", "punch pin", "wash up", "vacuum", "hardware sprayed",
    "test board", "shopping",
]  # fmt: skip
"""A kind of work that the table has minutes for."""
Per = Literal["each", "m", "m²", "min"]
Minute = Annotated[float, Meta(ge=0, le=600)]


class Pace(Struct, frozen=True):
    """Minutes for one of a kind of work, as it is counted, from a quick to a slow hand."""

    task: Task
    low: Minute
    high: Minute


class TimeTaken(Struct, frozen=True):
    """What a kind of work was planned to take and what it took, minutes of all that was logged."""

    task: Task
    planned: Annotated[float, Meta(ge=0, le=1_000_000)]
    real: Annotated[float, Meta(ge=0, le=1_000_000)]


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
    ("clean", "cleaned", "cleaned", "m²", 8, 15),
    ("scuff", "scuffed", "scuffed", "m²", 10, 18),
    ("strip clear coat", "stripped of an old clear coat", "stripped of an old clear coat", "m²", 40, 90),
    ("strip paint", "stripped of paint", "stripped of paint", "m²", 60, 150),
    ("finer grit", "sanded with one grit", "sanded with one grit", "m²", 9, 18),
    ("strip with stripper", "round of stripper", "rounds of stripper", "m²", 20, 40),
    ("scrape", "scraped and feathered", "scraped and feathered", "m²", 15, 40),
    ("fill hole", "hole filled", "holes filled", "each", 0.5, 2),
    ("fill grain", "of grain filled", "of grain filled", "m²", 15, 30),
    ("brush coat", "brushed", "brushed", "m²", 10, 18),
    ("roll coat", "rolled", "rolled", "m²", 6, 11),
    ("spray coat", "sprayed", "sprayed", "m²", 3, 6),
    ("set up gun", "gun set up", "times the gun is set up", "each", 15, 25),
    ("cover gun", "time the gun stays loaded, its tip covered", "times the gun stays loaded", "each", 3, 5),
    ("clean gun", "gun cleaned", "times the gun is cleaned", "each", 15, 25),
    ("aerosol coat", "sprayed from a can", "sprayed from a can", "m²", 4, 8),
    ("stain", "stained and wiped off", "stained and wiped off", "m²", 8, 15),
    ("clear coat", "of clear put on", "of clear put on", "m²", 7, 12),
    ("oil coat", "oiled and wiped off", "oiled and wiped off", "m²", 8, 15),
    ("wax coat", "waxed and buffed", "waxed and buffed", "m²", 12, 22),
    ("effect coat", "textured and combed", "textured and combed", "m²", 20, 45),
    ("sand between", "sanded between coats", "sanded between coats", "m²", 5, 9),
    ("mask edge", "masked", "masked", "m", 1.2, 2.2),
    ("mask with clear", "of tape sealed with clear", "of tape sealed with clear", "m", 0.4, 0.8),
    ("lay film", "covered with film", "covered with film", "m²", 1, 2),
    ("pull tape", "of tape pulled off", "of tape pulled off", "m", 0.2, 0.4),
    ("cut in", "cut in by hand", "cut in by hand", "m", 0.6, 1.2),
    ("sand back", "of border sanded back", "of border sanded back", "m", 0.5, 1),
    ("pull nail", "old nail or staple pulled", "old nails or staples pulled", "each", 0.3, 0.8),
    ("pry out", "rail or runner pried out", "rails and runners pried out", "each", 4, 10),
    ("punch pin", "pin punched in", "pins punched in", "each", 0.1, 0.25),
    ("let stand", "min to stand", "min to stand", "min", 1, 1),
    ("wash up", "tool washed out", "tools washed out", "each", 3, 8),
    ("vacuum", "vacuumed and wiped with a tack cloth", "vacuumed and wiped with a tack cloth", "m²", 1, 2.5),
    ("hardware sprayed", "piece of hardware sprayed", "pieces of hardware sprayed", "each", 1, 2),
    ("test board", "test board", "test boards", "each", 15, 30),
    ("shopping", "trip to the shops", "trips to the shops", "each", 45, 120),
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
    ("put glass in", "pane put in", "panes put in", "each", 10, 25),
    ("put drawer in", "drawer put in", "drawers put in", "each", 1, 3),
    ("hang door", "door hung and set", "doors hung and set", "each", 8, 20),
    ("put hardware on", "piece of hardware put on", "pieces of hardware put on", "each", 2, 6),
    ("lay in", "loose board laid in", "loose boards laid in", "each", 1, 3),
    ("put lid on", "lid or seat put on", "lids or seats put on", "each", 5, 15),
    ("put back on", "back put on", "backs put on", "each", 15, 30),
    ("put top on", "top put on", "tops put on", "each", 10, 25),
    ("put base on", "part of the base put on", "parts of the base put on", "each", 5, 15),
)
"""Minutes, quick and slow, with the words for one and for several. [practice]"""
AT_ITS_PACE: tuple[Task, ...] = ("wash up", "let stand")
"""What takes no longer on what is turned, carved or new to one."""
RATES: dict[Task, Rate] = {row[0]: Rate(*row) for row in _ROWS}


def pace(task: Task, own: tuple[Pace, ...]) -> tuple[float, float]:
    """Minutes for one, from and to: the user's where there are any, else usual ones."""
    mine = next((row for row in own if row.task == task), None)
    return (mine.low, mine.high) if mine is not None else (RATES[task].low, RATES[task].high)


TRUSTED_MINUTES = 30.0
"""So many planned minutes of a usual hand stand beside what was logged: one quick job does not halve all plans.
[choice]
"""


def own_factor(task: Task, taken: tuple[TimeTaken, ...]) -> float:
    """How much longer or quicker this user is than planned: real over planned minutes, with a prior."""
    mine = next((row for row in taken if row.task == task), None)
    return 1.0 if mine is None else (mine.real + TRUSTED_MINUTES) / (mine.planned + TRUSTED_MINUTES)

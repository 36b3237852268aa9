"""Colours by meaning, and sizes. Blue is new, red comes off, tape yellow is the one thing pointed at or next.

The names in capitals are those of the look in use; `use` puts another in their place, after which everything is
to be made anew. Sizes are at 100 % text; what draws itself draws in these and is scaled as a whole.
"""

from typing import NamedTuple


class Palette(NamedTuple):
    """One theme. `on_tape` and `on_wood` are for text and lines on those; `cased`: lines need a casing on wood.

    Not of msgspec: the frame is painted before that is loaded.
    """

    ground: str
    sheet: str
    change: str
    ink: str
    ink2: str
    edge: str
    hair: str
    blue: str
    red: str
    ochre: str
    tape: str
    tapewash: str
    wline: str
    grain: str
    on_tape: str
    on_wood: str
    wood_other: str
    wood_stays: dict[str, str]
    wood_new: dict[str, str]
    cased: bool


LIGHT = Palette(
    ground="#E6E8E1",
    sheet="#F8F8F3",
    change="#FFFFFF",
    ink="#1E2528",
    ink2="#4B5457",
    edge="#767E79",
    hair="#CDD1C8",
    blue="#1A4C9C",
    red="#B22A1B",
    ochre="#7A5100",
    tape="#F4B90B",
    tapewash="#FFF1C2",
    wline="#3A3128",
    grain="#6B4A22",
    on_tape="#1E2528",
    on_wood="#1E2528",
    wood_other="#DDBE86",
    wood_stays={"front": "#D3B48A", "side": "#B99668", "top": "#DCC29C", "inside": "#8F7250"},
    wood_new={"front": "#EBD5A6", "side": "#D3B57F", "top": "#F2E2BF", "inside": "#D3B57F"},
    cased=False,
)
DARK = Palette(
    ground="#141A1B",
    sheet="#1C2324",
    change="#272F31",
    ink="#F3F0E6",
    ink2="#BAC1BD",
    edge="#869192",
    hair="#394345",
    blue="#9AC2FF",
    red="#FF9F8E",
    ochre="#F0C46A",
    tape="#FFC72E",
    tapewash="#453806",
    wline="#0E0C0A",
    grain="#3A2A14",
    on_tape="#14110C",
    on_wood="#14110C",
    wood_other="#C2A36A",
    wood_stays={"front": "#8D7352", "side": "#6D573C", "top": "#9A8060", "inside": "#3F3325"},
    wood_new={"front": "#D9BE88", "side": "#B0945F", "top": "#E4CD9C", "inside": "#B0945F"},
    cased=True,
)

GROUND, SHEET, CHANGE = LIGHT.ground, LIGHT.sheet, LIGHT.change
INK, INK2, EDGE, HAIR = LIGHT.ink, LIGHT.ink2, LIGHT.edge, LIGHT.hair
BLUE, RED, OCHRE = LIGHT.blue, LIGHT.red, LIGHT.ochre
TAPE, TAPEWASH, ON_TAPE = LIGHT.tape, LIGHT.tapewash, LIGHT.on_tape
WLINE, GRAIN, ON_WOOD, CASED = LIGHT.wline, LIGHT.grain, LIGHT.on_wood, LIGHT.cased
WOOD_STAYS, WOOD_NEW, WOOD_OTHER = LIGHT.wood_stays, LIGHT.wood_new, LIGHT.wood_other

SCALE = 1.0
NAVIGATION, HEAD, TALLY, SIDE = 132, 52, 70, 316
MARGIN = 20


def use(palette: Palette, text_percent: int = 100) -> None:
    """Takes another theme and text size from now on."""
    now = globals()
    now.update({name.upper(): value for name, value in palette._asdict().items()})
    now["SCALE"] = text_percent / 100


def px(size: float) -> int:
    """A size at 100 % text in the text size of now."""
    return round(size * SCALE)

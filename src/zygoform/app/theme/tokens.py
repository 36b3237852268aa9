"""Colours by meaning. Blue is new, red comes off, tape yellow is the one thing pointed at or next."""

from typing import Final

GROUND: Final = "#E6E8E1"
SHEET: Final = "#F8F8F3"
CHANGE: Final = "#FFFFFF"
INK: Final = "#1E2528"
INK2: Final = "#4B5457"
EDGE: Final = "#767E79"
HAIR: Final = "#CDD1C8"
BLUE: Final = "#1A4C9C"
RED: Final = "#B22A1B"
OCHRE: Final = "#7A5100"
TAPE: Final = "#F4B90B"
TAPEWASH: Final = "#FFF1C2"
WLINE: Final = "#3A3128"
GRAIN: Final = "#6B4A22"

WOOD_STAYS: Final = {"front": "#D3B48A", "side": "#B99668", "top": "#DCC29C", "inside": "#8F7250"}
WOOD_NEW: Final = {"front": "#EBD5A6", "side": "#D3B57F", "top": "#F2E2BF", "inside": "#D3B57F"}
WOOD_OTHER: Final = "#DDBE86"

STICK, HEAD, TALLY, SIDE = 132, 52, 70, 316
MARGIN = 20

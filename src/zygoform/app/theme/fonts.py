"""The shipped family, National Park (SIL Open Font License 1.1), with figures of equal width everywhere."""

from functools import cache
from pathlib import Path

from PySide6.QtGui import QFont, QFontDatabase

DATA = Path(__file__).parents[2] / "data"
FAMILY = "National Park"
FILES = ("400Regular", "500Medium", "600SemiBold", "700Bold")


def load_fonts() -> None:
    """Registers the four weights with Qt."""
    for name in FILES:
        QFontDatabase.addApplicationFont(str(DATA / "fonts" / f"NationalPark_{name}.ttf"))


@cache
def font(px: int, weight: int = 400, *, fraction: bool = False) -> QFont:
    """The family at a size in pixels, not to be changed; `fraction` builds a fraction from its run of figures."""
    made = QFont(FAMILY)
    made.setPixelSize(px)
    made.setWeight(QFont.Weight(weight))
    made.setFeature(QFont.Tag("tnum"), 1)
    if fraction:
        made.setFeature(QFont.Tag("frac"), 1)
    return made

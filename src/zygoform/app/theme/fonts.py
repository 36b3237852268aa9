"""The shipped family, National Park (SIL Open Font License 1.1), with figures of equal width everywhere."""

from importlib import resources

from PySide6.QtGui import QFont, QFontDatabase

FAMILY = "National Park"
FILES = ("400Regular", "500Medium", "600SemiBold", "700Bold")


def load_fonts() -> None:
    """Registers the four weights with Qt."""
    folder = resources.files("zygoform.data").joinpath("fonts")
    for name in FILES:
        QFontDatabase.addApplicationFontFromData(folder.joinpath(f"NationalPark_{name}.ttf").read_bytes())


def font(px: int, weight: int = 400, *, fraction: bool = False) -> QFont:
    """The family at a size in pixels; `fraction` builds a fraction from its run of figures."""
    made = QFont(FAMILY)
    made.setPixelSize(px)
    made.setWeight(QFont.Weight(weight))
    made.setFeature(QFont.Tag("tnum"), 1)
    if fraction:
        made.setFeature(QFont.Tag("frac"), 1)
    return made

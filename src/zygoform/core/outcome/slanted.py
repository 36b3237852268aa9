"""The edges of something glued up that are not cut square, in words."""

from zygoform.core.cutting.saw import degrees, on_scale
from zygoform.core.goods.saw import Saw
from zygoform.core.outcome.outcome import LaterCut


def slant_words(cut: LaterCut, saw: Saw) -> tuple[str, ...]:
    """Right end 2° off square, longer in front. What the saw's scale cannot tell from square counts as square.

    Ends are the edges across the boards.
    """
    words = []
    for slant in cut.slants:
        angle = on_scale(slant.angle, saw)
        if not angle:
            continue
        is_end = (slant.edge in ("left", "right")) == cut.lengthwise
        longer = {"front": "in front", "back": "at the back"}.get(slant.longer, f"at the {slant.longer}")
        words.append(f"{slant.edge} {'end' if is_end else 'edge'} {degrees(angle)} off square, longer {longer}")
    return tuple(words)

"""The edges of something glued up that are not cut square, in words, and the lengths it is set out by."""

import math

from zygoform.core.cutting.saw import degrees, on_scale
from zygoform.core.goods.timber import Saw
from zygoform.core.measure.message import Message
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


def set_out_words(cut: LaterCut) -> Message:
    """How a skewed top is set out with a tape: its front edge first, then each corner behind by two lengths.

    Of a figure of four the front edge, both ends and both diagonals fix every corner.
    """
    front_left, front_right, back_right, back_left = cut.outline
    pairs = (
        (front_left, front_right),
        (front_left, back_left),
        (front_left, back_right),
        (front_right, back_right),
        (front_right, back_left),
        (back_left, back_right),
    )
    front, left, across, right, other, back = (math.dist(a, b) for a, b in pairs)
    return Message(
        "Strike the front edge, {0}. Back right corner: {1} from the front left one and {2} from the front right "
        "one. Back left corner: {3} from the front right one and {4} from the front left one. Then its back edge "
        "is {5}.",
        (front, across, right, other, left, back),
    )

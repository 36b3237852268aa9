"""Turns the ends of a part into settings of a saw: the one place that knows the conventions.

A part lies show face up, x to the right, the edge y = 0 towards whoever stands there. A mitre is + when that
edge is the longer, a bevel + when the show face is the longer; on edge the show face stands towards you. So a
+ angle at the right end swings the saw to the right, at the left end to the left.
"""

from typing import Literal

from msgspec import Struct

from zygoform.core.geometry.mitres import saw_scale
from zygoform.core.goods.timber import Saw
from zygoform.core.measure.rounding import round_to
from zygoform.core.tolerance import SAME_DEG

CutMethod = Literal["square", "flat", "edge", "tilted", "both", "jig", "hand", "knife"]


class Setting(Struct, frozen=True):
    """How the saw stands for one cut; angles in degrees on the saw's scale, unsigned, to what it can be read to.

    They are rounded here, once: what is shown, grouped and sorted by is the same number.
    """

    way: CutMethod
    swing: float = 0.0
    tilt: float = 0.0

    @property
    def title(self) -> str:
        """The heading its cuts are listed under."""
        swing, tilt = degrees(self.swing), degrees(self.tilt)
        return {
            "square": "Square across",
            "flat": f"Flat, swung {swing}",
            "edge": f"On edge, swung {swing}",
            "tilted": f"Flat, tilted {tilt}",
            "both": f"Flat, swung {swing} and tilted {tilt}",
            "jig": f"End against the fence, on a jig, swung {swing}",
            "knife": f"With a knife or shears, {f'{swing} from square' if self.swing else 'square'}",
            "hand": f"Marked and cut by hand, {degrees(self.swing or self.tilt)} from square",
        }[self.way]


def degrees(angle: float) -> str:
    """An angle in words; it has been rounded to the saw's scale before."""
    return f"{round(angle, 2):g}°"


def on_scale(angle: float, saw: Saw) -> float:
    """An angle as the saw's scale can be read."""
    return round_to(angle, saw.scale_step)


def setting(mitre: float, bevel: float, height: float, saw: Saw) -> Setting:
    """The setting for one end of a part that is `height` (mm) wide when it stands on edge."""
    swing_max = max(saw.swing_left, saw.swing_right)
    tilt_max = max(saw.tilt_left, saw.tilt_right)
    mitre, bevel = (on_scale(abs(angle), saw) for angle in (mitre, bevel))
    if mitre < SAME_DEG and bevel < SAME_DEG:
        return Setting("square")
    if bevel < SAME_DEG:
        scale = saw_scale(mitre, swing_max)
        way: dict[str, CutMethod] = {"normal": "flat", "piece square to fence": "jig"}
        return Setting(way.get(scale.mode, "hand"), swing=scale.scale)
    if mitre < SAME_DEG:
        if height <= saw.fence_height and bevel <= swing_max:
            return Setting("edge", swing=bevel)
        return Setting("tilted" if bevel <= tilt_max else "hand", tilt=bevel)
    fits = mitre <= swing_max and bevel <= tilt_max
    return Setting("both" if fits else "hand", swing=mitre, tilt=bevel)


def how(end: Literal["left", "right"], mitre: float, bevel: float, height: float, saw: Saw) -> str:
    """One end in words: which way to swing or tilt and which face is where."""
    chosen = setting(mitre, bevel, height, saw)
    if chosen.way in ("square", "hand", "jig"):
        return chosen.title
    angle = bevel if chosen.way in ("edge", "tilted") else mitre
    side = end if angle > 0 else {"left": "right", "right": "left"}[end]
    if chosen.way == "tilted":
        reach = {"left": saw.tilt_left, "right": saw.tilt_right}[side]
        face = "up" if reach >= chosen.tilt else "down"
        lean = side if face == "up" else {"left": "right", "right": "left"}[side]
        return f"flat, outside face {face}, tilted {degrees(chosen.tilt)} to the {lean}"
    reach = {"left": saw.swing_left, "right": saw.swing_right}[side]
    turned = reach < chosen.swing
    lean = {"left": "right", "right": "left"}[side] if turned else side
    if chosen.way == "edge":
        face = "the fence" if turned else "you"
        return f"on edge, outside face towards {face}, swung {degrees(chosen.swing)} to the {lean}"
    if chosen.way == "both":
        return f"flat, swung {degrees(chosen.swing)} to the {lean}, tilted {degrees(chosen.tilt)}"
    return f"flat, show face {'down' if turned else 'up'}, swung {degrees(chosen.swing)} to the {lean}"

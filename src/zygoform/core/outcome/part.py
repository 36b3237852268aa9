"""One piece of wood to cut, as the saw sees it."""

from typing import Literal

from msgspec import Struct

from zygoform.core.geometry.plane import Outline
from zygoform.core.measure.reading import Sized
from zygoform.core.measure.rounding import Mode

Joint = Literal["mitred", "butted", "chosen", "level", "compound"]
"""How the ends of a part meet others: halving the corner, covered by the other, at an angle of one's own, or cut
level because the part leans: of a leaning one the corners are the splay seen on its show face, or else beside it.
Compound is a mitre of boards that lean.
"""


class EndCut(Struct, frozen=True):
    """One end, degrees from square. Part lies show face up, x along its length.

    Mitre lies in the face, + when the edge at y = 0 is the longer; bevel goes through the thickness, + when
    the show face is the longer.
    """

    mitre: float = 0.0
    bevel: float = 0.0


class Part(Struct, frozen=True):
    """One piece of wood to cut. Length is over all, between the extreme points (mm); not rounded yet.

    `length_of` and `width_of` are the same sizes with what they are made of; `left_corner` and `right_corner` the
    corners the ends meet in, as `joint` says, or the angles themselves where they were chosen.
    """

    id: str
    change_id: str
    name: str
    size_id: str
    thickness: float
    width: float
    length: float
    left: EndCut = EndCut()
    right: EndCut = EndCut()
    ripped: bool = False
    rounding: Mode = "nearest"
    measured_on: str = "over all"
    location: str = ""
    rests_on: frozenset[str] = frozenset()
    length_of: Sized | None = None
    width_of: Sized | None = None
    joint: Joint = "chosen"
    left_corner: Sized | None = None
    right_corner: Sized | None = None
    by_hand: bool = False
    """Cut with a knife, shears or in a mitre box: too short for the saw is no fault of it."""
    knife: bool = False
    """Thin as veneer: no saw is set for it."""
    either_face: bool = False
    """Both faces are alike: turned over, a left piece is a right one."""
    face: Outline = ()
    """Its face as it is cut, x along it and y from the edge at y = 0 (mm), where more than one cut makes an end."""
    to_line: bool = False
    """Sawn square as long as it is, then cut to the line of its face: no end of it is one cut."""

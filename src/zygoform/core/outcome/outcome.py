"""What a change brings about: plain values, collected and never raised."""

from typing import Literal

from msgspec import Struct

from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Outline, Slant, slants
from zygoform.core.geometry.prism import Point3
from zygoform.core.goods.fittings import FittingKind
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Sized
from zygoform.core.measure.rounding import Mode
from zygoform.core.outcome.cautions import Caution
from zygoform.core.outcome.work import Work

Joint = Literal["mitred", "butted", "chosen"]
"""How the ends of a part meet others: halving the corner, covered by the other, or at an angle of one's own."""


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


class LaterCut(Struct, frozen=True):
    """A cut made on something glued up: trimmed to its final size, corners rounded."""

    change_id: str
    name: str
    length: float
    width: float
    radius: float
    corners: int
    part_ids: tuple[str, ...]
    rests_on: frozenset[str] = frozenset()
    length_of: Sized | None = None
    width_of: Sized | None = None
    outline: Outline = ()
    """Its true shape, counter-clockwise from its front left corner (mm); x along the piece's front."""
    lengthwise: bool = True
    """Whether its length runs along the piece's front, else from front to back."""

    @property
    def slants(self) -> tuple[Slant, ...]:
        """The edges that are not square: cut at an angle, not along the rectangle round it."""
        return slants(self.outline) if len(self.outline) == 4 else ()


class Fitting(Struct, frozen=True):
    """Screws of one length (mm). `why` says how they were counted."""

    change_id: str
    kind: FittingKind
    size: float
    count: int
    use: str
    why: Message = Message("")


class Supply(Struct, frozen=True):
    """Something used up; `goods.fittings.AMOUNTS` says in what it is measured."""

    change_id: str
    kind: FittingKind
    amount: float
    use: str
    why: Message = Message("")


class Fix(Struct, frozen=True):
    """An edit that settles a finding: one parameter of one change set to a value, or a change left out."""

    label: Message
    change_id: str
    parameter: str = ""
    value: float | str | int = 0.0
    leave_out: bool = False


class Finding(Struct, frozen=True):
    """A judgement made from the numbers: what, why, where, and what would settle it."""

    code: str
    weight: Literal["note", "mind", "stop"]
    what: Message
    why: Message
    where: tuple[str, ...] = ()
    change_id: str = ""
    fixes: tuple[Fix, ...] = ()


class Note(Struct, frozen=True):
    """A worked-out fact or an instruction: a label and a sentence."""

    label: str
    message: Message


class Handle(Struct, frozen=True):
    """A place on the piece to drag: moving it by d mm along `direction` adds d to the parameter."""

    change_id: str
    parameter: str
    label: str
    at: Point3
    direction: Point3


class Outcome(Struct, frozen=True):
    """All that one change brings about: what it takes off a body and puts on, and everything that follows.

    `base_height` is how high the body stands from then on, where that is another height.
    """

    change_id: str
    result: Message
    removed: frozenset[str] = frozenset()
    added: tuple[Board, ...] = ()
    parts: tuple[Part, ...] = ()
    later: tuple[LaterCut, ...] = ()
    fittings: tuple[Fitting, ...] = ()
    supplies: tuple[Supply, ...] = ()
    notes: tuple[Note, ...] = ()
    cautions: tuple[Caution, ...] = ()
    findings: tuple[Finding, ...] = ()
    handles: tuple[Handle, ...] = ()
    mended: frozenset[str] = frozenset()
    work: tuple[Work, ...] = ()
    body: str = ""
    base_height: float | None = None

"""What a change brings about: plain values, collected and never raised."""

import math
from functools import cached_property
from typing import Literal

from msgspec import Struct

from zygoform.core.coats.layer import CoatLayer
from zygoform.core.cutting.saw import degrees, on_scale
from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.plane import Outline, Point, Slant, slants
from zygoform.core.geometry.prism import Point3, X, Z
from zygoform.core.goods.fittings import AMOUNTS, FittingKind, RollKind
from zygoform.core.goods.screws import Driven
from zygoform.core.goods.timber import Saw
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Sized
from zygoform.core.measure.rounding import round_to
from zygoform.core.outcome.cautions import Caution
from zygoform.core.outcome.member import Member, PatternMap
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Work


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
    """Screws of one length (mm), or other goods. `why` says how they were counted; `driven` where a screw goes."""

    change_id: str
    kind: FittingKind
    size: float
    count: int
    use: str
    why: Message = Message("")
    stainless: bool = False
    kept: bool = False
    """Whether what lies in the survey's bags serves as well."""
    driven: Driven | None = None
    piece: str = ""
    """In a set the name of the piece it is for, where no change says so."""

    @property
    def is_lacking(self) -> bool:
        """Whether no screw on sale does: it is told, and none is bought."""
        return self.driven is not None and not self.driven.length


class Supply(Struct, frozen=True):
    """Something used up; `goods.fittings.AMOUNTS` says in what it is measured."""

    change_id: str
    kind: FittingKind
    amount: float
    use: str
    why: Message = Message("")
    colour: str = ""
    """Of paint and stain: tins of two colours are two things to buy."""
    piece: str = ""
    """In a set the name of the piece it is for, where no change says so."""


class RollCut(Struct, frozen=True):
    """A piece from a roll `roll` wide: `width` across it, `length` along it (mm); never turned."""

    change_id: str
    id: str
    kind: RollKind
    name: str
    roll: float
    width: float
    length: float
    use: str


class Fix(Struct, frozen=True):
    """An edit that settles a finding: one parameter of one change set to a value, a change left out, or one added.

    `add` is its kind, `target` what it is for, `values` what else of it is set. With a `variant` all of that is
    done in a new one of that name, beside the plan as it is, the change itself left out there.
    """

    label: Message
    change_id: str
    parameter: str = ""
    value: float | str | int = 0.0
    leave_out: bool = False
    add: str = ""
    target: str = ""
    values: tuple[tuple[str, float | str | int], ...] = ()
    variant: str = ""
    zone: str = ""
    layers: tuple[CoatLayer, ...] = ()
    order: str = ""
    """What of the finish: a zone's whole stack; where schools differ what comes first, cans, or a border: which
    zone is first, which second, and the way, with | between them (its `value`).
    """


class Finding(Struct, frozen=True):
    """A judgement made from the numbers: what, why, where, and what would settle it."""

    code: str
    weight: Literal["note", "mind", "stop"]
    what: Message
    why: Message
    where: tuple[str, ...] = ()
    change_id: str = ""
    fixes: tuple[Fix, ...] = ()
    zone: str = ""
    layer: int = -1
    """Of the finish: the zone it is about, and which of its layers."""
    only_with: tuple[str, ...] = ()
    """Parts it is about: once a later change has taken all of them off it is told no more."""


class Note(Struct, frozen=True):
    """A worked-out fact or an instruction: a label and a sentence."""

    label: str
    message: Message


class Template(Struct, frozen=True):
    """A drawing to be printed at full size: from its lower left corner, x to the right and z up (mm).

    `rings` are lines round something, `holes` middles with their diameters, `aims` lines to lay it on by.
    `board` is the first one it is laid on.
    """

    title: str
    width: float
    height: float
    rings: tuple[Outline, ...] = ()
    holes: tuple[tuple[Point, float], ...] = ()
    aims: tuple[tuple[Point, Point], ...] = ()
    board: str = ""


class Handle(Struct, frozen=True):
    """A place on the piece to drag: moving it by d mm along `direction` adds d to the parameter.

    A `direction` that is k long makes that d / k. `stops` are values it snaps to. With a `pivot` it turns about
    that instead: the parameter is the angle from `level` to the hand, counted towards `upright` (degrees). `value`
    is what the parameter is worth where it stands, if it says so otherwise: 0 for the middle.
    """

    change_id: str
    parameter: str
    label: str
    at: Point3
    direction: Point3
    stops: tuple[float, ...] = ()
    pivot: Point3 | None = None
    level: Point3 = X
    upright: Point3 = Z
    value: float | None = None


class Outcome(Struct, frozen=True, dict=True):
    """All that one change brings about: what it takes off a body and puts on, and everything that follows.

    `members` are drawn and cut; `drawn` is seen and not cut (what was there, turned round), `cut` is cut and not
    seen by itself (a splint). `reshaped` are the bodies that stand in its place,
    complete, where it has another shape from then on; `absorbed` other bodies that are gone into them.
    `base_height` is how high it stands then, where that is another height.
    """

    change_id: str
    result: Message
    removed: frozenset[str] = frozenset()
    members: tuple[Member, ...] = ()
    drawn: tuple[Board, ...] = ()
    cut: tuple[Part, ...] = ()
    later: tuple[LaterCut, ...] = ()
    fittings: tuple[Fitting, ...] = ()
    supplies: tuple[Supply, ...] = ()
    rolls: tuple[RollCut, ...] = ()
    notes: tuple[Note, ...] = ()
    cautions: tuple[Caution, ...] = ()
    findings: tuple[Finding, ...] = ()
    handles: tuple[Handle, ...] = ()
    mended: frozenset[str] = frozenset()
    work: tuple[Work, ...] = ()
    templates: tuple[Template, ...] = ()
    maps: tuple[PatternMap, ...] = ()
    body: str = ""
    base_height: float | None = None
    reshaped: tuple[Body, ...] = ()
    absorbed: frozenset[str] = frozenset()

    @cached_property
    def bought(self) -> tuple[Fitting, ...]:
        """Its fittings that are on sale, or may be."""
        return tuple(fitting for fitting in self.fittings if not fitting.is_lacking)

    @cached_property
    def added(self) -> tuple[Board, ...]:
        """Everything it puts on the body."""
        return (*(member.board for member in self.members), *self.drawn)

    @cached_property
    def parts(self) -> tuple[Part, ...]:
        """Everything there is to cut."""
        return (*(member.part for member in self.members), *self.cut)


# The edges of something glued up that are not cut square, in words, and the lengths it is set out by.


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


# What an outcome needs, in a few words for each thing.


def needs(outcome: Outcome, step: float) -> tuple[Message, ...]:
    """Parts to a mark of `step` (mm), hardware counted, what is used up measured; alike ones together."""
    alike: dict[tuple[str, float, float], int] = {}
    for part in outcome.parts:
        name = part.name.split(",")[0].lower()
        # Rounded as they are listed to be cut: the card and the cut list say the same.
        key = (name, round_to(part.length, step, part.rounding), round_to(part.width, step))
        alike[key] = alike.get(key, 0) + 1
    said = [Message(f"{count} × {name} {{0}} × {{1}}", (long, wide)) for (name, long, wide), count in alike.items()]
    for fitting in outcome.fittings:
        sizes = (fitting.size,) if fitting.size else ()
        said.append(Message(f"{fitting.count} × {fitting.kind}" + (" {0}" if sizes else ""), sizes))
    amounts: dict[str, float] = {}
    for supply in outcome.supplies:
        amounts[supply.kind] = amounts.get(supply.kind, 0.0) + supply.amount
    said += [Message(f"{math.ceil(amount)} {_unit(kind)} {kind}") for kind, amount in amounts.items()]
    return tuple(said)


def _unit(kind: str) -> str:
    return next(unit for known, unit in AMOUNTS.items() if known == kind)

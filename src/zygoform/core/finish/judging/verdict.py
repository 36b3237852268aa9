"""What a rule of the finish looks at, and what it says."""

from collections.abc import Callable, Iterator
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.coats.coat import Coat, CoatId, coat_of
from zygoform.core.coats.layer import CoatLayer, Finishing, brightness
from zygoform.core.condition.use import PieceUse
from zygoform.core.finish.beneath import Beneath
from zygoform.core.finish.zones import Zone
from zygoform.core.measure.message import Message

Layers = tuple[CoatLayer, ...]


class Stack(Struct, frozen=True):
    """The layers of one zone with what each lies on; `under` has one more: what lies there in the end.

    `own` are the project's figures for materials, `use` what the piece is for.
    """

    zone: Zone
    layers: Layers
    under: tuple[tuple[Beneath, ...], ...]
    finishing: Finishing
    own: tuple[Coat, ...] = ()
    use: PieceUse = PieceUse()

    @property
    def coats(self) -> Iterator[tuple[int, CoatLayer, Coat]]:
        """The coats among the layers, each with its place and its material."""
        for k, layer in enumerate(self.layers):
            coat = coat_of(layer.material, self.own) if layer.is_coat else None
            if coat is not None:
                yield k, layer, coat

    def with_layer(self, at: int, *layers: CoatLayer) -> Layers:
        """The stack with more layers before one."""
        return (*self.layers[:at], *layers, *self.layers[at:])

    def instead(self, at: int, **values: object) -> Layers:
        """The stack with another value in one layer."""
        new = structs.replace(self.layers[at], **values)
        return (*self.layers[:at], new, *self.layers[at + 1 :])

    def without(self, at: int) -> Layers:
        """The stack without one layer."""
        return (*self.layers[:at], *self.layers[at + 1 :])

    def is_light(self, at: int) -> bool | None:
        """Whether a layer's colour is light; None where none is chosen."""
        colour = self.finishing.colour(self.layers[at].colour)
        return None if colour is None else brightness(colour.rgb) > LIGHT_FROM

    def is_dark(self, at: int) -> bool:
        """Whether a layer's colour is so dark that a haze is seen on it."""
        colour = self.finishing.colour(self.layers[at].colour)
        return colour is not None and brightness(colour.rgb) < DARK_BELOW

    @property
    def blocker(self) -> CoatId:
        """The one that fits where the piece stands: shellac turns white in weather."""
        return "oil stain blocker" if self.use.outdoors else "stain blocker"


LIGHT_FROM = 0.45
"""Relative luminance above which a colour is light: what is below it shows through. [choice]"""


DARK_BELOW = 0.12
"""Relative luminance below which a colour is so dark that a clear on it looks patchy. [choice]"""


class StackRemedy(Struct, frozen=True):
    """What would settle it: the stack as it would then be."""

    label: str
    layers: Layers


class StackVerdict(Struct, frozen=True):
    """A judgement on one layer of a stack, or on all of it (layer -1)."""

    code: str
    weight: Literal["note", "mind", "stop"]
    layer: int
    what: str
    why: Message
    remedies: tuple[StackRemedy, ...] = ()


StackRule = Callable[[Stack], Iterator[StackVerdict]]


def verdict(
    code: str,
    layer: int,
    what: str,
    why: str,
    *remedies: StackRemedy,
    weight: Literal["note", "mind", "stop"] = "mind",
    lengths: tuple[float, ...] = (),
) -> StackVerdict:
    """A judgement in words."""
    return StackVerdict(code, weight, layer, what, Message(why, lengths), remedies)

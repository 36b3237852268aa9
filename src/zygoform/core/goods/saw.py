"""What a saw can reach."""

from typing import Annotated

from msgspec import Meta, Struct

Degrees = Annotated[float, Meta(ge=0, le=90)]
Reach = Annotated[float, Meta(ge=0, le=2000)]


class Saw(Struct, frozen=True):
    """A mitre saw. Swing turns the table, tilt leans the blade; heights and lengths in mm."""

    name: str = "Mitre saw"
    swing_left: Degrees = 50.0
    swing_right: Degrees = 50.0
    tilt_left: Degrees = 45.0
    tilt_right: Degrees = 0.0
    fence_height: Reach = 89.0
    shortest_safe: Reach = 203.2
    shortest_rip: Reach = 304.8

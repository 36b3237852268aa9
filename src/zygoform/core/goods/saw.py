"""What a saw can reach."""

from typing import Annotated

from msgspec import Struct

from zygoform.core.measure.param import angle, length

STOPS = (15.0, 22.5, 30.0, 31.6, 45.0)
"""Where the tables of mitre saws usually click in, besides square (degrees)."""


class Saw(Struct, frozen=True):
    """A mitre saw. Swing turns the table, tilt leans the blade; heights and lengths in mm."""

    name: str = "Mitre saw"
    swing_left: Annotated[float, angle("Left", 0, 90, group="Swings to the")] = 50.0
    swing_right: Annotated[float, angle("Right", 0, 90, group="Swings to the")] = 50.0
    tilt_left: Annotated[float, angle("Left", 0, 90, group="Tilts to the")] = 45.0
    tilt_right: Annotated[float, angle("Right", 0, 90, group="Tilts to the")] = 0.0
    scale_step: Annotated[
        float, angle("Scale read to", 0.05, 1.0, group="Scale", hint="the finest part of a degree it can be set to")
    ] = 0.25
    fence_height: Annotated[
        float,
        length("Height at the fence", 0, 2000, group="Reach", hint="the widest board it cuts on edge"),
    ] = 88.9
    shortest_safe: Annotated[
        float, length("Shortest across", 0, 2000, group="Reach", hint="shorter parts need a stop block or a clamp")
    ] = 203.2
    shortest_rip: Annotated[
        float, length("Shortest along", 0, 2000, group="Reach", hint="shorter parts are not ripped by hand")
    ] = 304.8

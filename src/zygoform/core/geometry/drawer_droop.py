"""How far the front of a drawer sinks as it is drawn out, on what lets it tip."""

import math


def drawer_droop(long: float, out: float, play: float) -> float:
    """Of a drawer `long` drawn `out`, with `play` over its sides: its back rises until it is held from above.

    It turns about the front edge of what it runs on: the back end, `long - out` behind that, comes up by the play,
    and the front sinks by play * out / (long - out). Without end once nothing is left inside. One unit.
    """
    if out <= 0:
        return 0.0
    return play * out / (long - out) if out < long else math.inf

"""How slow this machine is just now: bounds in milliseconds hold for a quiet one of the kind they are meant for."""

import time

HELD_MS, FIRST_MS = 50.0, 100.0
"""So long the interface's thread may be taken by one answer or painting; so long where a screen has to be made."""
SWING = 1.3
"""Two runs of the same work differ by so much."""
LOOPS, LOOPS_MS = 40_000, 6.0
"""So much plain work takes so long on a quiet machine of the kind the bound is meant for."""


def plain_work() -> float:
    """ms that some work of the processor's takes, while whatever else runs here runs."""
    start, table = time.thread_time(), dict[int, float]()
    for k in range(LOOPS):
        table[k & 255] = table.get(k & 255, 0.0) + k * 0.5
    return 1000 * (time.thread_time() - start)

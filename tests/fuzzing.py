"""How long tests that draw at random look: 10,000 cases in `make fuzz`, a seeded part of them otherwise."""

import os

from hypothesis import HealthCheck, settings

CASES = int(os.environ.get("ZYGOFORM_FUZZ", "300"))
FULL = CASES > 1000
"""Whether all is looked at that could be: not in `make test`, which everybody waits for."""
KILLS = int(os.environ.get("ZYGOFORM_KILLS", "2"))
"""So often the program is killed at work, and at the bench."""
QUIET = bool(os.environ.get("ZYGOFORM_QUIET"))
"""Whether nothing else runs on the machine, so that how long something takes can be asked for."""

fuzz = settings(
    max_examples=CASES,
    derandomize=CASES <= 1000,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.data_too_large],
)


def random_cases(cases: int) -> settings:
    """So many examples at random: half of them where everybody waits, many times more in `make fuzz`."""
    return settings(
        max_examples=10 * cases if FULL else cases // 2, deadline=None, suppress_health_check=[*HealthCheck]
    )

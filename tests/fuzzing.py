"""How long the fuzz tests look: 10,000 cases in `make fuzz`, a seeded tenth of it otherwise."""

import os

from hypothesis import HealthCheck, settings

CASES = int(os.environ.get("ZYGOFORM_FUZZ", "1000"))

fuzz = settings(
    max_examples=CASES,
    derandomize=CASES <= 1000,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.data_too_large],
)

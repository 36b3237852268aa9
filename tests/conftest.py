"""What all tests share."""

import os
import tempfile

import pytest
from hypothesis import HealthCheck, settings
from hypothesis.internal.conjecture import providers

from tests.fuzzing import FULL, QUIET

# Deterministic, and no clock: a slow machine must not fail a right program.
settings.register_profile(
    "zygoform",
    deadline=None,
    derandomize=True,
    max_examples=200 if FULL else 20,
    suppress_health_check=[HealthCheck.too_slow],
)
settings.load_profile("zygoform")
if not FULL:
    # Examples are drawn from the figures in our own modules, too: in those loaded so far, by whatever ran before in
    # this process. Without, the same test has the same examples in any company.
    vars(providers)["is_local_module_file"] = lambda _path: False


def pytest_collection_modifyitems(config: pytest.Config, items: list[pytest.Item]) -> None:
    """No test times anything but where that is asked for (`make fuzz`)."""
    if not QUIET:
        timing = [item for item in items if item.get_closest_marker("quiet")]
        config.hook.pytest_deselected(items=timing)
        items[:] = [item for item in items if item not in set(timing)]


# No test reads or writes the settings, prices and unsaved work of whoever runs it.
_HOME = tempfile.TemporaryDirectory(prefix="zygoform-tests-")
os.environ["XDG_CONFIG_HOME"] = f"{_HOME.name}/config"
os.environ["XDG_STATE_HOME"] = f"{_HOME.name}/state"

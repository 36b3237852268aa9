"""What all tests share."""

import os
import tempfile

from hypothesis import HealthCheck, settings

# Deterministic, and no clock: a slow machine must not fail a right program.
settings.register_profile("zygoform", deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("zygoform")

# No test reads or writes the settings, prices and unsaved work of whoever runs it.
_HOME = tempfile.TemporaryDirectory(prefix="zygoform-tests-")
os.environ["XDG_CONFIG_HOME"] = f"{_HOME.name}/config"
os.environ["XDG_STATE_HOME"] = f"{_HOME.name}/state"

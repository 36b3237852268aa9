"""What all tests share."""

from hypothesis import HealthCheck, settings

# Deterministic, and no clock: a slow machine must not fail a right program.
settings.register_profile("zygoform", deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("zygoform")

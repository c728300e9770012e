"""Tests; every random one is drawn from a given seed and timed by nobody."""

from hypothesis import HealthCheck, settings

settings.register_profile("north-span", deadline=None, derandomize=True, max_examples=120, suppress_health_check=list(HealthCheck))
settings.load_profile("north-span")

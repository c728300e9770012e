"""Tests; every random one is drawn from a given seed and timed by nobody."""

from hypothesis import HealthCheck, settings

from tests.amounts import cases

settings.register_profile("north-span", deadline=None, derandomize=True, max_examples=cases(300), suppress_health_check=list(HealthCheck))
settings.load_profile("north-span")

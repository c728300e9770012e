"""Loads: what is connected, per leg."""

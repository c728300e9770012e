"""Sizing: device, conductors, drop, pipe."""

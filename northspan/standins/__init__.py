"""Simulated stand-ins for devices and services outside. None is built yet."""

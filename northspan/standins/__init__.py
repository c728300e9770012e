"""Simulated stand-ins for devices and services outside, each with the interface of the real one."""

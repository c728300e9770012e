"""Choices for all runs of a property together."""

"""Circuits of panels: where they stand, what they load, what they must be, and what they are called."""

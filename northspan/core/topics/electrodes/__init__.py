"""Electrodes: which are needed, what they measure, how they are joined."""

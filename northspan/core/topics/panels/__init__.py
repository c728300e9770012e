"""Cans with devices: bonds, buses, terminals."""

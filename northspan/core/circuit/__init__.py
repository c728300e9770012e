"""Circuits solved as they are: windings, wires, bonds, earth paths, loads, and the devices in them."""

"""Routing: cover over buried stretches."""

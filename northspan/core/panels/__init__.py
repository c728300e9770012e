"""Panels: bonded or kept apart."""

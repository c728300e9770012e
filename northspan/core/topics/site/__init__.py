"""The whole site at once."""

"""The trade, one folder a topic."""

"""What a fault does: the current at every can, and how hot conductors get."""

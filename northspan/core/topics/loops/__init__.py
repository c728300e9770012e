"""Earth fault loops and bonding, under codes that protect by them."""

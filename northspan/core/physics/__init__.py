"""What holds under every code: circuits, soil, devices, pulls. It knows no job and no rulebook."""

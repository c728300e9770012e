"""How wires go through a pipe: weight, tension from end to end, pressure at bends, lengths, lubricant, stages."""

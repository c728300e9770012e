"""Materials: everything a plan needs, counted from the solved job, each line with what asks for it, at the prices that are kept."""

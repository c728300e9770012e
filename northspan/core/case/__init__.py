"""A job made ready to be planned: its tree, its rulebook, its schools, its facts."""

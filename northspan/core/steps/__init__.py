"""Steps of the work that stand on a job worked out: what they answer, what happens in them, what they find."""

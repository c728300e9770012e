"""What a job says and what a plan answers: data alone."""

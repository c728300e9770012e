"""What is done with whole jobs: guided starts, edits of a survey, another rulebook, the demos."""

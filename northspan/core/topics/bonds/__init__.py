"""The bond bench: the real circuit of a job, what happens when something in it is tried, and why."""

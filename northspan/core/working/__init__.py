"""How an answer is worked, and why one is refused."""

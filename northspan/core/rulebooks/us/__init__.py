"""Rules of the United States."""

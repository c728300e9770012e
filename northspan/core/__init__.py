"""The trade: a job in, a plan out. Nothing here knows of screens, files or databases."""

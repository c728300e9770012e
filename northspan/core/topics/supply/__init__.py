"""What feeds a property: what it can give, its fault current, its transformers."""

"""National rules, behind one protocol."""

"""What stays when the crew is gone: what was really put in, notes and papers, what is open and with whom."""

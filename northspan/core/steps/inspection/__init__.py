"""What the inspector looks at, finds and signs; what was measured."""

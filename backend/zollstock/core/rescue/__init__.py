"""The rescue bench: a chain of steps on a copy of a small bad file, in the one order in which each has what it needs."""

"""The log: what was really printed, on what, and how it came out."""

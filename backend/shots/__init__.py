"""The screenshots of the docs, taken from the demo data."""

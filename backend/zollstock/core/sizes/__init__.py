"""Sizes as people type and buy them: names of papers, readings of what was typed, the library of usual sizes."""

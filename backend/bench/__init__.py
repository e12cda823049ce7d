"""Benchmarks: each prints a ratio against a named baseline of the same run."""

"""Batches: many pictures against a set of sizes, every crop in sight, all made in one go."""

"""Enlarging by a whole number with filters learned from photographs, and by any with a true Lanczos."""

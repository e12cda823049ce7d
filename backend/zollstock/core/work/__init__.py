"""A plan worked out: boxes, crop, pixels, and what follows of them alone."""

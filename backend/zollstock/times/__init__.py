"""How long things take in a studio."""

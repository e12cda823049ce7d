"""One picture over several frames."""

"""Sets up what is missing and runs the parts of Zollstock together."""

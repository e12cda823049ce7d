"""Renders: the delivered files, made by workers from a plan that no longer changes."""

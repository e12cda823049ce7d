"""Prints in a row on a wall."""

"""Prints laid together on a roll or on sheets."""

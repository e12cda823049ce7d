"""Colour as documents speak of it: profiles, and what a paper can show."""

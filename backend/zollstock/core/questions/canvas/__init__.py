"""A new canvas, before drawing: how many pixels a finished piece wants, and whether a program can hold them."""

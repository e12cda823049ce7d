"""Boxes in mm, ink (lines, fills, letters) and the drawing on the wire."""

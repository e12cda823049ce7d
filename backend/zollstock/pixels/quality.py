"""How good a JPEG of ours is."""

JPEG_QUALITY = 98

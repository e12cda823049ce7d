"""How good a JPEG of ours is."""

JPEG_QUALITY = 98
#: A coarser one nobody is given, however small it should be.
LEAST_QUALITY = 30

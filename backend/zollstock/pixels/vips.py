"""libvips, set up once for hostile input and small memory."""

from __future__ import annotations

import os

# Decoded pictures that need random access go to disc beyond this, not to memory.
os.environ.setdefault("VIPS_DISC_THRESHOLD", "96m")
os.environ.setdefault("VIPS_BLOCK_UNTRUSTED", "1")

import pyvips

# Every render is a new pipeline; remembered operations would only hold memory.
pyvips.cache_set_max(0)

__all__ = ["pyvips"]

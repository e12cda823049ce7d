"""Compile the loops ahead: `python -m zollstock.pixels.enlarge`. They stay compiled (beside their source)."""

from __future__ import annotations

from ..rescue.ready import compile_rescue
from .ready import compile_all

if __name__ == "__main__":
    compile_all()
    compile_rescue()

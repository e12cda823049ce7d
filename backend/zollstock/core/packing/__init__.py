"""Packing: rectangles on rolls and sheets, so that little is left over. Whole units throughout, no lengths."""

from __future__ import annotations

from .best import best, is_cut_through
from .guillotine import Cut, cuts
from .piece import Item, Packing, Paper, Placed, cost_of, lengths_used, over_each_other, papers_used

__all__ = ["Cut", "Item", "Packing", "Paper", "Placed", "best", "cost_of", "cuts", "is_cut_through",
           "lengths_used", "over_each_other", "papers_used"]  # fmt: skip

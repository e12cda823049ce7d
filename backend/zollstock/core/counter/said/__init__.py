"""A print, or several, as a customer says it: read word by word, with what was assumed, and what was not understood."""

from __future__ import annotations

from .cards import SaidCard, SaidLine, document_of, said

__all__ = ["SaidCard", "SaidLine", "document_of", "said"]

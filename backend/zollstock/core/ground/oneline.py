"""Foreign text inside our own sentences: one line, whatever was in it."""

from __future__ import annotations

#: Longer pieces are cut.
_MOST = 300


def one_line(text: str) -> str:
    r"""A text that can be shown and encoded: what cannot be printed as escapes, long ones cut.

    >>> one_line("a\nb")
    'a\\nb'
    """
    shown = "".join(
        sign if sign.isprintable() else sign.encode("unicode_escape").decode()
        for sign in text[: _MOST + 1]
    )
    return shown if len(shown) <= _MOST else f"{shown[:_MOST]}…"

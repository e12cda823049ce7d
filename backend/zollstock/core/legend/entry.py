"""What a legend says of one thing."""

from __future__ import annotations

from typing import NamedTuple


class Entry(NamedTuple):
    """The word for a thing, one sentence of what it is, the rule behind it, and where to read on.

    `rule` is a key of `sources.SOURCES`, empty where no rule stands behind it. `read` is a page of the handbook with
    a heading's anchor, such as `one-print#distance`.
    """

    word: str
    says: str
    read: str
    rule: str = ""

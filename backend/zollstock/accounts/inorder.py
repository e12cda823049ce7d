"""In order: of two whole states that one hand sets, the later stands, whichever the server deals with last.

A page that is left sends its newest word along while the one before may still be on its way. Each carries
`In-Order: line;number`; two processes may deal with them the other way round, and the older must then change nothing.
"""

from __future__ import annotations

import re

from django.core.cache import cache
from django.http import HttpRequest

_TURN = re.compile(r"([0-9a-f]{16,32});(\d{1,9})")
#: So long a line is remembered after its last word, seconds; a request is over long before.
_REMEMBERED_FOR = 300


def overtaken(request: HttpRequest) -> bool:
    """Whether a later word of the same line was dealt with already.

    Ask it while you hold the row that the words of the line set: then no other of them is dealt with meanwhile. The
    same word sent again is not overtaken. A request without the header never is.
    """
    turn = _TURN.fullmatch(request.headers.get("In-Order", ""))
    if turn is None:
        return False
    line, number = f"line:{request.user.pk}:{turn[1]}", int(turn[2])
    if number < cache.get(line, 0):
        return True
    cache.set(line, number, _REMEMBERED_FOR)
    return False

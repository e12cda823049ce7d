"""Finding designs by words of their titles, in the database's own index of words."""

from __future__ import annotations

import re

from django.db.models import Expression, F, FloatField, Func, Manager, QuerySet, Value

from .models import Design

#: Shorter words are not in the index.
SHORTEST = 3


class _Matches(Func):
    """`MATCH(title) AGAINST('+word*' IN BOOLEAN MODE)`."""

    template = "MATCH(%(expressions)s IN BOOLEAN MODE)"
    arg_joiner = ") AGAINST("
    output_field = FloatField()

    def __init__(self, field: Expression | F, words: str) -> None:
        super().__init__(field, Value(words))


def having_words(designs: Manager[Design], words: list[str]) -> QuerySet[Design]:
    """Designs whose titles have a word beginning with each of these; signs that mean something to the index are none."""
    letters = [part for word in words for part in re.findall(r"\w+", word)]
    asked = [f"+{word}*" for word in letters if len(word) >= SHORTEST]
    if not asked:
        return designs.none()
    return designs.annotate(agreeing=_Matches(F("title"), " ".join(asked))).filter(agreeing__gt=0)

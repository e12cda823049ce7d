"""Finding prints and layouts by the words of their titles, sizes, media and notes, and jobs by those of their prints.

The database's own index of words is one for all accounts, and took 400 ms for a word that ten thousand titles of
somebody had; this one begins with whose they are.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import TYPE_CHECKING

from django.db.models import QuerySet

from zollstock.accounts.principal import Principal

from .kinds import PRINT
from .models import Design, TitleWord

if TYPE_CHECKING:
    from django.contrib.auth.models import User

#: So many of the newest are found, of words that stand in more titles than that.
MOST_FOUND = 1000
_BETWEEN_SIDES = re.compile(r"(?<=\d)\s*[x×*]\s*(?=\d)")
#: So many words of a search count, each of which is looked up by itself.
MOST_WORDS = 8
#: A word that stands in so many titles is common; no more of them are counted.
_MANY = 2000
#: So many of the leading word are looked through at once, the newest first, and so many times.
_PIECE, _MOST_PIECES = 1000, 120


def words_of(text: str) -> list[str]:
    """The words of a text, each once.

    >>> words_of("Fog, over the salt-pans; fog (2)")
    ['fog', 'over', 'the', 'salt', 'pans', '2']
    """
    longest = TitleWord._meta.get_field("word").max_length
    # A size is its two sides, whatever stands between them: 50x40, 50 × 40.
    apart = _BETWEEN_SIDES.sub(" ", text.casefold())
    return list(dict.fromkeys(word[:longest] for word in re.findall(r"\w+", apart)))


def words_to_find(held: Design) -> set[str]:
    """What a design is found by: its title, its note, and of a print its size and its medium."""
    summary = held.summary or {}
    said = (
        held.title,
        held.note,
        *(str(summary.get(name) or "") for name in ("text", "medium") if held.kind == PRINT),
    )
    return set(words_of(" ".join(said)))


def note_words(held: Design) -> None:
    """Set the words by which a design is found to what it says now."""
    wanted = words_to_find(held)
    rows = TitleWord.objects.filter(design=held)
    there = set(rows.values_list("word", flat=True))
    if gone := there - wanted:
        rows.filter(word__in=gone).delete()
    TitleWord.objects.bulk_create(title_words(held, sorted(wanted - there)))


def title_words(held: Design, words: Sequence[str]) -> list[TitleWord]:
    """Rows that say that a design is found by these words."""
    return [
        TitleWord(account_id=held.account_id, job_id=held.job_id, design_id=held.pk, word=word)
        for word in words
    ]


def found_designs(account: User, words: Sequence[str], most: int = MOST_FOUND) -> list[int]:
    """The newest designs whose titles have a word that begins with each of these; `words` come from `words_of`."""
    own = Principal(account).may_see(TitleWord.objects)
    if not words:
        return []
    first, *others = _rarest_first(own, words[:MOST_WORDS])
    leading = own.filter(word__istartswith=first).order_by("-design")
    found: dict[int, None] = {}
    below: int | None = None
    # Piece by piece: for all of them at once the database looks every word up from end to end.
    for _ in range(_MOST_PIECES):
        rows = leading if below is None else leading.filter(design__lt=below)
        part = list(rows.values_list("design", flat=True)[:_PIECE])
        with_all = set(part)
        for word in others:
            also = own.filter(design__in=with_all, word__istartswith=word)
            with_all = set(also.values_list("design", flat=True))
        found |= dict.fromkeys(one for one in part if one in with_all)
        if len(part) < _PIECE or len(found) >= most:
            break
        below = part[-1]
    return list(found)[:most]


def found_jobs_by_prints(account: User, words: Sequence[str]) -> QuerySet[TitleWord, int]:
    """The jobs that such a design is in."""
    return _having(account, words).values_list("job", flat=True).distinct()


def _having(account: User, words: Sequence[str]) -> QuerySet[TitleWord]:
    own = Principal(account).may_see(TitleWord.objects)
    if not words:
        return own.none()
    found = own
    for word in words[1:MOST_WORDS]:
        also = own.filter(word__istartswith=word)
        found = found.filter(design__in=also.values("design"))
    return found.filter(word__istartswith=words[0])


def _rarest_first(own: QuerySet[TitleWord], words: Sequence[str]) -> list[str]:
    """The word that few things have leads; what stands in thousands is only looked up for those."""
    if len(words) == 1:
        return list(words)
    return sorted(words, key=lambda word: own.filter(word__istartswith=word)[:_MANY].count())

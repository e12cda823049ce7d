"""Lanes: what takes long, or as long as its reader, runs in processes of its own, and no account fills one.

The front sends large questions (a gang of hundreds of pieces, a wall, an overlay, a handout) to the lane `heavy` and
downloads that are packed on their way to `streams` (`launcher/front.py`). What is asked under a moving hand has the
web's own threads, which none of these can hold.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Iterable, Iterator
from typing import NamedTuple, cast

from django.conf import settings
from django.core.cache import cache
from django.http import HttpRequest
from django.http.response import HttpResponseBase, StreamingHttpResponse

from .middleware import said

Answer = Callable[[HttpRequest], HttpResponseBase]


class Lane(NamedTuple):
    """How many of an account run at once, how long (seconds) a place outlives a process that died, and what is said
    where there is none."""

    at_once: int
    outlives: int
    status: int
    words: str


LANES = {
    "heavy": Lane(
        2,
        70,
        503,
        "Two large questions of yours are being worked out already. This one is asked again in a moment.",
    ),
    "streams": Lane(
        2,
        100,
        429,
        "Two downloads of yours are on their way already. Fetch this one when one of them is there.",
    ),
}
#: A stream says so often, seconds, that it still runs.
_SAID_EVERY = 20


def own_share(answer: Answer) -> Answer:
    """Hold every account to its share of the lane that this process serves; outside of lanes there is none."""
    lane = LANES.get(settings.LANE)
    if lane is None:
        return answer

    def answered(request: HttpRequest) -> HttpResponseBase:
        # Nobody's is refused by who has to be signed in.
        account = request.session.get("_auth_user_id", "")
        place = _taken(lane, account)
        if place is None:
            refused = said(lane.status, lane.words)
            refused["Retry-After"] = "1"
            # The page asks again by itself, and tells of all other trouble at once.
            refused["X-Place-In"] = "1"
            return refused
        try:
            response = answer(request)
        except BaseException:
            cache.delete(place)
            raise
        if isinstance(response, StreamingHttpResponse):
            pieces = iter(cast("Iterable[bytes]", response.streaming_content))
            response.streaming_content = _Held(pieces, place, lane)
        else:
            cache.delete(place)
        return response

    return answered


def _taken(lane: Lane, account: str) -> str | None:
    """A place of the account's in the lane, by its key; None where all are taken."""
    for number in range(lane.at_once):
        place = f"lane:{settings.LANE}:{account}:{number}"
        if cache.add(place, 1, lane.outlives):
            return place
    return None


class _Held:
    """A stream, which holds its place for as long as somebody reads it, and gives it back however that ends."""

    def __init__(self, pieces: Iterator[bytes], place: str, lane: Lane) -> None:
        self._pieces, self._place, self._lane = pieces, place, lane
        self._said = time.monotonic()

    def __iter__(self) -> Iterator[bytes]:
        return self

    def __next__(self) -> bytes:
        piece = next(self._pieces)
        if time.monotonic() > self._said + _SAID_EVERY:
            self._said = time.monotonic()
            cache.touch(self._place, self._lane.outlives)
        return piece

    def close(self) -> None:
        """Called by Django when the answer is over, also where not a piece of it was read."""
        cache.delete(self._place)

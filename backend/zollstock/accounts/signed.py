"""A request that came through the door."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.http import HttpRequest


class SignedRequest(HttpRequest):
    """A request of somebody who is signed in: every operation but those with `auth=None` gets one.

    It is never made, only named: the API lets no other through.
    """

    user: User

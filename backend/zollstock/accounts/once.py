"""Once, however often it is asked: a request that carries a key is done the first time, and answered the same after.

A page that has not got the answer to what makes, books or sends something asks again under the same
`Idempotency-Key`. What the request did and that it was done are written in one transaction, so that a process that
dies leaves neither. What was refused was not done, and may be asked again.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from datetime import timedelta

from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from .models import Done
from .principal import Principal

Answer = Callable[[HttpRequest], HttpResponse]
_KEY = re.compile(r"[0-9A-Za-z-]{8,64}")
#: So long an answer is given again.
KEPT_FOR = timedelta(days=2)


def once(answer: Answer) -> Answer:
    """Middleware; it stands behind the one that knows whose the request is."""

    def answered(request: HttpRequest) -> HttpResponse:
        key = request.headers.get("Idempotency-Key", "")
        account = request.user
        if request.method != "POST" or not _KEY.fullmatch(key) or not isinstance(account, User):
            return answer(request)
        with transaction.atomic():
            row, new = _row(account, key, request.path)
            if not new:
                if row.path != request.path:
                    return HttpResponse(status=409)
                return HttpResponse(row.body, status=row.status, content_type=row.type)
            response = answer(request)
            if response.status_code >= 400 or response.streaming:
                transaction.set_rollback(True)
                return response
            row.status, row.type = response.status_code, response.headers.get("Content-Type", "")
            row.body = response.content.decode()
            row.save()
        return response

    return answered


def _row(account: User, key: str, path: str) -> tuple[Done, bool]:
    """The row of this key, and whether it is new; of two at the same time the second waits for the first."""
    try:
        with transaction.atomic():
            return Done.objects.create(account=account, key=key, path=path), True
    except IntegrityError:
        return Principal(account).may_see(Done.objects).select_for_update().get(key=key), False


def forget_old() -> None:
    Done.objects.filter(created__lt=timezone.now() - KEPT_FOR).delete()

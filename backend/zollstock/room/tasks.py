"""Files go by the rules of their accounts, by the clock."""

from __future__ import annotations

from celery import shared_task

from zollstock.longwork.clock import by_the_clock

from .tidying import tidy_due

_EVERY = 5 * 60.0


@by_the_clock(_EVERY)
@shared_task
def tidy_by_rules() -> None:
    tidy_due()

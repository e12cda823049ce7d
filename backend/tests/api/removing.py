"""What a test needs where something removed has to be gone for good."""

from __future__ import annotations

from datetime import timedelta

from django.utils import timezone

from zollstock.jobs.models import Design
from zollstock.jobs.removed import KEPT_FOR, clear_removed


def a_day_after_removing() -> None:
    """Whatever was removed until now was removed a day ago, and the clearing has come by."""
    long_ago = timezone.now() - KEPT_FOR - timedelta(hours=1)
    Design.every.filter(removed__isnull=False).update(removed=long_ago)
    clear_removed()

"""What is done for jobs by the clock."""

from __future__ import annotations

from celery import shared_task

from .thinning import thin_out_due


@shared_task
def thin_out() -> None:
    """Old revisions."""
    thin_out_due()

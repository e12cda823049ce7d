"""What is done for jobs by the clock."""

from __future__ import annotations

from celery import shared_task

from zollstock.longwork.clock import by_the_clock

from .thinning import thin_out_due


@by_the_clock(300)
@shared_task
def thin_out() -> None:
    """Old revisions."""
    thin_out_due()

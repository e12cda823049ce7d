"""Laying orders of batches out: what takes long of one before its first file is begun."""

from __future__ import annotations

from celery import shared_task

from zollstock.renders.laying import MOST_SECONDS
from zollstock.renders.laying import lay_out as lay_out_by

from .orders import lines_of_batch


@shared_task(time_limit=MOST_SECONDS)
def lay_out(order_id: str) -> None:
    """Make the lines of an order of a batch."""
    lay_out_by(order_id, lines_of_batch)

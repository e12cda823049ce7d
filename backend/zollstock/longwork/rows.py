"""What every row has that a worker works on."""

from __future__ import annotations

from django.db import models


class LongWork(models.Model):
    """A row is the truth about its work; the broker is only a messenger.

    A worker claims it by writing its own `worker` mark and keeps `pulse` fresh; a row whose pulse stops
    is taken up again, so often as its queue allows: `tries` counts them. `problem` says in words why it
    ended without a result. What it is doing stands in `state`, whose words are each kind's own.

    Work that hangs on others (a lab, a device) may be put off: it waits until `next_try`, and fails in words
    once that would be after `deadline`. `outside_id` is what they call it. What becomes of it is in its log
    (`longwork.events`).
    """

    state: models.CharField[str, str]
    problem = models.CharField(max_length=400, blank=True)
    worker = models.CharField(max_length=36, blank=True)
    pulse = models.DateTimeField(auto_now_add=True)
    tries = models.PositiveSmallIntegerField(default=0)
    next_try = models.DateTimeField(null=True, blank=True)
    deadline = models.DateTimeField(null=True, blank=True)
    outside_id = models.CharField(max_length=120, blank=True)

    class Meta:
        abstract = True

"""A render is one order for one file; its row is the truth, the broker only a messenger."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from zollstock.jobs.models import Print
from zollstock.longwork.rows import LongWork
from zollstock.pictures.models import Picture


class Run(models.Model):
    """Many orders given at once: they are worked off in their order, can pause and go on.

    `pulse` is when a worker last took one of them; a run that is going, has orders waiting and no
    pulse is told about again.
    """

    class State(models.TextChoices):
        GOING = "going"
        PAUSED = "paused"
        CANCELLED = "cancelled"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    title = models.CharField(max_length=200)
    state = models.CharField(max_length=9, choices=State, default=State.GOING)
    pulse = models.DateTimeField(auto_now_add=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-created"]


class Render(LongWork):
    """An order with the plan as it was when it was given: of one print, or one of a run.

    A queued order is long work: see there how it is claimed, kept alive and taken up again.
    """

    class State(models.TextChoices):
        QUEUED = "queued"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        CANCELLED = "cancelled"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    print = models.ForeignKey(Print, on_delete=models.CASCADE, related_name="renders", null=True)
    run = models.ForeignKey(Run, on_delete=models.CASCADE, related_name="renders", null=True)
    position = models.PositiveIntegerField(default=0)
    folder = models.CharField(max_length=120, blank=True)
    facts = models.JSONField(default=dict)
    picture = models.ForeignKey(Picture, on_delete=models.CASCADE)
    plan = models.JSONField()
    version = models.PositiveIntegerField()
    state = models.CharField(max_length=9, choices=State, default=State.QUEUED, db_index=True)
    percent = models.PositiveSmallIntegerField(default=0)
    name = models.CharField(max_length=200)
    file = models.FileField(max_length=200, blank=True)
    bytes = models.PositiveBigIntegerField(default=0)
    sha256 = models.CharField(max_length=64, blank=True)
    created = models.DateTimeField(auto_now_add=True)
    finished = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-created"]
        indexes = [models.Index(fields=["run", "state", "position"], name="next_of_a_run")]
        constraints = [
            # Neither is there for a moment while a print or a run goes, and its orders with it.
            models.CheckConstraint(
                condition=models.Q(print__isnull=True) | models.Q(run__isnull=True),
                name="of_a_print_or_of_a_run",
            )
        ]

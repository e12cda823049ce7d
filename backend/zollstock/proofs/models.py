"""A proof is looked at and forgotten; what somebody found of it is kept with the print."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from zollstock.jobs.models import Design
from zollstock.longwork.rows import LongWork


class Proof(LongWork):
    """A part of a print at its true size, in several ways.

    `plan` is the plan in hand when it was wanted, saved or not; `part` where: the middle `x`, `y` in
    shares of the printed picture, `width`, `height` in px of the file. `found` tells what the `file`
    (PNG) holds; empty until it is made.
    """

    class State(models.TextChoices):
        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    design = models.ForeignKey(Design, on_delete=models.CASCADE, related_name="proofs")
    plan = models.JSONField()
    part = models.JSONField()
    state = models.CharField(max_length=8, choices=State, default=State.WAITING)
    found = models.JSONField(default=dict)
    file = models.FileField(max_length=200, blank=True, db_index=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-created"]


class Judgement(models.Model):
    """Which of two ways somebody found finer who did not know which was which.

    `first` and `second` are the ways as they were called, `ppi` the file's.
    """

    OWNER = "design__account"

    class Finer(models.TextChoices):
        FIRST = "first"
        SECOND = "second"
        SAME = "same"

    design = models.ForeignKey(Design, on_delete=models.CASCADE, related_name="judgements")
    first = models.CharField(max_length=60)
    second = models.CharField(max_length=60)
    finer = models.CharField(max_length=6, choices=Finer)
    ppi = models.FloatField()
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["created", "id"]

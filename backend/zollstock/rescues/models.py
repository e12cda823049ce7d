"""A rescue is a chain for one picture, perhaps for one print of it; what is looked at is forgotten, what is made is a picture."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from zollstock.jobs.models import Design
from zollstock.longwork.rows import LongWork
from zollstock.pictures.models import Picture


class Rescue(models.Model):
    """`document` is a `zollstock.rescue/1`; `version` grows with every write and guards against a stale window.

    `result` is the picture that was made last, of version `made_version`.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    picture = models.ForeignKey(Picture, on_delete=models.CASCADE, related_name="rescues")
    design = models.ForeignKey(
        Design, on_delete=models.CASCADE, null=True, blank=True, related_name="rescues"
    )
    document = models.JSONField()
    version = models.PositiveIntegerField(default=1)
    result = models.ForeignKey(
        Picture, on_delete=models.SET_NULL, null=True, blank=True, related_name="+"
    )
    made_version = models.PositiveIntegerField(default=0)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["picture", "design"], name="one_rescue_a_print")
        ]
        indexes = [models.Index(fields=["account", "-changed"], name="rescues_of_an_account")]


class RescueView(LongWork):
    """A part of a rescue as a screen shows it, by a document saved or not.

    `part` is where and how large: `x`, `y` (px of the picture), `scale` (px of the screen to one of them), `width`,
    `height`; `show` and `step` say what. `found` tells what the `file` (PNG) holds; empty until it is made.
    """

    OWNER = "rescue__account"

    class State(models.TextChoices):
        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    rescue = models.ForeignKey(Rescue, on_delete=models.CASCADE, related_name="views")
    document = models.JSONField()
    part = models.JSONField()
    state = models.CharField(max_length=8, choices=State, default=State.WAITING)
    found = models.JSONField(default=dict)
    file = models.FileField(max_length=200, blank=True, db_index=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-created"]
        indexes = [models.Index(fields=["state", "pulse"], name="rescue_views_by_pulse")]


class RescueOrder(LongWork):
    """Having the picture of a rescue made, as it stood at `version`."""

    OWNER = "rescue__account"

    class State(models.TextChoices):
        QUEUED = "queued"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        CANCELLED = "cancelled"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    rescue = models.ForeignKey(Rescue, on_delete=models.CASCADE, related_name="orders")
    document = models.JSONField()
    version = models.PositiveIntegerField()
    state = models.CharField(max_length=9, choices=State, default=State.QUEUED)
    percent = models.PositiveSmallIntegerField(default=0)
    result = models.ForeignKey(
        Picture, on_delete=models.SET_NULL, null=True, blank=True, related_name="+"
    )
    created = models.DateTimeField(auto_now_add=True)
    finished = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-created"]
        indexes = [models.Index(fields=["state", "pulse"], name="rescue_orders_by_pulse")]

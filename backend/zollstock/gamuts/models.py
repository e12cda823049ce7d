"""A picture on a paper, as it was measured."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from zollstock.longwork.rows import LongWork
from zollstock.pictures.models import Picture


class GamutRow(LongWork):
    """What lies beyond the paper of a profile, of the part of a picture that a print shows.

    `crop` is that part, px of the turned picture; `plan` what it was asked for by; `hash` the profile's. `found` is empty
    until it is measured.
    """

    class State(models.TextChoices):
        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    picture = models.ForeignKey(Picture, on_delete=models.CASCADE, related_name="gamuts")
    plan = models.JSONField()
    crop = models.JSONField()
    hash = models.CharField(max_length=64)
    intent = models.CharField(max_length=12)
    black_point = models.BooleanField(default=True)
    #: Most ink, per cent, that lab or device took when it was asked for; null where nobody says.
    ink_limit = models.FloatField(null=True)
    state = models.CharField(max_length=8, choices=State, default=State.WAITING)
    found = models.JSONField(default=dict)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-created"]
        indexes = [
            models.Index(fields=["account", "picture", "-created"], name="gamuts_of_a_picture"),
            models.Index(fields=["state", "pulse"], name="gamuts_at_work"),
        ]

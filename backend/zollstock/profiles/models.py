"""A print profile that somebody added."""

from __future__ import annotations

from typing import cast

from django.conf import settings
from django.db import models

from zollstock.core.colour.icc import Space


class ProfileRow(models.Model):
    """What was read from the `file` (space, white, black, most ink), and what its owner says it was made for."""

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    key = models.CharField(max_length=80)
    name = models.CharField(max_length=120)
    device = models.CharField(max_length=120, blank=True)
    medium = models.CharField(max_length=120, blank=True)
    #: Of a printer or press; else of a screen, on which soft proofs are looked at.
    prints = models.BooleanField(default=True)
    space = models.CharField(max_length=4)
    hash = models.CharField(max_length=64)
    white = models.JSONField()
    black = models.JSONField()
    #: The day that its header names; empty where it names none, and of those added before that was read.
    made = models.CharField(max_length=10, blank=True, default="")
    most_ink = models.FloatField(null=True)
    bytes = models.PositiveIntegerField()
    file = models.FileField(max_length=200, db_index=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.UniqueConstraint(fields=["account", "key"], name="one_profile_a_key"),
            models.UniqueConstraint(fields=["account", "hash"], name="one_profile_a_file"),
        ]

    @property
    def kind(self) -> Space:
        """What its numbers are."""
        return cast(Space, self.space)

"""Own sizes, what a studio says about the library's, and sets of sizes by name."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from zollstock.accounts.keeping import KeptTable


class OwnSize(models.Model):
    """A size of an account.

    With a `base` it is the library's size of that key with this studio's frames and note; without
    one it is a size of its own. Sides are kept as typed.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    base = models.CharField(max_length=40, null=True)
    name = models.CharField(max_length=80, blank=True)
    group = models.CharField(max_length=80, blank=True)
    width = models.CharField(max_length=60, blank=True)
    height = models.CharField(max_length=60, blank=True)
    frames = models.CharField(max_length=8, default="order")
    note = models.CharField(max_length=300, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["account", "base"], name="one_word_on_a_library_size")
        ]
        ordering = ["id"]


class SizeSet(models.Model):
    """Sizes that are asked for together, by their keys."""

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    name = models.CharField(max_length=80)
    keys = models.JSONField(default=list)

    class Meta:
        ordering = ["name", "id"]


class SensorRows(KeptTable):
    """The cameras of an account and what it wants of them; `document` is the core's `SensorTable`."""


class RuleRows(KeptTable):
    """The rules for ID photos that an account works by; `document` is the core's `RuleBook`."""

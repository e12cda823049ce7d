"""What was learned of how long work takes here, and the log of what became of it."""

from __future__ import annotations

from django.db import models

from zollstock.core.seeing.enlarging import METHODS


class MethodPace(models.Model):
    """How many times as long as reckoned files take that a method makes: a moving mean of the last ones."""

    method = models.CharField(max_length=12, unique=True, choices={name: name for name in METHODS})
    slower = models.FloatField(default=1.0)


class Event(models.Model):
    """A change of state of a row: when, what it is now, who changed it, and in words why, where there is more to say.

    `kind` and `row` name it (`renders.order`, its key); they go with it.
    """

    kind = models.CharField(max_length=40)
    row = models.CharField(max_length=36)
    at = models.DateTimeField(auto_now_add=True, db_index=True)
    what = models.CharField(max_length=16)
    by = models.CharField(max_length=150, blank=True)
    words = models.CharField(max_length=400, blank=True)

    class Meta:
        indexes = [models.Index(fields=["kind", "row", "id"], name="log_of_a_row")]
        ordering = ["id"]

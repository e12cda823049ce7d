"""What was learned of how long work takes here."""

from __future__ import annotations

from django.db import models

from zollstock.core.seeing.enlarging import METHODS


class MethodPace(models.Model):
    """How many times as long as reckoned files take that a method makes: a moving mean of the last ones."""

    method = models.CharField(max_length=12, unique=True, choices={name: name for name in METHODS})
    slower = models.FloatField(default=1.0)

"""A table that an account keeps, as a row; what extends it says which table."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class KeptTable(models.Model):
    """A table of an account, once it has changed the one that ships; `version` grows with every change."""

    account = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    document = models.JSONField()
    version = models.PositiveIntegerField(default=1)

    class Meta:
        abstract = True

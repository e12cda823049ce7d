"""The rules of an account by which made files go, and the jobs whose files stay whatever they say."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from zollstock.jobs.models import Job


class TidyingRules(models.Model):
    """Which rules an account has (`rules.py`), each with its days; none of them acts before `acts_from`."""

    account = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    days = models.JSONField(default=dict)
    version = models.PositiveIntegerField(default=1)
    acts_from = models.DateTimeField(db_index=True)


class SparedJob(models.Model):
    """A job whose files no rule removes."""

    OWNER = "job__account"

    job = models.OneToOneField(Job, on_delete=models.CASCADE, related_name="spared")

"""A job holds prints; a print is a picture and a plan with all its revisions."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from zollstock.pictures.models import Picture


class Job(models.Model):
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    title = models.CharField(max_length=200)
    client = models.CharField(max_length=200, blank=True)
    due = models.DateField(null=True, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-created", "-id"]


class Print(models.Model):
    """One print. `version` grows with every write and guards against a stale window.

    `head` is the number of the revision whose plan is in force; undo and redo move it.
    """

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="prints")
    picture = models.ForeignKey(Picture, on_delete=models.PROTECT, related_name="prints")
    position = models.PositiveIntegerField(default=0)
    plan = models.JSONField()
    version = models.PositiveIntegerField(default=1)
    head = models.PositiveIntegerField(default=1)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["position", "id"]


class Revision(models.Model):
    """A plan as it once was. Numbers run from 1 without gaps."""

    print = models.ForeignKey(Print, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    plan = models.JSONField()
    saved = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["print", "number"], name="one_plan_a_number")
        ]

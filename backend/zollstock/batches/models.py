"""A batch is pictures × sizes; only cells that somebody changed are rows."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from zollstock.jobs.models import Job
from zollstock.pictures.models import Picture
from zollstock.renders.models import Order


class Batch(models.Model):
    """Pictures and sizes that belong together, and what all its prints share.

    `sizes` are entries as the library had them (key, name, group, width, height, frames);
    `shared` is the part of every cell's plan apart from picture, target and fit.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    title = models.CharField(max_length=200)
    job = models.ForeignKey(Job, on_delete=models.SET_NULL, null=True)
    sizes = models.JSONField(default=list)
    shared = models.JSONField(default=dict)
    pattern = models.CharField(max_length=120)
    pictures = models.ManyToManyField(Picture, through="BatchPicture")
    orders = models.ManyToManyField(Order)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-created", "-id"]
        indexes = [
            models.Index(fields=["account", "-created", "-id"], name="batches_of_an_account")
        ]


class BatchPicture(models.Model):
    """A picture of a batch, in its place."""

    OWNER = "batch__account"

    batch = models.ForeignKey(Batch, on_delete=models.CASCADE, related_name="rows")
    picture = models.ForeignKey(Picture, on_delete=models.CASCADE)
    position = models.PositiveIntegerField()

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["batch", "picture"], name="a_picture_once_a_batch")
        ]


class CellEdit(models.Model):
    """How somebody placed a picture in one size; it wins over automatic placement."""

    OWNER = "batch__account"

    batch = models.ForeignKey(Batch, on_delete=models.CASCADE, related_name="edits")
    picture = models.ForeignKey(Picture, on_delete=models.CASCADE)
    size = models.CharField(max_length=40)
    fit = models.JSONField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["batch", "picture", "size"], name="one_edit_a_cell")
        ]

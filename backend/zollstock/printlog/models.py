"""A row of the log."""

from __future__ import annotations

from typing import Any, ClassVar

from django.conf import settings
from django.db import models

from zollstock.accounts.reading import AS_PEOPLE_READ


class LogRow(models.Model):
    """A print that was made; its fields are those of `core.printlog.entry.LogEntry`, as columns where they are asked for.

    `open` rows were begun by themselves, from a file that was fetched or from a booking, and wait for an answer. `document`
    and `picture` are what *same again* makes a print of; the print itself may be gone.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    made_on = models.DateField(null=True)
    job = models.PositiveBigIntegerField(null=True)
    design = models.PositiveBigIntegerField(null=True)
    version = models.PositiveIntegerField(null=True)
    title = models.CharField(max_length=200, blank=True)
    size = models.CharField(max_length=80, blank=True)
    file_sha256 = models.CharField(max_length=64, blank=True)
    device = models.CharField(max_length=120, blank=True)
    device_key = models.CharField(max_length=40, blank=True, default="")
    feed = models.CharField(max_length=120, blank=True)
    medium = models.CharField(max_length=120, blank=True)
    medium_key = models.CharField(max_length=40, blank=True)
    recipe = models.TextField(blank=True)
    lab = models.CharField(max_length=120, blank=True)
    copies = models.PositiveIntegerField(default=1)
    result = models.CharField(max_length=8, blank=True)
    faults = models.JSONField(default=list)
    note = models.TextField(blank=True)
    distance = models.CharField(max_length=60, blank=True)
    judgement = models.TextField(blank=True)
    light = models.CharField(max_length=120, blank=True)
    dried = models.FloatField(null=True)
    cost = models.DecimalField(max_digits=12, decimal_places=2, null=True)
    currency = models.CharField(max_length=8, blank=True)
    photographs = models.JSONField(default=list)
    #: All words by which somebody finds it.
    words = models.TextField(blank=True, db_collation=AS_PEOPLE_READ)
    open = models.BooleanField(default=False)
    document = models.JSONField(null=True)
    picture = models.UUIDField(null=True)
    made_up = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    #: Columns that have the names of an entry's fields; `print` is `design` here.
    FIELDS: ClassVar[tuple[str, ...]] = (
        "version", "title", "size", "file_sha256", "device", "device_key", "feed", "medium", "medium_key", "recipe", "lab", "copies",
        "result", "faults", "note", "judgement", "light", "dried", "cost", "currency", "photographs",
    )  # fmt: skip

    class Meta:
        ordering = ["-id"]
        indexes = [
            models.Index(fields=["account", "-id"], name="log_of_an_account"),
            models.Index(fields=["account", "result", "-id"], name="log_by_result"),
            models.Index(fields=["account", "design"], name="log_of_a_print"),
            models.Index(fields=["account", "job"], name="log_of_a_job"),
            models.Index(fields=["account", "file_sha256"], name="log_of_a_file"),
        ]

    def save(self, *args: Any, **more: Any) -> None:
        said = (
            self.title,
            self.size,
            self.device,
            self.feed,
            self.medium,
            self.lab,
            self.note,
            self.judgement,
            *self.faults,
        )
        self.words = " ".join(one for one in said if one)
        super().save(*args, **more)

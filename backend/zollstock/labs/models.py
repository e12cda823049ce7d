"""The labs of an account, and what was ordered there."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from zollstock.accounts.keeping import KeptTable
from zollstock.longwork.rows import LongWork


class LabRows(KeptTable):
    """Whom an account sends prints to; `document` is the core's `Labs`."""


class LabOrder(LongWork):
    """What was ordered at a lab at once. Its id is what the lab knows it by: asked twice, it is the same order.

    `body` is what is sent, to the byte, written before the first try. `stage` says what is to be done next: to send it,
    to watch what becomes of it, to call it off. `told` is what the lab said last, and `told_at` when.
    """

    class State(models.TextChoices):
        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        REFUSED = "refused"
        CANCELLED = "cancelled"
        FAILED = "failed"

    class Stage(models.TextChoices):
        SENDING = "sending"
        WATCHING = "watching"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    #: Of the job; it may be gone.
    job = models.PositiveBigIntegerField(null=True, db_index=True)
    title = models.CharField(max_length=200)
    lab = models.CharField(max_length=40)
    lab_name = models.CharField(max_length=120)
    #: Which service of those that the keeper of this place allows, and the lab there.
    address = models.CharField(max_length=300)
    body = models.TextField()
    cost = models.DecimalField(max_digits=12, decimal_places=2, null=True)
    currency = models.CharField(max_length=8, blank=True)
    days = models.PositiveSmallIntegerField(default=0)
    state = models.CharField(max_length=9, choices=State, default=State.WAITING)
    stage = models.CharField(max_length=8, choices=Stage, default=Stage.SENDING)
    cancel_wanted = models.BooleanField(default=False)
    told = models.CharField(max_length=12, blank=True)
    told_at = models.DateTimeField(null=True)
    submitted = models.DateTimeField(null=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-created"]
        indexes = [
            models.Index(fields=["account", "-created"], name="lab_orders_of_an_account"),
            models.Index(fields=["state", "pulse"], name="lab_orders_at_work"),
        ]


class LabItem(models.Model):
    """A print of an order: what of it was sent, and what came back. `file` is a copy of its own until the lab has it."""

    OWNER = "order__account"

    order = models.ForeignKey(LabOrder, on_delete=models.CASCADE, related_name="items")
    number = models.PositiveIntegerField()
    design = models.PositiveBigIntegerField(null=True)
    version = models.PositiveIntegerField(null=True)
    title = models.CharField(max_length=200)
    size = models.CharField(max_length=40)
    size_text = models.CharField(max_length=80, blank=True)
    copies = models.PositiveIntegerField(default=1)
    price = models.DecimalField(max_digits=12, decimal_places=2, null=True)
    file = models.FileField(max_length=200, blank=True, db_index=True)
    bytes = models.PositiveBigIntegerField(default=0)
    sha256 = models.CharField(max_length=64)
    sent = models.BooleanField(default=False)
    returned = models.FileField(max_length=200, blank=True, db_index=True)

    class Meta:
        ordering = ["number"]
        constraints = [
            models.UniqueConstraint(fields=["order", "number"], name="one_item_a_number")
        ]

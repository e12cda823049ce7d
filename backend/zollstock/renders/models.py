"""An order is for the files of one design; its row is the truth, the broker only a messenger."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from zollstock.core.telling.filefacts import FileFacts
from zollstock.jobs.kinds import KINDS, PRINT
from zollstock.jobs.models import Design
from zollstock.longwork.rows import LongWork
from zollstock.pictures.models import Picture

#: Per cent, of a run that has all its orders; nothing else says a hundred.
LAID = 100


class Run(LongWork):
    """Many orders given at once: they are worked off in their order, can pause and go on.

    First it is laid out: a worker makes the orders of what is wanted (`wanted`, in its planner's own
    words; `total` of them), which is long work as any. From then on `pulse` is when a worker last took
    one of them; a run that is going, has orders waiting and no pulse is told about again.
    """

    class State(models.TextChoices):
        WAITING = "waiting"
        LAYING = "laying"
        GOING = "going"
        PAUSED = "paused"
        CANCELLED = "cancelled"
        FAILED = "failed"
        REMOVED = "removed"
        CLEARING = "clearing"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    title = models.CharField(max_length=200)
    state = models.CharField(max_length=9, choices=State, default=State.WAITING)
    percent = models.PositiveSmallIntegerField(default=0)
    #: Who lays it out (`planners`).
    planner = models.CharField(max_length=20, default="batch")
    wanted = models.JSONField(default=dict)
    total = models.PositiveIntegerField(default=0)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-created"]
        indexes = [models.Index(fields=["state", "pulse"], name="runs_by_pulse")]

    @property
    def laid(self) -> bool:
        """Whether it has all its orders."""
        return self.percent == LAID


class Order(LongWork):
    """An order with the document as it was when it was given: of one design, or one of a run.

    A queued order is long work: see there how it is claimed, kept alive and taken up again.
    """

    class State(models.TextChoices):
        QUEUED = "queued"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        CANCELLED = "cancelled"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    design = models.ForeignKey(Design, on_delete=models.CASCADE, related_name="orders", null=True)
    run = models.ForeignKey(Run, on_delete=models.CASCADE, related_name="orders", null=True)
    position = models.PositiveIntegerField(default=0)
    kind = models.CharField(max_length=12, choices={name: name for name in KINDS}, default=PRINT)
    document = models.JSONField()
    pictures = models.ManyToManyField(Picture, through="OrderPicture", related_name="orders")
    version = models.PositiveIntegerField()
    state = models.CharField(max_length=9, choices=State, default=State.QUEUED)
    percent = models.PositiveSmallIntegerField(default=0)
    created = models.DateTimeField(auto_now_add=True)
    finished = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-created"]
        indexes = [
            models.Index(fields=["run", "state", "position"], name="next_of_a_run"),
            models.Index(fields=["state", "pulse"], name="orders_by_pulse"),
            models.Index(fields=["design", "-created"], name="orders_of_a_design"),
        ]
        constraints = [
            # Neither is there for a moment while a design or a run goes, and its orders with it.
            models.CheckConstraint(
                condition=models.Q(design__isnull=True) | models.Q(run__isnull=True),
                name="of_a_design_or_of_a_run",
            )
        ]

    def by_key(self) -> dict[str, Picture]:
        """Its pictures, under the same keys as the design's."""
        return {held.key: held.picture for held in self.under_keys.all()}


class OrderPicture(models.Model):
    """A picture of an order, which cannot go while the order is there."""

    OWNER = "order__account"

    order = models.ForeignKey(Order, on_delete=models.CASCADE, related_name="under_keys")
    key = models.CharField(max_length=60)
    picture = models.ForeignKey(Picture, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["order", "key"], name="one_picture_a_key_of_an_order"),
        ]


class OrderFile(models.Model):
    """One file of an order: named before it is made, there whole or not at all.

    `type` is the id of its `core.outputs` entry, `folder` where it lies in a ZIP of many.
    """

    OWNER = "order__account"

    order = models.ForeignKey(Order, on_delete=models.CASCADE, related_name="files")
    number = models.PositiveSmallIntegerField(default=1)
    folder = models.CharField(max_length=120, blank=True)
    name = models.CharField(max_length=200, db_index=True)
    type = models.CharField(max_length=8)
    file = models.FileField(max_length=200, blank=True, db_index=True)
    bytes = models.PositiveBigIntegerField(default=0)
    sha256 = models.CharField(max_length=64, blank=True)
    facts = models.JSONField(default=dict)

    class Meta:
        ordering = ["number"]
        constraints = [
            models.UniqueConstraint(fields=["order", "number"], name="one_file_a_number"),
        ]

    @property
    def known(self) -> FileFacts:
        """What was known of it before it was made."""
        return FileFacts.model_validate(self.facts)

    @property
    def path(self) -> str:
        """Where it lies in a ZIP: `folder/name`."""
        return f"{self.folder}/{self.name}" if self.folder else self.name

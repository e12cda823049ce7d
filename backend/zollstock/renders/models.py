"""An order has lines, and each line files: what was wanted, of what, and what was made of it.

Rows are the truth, the broker only a messenger.
"""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from zollstock.core.telling.filefacts import FileFacts
from zollstock.jobs.kinds import KINDS, PRINT
from zollstock.jobs.models import Design
from zollstock.longwork.rows import LongWork
from zollstock.pictures.models import Picture

#: Per cent, of an order that has all its lines; nothing else says a hundred.
LAID = 100


class Order(LongWork):
    """What was wanted at once: of one design a single line, of a batch up to thousands.

    That of a batch is first laid out: a worker makes the lines of what is wanted (`wanted`, in its planner's own
    words; `total` of them), which is long work as any. Then they are worked off one after the other, can pause and go
    on: `pulse` is when a worker last took one of them; an order that is going, has lines waiting and no pulse is told
    about again. Without a planner it has its line from the start, and that is told about by itself.
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
    #: Who lays it out (`planners`); nobody where its line came with it.
    planner = models.CharField(max_length=20, blank=True)
    wanted = models.JSONField(default=dict)
    #: Of the job whose files they are all; null of a batch's, and of one design's.
    job = models.PositiveBigIntegerField(null=True, db_index=True)
    total = models.PositiveIntegerField(default=0)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-created"]
        indexes = [models.Index(fields=["state", "pulse"], name="orders_by_pulse")]

    @property
    def laid(self) -> bool:
        """Whether it has all its lines."""
        return self.percent == LAID


class OrderLine(LongWork):
    """One design in one version, so many times, at a price: its document as it was when it was ordered.

    A line of a batch has no design of its own. `copies` and `price` (of one, where one was agreed) change no file.
    A queued line is long work: see there how it is claimed, kept alive and taken up again.
    """

    class State(models.TextChoices):
        QUEUED = "queued"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        CANCELLED = "cancelled"
        #: Done once; its files went by a rule of the account, what was known of them stays.
        TIDIED = "tidied"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    order = models.ForeignKey(Order, on_delete=models.CASCADE, related_name="lines")
    design = models.ForeignKey(Design, on_delete=models.CASCADE, related_name="lines", null=True)
    position = models.PositiveIntegerField(default=0)
    kind = models.CharField(max_length=12, choices={name: name for name in KINDS}, default=PRINT)
    document = models.JSONField()
    pictures = models.ManyToManyField(Picture, through="OrderPicture", related_name="lines")
    version = models.PositiveIntegerField()
    copies = models.PositiveSmallIntegerField(default=1)
    price = models.DecimalField(max_digits=12, decimal_places=2, null=True, blank=True)
    currency = models.CharField(max_length=8, blank=True)
    state = models.CharField(max_length=9, choices=State, default=State.QUEUED)
    percent = models.PositiveSmallIntegerField(default=0)
    created = models.DateTimeField(auto_now_add=True)
    finished = models.DateTimeField(null=True)
    #: How many files of it lie on the disk, and their bytes together: what is summed up for thousands reads no file's row.
    held_files = models.PositiveIntegerField(default=0)
    bytes = models.PositiveBigIntegerField(default=0)

    class Meta:
        ordering = ["-created"]
        indexes = [
            models.Index(
                fields=["account", "design", "bytes", "held_files"], name="what_lines_weigh"
            ),
            models.Index(fields=["order", "state", "position"], name="next_line_of_an_order"),
            models.Index(fields=["state", "pulse"], name="lines_by_pulse"),
            models.Index(fields=["design", "-created"], name="lines_of_a_design"),
        ]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(copies__gte=1), name="a_copy_at_least_of_a_line"
            )
        ]

    def by_key(self) -> dict[str, Picture]:
        """Its pictures, under the same keys as the design's."""
        return {held.key: held.picture for held in self.under_keys.all()}


class OrderPicture(models.Model):
    """A picture of an order's line, which cannot go while the line is there."""

    OWNER = "line__account"

    line = models.ForeignKey(OrderLine, on_delete=models.CASCADE, related_name="under_keys")
    key = models.CharField(max_length=60)
    picture = models.ForeignKey(Picture, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["line", "key"], name="one_picture_a_key_of_a_line"),
        ]


class OrderFile(models.Model):
    """One file of an order's line: named before it is made, there whole or not at all.

    `type` is the id of its `core.outputs` entry, `folder` where it lies in a ZIP of many.
    """

    OWNER = "line__account"

    line = models.ForeignKey(OrderLine, on_delete=models.CASCADE, related_name="files")
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
            models.UniqueConstraint(fields=["line", "number"], name="one_file_a_number"),
        ]

    @property
    def known(self) -> FileFacts:
        """What was known of it before it was made."""
        return FileFacts.model_validate(self.facts)

    @property
    def path(self) -> str:
        """Where it lies in a ZIP: `folder/name`."""
        return f"{self.folder}/{self.name}" if self.folder else self.name

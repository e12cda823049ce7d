"""A picture is one master file of one account."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from zollstock.longwork.rows import LongWork


def upright(width: int, height: int, orientation: int) -> tuple[int, int]:
    """Width and height after orientation."""
    return (height, width) if orientation >= 5 else (width, height)


def untagged_cmyk(channels: int, profile: str) -> bool:
    """Whether inks are written nowhere: CMYK without a profile that can be read."""
    return channels == 4 and profile in ("", "unreadable profile")


class Picture(LongWork):
    """A master file with its facts, as read from its header.

    `width_px` and `height_px` are as stored in the file; `orientation` turns them upright. The
    state goes from reading to ready, or to refused when the file proves damaged inside.

    A picture that is being read is long work: it waits while no worker has put its mark on it.
    """

    class State(models.TextChoices):
        READING = "reading"
        READY = "ready"
        REFUSED = "refused"

    class Verdict(models.TextChoices):
        GOOD = "good"
        BEARABLE = "bearable"
        NO = "no"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    name = models.CharField(max_length=200, db_collation="utf8mb4_unicode_520_nopad_ci")
    sha256 = models.CharField(max_length=64)
    bytes = models.PositiveBigIntegerField()
    file = models.FileField(max_length=200, db_index=True)
    preview = models.FileField(max_length=200, blank=True)
    small = models.FileField(max_length=200, blank=True)
    #: A ZIP of tiles (`pixels.pyramid`) for looking at it pixel by pixel; made in the background.
    tiles = models.FileField(max_length=200, blank=True)
    state = models.CharField(max_length=8, choices=State, default=State.READING)

    format = models.CharField(max_length=8)
    width_px = models.PositiveIntegerField()
    height_px = models.PositiveIntegerField()
    orientation = models.PositiveSmallIntegerField(default=1)
    bits = models.PositiveSmallIntegerField()
    channels = models.PositiveSmallIntegerField()
    has_alpha = models.BooleanField(default=False)
    profile = models.CharField(max_length=120, blank=True)
    ppi_tag = models.FloatField(null=True)
    camera = models.CharField(max_length=120, blank=True)
    taken = models.CharField(max_length=19, blank=True)
    # What must survive, as last drawn: fractions of the upright picture. New prints begin with it.
    keep = models.JSONField(default=list)
    # What its owner found when looking at it.
    verdict = models.CharField(max_length=8, choices=Verdict, blank=True)
    note = models.CharField(max_length=400, blank=True)
    created = models.DateTimeField(auto_now_add=True)
    #: The picture that it was made from, by which recipe (None: it was brought), and the version of that. What is
    #: made of a picture goes with it, and never counts more true detail than it (`lineage`).
    parent = models.ForeignKey(
        "self", null=True, blank=True, on_delete=models.CASCADE, related_name="derived"
    )
    recipe = models.JSONField(null=True, blank=True, default=None)
    recipe_version = models.PositiveIntegerField(default=0)
    #: Whether the recipe was changed since: what is printed of it is told.
    recipe_old = models.BooleanField(default=False)
    #: When it goes by itself, and everything made of it (`renders.forgetting`); None: it stays.
    forget_at = models.DateTimeField(null=True, db_index=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["account", "sha256"], name="one_file_one_picture")
        ]
        ordering = ["-created"]
        indexes = [
            models.Index(fields=["account", "-created", "-id"], name="pictures_of_an_account"),
            models.Index(fields=["state", "pulse"], name="pictures_by_pulse"),
            models.Index(fields=["account", "bytes"], name="what_pictures_weigh"),
        ]

    @property
    def untagged_cmyk(self) -> bool:
        """Whether its inks are written nowhere: CMYK without a profile that can be read."""
        return untagged_cmyk(self.channels, self.profile)

    def plan_part(self) -> dict[str, int]:
        """The `picture` part of a plan for this file."""
        return {
            "width_px": self.width_px,
            "height_px": self.height_px,
            "orientation": self.orientation,
            "channels": self.channels if self.channels in (1, 4) else 3,
            "bits": 16 if self.bits == 16 else 8,
            "tagged": not self.untagged_cmyk,
        }

    @property
    def upright(self) -> tuple[int, int]:
        """Width and height in px after orientation."""
        return upright(self.width_px, self.height_px, self.orientation)


class Inspection(LongWork):
    """What is measured of a ready picture, in the background: `measures` is a document of the core's
    `Measures`, empty until it is done. `edition` is that of the way of measuring; older ones are done again."""

    OWNER = "picture__account"

    class State(models.TextChoices):
        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"

    id = models.BigAutoField(primary_key=True)
    picture = models.OneToOneField(Picture, on_delete=models.CASCADE)
    state = models.CharField(max_length=8, choices=State, default=State.WAITING)
    measures = models.JSONField(default=dict)
    edition = models.PositiveSmallIntegerField(default=0)

    class Meta:
        indexes = [
            models.Index(fields=["state", "pulse"], name="inspections_by_pulse"),
            models.Index(fields=["edition"], name="inspections_by_edition"),
        ]


class Parcel(models.Model):
    """A file that comes in pieces: `received` of `size` bytes are in the storage, in order.

    The row is locked while a piece is added; its files go with it.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    name = models.CharField(max_length=200)
    size = models.PositiveBigIntegerField()
    received = models.PositiveBigIntegerField(default=0)
    pieces = models.JSONField(default=list)
    touched = models.DateTimeField(auto_now=True)

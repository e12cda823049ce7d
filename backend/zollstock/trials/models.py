"""A trial, its judges, and what they said."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from zollstock.longwork.rows import LongWork


class Trial(models.Model):
    """A strip that is judged.

    `key` says of every copy what its letters stand for: [letter, picture, step] in the order in which they lie. `strip` is
    the layout as it was printed; `layout` its number, which may be gone. `result` is what followed of `result_of` answers.
    `pictures` are those of its plans, which may be gone, too. `rests_on` says that prints on its medium are judged by it.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    number = models.PositiveIntegerField()
    title = models.CharField(max_length=200)
    layout = models.PositiveBigIntegerField(null=True)
    strip = models.JSONField()
    pictures = models.JSONField(default=list)
    key = models.JSONField()
    by = models.CharField(max_length=12)
    ladder = models.JSONField()
    reference = models.JSONField()
    medium = models.CharField(max_length=40)
    medium_name = models.CharField(max_length=120)
    factor = models.FloatField(default=1.0)
    distance = models.CharField(max_length=60)
    distance_mm = models.FloatField()
    over = models.BooleanField(default=False)
    rests_on = models.BooleanField(default=False)
    #: Of the demo: nobody ever saw it.
    made_up = models.BooleanField(default=False)
    result = models.JSONField(null=True)
    result_of = models.PositiveIntegerField(default=0)
    result_edition = models.PositiveSmallIntegerField(default=0)
    need_ppi = models.FloatField(null=True)
    low_ppi = models.FloatField(null=True)
    high_ppi = models.FloatField(null=True)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-id"]
        constraints = [
            models.UniqueConstraint(fields=["account", "number"], name="one_trial_a_number")
        ]
        indexes = [
            models.Index(fields=["account", "-id"], name="trials_of_an_account"),
            models.Index(fields=["account", "rests_on"], name="trials_in_force"),
        ]


class ScreenSet(LongWork):
    """The patches of a trial for screens of so many px an inch (`dots`), as a `file` (ZIP of PNG files) that goes with it."""

    class State(models.TextChoices):
        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"

    OWNER = "trial__account"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    trial = models.ForeignKey(Trial, on_delete=models.CASCADE, related_name="screens")
    dots = models.FloatField()
    state = models.CharField(max_length=8, choices=State, default=State.WAITING)
    file = models.FileField(max_length=200, blank=True, db_index=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["created"]
        constraints = [models.UniqueConstraint(fields=["trial", "dots"], name="one_set_a_screen")]
        indexes = [models.Index(fields=["state", "pulse"], name="screen_sets_at_work")]


class Judge(models.Model):
    """Somebody who judges, by a link with a `code`; no account is needed, and nothing of the account is shown.

    `screen` has the patches where they judge on a screen, and not on paper. `eyes` is the acuity at the strip's distance, `dried` for how many hours the print had dried; `light` and `wears` are in
    own words.
    """

    OWNER = "trial__account"

    trial = models.ForeignKey(Trial, on_delete=models.CASCADE, related_name="judges")
    name = models.CharField(max_length=80)
    code = models.CharField(max_length=12, unique=True)
    copy = models.PositiveSmallIntegerField(default=1)
    screen = models.ForeignKey(
        ScreenSet, on_delete=models.SET_NULL, null=True, related_name="judges"
    )
    eyes = models.FloatField(null=True)
    dried = models.FloatField(null=True)
    light = models.CharField(max_length=120, blank=True)
    wears = models.CharField(max_length=120, blank=True)
    begun = models.DateTimeField(null=True)
    last = models.DateTimeField(null=True)

    class Meta:
        ordering = ["id"]


class Given(models.Model):
    """An answer: the `position` of the pair among the judge's own, its steps and letters, and which was called finer."""

    OWNER = "judge__trial__account"

    judge = models.ForeignKey(Judge, on_delete=models.CASCADE, related_name="answers")
    position = models.PositiveIntegerField()
    copy = models.PositiveSmallIntegerField()
    picture = models.PositiveSmallIntegerField(default=0)
    a = models.JSONField()
    b = models.JSONField()
    letters = models.CharField(max_length=8)
    said = models.CharField(max_length=4)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["judge", "position"], name="one_answer_a_pair")
        ]

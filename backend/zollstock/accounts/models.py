"""An account is a Django user; here is what it prefers."""

from django.conf import settings
from django.db import models


class Preferences(models.Model):
    """The unit a bare number is in, and the light of the room."""

    account = models.OneToOneField(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="preferences"
    )
    unit = models.CharField(max_length=4, default="cm")
    light = models.CharField(max_length=8, default="paper")


class Done(models.Model):
    """What was asked for under a key, and how it was answered (`once`)."""

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    key = models.CharField(max_length=64)
    path = models.CharField(max_length=200)
    status = models.PositiveSmallIntegerField(default=0)
    type = models.CharField(max_length=100, blank=True)
    body = models.TextField(blank=True)
    created = models.DateTimeField(auto_now_add=True, db_index=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["account", "key"], name="done_once")]

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

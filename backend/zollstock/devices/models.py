"""The devices of an account, and what was ticked of the recipes of its prints."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from zollstock.accounts.keeping import KeptTable


class DeviceRows(KeptTable):
    """What an account prints with; `document` is the core's `Devices`."""


class TickedRecipe(models.Model):
    """What was ticked of the recipe of a print: the setting of each line, as it was when it was ticked.

    `design` is the number of the print, which may be gone. `done` is when the last line was ticked: from then on the next
    print on this device and medium is compared with it.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    design = models.PositiveBigIntegerField()
    device = models.CharField(max_length=40)
    medium = models.CharField(max_length=120)
    ticked = models.JSONField(default=dict)
    done = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["account", "design"], name="one_recipe_a_print")
        ]
        indexes = [
            models.Index(
                fields=["account", "device", "medium", "-done"], name="last_recipe_of_a_pair"
            )
        ]

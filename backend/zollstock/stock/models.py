"""The stock of an account, and what was booked off it."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from zollstock.accounts.keeping import KeptTable


class StockRows(KeptTable):
    """What an account prints on; `document` is the core's `Stock`."""


class Booking(models.Model):
    """What a printed layout took of a paper: `mm` of a roll, or `sheets`. One that was taken back stays, and says so.

    `layout` is the number of the layout, which may be gone; `title` and `paper` say what it was.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    layout = models.PositiveBigIntegerField(db_index=True)
    title = models.CharField(max_length=200, blank=True)
    key = models.CharField(max_length=40)
    paper = models.CharField(max_length=250)
    #: An exact length as a fraction of mm would be lost in a float: it is kept as typed.
    mm = models.CharField(max_length=60)
    sheets = models.PositiveIntegerField()
    of_roll = models.BooleanField(default=True)
    made = models.DateTimeField(auto_now_add=True)
    taken_back = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-made", "-id"]

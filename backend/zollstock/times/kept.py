"""An account's times: those that ship until they are changed."""

from __future__ import annotations

from zollstock.accounts.studiotable import StudioTable
from zollstock.core.studio.times import SHIPPED, TimesChanged, read_times
from zollstock.core.studio.timestable import times_from, write_times

from .models import TimeRows

TIMES = StudioTable("/times", TimeRows, SHIPPED, read_times, TimesChanged, write_times, times_from)

"""An account's labs: those that ship until they are changed."""

from __future__ import annotations

from zollstock.accounts.studiotable import StudioTable
from zollstock.core.studio.labs import SHIPPED, LabsChanged, read_labs
from zollstock.core.studio.labtable import labs_from, write_labs

from .models import LabRows

LABS = StudioTable("/labs", LabRows, SHIPPED, read_labs, LabsChanged, write_labs, labs_from)

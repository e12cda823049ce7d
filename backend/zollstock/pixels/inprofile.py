"""A plan or a layout made in the print profile of a file, where there is no studio that keeps it."""

from __future__ import annotations

import hashlib
from pathlib import Path

from zollstock.core.colour.icc import read_profile
from zollstock.core.documents.plan import Plan
from zollstock.core.layouts.request import LayoutRequest
from zollstock.core.parts.file import PrintProfile
from zollstock.core.studio.profiles import Profiles, StudioProfile
from zollstock.core.studio.studio import Studio


def in_profile(wanted: Plan | LayoutRequest, path: Path) -> tuple[Plan | LayoutRequest, Studio]:
    """The document with the profile of a file, and a studio that has it. Raises `ProfileError`, `OSError`."""
    content = path.read_bytes()
    facts = read_profile(content)
    digest = hashlib.sha256(content).hexdigest()
    key, name = path.stem[:80], facts.name or path.stem[:120]
    chosen = PrintProfile(key=key, name=name, hash=digest, space=facts.space)
    row = StudioProfile(key, name, digest, facts.space, str(path.resolve()))
    return _with(wanted, chosen), Studio(profiles=Profiles((row,), whole=False))


def _with(wanted: Plan | LayoutRequest, chosen: PrintProfile) -> Plan | LayoutRequest:
    if isinstance(wanted, Plan):
        return wanted.model_copy(
            update={"output": wanted.output.model_copy(update={"profile": chosen})}
        )
    plans = [
        plan.model_copy(update={"output": plan.output.model_copy(update={"profile": chosen})})
        for plan in wanted.plans
    ]
    return wanted.model_copy(update={"plans": plans})

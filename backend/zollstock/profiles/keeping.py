"""Taking profiles in, and what an account's are to whoever works something out."""

from __future__ import annotations

import hashlib
import json
import re
import resource
import subprocess
import sys
from collections.abc import Iterable
from contextlib import suppress
from math import ceil
from pathlib import Path
from typing import Any

from django.contrib.auth.models import User
from django.db import IntegrityError

from zollstock.accounts.principal import Principal
from zollstock.accounts.quota import check_room
from zollstock.accounts.untilchanged import UntilChanged
from zollstock.core.colour.icc import MOST_BYTES, ProfileError, read_profile
from zollstock.core.studio.profiles import Profiles, StudioProfile
from zollstock.pictures.storage import discard, store, work_folder
from zollstock.pixels.shipping import shipped

from .models import ProfileRow

MOST_PROFILES = 100
#: Reading a profile takes no longer, s, and no more memory, bytes.
_SECONDS, _MEMORY = 10, 2 * 2**30
_profiles: UntilChanged[Profiles] = UntilChanged(ProfileRow)


def take_profile(account: User, pieces: Iterable[bytes], name: str) -> ProfileRow:
    """Take a file in, of a printer or press, or of a screen; one that is there already is the same row. Raises `ProfileError`, `QuotaReached`."""
    received = bytearray()
    for piece in pieces:
        received += piece
        if len(received) > MOST_BYTES:
            raise ProfileError(
                f"A profile has at most {MOST_BYTES // 2**20} MiB; this file has more."
            )
    content = bytes(received)
    facts = read_profile(content)
    if not facts.prints and facts.space != "rgb":
        raise ProfileError(
            f"This is a profile {facts.kind}, and not for RGB; no screen has such a one."
        )
    digest = hashlib.sha256(content).hexdigest()
    own = Principal(account).may_see(ProfileRow.objects)
    there = own.filter(hash=digest).first()
    if there is not None:
        return there
    if any(one.hash == digest for one in shipped()):
        raise ProfileError("This profile ships with the application; it is in the list already.")
    if own.count() >= MOST_PROFILES:
        raise ProfileError(
            f"An account keeps {MOST_PROFILES} profiles; delete one that is not needed."
        )
    check_room(account, len(content))
    title = facts.name or Path(name).stem[:120] or "Profile"
    with work_folder() as folder:
        path = folder / "profile.icc"
        path.write_bytes(content)
        measured = _measured(path)
        stored = store(path, f"profiles/{digest[:2]}/{digest}.icc")
    try:
        return ProfileRow.objects.create(
            account=account, key=_free_key(own.values_list("key", flat=True), title), name=title, space=facts.space,
            hash=digest, white=measured["white"], black=measured["black"], most_ink=measured["most_ink"],
            bytes=len(content), file=stored, prints=facts.prints, made=facts.made,
        )  # fmt: skip
    except IntegrityError:
        discard(stored)
        again = own.filter(hash=digest).first()
        if again is None:
            raise
        return again


def _measured(path: Path) -> dict[str, Any]:
    """What the profile does, found out by a process of its own: a file may be made to hang or to crash what reads it."""

    command = [sys.executable, "-m", "zollstock.commands", "profile", str(path), "--json"]
    refused = ProfileError(
        "This profile cannot be used: the colour engine does not get through it."
    )
    try:
        with subprocess.Popen(
            command, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True
        ) as process:
            # From here, not in the child before it begins: that is not safe in a process with threads.
            for limit, most in (
                (resource.RLIMIT_AS, _MEMORY),
                (resource.RLIMIT_CPU, ceil(_SECONDS)),
            ):
                with suppress(ProcessLookupError):
                    resource.prlimit(process.pid, limit, (most, most))
            try:
                said, refused_because = process.communicate(timeout=_SECONDS)
            finally:
                process.kill()
        if process.returncode == 2 and refused_because.startswith("zollstock: "):
            raise ProfileError(refused_because.removeprefix("zollstock: ").strip())
        found: dict[str, Any] = json.loads(said)
    except (subprocess.SubprocessError, ValueError):
        raise refused from None
    return found


def _free_key(taken: Iterable[str], name: str) -> str:
    base = re.sub(r"[^a-z0-9]+", "-", name.casefold()).strip("-")[:60] or "profile"
    held = {*taken, *(one.key for one in shipped())}
    return next(
        key for key in (base, *(f"{base}-{number}" for number in range(2, 1000))) if key not in held
    )


def profiles_of(account: User) -> Profiles:
    """All print profiles of an account; held until one is added or removed, for a moving hand asks many times a second."""
    return _profiles.of(account.pk, lambda: Profiles((*_own(account), *shipped())))


def _own(account: User) -> Iterable[StudioProfile]:
    for row in Principal(account).may_see(ProfileRow.objects).filter(prints=True):
        yield StudioProfile(
            row.key,
            row.name,
            row.hash,
            row.kind,
            row.file.path,
            row.device,
            row.medium,
            row.made,
            row.most_ink,
        )


def remove(row: ProfileRow) -> None:
    """The row goes with its file; prints that were planned with it say so."""
    row.delete()

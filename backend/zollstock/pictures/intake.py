"""Taking a file in: streamed to disk under a limit, hashed on the way, looked at, stored."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable
from dataclasses import asdict
from pathlib import Path, PurePosixPath
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db import IntegrityError, transaction

from zollstock.accounts.principal import Principal
from zollstock.accounts.quota import check_room
from zollstock.pixels.errors import PictureError
from zollstock.pixels.inspect import inspect

from .later import read_later
from .models import Picture
from .storage import discard, store, work_folder

_AT_FIRST = {"state": Picture.State.READING, "problem": "", "tries": 0, "worker": ""}
_ENDINGS = {
    "JPEG": "jpg",
    "TIFF": "tif",
    "PNG": "png",
    "WebP": "webp",
    "HEIC": "heic",
    "AVIF": "avif",
}


def take_in(account: User, name: str, chunks: Iterable[bytes]) -> tuple[Picture, bool]:
    """Store a file of this account; returns its picture and whether it was known already.

    Raises `PictureError` or `QuotaReached` for what cannot be taken; then nothing is stored.
    """
    room = check_room(account)
    with work_folder() as folder:
        arrived = folder / "arrived"
        digest, size = _receive(chunks, arrived, room)
        check_room(account, size)
        known = Principal(account).may_see(Picture.objects).filter(sha256=digest).first()
        if known is not None and known.state != Picture.State.REFUSED:
            return known, True
        facts = inspect(arrived, settings.UPLOAD_MOST_PIXELS)
        # One that was refused may be tried again; prints that wait for it stay its own.
        picture = known or Picture(account=account, sha256=digest)
        described = {"name": clean_name(name), "bytes": size, **asdict(facts)}
        for field, value in (described | _AT_FIRST).items():
            setattr(picture, field, value)
        folder_name = f"pictures/{picture.id.hex[:2]}/{picture.id}"
        picture.file.name = store(arrived, f"{folder_name}/master.{_ENDINGS[facts.format]}")
    try:
        with transaction.atomic():
            picture.save(force_insert=known is None)
    except IntegrityError:  # the same file arrived twice at the same time
        discard(picture.file.name)
        return Principal(account).may_see(Picture.objects).get(sha256=digest), True
    read_later(picture)
    return picture, False


def take_derived(
    parent: Picture, name: str, made: Path, recipe: dict[str, Any], version: int
) -> Picture:
    """Store what a recipe made of a picture as a picture of the same account.

    The very same pixels made again are the picture that is there. Raises `PictureError` or `QuotaReached`.
    """
    account = parent.account
    check_room(account, made.stat().st_size)
    with made.open("rb") as file:
        digest = hashlib.file_digest(file, "sha256").hexdigest()
    known = Principal(account).may_see(Picture.objects).filter(sha256=digest).first()
    if known is not None:
        if known.parent_id == parent.id:
            Picture.objects.filter(id=known.id).update(
                recipe=recipe, recipe_version=version, recipe_old=False
            )
        return known
    facts = inspect(made, settings.UPLOAD_MOST_PIXELS)
    picture = Picture(
        account=account,
        sha256=digest,
        parent=parent,
        recipe=recipe,
        recipe_version=version,
        forget_at=parent.forget_at,
        name=clean_name(name),
        bytes=made.stat().st_size,
        **asdict(facts),
    )
    home = f"pictures/{picture.id.hex[:2]}/{picture.id}"
    picture.file.name = store(made, f"{home}/master.{_ENDINGS[facts.format]}")
    try:
        with transaction.atomic():
            # The parent is there as long as this is not: what is removed takes what is made of it along.
            Picture.objects.select_for_update().get(id=parent.id)
            picture.save(force_insert=True)
    except BaseException:
        discard(picture.file.name)
        raise
    read_later(picture)
    return picture


def _receive(chunks: Iterable[bytes], path: Path, room: int) -> tuple[str, int]:
    digest, size = hashlib.sha256(), 0
    with path.open("wb") as file:
        for chunk in chunks:
            size += len(chunk)
            if size > settings.UPLOAD_MOST_BYTES:
                raise PictureError(too_large())
            if size > room:
                break  # what is too much is told by the next check
            digest.update(chunk)
            file.write(chunk)
    if not size:
        raise PictureError("The file is empty. Nothing was stored.")
    return digest.hexdigest(), size


def too_large() -> str:
    limit = settings.UPLOAD_MOST_BYTES / 2**30
    return f"The file is larger than the limit of {limit:g} GiB. Nothing was stored."


def clean_name(name: str) -> str:
    """The last part of a file name without what no file name needs."""
    last = PurePosixPath(name.replace("\\", "/")).name
    kept = "".join(sign for sign in last if sign.isprintable() and sign not in '<>:"|?*/')
    return kept.strip(" .")[:200] or "picture"

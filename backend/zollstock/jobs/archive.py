"""A job as one ZIP of plans and pictures, and the way back.

`job.json` (`zollstock.job/1`) names the plans and pictures; nothing else in a ZIP is looked at,
and no name in it ever becomes a path here.
"""

from __future__ import annotations

import errno
import json
import lzma
import struct
import zipfile
import zlib
from collections.abc import Iterator
from contextlib import suppress
from datetime import date
from pathlib import Path
from typing import Annotated, Any, Literal

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import ProtectedError
from pydantic import BaseModel, ConfigDict, Field, ValidationError
from zipstream import ZipStream

from zollstock.accounts.quota import check_room
from zollstock.core.plan import PlanError, parse_plan
from zollstock.core.refusal import Refusal
from zollstock.pictures.intake import take_in
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import local_path
from zollstock.pixels.errors import PictureError

from .models import Job, Print
from .revisions import begin

JOB_FORMAT = "zollstock.job/1"
_MOST_PRINTS = 2000
_MOST_PLAN_BYTES = 2**20
_MOST_RATIO = 100
_CHUNK = 2**20


class _Entry(BaseModel):
    model_config = ConfigDict(extra="forbid", strict=True)
    plan: Annotated[str, Field(max_length=300)]
    picture: Annotated[str, Field(max_length=300)]
    name: Annotated[str, Field(max_length=300)]


class _Contents(BaseModel):
    model_config = ConfigDict(extra="forbid")
    format: Literal["zollstock.job/1"]
    title: Annotated[str, Field(min_length=1, max_length=200)]
    client: Annotated[str, Field(max_length=200)] = ""
    due: date | None = None
    prints: Annotated[list[_Entry], Field(max_length=_MOST_PRINTS)]


def pack(job: Job) -> Iterator[bytes]:
    """The job as a streamed ZIP; each picture goes in once, as it is."""
    stream = ZipStream(compress_type=zipfile.ZIP_STORED)
    entries: list[dict[str, str]] = []
    packed: set[str] = set()
    for number, held in enumerate(job.prints.select_related("picture"), 1):
        picture = held.picture
        where = f"pictures/{picture.sha256[:16]}{Path(picture.file.name).suffix}"
        if where not in packed:
            packed.add(where)
            stream.add(_pieces(picture), where)
        plan = f"plans/{number:03d}.json"
        stream.add(json.dumps(held.plan, ensure_ascii=False, indent=1), plan)
        entries.append({"plan": plan, "picture": where, "name": picture.name})
    contents = {"format": JOB_FORMAT, "title": job.title, "client": job.client,
                "due": job.due.isoformat() if job.due else None, "prints": entries}  # fmt: skip
    stream.add(json.dumps(contents, ensure_ascii=False, indent=1), "job.json")
    yield from stream


def _pieces(picture: Picture) -> Iterator[bytes]:
    with local_path(picture.file.name) as path, path.open("rb") as file:
        while piece := file.read(_CHUNK):
            yield piece


def unpack(account: User, path: Path) -> Job:
    """Read a job back. Raises `PictureError` saying what is wrong; then no job is made."""
    fresh: list[Picture] = []
    try:
        with zipfile.ZipFile(path) as bag:
            contents = _Contents.model_validate(_json(bag, "job.json"))
            plans = [_json(bag, entry.plan) for entry in contents.prints]
            for plan in plans:
                parse_plan(plan)
            _check_weight(account, bag, contents)
            pictures = _pictures(account, bag, contents, fresh)
        return _job(account, contents, plans, pictures)
    except BaseException as error:
        # A refusal leaves nothing: pictures that came with it go again.
        for picture in fresh:
            with suppress(ProtectedError):  # one that was refused before and has prints
                picture.delete()
        told = _in_words(error)
        if told is None:
            raise
        raise PictureError(f"{told} No job was made.") from None


#: What the parts of a hostile or damaged ZIP raise, from the directory down to the packed bytes.
_NO_ZIP = (zipfile.BadZipFile, zlib.error, lzma.LZMAError, struct.error, NotImplementedError,
           RuntimeError, EOFError, OverflowError, ValueError)  # fmt: skip


def _in_words(error: BaseException) -> str | None:
    """Why an archive was refused; None for what already says so, or is no fault of the archive."""
    if isinstance(error, PlanError):
        where, what = error.problems[0]
        return f"A plan in it is not valid ({where}: {what})."
    if isinstance(error, Refusal):
        return None
    if isinstance(error, ValidationError):
        return "job.json in it is not understood."
    if isinstance(error, OSError) and error.errno in (errno.EINVAL, errno.EIO):
        return "This is not a whole ZIP file."
    if isinstance(error, _NO_ZIP):
        return "This is not a whole ZIP file."
    return None


def _job(account: User, contents: _Contents, plans: list[Any], pictures: dict[str, Picture]) -> Job:
    with transaction.atomic():
        job = Job.objects.create(account=account, title=contents.title, client=contents.client,
                                 due=contents.due)  # fmt: skip
        for position, (entry, plan) in enumerate(zip(contents.prints, plans, strict=True)):
            begin(Print(job=job, picture=pictures[entry.picture], position=position), plan)
    return job


def _check_weight(account: User, bag: zipfile.ZipFile, contents: _Contents) -> None:
    """Pictures do not pack a hundredfold, and all of them must find room. Nothing is unpacked yet."""
    total = 0
    for name in {entry.picture for entry in contents.prints}:
        info = _info(bag, name)
        if info.file_size > _MOST_RATIO * max(info.compress_size, 1) and info.file_size > 2**20:
            raise PictureError(
                f"A picture in it would unpack to more than {_MOST_RATIO} times its size. No job "
                "was made."
            )
        total += info.file_size
    check_room(account, total)


def _pictures(
    account: User, bag: zipfile.ZipFile, contents: _Contents, fresh: list[Picture]
) -> dict[str, Picture]:
    """The pictures by their names in the archive; those that are new here are noted in `fresh`."""
    found: dict[str, Picture] = {}
    for entry in contents.prints:
        if entry.picture not in found:
            picture, known = take_in(account, entry.name, _read(bag, entry.picture))
            found[entry.picture] = picture
            if not known:
                fresh.append(picture)
    return found


def _read(bag: zipfile.ZipFile, name: str) -> Iterator[bytes]:
    with _opened(bag, name) as file:
        while piece := file.read(_CHUNK):
            yield piece


def _json(bag: zipfile.ZipFile, name: str) -> Any:
    with _opened(bag, name) as file:
        text = file.read(_MOST_PLAN_BYTES + 1)
    if len(text) > _MOST_PLAN_BYTES:
        raise PictureError(f"{name} in it is too large. No job was made.")
    try:
        return json.loads(text)
    except (ValueError, RecursionError):
        raise PictureError(f"{name} in it is not JSON. No job was made.") from None


def _opened(bag: zipfile.ZipFile, name: str) -> Any:
    return bag.open(_info(bag, name))


def _info(bag: zipfile.ZipFile, name: str) -> zipfile.ZipInfo:
    try:
        return bag.getinfo(name)
    except KeyError:
        raise PictureError(f"The ZIP has no {name}. No job was made.") from None

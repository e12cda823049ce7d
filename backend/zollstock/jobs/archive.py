"""A job as one ZIP of its designs and pictures, and the way back.

`job.json` (`zollstock.job/2`) names the documents and pictures; nothing else in a ZIP is looked at,
and no name in it ever becomes a path here. A ZIP of the first format is read as well.
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
from decimal import Decimal
from pathlib import Path
from typing import Annotated, Any, Literal

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import ProtectedError
from pydantic import BaseModel, ConfigDict, Field, TypeAdapter, ValidationError
from zipstream import ZipStream

from zollstock.accounts.quota import check_room
from zollstock.core.counter.standing import MOST_COPIES
from zollstock.core.documents.faults import DocumentError
from zollstock.core.documents.formats import Document, Steps, upgrade
from zollstock.core.documents.naming import PatternError
from zollstock.core.ground.money import plain
from zollstock.core.ground.plaintext import Line, Text
from zollstock.core.ground.refusal import Refusal
from zollstock.core.studio.devices import StandardDevice
from zollstock.pictures.intake import take_in
from zollstock.pictures.lineage import ancestors
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import local_path, name_of
from zollstock.pixels.errors import PictureError

from .kinds import KINDS, PICTURE, PRINT
from .models import Job
from .names import check
from .revisions import begin
from .search import note_words

JOB_FORMAT = "zollstock.job/2"
_MOST_DESIGNS = 2000
_MOST_PLAN_BYTES = 2**20
_MOST_RATIO = 100
_CHUNK = 2**20


Name = Annotated[str, Field(max_length=300)]


class _Entry(BaseModel):
    """A design: its document and its pictures, by their names in the ZIP."""

    model_config = ConfigDict(extra="forbid", strict=True)
    kind: Literal["print", "layout"]
    document: Name
    pictures: Annotated[dict[Annotated[str, Field(max_length=60)], Name], Field(max_length=2000)]
    # What is wanted of it at the counter; how far its copies are does not go along.
    copies: Annotated[int, Field(ge=1, le=MOST_COPIES)] = 1
    finishes: Annotated[list[Annotated[Line, Field(max_length=80)]], Field(max_length=12)] = []
    price: Annotated[str, Field(pattern=r"^\d{1,7}(\.\d{1,4})?$")] | None = None
    note: Annotated[Text, Field(max_length=2000)] = ""


class _Derived(BaseModel):
    """What a picture was made of (its name in the ZIP), by which recipe and which version of that."""

    model_config = ConfigDict(extra="forbid", strict=True)
    parent: Name
    recipe: Document | None = None
    version: Annotated[int, Field(ge=0)] = 0


class _Contents(BaseModel):
    model_config = ConfigDict(extra="forbid")
    format: Literal["zollstock.job/2"]
    title: Annotated[Line, Field(min_length=1, max_length=200)]
    client: Annotated[Line, Field(max_length=200)] = ""
    due: date | None = None
    # What its new prints go to, by the keys of whoever packed it.
    device: StandardDevice | None = None
    note: Annotated[Text, Field(max_length=2000)] = ""
    pattern: Annotated[Line, Field(max_length=120)] = ""
    # The pictures' own file names, by their names in the ZIP.
    pictures: dict[Name, Name] = {}
    # Pictures that were made of another one in the ZIP.
    derived: dict[Name, _Derived] = {}
    designs: Annotated[list[_Entry], Field(max_length=_MOST_DESIGNS)]


def _of_prints(old: Document) -> Document:
    """The second format for the first, which held prints of one picture each."""
    entries = _OldEntries.validate_python(old.pop("prints", None))
    return old | {
        "format": JOB_FORMAT,
        "pictures": {entry.picture: entry.name for entry in entries},
        "designs": [
            {"kind": PRINT, "document": entry.plan, "pictures": {PICTURE: entry.picture}}
            for entry in entries
        ],
    }


class _OldEntry(BaseModel):
    model_config = ConfigDict(extra="forbid", strict=True)
    plan: Name
    picture: Name
    name: Name


_OldEntries = TypeAdapter(list[_OldEntry])
_STEPS: Steps = {"zollstock.job/1": _of_prints}


def pack(job: Job) -> Iterator[bytes]:
    """The job as a streamed ZIP; each picture goes in once, as it is."""
    stream = ZipStream(compress_type=zipfile.ZIP_STORED)
    entries: list[Document] = []
    names: dict[str, str] = {}
    derived: dict[str, Document] = {}
    for number, held in enumerate(job.designs.prefetch_related("under_keys__picture"), 1):
        pictures = held.by_key()
        for picture in pictures.values():
            for one in (picture, *ancestors(picture)):
                if _place(one) in names:
                    break  # and with it all that it was made of
                names[_place(one)] = one.name
                stream.add(_pieces(one), _place(one))
                if one.parent is not None:
                    derived[_place(one)] = {
                        "parent": _place(one.parent),
                        "recipe": one.recipe,
                        "version": one.recipe_version,
                    }
        document = f"designs/{number:03d}.json"
        stream.add(json.dumps(held.document, ensure_ascii=False, indent=1), document)
        places = {key: _place(picture) for key, picture in pictures.items()}
        entries.append(
            {"kind": held.kind, "document": document, "pictures": places, "copies": held.copies, "finishes": held.finishes,
             "price": None if held.price is None else plain(held.price), "note": held.note}
        )  # fmt: skip
    contents = {
        "format": JOB_FORMAT,
        "title": job.title,
        "client": job.client,
        "due": job.due.isoformat() if job.due else None,
        "device": job.device,
        "note": job.note,
        "pattern": job.pattern,
        "pictures": names,
        "derived": derived,
        "designs": entries,
    }
    stream.add(json.dumps(contents, ensure_ascii=False, indent=1), "job.json")
    yield from stream


def _place(picture: Picture) -> str:
    return f"pictures/{picture.sha256[:16]}{Path(name_of(picture.file)).suffix}"


def _pieces(picture: Picture) -> Iterator[bytes]:
    with local_path(name_of(picture.file)) as path, path.open("rb") as file:
        while piece := file.read(_CHUNK):
            yield piece


def unpack(account: User, path: Path) -> Job:
    """Read a job back. Raises `PictureError` saying what is wrong; then no job is made."""
    fresh: list[Picture] = []
    try:
        with zipfile.ZipFile(path) as bag:
            contents = _contents(_json(bag, "job.json"))
            documents = [
                KINDS[entry.kind].sound(_json(bag, entry.document)) for entry in contents.designs
            ]
            _check_weight(account, bag, contents)
            pictures = _pictures(account, bag, contents, fresh)
        return _job(account, contents, documents, pictures)
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
    if isinstance(error, DocumentError):
        where, what = error.problems[0]
        return f"A plan or layout in it is not valid ({where}: {what})."
    if isinstance(error, Refusal):
        return None
    if isinstance(error, ValidationError):
        return "job.json in it is not understood."
    if isinstance(error, OSError) and error.errno in (errno.EINVAL, errno.EIO):
        return "This is not a whole ZIP file."
    if isinstance(error, _NO_ZIP):
        return "This is not a whole ZIP file."
    return None


def _contents(document: Any) -> _Contents:
    return _Contents.model_validate(
        upgrade(document, _STEPS) if isinstance(document, dict) else document
    )


def _sound_pattern(pattern: str) -> str:
    """The pattern of a packed job; none where it would make no names here."""
    try:
        if pattern:
            check(pattern)
    except PatternError:
        return ""
    return pattern


def _job(
    account: User, contents: _Contents, documents: list[Document], pictures: dict[str, Picture]
) -> Job:
    with transaction.atomic():
        job = Job.objects.create(
            account=account,
            title=contents.title,
            client=contents.client,
            due=contents.due,
            device=contents.device.model_dump() if contents.device else None,
            note=contents.note,
            pattern=_sound_pattern(contents.pattern),
        )
        for position, (entry, document) in enumerate(zip(contents.designs, documents, strict=True)):
            held = {key: pictures[place] for key, place in entry.pictures.items()}
            made = begin(job, entry.kind, document, held, position)
            made.copies, made.finishes, made.note = entry.copies, entry.finishes, entry.note
            made.price = None if entry.price is None else Decimal(entry.price)
            made.save(update_fields=["copies", "finishes", "note", "price"])
            note_words(made)
    return job


def _check_weight(account: User, bag: zipfile.ZipFile, contents: _Contents) -> None:
    """Pictures do not pack a hundredfold, and all of them must find room. Nothing is unpacked yet."""
    total = 0
    for name in _places(contents):
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
    for place in _places(contents):
        name = contents.pictures.get(place) or Path(place).name
        found[place], known = take_in(account, name, _read(bag, place))
        if not known:
            fresh.append(found[place])
    for place, made in contents.derived.items():
        child, parent = found.get(place), found.get(made.parent)
        if child is None or parent is None or child in (parent, *ancestors(parent)):
            raise PictureError("A picture in it was made of one that is not there.")
        if child in fresh:
            child.parent, child.recipe, child.recipe_version = parent, made.recipe, made.version
            child.save(update_fields=["parent", "recipe", "recipe_version"])
    return found


def _places(contents: _Contents) -> list[str]:
    """Where the pictures lie in the ZIP, each once."""
    used = [place for entry in contents.designs for place in entry.pictures.values()]
    used += [place for child, made in contents.derived.items() for place in (child, made.parent)]
    return list(dict.fromkeys(used))


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

"""What a print profile means for the print at hand: what it is for, whether it is here, what a file can hold of it."""

from __future__ import annotations

from collections.abc import Iterator

from ..answer.reckoning import Finding
from ..parts.file import PrintProfile
from ..rules.fileformats import FILE_FORMATS
from ..studio.profiles import StudioProfile
from ..work.outcome import Work


def snapshot(row: StudioProfile) -> dict[str, str]:
    """A row as a plan keeps it."""
    return {"key": row.key, "name": row.name, "hash": row.hash, "space": row.space}


def profile_findings(work: Work) -> Iterator[Finding]:
    """A profile that is gone or was exchanged, one for another medium, inks in a file that holds none."""
    wanted = work.plan.output.print_profile
    if wanted is None:
        return
    yield from _here(work, wanted)
    yield from _held(work, wanted)
    yield from _made_for(work, wanted)


def _here(work: Work, wanted: PrintProfile) -> Iterator[Finding]:
    known = work.studio.profiles
    if known.by_hash(wanted.hash) is not None or not known.whole:
        return
    now = known.by_key(wanted.key)
    if now is not None and now.space == wanted.space:
        yield Finding(
            id="profile-exchanged",
            level="stop",
            step="handover",
            text=f"The profile “{wanted.name}” was exchanged since this print was planned; the old one is not here any more.",
            fix={"output.profile": snapshot(now)},
            fix_label="Take the new one",
        )
        return
    yield Finding(
        id="profile-missing",
        level="stop",
        step="handover",
        text=f"The profile “{wanted.name}” is not here, so no file can be made in it. Add it under Studio › Profiles, or choose another.",
        fix={"output.profile": "srgb"},
        fix_label="Make it sRGB",
    )


def _held(work: Work, wanted: PrintProfile) -> Iterator[Finding]:
    kind = FILE_FORMATS[work.plan.output.format]
    if work.channels not in kind.channels:
        yield Finding(
            id="format-without-inks",
            level="stop",
            step="handover",
            text=f"A {kind.label} holds no CMYK: the inks of “{wanted.name}” would be lost in it.",
            fix={"output.format": "tiff"},
            fix_label="Make it a TIFF",
        )


def _made_for(work: Work, wanted: PrintProfile) -> Iterator[Finding]:
    row = work.studio.profiles.by_hash(wanted.hash)
    medium = work.plan.medium.name
    if row is None or not row.medium or not medium or row.medium.casefold() == medium.casefold():
        return
    fitting = [
        other for other in work.studio.profiles
        if other.medium.casefold() == medium.casefold() and other.device == row.device and other.space == row.space
    ]  # fmt: skip
    for_what = f"{row.medium} on the {row.device}" if row.device else row.medium
    yield Finding(
        id="profile-for-another-medium",
        level="warn",
        step="handover",
        text=f"The profile “{wanted.name}” was made for {for_what}; this print is on {medium}. Colours and blacks will be off.",
        fix={"output.profile": snapshot(fitting[0])} if fitting else None,
        fix_label=f"Take {fitting[0].name}" if fitting else None,
    )

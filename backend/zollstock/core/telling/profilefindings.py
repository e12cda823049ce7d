"""What a print profile means for the print at hand: what it is for, whether it is here, what a file can hold of it."""

from __future__ import annotations

from collections.abc import Iterator

from ..answer.reckoning import Finding
from ..colour.renderings import INTENT_WORDS, Intent
from ..devices.inks import most_ink
from ..devices.media import stock_key
from ..ground import show
from ..ground.plaintext import listed
from ..parts.file import PrintProfile
from ..rules.fileformats import FILE_FORMATS
from ..studio.gamut import KnownGamut
from ..studio.profiles import StudioProfile
from ..work.outcome import Work

#: Less of a picture beyond the paper is no word worth; more is one to be looked at.
_SOME, _MUCH = 0.02, 0.1
#: Another paper is named where at most this share of what is lost would be lost on it.
_BETTER = 0.5


def snapshot(row: StudioProfile) -> dict[str, str]:
    """A row as a plan keeps it."""
    return {"key": row.key, "name": row.name, "hash": row.hash, "space": row.space}


def profile_findings(work: Work) -> Iterator[Finding]:
    """A profile that is gone or was exchanged, one for another medium, inks in a file that holds none.

    >>> list(profile_findings(fog()))
    []
    """
    wanted = work.plan.output.print_profile
    if wanted is None:
        return
    yield from _here(work, wanted)
    yield from _held(work, wanted)
    yield from _made_for(work, wanted)
    known = next(
        (one for one in work.studio.gamuts if one.hash == wanted.hash and one.crop == work.crop_px),
        None,
    )
    if known is not None:
        yield from _beyond(work, wanted, known)
        yield from _over_inked(work, wanted, known)


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
    if _paired(work, row):
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


def _paired(work: Work, row: StudioProfile) -> bool:
    """Whether a device's row gives this medium, by its key, this profile: then it is its own, whatever the names are by now."""
    key = stock_key(work)
    devices = [work.device] if work.device else work.studio.devices.devices
    rows = (device_row for device in devices for device_row in device.media)
    return any(one.stock == key and one.profile == row.key for one in rows)


def _beyond(work: Work, wanted: PrintProfile, known: KnownGamut) -> Iterator[Finding]:
    if known.share < _SOME:
        return
    families = sorted(known.families, key=lambda name: -known.families[name])[:3]
    text = f"{show.percent(known.share)} of this print lies beyond “{wanted.name}”"
    text += f": {listed(families)} above all." if families else "."
    in_stock = {medium.name.casefold() for medium in work.studio.stock.media}
    better = [
        one
        for one in known.others
        if one.medium.casefold() in in_stock and one.share <= known.share * _BETTER
    ]
    if better:
        best = min(better, key=lambda one: one.share)
        text += f" On {best.medium} {show.percent(best.share)} would."
    here, there = known.medians.get("perceptual"), known.medians.get("relative")
    if here is not None and there is not None and abs(here - there) >= 1:
        first: Intent
        other: Intent
        first, other = ("relative", "perceptual") if there < here else ("perceptual", "relative")
        least, most = min(here, there), max(here, there)
        text += f" By the intent {INTENT_WORDS[first]} half of it changes by less than ΔE00 {show.decimal(least, 1)}, by {INTENT_WORDS[other]} {show.decimal(most, 1)}."
    yield Finding(
        id="beyond-the-paper",
        level="warn" if known.share >= _MUCH else "note",
        step="handover",
        text=text,
        place="colour",
    )


def _over_inked(work: Work, wanted: PrintProfile, known: KnownGamut) -> Iterator[Finding]:
    """More ink than the lab or the press takes; another profile of the same paper may keep to it."""
    limit = most_ink(work)
    if limit is None or known.ink is None or known.ink.limit != limit.percent or not known.ink.over:
        return
    row = work.studio.profiles.by_hash(wanted.hash)
    keeping = [
        other for other in work.studio.profiles
        if row is not None and other.hash != row.hash and other.space == row.space and other.medium.casefold() == row.medium.casefold()
        and other.most_ink is not None and other.most_ink <= limit.percent
    ]  # fmt: skip
    yield Finding(
        id="too-much-ink",
        level="warn",
        step="handover",
        text=f"{limit.who} takes at most {limit.percent:g} % of ink in all; {show.percent(known.ink.over)} of this print would carry more, "
        f"up to {known.ink.most:.0f} %. It dries badly, or is refused: take a profile made for that limit.",
        fix={"output.profile": snapshot(keeping[0])} if keeping else None,
        fix_label=f"Take {keeping[0].name}" if keeping else None,
        place="colour",
    )

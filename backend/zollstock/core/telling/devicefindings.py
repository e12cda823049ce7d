"""What the chosen device means for the print at hand: whether it holds it, what it cuts, what its row says by now."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from ..answer.reckoning import Finding, Way
from ..devices.lying import Lying, eaten_by_overspray, lies_on, lying, short_of_margins, sides_of
from ..devices.media import medium_of, stock_key
from ..edges import Bleed, Border, NoEdge
from ..ground import show
from ..ground.plaintext import listed
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..parts.device import DeviceChoice, DeviceUsed, Feed
from ..shapes.box import Box
from ..studio.studio import Studio
from ..work.outcome import Work
from .profilefindings import snapshot

#: So many feeds are offered where one is too small.
_MOST_OFFERED = 3


def device_findings(work: Work, style: LengthStyle) -> Iterator[Finding]:
    """Everything about the device; nothing while none is chosen.

    >>> [one.id for one in device_findings(fog(device=chosen("desk/a4")), LengthStyle("cm"))]
    ['feed-too-small']
    """
    choice, used = work.plan.device, work.device
    if choice is None or work.plan.target.in_pixels:
        return
    if used is None:
        yield unknown_device()
        return
    yield from changed_since(choice, used, work.studio)
    laid = lying(work)
    if laid is None:
        yield _too_small(work, used, style)
    else:
        yield from _cut(work, used, laid, style)
        yield from _oversprayed(work, used, laid, style)
    yield from other_scale(used)
    yield from medium_findings(work, used)


def unknown_device() -> Finding:
    """A device of which nothing was kept and nothing is known here.

    >>> unknown_device().level
    'warn'
    """
    return Finding(
        id="device-unknown",
        level="warn",
        step="handover",
        text="The device that this print was planned for is not in the studio. Choose another.",
        fix={"device": None},
        fix_label="Plan it without a device",
    )


def changed_since(choice: DeviceChoice, used: DeviceUsed, studio: Studio) -> Iterator[Finding]:
    """A print stays as it was planned; what the row says by now is one click away.

    >>> from ..studio.studio import DEFAULT_STUDIO
    >>> made = fog(device=chosen("desk/a4", scale_x=0.97))
    >>> [one.text for one in changed_since(made.plan.device, made.device, DEFAULT_STUDIO)]
    ['Desk printer by now has another scale in the studio. This print goes by what it was when it was planned.']
    """
    if choice.used is None:
        return
    devices = studio.devices
    now = devices.by_now(choice)
    if now is None:
        if devices.devices:
            yield Finding(
                id="device-gone",
                level="note",
                step="handover",
                text=f"{used.name}, {used.feed.name}, is not in the studio any more. This print goes by what it was.",
            )
        return
    changed = [
        words
        for words, there, here in (
            (f"is called {now.name}", now.name, used.name),
            ("has other grids", now.native_ppi, used.native_ppi),
            ("has another size", (now.feed.width.mm, now.feed.height and now.feed.height.mm),
             (used.feed.width.mm, used.feed.height and used.feed.height.mm)),
            ("has other margins", now.feed.margins.mm, used.feed.margins.mm),
            ("has another overspray", now.feed.overspray.mm, used.feed.overspray.mm),
            ("has another scale", now.feed.scale, used.feed.scale),
            ("lies elsewhere", (now.feed.offset_x, now.feed.offset_y), (used.feed.offset_x, used.feed.offset_y)),
        )
        if there != here
    ]  # fmt: skip
    if not changed and now == used:
        return
    yield Finding(
        id="device-changed",
        level="note",
        step="handover",
        text=f"{used.name} by now {listed(changed or ['has other settings'])} in the studio. This print goes by what it was when it "
        "was planned.",
        fix={"device.used": now.model_dump(mode="json")},
        fix_label="Take over what the row says",
    )


def _too_small(work: Work, used: DeviceUsed, style: LengthStyle) -> Finding:
    """The feeds that hold it, of this device first, the smallest of each first."""
    document = work.boxes.document
    name, text = does_not_fit("The file", document, used, style)
    return not_held(name, text, list(_holding(work, used)))


def not_held(name: str, text: str, ways: list[Way]) -> Finding:
    """A file that its feed does not hold, with the ways out; without any it is planned for no device.

    >>> not_held("feed-too-small", "The print is 30 × 20 cm.", []).level
    'stop'
    """
    return Finding(
        id=name,
        level="stop",
        step="handover",
        text=text if ways else f"{text} None of the devices here holds it.",
        ways=ways or None,
        fix=None if ways else {"device": None},
        fix_label=None if ways else "Plan it without a device",
    )


def does_not_fit(what: str, document: Box, used: DeviceUsed, style: LengthStyle) -> tuple[str, str]:
    """Which finding it is that a file of that size is held by no feed, and its sentence; `what` is the file in words.

    >>> does_not_fit("The print", box(0, 0, 300, 200), fog(device=chosen("desk/a4")).device, LengthStyle("cm"))[0]
    'feed-too-small'
    """
    size, feed = style.size(document.w, document.h), used.feed
    if feed.height is not None:
        return "feed-too-small", (
            f"{what} is {size}; {feed.name} in the {used.name} is {style.size(feed.width.mm, feed.height.mm)}. A dialog would "
            "shrink it to the page."
        )  # fmt: skip
    if min(document.w, document.h) <= feed.width.mm and feed.most_length is not None:
        most = style.length(feed.most_length.mm)
        return (
            "print-too-long",
            f"{what} is {size}; {used.name} feeds at most {most} from the {feed.name}.",
        )
    wide = style.length(feed.width.mm)
    return "feed-too-small", f"{what} is {size}; the {feed.name} of the {used.name} is {wide} wide."


def _holding(work: Work, used: DeviceUsed) -> Iterator[Way]:
    choice, devices = work.plan.device, work.studio.devices
    own = [one for one in devices.devices if choice and one.key == choice.key]
    others = [one for one in devices.devices if one not in own]
    count = 0
    for device in (*own, *others):
        for feed in sorted(device.feeds, key=_room):
            laid = lies_on(work, feed, False)
            chosen = devices.chosen(device.key, feed.key)
            if laid is None or chosen is None or count == _MOST_OFFERED:
                continue
            count += 1
            yield Way(
                label=f"{device.name}, {feed.name}",
                text="turned by a quarter" if laid.turned else "as it stands",
                fix={"device": chosen.model_dump(mode="json")},
            )


def _room(feed: Feed) -> Fraction:
    return feed.width.mm * (feed.height.mm if feed.height is not None else feed.width.mm * 100)


def _cut(work: Work, used: DeviceUsed, laid: Lying, style: LengthStyle) -> Iterator[Finding]:
    """What lies in the margins that stay white."""
    if laid.borderless:
        return
    short = list(sides_of(short_of_margins(work, laid)))
    if not short:
        return
    sides = listed([f"{style.length(mm)} at the {side}" for side, mm in short])
    edge = work.plan.edge
    cures: list[Way] = []
    if isinstance(edge, Border):
        borders = {f"edge.{side}": style.typed(getattr(edge, side).mm + mm) for side, mm in short}
        cures.append(Way(label="Widen the border", text="to what stays white", fix=borders))
    elif isinstance(edge, NoEdge):
        zero = dict.fromkeys(("left", "top", "right", "bottom"), "0 mm")
        widths = zero | {side: style.typed(mm) for side, mm in short}
        cures.append(
            Way(label="Give it that border", text="the picture keeps clear of it", fix={"edge": {"kind": "border"} | widths})
        )  # fmt: skip
    if used.feed.borderless:
        cures.append(
            Way(label="Print it borderless", text=f"{style.length(used.feed.overspray.mm)} beyond the sheet", fix={"device.borderless": True})
        )  # fmt: skip
    yield Finding(
        id="border-under-margin",
        level="warn",
        step="handover",
        text=f"The unprintable margins of the {used.name}, {used.feed.name}, are {margins_text(used.feed, style)}: {sides} of "
        "what is to be printed is cut off.",
        ways=cures if len(cures) > 1 else None,
        fix=cures[0].fix if len(cures) == 1 else None,
        fix_label=cures[0].label if len(cures) == 1 else None,
    )


def margins_text(feed: Feed, style: LengthStyle) -> str:
    """`3 mm`, or where the sides differ `3 to 14 mm`.

    >>> margins_text(fog(device=chosen("desk/a4")).device.feed, LengthStyle("cm"))
    '0.3 cm'
    """
    margins = feed.margins.mm
    least, most = min(margins), max(margins)
    if least == most:
        return style.length(most)
    return f"{style.length(least)} to {style.length(most)}"


def _oversprayed(
    work: Work, used: DeviceUsed, laid: Lying, style: LengthStyle
) -> Iterator[Finding]:
    if not laid.borderless:
        return
    eaten = list(sides_of(eaten_by_overspray(work, laid)))
    if not eaten:
        return
    sides = listed([f"{style.length(mm)} at the {side}" for side, mm in eaten])
    over = used.feed.overspray
    fix: dict[str, Any] | None = None
    if isinstance(work.plan.edge, NoEdge):
        fix = {"edge": {"kind": "bleed", "bleed": over.typed, "safe": over.typed}}
    elif isinstance(work.plan.edge, Bleed):
        fix = {"edge.bleed": over.typed} | dict.fromkeys(
            ("edge.left", "edge.top", "edge.right", "edge.bottom")
        )
    yield Finding(
        id="oversprayed",
        level="warn",
        step="edge",
        text=f"Printed borderless, {used.name} prints {style.length(over.mm)} beyond the sheet: {sides} of the picture is lost.",
        fix=fix,
        fix_label=f"Give it {style.length(over.mm)} of bleed" if fix else None,
    )


def other_scale(used: DeviceUsed) -> Iterator[Finding]:
    """A scale that was measured, and is not put right in the file.

    >>> from tests.devices import corrected
    >>> list(other_scale(fog(device=corrected("desk/a4", 0.995, 1.0)).device))
    []
    """
    feed = used.feed
    if feed.true_to_size or used.corrects:
        return
    across, along = (show.percent(share) for share in feed.scale)
    what = across if across == along else f"{across} across and {along} along"
    day = f" on {feed.measured}" if feed.measured else ""
    yield Finding(
        id="driver-scale",
        level="stop",
        step="handover",
        text=f"{used.name} printed {what} of the size when it was measured{day}. Set its driver to 100 % and measure again, or have "
        "the file made larger by as much.",
        fix={"device.used": used.model_copy(update={"corrects": True}).model_dump(mode="json")},
        fix_label="Correct it in the file",
    )


def medium_findings(work: Work, used: DeviceUsed) -> Iterator[Finding]:
    """What the row says of the medium: whether it goes through, and by which profile."""
    medium = work.plan.medium
    row = medium_of(work)
    if row is None:
        if stock_key(work) and used.media:
            yield Finding(
                id="medium-not-for-device",
                level="note",
                step="handover",
                text=f"{used.name} has no setting for {medium.name} in its row: nobody has said that it goes through.",
            )
        return
    profile = work.studio.profiles.by_key(row.profile) if row.profile else None
    wanted = work.plan.output.print_profile
    if profile is not None and (wanted is None or wanted.hash != profile.hash):
        yield Finding(
            id="profile-of-device",
            level="note",
            step="handover",
            text=f"For {medium.name} on the {used.name} there is the profile “{profile.name}”. Without it the driver decides on the "
            "colours.",
            fix={"output.profile": snapshot(profile)},
            fix_label=f"Take {profile.name}",
        )

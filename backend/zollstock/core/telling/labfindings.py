"""What the chosen lab will do to a print's file, each with the change that makes it unnecessary."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from ..answer.fixes import pixels_part
from ..answer.reckoning import Finding
from ..devices.atlab import SAME, AtLab, at_lab
from ..devices.lying import Sides, sides_of
from ..edges import Bleed, NoEdge
from ..ground import show
from ..ground.plaintext import listed
from ..ground.show import LengthStyle
from ..parts.file import LEAST_KB, MOST_KB
from ..parts.lab import LabUsed
from ..rules.fileformats import FILE_FORMATS
from ..shapes.drawing import Drawing
from ..sheet.drawings import small_drawing
from ..studio.logged import fault_words
from ..work.outcome import Work
from .profilefindings import snapshot

#: A file that is off a lab's grid by less than this share is on it.
_ON_GRID = 0.002


def lab_findings(work: Work, style: LengthStyle) -> Iterator[Finding]:
    """Everything about the lab; nothing while none is chosen.

    >>> list(lab_findings(fog(), LengthStyle("cm")))
    []
    """
    choice, lab = work.plan.lab, work.lab
    if choice is None or work.plan.target.in_pixels:
        return
    if lab is None:
        yield Finding(
            id="lab-unknown",
            level="warn",
            step="handover",
            text="The lab or the size that this print was planned for is not in the studio. Choose another.",
            fix={"lab": None},
            fix_label="Plan it without a lab",
        )
        return
    yield from _by_now(work, lab)
    yield from _fits(work, lab, style)
    yield from _format(work, lab)
    yield from _limits(work, lab)
    yield from _grid(work, lab)
    yield from _profile(work, lab)
    yield from _own_ways(work, lab)
    yield from _before(work, lab)


def _by_now(work: Work, lab: LabUsed) -> Iterator[Finding]:
    choice = work.plan.lab
    if choice is None or choice.used is None:
        return
    now = work.studio.labs.by_now(choice)
    if now == lab or now is None:
        if now is None and work.studio.labs.labs:
            yield Finding(
                id="lab-gone", level="note", step="handover",
                text=f"{lab.name} does not have this size in the studio any more. This print goes by what its row was.",
            )  # fmt: skip
        return
    words = {"size": "its size or its price", "profile": "its profile", "formats": "its files", "grid_ppi": "its grid",
             "fits": "how it fits", "days": "its days"}  # fmt: skip
    changed = [said for name, said in words.items() if getattr(now, name) != getattr(lab, name)]
    yield Finding(
        id="lab-changed",
        level="note",
        step="handover",
        text=f"The row of {lab.name} changed since this print was planned ({listed(changed or ['its rules'])}). It goes by what the row was.",
        fix={"lab.used": now.model_dump(mode="json")},
        fix_label="Take over what the row says",
    )


def _fits(work: Work, lab: LabUsed, style: LengthStyle) -> Iterator[Finding]:
    """Another ratio or size than the lab's paper: what is cut, what stays white, how large it comes back."""
    found = at_lab(work, lab)
    if found.as_planned:
        return
    size = style.size(found.width, found.height)
    drawing = _window(work, found)
    fix = _its_size(work, lab, found)
    lost, white = _sides(found.lost, style), _sides(found.white, style)
    label = f"Plan it as {size}" + (
        f" with {style.length(found.bleed)} of bleed" if found.bleed else ""
    )
    if lab.fits == "refuses":
        yield Finding(
            id="lab-refuses", level="stop", step="size", drawing=drawing, fix=fix, fix_label=label,
            text=f"{lab.name} takes files of its own size alone: {size} with {style.length(found.bleed)} of bleed on every side.",
        )  # fmt: skip
    elif white:
        too = f", and {lost} of the finished print goes" if lost else ""
        yield Finding(
            id="lab-pads", level="warn", step="size", drawing=drawing, fix=fix, fix_label=label,
            text=f"{lab.name} will pad to its own paper: {white} comes back white{too}.",
        )  # fmt: skip
    elif lost:
        yield Finding(
            id="lab-crops", level="warn", step="size", drawing=drawing, fix=fix, fix_label=label,
            text=f"{lab.name} will crop from the centre: {lost} of the finished print goes.",
        )  # fmt: skip
    if found.rescaled and lab.fits != "refuses":
        yield Finding(
            id="lab-scales", level="warn", step="size", fix=fix, fix_label=label,
            text=f"{lab.name} will print {show.percent(found.scale)} of the size: its paper is {size}.",
        )  # fmt: skip


def _sides(lengths: Sides, style: LengthStyle) -> str:
    found = [f"{style.length(mm)} at the {side}" for side, mm in sides_of(lengths) if mm > SAME]
    return listed(found) if found else ""


def _window(work: Work, found: AtLab) -> Drawing:
    """The file with what of it lies on the finished print, the rest covered."""
    drawn = small_drawing(work)
    return Drawing({**drawn.boxes, "opening": found.window.as_floats()}, drawn.pieces, [], [])


def _its_size(work: Work, lab: LabUsed, found: AtLab) -> dict[str, Any]:
    """The lab's size as the print's own, with its bleed; keep zones then decide on the crop, not the lab's centre."""
    size = lab.size
    width, height = (size.height, size.width) if found.turned else (size.width, size.height)
    fix: dict[str, Any] = {"target": {"width": width.typed, "height": height.typed, "ppi": None}, "fit.mode": "fill", "fit.zoom": 1.0}  # fmt: skip
    if work.plan.fit.keep:
        fix["fit.auto"] = True
    edge = work.plan.edge
    if size.bleed.mm and isinstance(edge, NoEdge):
        fix["edge"] = {"kind": "bleed", "bleed": size.bleed.typed, "safe": size.bleed.typed}
    elif size.bleed.mm and isinstance(edge, Bleed):
        fix |= {"edge.bleed": size.bleed.typed} | dict.fromkeys(("edge.left", "edge.top", "edge.right", "edge.bottom"))  # fmt: skip
    elif not size.bleed.mm and isinstance(edge, Bleed):
        fix["edge"] = {"kind": "none"}
    return fix


def _format(work: Work, lab: LabUsed) -> Iterator[Finding]:
    output = work.plan.output
    if not lab.formats or output.format in lab.formats:
        return
    first = lab.formats[0]
    kind = FILE_FORMATS[first]
    bits = {} if output.bits in kind.bits else {"output.bits": max(kind.bits)}
    kinds = listed([FILE_FORMATS[one].label for one in lab.formats])
    yield Finding(
        id="lab-format-refused",
        level="warn",
        step="handover",
        text=f"{lab.name} takes {kinds}, no {FILE_FORMATS[output.format].label}.",
        fix={"output.format": first} | bits,
        fix_label=f"Make it a {kind.label}",
    )


def _limits(work: Work, lab: LabUsed) -> Iterator[Finding]:
    longest = max(work.output_w, work.output_h)
    if lab.most_px is not None and longest > lab.most_px:
        ppi = float(int(lab.most_px / longest * float(work.output_ppi)))
        yield Finding(
            id="lab-too-many-px",
            level="warn",
            step="pixels",
            text=f"{lab.name} takes {show.whole(lab.most_px)} px on the longer side; this file has {show.whole(longest)}.",
            fix=pixels_part("fixed", max(1.0, ppi)),
            fix_label=f"Make it at {show.ppi(max(1.0, ppi))}",
        )
    lossless = FILE_FORMATS[work.plan.output.format].lossless
    if lab.most_bytes is not None and lossless and work.output_bytes > lab.most_bytes:
        jpeg = "jpeg" in lab.formats
        yield Finding(
            id="lab-too-many-bytes",
            level="warn",
            step="handover",
            text=f"{lab.name} takes files of {show.size_of_file(lab.most_bytes)}; this one has {show.size_of_file(work.output_bytes)} before it is compressed.",
            fix={
                "output.format": "jpeg",
                "output.bits": 8,
                "output.most_kb": max(LEAST_KB, min(lab.most_bytes // 1000, MOST_KB)),
            }
            if jpeg
            else None,
            fix_label=f"Make it a JPEG of at most {show.size_of_file(lab.most_bytes)}"
            if jpeg
            else None,
        )


def _grid(work: Work, lab: LabUsed) -> Iterator[Finding]:
    grid = lab.grid_ppi
    if grid is None or abs(float(work.output_ppi) / grid - 1) <= _ON_GRID:
        return
    yield Finding(
        id="lab-resamples",
        level="note",
        step="pixels",
        text=f"{lab.name} resamples every file to {grid} ppi; this one has {show.ppi(work.output_ppi)}. Made at {grid} it is sharpened for what is printed.",
        fix=pixels_part("fixed", float(grid)),
        fix_label=f"Make it at {grid} ppi",
    )


def _profile(work: Work, lab: LabUsed) -> Iterator[Finding]:
    wanted = work.plan.output.print_profile
    if lab.profile == "srgb":
        if wanted is not None or work.plan.output.profile == "picture":
            yield Finding(
                id="lab-wants-srgb",
                level="warn",
                step="handover",
                text=f"{lab.name} wants sRGB: it takes the numbers of any other file for sRGB, and the colours come back wrong.",
                fix={"output.profile": "srgb"},
                fix_label="Make it sRGB",
            )
        return
    row = work.studio.profiles.by_key(lab.profile)
    if row is None or (wanted is not None and wanted.hash == row.hash):
        return
    yield Finding(
        id="lab-wants-profile",
        level="warn",
        step="handover",
        text=f"{lab.name} wants files in “{row.name}”.",
        fix={"output.profile": snapshot(row)},
        fix_label=f"Take {row.name}",
    )


def _before(work: Work, lab: LabUsed) -> Iterator[Finding]:
    """What came back from this lab before, and was no good."""
    found = [
        one for one in work.studio.faults if one.lab and one.lab.casefold() == lab.name.casefold()
    ]
    if not found:
        return
    found = sorted(found, key=lambda one: one.day, reverse=True)
    written = next((one.note for one in found if one.note), "")
    yield Finding(
        id="lab-before",
        level="note",
        step="handover",
        text=fault_words(found) + (f" It says: “{written}”" if written else ""),
    )


def _own_ways(work: Work, lab: LabUsed) -> Iterator[Finding]:
    if lab.sharpens and work.plan.pixels.sharpen is not None:
        yield Finding(
            id="lab-sharpens",
            level="note",
            step="pixels",
            text=f"{lab.name} sharpens every file; sharpened here too, edges get double lines.",
            fix={"pixels.sharpen": None},
            fix_label="Leave the sharpening to the lab",
        )
    if lab.borders:
        yield Finding(
            id="lab-borders",
            level="note",
            step="edge",
            text=f"{lab.name} prints a white border of its own round every print, inside the size that is ordered. Ask for it without.",
        )

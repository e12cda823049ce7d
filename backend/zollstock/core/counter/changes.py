"""What changed from one version of a print to another, in words."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from ..documents.plan import Plan, lengths_of
from ..ground import show
from ..ground.rational import Fraction
from ..ground.show import LengthStyle, style_for
from ..parts.file import OutputSpec
from ..work.outcome import Work, work_out
from .edgewords import edge_in_words

Document = dict[str, Any]
#: A crop that moved less on paper did not move, mm.
_STAYED = Fraction(1, 20)
_MODES = {"fill": "cropped to fill", "contain": "whole", "stretch": "stretched"}


def changes(before: Plan, after: Plan) -> list[str]:
    """Each change in a few words, in the order of the work; nothing where they are alike.

    >>> from ..documents.plan import parse_plan
    >>> plan = {"picture": {"width_px": 6000, "height_px": 4000}, "target": {"width": "50 cm", "height": "40 cm"}}
    >>> changes(parse_plan(plan), parse_plan(plan | {"target": {"width": "60 cm", "height": "40 cm"}, "title": "Fog"}))
    ['title “Fog”', '50 × 40 cm → 60 × 40 cm']
    """
    return list(_changes(work_out(before), work_out(after)))


def _changes(old: Work, new: Work) -> Iterator[str]:
    before, after = old.plan, new.plan
    if before.title != after.title:
        yield f"title “{after.title or 'untitled'}”"
    yield from _size(old, new)
    yield from _fit(old, new)
    was, now = (edge_in_words(work.plan.edge, _style(work)) or "no edge" for work in (old, new))
    if was != now:
        yield f"{was} → {now}"
    elif before.edge != after.edge:
        yield f"{now}: other details"
    if before.marks != after.marks:
        yield "other marks"
    if before.medium.name != after.medium.name:
        yield f"{before.medium.name or 'no medium'} → {after.medium.name or 'no medium'}"
    elif before.medium != after.medium:
        yield f"{after.medium.name}: other values"
    yield from _viewing(old, new)
    yield from _file(before, after)


def _style(work: Work) -> LengthStyle:
    return style_for(lengths_of(work.plan))


def _size(old: Work, new: Work) -> Iterator[str]:
    was, now = (_style(work).size(work.boxes.trim.w, work.boxes.trim.h) for work in (old, new))
    if was != now:
        yield f"{was} → {now}"
    elif old.plan.target != new.plan.target:
        yield f"{now}, typed otherwise"


def _fit(old: Work, new: Work) -> Iterator[str]:
    before, after = old.plan.fit, new.plan.fit
    if before.turn != after.turn:
        yield f"turned by {(after.turn - before.turn) % 360}°"
    if before.angle != after.angle:
        yield f"straightened {show.decimal(before.angle, 2)}° → {show.decimal(after.angle, 2)}°"
    if before.mode != after.mode:
        yield f"{_MODES.get(before.mode, before.mode)} → {_MODES.get(after.mode, after.mode)}"
    if len(before.keep) != len(after.keep):
        yield f"{len(after.keep)} keep {'zone' if len(after.keep) == 1 else 'zones'}"
    elif before.keep != after.keep:
        yield "keep zones moved"
    was, now = old.placement.crop, new.placement.crop
    if (was.w, was.h) != (now.w, now.h):
        same = old.plan.target == new.plan.target and old.plan.edge == new.plan.edge
        if same and (before.turn, before.mode) == (after.turn, after.mode):
            yield f"crop {'tighter' if now.w * now.h < was.w * was.h else 'wider'}: {show.percent(now.w / was.w)}"
        return
    across, down = (
        float((b - a) / new.effective * Fraction(254, 10))
        for a, b in ((was.x, now.x), (was.y, now.y))
    )
    style = _style(new)
    moved = [
        f"{style.length(Fraction(abs(mm)))} {word[mm > 0]}"
        for mm, word in ((across, ("left", "right")), (down, ("up", "down")))
        if abs(mm) >= _STAYED
    ]
    if moved:
        yield f"crop moved {' and '.join(moved)}"


def _viewing(old: Work, new: Work) -> Iterator[str]:
    before, after = old.plan.viewing, new.plan.viewing
    if before.distance != after.distance:
        yield f"seen from {new.distance_text(_style(new))}"
    if before.school != after.school:
        yield f"judged by {after.school}"
    if before.detail != after.detail:
        yield "counts detail" if after.detail is not None else "counts pixels"


def _file(before: Plan, after: Plan) -> Iterator[str]:
    if before.pixels != after.pixels:
        parts = {
            "ppi": (before.pixels.mode, before.pixels.ppi, before.pixels.native_ppi) != (after.pixels.mode, after.pixels.ppi, after.pixels.native_ppi),
            "enlarging": before.pixels.method != after.pixels.method, "sharpening": before.pixels.sharpen != after.pixels.sharpen,
            "noise reduction": before.pixels.denoise != after.pixels.denoise,
        }  # fmt: skip
        yield "other " + (", ".join(name for name, other in parts.items() if other) or "pixels")
    if before.output.format != after.output.format:
        yield f"{before.output.format.upper()} → {after.output.format.upper()}"
    elif before.output != after.output:
        yield f"{after.output.format.upper()}: {_of_output(before.output, after.output)}"
    for word, was, now in (("device", before.device, after.device), ("lab", before.lab, after.lab)):
        if was != now:
            yield f"for a {word}" if was is None else f"another {word}" if now else f"for no {word}"


def _of_output(before: OutputSpec, after: OutputSpec) -> str:
    told = []
    if before.most_kb != after.most_kb:
        told.append(
            f"at most {show.whole(after.most_kb)} kB" if after.most_kb else "by its quality"
        )
    if before.quality != after.quality:
        told.append("another quality" if after.quality is None else f"quality {after.quality}")
    if before.rights != after.rights:
        told.append(
            "with copyright and creator" if after.rights else "without copyright and creator"
        )
    return ", ".join(told) or "another profile or depth"

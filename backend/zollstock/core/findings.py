"""Findings: what a careful colleague would point out, with the change that cures it."""

from __future__ import annotations

from collections.abc import Iterator

from . import pixelcount, show, zones
from .fit import best_start, zone_px
from .lengths import MM_PER_INCH
from .plan import Bleed, Border, Mat, Wrap
from .rational import Fraction
from .reckoning import Finding
from .show import LengthStyle
from .work import Work

#: Comfortable enlargement, and where it turns into something for far viewing only (linear).
COMFORTABLE = Fraction(9, 5)
MOST = Fraction(2)
#: A crop that takes more of the picture than this is worth a word.
MUCH_LOST = Fraction(15, 100)


def findings(work: Work, style: LengthStyle) -> list[Finding]:
    """All findings of a plan, the gravest first, in the order of the work within a level."""
    found = [
        *_zones(work, style),
        *_loss(work),
        *_edge(work, style),
        *_pixels(work),
        *_quality(work, style),
        *_file(work),
    ]
    gravity = {"stop": 0, "warn": 1, "note": 2}
    return sorted(found, key=lambda finding: gravity[finding.level])


def _called(name: str) -> str:
    return f"The {name}" if name else "A keep zone"


def _zones(work: Work, style: LengthStyle) -> Iterator[Finding]:
    if not work.plan.fit.keep:
        return
    seen = zones.seen_box(work)
    limit = zones.near_limit(seen)
    fix = _auto_fix(work)
    for room in zones.rooms(work, seen):
        side, gap = room.tightest
        edge = {"left": "left", "top": "upper", "right": "right", "bottom": "lower"}[side]
        name = _called(room.zone.name)
        if gap < 0:
            where = _beyond(work)
            yield Finding(id="keep-zone-cut", level="warn", step="fit", **fix,
                          text=f"{name} is cut: {style.length(-gap)} of it {where} "
                               f"the {edge} edge.")  # fmt: skip
        elif gap < limit and work.plan.edge.kind != "wrap":
            yield Finding(id="keep-zone-near-edge", level="warn", step="fit", **fix,
                          text=f"{name} comes {style.length(gap)} from the {edge} edge.")  # fmt: skip
    yield from _safe_zones(work, style)
    yield from _fold_zones(work, style)


def _beyond(work: Work) -> str:
    kind = work.plan.edge.kind
    if kind == "wrap":
        return "goes round"
    return {"bleed": "is trimmed away at", "mat": "hides under the mat at"}.get(kind, "lies beyond")


def _auto_fix(work: Work) -> dict[str, object]:
    """Automatic placement as a fix, where it moves the crop at all; {} where it does not."""
    fit, placed = work.plan.fit, work.placement
    if fit.auto or fit.mode != "fill":
        return {}
    spots = [zone_px(zone, placed.picture_w, placed.picture_h) for zone in fit.keep]
    better = (
        best_start(Fraction(placed.picture_w), placed.crop.w,
                   min(s.x for s in spots), max(s.right for s in spots)),
        best_start(Fraction(placed.picture_h), placed.crop.h,
                   min(s.y for s in spots), max(s.bottom for s in spots)),
    )  # fmt: skip
    moves = (better[0] - placed.crop.x, better[1] - placed.crop.y)
    if not any(moves):
        return {}
    sideways = abs(moves[0]) > abs(moves[1])
    word = ("left", "right") if sideways else ("up", "down")
    direction = word[0] if (moves[0] if sideways else moves[1]) < 0 else word[1]
    return {"fix": {"fit.auto": True}, "fix_label": f"Move the crop {direction}"}


def _safe_zones(work: Work, style: LengthStyle) -> Iterator[Finding]:
    safe = work.boxes.safe
    if not isinstance(work.plan.edge, Bleed) or safe is None or safe == work.boxes.trim:
        return
    inside_trim = {room.zone: room.tightest[1] for room in zones.rooms(work, work.boxes.trim)}
    for room in zones.rooms(work, safe):
        gap = room.tightest[1]
        if gap < 0 <= inside_trim[room.zone]:
            yield Finding(id="keep-zone-outside-safe", level="warn", step="edge",
                          text=f"{_called(room.zone.name)} reaches {style.length(-gap)} out of the "
                               "safe area; a cutter may take it.", **_auto_fix(work))  # fmt: skip


def _fold_zones(work: Work, style: LengthStyle) -> Iterator[Finding]:
    edge, fold = work.plan.edge, work.boxes.fold
    if not isinstance(edge, Wrap) or edge.fill != "picture" or fold is None:
        return
    for room in zones.rooms(work, fold):
        side, gap = room.tightest
        if gap < zones.NEAR_MM:
            where = "goes over" if gap < 0 else f"comes {style.length(gap)} from"
            yield Finding(id="keep-zone-near-fold", level="warn", step="edge",
                          text=f"{_called(room.zone.name)} {where} the {side} fold.",
                          fix={"edge.fill": "mirror"},
                          fix_label="Mirror the picture round the side")  # fmt: skip


def _loss(work: Work) -> Iterator[Finding]:
    loss = work.placement.loss
    if loss > MUCH_LOST and work.plan.fit.zoom == 1:
        yield Finding(id="much-lost", level="note", step="fit",
                      text=f"The crop takes {show.percent(loss)} of the picture away.",
                      fix={"fit.mode": "contain", "fit.zoom": 1.0},
                      fix_label="Keep the picture whole")  # fmt: skip


def _edge(work: Work, style: LengthStyle) -> Iterator[Finding]:
    edge, plan = work.plan.edge, work.plan
    if isinstance(edge, Mat):
        trim, image = work.boxes.trim, work.boxes.image
        if image.w > trim.w or image.h > trim.h:
            yield Finding(id="image-beyond-sheet", level="stop", step="edge",
                          text=f"Opening and overlap need {style.size(image.w, image.h)}; the sheet "
                               f"is only {style.size(trim.w, trim.h)}.",
                          fix={"target.width": show.typed_length(max(image.w, trim.w), style.unit),
                               "target.height": show.typed_length(max(image.h, trim.h), style.unit)},
                          fix_label="Take a sheet that holds it")  # fmt: skip
    if isinstance(edge, Wrap) and edge.fill in ("mirror", "soft-mirror"):
        around, printed = edge.depth.mm + edge.turn.mm, work.placement.printed
        if min(printed.w, printed.h) < around:
            yield Finding(id="mirror-too-shallow", level="stop", step="edge",
                          text=f"A mirrored side needs {style.length(around)} of picture; the face "
                               f"has only {style.length(min(printed.w, printed.h))}.",
                          fix={"edge.fill": "stretch"},
                          fix_label="Stretch the outermost pixels")  # fmt: skip
    marks = plan.marks
    if (marks.crop or marks.fold or marks.centre) and not marks.margin.mm:
        yield Finding(id="marks-without-margin", level="warn", step="edge",
                      text="Marks are drawn outside the image, and there is no margin for them.",
                      fix={"marks.margin": "10 mm"}, fix_label="Give them 10 mm")  # fmt: skip
    if isinstance(edge, Border) and plan.fit.mode == "contain":
        image, printed = work.boxes.image, work.placement.printed
        if (printed.w, printed.h) != (image.w, image.h):
            left, top = printed.x - work.boxes.trim.x, printed.y - work.boxes.trim.y
            yield Finding(id="borders-differ", level="note", step="edge",
                          text=f"The picture is whole, so the white differs: {style.length(left)} "
                               f"at the left, {style.length(top)} at the top.")  # fmt: skip


def _pixels(work: Work) -> Iterator[Finding]:
    scale = work.scale
    if scale > MOST:
        yield Finding(id="enlarged-far", level="warn", step="pixels",
                      text=f"Enlarged {show.times(scale)}. Resampling invents no detail; beyond 2 × "
                           "it is for far viewing only.",
                      fix={"pixels.mode": "keep"}, fix_label="Keep the pixels")  # fmt: skip
    elif scale > COMFORTABLE:
        yield Finding(id="enlarged-much", level="note", step="pixels",
                      text=f"Enlarged {show.times(scale)}: watch it closely, noise grows along.")  # fmt: skip
    elif scale < 1:
        dropped = 1 - scale * scale
        yield Finding(id="pixels-dropped", level="note", step="pixels",
                      text=f"{show.percent(dropped)} of the pixels in use are averaged away in the "
                           "file. The master keeps them all.")  # fmt: skip


def _quality(work: Work, style: LengthStyle) -> Iterator[Finding]:
    from .viewing import acuity_reach

    if work.grade is None:
        yield Finding(id="no-trials", level="stop", step="distance",
                      text="This studio has no trials yet for this medium and distance, so they "
                           "cannot decide.",
                      fix={"viewing.school": "acuity"}, fix_label="Judge by acuity")  # fmt: skip
        return
    if work.grade in ("surplus", "clean"):
        return
    clean = style.far(acuity_reach(float(work.effective), work.factor, work.plan.viewing.arcmin))
    what = f"{show.ppi(work.effective)} where {show.ppi(work.need or 0)} are needed"
    if work.grade == "near":
        yield Finding(id="quality-near", level="note", step="pixels",
                      text=f"{what}: hardly anyone will see it. Clean from {clean}.")  # fmt: skip
    else:
        yield Finding(id=f"quality-{work.grade}", level="warn", step="pixels",
                      text=f"{what}: {work.grade} from {style.far(work.distance)}. It looks clean "
                           f"from {clean}.")  # fmt: skip


def _file(work: Work) -> Iterator[Finding]:
    output, longest = work.plan.output, max(work.output_w, work.output_h)
    as_tiff = {"fix": {"output.format": "tiff"}, "fix_label": "Make it a TIFF"}
    if output.format == "jpeg" and longest > pixelcount.JPEG_LONGEST_SIDE:
        yield Finding(id="jpeg-too-long", level="stop", step="handover", **as_tiff,
                      text=f"A JPEG holds 65 535 px a side; this file has {show.whole(longest)}.")  # fmt: skip
    if output.format == "jpeg" and output.bits == 16:
        yield Finding(id="jpeg-16-bit", level="stop", step="handover",
                      text="A JPEG has 8 bits a channel, not 16.",
                      fix={"output.bits": 8}, fix_label="Take 8 bits")  # fmt: skip
    if work.output_w * work.output_h > pixelcount.MOST_OUTPUT_PIXELS:
        ppi = _largest_ppi(work)
        yield Finding(id="file-too-large", level="stop", step="pixels",
                      text=f"{show.whole(work.output_w)} × {show.whole(work.output_h)} px is more "
                           "than the 4 gigapixels a file may have.",
                      fix={"pixels": {"mode": "fixed", "ppi": ppi}},
                      fix_label=f"Make it at {show.ppi(ppi)}")  # fmt: skip
    elif min(work.output_w, work.output_h) < 1:
        yield Finding(id="file-too-small", level="stop", step="pixels",
                      text="At this ppi the file would have less than one pixel a side.")  # fmt: skip
    elif output.format == "tiff" and work.output_bytes >= pixelcount.CLASSIC_TIFF_BYTES:
        yield Finding(id="tiff-over-4-gib", level="warn", step="handover",
                      text="Over 4 GiB uncompressed: it is written as BigTIFF, which many labs "
                           "cannot read.")  # fmt: skip


def _largest_ppi(work: Work) -> float:
    """The whole ppi, 300 at the most, at which the document fits into a file."""
    document = work.boxes.document
    square_inches = float(document.w * document.h / MM_PER_INCH**2)
    return float(
        max(1, min(300, int((0.999 * pixelcount.MOST_OUTPUT_PIXELS / square_inches) ** 0.5)))
    )

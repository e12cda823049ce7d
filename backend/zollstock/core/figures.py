"""Every figure of a reckoning, built together with its formula and working.

A working always ends in the figure's own text, so number and explanation cannot drift apart.
"""

from __future__ import annotations

from collections.abc import Iterator

from . import show
from .fit import Placement
from .lengths import MM_PER_INCH
from .pixelcount import length_px
from .rational import Fraction, exact
from .ratios import ratio_text
from .reckoning import Figure
from .show import LengthStyle, decimal, pixel_number
from .straighten import UPRIGHT, largest
from .work import Work

SIDES = ("left", "top", "right", "bottom")


def _figure(
    name: str,
    label: str,
    value: Fraction | float | int | str,
    unit: str,
    text: str,
    formula: str,
    put_in: str,
    source: str,
) -> Figure:
    """A figure; `put_in` is the formula with its values, without the result."""
    plain = float(value) if isinstance(value, Fraction) else value
    return Figure(
        id=name, label=label, value=plain, unit=unit, text=text, formula=formula,
        working=f"{put_in} = {text}", source=source,
    )  # fmt: skip


def figures(work: Work, style: LengthStyle) -> list[Figure]:
    """All figures of the plan in the order of the work."""
    return [
        *_picture(work),
        *_boxes(work, style),
        *_crop(work, style),
        *_padding(work, style),
        *_resolution(work, style),
        *_verdict(work, style),
        *_file(work, style),
    ]


def _picture(work: Work) -> Iterator[Figure]:
    plan, placed = work.plan, work.placement
    stored = f"{plan.picture.width_px} × {plan.picture.height_px} px"
    how = f"{stored}, orientation {plan.picture.orientation}, turned {plan.fit.turn}°"
    for name, label, value in (
        ("picture_width_px", "Picture width", placed.picture_w),
        ("picture_height_px", "Picture height", placed.picture_h),
    ):
        yield _figure(name, label, value, "px", show.px(value),
                      "pixels after orientation and turn", how, "orientation")  # fmt: skip
    ratio = Fraction(placed.picture_w, placed.picture_h)
    yield _figure("picture_ratio", "Picture ratio", ratio, "–", ratio_text(ratio),
                  "picture width ÷ picture height",
                  f"{placed.picture_w} ÷ {placed.picture_h}", "ratio")  # fmt: skip


def _boxes(work: Work, style: LengthStyle) -> Iterator[Figure]:
    image, document = work.boxes.image, work.boxes.document
    word = target_word(work.plan.edge.kind)
    for axis in ("width", "height"):
        typed = getattr(work.plan.target, axis)
        yield _figure(f"target_{axis}", f"{word.capitalize()} {axis}", typed.mm, "mm",
                      style.length(typed.mm), "as typed", typed.typed, "target")  # fmt: skip
    for axis, value in (("width", image.w), ("height", image.h)):
        formula, put_in = _image_side(work, style, axis)
        yield _figure(f"image_{axis}", f"Image {axis}", value, "mm", style.length(value),
                      formula, put_in, work.plan.edge.kind)  # fmt: skip
    ratio = image.w / image.h
    yield _figure("box_ratio", "Image box ratio", ratio, "–", ratio_text(ratio),
                  "image width ÷ image height",
                  f"{style.number(image.w)} ÷ {style.number(image.h)}", "ratio")  # fmt: skip
    for axis, value in (("width", document.w), ("height", document.h)):
        formula, put_in = _document_side(work, style, axis)
        yield _figure(f"document_{axis}", f"File {axis}", value, "mm", style.length(value),
                      formula, put_in, work.plan.edge.kind)  # fmt: skip


def target_word(kind: str) -> str:
    """What the target is called under an edge: sheet, face or trim."""
    return {"border": "sheet", "mat": "sheet", "wrap": "face", "bleed": "trim"}.get(kind, "print")


def _image_side(work: Work, style: LengthStyle, axis: str) -> tuple[str, str]:
    edge, n = work.plan.edge, style.number
    full = getattr(work.plan.target, axis).mm
    if edge.kind == "border":
        names = ("left", "right") if axis == "width" else ("top", "bottom")
        first, second = (getattr(edge, name).mm for name in names)
        taken = f"2 × {n(first)}" if first == second else f"{n(first)} − {n(second)}"
        return f"sheet {axis} − {names[0]} − {names[1]}", f"{n(full)} − {taken}"
    if edge.kind == "bleed":
        return f"trim {axis} + 2 × bleed", f"{n(full)} + 2 × {n(edge.bleed.mm)}"
    if edge.kind == "mat":
        opening = getattr(edge, f"opening_{axis}").mm
        return f"opening {axis} + 2 × overlap", f"{n(opening)} + 2 × {n(edge.overlap.mm)}"
    if edge.kind == "wrap" and edge.fill == "picture":
        return _wrapped(style, axis, full, edge.depth.mm, edge.turn.mm)
    word = target_word(edge.kind)
    return f"{word} {axis}", f"{word} {style.length(full)}"


def _wrapped(
    style: LengthStyle, axis: str, face: Fraction, depth: Fraction, turn: Fraction
) -> tuple[str, str]:
    n = style.number
    return f"face {axis} + 2 × (depth + turn)", f"{n(face)} + 2 × ({n(depth)} + {n(turn)})"


def _document_side(work: Work, style: LengthStyle, axis: str) -> tuple[str, str]:
    edge, n = work.plan.edge, style.number
    full = getattr(work.plan.target, axis).mm
    if edge.kind == "bleed":
        formula, put_in = f"trim {axis} + 2 × bleed", f"{n(full)} + 2 × {n(edge.bleed.mm)}"
    elif edge.kind == "wrap":
        formula, put_in = _wrapped(style, axis, full, edge.depth.mm, edge.turn.mm)
    else:
        word = target_word(edge.kind)
        formula, put_in = f"{word} {axis}", f"{word} {style.length(full)}"
    margin = work.plan.marks.margin.mm
    if margin:
        return f"{formula} + 2 × marks margin", f"{put_in} + 2 × {n(margin)}"
    return formula, put_in


def _crop(work: Work, style: LengthStyle) -> Iterator[Figure]:
    placed, fit = work.placement, work.plan.fit
    crop = placed.crop
    source = "contain" if fit.mode == "contain" else "fill"
    for axis, label, value, formula, put_in in _crop_sides(work, style):
        yield _figure(f"crop_{axis}", label, value, "px", show.px(value), formula, put_in, source)
    for axis, label, anchor, spare in (
        ("x", "Crop from the left", placed.anchor[0], placed.spare[0]),
        ("y", "Crop from the top", placed.anchor[1], placed.spare[1]),
    ):
        value = getattr(crop, axis)
        size = placed.picture_w if axis == "x" else placed.picture_h
        kept = crop.w if axis == "x" else crop.h
        formula, put_in = (
            "(picture − crop) × anchor",
            (f"({size} − {pixel_number(kept)}) × {decimal(anchor, 4)}"),
        )
        if fit.angle:
            moved = value - Fraction(size, 2) + kept / 2
            formula = "(picture − crop) ÷ 2 + centre's way in the straightened picture"
            put_in = f"({size} − {pixel_number(kept)}) ÷ 2 + {pixel_number(moved)}"
        yield _figure(f"crop_{axis}", label, value, "px", show.px(value), formula, put_in,
                      source)  # fmt: skip
        how = "from the keep zones" if fit.auto and fit.keep and spare else "as set"
        yield _figure(f"anchor_{axis}", f"Anchor {axis}", anchor, "–", decimal(anchor, 4),
                      "share of the spare room left and above", how, "anchor")  # fmt: skip
    yield _figure("loss", "Lost by the crop", placed.loss, "–", show.percent(placed.loss),
                  "1 − crop area ÷ picture area",
                  f"1 − ({pixel_number(crop.w)} × {pixel_number(crop.h)}) ÷ "
                  f"({placed.picture_w} × {placed.picture_h})", "loss")  # fmt: skip
    yield from _straightened(work)
    yield from _cuts(placed, style)


def _crop_sides(work: Work, style: LengthStyle) -> Iterator[tuple[str, str, Fraction, str, str]]:
    """(axis, label, value, formula, values) of the crop's two sides."""
    placed, fit, image = work.placement, work.plan.fit, work.boxes.image
    labels = {"width": "Crop width", "height": "Crop height"}
    if fit.mode == "contain" and not fit.angle:
        for axis, value in (("width", placed.crop.w), ("height", placed.crop.h)):
            yield axis, labels[axis], value, "the whole picture", f"all {pixel_number(value)} px"
        return
    if fit.angle:
        yield from _leaning_sides(work, style)
        return
    wider = Fraction(placed.picture_w, placed.picture_h) > image.w / image.h
    ratio = f"({style.number(image.w)} ÷ {style.number(image.h)})"
    zoom = "" if fit.zoom == 1 else f" ÷ {decimal(fit.zoom, 3)}"
    by_zoom = " ÷ zoom" if zoom else ""
    if wider:
        yield ("width", labels["width"], placed.crop.w, f"picture height × box ratio{by_zoom}",
               f"{placed.picture_h} × {ratio}{zoom}")  # fmt: skip
        yield ("height", labels["height"], placed.crop.h, f"picture height{by_zoom}",
               f"{placed.picture_h}{zoom or ' px, all of it'}")  # fmt: skip
    else:
        yield ("width", labels["width"], placed.crop.w, f"picture width{by_zoom}",
               f"{placed.picture_w}{zoom or ' px, all of it'}")  # fmt: skip
        yield ("height", labels["height"], placed.crop.h, f"picture width ÷ box ratio{by_zoom}",
               f"{placed.picture_w} ÷ {ratio}{zoom}")  # fmt: skip


def _leaning_sides(work: Work, style: LengthStyle) -> Iterator[tuple[str, str, Fraction, str, str]]:
    """The crop's sides in a straightened picture: the angle takes a share from both directions."""
    placed, fit = work.placement, work.plan.fit
    crop, by = placed.crop, placed.lean
    cos, sin = decimal(by.cos, 5), decimal(abs(by.sin), 5)
    ratio = decimal(crop.w / crop.h, 4)
    zoom = "" if fit.zoom == 1 or fit.mode == "contain" else f" ÷ {decimal(fit.zoom, 3)}"
    by_zoom = " ÷ zoom" if zoom else ""
    yield ("width", "Crop width", crop.w,
           f"smaller of picture width ÷ (cos + sin ÷ ratio) and picture height ÷ (sin + cos ÷ ratio)"
           f"{by_zoom}",
           f"min({placed.picture_w} ÷ ({cos} + {sin} ÷ {ratio}), "
           f"{placed.picture_h} ÷ ({sin} + {cos} ÷ {ratio})){zoom}")  # fmt: skip
    yield (
        "height",
        "Crop height",
        crop.h,
        "crop width ÷ ratio",
        f"{pixel_number(crop.w)} ÷ {ratio}",
    )


def _straightened(work: Work) -> Iterator[Figure]:
    """The angle, and what it alone takes: against the crop of the same box without it."""
    placed, angle = work.placement, work.plan.fit.angle
    if not angle:
        return
    yield _figure("angle", "Straightened by", angle, "°", f"{decimal(angle, 2)}°",
                  "as set, clockwise", "set", "straighten")  # fmt: skip
    width, height = Fraction(placed.picture_w), Fraction(placed.picture_h)
    ratio = placed.crop.w / placed.crop.h
    upright, leaning = (largest(width, height, ratio, by) for by in (UPRIGHT, placed.lean))
    lost = 1 - (leaning[0] * leaning[1]) / (upright[0] * upright[1])
    yield _figure("angle_loss", "Lost by straightening", lost, "–", show.percent(lost),
                  "1 − straightened crop ÷ upright crop of the same ratio",
                  f"1 − {pixel_number(leaning[0])}² ÷ {pixel_number(upright[0])}²",
                  "straighten")  # fmt: skip


def _cuts(placed: Placement, style: LengthStyle) -> Iterator[Figure]:
    """How much goes on which side, in px and in printed length; only sides that lose any."""
    ppi = MM_PER_INCH / placed.mm_per_px
    for side, value in zip(SIDES, placed.cuts, strict=True):
        if value > 0:
            printed = style.length(value * placed.mm_per_px)
            yield _figure(f"cut_{side}", f"Cut off at the {side}", value, "px", show.px(value),
                          "picture beyond the crop, as printed length and in px",
                          f"{printed} of print at {show.ppi(ppi)}", "loss")  # fmt: skip


def _padding(work: Work, style: LengthStyle) -> Iterator[Figure]:
    image, printed = work.boxes.image, work.placement.printed
    if work.plan.fit.mode != "contain" or (printed.w == image.w and printed.h == image.h):
        return
    spare_x, spare_y = image.w - printed.w, image.h - printed.h
    anchor_x, anchor_y = work.placement.anchor
    for side, value, spare, share in (
        ("left", printed.x - image.x, spare_x, anchor_x),
        ("top", printed.y - image.y, spare_y, anchor_y),
        ("right", image.right - printed.right, spare_x, 1 - anchor_x),
        ("bottom", image.bottom - printed.bottom, spare_y, 1 - anchor_y),
    ):
        yield _figure(f"pad_{side}", f"Padding {side}", value, "mm", style.length(value),
                      "(image box − printed picture) × share",
                      f"{style.length(spare)} × {decimal(share, 4)}", "contain")  # fmt: skip


def _resolution(work: Work, style: LengthStyle) -> Iterator[Figure]:
    placed = work.placement
    box = "image box width" if work.plan.fit.mode == "fill" else "printed picture width"
    yield _figure("effective_ppi", "Effective resolution", work.effective, "ppi",
                  show.ppi(work.effective), f"crop width ÷ {box}",
                  f"{show.px(placed.crop.w)} ÷ {style.length(placed.printed.w)}"
                  + ("" if style.unit == "in" else " × 25.4 mm/in" if style.unit == "mm"
                     else f" × {decimal(work.output_ppi, 2)} ppi" if style.unit == "px" else f" ({decimal(placed.printed.w / Fraction(254, 10), 3)} in)"),
                  "resolution")  # fmt: skip


def _verdict(work: Work, style: LengthStyle) -> Iterator[Figure]:
    view = work.plan.viewing
    if work.plan.target.in_pixels:
        yield from _judged(work, "the target's own pixels", "tag", "pixel-target")
        return
    diagonal = work.visible.diagonal()
    if view.distance is not None:
        formula, put_in, source = "as set", f"{style.far(work.distance)} set", "distance-set"
    else:
        formula = f"{decimal(view.diagonals, 2)} × visible diagonal, at least 300 mm"
        put_in = f"{decimal(view.diagonals, 2)} × {style.length(diagonal)}"
        source = "whole-print"
        if work.distance > view.diagonals * diagonal:
            put_in = f"at least 300 mm, since {put_in} is nearer"
    yield _figure("view_distance", "Viewing distance", work.distance, "mm",
                  style.far(work.distance), formula, put_in, source)  # fmt: skip
    if work.need is not None:
        yield from _judged(work, *_need_working(work), view.school)
    yield clean_from(work, style)


def _judged(work: Work, formula: str, put_in: str, source: str) -> Iterator[Figure]:
    """Need, ratio and grade, where the school has an answer."""
    if work.need is not None and work.quality is not None and work.grade is not None:
        yield _figure("need_ppi", "Needed there", work.need, "ppi", show.ppi(work.need),
                      formula, put_in, source)  # fmt: skip
        yield _figure("quality_ratio", "Effective ÷ needed", work.quality, "–",
                      decimal(work.quality, 2), "effective ppi ÷ needed ppi",
                      f"{decimal(work.effective, 1)} ÷ {decimal(work.need, 1)}",
                      "grades")  # fmt: skip
        yield _figure("grade", "Verdict", work.grade, "word", work.grade,
                      "surplus ≥ 2, clean ≥ 1, near ≥ 0.8, soft ≥ 0.5, else coarse",
                      decimal(work.quality, 2), "grades")  # fmt: skip


def clean_from(work: Work, style: LengthStyle) -> Figure:
    """The nearest distance at which the print looks clean by acuity."""
    from .viewing import acuity_need, acuity_reach

    arcmin = work.plan.viewing.arcmin
    reach = acuity_reach(float(work.effective), work.factor, arcmin)
    constant = decimal(acuity_need(25.4, arcmin), 2)
    return _figure("clean_from", "Looks clean from", reach, "mm", style.far(reach),
                   "1 ÷ tan(angle) × medium factor ÷ effective ppi, in inches",
                   f"{constant} × {decimal(work.factor, 2)} ÷ {decimal(work.effective, 1)} in",
                   "acuity")  # fmt: skip


def _need_working(work: Work) -> tuple[str, str]:
    view, factor = work.plan.viewing, decimal(work.factor, 2)
    inches = decimal(work.distance / 25.4, 2)
    if view.school == "acuity":
        angle = decimal(view.arcmin, 2)
        return ("1 ÷ (distance in inches × tan(angle)) × medium factor",
                f"1 ÷ ({inches} × tan({angle}′)) × {factor}")  # fmt: skip
    base = decimal((work.need or 0) / exact(work.factor), 0)
    if view.school == "table":
        return "house table at this distance × medium factor", f"{base} × {factor}"
    return "300 ppi × medium factor", f"{base} × {factor}"


def _file(work: Work, style: LengthStyle) -> Iterator[Figure]:
    formula, put_in = _output_working(work)
    yield _figure("output_ppi", "Resolution of the file", work.output_ppi, "ppi",
                  show.ppi(work.output_ppi), formula, put_in, "output")  # fmt: skip
    for axis, side, value in (
        ("width", work.boxes.document.w, work.output_w),
        ("height", work.boxes.document.h, work.output_h),
    ):
        exact_px = length_px(side, work.output_ppi)
        yield _figure(f"output_{axis}_px", f"File {axis} in pixels", value, "px", show.px(value),
                      f"file {axis} in inches × output ppi, rounded half up",
                      f"{style.length(side)} at {show.ppi(work.output_ppi)}: "
                      f"{decimal(exact_px, 2)}", "rounding")  # fmt: skip
    yield _figure("scale_factor", "Enlarged by", work.scale, "–", show.times(work.scale),
                  "output ppi ÷ effective ppi",
                  f"{decimal(work.output_ppi, 1)} ÷ {decimal(work.effective, 1)}",
                  "output")  # fmt: skip
    size = work.output_bytes
    yield _figure("output_bytes", "Uncompressed", size, "B", show.size_of_file(size),
                  "width × height × channels × bytes per channel",
                  f"{work.output_w} × {work.output_h} × {work.channels} × "
                  f"{work.plan.output.bits // 8}", "output")  # fmt: skip


def _output_working(work: Work) -> tuple[str, str]:
    pixels = work.plan.pixels
    if work.plan.target.in_pixels:
        return "the tag of a target in pixels; it changes none of them", "tag"
    if pixels.mode == "keep" or (pixels.mode == "need" and work.need is None):
        return "effective ppi: no pixel is added or dropped", "kept"
    if pixels.mode == "need":
        return "what the chosen school needs", work.plan.viewing.school
    if pixels.mode == "fixed":
        return "as set", "set"
    if pixels.native_ppi is not None:
        return "the printer's native ppi", "native"
    return ("effective ppi to the nearest step of 60, within 300 and 480",
            f"{decimal(work.effective, 1)} stepped")  # fmt: skip

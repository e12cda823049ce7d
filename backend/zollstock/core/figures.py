"""Every figure of a reckoning, built together with its formula and working.

A working always ends in the figure's own text, so number and explanation cannot drift apart.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from math import radians, tan

from . import show
from .fit import Placement
from .lengths import MM_PER_INCH
from .pixelcount import length_px
from .plan import Wrap
from .rational import Fraction, exact
from .ratios import ratio_text
from .reckoning import Figure
from .show import LengthStyle, decimal, pixel_number
from .straighten import UPRIGHT, largest
from .work import Work
from .workings import Put, length, length_shown, number, pixels, rounded_up_from, written

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
                  written("{} ÷ {}", (length(image.w, style), length(image.h, style)),
                          lambda w, h: w / h, ratio_text, ratio_text(ratio)), "ratio")  # fmt: skip
    for axis, value in (("width", document.w), ("height", document.h)):
        formula, put_in = _document_side(work, style, axis)
        yield _figure(f"document_{axis}", f"File {axis}", value, "mm", style.length(value),
                      formula, put_in, work.plan.edge.kind)  # fmt: skip


def target_word(kind: str) -> str:
    """What the target is called under an edge: sheet, face or trim."""
    return {"border": "sheet", "mat": "sheet", "wrap": "face", "bleed": "trim"}.get(kind, "print")


def _image_side(work: Work, style: LengthStyle, axis: str) -> tuple[str, str]:
    """(formula, values) of a side of the image box."""
    edge = work.plan.edge
    full = getattr(work.plan.target, axis).mm
    if edge.kind == "border":
        names = ("left", "right") if axis == "width" else ("top", "bottom")
        first, second = (getattr(edge, name).mm for name in names)
        formula = f"sheet {axis} − {names[0]} − {names[1]}"
        if first == second:
            return formula, _lengths(style, "{} − 2 × {}", (full, first), lambda a, b: a - 2 * b)
        return formula, _lengths(
            style, "{} − {} − {}", (full, first, second), lambda a, b, c: a - b - c
        )
    if edge.kind == "bleed":
        return f"trim {axis} + 2 × bleed", _lengths(style, *_around(full, edge.bleed.mm))
    if edge.kind == "mat":
        opening = getattr(edge, f"opening_{axis}").mm
        return (f"opening {axis} + 2 × overlap",
                _lengths(style, *_around(opening, edge.overlap.mm)))  # fmt: skip
    if edge.kind == "wrap" and edge.fill == "picture":
        return f"face {axis} + 2 × (depth + turn)", _lengths(style, *_wrapped(edge, full))
    word = target_word(edge.kind)
    return f"{word} {axis}", f"{word} {style.length(full)}"


#: A form, the lengths put in (mm), and what they come to.
Sum = tuple[str, tuple[Fraction, ...], Callable[..., Fraction]]


def _lengths(
    style: LengthStyle, form: str, put_in: tuple[Fraction, ...], result: Callable[..., Fraction]
) -> str:
    """A sum of lengths (mm) in the style's unit."""
    return written(form, tuple(length(mm, style) for mm in put_in), result,
                   *length_shown(result(*put_in), style))  # fmt: skip


def _around(inner: Fraction, more: Fraction) -> Sum:
    return "{} + 2 × {}", (inner, more), lambda a, b: a + 2 * b


def _wrapped(edge: Wrap, face: Fraction) -> Sum:
    return ("{} + 2 × ({} + {})", (face, edge.depth.mm, edge.turn.mm),
            lambda a, b, c: a + 2 * (b + c))  # fmt: skip


def _document_side(work: Work, style: LengthStyle, axis: str) -> tuple[str, str]:
    """(formula, values) of a side of the delivered file; marks take their margin twice."""
    edge, margin = work.plan.edge, work.plan.marks.margin.mm
    full = getattr(work.plan.target, axis).mm
    if edge.kind == "bleed":
        formula, total = f"trim {axis} + 2 × bleed", _around(full, edge.bleed.mm)
    elif edge.kind == "wrap":
        formula, total = f"face {axis} + 2 × (depth + turn)", _wrapped(edge, full)
    else:
        word = target_word(edge.kind)
        if not margin:
            return f"{word} {axis}", f"{word} {style.length(full)}"
        formula, total = f"{word} {axis}", ("{}", (full,), lambda a: a)
    if margin:
        form, put_in, result = total
        formula = f"{formula} + 2 × marks margin"
        total = (f"{form} + 2 × {{}}", (*put_in, margin),
                 lambda *given: result(*given[:-1]) + 2 * given[-1])  # fmt: skip
    return formula, _lengths(style, *total)


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
        formula = "(picture − crop) × anchor"
        put_in = written("({} − {}) × {}", (pixels(size), pixels(kept), number(anchor, 4)),
                         lambda all_, part, share: (all_ - part) * share, show.px, show.px(value))  # fmt: skip
        if fit.angle:
            moved = value - Fraction(size, 2) + kept / 2
            formula = "(picture − crop) ÷ 2 + centre's way in the straightened picture"
            sign, way = ("−", -1) if moved < 0 else ("+", 1)
            put_in = written(f"({{}} − {{}}) ÷ 2 {sign} {{}}",
                             (pixels(size), pixels(kept), pixels(abs(moved))),
                             lambda all_, part, by, way=way: (all_ - part) / 2 + way * by,
                             show.px, show.px(value))  # fmt: skip
        yield _figure(f"crop_{axis}", label, value, "px", show.px(value), formula, put_in,
                      source)  # fmt: skip
        how = "from the keep zones" if fit.auto and fit.keep and spare else "as set"
        yield _figure(f"anchor_{axis}", f"Anchor {axis}", anchor, "–", decimal(anchor, 4),
                      "share of the spare room left and above", how, "anchor")  # fmt: skip
    yield _figure("loss", "Lost by the crop", placed.loss, "–", show.percent(placed.loss),
                  "1 − crop area ÷ picture area",
                  written(f"1 − ({{}} × {{}}) ÷ ({placed.picture_w} × {placed.picture_h})",
                          (pixels(crop.w), pixels(crop.h)),
                          lambda w, h: 1 - w * h / (placed.picture_w * placed.picture_h),
                          show.percent, show.percent(placed.loss)), "loss")  # fmt: skip
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
    sides = (length(image.w, style), length(image.h, style))
    zoom, zooms, by_zoom = _zoom(work)
    names = ("height", "width") if wider else ("width", "height")
    full = Fraction(placed.picture_h if wider else placed.picture_w)
    sizes = {"width": placed.crop.w, "height": placed.crop.h}
    # The side that runs through, and the other, which follows by the box's ratio.
    through = written("{}" + zoom, (pixels(full), *zooms), _over, show.px, show.px(sizes[names[0]]))
    found = {
        names[0]: (f"picture {names[0]}{by_zoom}", through if zoom else f"{through} px, all of it")
    }
    sign = "×" if wider else "÷"

    def other(all_: Fraction, w: Fraction, h: Fraction, *by: Fraction) -> Fraction:
        return _over(all_ * w / h if wider else all_ * h / w, *by)

    found[names[1]] = (f"picture {names[0]} {sign} box ratio{by_zoom}",
                       written(f"{{}} {sign} ({{}} ÷ {{}}){zoom}", (pixels(full), *sides, *zooms),
                               other, show.px, show.px(sizes[names[1]])))  # fmt: skip
    for axis in ("width", "height"):
        yield axis, labels[axis], sizes[axis], *found[axis]


def _zoom(work: Work) -> tuple[str, tuple[Put, ...], str]:
    """What zoom adds to a working: form, numbers, formula; nothing where it is 1 or plays no part."""
    fit = work.plan.fit
    if fit.zoom == 1 or fit.mode == "contain":
        return "", (), ""
    return " ÷ {}", (number(exact(fit.zoom), 3),), " ÷ zoom"


def _over(value: Fraction, *by: Fraction) -> Fraction:
    return value / by[0] if by else value


def _leaning_sides(work: Work, style: LengthStyle) -> Iterator[tuple[str, str, Fraction, str, str]]:
    """The crop's sides in a straightened picture: the angle takes a share from both directions."""
    placed = work.placement
    crop, by = placed.crop, placed.lean
    ratio = number(crop.w / crop.h, 4)
    zoom, zooms, by_zoom = _zoom(work)

    def smaller(cos: Fraction, sin: Fraction, share: Fraction, *zoomed: Fraction) -> Fraction:
        return _over(min(placed.picture_w / (cos + sin / share),
                         placed.picture_h / (sin + cos / share)), *zoomed)  # fmt: skip

    yield ("width", "Crop width", crop.w,
           f"smaller of picture width ÷ (cos + sin ÷ ratio) and picture height ÷ (sin + cos ÷ ratio)"
           f"{by_zoom}",
           written(f"min({placed.picture_w} ÷ ({{0}} + {{1}} ÷ {{2}}), "
                   f"{placed.picture_h} ÷ ({{1}} + {{0}} ÷ {{2}}))" + zoom.replace("{}", "{3}"),
                   (number(by.cos, 5), number(abs(by.sin), 5), ratio, *zooms), smaller,
                   show.px, show.px(crop.w)))  # fmt: skip
    yield ("height", "Crop height", crop.h, "crop width ÷ ratio",
           written("{} ÷ {}", (pixels(crop.w), ratio), lambda w, share: w / share,
                   show.px, show.px(crop.h)))  # fmt: skip


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
                  written("1 − {}² ÷ {}²", (pixels(leaning[0]), pixels(upright[0])),
                          lambda lean, up: 1 - lean * lean / (up * up),
                          show.percent, show.percent(lost)), "straighten")  # fmt: skip


def _cuts(placed: Placement, style: LengthStyle) -> Iterator[Figure]:
    """How much goes on which side, in px and in printed length; only sides that lose any."""
    ppi = MM_PER_INCH / placed.mm_per_px
    for side, value in zip(SIDES, placed.cuts, strict=True):
        if value > 0:
            put_in = _printed(value * placed.mm_per_px, style, ppi, value)
            yield _figure(f"cut_{side}", f"Cut off at the {side}", value, "px", show.px(value),
                          "picture beyond the crop, as printed length and in px",
                          put_in, "loss")  # fmt: skip


def _printed(mm: Fraction, style: LengthStyle, ppi: Fraction, px: Fraction) -> str:
    """A length of print and the pixels of the picture in it."""
    put_in = length(mm, style)
    if style.unit == "px":
        each = style.mm / MM_PER_INCH * ppi
        return written("{} px of the target × {} px of the picture", (put_in, number(each, 2)),
                       lambda long, by: long * by, show.px, show.px(px))  # fmt: skip
    return written(f"{{}} {style.unit} of print at {{}} ppi", (put_in, number(ppi, 1)),
                   lambda long, by: long * style.mm / MM_PER_INCH * by, show.px, show.px(px))  # fmt: skip


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
                      written(f"{{}} {style.unit} × {{}}", (length(spare, style), number(share, 4)),
                              lambda room, part: room * part,
                              *length_shown(value, style)),
                      "contain")  # fmt: skip


def _resolution(work: Work, style: LengthStyle) -> Iterator[Figure]:
    box = "image box width" if work.plan.fit.mode == "fill" else "printed picture width"
    yield _figure("effective_ppi", "Effective resolution", work.effective, "ppi",
                  show.ppi(work.effective), f"crop width ÷ {box}", _pixels_per_inch(work, style),
                  "resolution")  # fmt: skip


def _pixels_per_inch(work: Work, style: LengthStyle) -> str:
    """Pixels over inches; other units say how they become inches."""
    crop, side, text = work.placement.crop.w, work.placement.printed.w, show.ppi(work.effective)
    inches = side / MM_PER_INCH
    if style.unit == "in":
        return written("{} px ÷ {} in", (pixels(crop), length(side, style)), lambda a, b: a / b,
                       show.ppi, text)  # fmt: skip
    if style.unit == "mm":
        return written("{} px ÷ {} mm × 25.4 mm/in", (pixels(crop), length(side, style)),
                       lambda a, b: a / b * MM_PER_INCH, show.ppi, text)  # fmt: skip
    if style.unit == "px":
        return written("{} px ÷ {} px × {} ppi",
                       (pixels(crop), length(side, style), number(work.output_ppi, 2)),
                       lambda a, b, c: a / b * c, show.ppi, text)  # fmt: skip
    return written(f"{{}} px ÷ {{}} in ({style.length(side)})", (pixels(crop), number(inches, 3)),
                   lambda a, b: a / b, show.ppi, text)  # fmt: skip


def _verdict(work: Work, style: LengthStyle) -> Iterator[Figure]:
    view = work.plan.viewing
    if work.plan.target.in_pixels:
        yield from _judged(work, "the target's own pixels", "tag", "pixel-target")
        return
    diagonal = work.visible.diagonal()
    if view.distance is not None:
        formula, put_in, source = "as set", f"{view.distance.typed} set", "distance-set"
    else:
        formula = f"{decimal(view.diagonals, 2)} × visible diagonal, at least 300 mm"
        put_in = written(f"{{}} × {{}} {style.unit}",
                         (number(exact(view.diagonals), 2), length(Fraction(diagonal), style)),
                         lambda times, long: times * long, lambda got: style.far(got * style.mm),
                         style.far(exact(view.diagonals) * Fraction(diagonal)))  # fmt: skip
        source = "whole-print"
        if work.distance > view.diagonals * diagonal:
            put_in = f"at least 300 mm, since {put_in} is nearer"
    yield _figure("view_distance", "Viewing distance", work.distance, "mm",
                  style.distance(work.distance, view.distance is not None), formula, put_in,
                  source)  # fmt: skip
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
                      written("{} ÷ {}", (number(work.effective, 1), number(work.need, 1)),
                              lambda has, needs: has / needs, lambda q: decimal(q, 2),
                              decimal(work.quality, 2)), "grades")  # fmt: skip
        yield _figure("grade", "Verdict", work.grade, "word", work.grade,
                      "surplus ≥ 2, clean ≥ 1, near ≥ 0.8, soft ≥ 0.5, else coarse",
                      decimal(work.quality, 2), "grades")  # fmt: skip


def clean_from(work: Work, style: LengthStyle) -> Figure:
    """The nearest distance at which the print looks clean by acuity."""
    from .viewing import acuity_need, acuity_reach

    arcmin = work.plan.viewing.arcmin
    reach = acuity_reach(float(work.effective), work.factor, arcmin)
    constant = acuity_need(25.4, arcmin)
    put_in = written("{} × {} ÷ {} in",
                     (number(constant, 2), number(exact(work.factor), 2), number(work.effective, 1)),
                     lambda one, factor, has: one * factor / has,
                     lambda inches: style.far(inches * MM_PER_INCH), style.far(reach))  # fmt: skip
    return _figure("clean_from", "Looks clean from", reach, "mm", style.far(reach),
                   "1 ÷ tan(angle) × medium factor ÷ effective ppi, in inches",
                   put_in, "acuity")  # fmt: skip


def _need_working(work: Work) -> tuple[str, str]:
    view, need = work.plan.viewing, work.need or 0
    factor = number(exact(work.factor), 2)
    if view.school == "acuity":
        put_in = written("1 ÷ ({} × tan({}′)) × {}",
                         (number(work.distance / 25.4, 2), number(exact(view.arcmin), 2), factor),
                         lambda inches, angle, by: float(by) / (float(inches) * tan(radians(angle / 60))),
                         show.ppi, show.ppi(need))  # fmt: skip
        return "1 ÷ (distance in inches × tan(angle)) × medium factor", put_in
    base = number(need / exact(work.factor), 0)
    put_in = written("{} × {}", (base, factor), lambda ppi, by: ppi * by, show.ppi, show.ppi(need))
    if view.school == "table":
        return "table of distances × medium factor", put_in
    return "300 ppi × medium factor", put_in


def _file(work: Work, style: LengthStyle) -> Iterator[Figure]:
    formula, put_in = _output_working(work)
    yield _figure("output_ppi", "Resolution of the file", work.output_ppi, "ppi",
                  show.ppi(work.output_ppi), formula, put_in, "output")  # fmt: skip
    for axis, side, value in (
        ("width", work.boxes.document.w, work.output_w),
        ("height", work.boxes.document.h, work.output_h),
    ):
        yield _figure(f"output_{axis}_px", f"File {axis} in pixels", value, "px", show.px(value),
                      f"file {axis} in inches × output ppi, rounded half up",
                      _file_side(side, work.output_ppi, value, style), "rounding")  # fmt: skip
    yield _figure("scale_factor", "Enlarged by", work.scale, "–", show.times(work.scale),
                  "output ppi ÷ effective ppi",
                  written("{} ÷ {}", (number(work.output_ppi, 1), number(work.effective, 1)),
                          lambda file, has: file / has, show.times, show.times(work.scale)),
                  "output")  # fmt: skip
    size = work.output_bytes
    yield _figure("output_bytes", "Uncompressed", size, "B", show.size_of_file(size),
                  "width × height × channels × bytes per channel",
                  f"{work.output_w} × {work.output_h} × {work.channels} × "
                  f"{work.plan.output.bits // 8}", "output")  # fmt: skip


def _file_side(mm: Fraction, ppi: Fraction, px: int, style: LengthStyle) -> str:
    """A side of the file times its resolution, as it is before it is rounded half up."""
    if style.unit == "px":
        return f"{style.number(mm)} px as wanted"
    before = rounded_up_from(length_px(mm, ppi), px)
    places = max(2, len(before.partition(".")[2]))
    product = written(f"{{}} {style.unit} at {{}} ppi", (length(mm, style), number(ppi, 1)),
                      lambda long, by: long * style.mm / MM_PER_INCH * by,
                      lambda got: decimal(got, places), before)  # fmt: skip
    return f"{product}: {before}"


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

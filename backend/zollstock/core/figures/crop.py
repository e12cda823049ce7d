"""What of the picture is used, where it lies, and what goes or is padded."""

from __future__ import annotations

from collections.abc import Iterator

from ..answer.reckoning import Figure
from ..ground import show
from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle, decimal, pixel_number
from ..ground.workings import Put, length, length_shown, number, pixels, px_of_print, written
from ..rules.fit import Placement
from ..rules.straighten import UPRIGHT, largest
from ..work.outcome import Work
from .figure import figure

SIDES = ("left", "top", "right", "bottom")


def crop(work: Work, style: LengthStyle) -> Iterator[Figure]:
    """The crop's sides and where it lies, px of the upright picture.

    >>> [(one.id, one.text) for one in crop(fog(target={"width": "40 cm", "height": "40 cm"}), LengthStyle("cm"))][:2]
    [('crop_width', '3333 px'), ('crop_height', '3333 px')]
    """
    placed, fit = work.placement, work.plan.fit
    crop = placed.crop
    source = "contain" if fit.mode == "contain" else "fill"
    for axis, label, value, formula, put_in in _crop_sides(work, style):
        yield figure(f"crop_{axis}", label, value, "px", show.px(value), formula, put_in, source)
    for axis, label, anchor, spare in (
        ("x", "Crop from the left", placed.anchor[0], placed.spare[0]),
        ("y", "Crop from the top", placed.anchor[1], placed.spare[1]),
    ):
        value = getattr(crop, axis)
        size = placed.picture_w if axis == "x" else placed.picture_h
        kept = crop.w if axis == "x" else crop.h
        text = show.px(value)
        formula = "(picture − crop) × anchor"
        put_in = written(
            "({} − {}) × {}",
            (pixels(size), pixels(kept), number(anchor, 4)),
            lambda all_, part, share: (all_ - part) * share,
            show.px,
            text,
        )
        if fit.angle:
            moved = value - Fraction(size, 2) + kept / 2
            formula = "(picture − crop) ÷ 2 + centre's way in the straightened picture"
            sign, way = ("−", -1) if moved < 0 else ("+", 1)
            put_in = written(
                f"({{}} − {{}}) ÷ 2 {sign} {{}}",
                (pixels(size), pixels(kept), pixels(abs(moved))),
                lambda all_, part, by, way=way: (all_ - part) / 2 + way * by,
                show.px,
                text,
            )
        yield figure(f"crop_{axis}", label, value, "px", text, formula, put_in, source)
        how = "from the keep zones" if fit.auto and fit.keep and spare else "as set"
        yield figure(f"anchor_{axis}", f"Anchor {axis}", anchor, "–", decimal(anchor, 4),
                      "share of the spare room left and above", how, "anchor")  # fmt: skip
    loss = placed.loss
    lost = show.percent(loss)
    yield figure("loss", "Lost by the crop", loss, "–", lost,
                  "1 − crop area ÷ picture area",
                  written(f"1 − ({{}} × {{}}) ÷ ({placed.picture_w} × {placed.picture_h})",
                          (pixels(crop.w), pixels(crop.h)),
                          lambda w, h: 1 - w * h / (placed.picture_w * placed.picture_h),
                          show.percent, lost), "loss")  # fmt: skip
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
        return _over(
            min(placed.picture_w / (cos + sin / share), placed.picture_h / (sin + cos / share)),
            *zoomed,
        )

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
    yield figure("angle", "Straightened by", angle, "°", f"{decimal(angle, 2)}°",
                  "as set, clockwise", "set", "straighten")  # fmt: skip
    width, height = Fraction(placed.picture_w), Fraction(placed.picture_h)
    ratio = placed.crop.w / placed.crop.h
    upright, leaning = (largest(width, height, ratio, by) for by in (UPRIGHT, placed.lean))
    lost = 1 - (leaning[0] * leaning[1]) / (upright[0] * upright[1])
    if lost < 0:
        # A tall box in a wide picture: leaning by a little, it holds more of it.
        yield figure("angle_loss", "Lost by straightening", 0, "–", show.percent(0),
                     "the straightened crop holds more than the upright one of the same ratio",
                     f"at least 0, since {decimal(leaning[0], 1)} px are more than {decimal(upright[0], 1)} px across",
                     "straighten")  # fmt: skip
        return
    yield figure("angle_loss", "Lost by straightening", lost, "–", show.percent(lost),
                  "1 − straightened crop ÷ upright crop of the same ratio",
                  written("1 − {}² ÷ {}²", (pixels(leaning[0]), pixels(upright[0])),
                          lambda lean, up: 1 - lean * lean / (up * up),
                          show.percent, show.percent(lost)), "straighten")  # fmt: skip


def _cuts(placed: Placement, style: LengthStyle) -> Iterator[Figure]:
    """How much goes on which side, in px and in printed length; only sides that lose any."""
    ppi = MM_PER_INCH / placed.mm_per_px
    for side, value in zip(SIDES, placed.cuts, strict=True):
        if value > 0:
            text = show.px(value)
            put_in = _printed(value * placed.mm_per_px, style, ppi, text)
            yield figure(f"cut_{side}", f"Cut off at the {side}", value, "px", text,
                          "picture beyond the crop, as printed length and in px",
                          put_in, "loss")  # fmt: skip


def _printed(mm: Fraction, style: LengthStyle, ppi: Fraction, text: str) -> str:
    """A length of print and the pixels of the picture in it, which `text` says."""
    put_in = length(mm, style)
    if style.unit == "px":
        each = style.mm / MM_PER_INCH * ppi
        return written(
            "{} px of the target × {} px of the picture",
            (put_in, number(each, 2)),
            lambda long, by: long * by,
            show.px,
            text,
        )
    return written(
        f"{{}} {style.unit} of print at {{}} ppi",
        (put_in, number(ppi, 1)),
        px_of_print(style),
        show.px,
        text,
    )


def padding(work: Work, style: LengthStyle) -> Iterator[Figure]:
    """What is left white round a picture that is kept whole, mm.

    >>> [(one.id, one.working) for one in padding(fog(target={"width": "40 cm", "height": "40 cm"}, fit={"mode": "contain"}), LengthStyle("cm"))][1:2]
    [('pad_top', '13.34 cm × 0.5 = 6.67 cm')]
    """
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
        yield figure(f"pad_{side}", f"Background at the {side}", value, "mm", style.length(value),
                      "(image box − printed picture) × share",
                      written(f"{{}} {style.unit} × {{}}", (length(spare, style), number(share, 4)),
                              lambda room, part: room * part,
                              *length_shown(value, style)),
                      "contain")  # fmt: skip

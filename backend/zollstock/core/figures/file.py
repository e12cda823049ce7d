"""The delivered file: its resolution, its pixels, its weight."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import ROUND_HALF_UP, Decimal

from ..answer.reckoning import Figure
from ..ground import show
from ..ground.money import Money
from ..ground.rational import Fraction
from ..ground.show import LengthStyle, decimal
from ..ground.workings import length, number, px_of_print, rounded_up_from, written
from ..rules.pixelcount import DEVICE_LEAST, DEVICE_MOST, DEVICE_STEP, length_px, round_px
from ..work.outcome import Work
from .figure import figure


def file(work: Work, style: LengthStyle) -> Iterator[Figure]:
    """The file's resolution, its sides in px, and what it weighs.

    >>> [(one.id, one.text) for one in file(fog(), LengthStyle("cm"))][:2]
    [('output_ppi', '208.3 ppi'), ('output_width_px', '5000 px')]
    """
    formula, put_in = _output_working(work)
    yield figure("output_ppi", "Resolution of the file", work.output_ppi, "ppi",
                  show.ppi(work.output_ppi), formula, put_in, "output")  # fmt: skip
    for axis, side, value in (
        ("width", work.boxes.document.w, work.output_w),
        ("height", work.boxes.document.h, work.output_h),
    ):
        yield figure(f"output_{axis}_px", f"File {axis} in pixels", value, "px", show.px(value),
                      f"file {axis} in inches × output ppi, rounded half up",
                      _file_side(side, work.output_ppi, value, style), "rounding")  # fmt: skip
    scale = work.scale
    times = show.times(scale)
    yield figure("scale_factor", "Enlarged by", scale, "–", times,
                  "output ppi ÷ effective ppi",
                  written("{} ÷ {}", (number(work.output_ppi, 1), number(work.effective, 1)),
                          lambda file, has: file / has, show.times, times),
                  "output")  # fmt: skip
    size = work.output_bytes
    yield figure("output_bytes", "Uncompressed", size, "B", show.size_of_file(size),
                  "width × height × channels × bytes per channel",
                  f"{work.output_w} × {work.output_h} × {work.channels} × "
                  f"{work.plan.output.bits // 8}", "output")  # fmt: skip


def cost(work: Work) -> Iterator[Figure]:
    """What the lab asks for a print, where its row says so.

    >>> list(cost(fog()))
    []
    """
    lab = work.lab
    if lab is None or lab.size.price is None:
        return
    price = Money(lab.size.price.quantize(Decimal("0.01"), ROUND_HALF_UP), lab.currency)
    yield figure("expected_cost", "Expected cost", float(price.amount), lab.currency or "–", str(price),
                 "price of the size in the lab's row", f"{lab.name}: {price}", "lab-price")  # fmt: skip


def _file_side(mm: Fraction, ppi: Fraction, px: int, style: LengthStyle) -> str:
    """A side of the file times its resolution, as it is before it is rounded half up."""
    if style.unit == "px":
        return f"{style.number(mm)} px as wanted"
    before = rounded_up_from(length_px(mm, ppi), px)
    places = max(2, len(before.partition(".")[2]))
    product = written(
        f"{{}} {style.unit} at {{}} ppi",
        (length(mm, style), number(ppi, 1)),
        px_of_print(style),
        # Whoever reckons it from what stands there must come to the same pixel.
        lambda got: decimal(got, places) if round_px(got) == px else "another",
        before,
    )
    return f"{product}: {before}"


def _output_working(work: Work) -> tuple[str, str]:
    pixels = work.plan.pixels
    if work.plan.target.in_pixels:
        return "the tag of a target in pixels; it changes none of them", "tag"
    if pixels.mode == "keep" or (pixels.mode == "need" and work.need is None):
        return "effective ppi: no pixel is added or dropped", "kept"
    if pixels.mode == "need":
        return "what the chosen criterion needs", work.plan.viewing.school
    if pixels.mode == "fixed":
        return "as set", "set"
    if work.device is not None and work.device.native_ppi:
        grids = " or ".join(str(grid) for grid in sorted(work.device.native_ppi))
        return (
            "the least grid of the device at or above the effective ppi, else its greatest",
            f"{decimal(work.effective, 1)} onto {grids}",
        )
    if pixels.native_ppi is not None:
        return "the printer's native ppi", "native"
    return (
        f"effective ppi to the nearest step of {DEVICE_STEP}, within {DEVICE_LEAST} and {DEVICE_MOST}",
        f"{decimal(work.effective, 1)} stepped",
    )

"""Output sharpening: how much of what the ink will blur is raised beforehand, with its arithmetic.

Aimed at the frequency that the eye sees best at the print's distance, or at what the file can hold.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import exp, pi, radians, tan

from ..answer.reckoning import Record
from ..ground import show
from ..ground.lengths import MM_PER_INCH
from ..picture.measures import Measures
from ..seeing.kernels import kernel_transfer
from ..studio.media import spread_of
from ..work.outcome import Work

#: The eye sees so many cycles a degree best.
_BEST_SEEN = 8.0
#: A file holds so much of its Nyquist frequency well, cycles a pixel.
_HELD = 0.45
#: σ of the mask that raises f₀ most for what it costs at others, in cycles.
_SIGMA_CYCLES = 0.19
LEAST_RADIUS, MOST_RADIUS = 0.5, 4.0
MOST_AMOUNT = 1.5
#: At this noise (σ, levels) half of the amount is left.
_HALVED_AT = 6.0
#: Less than this nobody sees.
WORTH_IT = 0.03


@dataclass(frozen=True, slots=True)
class Proposal:
    """What is proposed for a print; `radius` is σ in px of the file, `radius_mm` on the print."""

    frequency: float
    transfer: float
    radius: float
    radius_mm: float
    amount: float
    before_noise: float
    noise: float
    raised: float
    spread: float
    assumed: bool
    kernel: float


class SharpenSheet(Record):
    """The proposal for people: amount and radius, the steps that lead there, the ink's spread."""

    amount: float
    radius_mm: float
    text: str
    steps: list[str]
    spread: float
    spread_assumed: bool


def proposal(work: Work, measures: Measures) -> Proposal:
    """Amount and radius for a print at its distance, on its medium, at its resolution.

    f₀ = min(8 cycles a degree ÷ (D · tan 1°), 0.45 · ppi ÷ 25.4), cycles a mm; radius =
    0.19 ÷ f₀, within 0.5 and 4 px; T = what ink and kernel leave at f₀; amount = (1 ÷ T − 1) ÷
    (1 − exp(−2 (π · radius · f₀)²)), 1.5 at the most; less with noise. Source: docs/pixels.md.

    >>> from ..picture.measures import Measures
    >>> found = proposal(fog(), Measures())
    >>> round(found.amount, 2), round(found.radius, 2)
    (0.01, 3.74)
    """
    medium, per_mm = work.plan.medium, float(work.output_ppi / MM_PER_INCH)

    def kernel(frequency: float) -> float:
        if work.scale <= 1:
            return 1.0
        return kernel_transfer(work.plan.pixels.method, frequency / (per_mm / float(work.scale)))

    return aimed(
        work.distance,
        per_mm,
        (spread_of(medium.name, medium.spread), medium.spread is None),
        kernel,
        measures.noise_sigma or 0.0,
    )


def aimed(
    distance: float,
    per_mm: float,
    spread: tuple[float, bool],
    kernel_at: Callable[[float], float],
    noise: float,
) -> Proposal:
    """The same for any picture: seen from `distance` mm, `per_mm` px a mm; `spread` of the ink, mm, and whether it is
    assumed; what the enlarging leaves at a frequency; `noise` in levels.

    >>> found = aimed(600.0, 300 / 25.4, (0.04, True), lambda at: 1.0, 0.0)
    >>> round(found.frequency, 2), round(found.radius, 2)
    (0.76, 2.94)
    """
    seen = _BEST_SEEN / (distance * tan(radians(1)))
    frequency = min(seen, _HELD * per_mm)
    radius = min(MOST_RADIUS, max(LEAST_RADIUS, _SIGMA_CYCLES / frequency * per_mm))
    kernel = kernel_at(frequency)
    transfer = exp(-2 * (pi * spread[0] * frequency) ** 2) * kernel
    raised = 1 - exp(-2 * (pi * radius / per_mm * frequency) ** 2)
    amount = min(MOST_AMOUNT, max(0.0, (1 / max(transfer, 1e-6) - 1) / raised))
    return Proposal(
        frequency=frequency,
        transfer=transfer,
        radius=radius,
        radius_mm=radius / per_mm,
        amount=round(amount / (1 + (noise / _HALVED_AT) ** 2), 2),
        before_noise=amount,
        noise=noise,
        raised=raised,
        spread=spread[0],
        assumed=spread[1],
        kernel=kernel,
    )


def sharpen_sheet(work: Work, measures: Measures) -> SharpenSheet:
    """The proposal worded; its steps are written as on a pad."""
    found = proposal(work, measures)
    distance = show.decimal(work.distance, 0)
    steps = [
        f"f₀ = min(8 ÷ ({distance} mm · tan 1°), 0.45 · {show.decimal(work.output_ppi, 1)} ÷ 25.4) = "
        f"{show.decimal(found.frequency, 2)} cycles a mm",
        f"radius = 0.19 ÷ {show.decimal(found.frequency, 2)} = {show.decimal(found.radius_mm, 3)} mm = "
        f"{show.decimal(found.radius, 2)} px (0.5 to 4)",
        f"T = ink {show.decimal(found.transfer / found.kernel if found.kernel else 0, 2)} × kernel "
        f"{show.decimal(found.kernel, 2)} = {show.decimal(found.transfer, 2)}",
        f"amount = (1 ÷ {show.decimal(found.transfer, 2)} − 1) ÷ {show.decimal(found.raised, 2)} = "
        f"{show.decimal(found.before_noise, 2)} (0 to {MOST_AMOUNT:g})",
    ]
    if found.noise:
        noise = show.decimal(found.noise, 1)
        steps.append(
            f"less for noise of σ {noise}: {show.decimal(found.before_noise, 2)} ÷ (1 + ({noise} ÷ "
            f"{_HALVED_AT:g})²) = {show.decimal(found.amount, 2)}"
        )
    return SharpenSheet(
        amount=found.amount,
        radius_mm=round(found.radius_mm, 4),
        text=f"{show.decimal(found.amount, 2)} at {show.decimal(found.radius_mm, 2)} mm"
        if found.amount >= WORTH_IT
        else "none: no sharpening needed at this distance",
        steps=steps,
        spread=found.spread,
        spread_assumed=found.assumed,
    )

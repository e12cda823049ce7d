"""What is seen of a print, by the model: how far it falls short of the best, along the rail of distances."""

from __future__ import annotations

from functools import lru_cache
from math import exp, log

from ..answer.reckoning import Record
from ..ground import show
from ..ground.lengths import MM_PER_INCH
from ..ground.rational import exact
from ..ground.show import LengthStyle
from ..picture.measures import Measures
from ..seeing import contrast as seeing
from ..seeing.contrast import Chain
from ..work.detail import detail_share
from ..work.outcome import Work
from .sharpening import proposal

#: The plot begins and ends there, mm, with so many points at equal factors.
NEAREST, FARTHEST, _POINTS = 100.0, 8000.0, 37


class SeenPoint(Record):
    """From `at_mm`: so many just-noticeable steps from the best that the surface can show."""

    at_mm: float
    steps: float


class SeenSheet(Record):
    """The model's answer for a print: at its own distance in words, and all along the rail.

    `detail_share` is what a verdict that counts detail would take; null where it was not measured or is all there.
    Under `unseen` steps nobody sees a difference, up to `slight` a slight one, over it a clear one.
    """

    steps: float
    text: str
    finest_text: str
    steps_text: list[str]
    points: list[SeenPoint]
    unseen: float
    slight: float
    detail_share: float | None
    detail_text: str


class Apart(Record):
    """How two prints differ to the eye, both seen from `distance_text`."""

    steps: float
    text: str
    distance_text: str


def chain_of(work: Work, measures: Measures) -> Chain:
    """What the detail of this print goes through: its own, or as measured, or as much as a lens leaves.

    >>> from ..picture.measures import Measures
    >>> chain_of(fog(), Measures()).spread
    0.04
    """
    effective = float(work.effective)
    share = work.plan.viewing.detail or detail_share(work, measures) or 1.0
    sharpen = work.plan.pixels.sharpen
    radius = 0.0
    if sharpen is not None:
        radius = sharpen.radius or proposal(work, measures).radius_mm
    return Chain(
        spread=work.viewing_conditions.spread,
        detail=effective * share,
        source=effective,
        output=float(work.output_ppi),
        kernel=work.plan.pixels.method if work.scale > 1 else None,
        amount=sharpen.amount if sharpen else 0.0,
        radius=radius,
    )


def seen(work: Work, style: LengthStyle, measures: Measures) -> SeenSheet:
    """The model's answer for a print on paper.

    >>> from ..picture.measures import Measures
    >>> seen(fog(), LengthStyle("cm"), Measures()).text
    'From 1.1 m, 0.4 just-noticeable steps from the best this surface can show: no difference to be seen.'
    """
    chain, distance = chain_of(work, measures), work.distance
    there = seeing.best(chain.spread)
    steps = seeing.steps_between(chain, there, distance)
    share = _share(work, measures)
    return SeenSheet(
        steps=round(steps, 4),
        text=f"From {style.far(distance)}, {show.decimal(steps, 1)} just-noticeable steps from the best this surface can "
        f"show: {seeing.in_words(steps)}.",
        finest_text=_finest(chain, there, distance),
        steps_text=_pad(chain, distance),
        points=[
            SeenPoint(at_mm=at, steps=round(_apart(answers, chain, at), 4))
            for at, answers in _scale(chain.spread)
        ],
        unseen=seeing.UNSEEN,
        slight=seeing.SLIGHT,
        detail_share=share,
        detail_text="" if share is None else show.ppi(work.effective * exact(share)),
    )


def _share(work: Work, measures: Measures) -> float | None:
    if work.plan.viewing.detail is not None:
        return work.plan.viewing.detail
    found = detail_share(work, measures)
    return None if found is None or found == 1 else round(found, 2)


def apart(
    one: Work, other: Work, measures: tuple[Measures, Measures], distance: float, style: LengthStyle
) -> Apart:
    """How far two prints are from each other to an eye at `distance` mm, each as it is planned.

    >>> from ..picture.measures import NOT_MEASURED
    >>> fine, coarse = (fog(pixels={"mode": "fixed", "ppi": ppi}) for ppi in (300, 60))
    >>> apart(fine, coarse, (NOT_MEASURED, NOT_MEASURED), 600.0, LengthStyle("cm")).text
    'From 60 cm, 3.1 just-noticeable steps apart: a clear difference.'
    """
    steps = seeing.steps_between(chain_of(one, measures[0]), chain_of(other, measures[1]), distance)
    far = style.far(distance)
    return Apart(
        steps=steps,
        text=f"From {far}, {show.decimal(steps, 1)} just-noticeable steps apart: {seeing.in_words(steps)}.",
        distance_text=far,
    )


def _apart(answers: tuple[float, ...], chain: Chain, distance: float) -> float:
    return seeing.pooled(answers, seeing.answers(chain, distance))


@lru_cache(maxsize=64)
def _scale(spread: float) -> tuple[tuple[float, tuple[float, ...]], ...]:
    """Distances of the plot, each with what the eye answers to the best print there."""
    width = log(FARTHEST / NEAREST) / (_POINTS - 1)
    places = [round(NEAREST * exp(at * width), 3) for at in range(_POINTS)]
    there = seeing.best(spread)
    return tuple((at, tuple(seeing.answers(there, at))) for at in places)


def _finest(chain: Chain, there: Chain, distance: float) -> str:
    ours, least = (seeing.finest(one, distance) for one in (chain, there))
    if ours is None or least is None:
        return "From there nothing fine is seen of it."
    lines = f"Lines of {show.decimal(ours, 2)} mm are still seen"
    if ours <= 1.05 * least:
        return f"{lines}, as fine as the surface and the eye allow."
    return f"{lines}; the best print would show {show.decimal(least, 2)} mm."


def _pad(chain: Chain, distance: float) -> list[str]:
    """What is put in, as on a pad."""
    kernel = f", enlarged to {show.ppi(chain.output)}" if chain.kernel else ""
    sharpened = f", sharpened {show.decimal(chain.amount, 2)}" if chain.amount else ""
    eight = 8 / (distance * seeing.DEGREE)
    return [
        f"detail of {show.ppi(chain.detail)} in {show.ppi(chain.source)}{kernel}{sharpened}; ink σ "
        f"{show.decimal(chain.spread, 3)} mm; from {show.decimal(distance, 0)} mm",
        f"8 cycles a degree are {show.decimal(eight, 2)} cycles a mm there, of which "
        f"{show.percent(chain.passes(eight))} arrive, of the best {show.percent(seeing.best(chain.spread).passes(eight))}",
        f"{show.decimal(eight / float(chain.output) * float(MM_PER_INCH), 2)} cycles a pixel of the file",
    ]

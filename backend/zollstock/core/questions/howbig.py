"""How big: the largest print of a picture for each grade, and from where a wanted size looks clean."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot, sqrt

from ..answer.reckoning import Record
from ..criteria import acuity_need, acuity_reach
from ..ground import show
from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction
from ..ground.ratios import ratio_text
from ..ground.show import LengthStyle, Number
from ..ground.workings import number, pixels, written
from ..picture.measures import NOT_MEASURED, Measures
from ..picture.measurewords import SHARP_TO_THE_PIXEL, megapixels
from ..rules.viewing import GRADES, NEAREST_WHOLE_PRINT
from ..sizes.pairs import Sides
from ..telling.findings import COMFORTABLE, MOST
from .sensors import SHIPPED, Sensor

#: Grades for which there is a largest print; what is coarser is always coarse.
ASKED = tuple((name, least) for name, least in GRADES if least)
#: Labs and large-format printers accept files from this on.
ACCEPTED_PPI = 150
#: So many cameras stand beside the answer; the others are in their own table.
_BESIDE = 7
_INCH = float(MM_PER_INCH)


@dataclass(frozen=True, slots=True)
class HowBigQuery:
    """What is asked: px of the picture (turned as it will hang), what it is printed on, from where it is seen.

    `ratio` (width ÷ height) is cropped to; None leaves the picture as it is. `distance` in mm. `size` is the
    print of the question the other way round.
    """

    width: int
    height: int
    ratio: Fraction | None
    factor: float
    distance: float
    arcmin: float = 1.0
    diagonals: float = 1.5
    size: Sides | None = None


class Largest(Record):
    """The largest print of a grade: at the given distance, and looked at as a whole (None: any size is).

    Sides in mm; `text` and `whole_text` as people read them.
    """

    grade: str
    width: float
    height: float
    text: str
    whole_width: float | None
    whole_text: str


class Reverse(Record):
    """A wanted print: from where it looks clean, and what it takes to make a file of 150 ppi for it."""

    size_text: str
    ppi_text: str
    clean_from: float
    clean_text: str
    enlarged_text: str
    loss_text: str


class SensorPrint(Record):
    """How large a camera's picture is clean, at the same distance on the same surface."""

    label: str
    text: str


class HowBig(Record):
    """All answers; `headline` says the most important one, `workings` how it was reckoned."""

    headline: str
    about: str
    crop: tuple[int, int]
    loss_text: str
    largest: list[Largest]
    workings: list[str]
    detail_text: str
    reverse: Reverse | None
    sensors: list[SensorPrint]


def how_big(
    query: HowBigQuery,
    style: LengthStyle,
    measures: Measures = NOT_MEASURED,
    sensors: Sequence[Sensor] = SHIPPED.sensors,
) -> HowBig:
    """The answers. Source: acuity, domain rules *Pixels and distance*; whole print 1.5 diagonals, 300 mm at least.

    >>> how_big(HowBigQuery(6000, 4000, None, 1.0, 600.0), LengthStyle("cm")).headline
    'Clean to 104 × 69 cm from 60 cm. From where it is seen whole: at any size.'
    """
    width, height = cropped(query.width, query.height, query.ratio)
    loss = 1 - (width * height) / (query.width * query.height)
    need = acuity_need(query.distance, query.arcmin) * query.factor
    largest = [
        _largest(name, float(least), width, height, need, query, style) for name, least in ASKED
    ]
    clean = next(one for one in largest if one.grade == "clean")
    return HowBig(
        headline=_headline(clean, query, style),
        about=f"{megapixels(width * height)} megapixels, {ratio_text(Fraction(width, height))}",
        crop=(width, height),
        loss_text=show.percent(loss) if loss else "",
        largest=largest,
        workings=_workings(width, height, need, clean, query, style),
        detail_text=_detail(width, height, need, query, style, measures),
        reverse=None if query.size is None else _reverse(query.size, query, style),
        sensors=[_sensor(sensor, need, style) for sensor in sensors[:_BESIDE]],
    )


def cropped(width: int, height: int, ratio: Fraction | None) -> tuple[int, int]:
    """The largest part of a ratio, whole px; lying or standing as the picture does.

    >>> cropped(6000, 4000, Fraction(5, 4)), cropped(4000, 6000, Fraction(5, 4)), cropped(6000, 4000, None)
    ((5000, 4000), (4000, 5000), (6000, 4000))
    """
    if ratio is None:
        return width, height
    lying = ratio if (ratio >= 1) == (width >= height) else 1 / ratio
    if Fraction(width, height) > lying:
        return max(1, round(height * lying)), height
    return width, max(1, round(width / lying))


def whole_print_px(ratio: float, factor: float, arcmin: float, diagonals: float) -> float:
    """So many px across a print needs to look clean as a whole, whatever its size.

    D = diagonals × diagonal grows with the print as its need per inch falls: width × need(D) is the same for all.

    >>> round(whole_print_px(1.5, 1.0, 1.0, 1.5))
    1907
    """
    return acuity_need(_INCH, arcmin) * factor / (diagonals * hypot(1, 1 / ratio))


def _largest(
    name: str,
    least: float,
    width: int,
    height: int,
    need: float,
    query: HowBigQuery,
    style: LengthStyle,
) -> Largest:
    wide = width / (need * least) * _INCH
    high = wide * height / width
    whole = _whole(least, width, height, query)
    return Largest(
        grade=name,
        width=wide,
        height=high,
        text=_sides(wide, high, style),
        whole_width=whole,
        whole_text="any size" if whole is None else _sides(whole, whole * height / width, style),
    )


def _whole(least: float, width: int, height: int, query: HowBigQuery) -> float | None:
    """The largest width, mm, at which a print seen whole has a grade; None for any.

    Small prints are looked at from 300 mm: there the need stays while the print grows.
    """
    if width >= least * whole_print_px(width / height, query.factor, query.arcmin, query.diagonals):
        return None
    return width / (least * acuity_need(NEAREST_WHOLE_PRINT, query.arcmin) * query.factor) * _INCH


def _headline(clean: Largest, query: HowBigQuery, style: LengthStyle) -> str:
    whole = "at any size" if clean.whole_width is None else f"to {clean.whole_text}"
    return f"Clean to {clean.text} from {style.far(query.distance)}. From where it is seen whole: {whole}."


def _workings(
    width: int, height: int, need: float, clean: Largest, query: HowBigQuery, style: LengthStyle
) -> list[str]:
    across = whole_print_px(width / height, query.factor, query.arcmin, query.diagonals)
    diagonals = show.decimal(query.diagonals, 2)
    enough = "any size" if clean.whole_width is None else f"{clean.whole_text} at most"
    put_in = written(
        "{} px ÷ {} ppi",
        (pixels(width), number(need, 1)),
        lambda px, ppi: px / ppi,
        _inches,
        _inches(width / need),
    )
    return [
        f"at {style.far(query.distance)}: {put_in} = {_inches(width / need)} = "
        f"{style.length(style.spoken(clean.width))}",
        f"seen whole, from {diagonals} diagonals, every size needs {show.decimal(across, 0)} px across; "
        f"this has {width}: {enough}",
    ]


def _inches(value: Number) -> str:
    return f"{show.decimal(value, 1)} in"


def _detail(
    width: int, height: int, need: float, query: HowBigQuery, style: LengthStyle, measures: Measures
) -> str:
    """What to reckon with where a picture holds less detail than pixels; empty where it does not, or is not known."""
    if measures.true_detail is None:
        return ""
    whole = query.width * query.height
    low, high = measures.true_detail
    if high >= SHARP_TO_THE_PIXEL * whole:
        return ""
    wide = width / need * _INCH * sqrt((low + high) / 2 / whole)
    return (
        f"Its pixels hold detail of about {megapixels(low)} to {megapixels(high)} of {megapixels(whole)} "
        f"megapixels: at {style.far(query.distance)} reckon with {_sides(wide, wide * height / width, style)}."
    )


def _reverse(size: Sides, query: HowBigQuery, style: LengthStyle) -> Reverse:
    ratio = size.width.mm / size.height.mm
    width, height = cropped(query.width, query.height, ratio)
    across = size.width if (size.width.mm >= size.height.mm) == (width >= height) else size.height
    ppi = width / float(across.mm) * _INCH
    loss = 1 - (width * height) / (query.width * query.height)
    clean = acuity_reach(ppi, query.factor, query.arcmin)
    return Reverse(
        size_text=style.size(size.width.mm, size.height.mm),
        ppi_text=show.ppi(ppi),
        clean_from=clean,
        clean_text=style.far(clean),
        enlarged_text=_enlarged(ppi),
        loss_text=f"cropping to it loses {show.percent(loss)} of the picture"
        if loss > 0.001
        else "",
    )


def _enlarged(ppi: float) -> str:
    times = ACCEPTED_PPI / ppi
    if times <= 1:
        return f"{show.ppi(ppi)}, more than the {ACCEPTED_PPI} that labs accept"
    how = (
        "still comfortable"
        if times <= COMFORTABLE
        else "look at it before paper is spent"
        if times <= MOST
        else "for far viewing only"
    )
    return f"{show.ppi(ppi)}; enlarged {show.times(times)} for {ACCEPTED_PPI} ppi: {how}"


def _sensor(sensor: Sensor, need: float, style: LengthStyle) -> SensorPrint:
    wide = sensor.width_px / need * _INCH
    return SensorPrint(
        label=sensor.name, text=_sides(wide, wide * sensor.height_px / sensor.width_px, style)
    )


def _sides(width: float, height: float, style: LengthStyle) -> str:
    return style.size(style.spoken(width), style.spoken(height))

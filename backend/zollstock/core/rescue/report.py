"""What a rescue comes to, step by step, for the rule, the panels and the command line: figures and honest words."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from ..answer.reckoning import Record
from ..figures.figure import figure
from ..ground import show
from ..ground.lengths import MM_PER_INCH
from ..ground.rational import exact
from ..telling.sharpening import WORTH_IT
from .lettered import NOT_LOOKED, RescueFound
from .letteringreport import lettering_report
from .stepreport import STEP_LABELS, RescueNote, StepReport, step_report
from .steps import ORDER, Clean, Rim, Smooth, StepKind, Tone
from .worked import MOST_RESULT_PX, MOST_SOURCE_PX, Worked


class RescueReport(Record):
    """All steps, what comes out, and what of it is true detail."""

    steps: list[StepReport]
    before: str
    after: str
    width_px: int
    height_px: int
    stopped: bool


def report(work: Worked, found: RescueFound = NOT_LOOKED) -> RescueReport:
    """The report of a rescue; what only the pixels tell is left out until somebody looked.

    >>> from .chain import parse_rescue
    >>> from .worked import work_out_rescue
    >>> report(work_out_rescue(parse_rescue({"format": "zollstock.rescue/1", "picture": {"width_px": 600, "height_px": 400}}))).before
    '600 × 400 px'
    """
    steps = [_REPORTS[kind](work, found) for kind in ORDER]
    after = f"{show.pixel_number(work.made_width)} × {show.pixel_number(work.made_height)} px"
    if work.detail is not None:
        after += "; true detail of about {} × {}".format(
            *(show.pixel_number(_about(side)) for side in work.detail)
        )
    return RescueReport(
        steps=steps,
        before=f"{show.pixel_number(work.width)} × {show.pixel_number(work.height)} px",
        after=after,
        width_px=work.made_width,
        height_px=work.made_height,
        stopped=any(note.level == "stop" for step in steps for note in step.notes),
    )


def text_report(work: Worked, found: RescueFound) -> Iterator[str]:
    """The same as lines for the shell."""
    told = report(work, found)
    yield f"{told.before} → {told.after}"
    for number, step in enumerate(told.steps, start=1):
        yield f"{number} {step.label:<10} {step.value}{f' ({step.corner})' if step.corner else ''}"
        for one in step.figures:
            yield f"    {one.label}: {one.formula}: {one.working}"
        for note in step.notes:
            yield f"    {note.text}"


def _about(value: int) -> int:
    """Two digits are all that is known of true detail."""
    size = 10 ** max(0, len(str(value)) - 2)
    return int(round(value / size) * size)


def _clean(work: Worked, found: RescueFound) -> StepReport:
    step = work.rescue.step(Clean)
    done, figures, notes = [], [], []
    if work.blocks > 0:
        done.append("blocks")
        figures.append(
            figure(
                "rescue_blocks",
                "Blocks out of a JPEG of",
                work.quality,
                "–",
                f"{work.quality}",
                "coefficients under half a step, over all 64 places of a block, × strength",
                f"½ step × {show.decimal(work.blocks, 2)}, quality",
                "rescue-blocks",
            )
        )
        if not work.has_grid:
            notes.append(
                RescueNote(
                    id="rescue-resaved",
                    level="warn",
                    text=(
                        "This file was saved again since its blocks were made: their own steps are lost. They are cleaned as "
                        f"those of a JPEG of quality {work.quality}, which is an assumption; look at fine detail."
                    ),
                )
            )
        else:
            notes.append(
                RescueNote(
                    id="rescue-blocks",
                    level="note",
                    text=(
                        "Blocks are smoothed away within what the file can have held; what the JPEG threw away does not come back."
                    ),
                )
            )
    if work.noise > 0:
        done.append("noise")
        taken = work.noise * work.sigma
        figures.append(
            figure(
                "rescue_noise",
                "Noise reduction",
                taken,
                "–",
                f"σ {show.decimal(taken, 1)}",
                "share × measured σ",
                f"{show.decimal(work.noise, 2)} × {show.decimal(work.sigma, 1)}",
                "rescue-noise",
            )
        )
    if step is not None and step.screen:
        done.append("screen")
        text = (
            f"Dots {show.decimal(found.screen_px, 1)} px apart were found and taken out of the spectrum."
            if found.screen_px
            else "No screen was found that repeats: nothing was taken out for it."
        )
        if found.width:
            notes.append(RescueNote(id="rescue-screen", level="note", text=text))
    if step is not None and step.dabs:
        done.append("dust")
    corner = f"JPEG {work.measures.jpeg_quality}" if work.measures.jpeg_quality else ""
    if work.is_too_large:
        notes.append(
            RescueNote(
                id="rescue-large",
                level="stop",
                text=(
                    f"This bench takes pictures of up to {MOST_SOURCE_PX / 1e6:.0f} megapixels; what is larger needs no rescue."
                ),
            )
        )
    return step_report(
        "clean",
        work,
        " and ".join(done) + " out" if done else "nothing to do",
        corner,
        figures,
        notes,
    )


def _smooth(work: Worked, found: RescueFound) -> StepReport:
    step = work.rescue.step(Smooth)
    areas = "ground" if step is None or step.areas == "ground" else f"{len(step.areas)} areas"
    if areas == "1 areas":
        areas = "1 area"
    figures = []
    if work.mm_per_px is not None and work.smooth:
        mm = work.smooth * float(work.mm_per_px)
        figures.append(
            figure(
                "rescue_smooth",
                "Smoothed over",
                work.smooth,
                "px",
                f"{show.decimal(work.smooth, 1)} px",
                "length on the print ÷ how large a px is printed",
                f"{show.decimal(mm, 2)} mm ÷ {show.decimal(float(work.mm_per_px), 3)} mm",
                "rescue-smooth",
            )
        )
    note = RescueNote(
        id="rescue-smooth", level="note",
        text="Grain and fine detail in what is smoothed go; it looks even, and has less detail than before.",
    )  # fmt: skip
    return step_report("smooth", work, areas, f"{show.decimal(work.smooth, 1)} px", figures, [note])


def _enlarge(work: Worked, found: RescueFound) -> StepReport:
    factor = show.decimal(work.factor, 2)
    figures = [
        figure(
            "rescue_width",
            "Width of the result",
            work.made_width,
            "px",
            show.px(work.made_width),
            "(picture + rim) × factor",
            f"{show.pixel_number(work.wide)} × {factor}",
            "rescue-enlarge",
        )
    ]
    ppi = work.ppi
    if ppi is not None:
        own = float(MM_PER_INCH / work.mm_per_px) if work.mm_per_px is not None else 0.0
        figures.append(
            figure(
                "rescue_ppi",
                "On the print",
                ppi,
                "ppi",
                show.ppi(exact(round(ppi, 3))),
                "ppi of the picture × factor",
                f"{show.decimal(own, 1)} × {factor}",
                "rescue-enlarge",
            )
        )
    notes = []
    if work.detail is not None:
        notes.append(
            RescueNote(
                id="rescue-detail",
                level="note",
                text=(
                    f"{show.pixel_number(work.made_width)} px wide, detail of about {show.pixel_number(_about(work.detail[0]))}: "
                    "enlarging makes pixels, no detail, and every verdict goes on counting what is there."
                ),
            )
        )
    if work.made_width * work.made_height > MOST_RESULT_PX:
        notes.append(
            RescueNote(
                id="rescue-too-many",
                level="stop",
                text=(
                    f"That would be {work.made_width * work.made_height / 1e6:.0f} megapixels; a rescue makes up to "
                    f"{MOST_RESULT_PX / 1e6:.0f}. Enlarge less: the print's own file can be enlarged further."
                ),
            )
        )
    return step_report(
        "enlarge", work, f"{factor.rstrip('0').rstrip('.')} ×", "careful", figures, notes
    )


def _rim(work: Worked, found: RescueFound) -> StepReport:
    step = work.rescue.step(Rim)
    names = ("left", "top", "right", "bottom")
    sides = [(name, px) for name, px in zip(names, work.rim, strict=True) if px]
    figures, notes = [], []
    for name, px in sides:
        whole = work.width if name in ("left", "right") else work.height
        share = getattr(step, name)
        figures.append(
            figure(
                f"rescue_rim_{name}",
                f"More at the {name}",
                px,
                "px",
                show.px(px),
                "share × side of the picture",
                f"{show.percent(exact(share))} × {show.pixel_number(whole)}",
                "rescue-rim",
            )
        )
    if sides:
        invented = 1 - work.width * work.height / (work.wide * work.high)
        notes.append(
            RescueNote(
                id="rescue-invented",
                level="warn",
                text=(
                    f"{show.percent(exact(round(invented, 4)))} of the result is invented, from what lies beside it: nobody was "
                    "there. It can be shown marked."
                ),
            )
        )
    value = ", ".join(f"+ {show.percent(exact(getattr(step, name)))} {name}" for name, _ in sides)
    return step_report(
        "rim", work, value or "none", step.by if step and sides else "", figures, notes
    )


def _tone(work: Worked, found: RescueFound) -> StepReport:
    step = work.rescue.step(Tone)
    if step is None:
        return step_report("tone", work, "", "", [], [])
    black = found.black if step.black is None else step.black
    white = found.white if step.white is None else step.white
    known = bool(found.width) or (step.black is not None and step.white is not None)
    figures = []
    if known:
        middle = 255 * 0.5 ** (1 / step.middle)
        figures.append(
            figure(
                "rescue_tone",
                "The middle between them becomes",
                middle,
                "–",
                f"level {show.decimal(middle, 0)}",
                "255 × ((v − black) ÷ (white − black)) ^ (1 ÷ middle)",
                f"255 × 0.5 ^ (1 ÷ {show.decimal(step.middle, 2)}), black {show.decimal(black, 0)}, white "
                f"{show.decimal(white, 0)}",
                "rescue-tone",
            )
        )
    value = f"{show.decimal(black, 0)} to {show.decimal(white, 0)}" if known else "by its ends"
    return step_report("tone", work, value, f"middle {show.decimal(step.middle, 2)}", figures, [])


def _sharpen(work: Worked, found: RescueFound) -> StepReport:
    figures = []
    ppi = work.ppi
    value = f"{show.decimal(work.radius, 2)} px"
    if ppi is not None:
        mm = work.radius * 25.4 / ppi
        value = f"{show.decimal(mm, 2)} mm"
        figures.append(
            figure(
                "rescue_sharpen",
                "Radius on the print",
                mm,
                "mm",
                value,
                "px of the result × 25.4 ÷ ppi",
                f"{show.decimal(work.radius, 2)} × 25.4 ÷ {show.decimal(ppi, 1)}",
                "rescue-enlarge",
            )
        )
    notes = [
        RescueNote(
            id="rescue-sharpened",
            level="note",
            text=("Sharpened here, the print's own file should not be sharpened again."),
        )
    ]
    if work.amount < WORTH_IT:
        return step_report("sharpen", work, "none needed", "", figures, [])
    return step_report(
        "sharpen", work, value, f"amount {show.decimal(work.amount, 2)}", figures, notes
    )


_REPORTS: dict[StepKind, Callable[[Worked, RescueFound], StepReport]] = {
    "clean": _clean, "smooth": _smooth, "lettering": lettering_report, "enlarge": _enlarge,
    "rim": _rim, "tone": _tone, "sharpen": _sharpen,
}  # fmt: skip
assert set(_REPORTS) == set(ORDER) == set(STEP_LABELS)

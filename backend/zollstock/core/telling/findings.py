"""Findings: what a careful colleague would point out, with the change that cures it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

from ..answer.fixes import pixels_part
from ..answer.reckoning import Finding
from ..ground import show
from ..ground.plaintext import listed
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..rules.pixelcount import DEVICE_MOST
from ..rules.straighten import largest
from ..rules.viewing import grade_word, reach_text
from ..sizes.library import sides_text
from ..sizes.pairs import Sides, implausible
from ..studio.logged import by_device, fault_words, faults_on
from ..studio.media import spread_of
from ..studio.studio import DEFAULT_STUDIO, Studio
from ..work.judgedby import judged_by, same_trial, trial_by_now
from ..work.outcome import Work
from .devicefindings import device_findings
from .filefindings import file_findings
from .labfindings import lab_findings
from .measurefindings import measure_findings
from .profilefindings import profile_findings
from .zonefindings import zone_findings

#: Comfortable enlargement, and where it turns into something for far viewing only (linear).
COMFORTABLE = Fraction(9, 5)
MOST = Fraction(2)
FAR = Fraction(4)
#: Less than this is enlarged without anybody's notice.
UNSEEN = Fraction(105, 100)
#: A crop that takes more of the picture than this is worth a word.
MUCH_LOST = Fraction(15, 100)
#: A sheet the other way round that keeps so much more of the picture is what most meant.
MUCH_MORE = Fraction(5, 4)


def findings(work: Work, style: LengthStyle, studio: Studio = DEFAULT_STUDIO) -> list[Finding]:
    """All findings of a plan, the gravest first, in the order of the work within a level.

    >>> [one.id for one in findings(fog(target={"width": "40 cm", "height": "40 cm"}), LengthStyle("cm"))][:3]
    ['much-lost']
    """
    found = [
        *zone_findings(work, style, studio),
        *_size(work),
        *_medium(work),
        *_loss(work),
        *_edge(work, style),
        *_pixels(work),
        *_grid(work),
        *_quality(work, style),
        *_trials(work),
        *_logged(work),
        *_room(work, style),
        *file_findings(work, style),
        *profile_findings(work),
        *device_findings(work, style),
        *lab_findings(work, style),
        *measure_findings(work, style, studio),
    ]
    gravity = {"stop": 0, "warn": 1, "note": 2}
    return sorted(found, key=lambda finding: gravity[finding.level])


def _room(work: Work, style: LengthStyle) -> Iterator[Finding]:
    room = work.plan.viewing.room
    if room is None or work.plan.target.in_pixels or work.distance <= float(room.mm):
        return
    yield Finding(
        id="room-shallow",
        level="warn",
        step="distance",
        text=f"The verdict looks from {style.far(work.distance)}, but the room is {style.far(room.mm)} deep: nobody "
        "stands there.",
        fix={"viewing.distance": room.typed},
    )


def stops(work: Work, style: LengthStyle) -> list[Finding]:
    """Why no file can be made of a plan: its findings of the level `stop`, and no others worded.

    >>> stops(fog(), LengthStyle("cm"))
    []
    """
    found = [*device_findings(work, style), *lab_findings(work, style)]
    stopping = [finding for finding in found if finding.level == "stop"]
    return [*stops_on_sheets(work, style), *stopping]


def stops_on_sheets(work: Work, style: LengthStyle) -> list[Finding]:
    """The same of a print that lies on a layout's sheets: they go into a device or to a lab, not the print alone.

    >>> stops_on_sheets(fog(), LengthStyle("cm"))
    []
    """
    found = [
        *_edge(work, style),
        *_quality(work, style),
        *file_findings(work, style),
        *profile_findings(work),
    ]
    return [finding for finding in found if finding.level == "stop"]


def _size(work: Work) -> Iterator[Finding]:
    sides = Sides(work.plan.target.width, work.plan.target.height)
    doubt = implausible(sides)
    if doubt is None:
        return
    # How people write and say sizes is much to read in, and few sizes are in doubt.
    from ..sizes.readings import thousands_meant

    # In a document a comma is a decimal comma, also where somebody meant thousands.
    meant = thousands_meant(sides)
    cure: dict[str, Any] = {}
    if meant:
        cure = {
            "fix": {"target.width": meant.width.typed, "target.height": meant.height.typed},
            "fix_label": f"Read it as {sides_text(meant.width, meant.height)}",
        }
    yield Finding(
        id="size-implausible",
        level="warn",
        step="size",
        text=f"The size is {sides_text(sides.width, sides.height)}: {doubt}. Is that what "
        "is meant?",
        **cure,
    )


def _medium(work: Work) -> Iterator[Finding]:
    """The print stays as it was planned; what the stock says by now is one click away."""
    medium = work.plan.medium
    row = work.studio.stock.medium(medium.key)
    if row is None:
        return
    changed = [
        words
        for words, there, here in (
            (f"is called {row.name}", row.name, medium.name),
            (f"has a detail factor of {show.decimal(row.factor, 2)}", row.factor, medium.factor),
            (
                f"has an ink spread of {show.decimal(row.spread or 0, 3)} mm",
                row.spread,
                spread_of(medium.name, medium.spread),
            ),
        )
        if there is not None and there != here
    ]
    if changed:
        yield Finding(
            id="medium-changed",
            level="note",
            step="size",
            text=f"{medium.name or 'Its medium'} by now {listed(changed)} in the stock. This print goes by what it "
            "was when it was planned.",
            fix={
                "medium": {
                    "key": row.key,
                    "name": row.name,
                    "factor": row.factor,
                    "spread": row.spread,
                }
            },
            fix_label="Take over what the stock says",
        )


def _loss(work: Work) -> Iterator[Finding]:
    loss = work.placement.loss
    if work.plan.fit.mode == "fill" and _crosswise(work):
        yield _other_way_round(work)
    elif loss > MUCH_LOST and work.plan.fit.zoom == 1:
        yield Finding(
            id="much-lost",
            level="note",
            step="fit",
            text=f"The crop takes {show.percent(loss)} of the picture away.",
            fix={"fit.mode": "contain", "fit.zoom": 1.0},
            fix_label="Keep the picture whole",
        )


def _crosswise(work: Work) -> bool:
    """Whether one of sheet and picture stands and the other lies, and the sheet the other way round would keep more."""
    image, placed = work.boxes.image, work.placement
    width, height = Fraction(placed.picture_w), Fraction(placed.picture_h)
    if (image.w - image.h) * (width - height) >= 0:
        return False
    across = largest(width, height, image.h / image.w, placed.lean)
    upright = largest(width, height, image.w / image.h, placed.lean)
    return across[0] * across[1] > upright[0] * upright[1] * MUCH_MORE


def _other_way_round(work: Work) -> Finding:
    stands, target = work.boxes.image.w < work.boxes.image.h, work.plan.target
    how = (
        "The sheet stands and the picture lies"
        if stands
        else "The sheet lies and the picture stands"
    )
    return Finding(
        id="other-way-round",
        level="warn",
        step="fit",
        text=f"{how}: the crop takes {show.percent(work.placement.loss)} of the picture away.",
        fix={"target.width": target.height.typed, "target.height": target.width.typed},
        fix_label=f"{'Lay' if stands else 'Stand'} the sheet too",
    )


def _edge(work: Work, style: LengthStyle) -> Iterator[Finding]:
    yield from work.plan.edge.findings(work.boxes, work.placement.printed, style)
    marks = work.plan.marks
    if (marks.crop or marks.fold or marks.centre) and not marks.margin.mm:
        yield Finding(
            id="marks-without-margin",
            level="warn",
            step="edge",
            text="Marks are drawn outside the image, and there is no margin for them.",
            fix={"marks.margin": "10 mm"},
            fix_label="Give them 10 mm",
        )


def _pixels(work: Work) -> Iterator[Finding]:
    scale = work.scale
    # A target in pixels wants those pixels; there is no keeping the picture's own.
    keep = (
        {}
        if work.plan.target.in_pixels
        else {"fix": {"pixels.mode": "keep"}, "fix_label": "Leave the pixels as they are"}
    )
    if scale > FAR:
        yield Finding(
            id="enlarged-far",
            level="warn",
            step="pixels",
            text=f"Enlarged {show.times(scale)}. Resampling invents no detail; beyond "
            f"{show.times(FAR)} it is for far viewing only.",
            **keep,
        )
    elif scale > MOST:
        yield Finding(
            id="enlarged-far",
            level="warn",
            step="pixels",
            text=f"Enlarged {show.times(scale)}. Resampling invents no detail; beyond "
            f"{show.times(MOST)} look at it at 100 % before paper is spent.",
            **keep,
        )
    elif scale > COMFORTABLE:
        yield Finding(
            id="enlarged-much",
            level="note",
            step="pixels",
            text=f"Enlarged {show.times(scale)}: watch it closely, noise grows along.",
        )
    elif scale > UNSEEN:
        yield Finding(
            id="enlarged-little",
            level="note",
            step="pixels",
            text=f"Enlarged {show.times(scale)}: fine up to {show.times(COMFORTABLE)}. A lab that resamples "
            "everything to a grid of its own does this once more; ask before.",
        )
    elif scale < 1:
        dropped = 1 - scale * scale
        yield Finding(
            id="pixels-dropped",
            level="note",
            step="pixels",
            text=f"{show.percent(dropped)} of the pixels in use are averaged away in the "
            "file. The master keeps them all.",
        )


def _grid(work: Work) -> Iterator[Finding]:
    """A file finer than the printer's own grid: what is beyond is thrown away unseen."""
    pixels = work.plan.pixels
    grids = work.device.native_ppi if work.device else []
    grid = max(grids, default=pixels.native_ppi or DEVICE_MOST)
    if work.plan.target.in_pixels or pixels.mode == "device" or work.output_ppi <= grid:
        return
    known = bool(grids) or pixels.native_ppi is not None
    whose = "the printer's grid" if known else "the grid of most printers"
    fix = pixels_part("device", native_ppi=pixels.native_ppi)
    yield beyond_the_grid(work.output_ppi, grid, whose, fix)


def beyond_the_grid(
    ppi: Fraction, grid: Fraction | int, whose: str, fix: dict[str, Any]
) -> Finding:
    """So many `ppi` in a file for a driver of so fine a `grid`.

    >>> beyond_the_grid(Fraction(900), 720, "the desk printer's", {}).id
    'beyond-the-grid'
    """
    return Finding(
        id="beyond-the-grid",
        level="note",
        step="pixels",
        text=f"{show.ppi(ppi)} are more than {whose} of {show.ppi(grid)}: the driver throws the rest away.",
        fix=fix,
        fix_label="Count for the device",
    )


def _logged(work: Work) -> Iterator[Finding]:
    """What went wrong on this medium before, said before the paper is spent."""
    medium = work.plan.medium
    found = by_device(faults_on(work.studio.faults, medium.key, medium.name))
    if found:
        yield Finding(
            id="logged-fault",
            level="note" if all(one.kept_since for group in found for one in group) else "warn",
            step="handover",
            text=f"Prints on {medium.name or 'this medium'} have failed. {' '.join(fault_words(one) for one in found[:2])}",
        )


def _trials(work: Work) -> Iterator[Finding]:
    """The print stays as it was judged; what the trials say by now is one click away."""
    held = work.plan.viewing.trials
    if work.plan.viewing.school != "trials" or held is None:
        return
    now = trial_by_now(work)
    if now is None or same_trial(held, now):
        return
    yield Finding(
        id="trials-changed",
        level="note",
        step="distance",
        text=f"Own trials by now say {show.ppi(now.need_ppi)} from {show.decimal(now.distance_mm / 10, 1)} cm; this print goes by the "
        f"{show.ppi(held.need_ppi)} from {held.distance.typed} of when it was planned.",
        fix=judged_by(work, "trials"),
        fix_label="Take over what they say now",
    )


def _quality(work: Work, style: LengthStyle) -> Iterator[Finding]:
    if work.grade is None:
        yield Finding(
            id="no-trials",
            level="stop",
            step="distance",
            text="This studio has no trials yet for this medium and distance, so they "
            "cannot decide.",
            fix={"viewing.school": "acuity"},
            fix_label="Judge by acuity",
        )
        return
    if work.grade in ("surplus", "clean"):
        return
    if work.plan.target.in_pixels:
        level: Literal["note", "warn"] = "note" if work.grade == "near" else "warn"
        yield Finding(
            id=f"quality-{work.grade}",
            level=level,
            step="pixels",
            text=f"The picture has {show.decimal(work.quality or 0, 2)} pixels for each of "
            f"the screen's: {grade_word(work.grade)}, and enlarged {show.times(work.scale)}.",
        )
        return
    detail = " of detail" if work.counts_detail else ""
    has = f"{show.ppi(work.judged)}{detail}"
    # One criterion speaks in the whole sentence: need, grade and distance are the chosen one's.
    by = "" if work.judge.id == "acuity" else f" {work.judge.by}"
    what = f"{has} where {show.ppi(work.need or 0)} are needed{by}"
    clean = looks_clean(work, style)
    if work.grade == "near":
        yield Finding(
            id="quality-near",
            level="note",
            step="pixels",
            text=f"{what}: hardly anyone will see it. {clean}",
        )
    else:
        yield Finding(
            id=f"quality-{work.grade}",
            level="warn",
            step="pixels",
            text=f"{what}: {grade_word(work.grade)} from {work.distance_text(style)}. {clean}",
        )


def looks_clean(work: Work, style: LengthStyle) -> str:
    """`It looks clean from 35 cm.`, by the chosen criterion.

    >>> looks_clean(fog(), LengthStyle("cm"))
    'It looks clean from 42 cm.'
    """
    if work.clean_from is None:
        return f"From no distance does it look clean {work.judge.by}."
    return f"It looks clean from {reach_text(work.clean_from, style)}."

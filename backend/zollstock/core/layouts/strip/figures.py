"""The figures of a strip, and the key: what each letter stands for."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from ...answer.reckoning import Figure
from ...figures.figure import figure
from ...ground import show
from ...ground.show import LengthStyle
from ...ground.workings import number, written
from ...rules.pixelcount import length_px
from .eyes import open_boxes
from .ladder import step_text
from .letters import Lettered
from .patches import PatchGrid, PictureOnStrip
from .request import StripRequest
from .sheets import EYES_MOST

#: Whoever judges must not see these; nor whoever may still look over somebody's shoulder.
SECRET = ("key_", "eyes_")


def is_secret(one: Figure) -> bool:
    """Whether a figure gives the key away.

    >>> [one.id for one in lay(strip()).figures if is_secret(one)][:1]
    ['key_1_C']
    """
    return one.id.startswith(SECRET)


def strip_figures(
    layout: StripRequest,
    grid: PatchGrid,
    pictures: list[PictureOnStrip],
    copies: Mapping[int, list[Lettered]],
    sheets: int,
    style: LengthStyle,
) -> Iterator[Figure]:
    by = layout.ladder.by
    for at, on in enumerate(pictures, 1):
        tail = "" if at == 1 else f"_{at}"
        name = "" if len(pictures) == 1 else f", picture {at}"
        effective = on.alone.effective
        yield figure(f"strip_ppi{tail}", f"The picture holds{name}", effective, "ppi", show.ppi(effective),
                     "px of the crop ÷ printed inches, as its print is planned",
                     f"{on.plan.title or 'the print'} at {style.size(on.alone.boxes.trim.w, on.alone.boxes.trim.h)}", "strip")  # fmt: skip
        reference = step_text(by, on.rungs.reference.step)
        yield figure(f"strip_reference{tail}", f"Held against{name}", str(on.rungs.reference.step) if isinstance(on.rungs.reference.step, str) else on.rungs.reference.step,
                     "ppi" if by == "ppi" else "word", reference, "the finest step that stands",
                     ", ".join(step_text(by, one.step) for one in on.rungs.standing) or "none", "strip")  # fmt: skip
    for name, label, px, mm in (
        ("patch_width_px", "A patch, across", grid.wide, layout.patch.width.mm),
        ("patch_height_px", "A patch, down", grid.high, layout.patch.height.mm),
    ):
        put_in = written(
            "{} mm ÷ 25.4 mm/in × {} ppi", (number(mm, 2), number(layout.device_ppi, 0)),
            lambda side, ppi: length_px(side, ppi), show.whole, show.whole(px),
        )  # fmt: skip
        yield figure(name, label, px, "px", show.px(px), "side × device's ppi, whole pixels", put_in, "strip")  # fmt: skip
    count = len(next(iter(copies.values()), []))
    alike = sum(len(on.rungs.alike) for on in pictures)
    yield figure("patches_count", "Patches on a copy", count, "–", str(count), "steps + those that stand twice",
                 f"{count - alike} + {alike}", "strip")  # fmt: skip
    yield figure("sheets_count", "Sheets", sheets, "–", str(sheets), "copies × sheets a copy",
                 f"{len(copies)} × {sheets // max(1, len(copies))}", "strip")  # fmt: skip
    yield from _key(layout, copies)


def _key(layout: StripRequest, copies: Mapping[int, list[Lettered]]) -> Iterator[Figure]:
    several = len(layout.plans) > 1
    for copy, patches in copies.items():
        for one in patches:
            text = step_text(layout.ladder.by, one.rung.step)
            where = f", picture {one.rung.plan + 1}" if several else ""
            yield figure(f"key_{copy}_{one.letter}", f"Copy {copy}, {one.letter}", one.rung.step,
                         "ppi" if layout.ladder.by == "ppi" else "word", text, "shuffled by seed and copy",
                         f"seed {layout.seed}, copy {copy}{where}", "strip")  # fmt: skip
        if layout.distance is not None:
            row = open_boxes(layout.distance.mm, layout.device_ppi, EYES_MOST, layout.seed, copy)
            sides = " ".join(one.open for one in row)
            yield figure(f"eyes_{copy}", f"Copy {copy}, open sides", sides, "word", sides,
                         "shuffled by seed and copy", f"seed {layout.seed}, copy {copy}", "strip")  # fmt: skip

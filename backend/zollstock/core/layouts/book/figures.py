"""The figures of a book, each with its arithmetic: pages, spine, cover, and every box."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from ...answer.reckoning import Figure
from ...figures.figure import figure
from ...figures.verdict import pixels_per_inch
from ...ground import show
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...ground.workings import length, length_shown, number, pixels, written
from ...rules.viewing import grade_word
from .binding import creep
from .boxes import PictureBox
from .coversheet import cover_plan
from .request import BookRequest


def book_figures(layout: BookRequest, style: LengthStyle) -> Iterator[Figure]:
    """Of the book as a whole.

    >>> [(one.id, one.working) for one in book_figures(book(), LengthStyle("cm"))][:2]
    [('pages_count', '4 × 2 = 8'), ('spine_width', '8 ÷ 2 × 0.18 = 0.72 mm')]
    """
    pages, step = layout.pages, layout.step
    even = pages % step == 0
    formula = f"a multiple of {step}" if even else f"as asked, and no multiple of {step}"
    put = f"{pages // step} × {step}" if even else f"{pages // step} × {step} + {pages % step}"
    yield figure("pages_count", "Pages", pages, "–", show.whole(pages), formula, put, "book")
    yield _spine(layout, style)
    yield from _cover(layout, style)
    if not layout.bound.has_spine:
        mm, leaf = creep(pages, layout.paper.leaf), layout.paper.leaf
        inside = max(0, pages // 4 - 1)
        put = written(f"{inside} × {{}} mm", (number(leaf, 2),), lambda one: one * inside,
                      lambda got: f"{show.decimal(got, 2)} mm", f"{show.decimal(mm, 2)} mm")  # fmt: skip
        yield figure("creep", "Creep", mm, "mm", f"{show.decimal(mm, 2)} mm", "thickness × sheets inside the outermost", put, "book")  # fmt: skip
    ppi = layout.file_ppi
    said = "as asked" if layout.ppi is not None else "a proof's" if layout.files == "proof" else "what presses ask for"  # fmt: skip
    yield figure("file_ppi", "Resolution of the file", ppi, "ppi", show.ppi(ppi), said, show.ppi(ppi), "book")  # fmt: skip


def _spine(layout: BookRequest, style: LengthStyle) -> Figure:
    mm = layout.spine
    if not layout.bound.has_spine:
        return figure("spine_width", "Spine", mm, "mm", style.length(mm), "stapled sheets have none", "0", "book")  # fmt: skip
    shown = f"{show.decimal(mm, 2)} mm"
    leaf = layout.paper.leaf
    if layout.cover is None:
        put = written(f"{layout.pages} ÷ 2 × {{}}", (number(leaf, 3),), lambda one: one * layout.pages / 2,
                      lambda got: f"{show.decimal(got, 2)} mm", shown)  # fmt: skip
        formula = "pages ÷ 2 × paper thickness"
    else:
        put = written(f"{layout.pages} ÷ 2 × {{}} + 2 × {{}}", (number(leaf, 3), number(layout.cover.board.mm, 2)),
                      lambda one, board: one * layout.pages / 2 + 2 * board,
                      lambda got: f"{show.decimal(got, 2)} mm", shown)  # fmt: skip
        formula = "pages ÷ 2 × paper thickness + 2 × board"
    return figure("spine_width", "Spine", mm, "mm", shown, formula, put, "book")


def _cover(layout: BookRequest, style: LengthStyle) -> Iterator[Figure]:
    plan, cover, page = cover_plan(layout), layout.cover, layout.page
    if cover is None:
        yield _side(
            ("cover_width", "Cover sheet, width"), plan.width, "2 × page + spine + 2 × bleed",
            "2 × {} + {} + 2 × {}", (page.width.mm, layout.spine, layout.bleed.mm),
            lambda *of: 2 * of[0] + of[1] + 2 * of[2], style,
        )  # fmt: skip
        yield _side(
            ("cover_height", "Cover sheet, height"), plan.height, "page + 2 × bleed", "{} + 2 × {}",
            (page.height.mm, layout.bleed.mm), lambda *of: of[0] + 2 * of[1], style,
        )  # fmt: skip
        return
    out, turned = cover.overhang.mm, cover.wrap.mm
    yield _side(
        ("cover_width", "Cover sheet, width"), plan.width, "2 × (page + overhang) + spine + 2 × wrap",
        "2 × ({} + {}) + {} + 2 × {}", (page.width.mm, out, layout.spine, turned),
        lambda *of: 2 * (of[0] + of[1]) + of[2] + 2 * of[3], style,
    )  # fmt: skip
    yield _side(
        ("cover_height", "Cover sheet, height"), plan.height, "page + 2 × overhang + 2 × wrap",
        "{} + 2 × {} + 2 × {}", (page.height.mm, out, turned),
        lambda *of: of[0] + 2 * of[1] + 2 * of[2], style,
    )  # fmt: skip


def _side(
    name: tuple[str, str],
    mm: Fraction,
    formula: str,
    form: str,
    values: tuple[Fraction, ...],
    added: Callable[..., Fraction],
    style: LengthStyle,
) -> Figure:
    shown, said = length_shown(mm, style)
    put = written(form, tuple(length(one, style) for one in values), added, shown, said)
    return figure(*name, mm, "mm", style.length(mm), formula, put, "book")


def box_figures(held: PictureBox, style: LengthStyle) -> Iterator[Figure]:
    """Of one box: ppi, grade, loss, and how wide at most here.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> [(one.id, one.text) for one in box_figures(laid_boxes(book(spreads=None), DEFAULT_STUDIO).pictures[0], LengthStyle("cm"))][:2]
    [('box_ppi_1', '777.5 ppi'), ('box_grade_1', 'ample')]
    """
    work, at = held.work, held.number
    where = f"page {held.pages}"
    yield figure(f"box_ppi_{at}", f"Resolution, {where}", work.effective, "ppi", show.ppi(work.effective),
                 "picture px ÷ printed inches", pixels_per_inch(work, style), "resolution")  # fmt: skip
    if work.need is not None and work.quality is not None and work.grade is not None:
        put = f"{show.ppi(work.judged)} ÷ {show.ppi(work.need)} needed from {style.far(work.distance)}"
        yield figure(f"box_grade_{at}", f"Grade, {where}", work.grade, "word", grade_word(work.grade),
                     "effective ÷ needed", put, "grades")  # fmt: skip
    crop, placed = work.placement.crop, work.placement
    whole = placed.picture_w * placed.picture_h
    loss = placed.loss if work.plan.fit.mode == "fill" else Fraction(0)
    put = written("1 − {} × {} ÷ ({} × {})",
                  (pixels(crop.w), pixels(crop.h), pixels(placed.picture_w), pixels(placed.picture_h)),
                  lambda w, h, a, b: 1 - w * h / (a * b), show.percent, show.percent(loss))  # fmt: skip
    if loss or whole:
        yield figure(f"box_loss_{at}", f"Crop loss, {where}", loss, "–", show.percent(loss),
                     "1 − crop area ÷ picture area", put, "loss")  # fmt: skip
    mm = largest(held)
    if mm is not None and work.need is not None:
        shown, said = length_shown(mm, style)
        box = held.box.w
        put = written("{} × {} ÷ {}", (length(box, style), number(work.judged, 1), number(work.need, 1)),
                      lambda wide, has, needs: wide * has / needs, shown, said)  # fmt: skip
        yield figure(f"box_largest_{at}", f"Clean up to, {where}", mm, "mm", style.length(mm),
                     "box width × effective ÷ needed", put, "book")  # fmt: skip


def largest(held: PictureBox) -> Fraction | None:
    """How wide the box may be, mm, for its crop to be clean from the hand; None while a criterion has no answer.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> round(float(largest(laid_boxes(book(spreads=None), DEFAULT_STUDIO).pictures[0])))
    719
    """
    return None if held.work.quality is None else held.box.w * held.work.quality


def worst(pictures: tuple[PictureBox, ...]) -> list[PictureBox]:
    """The boxes, the least good first.

    >>> worst(())
    []
    """
    return sorted(pictures, key=lambda one: (one.work.quality or Fraction(0), one.number))


def worst_figure(pictures: tuple[PictureBox, ...]) -> Iterator[Figure]:
    """Which box is the least good, and how good that is.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> [one.working for one in worst_figure(laid_boxes(book(spreads=None), DEFAULT_STUDIO).pictures)]
    ['the least of 3 boxes: 568.7 ppi, ample = Gears, page 7']
    """
    found = worst(pictures)
    if found and found[0].work.grade is not None:
        held = found[0]
        text = f"{held.title}, page {held.pages}"
        put = f"the least of {len(found)} boxes: {show.ppi(held.work.effective)}, {grade_word(held.work.grade or '')}"
        yield figure("worst_box", "Worst box", held.number, "–", text, "least effective ÷ needed", put, "book")  # fmt: skip

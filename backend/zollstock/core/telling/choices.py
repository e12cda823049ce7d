"""The ways out of a step, side by side: each a change to the plan with its consequences.

A choice carries the drawing of the print it leads to, and the fix that takes it.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from functools import partial
from itertools import chain
from typing import Any, NamedTuple

from ..answer.fixes import pixels_part, target_part
from ..answer.reckoning import Record, Step
from ..criteria import CRITERIA
from ..documents.plan import Plan, PlanError, changed_plan
from ..ground import show
from ..ground.rational import Fraction, exact
from ..ground.ratios import named_ratio, short_ratio
from ..ground.show import LengthStyle
from ..rules.pixelcount import MOST_OUTPUT_PIXELS
from ..shapes.drawing import Drawing
from ..sheet.drawings import small_drawing
from ..sizes.library import Size
from ..sizes.near import Shelf, nearest
from ..studio.studio import DEFAULT_STUDIO, Studio
from ..work.outcome import Work
from .edgechoices import NO_EDGES, edge_fills, edge_kinds
from .mats import frames, mats
from .offers import ChoiceKind, Offer, lost_in_short
from .shortways import method_ways, short_ways

#: Of these every one stands for itself: none is left out for leading where another leads.
_ALWAYS: tuple[ChoiceKind, ...] = ("edge", "fill", "mat", "frame", "short", "method")


class Choice(Record):
    """One way out: a `way` with this size, another `size`, another `edge` or another `fill` of its rim, a
    usual `mat` or `frame`, a way out where pixels are `short`, a `method` of enlarging.

    `taken` marks the one the plan follows.
    """

    id: str
    kind: ChoiceKind
    title: str
    text: str
    fix: dict[str, Any]
    taken: bool
    drawing: Drawing


def choices(
    work: Work,
    style: LengthStyle,
    step: Step,
    studio: Studio = DEFAULT_STUDIO,
    left: Mapping[str, Any] = NO_EDGES,
) -> list[Choice]:
    """The choices of a step in the order they are shown; empty for steps without any.

    Near sizes are those of `studio`; `left` are the documents of edges that the print had before, by
    their kinds: such an edge comes back as it was.

    >>> [one.title for one in choices(fog(target={"width": "40 cm", "height": "40 cm"}), LengthStyle("cm"), "fit")][:2]
    ['Crop to 1:1', 'Keep the picture whole']
    """
    shelf = studio.sizes
    steps: dict[Step, Callable[[], Iterator[Offer]]] = {
        "size": lambda: _following_sheets(work, style),
        "fit": lambda: chain(_ratio_answers(work, style, shelf), _near_sizes(work, style, shelf)),
        "edge": lambda: chain(
            edge_kinds(work, style, left),
            edge_fills(work),
            mats(work, style, shelf),
            frames(work, style, shelf),
            () if work.plan.edge.fills else _ratio_answers(work, style, shelf),
        ),
        "pixels": lambda: chain(
            short_ways(work, style, studio.pace),
            _pixel_ways(work, style),
            method_ways(work, studio.pace),
        ),
    }
    offers = steps.get(step)
    if offers is None or (step == "pixels" and work.plan.target.in_pixels):
        return []
    found: list[Choice] = []
    ways = 0
    for name, title, fix, wording, kind in offers():
        try:
            plan = changed_plan(work.plan, fix)
        except PlanError:
            continue  # a way that leads nowhere, such as a ppi not yet typed, is not offered
        outcome = work.anew(plan)
        if kind == "edge":
            taken = plan.edge.kind == work.plan.edge.kind
        elif kind in ("mat", "frame"):
            # The same card is the same card, in whichever unit somebody typed it.
            taken = _cut_alike(outcome, work)
        else:
            taken = plan == work.plan and not any(c.taken for c in found if c.kind == kind)
        choice = Choice(id=name, kind=kind, title=title, text=wording(outcome), fix=fix, taken=taken,
                        drawing=small_drawing(outcome))  # fmt: skip
        ways += choice.kind == "way"
        same = next((other for other in found if _leads_where(other, choice, step)), None)
        if kind in _ALWAYS:
            same = None
        if same is None:
            found.append(choice)
        elif taken:
            found[found.index(same)] = same.model_copy(update={"taken": True})
    remaining = [choice for choice in found if choice.kind == "way"]
    if len(remaining) == 1 < ways:
        # Where nothing has to go, all ways are one: several cards would only say so several times.
        found[found.index(remaining[0])] = remaining[0].model_copy(
            update={"title": "The ratio fits as it is"}
        )
    return found


def _cut_alike(one: Work, other: Work) -> bool:
    return one.boxes == other.boxes


#: A loss under this share of the picture is none.
_HARDLY_LOST = Fraction(1, 1000)
#: Two ways whose boxes differ by less than this, mm, lead to the same print.
_SAME_MM = 0.05


def _leads_where(one: Choice, other: Choice, step: Step) -> bool:
    """Whether two ways lead to the same sheet with the same of the picture on it."""
    if step == "pixels" or one.kind in _ALWAYS:
        return False
    pairs = zip(_numbers(one.drawing), _numbers(other.drawing), strict=True)
    return all(abs(a - b) < _SAME_MM for a, b in pairs)


def _numbers(drawing: Drawing) -> tuple[float, ...]:
    piece = drawing.pieces[0]
    return (*drawing.boxes["document"], *piece.printed, *piece.picture)


def _ratio_answers(work: Work, style: LengthStyle, shelf: Shelf) -> Iterator[Offer]:
    """The answers to a ratio that does not match: turn the sheet, recrop, keep whole, another sheet.

    Turning comes first where nothing is lost by it.
    """
    box, fit = work.boxes.image, work.plan.fit
    zoom = fit.zoom if fit.mode == "fill" else 1.0
    turned = _turned_sheet(work, style)
    if turned is not None and turned.kept_whole:
        yield turned.offer
    yield Offer(
        "recrop",
        f"Crop to {short_ratio(box.w / box.h)}",
        {"fit.mode": "fill", "fit.zoom": zoom},
        lost_text,
    )
    yield Offer(
        "whole",
        "Keep the picture whole",
        {"fit.mode": "contain", "fit.zoom": 1.0},
        lambda outcome: _white_text(outcome, style),
    )
    if turned is not None and not turned.kept_whole:
        yield turned.offer
    if work.plan.edge.sheet_follows and not work.plan.target.in_pixels:
        target = fitting_sheet(work.plan, work)
        sheet = work.plan.target
        if target[0] <= sheet.width.mm and target[1] <= sheet.height.mm:
            yield _cut_to("sheet", "Use another sheet,", target, style, shelf)
            return
        # No sheet is cut to something larger than itself.
        yield _cut_to("sheet", "Use another sheet,", target, style, shelf)
        smaller = fitting_sheet(work.plan, work, within=True)
        if min(smaller) > 0:
            yield _cut_to("sheet-cut", "Use another sheet,", smaller, style, shelf)


class _Turned(NamedTuple):
    offer: Offer
    kept_whole: bool


def _turned_sheet(work: Work, style: LengthStyle) -> _Turned | None:
    """The same sheet lying the other way, where the picture loses less on it; None elsewhere."""
    target = work.plan.target
    if target.width.mm == target.height.mm:
        return None
    sides = {"target.width": target.height.typed, "target.height": target.width.typed}
    fix: dict[str, Any] = sides | {"fit.mode": "fill", "fit.zoom": 1.0}
    try:
        turned = work.anew(changed_plan(work.plan, fix))
        stands = work.anew(changed_plan(work.plan, {"fit.mode": "fill", "fit.zoom": 1.0}))
    except PlanError:
        return None  # the edge takes more than the sheet has that way
    if turned.placement.loss >= stands.placement.loss:
        return None
    title = f"Turn the sheet, {style.size(target.height.mm, target.width.mm)}"
    offer = Offer("turn-sheet", title, fix, lost_text)
    return _Turned(offer, turned.placement.loss < _HARDLY_LOST)


def _cut_to(
    name: str, words: str, sheet: tuple[Fraction, Fraction], style: LengthStyle, shelf: Shelf
) -> Offer:
    width, height = (style.typed(mm) for mm in sheet)
    fix = {"target": target_part(width, height), "fit.mode": "fill", "fit.zoom": 1.0}
    return Offer(
        name, f"{words} {style.size(*sheet)}", fix, lambda outcome: _sheet_text(outcome, shelf)
    )


def _near_sizes(work: Work, style: LengthStyle, shelf: Shelf) -> Iterator[Offer]:
    plan, image, placed, trim = work.plan, work.boxes.image, work.placement, work.boxes.trim
    if not plan.edge.sheet_follows:
        return
    picture = (
        placed.crop.w / placed.crop.h
        if plan.fit.mode == "contain"
        else Fraction(placed.picture_w, placed.picture_h)
    )
    for laid in nearest(shelf, placed.picture_w >= placed.picture_h, plan.target.in_pixels, picture,
                        (trim.w, trim.h), (trim.w - image.w, trim.h - image.h)):  # fmt: skip
        target = target_part(laid.width.typed, laid.height.typed)
        yield Offer(
            f"size-{laid.key}",
            f"Take {laid.label}",
            {"target": target, "fit.mode": "fill", "fit.zoom": 1.0},
            partial(near_text, size=laid),
            "size",
        )


def near_text(outcome: Work, size: Size) -> str:
    """`nothing lost, 212.2 ppi, frames common`.

    >>> from ..sizes.library import library
    >>> a3 = next(one for one in library() if one.key == "iso-a3")
    >>> near_text(fog(), a3)
    'nothing lost, 208.3 ppi, frames common'
    """
    return f"{lost_in_short(outcome)}, {size.bought}"


def _following_sheets(work: Work, style: LengthStyle) -> Iterator[Offer]:
    """Sheet follows picture: one thing of the sheet stays, the other side follows the picture."""
    if not work.plan.edge.sheet_follows:
        return
    trim, image = work.boxes.trim, work.boxes.image
    rest = (trim.w - image.w, trim.h - image.h)
    ratio = named_ratio(
        work.placement.crop.w / work.placement.crop.h
        if work.plan.fit.mode == "contain"
        else Fraction(work.placement.picture_w, work.placement.picture_h)
    )
    by_width = (trim.w, image.w / ratio + rest[1])
    by_height = (image.h * ratio + rest[0], trim.h)
    long_side = max(image.w, image.h)
    by_long = (long_side, long_side / ratio) if ratio >= 1 else (long_side * ratio, long_side)
    area = float(image.w * image.h)
    width = exact(round((area * float(ratio)) ** 0.5, 1))
    for name, title, (w, h) in (
        ("follow-width", f"Keep the width, {style.length(trim.w)}", by_width),
        ("follow-height", f"Keep the height, {style.length(trim.h)}", by_height),
        (
            "follow-long",
            f"Keep the long side of the image, {style.length(long_side)}",
            (by_long[0] + rest[0], by_long[1] + rest[1]),
        ),
        ("follow-area", "Keep the area of the image", (width + rest[0], width / ratio + rest[1])),
    ):
        target = target_part(style.typed(w), style.typed(h))
        fix = {"target": target, "fit.mode": "fill", "fit.zoom": 1.0}
        yield Offer(name, title, fix, lambda outcome: _following_text(outcome, style))


def _following_text(outcome: Work, style: LengthStyle) -> str:
    trim = outcome.boxes.trim
    return f"{style.size(trim.w, trim.h)}, {lost_in_short(outcome)}"


def fitting_sheet(plan: Plan, work: Work, within: bool = False) -> tuple[Fraction, Fraction]:
    """The sheet (mm) whose image box has the picture's ratio; its longer side stays.

    With `within` the side stays that leaves the other no longer than it is: what can be cut out of the
    sheet. A picture within 0.1 % of a small whole-number ratio is taken at that ratio, since 17⅓ in can
    be cut and 17.332 in cannot.

    >>> tuple(round(float(side), 1) for side in fitting_sheet(plan(target={"width": "60 cm", "height": "45 cm"}), fog(target={"width": "60 cm", "height": "45 cm"})))
    (600.0, 400.0)
    """
    placed, image = work.placement, work.boxes.image
    ratio = named_ratio(Fraction(placed.picture_w, placed.picture_h))
    sheet_w, sheet_h = plan.target.width.mm, plan.target.height.mm
    rest_w, rest_h = sheet_w - image.w, sheet_h - image.h
    keeps_width = image.w / ratio <= image.h if within else sheet_w >= sheet_h
    if keeps_width:
        return sheet_w, image.w / ratio + rest_h
    return image.h * ratio + rest_w, sheet_h


def lost_text(outcome: Work) -> str:
    """`lose 10 % of the height, 250 ppi`.

    >>> lost_text(fog(target={"width": "40 cm", "height": "40 cm"}))
    'lose 33.3 % of the width, 211.6 ppi'
    """
    part, share = lost_part(outcome)
    lost = f"lose {show.percent(share)} of the {part}" if share else "nothing is lost"
    return f"{lost}, {show.ppi(outcome.effective)}"


def lost_part(outcome: Work) -> tuple[str, Fraction]:
    """What of the picture goes, and how much of it: ("height", 1/10), ("picture", …); none is 0.

    >>> lost_part(fog(target={"width": "50 cm", "height": "30 cm"}))[0]
    'height'
    """
    placed = outcome.placement
    share_w = 1 - placed.crop.w / placed.picture_w
    share_h = 1 - placed.crop.h / placed.picture_h
    if share_w and share_h:
        return "picture", placed.loss
    return ("width", share_w) if share_w else ("height", share_h)


def _white_text(outcome: Work, style: LengthStyle) -> str:
    """The white that shows: `3 in left and right, 2 in top and bottom, 250 ppi`."""
    trim, printed = outcome.boxes.trim, outcome.placement.printed
    left, right = printed.x - trim.x, trim.right - printed.right
    top, bottom = printed.y - trim.y, trim.bottom - printed.bottom
    pairs = []
    for (first, one), (second, two) in (
        (("left", left), ("right", right)),
        (("top", top), ("bottom", bottom)),
    ):
        if one == two > 0:
            pairs.append(f"{style.length(one)} {first} and {second}")
        else:
            pairs += [
                f"{style.length(mm)} {side}" for side, mm in ((first, one), (second, two)) if mm > 0
            ]
    return f"{', '.join(pairs) or 'no background'}, {show.ppi(outcome.effective)}"


def _sheet_text(outcome: Work, shelf: Shelf) -> str:
    lost = outcome.placement.loss
    what = "nothing is lost" if lost < _HARDLY_LOST else f"lose {show.percent(lost)}"
    size = shelf.with_sides(outcome.plan.target.width.mm, outcome.plan.target.height.mm)
    return f"{what}, a usual size ({size.name}), {size.bought}" if size else f"{what}, cut to order"


def _pixel_ways(work: Work, style: LengthStyle) -> Iterator[Offer]:
    pixels, school = work.plan.pixels, work.plan.viewing.school
    titles = {
        "keep": "As it is",
        "need": f"What is needed ({CRITERIA[school].by})",
        "device": "For the device",
    }
    for mode, title in titles.items():
        native = pixels.native_ppi if mode == "device" else None
        fix = pixels_part(mode, native_ppi=native)
        yield Offer(mode, title, fix, pixel_text)
    ppi = pixels.ppi if pixels.mode == "fixed" else 300.0
    yield Offer(
        "fixed",
        f"Fixed, {show.ppi(ppi or 300.0)}",
        pixels_part("fixed", ppi),
        pixel_text,
    )


def pixel_text(outcome: Work) -> str:
    """`6000 × 4000 px, 72 MB, nothing resampled`.

    >>> pixel_text(fog()).replace("\\u202f", " ")
    '5000 × 3333 px, 50 MB, nothing resampled'
    """
    if outcome.output_w * outcome.output_h > MOST_OUTPUT_PIXELS:
        return "more than a file can hold"
    size = f"{show.whole(outcome.output_w)} × {show.whole(outcome.output_h)} px"
    scale = outcome.scale
    if scale == 1:
        how = "nothing resampled"
    elif scale > 1:
        how = f"enlarged {show.times(scale)}"
    else:
        how = f"reduced to {show.percent(scale)} a side"
    return f"{size}, {show.size_of_file(outcome.output_bytes)}, {how}"

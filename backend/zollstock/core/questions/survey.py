"""Survey: one picture against many sizes, and what each of them costs."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any, Literal

from ..answer.reckoning import Record
from ..documents.plan import Plan, PlanError, parse_plan, plan_document
from ..ground import show
from ..ground.show import LengthStyle, style_for
from ..shapes.drawing import Drawing
from ..sheet.drawings import small_drawing
from ..sizes.library import Frames, Size, directed
from ..studio.studio import DEFAULT_STUDIO, Studio
from ..work.outcome import Work, work_out
from ..work.zones import SIDES, ZoneState, near_limit, rooms, seen_box, zone_state

Order = Literal["loss", "area", "quality"]
#: What becomes of the print's edge at another size: in proportion, as it is, or left off.
Along = Literal["scaled", "same", "left"]
#: Zones that are cut, or less than `near` of the need: worth a second look.
_TROUBLING_GRADES = ("soft", "coarse")
#: A loss below this share is a fraction of a pixel row that nobody misses.
WHOLE = 0.001
#: Losing more than this share of the picture is trouble as well.
MUCH_LOST = 0.15


class SideLoss(Record):
    """What goes at one side: px of the picture, and the printed length it would have had."""

    side: str
    px: float
    printed: str
    text: str


class SizeVerdict(Record):
    """A size for a picture. With a `problem` it cannot be reckoned, and the rest is empty."""

    key: str
    name: str
    group: str
    size_text: str
    width: str
    height: str
    turned: bool
    in_pixels: bool
    frames: Frames
    bought: str
    note: str
    problem: str = ""
    area_mm2: float = 0
    loss: float = 0
    loss_text: str = ""
    sides: list[SideLoss] = []
    effective_ppi: float = 0
    ppi_text: str = ""
    quality: float = 0
    grade: str = ""
    from_text: str = ""
    zones: ZoneState = "none"
    zones_text: str = ""
    edge_text: str = ""
    edge_trouble: str = ""
    troubled: bool = False
    drawing: Drawing | None = None


@dataclass(frozen=True, slots=True)
class Candidate:
    """A size laid the picture's way, with the print it leads to, or the reason there is none."""

    size: Size
    work: Work | None
    problem: str = ""


def plan_for(
    base: dict[str, Any],
    size: Size,
    picture: tuple[int, int],
    fit: dict[str, Any] | None = None,
    along: Along = "same",
) -> dict[str, Any]:
    """The plan document of `base` at another size, lying or standing as the picture does.

    `picture` is its width and height, px, after orientation and turn. The crop is placed by the
    keep zones where there are any, unless `fit` says how; the distance is the natural one. The edge
    goes `along` as asked; a size in pixels has none.
    """
    laid = directed(size, picture[0] >= picture[1])
    own = base.get("fit") or {}
    placed = {"zoom": 1.0, "auto": bool(own.get("keep")), "anchor": [0.5, 0.5], "mode": "fill"}
    document = base | {
        "target": {"width": laid.width.typed, "height": laid.height.typed},
        "fit": own | (placed if fit is None else fit),
        "viewing": (base.get("viewing") or {}) | {"distance": None},
    }
    if laid.in_pixels or along == "left":
        document |= {"edge": {"kind": "none"}, "marks": {}}
    elif along == "scaled":
        document["edge"] = _scaled_edge(base, laid)
    return document


def _scaled_edge(base: dict[str, Any], laid: Size) -> dict[str, Any]:
    plan = parse_plan(base)
    if not plan.edge.scales or plan.target.in_pixels:
        return dict(base.get("edge") or {"kind": "none"})
    before = sorted((plan.target.width.mm, plan.target.height.mm))
    after = sorted((laid.width.mm, laid.height.mm))
    share = min(new / old for new, old in zip(after, before, strict=True))
    return plan.edge.scaled(share).model_dump(mode="json")


class GoesAlong(Record):
    """What of the print goes along to its other sizes: its `edge` in words, and the ways that there are."""

    edge: str
    ways: list[Along]


def kept_along(base: Plan, unit: str | None = None) -> GoesAlong:
    """The edge that would go along; without ways where there is none.

    >>> kept_along(plan(edge=border("2 cm")), "cm").edge
    'Border 2 cm'
    """
    if base.edge.kind == "none":
        return GoesAlong(edge="", ways=[])
    style = style_for([base.target.width], unit)
    words = base.edge.summary(style)[0]
    if getattr(base.edge, "caption", None):
        words += ", with its caption"
    ways: list[Along] = ["scaled", "same", "left"] if base.edge.scales else ["same", "left"]
    return GoesAlong(edge=words, ways=ways)


def candidates(
    base: Plan, sizes: Iterable[Size], along: Along = "same", studio: Studio = DEFAULT_STUDIO
) -> list[Candidate]:
    """Every size tried on the picture of `base`, with its turn, angle, zones, medium and edge.

    >>> from ..sizes.library import library
    >>> [one.size.name for one in candidates(fog().plan, library()[:3])]
    ['A0', 'A1', 'A2']
    """
    from ..rules.fit import turned_size

    document, picture = plan_document(base), turned_size(base.picture, base.fit.turn)
    found = []
    for size in sizes:
        laid = directed(size, picture[0] >= picture[1])
        try:
            work = work_out(parse_plan(plan_for(document, size, picture, None, along)), studio)
        except PlanError as error:
            found.append(Candidate(laid, None, error.problems[0][1]))
        else:
            found.append(Candidate(laid, work))
    return found


def survey(
    base: Plan,
    sizes: Iterable[Size],
    unit: str | None = None,
    order: Order = "loss",
    along: Along = "same",
    studio: Studio = DEFAULT_STUDIO,
) -> list[SizeVerdict]:
    """What every size would cost this picture, in the order asked for: the best first.

    By `loss` and then area, by `area` (the largest first) or by `quality`. Sizes that cannot be
    reckoned come last, with the reason. `unit` is the one texts use.

    >>> from ..sizes.library import library
    >>> sizes = [one for one in library() if one.key in ("iso-a3", "cm-30x30")]
    >>> [(one.name, one.loss_text) for one in survey(plan(), sizes, "cm")]
    [('A3', '5.7 %'), ('30 × 30 cm', '33.3 %')]
    """
    found = [verdict(candidate, base, unit) for candidate in candidates(base, sizes, along, studio)]
    keys: dict[Order, Any] = {
        "loss": lambda v: (round(v.loss, 4), -v.area_mm2),
        "area": lambda v: -v.area_mm2,
        "quality": lambda v: -v.quality,
    }
    return sorted(found, key=lambda v: (bool(v.problem), keys[order](v)))


class Survey(Record):
    """All sizes of a set for one picture, in words which of them it wants, and what goes along."""

    words: str
    kept: GoesAlong
    sizes: list[SizeVerdict]


def survey_words(verdicts: Sequence[SizeVerdict]) -> str:
    """What the table says at a glance: what fits as it is, how large it stays clean, what cuts.

    >>> survey_words([])
    'None of these sizes can be reckoned for this print.'
    """
    known = [item for item in verdicts if not item.problem]
    if not known:
        return "None of these sizes can be reckoned for this print."
    fitting = [item for item in known if item.loss < WHOLE]
    if fitting:
        names = _listed([item.size_text for item in fitting[:3]], len(fitting) - 3)
        words = f"Nothing is lost on {names}."
    else:
        least = min(known, key=lambda item: item.loss)
        words = f"Every size crops it, least {least.size_text}: {least.loss_text}."
    clean = [item for item in known if item.grade in ("clean", "surplus") and not item.in_pixels]
    if clean:
        largest = max(clean, key=lambda item: item.area_mm2)
        words += f" Clean up to {largest.size_text}."
    elif any(not item.in_pixels for item in known):
        words += " No size is clean from where it is seen whole."
    cut = sum(item.zones == "cut" for item in known)
    if cut:
        words += f" {cut} of {len(known)} cut{'s' if cut == 1 else ''} a keep zone."
    return words


def _listed(names: list[str], more: int) -> str:
    if more > 0:
        return f"{', '.join(names)} and {more} more"
    return " and ".join([", ".join(names[:-1]), names[-1]]) if len(names) > 1 else names[0]


def verdict(candidate: Candidate, base: Plan, unit: str | None) -> SizeVerdict:
    """One candidate in words and figures.

    >>> from ..sizes.library import library
    >>> (a0,) = candidates(fog().plan, [size for size in library() if size.name == "A0"])
    >>> found = verdict(a0, fog().plan, "cm")
    >>> found.size_text, found.loss_text
    ('118.9 × 84.1 cm', '5.8 %')
    """
    size, work = candidate.size, candidate.work
    style = style_for([size.width, size.height], unit)
    common = {
        "key": size.key, "name": size.name, "group": size.group,
        "size_text": style.size(size.width.mm, size.height.mm),
        "width": size.width.typed, "height": size.height.typed,
        "turned": size.width.mm > size.height.mm, "in_pixels": size.in_pixels,
        "frames": size.frames, "bought": size.bought, "note": size.note,
    }  # fmt: skip
    if work is None:
        return SizeVerdict(**common, problem=candidate.problem)
    zones = zone_state(work)
    edge, trouble = work.plan.edge, edge_trouble(work, style)
    return SizeVerdict(
        **common,
        area_mm2=float(size.area),
        loss=float(work.placement.loss),
        loss_text=show.percent(work.placement.loss),
        sides=side_losses(work, style),
        effective_ppi=float(work.effective),
        ppi_text=show.ppi(work.effective)
        if not size.in_pixels
        else f"{show.decimal(work.quality or 0, 2)} px a px",
        quality=float(work.quality or 0),
        grade=work.grade or "",
        from_text="" if size.in_pixels else style.far(work.distance),
        zones=zones,
        zones_text=zones_text(work, style),
        edge_text="" if edge.kind == "none" else edge.summary(style)[0],
        edge_trouble=trouble,
        troubled=troubled(work, zones) or bool(trouble),
        drawing=small_drawing(work),
    )


def side_losses(work: Work, style: LengthStyle) -> list[SideLoss]:
    """What the crop takes at each side that loses anything.

    >>> [(one.side, one.text) for one in side_losses(fog(target={"width": "40 cm", "height": "40 cm"}), LengthStyle("cm"))]
    [('left', '833.5 px, 10 cm of print'), ('right', '833.5 px, 10 cm of print')]
    """
    placed = work.placement
    return [
        SideLoss(
            side=side, px=float(px), printed=printed, text=f"{show.px(px)}, {printed} of print"
        )
        for side, px in zip(SIDES, placed.cuts, strict=True)
        if px > 0
        for printed in [style.length(px * placed.mm_per_px)]
    ]


def zones_text(work: Work, style: LengthStyle) -> str:
    """`kept, lamp 12 mm from the left` or `lamp cut by 4 mm at the left`; empty without zones.

    >>> zone = {"name": "lamp", "x": 0.0, "y": 0.0, "w": 0.1, "h": 0.1}
    >>> zones_text(fog(fit={"keep": [zone]}, target={"width": "20 cm", "height": "20 cm"}), LengthStyle("cm"))
    'lamp cut by 5 cm at the left'
    """
    if not work.plan.fit.keep:
        return ""
    seen = seen_box(work)
    worst = min(rooms(work, seen), key=lambda room: room.tightest[1])
    side, gap = worst.tightest
    name = worst.zone.name or "zone"
    if gap < 0:
        return f"{name} cut by {style.length(-gap)} at the {side}"
    kept = "near" if gap < near_limit(seen) else "kept"
    return f"{kept}, {name} {style.length(gap)} from the {side}"


def edge_trouble(work: Work, style: LengthStyle) -> str:
    """The gravest of what is wrong with the edge at this size, in words; empty where nothing is.

    >>> edge_trouble(fog(edge=border("2 cm")), LengthStyle("cm"))
    ''
    """
    found = list(work.plan.edge.findings(work.boxes, work.placement.printed, style))
    grave = [item for level in ("stop", "warn") for item in found if item.level == level]
    return grave[0].text if grave else ""


def troubled(work: Work, zones: ZoneState) -> bool:
    """Whether somebody should look: a zone cut or near, too few pixels, much of the picture lost.

    >>> troubled(fog(), "kept"), troubled(fog(target={"width": "10 cm", "height": "40 cm"}), "kept")
    (False, True)
    """
    return (
        zones in ("cut", "near")
        or work.grade in _TROUBLING_GRADES
        or float(work.placement.loss) > MUCH_LOST
    )

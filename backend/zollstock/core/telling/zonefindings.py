"""What becomes of the keep zones, and what a lab's centre crop would have made of them."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from ..answer.fixes import target_part
from ..answer.reckoning import Finding, Way
from ..documents.plan import Plan, PlanError, changed_plan
from ..edges import Edge
from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle
from ..parts.fit import Fit, KeepZone
from ..parts.medium import Marks
from ..parts.picture import Picture
from ..parts.target import Target
from ..rules.fit import Placement, at_its_roomiest, zone_span
from ..shapes.box import Box
from ..shapes.drawing import Drawing
from ..sheet.drawings import small_drawing
from ..sheet.sheets import Turn
from ..sizes.library import Size
from ..studio.studio import Studio
from ..work import zones
from ..work.outcome import Work, with_fit, work_out

_EDGE_WORDS = {"left": "left", "top": "upper", "right": "right", "bottom": "lower"}
#: Less than this share gone on either side and nobody speaks of a centre crop.
_LITTLE = Fraction(1, 200)
#: So many of the nearest sizes are tried before none is offered.
_TRIES = 8


def zone_findings(work: Work, style: LengthStyle, studio: Studio) -> Iterator[Finding]:
    """Zones cut or near an edge, a fold or the cutter; zones no placement can hold; centre crops.

    >>> zone = {"name": "lamp", "x": 0.0, "y": 0.0, "w": 0.1, "h": 0.1}
    >>> from ..studio.studio import DEFAULT_STUDIO
    >>> [one.id for one in zone_findings(fog(fit={"keep": [zone]}, target={"width": "20 cm", "height": "20 cm"}), LengthStyle("cm"), DEFAULT_STUDIO)]
    ['keep-zone-cut', 'centre-crop']
    """
    if work.plan.fit.keep:
        yield from _cut_or_near(work, style, studio)
        yield from _safe_zones(work, style)
        yield from _fold_zones(work, style)
    yield from _centre_crop(work, style)


def display_name(name: str) -> str:
    """What a keep zone is called at the beginning of a sentence.

    >>> display_name("lamp"), display_name("")
    ('The lamp', 'A keep zone')
    """
    return f"The {name}" if name else "A keep zone"


def _cut_or_near(work: Work, style: LengthStyle, studio: Studio) -> Iterator[Finding]:
    seen = zones.seen_box(work)
    limit = zones.near_limit(seen)
    found = list(zones.rooms(work, seen))
    if all(room.tightest[1] >= limit for room in found):
        return  # most often nothing is wrong, and no other place need be looked for
    placed = auto_placed(work)
    # When even the best placement cuts, moving the crop is no cure: there are three others.
    hopeless = placed is not None and any(
        room.cuts for room in zones.rooms_as_placed(work.plan.fit.keep, placed, seen)
    )
    fix = {} if hopeless else _auto_fix(work, placed)
    told = False
    for room in found:
        name = display_name(room.zone.name)
        if cuts := room.cuts:
            where = work.plan.edge.cut_words
            parts = " and ".join(
                f"{style.length(mm)} of it {where} the {_EDGE_WORDS[side]} edge"
                for side, mm in cuts
            )
            ways = ways_out(work, style, studio) if hopeless and not told else None
            told = True
            reason = ""
            if ways is not None:
                reason = f" No place of this crop holds {_all_of(work)}: {_too_much(work, style)}."
            yield Finding(id="keep-zone-cut", level="warn", step="fit", **fix, ways=ways,
                          text=f"{name} is cut: {parts}.{reason}")  # fmt: skip
        elif room.tightest[1] < limit and work.boxes.get("fold") is None:
            side, gap = room.tightest
            text = f"{name} comes {style.length(gap)} from the {_EDGE_WORDS[side]} edge."
            yield Finding(id="keep-zone-near-edge", level="warn", step="fit", **fix, text=text)


def _all_of(work: Work) -> str:
    count = len(work.plan.fit.keep)
    return {1: "it", 2: "both zones"}.get(count, f"all {count} zones")


def _too_much(work: Work, style: LengthStyle) -> str:
    """`2.1 cm too wide`: how far the zones together exceed what is seen of the crop."""
    placed, seen = work.placement, zones.seen_box(work)
    span = zone_span(work.plan.fit.keep, placed.picture_w, placed.picture_h, placed.lean)
    k = placed.mm_per_px
    over = [(span.w * k - seen.w, "wide"), (span.h * k - seen.h, "high")]
    parts = [f"{style.length(mm)} too {word}" for mm, word in over if mm > 0]
    return " and ".join(parts) or "the picture ends before they would be inside"


def auto_placed(work: Work) -> Placement | None:
    """The crop where the keep zones have the most room; None of a picture that is kept whole.

    >>> auto_placed(fog(fit={"mode": "contain"})) is None
    True
    """
    fit = work.plan.fit
    if fit.mode == "contain":
        return None
    if fit.auto or not fit.keep:
        return work.placement
    return at_its_roomiest(work.placement, fit.keep)


def _auto_fix(work: Work, placed: Placement | None) -> dict[str, Any]:
    """Automatic placement as a fix, where it moves the crop at all; {} where it does not."""
    if work.plan.fit.auto or placed is None:
        return {}
    here, there = work.placement.crop, placed.crop
    moves = (there.x - here.x, there.y - here.y)
    if not any(moves):
        return {}
    sideways = abs(moves[0]) > abs(moves[1])
    word = ("left", "right") if sideways else ("up", "down")
    direction = word[0] if (moves[0] if sideways else moves[1]) < 0 else word[1]
    return {"fix": {"fit.auto": True}, "fix_label": f"Move the crop {direction}"}


def ways_out(work: Work, style: LengthStyle, studio: Studio) -> list[Way]:
    """When no placement holds the zones: keep it whole, another size, or a smaller zone.

    >>> from ..studio.studio import DEFAULT_STUDIO
    >>> tall = {"name": "lamp", "x": 0.0, "y": 0.0, "w": 0.2, "h": 1.0}  # the picture loses a tenth of its height
    >>> [way.label for way in ways_out(fog(fit={"keep": [tall]}), LengthStyle("cm"), DEFAULT_STUDIO)]
    ['Keep the picture whole', 'Take 24 × 16 in', 'Make the lamp smaller']
    """
    found = []
    fit = work.plan.fit
    if fit.zoom != 1:
        wide = with_fit(work, fit.model_copy(update={"zoom": 1.0, "auto": True}))
        if not _cuts_any(wide):
            found.append(
                Way(
                    label="Take the crop as large as it goes",
                    text="every zone inside",
                    fix={"fit.zoom": 1.0, "fit.auto": True},
                )
            )
    whole = with_fit(work, fit.model_copy(update={"mode": "contain", "zoom": 1.0}))
    if not _cuts_any(whole):
        found.append(
            Way(
                label="Keep the picture whole",
                text=f"unequal borders, {_still_cut(work)}",
                fix={"fit.mode": "contain", "fit.zoom": 1.0},
            )
        )
    other = _size_that_holds(work, studio)
    if other is not None:
        target = target_part(other.width.typed, other.height.typed)
        found.append(
            Way(
                label=f"Take {other.label}",
                text=f"every zone inside, {other.bought}",
                fix={"target": target, "fit.auto": True, "fit.zoom": 1.0},
            )
        )
    if not fit.angle:
        smaller = _trimmed(work)
        names = [
            zone.name or "zone" for zone, new in zip(fit.keep, smaller, strict=True) if zone != new
        ]
        if names:
            found.append(
                Way(
                    label=f"Make the {' and the '.join(names)} smaller",
                    text="what the crop holds now is kept",
                    fix={"fit.keep": [zone.model_dump() for zone in smaller]},
                )
            )
    return found


def _still_cut(work: Work) -> str:
    """What is lost of a picture that is kept whole in its image box."""
    taken = []
    if work.plan.fit.angle:
        taken.append("straightening takes its corners")
    if work.boxes.visible != work.boxes.image:
        taken.append(work.plan.edge.rim_words)
    return " and ".join(taken) + ", every zone inside" if taken else "nothing cut"


def _cuts_any(work: Work) -> bool:
    return any(room.cuts for room in zones.rooms(work, zones.seen_box(work)))


def _size_that_holds(work: Work, studio: Studio) -> Size | None:
    """The studio's size nearest in area whose crop holds every zone; None where none does."""
    placed, plan = work.placement, work.plan
    if plan.target.in_pixels or not plan.edge.sheet_follows:
        return None
    span = zone_span(plan.fit.keep, placed.picture_w, placed.picture_h, placed.lean)
    # The ratios whose largest crop is wide and high enough; the exact check comes after.
    least, most = span.w / placed.picture_h, placed.picture_w / span.h
    area = work.boxes.trim.w * work.boxes.trim.h
    wide = placed.picture_w >= placed.picture_h
    candidates = [
        size for size in studio.sizes.laid(wide) if not size.in_pixels and size.frames != "order"
    ]
    fitting = [s for s in candidates if least <= s.width.mm / s.height.mm <= most]
    fitting.sort(key=lambda s: max(s.area / area, area / s.area))
    for size in fitting[:_TRIES]:
        fix = {
            "target.width": size.width.typed,
            "target.height": size.height.typed,
            "fit.auto": True,
            "fit.zoom": 1.0,
        }
        try:
            outcome = work.anew(changed_plan(plan, fix))
        except PlanError:
            continue  # such as a border wider than the smaller sheet
        if not _cuts_any(outcome):
            return size
    return None


def _trimmed(work: Work) -> list[KeepZone]:
    """The zones, each reduced to what of it is inside; a zone that is outside altogether stays."""
    placed = work.placement
    window = placed.to_px(zones.seen_box(work))
    made = []
    for zone in work.plan.fit.keep:
        x = max(exact(zone.x), window.x / placed.picture_w)
        y = max(exact(zone.y), window.y / placed.picture_h)
        right = min(exact(zone.x) + exact(zone.w), window.right / placed.picture_w)
        bottom = min(exact(zone.y) + exact(zone.h), window.bottom / placed.picture_h)
        if (
            right <= x
            or bottom <= y
            or (x, y, right - x, bottom - y)
            == tuple(exact(value) for value in (zone.x, zone.y, zone.w, zone.h))
        ):
            made.append(zone)
            continue
        # Rounded inwards, so that rounding cannot leave a hair of it outside.
        left, top = (-(-value * 10**6 // 1) / 10**6 for value in (x, y))
        made.append(KeepZone(name=zone.name, x=float(left), y=float(top),
                             w=max(1e-6, int((right - left) * 10**6) / 10**6),
                             h=max(1e-6, int((bottom - top) * 10**6) / 10**6)))  # fmt: skip
    return made


def _safe_zones(work: Work, style: LengthStyle) -> Iterator[Finding]:
    safe = work.boxes.get("safe")
    if safe is None or safe == work.boxes.trim:
        return
    inside_trim = {room.zone: room.tightest[1] for room in zones.rooms(work, work.boxes.trim)}
    for room in zones.rooms(work, safe):
        gap = room.tightest[1]
        if gap < 0 <= inside_trim[room.zone]:
            yield Finding(
                id="keep-zone-outside-safe",
                level="warn",
                step="edge",
                **_auto_fix(work, auto_placed(work)),
                text=f"{display_name(room.zone.name)} reaches {style.length(-gap)} out of the "
                "safe area; a cutter may take it.",
            )


def _fold_zones(work: Work, style: LengthStyle) -> Iterator[Finding]:
    fold, cure = work.boxes.get("fold"), work.plan.edge.fold_cure
    if fold is None or cure is None or work.boxes.image == fold:
        return  # the picture ends at the fold
    for room in zones.rooms(work, fold):
        side, gap = room.tightest
        if gap < zones.NEAR_MM:
            where = "goes over" if gap < 0 else f"comes {style.length(gap)} from"
            yield Finding(
                id="keep-zone-near-fold",
                level="warn",
                step="edge",
                text=f"{display_name(room.zone.name)} {where} the {side} fold.",
                fix=cure[0],
                fix_label=cure[1],
            )


_CENTRAL: dict[str, Any] = {
    "mode": "fill",
    "anchor": (0.5, 0.5),
    "zoom": 1.0,
    "angle": 0.0,
    "auto": False,
}


def centre_crop(plan: Plan) -> Work:
    """The same print as most labs would make it of a file of another ratio: cropped centrally.

    >>> centre_crop(plan()).plan.fit.anchor
    (0.5, 0.5)
    """
    return work_out(plan.model_copy(update={"fit": plan.fit.model_copy(update=_CENTRAL)}))


@dataclass(frozen=True, slots=True)
class _Central:
    """A lab's centre crop: what it cuts of the zones, what it takes of the picture, how it looks."""

    crop: Box
    cuts: str
    takes: str
    drawing: Drawing


@lru_cache(maxsize=512)
def _central(
    picture: Picture,
    turn: Turn,
    keep: tuple[KeepZone, ...],
    target: Target,
    edge: Edge,
    marks: Marks,
    style: LengthStyle,
) -> _Central:
    # The same in every reckoning while a crop is moved.
    fit = Fit(turn=turn, keep=keep)
    work = centre_crop(Plan(picture=picture, fit=fit, target=target, edge=edge, marks=marks))
    placed = work.placement
    cuts = [
        f"{style.length(mm)} of the {room.zone.name or 'keep zone'} at the {side}"
        for room in zones.rooms(work, zones.seen_box(work))
        for side, mm in room.cuts
    ]
    takes = _taken(placed, style) if placed.loss > _LITTLE else ""
    return _Central(placed.crop, ", ".join(cuts), takes, small_drawing(work))


def _centre_crop(work: Work, style: LengthStyle) -> Iterator[Finding]:
    """What a centre crop would have cut: the zones it hits, else what goes on which side."""
    plan, fit = work.plan, work.plan.fit
    central = _central(plan.picture, fit.turn, fit.keep, plan.target, plan.edge, plan.marks, style)
    if central.cuts:
        text = f"A lab's centre crop would cut {central.cuts}."
    elif central.takes and central.crop != work.placement.crop:
        text = f"A lab's centre crop would take {central.takes}."
    else:
        return
    yield Finding(id="centre-crop", level="note", step="fit", text=text, drawing=central.drawing)


def _taken(placed: Placement, style: LengthStyle) -> str:
    left, top, right, _ = (px * placed.mm_per_px for px in placed.cuts)
    if left > 0 and right > 0:
        return f"{style.length(left)} from the left and the right"
    return f"{style.length(top)} from the top and the bottom"

"""The page of a gang: Prints, Paper, Laying and Cutting, every piece where it lies, and every paper in stock."""

from __future__ import annotations

from collections.abc import Iterator

from ...ground import show
from ...ground.money import Money, to_the_cent
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...studio.stock import Stock, StockRoll, StockSheet
from ...studio.studio import Studio
from ..kind import PlannedLayout
from ..page import (
    GangCutDrawn,
    GangDrawn,
    GangPieceDrawn,
    LayoutStepSummary,
    LayoutWay,
    Parts,
    paper_name,
    step_summary,
)
from ..request import Margins, Paper
from .figures import bill, display_name
from .places import Gang, gang_of
from .request import GangRequest, Roll

_OF_PAPER = {"piece-too-large"}
_OF_LAYING = {"pieces-overlap", "pieces-near", "piece-beyond"}
_OF_CUTTING = {"no-straight-cuts"}
#: So many papers of the stock are laid out to be compared; more nobody looks through.
MOST_PAPERS = 12
#: With more pieces than this not every way of laying is tried on each of them, so that nobody waits.
MOST_THOROUGH = 40


def gang_parts(gang: Gang, laid: PlannedLayout, style: LengthStyle, studio: Studio) -> Parts:
    """What stands on the page of a gang."""
    return Parts(
        steps=_steps(gang, laid, style, studio),
        ways=[*_papers(gang, studio, style), *_cutting(gang, studio)],
        gang=_drawn(gang, style),
    )


def _steps(
    gang: Gang, laid: PlannedLayout, style: LengthStyle, studio: Studio
) -> list[LayoutStepSummary]:
    layout, of = gang.layout, {name: [one for one in laid.findings if one.id in ids] for name, ids in (
        ("paper", _OF_PAPER), ("laying", _OF_LAYING), ("cutting", _OF_CUTTING))}  # fmt: skip
    told = [one for found in of.values() for one in found]
    rest = [one for one in laid.findings if one not in told]
    count = len(layout.keys)
    roll, billed = layout.roll, bill(gang)
    paper = paper_name(layout.sheet, style, studio) if roll is None else f"Roll {style.length(roll.width.mm)}"  # fmt: skip
    waste = next(one for one in laid.figures if one.id == "waste")
    pinned = sum(piece.pinned for piece in gang.pieces)
    length = style.length(gang.length) if roll is not None else f"{len(gang.lengths)} sheets"
    return [
        step_summary("prints", "Prints", f"{count} piece{'s' * (count > 1)}", f"{len(layout.plans)} pictures" if len(layout.plans) > 1 else "1 picture", [], rest),
        step_summary("paper", "Paper", paper, "no price" if billed is None else priced(billed.cost, studio.stock), ["length_used", "cost", "sheets_count"], of["paper"]),
        step_summary("laying", "Laying", length, f"{waste.text} waste" if not pinned else f"{pinned} pinned", ["length_used", "waste", "saved", "file_ppi", "file_width_px", "file_height_px", "file_bytes"], of["laying"]),
        step_summary("cutting", "Cutting", f"{len(gang.cuts)} cuts" if gang.cuts else f"{count} to cut", "right through" if layout.guillotine else "free", [], of["cutting"]),
    ]  # fmt: skip


def _drawn(gang: Gang, style: LengthStyle) -> GangDrawn:
    area = gang.layout.area
    return GangDrawn(
        pieces=[
            GangPieceDrawn(
                number=piece.number,
                plan=piece.plan,
                copy=piece.copy,
                name=display_name(gang, piece.plan, piece.copy),
                sheet=piece.sheet,
                box=piece.box.as_floats(),
                turn=piece.turn,
                pinned=piece.pinned,
                may_turn=gang.layout.turns(piece.plan),
                size=style.size(piece.box.w, piece.box.h),
                place=f"{style.number(piece.box.x)}, {style.number(piece.box.y)}",
            )
            for piece in gang.pieces
        ],
        cuts=[
            GangCutDrawn(cut.sheet, cut.way, float(cut.at), float(cut.begin), float(cut.end), _told(cut.way, style.length(cut.at), cut.frees))
            for cut in gang.cuts
        ],
        usable=(
            float(area.left),
            float(area.top),
            float(area.width),
            None if area.length is None else float(area.length),
        ),
        on_roll=gang.layout.roll is not None,
    )  # fmt: skip


def priced(amount: Fraction, stock: Stock) -> str:
    """A price in the studio's currency."""
    return str(Money(to_the_cent(amount), stock.currency))


def _told(way: str, at: str, frees: tuple[int, ...]) -> str:
    where = f"Across at {at}" if way == "across" else f"Down at {at} from the left"
    return f"{where}: frees {' and '.join(map(str, frees))}" if frees else where


def _papers(gang: Gang, studio: Studio, style: LengthStyle) -> Iterator[LayoutWay]:
    """Every roll and every kind of sheet in stock with what it would take; those that are too short say so."""
    found, stock = [], studio.stock
    for medium, paper in list(stock.papers())[:MOST_PAPERS]:
        layout = on_stock(gang.layout, paper)
        thorough = len(layout.keys) <= MOST_THOROUGH
        tried = gang_of(layout, studio, thorough)
        about = "" if thorough else "about "
        fits = not tried.outside
        billed = bill(tried)
        parts = []
        if not fits:
            parts.append("too small for some" if layout.roll is None else "too narrow for some")
        else:
            used = f"{len(tried.lengths)} sheets" if layout.roll is None else style.length(tried.length)  # fmt: skip
            parts.append(about + used)
            printed = sum((piece.box.area for piece in tried.pieces), tried.length * 0)
            parts.append(f"{show.percent(1 - printed / (layout.area.media * tried.length))} waste")
            if billed is not None:
                parts.append(priced(billed.cost, stock))
            if not paper.holds(tried.length, len(tried.lengths)):
                parts.append("not enough left")
        taken = (
            gang.layout.stock if gang.layout.roll is None else gang.layout.roll.stock
        ) == paper.key
        cost = billed.cost if billed is not None else None
        found.append((
            (not fits, "not enough left" in parts, cost is None, cost or 0, tried.length),
            LayoutWay(id=f"paper-{paper.key}", title=f"{medium.name}, {paper.display_name(style)}", text=", ".join(parts),
                      fix=_fix(layout), taken=taken),
        ))  # fmt: skip
    # The cheapest that fits first.
    yield from (way for _, way in sorted(found, key=lambda one: one[0]))


def _cutting(gang: Gang, studio: Studio) -> Iterator[LayoutWay]:
    """Free cuts, or only such as go right through, with what that costs in length."""
    layout = gang.layout
    for through, title, text in (
        (False, "Cut each piece by itself", "with knife and ruler"),
        (True, "Only cuts right through", "for a guillotine or a cutter on a bar"),
    ):
        other = gang if through == layout.guillotine else gang_of(layout.model_copy(update={"guillotine": through}), studio)  # fmt: skip
        more = len(other.lengths), other.length
        took = f"{more[0]} sheets" if layout.roll is None else f"{float(more[1]) / 1000:.2f} m"
        yield LayoutWay(
            id=f"cut-{'through' if through else 'free'}",
            title=title,
            text=f"{text}, {took}",
            fix={"guillotine": through},
            taken=through == layout.guillotine,
        )


def _fix(layout: GangRequest) -> dict[str, object]:
    document = layout.model_dump(mode="json")
    if layout.roll is not None:
        return {"roll": document["roll"], "stock": "", "fixed": []}
    return {
        "roll": None,
        "sheet": document["sheet"],
        "price": document["price"],
        "stock": layout.stock,
        "fixed": [],
    }


def on_stock(layout: GangRequest, paper: StockRoll | StockSheet) -> GangRequest:
    """The same prints on a paper of the stock, nothing pinned; lead, tail and gap stay as they are."""
    if isinstance(paper, StockSheet):
        margins = Margins(left=paper.margin, top=paper.margin, right=paper.margin, bottom=paper.margin)  # fmt: skip
        sheet = Paper(width=paper.width, height=paper.height, margins=margins)
        changes: dict[str, object] = {
            "roll": None,
            "sheet": sheet,
            "price": paper.price,
            "stock": paper.key,
        }
        if layout.roll is not None:
            changes["gap"] = layout.roll.gap
        return layout.model_copy(update={**changes, "fixed": []})
    old = layout.roll or Roll(width=paper.width, gap=layout.gap)
    roll = old.model_copy(
        update={
            "width": paper.width,
            "margin": paper.margin,
            "price_per_m": paper.price,
            "least_length": paper.minimum,
            "stock": paper.key,
        }
    )
    return layout.model_copy(update={"roll": roll, "stock": "", "fixed": []})

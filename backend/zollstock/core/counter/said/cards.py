"""What was said, as cards: a print each, drawn in small, ready to be taken."""

from __future__ import annotations

from typing import Any, Literal

from ...answer.reckoning import Record
from ...documents.plan import Plan, PlanError, parse_plan, plan_document
from ...ground.lengths import LengthError
from ...ground.refusal import Refusal
from ...ground.show import style_for
from ...shapes.drawing import Drawing
from ...sheet.drawings import small_drawing
from ...studio.studio import DEFAULT_STUDIO, Studio
from ...telling.findings import findings
from ...work.outcome import work_out
from ..edgewords import edge_in_words
from . import words
from .clause import Clause, Document, Word, read_clause

#: So much is said at once at most.
LONGEST, MOST_CARDS = 2000, 40


class SaidError(Refusal):
    """What was said is no order; the message says why."""


class SaidWord(Record):
    """Words at `start` to `end` of what was said, and what they set; empty where they were not understood."""

    text: str
    start: int
    end: int
    sets: str


class SaidCard(Record):
    """A print as it was understood. `assumed` is what nobody said; `doubts` want a second look; with a `problem` it cannot be
    taken. `kind` `id` is a sheet of ID photos."""

    text: str
    kind: Literal["print", "id"]
    copies: int
    size_text: str
    says: str
    words: list[SaidWord]
    assumed: list[str]
    doubts: list[str]
    unread: list[str]
    problem: str
    finishes: list[str]
    fix: dict[str, Any]
    drawing: Drawing | None = None

    @property
    def sure(self) -> bool:
        """Whether all of it was understood, and in one way."""
        return not (self.problem or self.doubts or self.unread)


class SaidLine(Record):
    cards: list[SaidCard]


def said(
    text: str,
    base: Document,
    unit: str,
    studio: Studio = DEFAULT_STUDIO,
    finishes: tuple[str, ...] = (),
) -> SaidLine:
    """Read what a customer says, for the picture of `base`, a plan. `unit` is that of bare numbers. Raises `SaidError`.

    >>> base = {"picture": {"width_px": 6000, "height_px": 4000}, "target": {"width": "30 cm", "height": "20 cm"}}
    >>> line = said("2 x 50x40 satin, white border 3, bottom 5; 8 passport photos", base, "cm")
    >>> [(card.copies, card.size_text, card.fix.get("edge", {}).get("bottom")) for card in line.cards]
    [(2, '50 × 40 cm', '5 cm'), (8, '', None)]
    """
    if len(text) > LONGEST:
        raise SaidError(f"At most {LONGEST} letters are read at once; say it in parts.")
    plan = parse_plan(base)
    picture = (plan.picture.width_px, plan.picture.height_px)
    if plan.fit.turn in (90, 270):
        picture = picture[::-1]
    parts = list(_parts(text))
    if len(parts) > MOST_CARDS:
        raise SaidError(f"At most {MOST_CARDS} prints are read at once; say them in parts.")
    cards = [
        _card(_read(part, offset, unit, studio, finishes, picture), plan, studio)
        for part, offset in parts
    ]
    return SaidLine(cards=cards)


def document_of(card: SaidCard, base: Document) -> Document:
    """The plan that a card leads to. Raises `PlanError`."""
    return plan_document(_plan(card.fix, parse_plan(base)))


def _parts(text: str) -> Any:
    start = 0
    for match in words.BETWEEN.finditer(text):
        yield from _part(text, start, match.start())
        start = match.end()
    yield from _part(text, start, len(text))


def _part(text: str, start: int, end: int) -> Any:
    if text[start:end].strip(" .,"):
        yield text[start:end], start


def _read(
    part: str,
    offset: int,
    unit: str,
    studio: Studio,
    finishes: tuple[str, ...],
    picture: tuple[int, int],
) -> Clause:
    try:
        return read_clause(part, offset, unit, studio.stock, finishes, picture)
    except LengthError as error:
        clause = Clause(part, offset, unit)
        clause.problem = str(error)[:160]
        return clause


def _plan(fix: Document, base: Plan) -> Plan:
    document = plan_document(base)
    for part, given in fix.items():
        kept = part in ("viewing", "fit", "output")
        document[part] = document[part] | given if kept else given
    if "edge" not in fix:
        document["edge"] = {"kind": "none"}
    # Another window: the crop of the print that it began with is not that of this one.
    document["fit"] |= {"zoom": 1.0, "anchor": [0.5, 0.5], "auto": bool(base.fit.keep)}
    return parse_plan(document)


def _card(clause: Clause, base: Plan, studio: Studio) -> SaidCard:
    known, drawing, size, says, doubts = list(clause.taken), None, "", "", list(clause.doubts)
    problem = clause.problem
    if clause.kind == "print" and not problem:
        try:
            plan = _plan(clause.fix, base)
        except PlanError as error:
            problem = error.problems[0][1]
        else:
            work = work_out(plan, studio)
            style = style_for([plan.target.width, plan.target.height])
            size = style.size(work.boxes.trim.w, work.boxes.trim.h)
            says = " · ".join(
                part for part in (plan.medium.name, edge_in_words(plan.edge, style)) if part
            )
            drawing = small_drawing(work)
            doubts += [one.text for one in findings(work, style, studio) if one.level == "stop"]
    elif clause.kind == "id":
        says = "by the first of the photo rules"
    return SaidCard(
        text=clause.text.strip(), kind="id" if clause.kind == "id" else "print", copies=clause.copies, size_text=size, says=says,
        words=[_word(one) for one in known], assumed=clause.assumed, doubts=doubts,
        unread=[one.text for one in known if not one.sets], problem=problem, finishes=clause.finishes, fix=clause.fix,
        drawing=drawing,
    )  # fmt: skip


def _word(one: Word) -> SaidWord:
    return SaidWord(text=one.text, start=one.start, end=one.end, sets=one.sets)

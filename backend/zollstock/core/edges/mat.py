"""A mat (window mount): card with an opening that overlaps the image, or in which the print floats."""

from __future__ import annotations

from collections.abc import Iterator
from typing import ClassVar, Literal, Self

from ..answer.reckoning import Finding
from ..ground.lengths import Length
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..parts.part import Colour, Part, length_of
from ..parts.target import Target
from ..shapes.box import Box
from .kind import WHITE, Axis, EdgeBoxes, EdgeKind, Problem, Side, around
from .scaling import scaled_cut


class InnerMat(Part):
    """A second card under the first: `step` of it shows all round the opening."""

    step: Length
    colour: Colour = WHITE


class Mat(EdgeKind):
    """With `reveal` the print floats: so much paper shows between it and the opening."""

    kind: Literal["mat"]
    opening_width: Length
    opening_height: Length
    overlap: Length = length_of("0 mm")
    reveal: Length | None = None
    colour: Colour = WHITE
    card_width: Length | None = None
    card_height: Length | None = None
    card_colour: Colour = WHITE
    inner: InnerMat | None = None

    target_word: ClassVar[str] = "sheet"
    source: ClassVar[str] = (
        "The mat overlaps the image so that no paper shows: image box = opening + 2 × overlap. Or the "
        "print floats in the opening: image box = opening − 2 × reveal."
    )
    cut_words: ClassVar[str] = "hides under the mat at"
    rim_words: ClassVar[str] = "the mat covers its edge"

    scales: ClassVar[bool] = True

    def scaled(self, share: Fraction) -> Self:
        """Opening and card with the print; how far they overlap is the framer's, whatever the size."""
        names = ("opening_width", "opening_height", "card_width", "card_height")
        lengths = {name: getattr(self, name) for name in names}
        return self.model_copy(
            update={name: scaled_cut(held, share) for name, held in lengths.items() if held}
        )

    def boxes(self, trim: Box) -> EdgeBoxes:
        """The opening lies in the middle of the sheet."""
        wide, high = self.opening_width.mm, self.opening_height.mm
        opening = Box((trim.w - wide) / 2, (trim.h - high) / 2, wide, high)
        beyond = self.overlap.mm if self.reveal is None else -self.reveal.mm
        return EdgeBoxes(trim, trim, opening.grown(beyond), opening, opening=opening)

    def image_side(self, axis: Axis, full: Fraction) -> Side | None:
        opening = getattr(self, f"opening_{axis}").mm
        if self.reveal is None:
            return around(opening, self.overlap.mm, f"opening {axis} + 2 × overlap")
        formula = f"opening {axis} − 2 × reveal"
        return Side(formula, "{} − 2 × {}", (opening, self.reveal.mm), lambda a, b: a - 2 * b)

    def problems(self, target: Target) -> list[Problem]:
        if self.reveal is not None and self.overlap.mm:
            return [
                ("edge.reveal", "a print floats with a reveal, or hides with an overlap: not both")
            ]
        for axis in ("width", "height"):
            opening = getattr(self, f"opening_{axis}").mm
            if opening <= 0 or opening + 2 * self.overlap.mm <= 0:
                return [(f"edge.opening_{axis}", f"the opening's {axis} is 0")]
            if self.reveal is not None and opening <= 2 * self.reveal.mm:
                return [("edge.reveal", f"the reveal leaves no picture in the opening's {axis}")]
        if (self.card_width is None) != (self.card_height is None):
            return [("edge.card_width", "a mat board has a width and a height")]
        return []

    def findings(self, boxes: EdgeBoxes, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        trim, image = boxes.trim, boxes.image
        if image.w > trim.w or image.h > trim.h:
            need = "Opening and overlap need" if self.reveal is None else "The floating print needs"
            yield Finding(id="image-beyond-sheet", level="stop", step="edge",
                          text=f"{need} {style.size(image.w, image.h)}; the sheet "
                               f"is only {style.size(trim.w, trim.h)}.",
                          fix={"target.width": style.typed_at_least(max(image.w, trim.w)),
                               "target.height": style.typed_at_least(max(image.h, trim.h))},
                          fix_label="Take a sheet that holds it")  # fmt: skip
        if self.card_width is not None and self.card_height is not None:
            card = self.card_width.mm, self.card_height.mm
            opening = self.opening_width.mm, self.opening_height.mm
            if card[0] <= opening[0] or card[1] <= opening[1]:
                yield Finding(
                    id="card-too-small",
                    level="warn",
                    step="edge",
                    text=f"A mat board of {style.size(*card)} has no room for an opening of "
                    f"{style.size(*opening)}.",
                )

    def over(self, boxes: EdgeBoxes) -> dict[str, Box]:
        """The card, by itself as large as the sheet, and within it where the inner one begins to show."""
        trim, opening = boxes.trim, boxes.opening
        if opening is None:
            return {}
        card = trim
        if self.card_width is not None and self.card_height is not None:
            wide, high = self.card_width.mm, self.card_height.mm
            card = Box(trim.x + (trim.w - wide) / 2, trim.y + (trim.h - high) / 2, wide, high)
        step = {} if self.inner is None else {"step": opening.grown(self.inner.step.mm)}
        return {"card": card} | step

    def blade(self, style: LengthStyle) -> tuple[str, str]:
        key = f"Mat {style.size(self.opening_width.mm, self.opening_height.mm)}"
        return key, "mat" if self.reveal is None else "floats"

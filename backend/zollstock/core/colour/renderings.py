"""Ways to bring colours to a paper: the intent, and whether black is brought to its black."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

#: What becomes of colours beyond the paper (ICC.1, 7.2.15).
Intent = Literal["perceptual", "relative", "saturation", "absolute"]


@dataclass(frozen=True, slots=True)
class Rendering:
    """A way by its `label`, and what it does in a line."""

    label: str
    intent: Intent
    black_point: bool
    says: str


#: By the word that documents have for them.
RENDERINGS: dict[str, Rendering] = {
    "perceptual": Rendering("Perceptual", "perceptual", True, "All colours move together, so that what lies beyond the paper keeps its steps."),
    "perceptual-plain": Rendering("Perceptual, no black point compensation", "perceptual", False, "The same without black point compensation."),
    "relative": Rendering("Relative colorimetric", "relative", True, "Colours the paper has stay as they are beside its white; what lies beyond goes to the nearest."),
    "relative-plain": Rendering("Relative colorimetric, no black point compensation", "relative", False, "The same; darks that are blacker than the paper's black fall together."),
    "saturation": Rendering("Saturation", "saturation", True, "Colours stay strong rather than true: for charts and signs."),
    "absolute": Rendering("Absolute colorimetric", "absolute", False, "Colours as they are, the paper's own white too: for proofs of one paper on another."),
}  # fmt: skip

#: Intents as the trade calls them.
INTENT_WORDS: dict[Intent, str] = {
    "perceptual": "perceptual", "relative": "relative colorimetric", "saturation": "saturation", "absolute": "absolute colorimetric",
}  # fmt: skip

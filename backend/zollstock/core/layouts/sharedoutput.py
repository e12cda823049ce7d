"""Pictures of several prints in one file: one kind of file, one profile."""

from __future__ import annotations

from collections.abc import Sequence

from ..documents.plan import Plan
from ..parts.file import OutputSpec


def shared_output(plans: Sequence[Plan]) -> OutputSpec:
    """What the first asks for, in the first print profile that any of them has, with its intent; in sRGB where none has one.

    A print that is alone keeps its own, a picture's too.
    """
    output = plans[0].output
    if len(plans) == 1:
        return output
    chosen = next((plan.output for plan in plans if plan.output.print_profile is not None), None)
    if chosen is None:
        return output.model_copy(update={"profile": "srgb"})
    taken = {"profile": chosen.profile, "intent": chosen.intent, "black_point": chosen.black_point}
    return output.model_copy(update=taken)

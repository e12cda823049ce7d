"""The root of everything that is refused in words."""

from __future__ import annotations


class Refusal(ValueError):
    """Something that cannot be, said so that a person knows what happened and what to do.

    The message is shown as it stands. `problems` is a list of (path into the document, message); it is
    empty where there is no document.
    """

    def __init__(self, message: str, problems: list[tuple[str, str]] | None = None) -> None:
        self.problems = problems or []
        super().__init__(message)


class ChangedElsewhere(Refusal):
    """What was to be saved was changed in another window meanwhile; that change is safe, this one was not saved."""

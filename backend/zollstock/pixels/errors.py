"""What can go wrong with a picture, said so that its owner knows what to do."""

from __future__ import annotations

from zollstock.core.ground.refusal import Refusal


class PictureError(Refusal):
    """A file that cannot be taken; the message says what happened and what is safe."""


class RenderError(Refusal):
    """A plan that cannot be rendered from this picture; no file is left behind."""


class Cancelled(Exception):
    """The render was called off; no file is left behind."""

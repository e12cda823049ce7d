"""What hangs of a wish, as its hanging plan and its wall need it."""

from __future__ import annotations

from .hanging import ToHang
from .panelwish import PanelsWish


def frames_to_hang(wish: PanelsWish) -> list[ToHang]:
    """The frames of panels at their true places, gaps and all."""
    return [
        ToHang(f"Frame {wish.name_of(number)}", box, frame.fixings)
        for number, (frame, box) in enumerate(zip(wish.frames, wish.on_wall, strict=True))
    ]

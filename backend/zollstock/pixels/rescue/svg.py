"""Outlines as SVG, for whoever takes them along."""

from __future__ import annotations

from collections.abc import Sequence

from .outlines import Contour, Lettering


def path_data(contour: Contour, times: float = 1.0, dx: float = 0.0, dy: float = 0.0) -> str:
    """A contour as SVG path data, so many times as large and then moved."""

    def at(point: tuple[float, float]) -> str:
        return f"{point[0] * times + dx:.3f} {point[1] * times + dy:.3f}"

    parts = [f"M{at(contour.start)}"]
    for one in contour.segments:
        if one.handles is None:
            parts.append(f"L{at(one.end)}")
        else:
            parts.append(f"C{at(one.handles[0])} {at(one.handles[1])} {at(one.end)}")
    return "".join(parts) + "Z"


def svg_of(letterings: Sequence[Lettering], width: int, height: int, width_mm: float | None) -> str:
    """The lettering alone; true to size where the picture's width on the print is known."""
    paths = "".join(
        f'<path fill="{one.colour}" fill-rule="nonzero" d="{"".join(path_data(each) for each in one.contours)}"/>\n'
        for one in letterings
    )
    size = (
        f'width="{width}" height="{height}"'
        if width_mm is None
        else f'width="{width_mm:.3f}mm" height="{width_mm * height / width:.3f}mm"'
    )
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size} viewBox="0 0 {width} {height}">\n{paths}</svg>\n'

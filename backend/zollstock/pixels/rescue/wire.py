"""Lettering as it is stored and sent: JSON values, and back."""

from __future__ import annotations

from .outlines import Contour, Lettering, Segment


def lettering_document(letterings: tuple[Lettering, ...]) -> list[dict[str, object]]:
    """Lettering as JSON values: of each contour its start, then every segment as two or six numbers."""
    return [
        {"colour": one.colour, "contours": [_numbers(each) for each in one.contours]}
        for one in letterings
    ]


def letterings_of(document: list[dict[str, object]]) -> tuple[Lettering, ...]:
    """What `lettering_document` wrote."""
    return tuple(
        Lettering(str(one["colour"]), tuple(_contour(each) for each in one["contours"]))  # type: ignore[attr-defined]
        for one in document
    )


def _numbers(contour: Contour) -> list[list[float]]:
    def near(*values: float) -> list[float]:
        return [round(value, 3) for value in values]

    return [
        near(*contour.start),
        *(
            near(*one.end)
            if one.handles is None
            else near(*one.handles[0], *one.handles[1], *one.end)
            for one in contour.segments
        ),
    ]


def _contour(numbers: list[list[float]]) -> Contour:
    start, *rest = numbers
    return Contour(
        (start[0], start[1]),
        tuple(
            Segment((one[0], one[1]))
            if len(one) == 2
            else Segment((one[4], one[5]), ((one[0], one[1]), (one[2], one[3])))
            for one in rest
        ),
    )

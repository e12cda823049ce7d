"""Perspective: the map that takes a plane seen straight on to how a photograph shows it.

(x, y) goes to ((a·x + b·y + c) ÷ (g·x + h·y + 1), (d·x + e·y + f) ÷ (g·x + h·y + 1)); four corners say what the eight
numbers are. (Heckbert, *Fundamentals of Texture Mapping and Image Warping*, 1989, 2.2.3.)
"""

from __future__ import annotations

from collections.abc import Sequence

Corner = tuple[float, float]
#: a b c, d e f, g h 1: row by row.
Matrix = tuple[float, float, float, float, float, float, float, float, float]


def from_rectangle(width: float, height: float, corners: Sequence[Corner]) -> Matrix:
    """The map of a rectangle of `width` × `height`, its upper left at (0, 0), onto four corners clockwise from there.

    >>> matrix = from_rectangle(200, 100, [(10, 10), (210, 10), (210, 110), (10, 110)])
    >>> tuple(round(side, 9) for side in mapped(matrix, 100, 50))
    (110.0, 60.0)
    """
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = corners
    sx, sy = x0 - x1 + x2 - x3, y0 - y1 + y2 - y3
    dx1, dx2, dy1, dy2 = x1 - x2, x3 - x2, y1 - y2, y3 - y2
    whole = dx1 * dy2 - dx2 * dy1
    g, h = (sx * dy2 - dx2 * sy) / whole, (dx1 * sy - sx * dy1) / whole
    a, b = x1 - x0 + g * x1, x3 - x0 + h * x3
    d, e = y1 - y0 + g * y1, y3 - y0 + h * y3
    return (a / width, b / height, x0, d / width, e / height, y0, g / width, h / height, 1.0)


def scaled(per: float, left: float, top: float) -> Matrix:
    """A plane seen straight on: `per` for one, its corner at (left, top).

    >>> mapped(scaled(3, 10, 20), 2, 1)
    (16.0, 23.0)
    """
    return (per, 0.0, left, 0.0, per, top, 0.0, 0.0, 1.0)


def mapped(matrix: Matrix, x: float, y: float) -> Corner:
    """A place in one plane as the other has it.

    >>> mapped((1, 0, 10, 0, 1, 5, 0, 0, 1), 2, 3)  # moved by 10 and 5
    (12.0, 8.0)
    """
    a, b, c, d, e, f, g, h, i = matrix
    whole = g * x + h * y + i
    return (a * x + b * y + c) / whole, (d * x + e * y + f) / whole


def inverse(matrix: Matrix) -> Matrix:
    """The way back.

    >>> there = from_rectangle(2, 1, [(0, 0), (8, 1), (8, 5), (0, 4)])
    >>> tuple(round(side, 9) for side in mapped(inverse(there), *mapped(there, 1.5, 0.25)))
    (1.5, 0.25)
    """
    a, b, c, d, e, f, g, h, i = matrix
    found = (
        e * i - f * h, c * h - b * i, b * f - c * e,
        f * g - d * i, a * i - c * g, c * d - a * f,
        d * h - e * g, b * g - a * h, a * e - b * d,
    )  # fmt: skip
    return tuple(part / found[8] for part in found)  # type: ignore[return-value]


def moved(matrix: Matrix, x: float, y: float) -> Matrix:
    """The same map for a plane counted from (x, y) of the other one.

    >>> mapped(moved(scaled(3, 10, 20), 1, 1), 1, 0) == mapped(scaled(3, 10, 20), 2, 1)
    True
    """
    a, b, c, d, e, f, g, h, i = matrix
    return _normed((a, b, a * x + b * y + c, d, e, d * x + e * y + f, g, h, g * x + h * y + i))


def _normed(matrix: Matrix) -> Matrix:
    return tuple(part / matrix[8] for part in matrix)  # type: ignore[return-value]

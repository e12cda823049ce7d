"""Seams that are moved: nothing is lost by it, and where they can be off every zone they are."""

from __future__ import annotations

from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from tests.layouts import life, tiles
from zollstock.core.ground.rational import Fraction
from zollstock.core.layouts import reckon_layout
from zollstock.core.layouts.tiles.seams import clear_shift
from zollstock.core.layouts.tiles.split import Split

MM = st.integers(200, 8000).map(lambda tenths: Fraction(tenths, 10))
SPLITS = st.builds(
    Split,
    whole=MM,
    room=st.integers(500, 3000).map(lambda tenths: Fraction(tenths, 10)),
    overlap=st.integers(0, 300).map(lambda tenths: Fraction(tenths, 10)),
    spread=st.sampled_from(["full", "even"]),
    shift=st.integers(0, 9000).map(lambda tenths: Fraction(tenths, 10)),
)


@given(SPLITS)
def test_moved_seams_cover_the_whole_with_the_same_overlaps(split: Split) -> None:
    pieces = list(split.pieces())
    assert pieces[0][0] == 0 and sum(pieces[-1]) == split.whole
    assert len(pieces) == split.count
    assert all(0 < size <= split.room for _, size in pieces)
    for (begin, size), (after, _) in pairwise(pieces):
        assert begin + size - after == split.overlap


@given(SPLITS)
def test_a_seam_is_moved_by_what_is_asked_or_a_whole_piece_less(split: Split) -> None:
    still = Split(split.whole, split.room, split.overlap, split.spread)
    assert still.moved == 0 and split.count - still.count in (0, 1)
    if split.spread == "full" and split.count > 1:
        assert (split.shift - split.moved) % split.period == 0
        assert list(split.pieces())[1][0] == still.period - split.moved
    if split.spread == "even":
        assert split.count == still.count  # never a piece more: there is no room to move otherwise


def met(split: Split, spans: list[tuple[Fraction, Fraction]]) -> bool:
    pieces = list(split.pieces())
    return any(
        begin < before + size and end > after
        for (before, size), (after, _) in pairwise(pieces)
        for begin, end in spans
    )


@given(SPLITS, st.lists(st.tuples(st.floats(0, 0.95), st.floats(0.01, 0.2)), max_size=3))
def test_seams_are_off_every_zone_wherever_any_shift_has_them_off(
    split: Split, shares: list[tuple[float, float]]
) -> None:
    """Tried again with every whole millimetre of a period."""
    spans = [
        (split.whole * Fraction(begin), split.whole * Fraction(min(1.0, begin + size)))
        for begin, size in shares
    ]

    def at(shift: Fraction) -> Split:
        return Split(split.whole, split.room, split.overlap, split.spread, shift)

    found = clear_shift(split, spans)
    every = [at(Fraction(mm)) for mm in range(int(split.period) + 1)]
    clear = [one for one in every if not met(one, spans)]
    if found is None:
        assert not clear
    else:
        assert not met(at(found), spans)
        assert not clear or at(found).count <= min(one.count for one in clear)


def test_the_fix_of_a_zone_on_a_seam_moves_the_seams_off_it() -> None:
    keep = [{"name": "hub", "x": 0.3, "y": 0.4, "w": 0.2, "h": 0.1}]
    (on_seam,) = reckon_layout(tiles({"fit": {"keep": keep}})).findings
    assert on_seam.fix_label == "Move the seams" and on_seam.fix is not None
    mended = reckon_layout(tiles({"fit": {"keep": keep}}, **on_seam.fix))
    assert mended.findings == []
    assert len(mended.sheets) == 15  # lying: standing it takes a column more, 16


def test_a_zone_larger_than_a_sheet_is_told_and_nothing_is_promised() -> None:
    keep = [{"name": "wheel", "x": 0.1, "y": 0.1, "w": 0.8, "h": 0.8}]
    found = reckon_layout(tiles({"fit": {"keep": keep}})).findings
    assert found and all(one.fix is None for one in found)


def test_a_tiled_life_size_has_the_path_to_its_own_seams() -> None:
    keep = [{"name": "stem", "x": 0.4, "y": 0.2, "w": 0.4, "h": 0.1}]
    found = reckon_layout(life({"fit": {"keep": keep}}, parts=[], tiles={})).findings
    assert [set(one.fix or {}) for one in found][:1] == [
        {"tiles.turn", "tiles.shift_x", "tiles.shift_y"}
    ]

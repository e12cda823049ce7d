"""An account's library: the sizes everybody has, in its own words, and its own sizes before them."""

from __future__ import annotations

from dataclasses import replace

from django.contrib.auth.models import User

from zollstock.accounts.principal import Principal
from zollstock.accounts.units import unit_of
from zollstock.accounts.untilchanged import UntilChanged
from zollstock.core.ground.refusal import Refusal
from zollstock.core.sizes.library import Frames, Size, frames_of, library
from zollstock.core.sizes.near import Shelf
from zollstock.core.sizes.pairs import parse_size
from zollstock.core.sizes.typedsizes import TYPED, typed_sizes

from .models import OwnSize, SizeSet

OWN_GROUP = "Own sizes"
OWN = "own-"


class NoSuchSizes(Refusal):
    """Sizes were asked for that this account has not; the message says which."""


def is_number(text: str) -> bool:
    """Whether a text is the number of a row; ² is a digit to Python, and no number."""
    return text.isascii() and text.isdecimal() and len(text) <= 18


def own_key(row: OwnSize) -> str:
    return f"{OWN}{row.pk}"


def row_of(account: User, key: str) -> OwnSize | None:
    """The row behind a key: an own size, or what the account says about one of the library's."""
    rows = Principal(account).may_see(OwnSize.objects)
    if key.startswith(OWN):
        number = key.removeprefix(OWN)
        return rows.filter(base=None, id=int(number)).first() if is_number(number) else None
    return rows.filter(base=key).first()


def sizes_of(account: User) -> list[Size]:
    """Every size of an account, its own first."""
    rows = list(Principal(account).may_see(OwnSize.objects))
    said = {row.base: row for row in rows if row.base}
    own = [_own(row) for row in rows if not row.base]
    return own + [_in_own_words(size, said.get(size.key)) for size in library()]


_shelves: UntilChanged[Shelf] = UntilChanged(OwnSize)


def shelf_of(account: User) -> Shelf:
    """The account's sizes as a shelf for near sizes, which are asked for at every move of a crop."""
    return _shelves.of(account.pk, lambda: Shelf(sizes_of(account)))


def sizes_added(account: User) -> None:
    """Many at once come without a signal."""
    _shelves.forget(account.pk)


def _own(row: OwnSize) -> Size:
    sides = parse_size(f"{row.width} x {row.height}")
    return Size(own_key(row), row.name, row.group or OWN_GROUP, sides.width, sides.height,
                _frames(row), row.note)  # fmt: skip


def _in_own_words(size: Size, row: OwnSize | None) -> Size:
    return size if row is None else replace(size, frames=_frames(row), note=row.note)


def _frames(row: OwnSize) -> Frames:
    return frames_of(row.frames)


def chosen(account: User, which: str) -> list[Size]:
    """The sizes of a set: `all`, `group:NAME`, `set:NUMBER`, `keys:a,b,c`, or `typed:30 x 40 cm; A3` as people type them.

    Raises `NoSuchSizes`, and `LengthError` for what is no size.
    """
    everything = sizes_of(account)
    kind, _, name = which.partition(":")
    if kind == "all":
        return everything
    if kind == "group":
        found = [size for size in everything if size.group == name]
    elif kind == "set":
        held = (
            Principal(account)
            .may_see(SizeSet.objects)
            .filter(id=int(name) if is_number(name) else 0)
            .first()
        )
        found = by_keys(everything, held.keys if held else [])
    elif kind == "typed":
        found = typed_sizes(name, everything, unit_of(account))
    elif kind == "keys":
        found = _of_keys(everything, name.split(","), unit_of(account))
    else:
        found = []
    if not found and kind == "typed":
        raise NoSuchSizes(
            "No size is typed yet. Type some one after the other, like 30 x 40; A3; 2:3."
        )
    if not found:
        raise NoSuchSizes("There are no sizes under this name. Choose another set.")
    return found


def _of_keys(sizes: list[Size], keys: list[str], unit: str) -> list[Size]:
    """The sizes of the keys in their order, also of those that were only typed."""
    known = {size.key: size for size in sizes}
    found = []
    for key in dict.fromkeys(keys):
        if key in known:
            found.append(known[key])
        elif key.startswith(TYPED):
            found += typed_sizes(key.removeprefix(TYPED), sizes, unit)
    return found


def by_keys(sizes: list[Size], keys: list[str]) -> list[Size]:
    """The sizes of the keys in their order; keys that are gone are passed over."""
    known = {size.key: size for size in sizes}
    return [known[key] for key in dict.fromkeys(keys) if key in known]

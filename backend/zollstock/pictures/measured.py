"""The measures of an account's pictures, as reckoning asks for them at every move of a hand."""

from __future__ import annotations

from math import sqrt
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User

from zollstock.accounts.principal import Principal
from zollstock.core.picture.measures import NOT_MEASURED, Measures
from zollstock.core.studio.studio import Made
from zollstock.pixels.measures import EDITION

from .models import Inspection, Picture

_MOST_KEPT = 500
#: Pictures that were brought and not made: that never changes, either.
_brought: set[UUID] = set()
#: Measures of one edition never change once they are there.
_kept: dict[tuple[int, UUID], Measures] = {}


def made_by(account: User, picture: UUID) -> Made:
    """Whether a recipe made a picture, and whether that was changed since."""
    if picture in _brought:
        return ""
    row = (
        Principal(account)
        .may_see(Picture.objects)
        .filter(id=picture)
        .values_list("parent_id", "recipe_old")
        .first()
    )
    if row is None:
        return ""
    if row[0] is None:
        if len(_brought) >= _MOST_KEPT:
            _brought.clear()
        _brought.add(picture)
        return ""
    return "changed" if row[1] else "made"


def counted_detail(picture: Picture) -> dict[str, Any]:
    """What a plan for a picture says of its detail: of one that a recipe made, the share of its pixels along a side that
    its parent's true detail would fill; nothing for all others, or where nothing was measured."""
    if picture.parent_id is None:
        return {}
    found = measures_of(picture.account, picture.parent_id).true_detail
    if found is None:
        return {}
    share = sqrt(sum(found) / 2 / (picture.width_px * picture.height_px))
    return {"detail": round(min(1.0, max(0.05, share)), 3)}


def measures_of(account: User, picture: UUID) -> Measures:
    """What was measured of a picture; nothing while that is not done, or where it is another's."""
    known = _kept.get((account.pk, picture))
    if known is not None:
        return known
    row = (
        Principal(account)
        .may_see(Inspection.objects)
        .select_related("picture")
        .filter(picture=picture)
        .first()
    )
    if row is None or not row.measures:
        return NOT_MEASURED
    found = Measures.model_validate(row.measures)
    settled = row.edition >= EDITION
    if row.picture.parent_id is not None:
        # However many pixels a recipe made, the detail is that of what it was made of.
        parent = measures_of(account, row.picture.parent_id)
        found = found.no_finer_than(parent)
        settled = settled and (account.pk, row.picture.parent_id) in _kept
    if not settled:
        return found
    if len(_kept) >= _MOST_KEPT:
        _kept.clear()
    return _kept.setdefault((account.pk, picture), found)

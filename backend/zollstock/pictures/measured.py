"""The measures of an account's pictures, as reckoning asks for them at every move of a hand."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth.models import User

from zollstock.accounts.principal import Principal
from zollstock.core.picture.measures import NOT_MEASURED, Measures
from zollstock.pixels.measures import EDITION

from .models import Inspection

_MOST_KEPT = 500
#: Measures of one edition never change once they are there.
_kept: dict[tuple[int, UUID], Measures] = {}


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

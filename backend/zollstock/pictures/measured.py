"""The measures of an account's pictures, as reckoning asks for them at every move of a hand."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth.models import User

from zollstock.core.measures import NOT_MEASURED, Measures

from .models import Inspection

_MOST_KEPT = 500
#: Measures never change once they are there.
_kept: dict[tuple[int, UUID], Measures] = {}


def measures_of(account: User, picture: UUID) -> Measures:
    """What was measured of a picture; nothing while that is not done, or where it is another's."""
    known = _kept.get((account.pk, picture))
    if known is not None:
        return known
    found = (
        Inspection.objects.filter(
            picture=picture, picture__account=account, state=Inspection.State.DONE
        )
        .values_list("measures", flat=True)
        .first()
    )
    if found is None:
        return NOT_MEASURED
    if len(_kept) >= _MOST_KEPT:
        _kept.clear()
    return _kept.setdefault((account.pk, picture), Measures.model_validate(found))

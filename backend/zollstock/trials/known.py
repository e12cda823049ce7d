"""What an account's trials say to whoever reckons: thresholds by medium and distance."""

from __future__ import annotations

from django.contrib.auth.models import User

from zollstock.accounts.principal import Principal
from zollstock.accounts.untilchanged import UntilChanged
from zollstock.core.criteria import Known, TrialResult

from .models import Trial

_trials: UntilChanged[Known] = UntilChanged(Trial)


def known_of(account: User) -> Known:
    """The results that prints are to be judged by; held until a trial is changed."""
    return _trials.of(account.pk, lambda: _read(account))


def _read(account: User) -> Known:
    rows = Principal(account).may_see(Trial.objects).filter(rests_on=True, need_ppi__isnull=False)
    return Known(
        trials=tuple(
            TrialResult(
                medium=one.medium or one.medium_name,
                distance_mm=one.distance_mm,
                need_ppi=one.need_ppi or 0.0,
                low_ppi=one.low_ppi,
                high_ppi=one.high_ppi,
                answers=one.result_of,
                date=one.changed.date().isoformat(),
                name=one.medium_name,
            )
            for one in rows.only("medium", "medium_name", "distance_mm", "need_ppi", "low_ppi", "high_ppi", "result_of", "changed")
        )
    )  # fmt: skip

"""The one place where a studio is put together: its sizes, stock and pace, and what was measured of a picture."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth.models import User

from zollstock.core.picture.measures import NOT_MEASURED
from zollstock.core.studio.studio import Studio
from zollstock.devices.kept import DEVICES
from zollstock.gamuts.asking import gamuts_of
from zollstock.labs.kept import LABS
from zollstock.longwork.pace import pace
from zollstock.pictures.measured import made_by, measures_of
from zollstock.printlog.keeping import faults_of
from zollstock.profiles.keeping import profiles_of
from zollstock.sizes.shelf import shelf_of
from zollstock.stock.kept import STOCK
from zollstock.trials.known import known_of


def studio_of(account: User, picture: UUID | None = None) -> Studio:
    """What an account's studio knows, and where a picture is at hand what was measured of that.

    It is asked for at every move of a hand: each part answers from what it holds, until that is changed or for a moment.
    """
    return Studio(
        sizes=shelf_of(account),
        measures=NOT_MEASURED if picture is None else measures_of(account, picture),
        made="" if picture is None else made_by(account, picture),
        stock=STOCK.held(account),
        devices=DEVICES.held(account),
        labs=LABS.held(account),
        pace=pace(),
        known=known_of(account),
        profiles=profiles_of(account),
        gamuts=() if picture is None else gamuts_of(account, picture),
        faults=faults_of(account),
    )

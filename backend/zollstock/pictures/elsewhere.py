"""What other machines hold of a picture goes with it: every worker, wherever it runs, is told at once."""

from __future__ import annotations

import logging
from typing import Any
from uuid import UUID

from celery import current_app
from celery.worker.control import control_command
from kombu.exceptions import KombuError

from . import unpacked

log = logging.getLogger(__name__)


def forget_unpacked(picture: UUID) -> None:
    """Remove the unpacked copy on this machine, and have it removed on all others.

    A broker that is silent delays only those: a copy that nobody looks at goes within the hour.
    """
    unpacked.forget_unpacked(picture)
    try:
        current_app.control.broadcast(forget_copy.__name__, arguments={"picture": str(picture)})
    except (OSError, KombuError):
        log.warning("other machines were not told that %s is gone", picture)


@control_command(args=[("picture", str)])
def forget_copy(state: Any, picture: str) -> None:
    """What a worker does when it is told."""
    unpacked.forget_unpacked(UUID(picture))

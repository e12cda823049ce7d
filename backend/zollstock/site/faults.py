"""Pages that have failed in somebody's browser, told to the log."""

from __future__ import annotations

import logging
from typing import Annotated

from ninja import Router, Schema
from ninja.throttling import AuthRateThrottle
from pydantic import Field

from zollstock.accounts.signed import SignedRequest

log = logging.getLogger(__name__)
router = Router(tags=["site"])

Told = Annotated[str, Field(max_length=2000)]


class Fault(Schema):
    """What a page said of its fault, where in the code it was, and at which address."""

    message: Told
    stack: Told = ""
    place: Told = ""


@router.post("/faults", response={204: None}, throttle=[AuthRateThrottle("30/h")])
def note(request: SignedRequest, fault: Fault) -> tuple[int, None]:
    """Write it down. What a browser says is written as it stands, on one line, and never believed."""
    log.error(
        "page %r of account %s failed: %r at %r",
        fault.place,
        request.user.pk,
        fault.message,
        fault.stack,
    )
    return 204, None

"""Devices as documents keep them, as tests choose them."""

from __future__ import annotations

from typing import Any

from zollstock.core.studio.devices import SHIPPED


def chosen(device: str, **feed: Any) -> dict[str, Any]:
    """A device as a document keeps it, its feed with something else in it."""
    choice = SHIPPED.chosen(*device.split("/"))
    assert choice is not None
    document = choice.model_dump(mode="json")
    document["used"]["feed"] |= feed
    return document


def corrected(device: str, across: float, along: float) -> dict[str, Any]:
    document = chosen(device, scale_x=across, scale_y=along, measured="2026-11-20")
    document["used"]["corrects"] = True
    return document

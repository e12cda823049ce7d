"""Who lays an order out: each planner names its own message, and orders know it by its name alone."""

from __future__ import annotations

from zollstock.longwork.messages import Message

from .models import Order

PLANNERS: dict[str, Message] = {}


def register_planner(name: str, message: Message) -> None:
    """Have orders of a planner laid out by the task that `message` names."""
    PLANNERS[name] = message


def send_layout(order: Order) -> None:
    """Tell a worker that an order is to be laid out."""
    PLANNERS[order.planner].send_when_there(order.id)

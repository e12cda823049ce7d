"""Who lays a run out: each kind of run names its own message, and the runs know it by its name alone."""

from __future__ import annotations

from zollstock.longwork.messages import Message

from .models import Run

PLANNERS: dict[str, Message] = {}


def register_planner(name: str, message: Message) -> None:
    """Have runs of a planner laid out by the task that `message` names."""
    PLANNERS[name] = message


def send_layout(run: Run) -> None:
    """Tell a worker that a run is to be laid out."""
    PLANNERS[run.planner].send_when_there(run.id)

"""The rules of the labs that ship, for the made-up service: `python -m standins.rules > rules.json`."""

from __future__ import annotations

import json

from zollstock.core.studio.labs import SHIPPED


def rules_of_shipped() -> dict[str, object]:
    """Each lab as its row has it, by its key."""
    return {lab.key: lab.model_dump(mode="json") for lab in SHIPPED.labs}


if __name__ == "__main__":
    print(json.dumps(rules_of_shipped()))

"""The rules of the labs that ship, for the made-up service: `python -m standins.rules [--slow LAB] > rules.json`."""

from __future__ import annotations

import argparse
import json

from zollstock.core.studio.labs import SHIPPED


def rules_of_shipped() -> dict[str, dict[str, object]]:
    """Each lab as its row has it, by its key."""
    return {lab.key: lab.model_dump(mode="json") for lab in SHIPPED.labs}


#: Seconds from one state to the next at a slow lab: in a demo its orders are on their way for a day.
SLOW = 8 * 3600


def main() -> None:
    parser = argparse.ArgumentParser(description="Rules for the made-up labs.")
    parser.add_argument("--slow", action="append", default=[], help="a lab that takes its time")
    slow = parser.parse_args().slow
    rules = rules_of_shipped()
    print(
        json.dumps(
            {key: {**lab, "pace": SLOW} if key in slow else lab for key, lab in rules.items()}
        )
    )


if __name__ == "__main__":
    main()

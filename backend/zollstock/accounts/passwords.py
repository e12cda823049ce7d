"""What a password must not be, beyond what Django checks."""

from __future__ import annotations

import re
from typing import Any

from django.core.exceptions import ValidationError

#: So many letters and digits of a password have nothing to do with the account's name.
_OWN = 6


class NotTheNameAgain:
    """The name over and over is as good as the name: `load-load-load` for the account load."""

    def validate(self, password: str, user: Any = None) -> None:
        name = _plain(user.get_username()) if user is not None else ""
        rest = _plain(password)
        if name and name in rest and len(rest.replace(name, "")) < _OWN:
            raise ValidationError(
                "This password is little more than the account's name. Take something else along.",
                code="password_is_the_name",
            )

    def get_help_text(self) -> str:
        return f"Beside the account's name it has {_OWN} letters or digits of its own."


def _plain(text: str) -> str:
    return re.sub(r"[\W_]+", "", text.casefold())

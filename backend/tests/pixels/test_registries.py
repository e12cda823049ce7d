"""What the core offers has somebody who makes it."""

from __future__ import annotations

from typing import get_args

import pytest

from tests.plans import plan
from zollstock.core.parts.file import FormatName
from zollstock.core.seeing.enlarging import METHODS as OFFERED
from zollstock.core.seeing.enlarging import MethodName
from zollstock.core.work.making import costs
from zollstock.core.work.outcome import work_out
from zollstock.pixels.methods import METHODS
from zollstock.pixels.writers import WRITERS


def test_every_format_has_a_writer_and_every_method_a_function() -> None:
    assert set(WRITERS) == set(get_args(FormatName))
    assert set(METHODS) == set(OFFERED) == set(get_args(MethodName))


@pytest.mark.parametrize("method", get_args(MethodName))
@pytest.mark.parametrize("name", get_args(FormatName))
def test_what_it_takes_to_make_is_known_for_each(name: str, method: str) -> None:
    wanted = plan(output={"format": name}, pixels={"mode": "fixed", "ppi": 600, "method": method})
    parts = costs(work_out(wanted))
    assert parts.writing > 0 and parts.making > 0

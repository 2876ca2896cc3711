"""No write that was answered is lost, whatever is killed: some rounds of `killing.py`."""

from pathlib import Path

import pytest

import killing

pytestmark = pytest.mark.xdist_group("service")


def test_every_answered_write_is_there_once_whatever_is_killed(own_home: Path) -> None:
    took = killing.run(own_home, rounds=9, seconds=40)
    assert all(took[what] for what in ("app", "database", "worker"))

"""No write that was answered is lost, whatever is killed: some rounds of `killing.py`."""

from pathlib import Path

import killing


def test_every_answered_write_is_there_once_whatever_is_killed(own_home: Path) -> None:
    took = killing.run(own_home, rounds=3, seconds=120)
    assert all(took[what] for what in ("app", "database", "worker"))
    assert took["made"][0] > 0

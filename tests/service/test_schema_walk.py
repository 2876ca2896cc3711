"""The API is as its description says: a short walk; the long one is `python tests/schema_walk.py`."""

import re

from schema_walk import walk
from served import Served


def test_no_check_of_a_short_walk_fails(service: Served) -> None:
    # Bounded by a count: how much is walked is not the machine's to say.
    code, said = walk(service, "fuzzing", "--max-examples", "1")
    counts = re.search(r"Selected: (\d+)/(\d+)\s+Tested: (\d+)", said)
    assert counts, said
    assert int(counts[1]) > 60
    # All but the one whose answer goes on for as long as one listens.
    assert int(counts[2]) - 1 == int(counts[1]) == int(counts[3]), said
    assert code == 0, said

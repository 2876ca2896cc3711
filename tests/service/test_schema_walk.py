"""The API is as its description says: a short walk; the long one is `python tests/schema_walk.py`."""

import pytest

from schema_walk import walk
from served import Served

pytestmark = pytest.mark.xdist_group("service")


def test_no_check_of_a_short_walk_fails(service: Served) -> None:
    # Bounded by a count: how much is walked is not the machine's to say.
    code, said = walk(service, "fuzzing", "--max-examples", "4")
    assert "Tested: 66" in said, said
    assert code == 0, said

"""The API is as its description says: a short walk; the long one is `python tests/schema_walk.py`."""

import pytest

from schema_walk import walk
from served import Served

pytestmark = pytest.mark.xdist_group("service")


def test_no_check_of_a_short_walk_fails(service: Served) -> None:
    code, said = walk(service, seconds=25, phases="coverage,fuzzing")
    assert "Tested: 66" in said, said
    assert code == 0, said

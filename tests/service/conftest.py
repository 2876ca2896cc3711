"""One server for all tests that only ask; those that kill have one of their own."""

from collections.abc import Iterator
from pathlib import Path

import pytest

from served import ROOT, Served, clear


@pytest.fixture
def own_home(worker_id: str) -> Iterator[Path]:
    folder = ROOT / ".local" / f"own-test-{worker_id}"
    clear(folder)
    yield folder
    clear(folder)


@pytest.fixture(scope="session")
def service(worker_id: str) -> Iterator[Served]:
    folder = ROOT / ".local" / f"service-test-{worker_id}"
    clear(folder)
    made = Served(folder)
    yield made
    assert made.stop() == 0
    clear(folder)

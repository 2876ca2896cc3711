"""One server for all tests that only ask; those that kill have one of their own."""

from collections.abc import Iterator
from pathlib import Path
from shutil import rmtree

import pytest

from served import ROOT, Served


@pytest.fixture
def own_home(worker_id: str) -> Iterator[Path]:
    folder = ROOT / ".local" / f"own-test-{worker_id}"
    rmtree(folder, ignore_errors=True)
    yield folder
    rmtree(folder, ignore_errors=True)


@pytest.fixture(scope="session")
def service(worker_id: str) -> Iterator[Served]:
    folder = ROOT / ".local" / f"service-test-{worker_id}"
    rmtree(folder, ignore_errors=True)
    made = Served(folder)
    yield made
    assert made.stop() == 0
    rmtree(folder, ignore_errors=True)

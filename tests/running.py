"""In which order tests run, which of them stay together, and what each file took."""

import gc
from collections import Counter
from pathlib import Path

import pytest
from _pytest.terminal import TerminalReporter

ROOT = Path(__file__).parents[1]
SLOWEST = 10

TOGETHER = {
    "killing": (
        "service/test_kills.py",
        "service/test_own_account.py",
        "service/test_disk_full.py",
        "store/test_serving.py",
        "store/test_cluster.py",
        "store/test_data_folder.py",
        "browser/test_away.py",
        "browser/test_door.py",
    ),
    "asking": (
        "service/test_workers.py",
        "service/test_bad_input.py",
        "service/test_slow.py",
        "service/test_schema_walk.py",
    ),
}
"""Files whose tests one process does one after another: those that start and kill servers mostly wait, and
others have the machine meanwhile; those that only ask share one server.
"""
TOGETHER_TOO = ("browser",)
"""Folders of which the rest stays together likewise: they share a site and a browser."""
FIRST = (*TOGETHER, *TOGETHER_TOO, "api")
"""What is begun first: what takes longest, so that short tests are left for the end."""


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Put the tests into their order and their groups."""
    group_of = {file: group for group, files in TOGETHER.items() for file in files}
    order: dict[str, tuple[int, int]] = {}
    for n, item in enumerate(items):
        place = item.path.relative_to(Path(__file__).parent).as_posix()
        group = group_of.get(place, place.split("/", 1)[0])
        if group in TOGETHER or group in TOGETHER_TOO:
            item.add_marker(pytest.mark.xdist_group(group))
        if group in TOGETHER:
            n += 10_000 * TOGETHER[group].index(place)
        order[item.nodeid] = (FIRST.index(group) if group in FIRST else len(FIRST), n)
    items.sort(key=lambda item: order[item.nodeid])


def pytest_collection_finish() -> None:
    """What is there before the first test stays to the end: it is not looked through again and again."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(50_000, 20, 50)


def pytest_sessionfinish() -> None:
    """At the end everything may go."""
    gc.unfreeze()


def pytest_terminal_summary(terminalreporter: TerminalReporter) -> None:
    """Print the seconds of every file that took one, and the slowest tests."""
    files: Counter[str] = Counter()
    tests: Counter[str] = Counter()
    for reports in terminalreporter.stats.values():
        for report in reports:
            if isinstance(report, pytest.TestReport):
                name = report.nodeid.split("@", 1)[0]
                files[name.split("::", 1)[0]] += report.duration  # type: ignore[assignment]
                tests[name] += report.duration  # type: ignore[assignment]
    if sum(files.values()) < 10:
        return
    terminalreporter.section("seconds by file, all processes together")
    for file, seconds in files.most_common():
        if seconds >= 1:
            terminalreporter.write_line(f"{seconds:7.1f}  {file}")
    terminalreporter.section(f"the {SLOWEST} slowest tests")
    for test, seconds in tests.most_common(SLOWEST):
        terminalreporter.write_line(f"{seconds:7.1f}  {test}")

"""In which order tests run, which of them stay together, and what each file took."""

import gc
from collections import Counter
from pathlib import Path

import pytest
from _pytest.terminal import TerminalReporter

SLOWEST = 10
gc.disable()  # until all is read in

TOGETHER = {
    "killing": (
        "service/test_kills.py",
        "service/test_own_account.py",
        "service/test_disk_full.py",
        "service/test_two_servers.py",
        "store/test_serving.py",
        "store/test_cluster.py",
        "store/test_queue.py",
        "store/test_data_folder.py",
        "browser/test_away.py",
        "browser/test_door.py",
    ),
    "asking": ("service/",),
    "browser": ("browser/",),
}
"""Files and folders whose tests one process does one after another: those that start and kill servers mostly
wait, and others have the machine meanwhile; those that only ask share a server, or a site and a browser.
They are begun first, since they take longest; short tests are left for the end.
"""


def _group_of(item: pytest.Item) -> str | None:
    """With which tests it stays together; None where it may run anywhere."""
    place = item.path.relative_to(Path(__file__).parent).as_posix()
    return next((group for group, places in TOGETHER.items() if place.startswith(places)), None)


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Put the tests into their groups, and the groups first."""
    rank = {group: n for n, group in enumerate(TOGETHER)}
    groups = {item: _group_of(item) for item in items}
    for item, group in groups.items():
        if group is not None:
            item.add_marker(pytest.mark.xdist_group(group))
    items.sort(key=lambda item: rank.get(groups[item] or "", len(rank)))


def pytest_collection_finish() -> None:
    """What is there before the first test stays to the end: it is not looked through again and again."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(50_000, 20, 50)
    gc.enable()


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

"""The table of `docs/security.md` names tests that there are."""

import re
from pathlib import Path

from served import ROOT

TESTS = ROOT / "tests"


def test_every_test_that_the_table_names_is_there() -> None:
    told = set(re.findall(r"`(test_\w+)`", (ROOT / "docs/security.md").read_text("utf-8")))
    assert len(told) > 40
    defined = {
        name
        for file in TESTS.rglob("test_*.py")
        for name in re.findall(r"^def (test_\w+)", Path(file).read_text("utf-8"), re.MULTILINE)
    }
    assert told <= defined, told - defined


def test_every_line_is_met_or_says_why_not() -> None:
    rows = [
        [cell.strip() for cell in line.strip("|\n ").split("|")]
        for line in (ROOT / "docs/security.md").read_text("utf-8").splitlines()
        if re.match(r"\| \d", line)
    ]
    assert len(rows) > 50
    for row in rows:
        assert row[1] in ("met", "in part", "not met", ""), row
        assert row[2], row

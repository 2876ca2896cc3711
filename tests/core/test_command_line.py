"""`acrebox plan design.json`: the core without the web."""

import io
import json
import subprocess
import sys
from pathlib import Path
from typing import Any

import jsonschema_rs
import pytest

from acrebox.cli import main
from acrebox.core.fits.whole import whole_document
from acrebox.demo import demo_beds
from sample import NORTH_BED, document

DOCS = Path(__file__).parents[2] / "docs"


def test_the_plan_is_printed_as_json(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file = tmp_path / "bed.json"
    file.write_text(json.dumps(NORTH_BED))
    assert main(["plan", str(file)]) == 0
    assert json.loads(capsys.readouterr().out) == whole_document(NORTH_BED)


def test_a_design_may_come_from_standard_input(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr(sys, "stdin", io.StringIO(json.dumps(NORTH_BED)))
    assert main(["plan", "-"]) == 0
    assert json.loads(capsys.readouterr().out)["name"] == "North bed"


def test_what_cannot_be_planned_is_named_on_standard_error(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    file = tmp_path / "bed.json"
    file.write_text(json.dumps(document(outline__length="-1")))
    assert main(["plan", str(file)]) == 1
    assert "outline.length" in capsys.readouterr().err
    file.write_text("{")
    assert main(["plan", str(file)]) == 2
    assert main(["plan", str(tmp_path / "none.json")]) == 2


CUTTING = {
    "schema": 1,
    "kerf": "3 mm",
    "pieces": [{"length": "600 mm", "count": 8}],
    "sticks": [{"length": "2.4 m", "price": 10}],
}


def cut(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], **changes: Any
) -> tuple[int, dict[str, Any], str]:
    file = tmp_path / "problem.json"
    file.write_text(json.dumps({**CUTTING, **changes}))
    code = main(["cut", str(file)])
    told = capsys.readouterr()
    return code, json.loads(told.out or "{}"), told.err


def test_lengths_are_cut_from_a_file(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """8 × 600 mm from 2400 mm: with a kerf of 3 mm three go on a stick, so three sticks; without, two."""
    code, plan, _ = cut(tmp_path, capsys)
    assert (code, plan["cost"], plan["bound"], plan["proven"]) == (0, 30, 30, True)
    assert sorted(len(s["pieces"]) for s in plan["sticks"]) == [2, 3, 3]
    assert plan["left"] == [
        {"length_mm": 1194, "count": 1, "whole": False},
        {"length_mm": 591, "count": 2, "whole": False},
    ]
    assert cut(tmp_path, capsys, kerf=0)[1]["cost"] == 20
    hand = [{"length": "1203 mm", "count": 3}]
    free = cut(tmp_path, capsys, to_hand=hand)[1]
    assert (free["cost"], sum(s["to_hand"] for s in free["sticks"])) == (10, 3)
    inches = cut(
        tmp_path, capsys, kerf="1/8 in", pieces=[{"length": "24"}], sticks=[{"length": "8 ft", "price": 9}]
    )[1]
    assert inches["sticks"][0]["pieces"][0] == pytest.approx(609.6)


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"pieces": [{"length": "600 mm"}, {"length": "3 m"}]}, "pieces.1.length"),
        ({"pieces": [{"length": "0 mm"}]}, "pieces.0.length"),
        ({"pieces": []}, "pieces"),
        ({"kerf": "20 mm"}, "kerf"),
        ({"sticks": [{"length": "2.4 m", "price": -1}]}, "sticks.0.price"),
        ({"sticks": [{"length": "2.4 m", "price": 10, "limit": 2}]}, "sticks"),
        ({"to_hand": [{"length": "1 m", "count": 0}]}, "to_hand.0.count"),
        ({"more": 1}, "more"),
    ],
)
def test_a_cutting_problem_that_cannot_be_is_named_by_its_field(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], changes: dict[str, Any], field: str
) -> None:
    code, _, err = cut(tmp_path, capsys, **changes)
    assert code == 1
    assert err.startswith(f"acrebox: {field}: ")


def test_the_program_explains_itself() -> None:
    help_text = subprocess.run(
        [sys.executable, "-m", "acrebox", "--help"], capture_output=True, text=True, check=True
    ).stdout
    assert "plan" in help_text
    assert "schema" in help_text


@pytest.mark.parametrize("which", ["design", "plan"])
def test_the_published_schemas_hold_for_the_demo_yard(which: str) -> None:
    schema = json.loads((DOCS / f"{which}.schema.json").read_text("utf-8"))
    jsonschema_rs.meta.validate(schema)
    holds = jsonschema_rs.Draft202012Validator(schema)
    for bed in demo_beds():
        document_ = bed.document()
        holds.validate(document_ if which == "design" else whole_document(document_))

"""`acrebox plan design.json`: the core without the web."""

import io
import json
import subprocess
import sys
from pathlib import Path

import jsonschema
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


def test_the_program_explains_itself() -> None:
    help_text = subprocess.run(
        [sys.executable, "-m", "acrebox", "--help"], capture_output=True, text=True, check=True
    ).stdout
    assert "plan" in help_text
    assert "schema" in help_text


@pytest.mark.parametrize("which", ["design", "plan"])
def test_the_published_schemas_hold_for_the_demo_yard(which: str) -> None:
    schema = json.loads((DOCS / f"{which}.schema.json").read_text("utf-8"))
    jsonschema.Draft202012Validator.check_schema(schema)
    holds = jsonschema.Draft202012Validator(schema)
    for bed in demo_beds():
        document_ = bed.document()
        holds.validate(document_ if which == "design" else whole_document(document_))

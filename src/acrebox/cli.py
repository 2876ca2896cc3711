"""The core without the web: `acrebox plan design.json` prints the Plan as JSON."""

import argparse
import json
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from acrebox.core.design import Design
from acrebox.core.errors import DesignError
from acrebox.core.plan import plan_document, plan_model

PLAN_SAYS = (
    "Reads a Design (JSON; lengths as people write them) and prints its Plan. What cannot be planned is named"
    " field by field on standard error, and the exit code is 1."
)


def main(words: Sequence[str] | None = None) -> int:
    """Run one command; answers 0, 1 when a design cannot be planned, 2 when a file cannot be read."""
    given = _parser().parse_args(words)
    if given.command == "schema":
        _print(schema_of(given.document))
        return 0
    return _plan(given.design, given.effort)


def _parser() -> argparse.ArgumentParser:
    says = "Plans a raised bed: from its size to the saw to the soil."
    parser = argparse.ArgumentParser(prog="acrebox", description=says)
    commands = parser.add_subparsers(dest="command", required=True)
    plan = commands.add_parser("plan", help="print the Plan of a design as JSON", description=PLAN_SAYS)
    plan.add_argument("design", help="the design's file, or - for standard input")
    plan.add_argument(
        "--effort",
        type=_effort,
        default=1.0,
        help="how much work searches may do, in times of a first answer (1 to 1000; 1 unless told)",
    )
    says = "Prints the JSON Schema of the Design or of the Plan."
    schema = commands.add_parser("schema", help="print the JSON Schema of a document", description=says)
    schema.add_argument("document", choices=["design", "plan"])
    return parser


def _effort(text: str) -> float:
    value = float(text)
    if not 1 <= value <= 1000:
        raise argparse.ArgumentTypeError(f"'{text}' is not 1 to 1000")
    return value


def _plan(name: str, effort: float) -> int:
    try:
        text = sys.stdin.read() if name == "-" else Path(name).read_text("utf-8")
        data = json.loads(text)
    except (OSError, UnicodeDecodeError, json.JSONDecodeError) as reason:
        print(f"acrebox: {name} cannot be read: {reason}", file=sys.stderr)
        return 2
    try:
        _print(plan_document(data, effort))
    except DesignError as fault:
        for p in fault.problems:
            print(f"acrebox: {p.field}: {p.message} Given: {p.value}. Allowed: {p.allowed}.", file=sys.stderr)
        return 1
    return 0


def _print(value: Any) -> None:
    print(json.dumps(value, indent=2, ensure_ascii=False))


def schema_of(document: str) -> dict[str, object]:
    """The JSON Schema of the `design` (as read) or the `plan` (as printed)."""
    if document == "design":
        return Design.model_json_schema(mode="validation")
    return plan_model().model_json_schema(mode="serialization")

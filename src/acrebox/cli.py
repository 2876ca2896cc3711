"""The core without the web: `acrebox plan design.json` prints the Plan as JSON."""

import argparse
import json
import sys
from collections.abc import Sequence
from pathlib import Path

from acrebox.core.design import Design
from acrebox.core.errors import DesignError
from acrebox.core.plan import Plan, plan_document


def main(words: Sequence[str] | None = None) -> int:
    """Run one command; answers 0, 1 when a design cannot be planned, 2 when a file cannot be read."""
    parser = argparse.ArgumentParser(
        prog="acrebox", description="Plans a raised bed: from its size to the saw to the soil."
    )
    commands = parser.add_subparsers(dest="command", required=True)
    plan = commands.add_parser(
        "plan",
        help="print the Plan of a design as JSON",
        description=(
            "Reads a Design (JSON; lengths as people write them) and prints its Plan. What cannot be planned"
            " is named field by field on standard error, and the exit code is 1."
        ),
    )
    plan.add_argument("design", help="the design's file, or - for standard input")
    schema = commands.add_parser(
        "schema",
        help="print the JSON Schema of a document",
        description="Prints the JSON Schema of the Design or of the Plan.",
    )
    schema.add_argument("document", choices=["design", "plan"])
    given = parser.parse_args(words)
    return _schema(given.document) if given.command == "schema" else _plan(given.design)


def _plan(name: str) -> int:
    try:
        text = sys.stdin.read() if name == "-" else Path(name).read_text("utf-8")
        data = json.loads(text)
    except (OSError, UnicodeDecodeError, json.JSONDecodeError) as reason:
        print(f"acrebox: {name} cannot be read: {reason}", file=sys.stderr)
        return 2
    try:
        print(json.dumps(plan_document(data), indent=2, ensure_ascii=False))
    except DesignError as fault:
        for p in fault.problems:
            print(f"acrebox: {p.field}: {p.message} Given: {p.value}. Allowed: {p.allowed}.", file=sys.stderr)
        return 1
    return 0


def _schema(document: str) -> int:
    print(json.dumps(schema_of(document), indent=2, ensure_ascii=False))
    return 0


def schema_of(document: str) -> dict[str, object]:
    """The JSON Schema of the `design` (as read) or the `plan` (as printed)."""
    if document == "design":
        return Design.model_json_schema(mode="validation")
    return Plan.model_json_schema(mode="serialization")

"""Writes the published contracts: `python -m acrebox.api.contracts FOLDER`."""

import json
import sys
from pathlib import Path
from typing import Any

from acrebox.api.app import make_app
from acrebox.cli import schema_of

# What is kept in the tree; the OpenAPI description is made anew at every build.
KEPT = ("design.schema.json", "yard.schema.json", "plan.schema.json")


def contracts() -> dict[str, str]:
    """File name to text of each contract: the two documents' JSON Schemas and the OpenAPI description."""
    return {
        "design.schema.json": compact(schema_of("design")),
        "yard.schema.json": compact(schema_of("yard")),
        "plan.schema.json": compact(schema_of("plan")),
        "openapi.json": json.dumps(make_app(None).openapi(), ensure_ascii=False),
    }


def compact(schema: dict[str, Any]) -> str:
    """A JSON Schema with one line a definition and one a property, so that a change shows where it is."""
    lines = ["{"]
    for name, value in schema.items():
        if name in ("$defs", "properties"):
            rows = [f"  {json.dumps(k)}: {json.dumps(v, ensure_ascii=False)}" for k, v in value.items()]
            lines.append(f"{json.dumps(name)}: {{\n" + ",\n".join(rows) + "\n},")
        else:
            lines.append(f"{json.dumps(name)}: {json.dumps(value, ensure_ascii=False)},")
    lines[-1] = lines[-1].removesuffix(",")
    return "\n".join(lines) + "\n}\n"


def main() -> None:
    """Write every contract into the folder given."""
    folder = Path(sys.argv[1])
    for name, text in contracts().items():
        (folder / name).write_text(text, "utf-8")


if __name__ == "__main__":
    main()

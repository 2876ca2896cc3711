"""Writes the published contracts: `python -m acrebox.api.contracts FOLDER`."""

import json
import sys
from pathlib import Path

from acrebox.api.app import make_app
from acrebox.cli import schema_of


def contracts() -> dict[str, str]:
    """File name to text of each contract: the two documents' JSON Schemas and the OpenAPI description."""
    found = {
        "design.schema.json": schema_of("design"),
        "plan.schema.json": schema_of("plan"),
        "openapi.json": make_app(None).openapi(),
    }
    return {name: json.dumps(schema, indent=2, ensure_ascii=False) + "\n" for name, schema in found.items()}


def main() -> None:
    """Write every contract into the folder given."""
    folder = Path(sys.argv[1])
    for name, text in contracts().items():
        (folder / name).write_text(text, "utf-8")


if __name__ == "__main__":
    main()

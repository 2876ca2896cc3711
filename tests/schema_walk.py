"""Walks the API by its own description with schemathesis: `python tests/schema_walk.py [SECONDS]`."""

import subprocess
import sys
import tempfile
from pathlib import Path

from served import ROOT, Served

CONFIG = ROOT / "tests" / "service" / "schemathesis.toml"


def walk(served: Served, phases: str, *bounds: str) -> tuple[int, str]:
    """The exit code, 0 where no check failed, and what was said. No walk knows of those before it."""
    words = [str(Path(sys.executable).parent / "schemathesis"), "--config-file", str(CONFIG), "run"]
    words += [f"{served.address}/api/openapi.json", "--continue-on-failure", "--no-color"]
    words += ["--phases", phases, "--warnings", "off", "--seed", "17", *bounds]
    words += ["--request-timeout", "60"]  # a busy machine takes its time
    with tempfile.TemporaryDirectory() as folder:
        done = subprocess.run(words, cwd=folder, capture_output=True, text=True, check=False)
    return done.returncode, done.stdout + done.stderr


def main() -> int:
    """Every field of every address at its bounds and beyond; then what chance finds: so many seconds each."""
    seconds = sys.argv[1] if len(sys.argv) > 1 else "300"
    with tempfile.TemporaryDirectory(prefix="acrebox-walk-") as made:
        Path(made).chmod(0o755)
        server = Served(Path(made) / "home")
        try:
            walks = [
                walk(server, "coverage", "--max-time", seconds),
                walk(server, "examples,fuzzing,stateful", "--max-time", seconds),
            ]
        finally:
            server.stop()
    for _, said in walks:
        print(said)
    return max(code for code, _ in walks)


if __name__ == "__main__":
    sys.exit(main())

"""Walks the API by its own description with schemathesis: `python tests/schema_walk.py [SECONDS]`."""

import subprocess
import sys
import tempfile
from pathlib import Path

from served import ROOT, Served

CONFIG = ROOT / "tests" / "service" / "schemathesis.toml"


def walk(served: Served, seconds: int, phases: str = "examples,coverage,fuzzing,stateful") -> tuple[int, str]:
    """The exit code, 0 where no check failed, and what was said. No walk knows of those before it."""
    words = [str(Path(sys.executable).parent / "schemathesis"), "--config-file", str(CONFIG), "run"]
    words += [f"{served.address}/api/openapi.json", "--continue-on-failure", "--no-color"]
    words += ["--phases", phases, "--max-time", str(seconds), "--warnings", "off", "--seed", "17"]
    with tempfile.TemporaryDirectory() as folder:
        done = subprocess.run(words, cwd=folder, capture_output=True, text=True, check=False)
    return done.returncode, done.stdout + done.stderr


if __name__ == "__main__":
    with tempfile.TemporaryDirectory(prefix="acrebox-walk-") as made:
        Path(made).chmod(0o755)
        server = Served(Path(made) / "home")
        try:
            code, said = walk(server, int(sys.argv[1]) if len(sys.argv) > 1 else 300)
        finally:
            server.stop()
    print(said)
    sys.exit(code)

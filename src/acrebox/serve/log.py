"""The log: one line of JSON an event, in a folder beside the data; begun anew before it is long.

Every process writes to the same file, line by line, and finds the new one by itself when it is begun.
"""

import logging
import logging.config
from pathlib import Path
from typing import Any

from pythonjsonlogger.json import JsonFormatter

FOLDER = "logs"
NAME = "acrebox.log"
MOST_BYTES = 5_000_000
KEPT = 5
"""How many older logs are kept."""


def log_to(home: Path) -> None:
    """Write the log under `home`, from this process."""
    folder = home / FOLDER
    folder.mkdir(parents=True, exist_ok=True)
    for file in (folder / NAME, *folder.glob(f"{NAME}.*")):
        for_us_alone(file)
    logging.config.dictConfig(_settings(folder / NAME))


def for_us_alone(file: Path) -> None:
    """Make a file, where there is none, that no other account of the machine reads."""
    file.touch(mode=0o600, exist_ok=True)
    file.chmod(0o600)


def _settings(file: Path) -> dict[str, Any]:
    fields = "%(asctime)s %(levelname)s %(process)d %(name)s %(message)s"
    return {
        "version": 1,
        "disable_existing_loggers": False,
        "formatters": {
            "lines": {
                "()": JsonFormatter,
                "fmt": fields,
                "rename_fields": {"asctime": "at", "levelname": "level", "name": "from", "message": "says"},
            },
        },
        "handlers": {
            "file": {
                "class": "logging.handlers.WatchedFileHandler",
                "filename": str(file),
                "encoding": "utf-8",
                "formatter": "lines",
            },
        },
        "root": {"level": "WARNING", "handlers": ["file"]},
        "loggers": {"acrebox": {"level": "INFO"}},
    }


def turn_over(home: Path) -> None:
    """Begin the log anew where it is long, and keep the last few."""
    file = home / FOLDER / NAME
    if not file.exists() or file.stat().st_size < MOST_BYTES:
        return
    for n in range(KEPT, 0, -1):
        older = file if n == 1 else file.with_name(f"{NAME}.{n - 1}")
        if older.exists():
            older.replace(file.with_name(f"{NAME}.{n}"))
    for_us_alone(file)

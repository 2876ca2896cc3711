"""Backups that are taken by themselves: the last few of them are kept."""

from datetime import datetime
from pathlib import Path

from acrebox.store.backup.form import ENDING
from acrebox.store.backup.taking import take_backup

KEPT = 7
"""How many backups that were taken by themselves are kept."""
STEM = "acrebox-"
OLD_ENDING = ".sql.gz"
"""How the backups of older releases end."""


def keep_one(url: str, folder: Path, now: datetime) -> Path:
    """Take a backup by itself, and keep the last few of those. Raises BackupError."""
    file = folder / f"{STEM}{now:%Y%m%d-%H%M%S}{ENDING}"
    take_backup(url, file)
    for old in _all(folder)[:-KEPT]:
        old.unlink()
    return file


def newest(folder: Path) -> Path | None:
    """The newest backup that was taken by itself."""
    return max(_all(folder), default=None)


def _all(folder: Path) -> list[Path]:
    found = (*folder.glob(f"{STEM}*{ENDING}"), *folder.glob(f"{STEM}*{OLD_ENDING}"))
    return sorted(found, key=lambda file: file.name)

"""Backups on another disk, encrypted where that is wanted: to a public key, by the program `age`.

What opens them is never on this machine: the owner keeps it, decrypts a backup where he has it, and brings
that. Each is put back once, on trial, before it goes there: what comes off the disk was seen to be whole.
"""

import os
import shutil
import subprocess
from dataclasses import dataclass
from pathlib import Path
from typing import IO

from acrebox.store.backup.form import ENDING, BackupError
from acrebox.store.backup.putting import try_out
from acrebox.store.backup.rotation import STEM
from acrebox.store.backup.taking import written_whole

LOCKED = ".age"
"""How one ends that is encrypted."""
KEPT = 30
"""How many are kept there."""
SECRET = "AGE-SECRET-KEY-"
TAKES_S = 3600
"""How long it may take to encrypt one [s]."""


@dataclass(frozen=True)
class Elsewhere:
    """A folder on another disk, and the file of public keys to which backups are encrypted; or none."""

    folder: Path
    keys: Path | None = None

    def check(self) -> None:
        """Raises BackupError where nothing could be put there as it is wanted."""
        if not self.folder.is_dir():
            raise BackupError(f"{self.folder} is no folder. Is the disk there?")
        if not os.access(self.folder, os.W_OK | os.X_OK):
            raise BackupError(f"Nothing can be written into {self.folder} by the account that serves.")
        if self.keys is None:
            return
        if shutil.which("age") is None:
            raise BackupError("The program 'age' is not here. It is Debian's package age.")
        try:
            told = self.keys.read_text("utf-8")
        except (OSError, UnicodeDecodeError) as reason:
            raise BackupError(f"{self.keys} cannot be read as public keys of age: {reason}.") from None
        if SECRET in told:
            says = f"{self.keys} has a secret key in it: whoever gets at this machine could read all backups."
            raise BackupError(f"{says} Put only the line there that begins with 'age1'.")
        self._lock(subprocess.DEVNULL, subprocess.DEVNULL)

    def lacks(self, file: Path) -> bool:
        """Whether a backup is not there yet."""
        return not self._named(file).exists()

    def put(self, url: str, file: Path) -> Path:
        """Put a backup there, once it has been put back on trial; the last few stay. Raises BackupError."""
        with file.open("rb") as read:
            try_out(url, read, file.name)
        self.check()
        there = self._named(file)
        with file.open("rb") as read, written_whole(there) as out:
            if self.keys is None:
                shutil.copyfileobj(read, out)
            else:
                self._lock(read, out)
        for old in sorted(self.folder.glob(f"{STEM}*{ENDING}{self._locked}"))[:-KEPT]:
            old.unlink()
        return there

    def _named(self, file: Path) -> Path:
        return self.folder / f"{file.name}{self._locked}"

    @property
    def _locked(self) -> str:
        return LOCKED if self.keys else ""

    def _lock(self, read: IO[bytes] | int, out: IO[bytes] | int) -> None:
        """Encrypt what is read into another file. Raises BackupError."""
        try:
            done = subprocess.run(
                ["age", "-R", str(self.keys)],
                stdin=read,
                stdout=out,
                stderr=subprocess.PIPE,
                timeout=TAKES_S,
                check=False,
            )
        except subprocess.TimeoutExpired:
            raise BackupError(f"age was not done within {TAKES_S} s.") from None
        if done.returncode:
            why = done.stderr.decode("utf-8", "replace").strip().splitlines()
            said = why[0] if why else f"it ended with {done.returncode}"
            raise BackupError(f"age does not encrypt to {self.keys}: {said}.")

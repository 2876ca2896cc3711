"""Backups: everything in one file of an open form; taken while it runs, put back all of it or nothing.

`form` what such a file is like, `taking` and `putting` a database into one and back, `dumps` what releases
before wrote instead, `rotation` those taken by themselves, `elsewhere` what goes to another disk.
"""

from acrebox.store.backup.elsewhere import Elsewhere
from acrebox.store.backup.form import ENDING, BackupError
from acrebox.store.backup.putting import change_back, put_back, try_out
from acrebox.store.backup.rotation import KEPT, keep_one, newest
from acrebox.store.backup.taking import take_backup, write_backup, written_whole

__all__ = [
    "ENDING",
    "KEPT",
    "BackupError",
    "Elsewhere",
    "change_back",
    "keep_one",
    "newest",
    "put_back",
    "take_backup",
    "try_out",
    "write_backup",
    "written_whole",
]

"""Watch-outs: one rule a function, one registry. Importing this package registers every rule."""

from acrebox.core.advice import (
    bench,
    fill,
    shape,
    stock,
    structure,
)  # noqa: F401  (importing registers their rules)
from acrebox.core.advice.registry import Seen, WatchOut, codes, watch_outs

__all__ = ["Seen", "WatchOut", "codes", "watch_outs"]

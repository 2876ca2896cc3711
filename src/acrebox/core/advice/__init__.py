"""Watch-outs: one rule a function, one registry. Importing this package registers every rule."""

from acrebox.core.advice import (
    addons,
    bench,
    blocks,
    carried,
    drain,
    fill,
    level,
    line,
    ring,
    shape,
    site,
    stock,
    structure,
    vessels,
    wicking,
)
from acrebox.core.advice.registry import Finding, WatchOut, codes, rule, watch_outs
from acrebox.core.chapter import Seen

__all__ = [
    "Finding",
    "Seen",
    "WatchOut",
    "addons",
    "bench",
    "blocks",
    "carried",
    "codes",
    "drain",
    "fill",
    "level",
    "line",
    "ring",
    "rule",
    "shape",
    "site",
    "stock",
    "structure",
    "vessels",
    "watch_outs",
    "wicking",
]

"""Watch-outs: one rule a function, one registry. Importing this package registers every rule."""

from acrebox.core.advice import bench, fill, shape, stock, structure
from acrebox.core.advice.registry import Finding, WatchOut, codes, rule, watch_outs
from acrebox.core.chapter import Seen

__all__ = [
    "Finding",
    "Seen",
    "WatchOut",
    "bench",
    "codes",
    "fill",
    "rule",
    "shape",
    "stock",
    "structure",
    "watch_outs",
]

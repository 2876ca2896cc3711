"""Constructions: one file each, one registry. A construction only knows how to place parts.

Importing this package registers them, in the order in which they are offered.
"""

from acrebox.core.construction import boards, sleepers, staves, framed_sheet  # isort: skip
from acrebox.core.construction import ring, blocks  # isort: skip
from acrebox.core.construction import trough, tote, drum  # isort: skip
from acrebox.core.construction.registry import assemble, builds, forget, registered

__all__ = [
    "assemble",
    "blocks",
    "boards",
    "builds",
    "drum",
    "forget",
    "framed_sheet",
    "registered",
    "ring",
    "sleepers",
    "staves",
    "tote",
    "trough",
]

"""Constructions: one file each, one registry. A construction only knows how to place parts.

Importing this package registers them, in the order in which they are offered.
"""

from acrebox.core.construction import boards, sleepers, staves, framed_sheet  # isort: skip
from acrebox.core.construction.registry import assemble, builds, forget, registered

__all__ = ["assemble", "boards", "builds", "forget", "framed_sheet", "registered", "sleepers", "staves"]

"""Constructions: one file each, one registry. A construction only knows how to place parts."""

from acrebox.core.construction.boards import assemble_boards
from acrebox.core.construction.registry import assemble, register, registered

register("boards", assemble_boards)

__all__ = ["assemble", "register", "registered"]

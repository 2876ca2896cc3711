"""Constructions: one file each, one registry. A construction only knows how to place parts."""

from acrebox.core.construction.boards import assemble_boards
from acrebox.core.construction.framed_sheet import assemble_framed_sheet
from acrebox.core.construction.registry import assemble, register, registered
from acrebox.core.construction.sleepers import assemble_sleepers
from acrebox.core.construction.staves import assemble_staves

register("boards", assemble_boards)
register("sleepers", assemble_sleepers)
register("staves", assemble_staves)
register("framed_sheet", assemble_framed_sheet)

__all__ = ["assemble", "register", "registered"]

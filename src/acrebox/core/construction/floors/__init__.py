"""Floors of boxes."""

from acrebox.core.construction.floors.lay import lay_floor

__all__ = ["lay_floor"]

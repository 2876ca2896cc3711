"""Views of an Assembly as plain shapes, arcs and dimensions [mm]: what the drawing shows, nothing about
how it looks.
"""

from acrebox.core.drafting.draw import draw
from acrebox.core.drafting.model import Arc, Dimension, Drawings, Drawn, View
from acrebox.core.drafting.solids import SolidPart, Solids, solids

__all__ = ["Arc", "Dimension", "Drawings", "Drawn", "SolidPart", "Solids", "View", "draw", "solids"]

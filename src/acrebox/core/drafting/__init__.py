"""Views of an Assembly as plain shapes, arcs and dimensions [mm]: what the drawing shows, nothing about
how it looks.
"""

from acrebox.core.drafting.draw import draw_across, draw_sides
from acrebox.core.drafting.model import Across, Arc, Dimension, Drawings, Drawn, Sides, View
from acrebox.core.drafting.solids import SolidPart, Solids, solids

__all__ = [
    "Across",
    "Arc",
    "Dimension",
    "Drawings",
    "Drawn",
    "Sides",
    "SolidPart",
    "Solids",
    "View",
    "draw_across",
    "draw_sides",
    "solids",
]

"""Views of an Assembly as plain polygons and dimensions [mm]: what the drawing shows, nothing about how it looks."""

from acrebox.core.drafting.draw import draw
from acrebox.core.drafting.model import Dimension, Drawings, Shape, View

__all__ = ["Dimension", "Drawings", "Shape", "View", "draw"]

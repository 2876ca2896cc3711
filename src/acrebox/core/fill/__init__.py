"""The soil: layers in the cavity, settled and loose, by the bag or by the load."""

from acrebox.core.fill.layers import FilledLayer, fill_cavity
from acrebox.core.fill.purchase import Purchase, purchase

__all__ = ["FilledLayer", "Purchase", "fill_cavity", "purchase"]

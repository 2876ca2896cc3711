"""The soil: layers in the cavity, settled and loose, by the bag or by the load."""

from acrebox.core.fill.buying import purchases_of
from acrebox.core.fill.layers import Content, FilledLayer, root_depth, wet_weight
from acrebox.core.fill.laying import fill_cavity
from acrebox.core.fill.purchase import Purchase

__all__ = ["Content", "FilledLayer", "Purchase", "fill_cavity", "purchases_of", "root_depth", "wet_weight"]

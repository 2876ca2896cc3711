"""What a yard sells, as data: timber by section and length, fill by the bag and by the load."""

from acrebox.core.stock.catalogue import (
    BagSize,
    Bulk,
    Catalogue,
    Fill,
    Good,
    Screw,
    Sheet,
    Species,
    StickLength,
    Timber,
    catalogue,
)

__all__ = [
    "BagSize",
    "Bulk",
    "Catalogue",
    "Fill",
    "Good",
    "Screw",
    "Sheet",
    "Species",
    "StickLength",
    "Timber",
    "catalogue",
]

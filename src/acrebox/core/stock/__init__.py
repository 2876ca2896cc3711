"""What a yard sells, as data: timber by section and length, fill by the bag and by the load."""

from acrebox.core.stock.catalogue import (
    BagSize,
    Bulk,
    Catalogue,
    CatalogueGapError,
    Fill,
    Good,
    Screw,
    Sheet,
    Species,
    StickLength,
    Timber,
    catalogue,
)
from acrebox.core.stock.wave import Wave

__all__ = [
    "BagSize",
    "Bulk",
    "Catalogue",
    "CatalogueGapError",
    "Fill",
    "Good",
    "Screw",
    "Sheet",
    "Species",
    "StickLength",
    "Timber",
    "Wave",
    "catalogue",
]

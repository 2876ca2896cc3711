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
)
from acrebox.core.stock.prices import PRICE_LISTS, PriceListName, catalogue, list_for, price_list
from acrebox.core.stock.wave import Wave

__all__ = [
    "PRICE_LISTS",
    "BagSize",
    "Bulk",
    "Catalogue",
    "CatalogueGapError",
    "Fill",
    "Good",
    "PriceListName",
    "Screw",
    "Sheet",
    "Species",
    "StickLength",
    "Timber",
    "Wave",
    "catalogue",
    "list_for",
    "price_list",
]

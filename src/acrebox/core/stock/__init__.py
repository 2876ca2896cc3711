"""What a yard sells, as data: timber by section and length, fill by the bag and by the load."""

from acrebox.core.stock.catalogue import (
    BagSize,
    Bulk,
    Catalogue,
    CatalogueGapError,
    Fill,
    Good,
    Liner,
    Screw,
    Sheet,
    Species,
    Timber,
)
from acrebox.core.stock.item import STEEL_KG_M3, StickLength
from acrebox.core.stock.prices import PRICE_LISTS, PriceListName, catalogue, list_for, price_list
from acrebox.core.stock.ready import Bar, Block, Vessel
from acrebox.core.stock.wave import Wave

__all__ = [
    "PRICE_LISTS",
    "STEEL_KG_M3",
    "BagSize",
    "Bar",
    "Block",
    "Bulk",
    "Catalogue",
    "CatalogueGapError",
    "Fill",
    "Good",
    "Liner",
    "PriceListName",
    "Screw",
    "Sheet",
    "Species",
    "StickLength",
    "Timber",
    "Vessel",
    "Wave",
    "catalogue",
    "list_for",
    "price_list",
]

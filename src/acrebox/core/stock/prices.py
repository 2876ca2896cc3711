"""The price lists (`lists/`): what a yard sells of what there is (`data/`), and for how much, read once."""

from decimal import Decimal
from functools import cache
from typing import Any, Literal, get_args

from pydantic import Field, ValidationError

from acrebox.core.data import DataFileError, by_key, read_as, read_table
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length
from acrebox.core.stock.catalogue import Bulk, Catalogue
from acrebox.core.stock.item import Item


class _Sold(Item):
    """How a fixing is sold."""

    box: int
    price: Decimal


class _Fills(Item):
    """How a fill is sold: prices by the size of bag, and the load."""

    bags: dict[str, Decimal] = Field(default_factory=dict)
    bulk: Bulk | None = None


class _OffTheRoll(Item):
    """How a lining is sold: the price of so much of a roll's length, or of a sheet."""

    step: Length | None = None
    price: Decimal


class PriceList(Item):
    """A price list: prices of sticks and sheets by stock and length, of boxes, goods, linings and fills by
    key.
    """

    title: str
    system: System
    currency: str
    currency_sign: str
    lengths: dict[str, dict[str, Decimal]]
    screws: dict[str, _Sold]
    goods: dict[str, Decimal]
    liners: dict[str, _OffTheRoll]
    fill: dict[str, _Fills]


PriceListName = Literal["imperial-cad", "metric-eur", "metric-gbp"]
PRICE_LISTS: tuple[str, ...] = get_args(PriceListName)
"""The price lists that ship."""
USUAL_LIST = {System.IMPERIAL: "imperial-cad", System.METRIC: "metric-eur"}


@cache
def price_list(name: str) -> PriceList:
    """A price list by its name."""
    return read_as(PriceList, "stock", f"lists/{name}.toml")


def list_for(system: System, currency: str | None) -> str:
    """The price list of a system whose currency it is; else the usual one of that system."""
    lists = ((name, price_list(name)) for name in PRICE_LISTS)
    found = (name for name, sold in lists if sold.currency == currency and sold.system is system)
    return next(found, USUAL_LIST[system])


@cache
def catalogue(name: str = USUAL_LIST[System.IMPERIAL]) -> Catalogue:
    """What is sold by a price list; a duplicate key, or a price of what nobody knows, is refused as the data
    is read.
    """
    sold, tables = price_list(name), dict[str, Any]()
    for file in ("timber", "species", "sheet", "bar", "block", "vessel", "fixing", "ready", "liner", "fill"):
        for kind, found in read_table("stock", f"data/{file}.toml").items():
            tables[kind] = [*tables.get(kind, []), *found]
    known = {
        kind: {row["key"] for row in tables[kind]}
        for kind in ("timber", "sheet", "bar", "screw", "good", "liner", "fill")
    }
    for kind, of in (
        ("lengths", known["timber"] | known["sheet"] | known["bar"]),
        ("screws", known["screw"]),
        ("goods", known["good"]),
        ("liners", known["liner"]),
        ("fill", known["fill"]),
    ):
        if unknown := set(getattr(sold, kind)) - of:
            raise DataFileError(f"stock/lists/{name}.toml: {sorted(unknown)} of {kind} are in no data file")

    def lengths(key: str) -> list[dict[str, Any]]:
        return [{"length": length, "price": price} for length, price in sold.lengths.get(key, {}).items()]

    def fill(key: str) -> dict[str, Any]:
        found = sold.fill.get(key, _Fills())
        bags = [{"size": size, "price": price} for size, price in found.bags.items()]
        return {"bags": bags, "bulk": found.bulk.model_dump() if found.bulk else None}

    rows: dict[str, Any] = {
        "species": tables["species"],
        "timber": [{**row, "lengths": lengths(row["key"])} for row in tables["timber"]],
        "sheet": [{**row, "lengths": lengths(row["key"])} for row in tables["sheet"]],
        "bar": [{**row, "lengths": lengths(row["key"])} for row in tables["bar"]],
        "block": tables["block"],
        "vessel": tables["vessel"],
        "screw": [
            {**row, **sold.screws[row["key"]].model_dump()}
            for row in tables["screw"]
            if row["key"] in sold.screws
        ],
        "good": [
            {**row, "price": sold.goods[row["key"]]}
            for row in tables["good"]
            if row["key"] in sold.goods and row.get("system", sold.system) == sold.system
        ],
        "liner": [
            {**row, **sold.liners[row["key"]].model_dump(exclude_none=True)}
            for row in tables["liner"]
            if row["key"] in sold.liners
        ],
        "fill": [{**row, **fill(row["key"])} for row in tables["fill"]],
    }
    try:
        book = Catalogue(price_list=name, currency=sold.currency, currency_sign=sold.currency_sign, **rows)
    except ValidationError as fault:
        raise DataFileError(f"stock/data with lists/{name}.toml: {fault}") from None
    by_key(
        [
            *book.timber,
            *book.species,
            *book.sheet,
            *book.bar,
            *book.block,
            *book.good,
            *book.screw,
            *book.liner,
            *book.fill,
        ]
    )
    return book

"""A bed with what it leaves to its yard filled in, and what of the pile the next bed can have."""

from collections import Counter
from collections.abc import Iterable
from functools import lru_cache
from typing import Any

from acrebox.core.design import BenchChoice, Design, OffCut, SawChoice, in_system
from acrebox.core.measure.convert import tenths
from acrebox.core.measure.printing import Dates, Numbers
from acrebox.core.measure.systems import System
from acrebox.core.stock import Catalogue, catalogue, list_for
from acrebox.core.yard.document import Stacked, Yard

SOIL = ("unit_weight", "friction")


def settled(design: Design, yard: Yard) -> Design:
    """The design with the units, saw, prices, pile and soil of its yard, wherever it chose none of its own.

    Prices of a stock that the bed lists itself are the bed's; rows of stocks that nobody sells any more
    are passed over. The pile comes after the bed's own off-cuts.
    """
    system = design.units or yard.units or design.system
    design = in_system(design, system)
    own, yards, book = design.bench, in_system(yard.saw, system), catalogue()
    saw = {name: getattr(own if name in own.model_fields_set else yards, name) for name in SawChoice.order}
    listed = [book.find_cuttable(row.stock) for row in own.lengths]
    prices = tuple(
        row for row in yard.prices if (cut := book.find_cuttable(row.stock)) is not None and cut not in listed
    )
    pile = tuple(
        OffCut(stock=row.stock, length=row.length, count=row.count)
        for row in yard.pile
        if book.find_cuttable(row.stock) is not None
    )
    bench = BenchChoice.model_construct(**saw, lengths=own.lengths + prices, offcuts=own.offcuts + pile)
    soil = {
        name: value
        for name in SOIL
        if name not in design.loads.model_fields_set and (value := getattr(yard.soil, name)) is not None
    }
    update: dict[str, Any] = {"bench": bench, "loads": design.loads.model_copy(update=soil)}
    if design.units is None and yard.units is not None:
        update["units"] = yard.units
    return design.model_copy(update=update)


@lru_cache(maxsize=64)
def _book(
    name: str,
    currency: str | None,
    sign: str | None,
    tax: float,
    numbers: Numbers,
    dates: Dates,
    shown: System | None,
) -> Catalogue:
    book = catalogue(name)
    currency = currency or book.currency
    usual = book.currency_sign if currency == book.currency else f"{currency} "
    update = {"currency": currency, "currency_sign": sign or usual, "tax": tax}
    return book.model_copy(update={**update, "numbers": numbers, "dates": dates, "shown": shown})


def list_of(yard: Yard, system: System) -> str:
    """The price list of a yard: the one it names, else the usual one of its units and its currency; where
    it has no units, of the system in which a bed is planned. So all beds of a yard are bought in one
    currency.
    """
    return yard.price_list or list_for(yard.units or system, yard.currency)


def book_of(yard: Yard, system: System, shown: System | None = None) -> Catalogue:
    """What a bed that is planned in a system is bought from: the yard's price list, or the usual one of that
    system and the yard's currency, with its tax; a currency without a sign of its own is written by its
    letters. Figures are `shown` in that system unless told otherwise.
    """
    name = list_of(yard, system)
    return _book(name, yard.currency, yard.currency_sign, yard.tax or 0.0, yard.numbers, yard.dates, shown)


def stick_key(row: OffCut) -> tuple[str, int]:
    """By what sticks are told apart: the catalogue's key of their stock, and their length [0.1 mm]."""
    cut = catalogue().find_cuttable(row.stock)
    return cut.key if cut else row.stock, tenths(row.length.mm)


def left_over(pile: Iterable[Stacked], used: Iterable[tuple[str, int]]) -> tuple[Stacked, ...]:
    """What of a pile is left for the next bed: `used` are the sticks of it that a bed is cut from, as stock
    and length [0.1 mm].
    """
    taken, left = Counter(used), []
    for row in pile:
        key = stick_key(row)
        gone = min(row.count, taken[key])
        taken[key] -= gone
        if row.count > gone:
            left.append(row.model_copy(update={"count": row.count - gone}))
    return tuple(left)

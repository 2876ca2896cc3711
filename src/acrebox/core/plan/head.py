"""What a Plan says of itself: whose it is, in which units, what was understood of every length, its
totals.
"""

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.data import in_round, read_as
from acrebox.core.design import Design
from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.printing import Dates, Numbers, Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Volume
from acrebox.core.plan.head_rows import Understood
from acrebox.core.plan.rows import Row
from acrebox.core.plan.understood import understood
from acrebox.core.stock import Catalogue

LEAST_BARROW = {System.METRIC: Volume("5 L"), System.IMPERIAL: Volume("0.2 cu ft")}


class Head(Row):
    """Name of the bed, units it is shown in and those that it is `built` in, price list, currency, how
    numbers and dates are written, construction.
    """

    name: str
    units: System
    built: System
    price_list: str
    currency: str
    currency_sign: str
    numbers: Numbers
    dates: Dates
    construction: str


class _Bound(Row):
    """Least and most of a length [mm]."""

    field: str
    least: float
    most: float
    most_in: float
    source: str


def head_of(seen: Seen) -> Head:
    """The head of the Plan."""
    return Head(
        name=seen.design.name,
        units=seen.show.system,
        built=seen.show.built,
        price_list=seen.book.price_list,
        currency=seen.book.currency,
        currency_sign=seen.book.currency_sign,
        numbers=seen.show.numbers,
        dates=seen.book.dates,
        construction=seen.design.construction.kind,
    )


def understood_of(seen: Seen) -> dict[str, Understood]:
    """What was understood of every length and volume. Raises DesignError for amounts that can be judged
    by themselves.
    """
    found = understood(seen.design)
    problems = [*_out_of_bounds(found, seen.show), *_absurd(seen.design, seen.book, seen.show)]
    if problems:
        raise DesignError(problems)
    return found


def _out_of_bounds(found: dict[str, Understood], show: Printer) -> list[Problem]:
    problems = []
    for row in read_as(list[_Bound], "plan", "bounds.toml", "bound"):
        amount = found[row.field].amount if row.field in found else None
        most = in_round(row.most, row.most_in, show.built)
        if amount is not None and not row.least <= amount <= most:
            allowed = f"{show.length(row.least)} to {show.length(most)}"
            problems.append(Problem(row.field, show.length(amount), "That is out of range.", allowed))
    return problems


def _absurd(design: Design, book: Catalogue, show: Printer) -> list[Problem]:
    problems = []
    least = LEAST_BARROW[show.built].litres
    if design.fill.barrow.litres < least:
        text = str(design.fill.barrow.text)
        problems.append(
            Problem("fill.barrow", text, "A barrow holds more than that.", f"{show.pack(least)} or more")
        )
    for n, layer in enumerate(design.fill.layers):
        if layer.depth is not None and layer.depth.mm <= 0:
            text = str(layer.depth.text)
            problems.append(
                Problem(f"fill.layers.{n}.depth", text, "A layer must have a depth.", "more than 0")
            )
    rows = [(f"bench.lengths.{n}", row.stock, row.length) for n, row in enumerate(design.bench.lengths)]
    rows += [(f"bench.offcuts.{n}", row.stock, row.length) for n, row in enumerate(design.bench.offcuts)]
    for path, stock, length in rows:
        if book.find_cuttable(stock) is None:
            says = "The yard has no timber of that name."
            problems.append(Problem(f"{path}.stock", stock, says, "a stock key or nominal size"))
        if length.mm <= 0:
            problems.append(
                Problem(f"{path}.length", str(length.text), "A stick must have a length.", "more than 0")
            )
    return problems


HEAD = register(
    Chapter(
        key="head",
        stage="shape",
        reads=("show", "design.name", "design.construction.kind"),
        work=head_of,
        model=Head,
        spread=True,
    )
)
UNDERSTOOD = register(
    Chapter(
        key="understood",
        stage="shape",
        reads=("show", *(f"design.{name}" for name in Design.model_fields if name != "units")),
        work=understood_of,
        model=dict[str, Understood],
    )
)

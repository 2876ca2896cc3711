"""The one loader of data files: TOML rows, checked against the type that they are to be, read once.

Every row of a data file names its source, `common practice` or `from memory`; the types that rows are read
into say so by their `source` field, or the file's heading says it for all of them.
"""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Any, TypeVar

from pydantic import BaseModel, ConfigDict, TypeAdapter, ValidationError

from acrebox.core.measure.convert import MM_PER_INCH
from acrebox.core.measure.systems import System

T = TypeVar("T")


class DataFileError(Exception):
    """A data file shipped with the product is wrong: which file, and what of it."""


@cache
def read_table(room: str, name: str) -> dict[str, Any]:
    """The tables of a TOML file of a room of the core (`strength`, `beams.toml`; no room: the core
    itself), as plain values.
    """
    place = f"acrebox.core.{room}" if room else "acrebox.core"
    return tomllib.loads(files(place).joinpath(name).read_text("utf-8"))


def read_as(kind: type[T], room: str, name: str, table: str | None = None) -> T:
    """A TOML file, or one table of it, as a value of the type `kind`.

    Raises DataFileError naming the file and every row at fault.
    """
    found = read_table(room, name)
    value = found if table is None else found[table]
    try:
        return TypeAdapter(kind).validate_python(value)
    except ValidationError as fault:
        raise DataFileError(f"{room}/{name}: {fault}") from None


class Amount(BaseModel):
    """A constant of the trade: its value [mm unless the file says otherwise] and where it comes from; what a
    yard that measures in inches takes instead, where that is round in inches.
    """

    model_config = ConfigDict(frozen=True, extra="forbid")

    name: str
    value: float
    inches: float | None = None
    source: str


@cache
def amounts(room: str, name: str) -> dict[str, float]:
    """The constants of a data file (a list of `amount` rows) by name, in the units that the file says."""
    rows = by_key(read_as(list[Amount], room, name, "amount"), "name")
    return {key: row.value for key, row in rows.items()}


@cache
def amounts_in_inches(room: str, name: str) -> dict[str, float]:
    """Those constants of a data file that are other round figures in inches [in], by name."""
    rows = read_as(list[Amount], room, name, "amount")
    return {row.name: row.inches for row in rows if row.inches is not None}


def amount(room: str, name: str, key: str, system: System) -> float:
    """One constant of a data file of lengths [mm, or as the file says]: the one that is round in a system,
    where there are two.
    """
    if system is System.IMPERIAL and (inches := amounts_in_inches(room, name).get(key)) is not None:
        return inches * float(MM_PER_INCH)
    return amounts(room, name)[key]


def in_round(mm: float, inches: float, system: System) -> float:
    """A size [mm] of which there are two, round in millimetres and round in inches."""
    return mm if system is System.METRIC else inches * float(MM_PER_INCH)


def by_key(rows: list[T] | tuple[T, ...], key: str = "key") -> dict[str, T]:
    """Rows by one of their fields; two of one name are a DataFileError."""
    found = {str(getattr(row, key)): row for row in rows}
    if len(found) != len(rows):
        names = [str(getattr(row, key)) for row in rows]
        raise DataFileError(f"two rows are called {sorted({n for n in names if names.count(n) > 1})}")
    return found


def row_reached(rows: list[T], column: str, value: float, within: float) -> T:
    """Of rows that begin at so much in a column, the last one that a value reaches, or misses by no more than
    `within`; the lowest where it reaches none.
    """
    found = sorted(rows, key=lambda row: float(getattr(row, column)))
    return next((row for row in reversed(found) if value >= getattr(row, column) - within), found[0])

"""What was understood of every length and volume in a design, so that each field can echo it."""

from collections.abc import Iterator
from typing import Any

from pydantic import BaseModel

from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import (
    Coordinate,
    Length,
    Pressure,
    Rain,
    UnitWeight,
    Volume,
    Weight,
    Written,
)
from acrebox.core.plan.head_rows import Understood, WrittenUnit

METRIC, IMPERIAL = Printer(System.METRIC), Printer(System.IMPERIAL)
UNITS: dict[type[Written], WrittenUnit] = {
    Length: "mm",
    Coordinate: "mm",
    Volume: "L",
    UnitWeight: "kN/m³",
    Pressure: "kPa",
    Weight: "kg",
    Rain: "mm/h",
}


def understood(design: BaseModel) -> dict[str, Understood]:
    """Every written quantity of a document by its field path (`outline.length`, `fill.layers.0.depth`)."""
    return dict(_walk("", design))


def _walk(path: str, value: Any) -> Iterator[tuple[str, Understood]]:
    if isinstance(value, Written):
        metric, imperial = (_echo(value, show) for show in (METRIC, IMPERIAL))
        yield path, Understood(amount=value.amount, unit=UNITS[type(value)], metric=metric, imperial=imperial)
    elif isinstance(value, BaseModel):
        for name in type(value).model_fields:
            yield from _walk(f"{path}.{name}" if path else name, getattr(value, name))
    elif isinstance(value, tuple):
        for n, item in enumerate(value):
            yield from _walk(f"{path}.{n}", item)
    elif isinstance(value, dict):
        for key, item in value.items():
            yield from _walk(f"{path}.{key}", item)


def _echo(value: Written, show: Printer) -> str:
    """To the tenth of a millimetre, so that an echo never hides what was typed."""
    if not isinstance(value, Length):
        return value.printed(show)
    return f"−{show.exact(-value.mm)}" if value.mm < 0 else show.exact(value.mm)

"""Lengths, volumes and other quantities as people write them, read exactly and kept as written.

A number typed without a unit is read in the system of the yard; its unit is written after it as it is read,
so that it says the same wherever it goes. A JSON number is millimetres, litres, kilopascals.
"""

import re
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from decimal import Decimal
from fractions import Fraction
from functools import lru_cache
from typing import Any, ClassVar, Self, TypeVar

from pydantic import AfterValidator, GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic_core import PydanticCustomError, core_schema

from acrebox.core.measure.bounds import MOST_WRITTEN
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.reading import (
    DENSITY_UNITS,
    PRESSURE_UNITS,
    RAIN_UNITS,
    WEIGHT_UNITS,
    parse_length,
    parse_measure,
    parse_volume,
    tidied,
)
from acrebox.core.measure.systems import System

_READ_IN: ContextVar[System] = ContextVar("read_in", default=System.METRIC)


@contextmanager
def read_in(system: System) -> Iterator[None]:
    """Within it, a number that is typed without a unit is one of this system."""
    token = _READ_IN.set(system)
    try:
        yield
    finally:
        _READ_IN.reset(token)


WRITTEN_PATTERN = (
    r"""^[\s"]*[+\-‐‑‒–—―−]?[\s"]*[.,]?[0-9½¼¾⅛⅜⅝⅞⅓⅔]"""
    r"""[\sA-Za-z0-9½¼¾⅛⅜⅝⅞⅓⅔.,/⁄+\-‐‑‒–—―−^³²'"′’‘ʹ`´ʼ″”“„ʺ]*$"""
)
"""What every written quantity is like: a number first, then numbers, units and marks."""


class Written:
    """A quantity kept as it was written, with the amount that was understood."""

    __slots__ = ("amount", "text")
    _allowed: ClassVar[dict[System, str]] = {}
    _bare: ClassVar[dict[System, str]] = {}
    _most: ClassVar[float] = 2_000_000.0
    _least: ClassVar[float] = 0.0

    def __init__(self, text: str | float, system: System | None = None) -> None:
        system = system or _READ_IN.get()
        if isinstance(text, str):
            if len(text) > MOST_WRITTEN:
                raise ValueError(
                    f"this is {len(text):,} characters long, and at most {MOST_WRITTEN} are read"
                )
            self.amount = float(self._parse(text, system))
            # What has no letter and no mark after it has no unit.
            bare = re.fullmatch(r"[^a-zA-Z'\"]*", tidied(text))
            self.text: str | float = f"{text.strip()} {self._bare[system]}" if bare else text
        else:
            plain = format(Decimal(str(text)), "f")
            self.amount = float(self._parse(f"{plain} {self._bare[System.METRIC]}", System.METRIC))
            self.text = text

    @staticmethod
    def _parse(text: str, system: System) -> Fraction:
        raise NotImplementedError

    def printed(self, show: Printer) -> str:
        """The quantity as it is shown."""
        raise NotImplementedError

    def __repr__(self) -> str:
        return f"{type(self).__name__}({self.text!r})"

    def __eq__(self, other: object) -> bool:
        return type(other) is type(self) and other.text == self.text

    def __hash__(self) -> int:
        return hash(self.text)

    @classmethod
    @lru_cache(maxsize=4096, typed=True)
    def _read(cls, value: str | float, system: System) -> Self:
        """What was written; the same few sizes are read again and again. Raises ValueError, OverflowError."""
        return cls(value, system)

    @classmethod
    def _validate(cls, value: Any) -> Self:
        if isinstance(value, cls):
            return value
        if isinstance(value, bool) or not isinstance(value, str | int | float):
            raise PydanticCustomError(
                "written",
                "{reason}",
                {"reason": f"'{value}' is not text or a number", "allowed": cls._allowed[_READ_IN.get()]},
            )
        try:
            read = cls._read(value, _READ_IN.get())
        except (ValueError, OverflowError) as reason:
            raise PydanticCustomError(
                "written", "{reason}", {"reason": str(reason), "allowed": cls._allowed[_READ_IN.get()]}
            ) from None
        if not cls._least <= read.amount <= cls._most:
            show = Printer(_READ_IN.get())
            allowed = f"{cls(cls._least).printed(show)} to {cls(cls._most).printed(show)}"
            raise PydanticCustomError(
                "range", "That is out of range", {"value": str(read.text), "allowed": allowed}
            )
        return read

    @classmethod
    def __get_pydantic_core_schema__(
        cls, source: Any, handler: GetCoreSchemaHandler
    ) -> core_schema.CoreSchema:
        return core_schema.no_info_plain_validator_function(
            cls._validate, serialization=core_schema.plain_serializer_function_ser_schema(lambda v: v.text)
        )

    @classmethod
    def __get_pydantic_json_schema__(
        cls, schema: core_schema.CoreSchema, handler: GetJsonSchemaHandler
    ) -> dict[str, Any]:
        text = {"type": "string", "minLength": 1, "maxLength": MOST_WRITTEN, "pattern": WRITTEN_PATTERN}
        number = {"type": "number", "minimum": cls._least, "maximum": cls._most}
        return {"anyOf": [text, number], "description": cls._allowed[System.METRIC]}


class Length(Written):
    """A length as written; `mm` is what was understood [mm]."""

    __slots__ = ()
    _allowed: ClassVar = {
        System.METRIC: "a length such as 2.4 m, 240 cm or 2400 mm",
        System.IMPERIAL: "a length such as 8', 4' 7 1/2\" or 94 1/2 in",
    }
    _bare: ClassVar = {System.METRIC: "mm", System.IMPERIAL: "in"}
    _parse = staticmethod(parse_length)

    def printed(self, show: Printer) -> str:
        """As it is shown."""
        return show.length(self.amount)

    @property
    def mm(self) -> float:
        """The length [mm]."""
        return self.amount


def _parse_coordinate(text: str, system: System = System.METRIC) -> Fraction:
    plain = tidied(text).strip()
    return -parse_length(plain[1:], system) if plain.startswith("-") else parse_length(plain, system)


class Coordinate(Length):
    """A place along an axis as written, on either side of its beginning; `mm` is what was understood [mm]."""

    __slots__ = ()
    _allowed: ClassVar = {
        System.METRIC: "a distance such as 2.4 m, -30 cm or 2400 mm",
        System.IMPERIAL: "a distance such as 8', -4' 7 1/2\" or 94 1/2 in",
    }
    _parse = staticmethod(_parse_coordinate)
    _least: ClassVar = -2_000_000.0


class Volume(Written):
    """A volume as written; `litres` is what was understood [L]."""

    __slots__ = ()
    _allowed: ClassVar = {
        System.METRIC: "a volume such as 40 L or 0.5 m3",
        System.IMPERIAL: "a volume such as 1.5 cu ft or 1 cu yd",
    }
    _bare: ClassVar = {System.METRIC: "L", System.IMPERIAL: "cu ft"}
    _parse = staticmethod(parse_volume)

    def printed(self, show: Printer) -> str:
        """As it is shown."""
        return show.pack(self.amount)

    @property
    def litres(self) -> float:
        """The volume [L]."""
        return self.amount


class _Measured(Written):
    """What is written as a number with one unit of a table; without a unit, with the usual one."""

    __slots__ = ()
    _units: ClassVar[dict[str, Fraction]] = {}
    _of: ClassVar[str] = ""

    @classmethod
    def _parse(cls, text: str, system: System) -> Fraction:
        return parse_measure(text, cls._units, cls._bare[system].lower(), cls._of)


class UnitWeight(_Measured):
    """What soil weighs by its volume, as written; `kn_m3` is what was understood [kN/m³]."""

    __slots__ = ()
    _allowed: ClassVar = {
        System.METRIC: "a weight by volume such as 13 kN/m3",
        System.IMPERIAL: "a weight by volume such as 85 pcf",
    }
    _bare: ClassVar = {System.METRIC: "kN/m3", System.IMPERIAL: "pcf"}
    _units: ClassVar = DENSITY_UNITS
    _of: ClassVar = "weight by volume"

    def printed(self, show: Printer) -> str:
        """As it is shown."""
        return show.unit_weight(self.amount)

    @property
    def kn_m3(self) -> float:
        """The weight by volume [kN/m³]."""
        return self.amount


class Weight(_Measured):
    """A weight as written; `kg` is what was understood [kg]."""

    __slots__ = ()
    _allowed: ClassVar = {
        System.METRIC: "a weight such as 500 kg",
        System.IMPERIAL: "a weight such as 1100 lb",
    }
    _bare: ClassVar = {System.METRIC: "kg", System.IMPERIAL: "lb"}
    _units: ClassVar = WEIGHT_UNITS
    _of: ClassVar = "weight"

    def printed(self, show: Printer) -> str:
        """As it is shown."""
        return show.weight(self.amount)

    @property
    def kg(self) -> float:
        """The weight [kg]."""
        return self.amount


class Pressure(_Measured):
    """A load on an area, as written; `kpa` is what was understood [kPa]."""

    __slots__ = ()
    _allowed: ClassVar = {
        System.METRIC: "a load on an area such as 1 kPa",
        System.IMPERIAL: "a load on an area such as 20 psf",
    }
    _bare: ClassVar = {System.METRIC: "kPa", System.IMPERIAL: "psf"}
    _units: ClassVar = PRESSURE_UNITS
    _of: ClassVar = "load"

    def printed(self, show: Printer) -> str:
        """As it is shown."""
        return show.pressure(self.amount)

    @property
    def kpa(self) -> float:
        """The load [kPa]."""
        return self.amount


class Rain(_Measured):
    """How hard it rains, as written; `mm_h` is what was understood. A bare number is in mm/h."""

    __slots__ = ()
    _allowed: ClassVar = {
        System.METRIC: "rain such as 50 mm/h",
        System.IMPERIAL: "rain such as 2 in/h",
    }
    _bare: ClassVar = {System.METRIC: "mm/h", System.IMPERIAL: "mm/h"}
    _units: ClassVar = RAIN_UNITS
    _of: ClassVar = "rain"

    def printed(self, show: Printer) -> str:
        """As it is shown."""
        return show.rain(self.amount)

    @property
    def mm_h(self) -> float:
        """How hard it rains [mm/h]."""
        return self.amount


W = TypeVar("W", bound=Written)


def between(low: W, high: W) -> AfterValidator:
    """Refuses a written quantity that is less or more, in the words of the system in which it was read."""

    def check(value: W) -> W:
        if low.amount <= value.amount <= high.amount:
            return value
        show = Printer(_READ_IN.get())
        allowed = f"{low.printed(show)} to {high.printed(show)}"
        raise PydanticCustomError("range", "That is out of range", {"value": value.text, "allowed": allowed})

    return AfterValidator(check)

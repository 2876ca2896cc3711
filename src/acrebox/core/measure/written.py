"""Lengths and volumes as people write them, read exactly and kept as written."""

import re
from fractions import Fraction
from typing import Any, Self

from pydantic import GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic_core import PydanticCustomError, core_schema

from acrebox.core.measure.convert import (
    LITRES_PER_FT3,
    LITRES_PER_M3,
    LITRES_PER_YD3,
    MM_PER_FOOT,
    MM_PER_INCH,
    MM_PER_YARD,
)

LENGTH_UNITS: dict[str, Fraction] = {
    **dict.fromkeys(("mm", "millimetre", "millimetres", "millimeter", "millimeters"), Fraction(1)),
    **dict.fromkeys(("cm", "centimetre", "centimetres", "centimeter", "centimeters"), Fraction(10)),
    **dict.fromkeys(("m", "metre", "metres", "meter", "meters"), Fraction(1000)),
    **dict.fromkeys(('"', "in", "ins", "inch", "inches"), MM_PER_INCH),
    **dict.fromkeys(("'", "ft", "foot", "feet"), MM_PER_FOOT),
    **dict.fromkeys(("yd", "yds", "yard", "yards"), MM_PER_YARD),
}
VOLUME_UNITS: dict[str, Fraction] = {
    **dict.fromkeys(("l", "litre", "litres", "liter", "liters"), Fraction(1)),
    **dict.fromkeys(("m3", "m³", "cu m", "cubic metre", "cubic metres"), Fraction(LITRES_PER_M3)),
    **dict.fromkeys(("ft3", "ft³", "cu ft", "cubic foot", "cubic feet"), LITRES_PER_FT3),
    **dict.fromkeys(("yd3", "yd³", "cu yd", "cubic yard", "cubic yards"), LITRES_PER_YD3),
}
LENGTH_ALLOWED = "a length such as 8', 4' 7 1/2\", 94 1/2 in, 2.4 m or 2400 (a bare number is millimetres)"
VOLUME_ALLOWED = "a volume such as 40 L, 1.5 cu ft, 0.5 m3 or 1 cu yd (a bare number is litres)"

_VULGAR = {
    "½": "1/2",
    "¼": "1/4",
    "¾": "3/4",
    "⅛": "1/8",
    "⅜": "3/8",
    "⅝": "5/8",
    "⅞": "7/8",
    "⅓": "1/3",
    "⅔": "2/3",
}
_MARKS = str.maketrans(
    {"′": "'", "’": "'", "‘": "'", "″": '"', "”": '"', "“": '"', "⁄": "/", "\u00a0": " ", "−": "-"}
)
_NUMBER = r"(?:(?P<whole>\d+)[ -]+)?(?P<num>\d+)\s*/\s*(?P<den>\d+)|(?P<plain>\d+(?:\.\d*)?|\.\d+)"
_LENGTH_TERM = re.compile(rf"\s*(?:{_NUMBER})\s*(?P<unit>''|\"|'|[a-z]+)?[\s,-]*")
_VOLUME = re.compile(rf"\s*(?:{_NUMBER})\s*(?P<unit>[a-z³ ]*[a-z³3]|)\s*")


def _tidy(text: str) -> str:
    for sign, plain in _VULGAR.items():
        text = re.sub(rf"(?<=\d)\s*{sign}", f" {plain}", text).replace(sign, plain)
    return text.translate(_MARKS).strip().lower()


def _number(match: re.Match[str]) -> Fraction:
    if match["plain"] is not None:
        return Fraction(match["plain"].rstrip("."))
    if int(match["den"]) == 0:
        raise ValueError("a fraction cannot be over 0")
    return Fraction(int(match["whole"] or 0)) + Fraction(int(match["num"]), int(match["den"]))


def parse_length(text: str) -> Fraction:
    """Length written as people do, as exact millimetres [mm].

    Terms add up (`4' 7 1/2"`, `1 m 20 cm`). A number after feet with no unit is inches; any other
    bare number is millimetres, whatever system the bed is shown in.

    Raises ValueError with a sentence for the gardener.
    """
    tidy = _tidy(text)
    if not tidy:
        raise ValueError("nothing is written here")
    if tidy.startswith("-"):
        raise ValueError("a length cannot be negative")
    if tidy[-1] in "-,":
        raise ValueError(f"'{text}' breaks off")
    if re.search(r"\d,\d", tidy):
        raise ValueError("write decimals with a point, not a comma")
    total, at, before = Fraction(0), 0, ""
    while at < len(tidy):
        match = _LENGTH_TERM.match(tidy, at)
        if match is None:
            raise ValueError(f"'{text}' is not a length")
        total += _number(match) * _length_unit(match["unit"], before, match.end() == len(tidy), text)
        at, before = match.end(), match["unit"] or "mm"
    return total


def _length_unit(unit: str | None, before: str, last: bool, text: str) -> Fraction:
    if unit is None:
        if not last:
            raise ValueError(f"'{text}' has a number without its unit")
        if before in ("'", "ft", "foot", "feet"):
            return MM_PER_INCH
        if before:
            raise ValueError(f"'{text}' has a number without its unit")
        return Fraction(1)
    unit = '"' if unit == "''" else unit
    if unit not in LENGTH_UNITS:
        raise ValueError(f"'{unit}' is not a unit of length")
    return LENGTH_UNITS[unit]


def parse_volume(text: str) -> Fraction:
    """Volume written as people do (`40 L`, `1.5 cu ft`), as exact litres [L]; a bare number is litres.

    Raises ValueError with a sentence for the gardener.
    """
    tidy = _tidy(text)
    match = _VOLUME.fullmatch(tidy)
    if match is None:
        raise ValueError(f"'{text}' is not a volume")
    unit = " ".join((match["unit"] or "l").split())
    if unit not in VOLUME_UNITS:
        raise ValueError(f"'{unit}' is not a unit of volume")
    return _number(match) * VOLUME_UNITS[unit]


class _Written:
    """A quantity kept exactly as it was written, with the amount that was understood."""

    __slots__ = ("amount", "text")
    _allowed = ""

    def __init__(self, text: str | float) -> None:
        self.text = text
        self.amount = float(self._parse(str(text)))

    @staticmethod
    def _parse(text: str) -> Fraction:
        raise NotImplementedError

    def __repr__(self) -> str:
        return f"{type(self).__name__}({self.text!r})"

    def __eq__(self, other: object) -> bool:
        return type(other) is type(self) and other.text == self.text

    def __hash__(self) -> int:
        return hash(self.text)

    @classmethod
    def _validate(cls, value: Any) -> Self:
        if isinstance(value, cls):
            return value
        if isinstance(value, bool) or not isinstance(value, str | int | float):
            raise PydanticCustomError(
                "written",
                "{reason}",
                {"reason": f"'{value}' is not text or a number", "allowed": cls._allowed},
            )
        try:
            read = cls(value)
        except (ValueError, OverflowError) as reason:
            raise PydanticCustomError(
                "written", "{reason}", {"reason": str(reason), "allowed": cls._allowed}
            ) from None
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
        return {"anyOf": [{"type": "string"}, {"type": "number"}], "description": cls._allowed}


class Length(_Written):
    """A length as written; `mm` is what was understood [mm]."""

    __slots__ = ()
    _allowed = LENGTH_ALLOWED
    _parse = staticmethod(parse_length)

    @property
    def mm(self) -> float:
        """The length [mm]."""
        return self.amount


class Volume(_Written):
    """A volume as written; `litres` is what was understood [L]."""

    __slots__ = ()
    _allowed = VOLUME_ALLOWED
    _parse = staticmethod(parse_volume)

    @property
    def litres(self) -> float:
        """The volume [L]."""
        return self.amount

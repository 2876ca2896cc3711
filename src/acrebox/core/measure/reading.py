"""Text in which people write lengths, volumes and other quantities, read exactly."""

import re
from collections.abc import Mapping
from fractions import Fraction

from acrebox.core.measure.convert import (
    KG_PER_POUND,
    KN_M3_PER_PCF,
    KPA_PER_PSF,
    LITRES_PER_FT3,
    LITRES_PER_GALLON,
    LITRES_PER_M3,
    LITRES_PER_YD3,
    MM_PER_FOOT,
    MM_PER_INCH,
    MM_PER_YARD,
)
from acrebox.core.measure.systems import System

_MM, _CM, _DM, _M = Fraction(1), Fraction(10), Fraction(100), Fraction(1000)
LENGTH_UNITS: dict[str, Fraction] = {
    **dict.fromkeys(("mm", "millimetre", "millimetres", "millimeter", "millimeters"), _MM),
    **dict.fromkeys(("cm", "centimetre", "centimetres", "centimeter", "centimeters"), _CM),
    **dict.fromkeys(("dm", "decimetre", "decimetres", "decimeter", "decimeters"), _DM),
    **dict.fromkeys(("m", "metre", "metres", "meter", "meters"), _M),
    **dict.fromkeys(('"', "in", "ins", "inch", "inches"), MM_PER_INCH),
    **dict.fromkeys(("'", "ft", "foot", "feet"), MM_PER_FOOT),
    **dict.fromkeys(("yd", "yds", "yard", "yards"), MM_PER_YARD),
}
_METRE, _FOOT, _YARD = ("metre", "metres", "meter", "meters"), ("foot", "feet"), ("yard", "yards")
VOLUME_UNITS: dict[str, Fraction] = {
    **dict.fromkeys(("l", "litre", "litres", "liter", "liters"), Fraction(1)),
    **dict.fromkeys(("m3", "cu m", *(f"cubic {u}" for u in _METRE)), Fraction(LITRES_PER_M3)),
    **dict.fromkeys(("ft3", "ft", "cu ft", *(f"cubic {u}" for u in _FOOT)), LITRES_PER_FT3),
    **dict.fromkeys(("yd3", "yd", "yds", "cu yd", "cu yds", *_YARD), LITRES_PER_YD3),
    **dict.fromkeys((f"cubic {u}" for u in _YARD), LITRES_PER_YD3),
    **dict.fromkeys(("gal", "gals", "gallon", "gallons"), LITRES_PER_GALLON),
}
DENSITY_UNITS: dict[str, Fraction] = {
    "kn/m3": Fraction(1),
    **dict.fromkeys(("pcf", "lb/ft3", "lb/cu ft"), KN_M3_PER_PCF),
}
WEIGHT_UNITS: dict[str, Fraction] = {
    **dict.fromkeys(("kg", "kgs", "kilo", "kilos", "kilogram", "kilograms"), Fraction(1)),
    **dict.fromkeys(("lb", "lbs", "pound", "pounds"), KG_PER_POUND),
    **dict.fromkeys(("t", "tonne", "tonnes"), Fraction(1000)),
}
PRESSURE_UNITS: dict[str, Fraction] = {
    "kpa": Fraction(1),
    **dict.fromkeys(("psf", "lb/ft2", "lb/sq ft"), KPA_PER_PSF),
    "psi": KPA_PER_PSF * 144,
}
RAIN_UNITS: dict[str, Fraction] = {
    **dict.fromkeys(("mm/h", "mm an hour"), Fraction(1)),
    **dict.fromkeys(("in/h", "in an hour"), Fraction(254, 10)),
}

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
    {
        **dict.fromkeys("′’‘ʹ`´ʼ", "'"),
        **dict.fromkeys("″”“„ʺ", '"'),
        **dict.fromkeys("\u00a0\u202f\u2009\u2007\u2002\u2003\u200a\t", " "),
        **dict.fromkeys("‐‑‒–—―−", "-"),
        "⁄": "/",
        "³": "3",
        "²": "2",
        "^": "",
    }
)
_GROUPED = r"\d{1,3}(?:,\d{3})+(?:\.\d+)?(?![\d,])|\d{1,3}(?:\.\d{3})+,\d+"
_SPACED = r"\d{1,3}(?: \d{3})+(?:[.,]\d+)?(?=\s?[a-z]|$)"
_NUMBER = (
    r"(?:(?P<whole>\d+)(?:\s*-\s*|\s+))?(?P<num>\d+)\s*/\s*(?P<den>\d+)"
    rf"|(?P<plain>{_GROUPED}|{_SPACED}|\d+[.,]\d+|\d+\.?|[.,]\d+)"
)
_LENGTH_TERM = re.compile(rf"\s*(?:{_NUMBER})(?:\s*-?\s*(?P<unit>''|\"|'|[a-z]+)\.?)?[\s,+-]*")
_MEASURE = re.compile(rf"\s*(?:{_NUMBER})\s*-?\s*(?P<unit>[a-z][a-z0-9./ ]*)?\s*")
_TWO_WAYS = re.compile(r"[1-9]\d{0,2},\d{3}")
_POINT_OR_THOUSANDS = re.compile(r"[1-9]\d{0,2}\.\d{3}")
_OTHER_DIGITS = re.compile(r"(?![0-9])\d|(?<![^\W\d_])[²³]|[⁰¹⁴-⁹₀-₉]")
"""What Unicode calls a digit, and no reader of ours takes for one."""
_A_FEW = re.compile(r"\d,\d{1,2}")


def tidied(text: str) -> str:
    """The text with plain signs in small letters, for every way to write a fraction, a mark or a space."""
    for sign, plain in _VULGAR.items():
        text = re.sub(rf"(?<=\d)\s*{sign}", f" {plain}", text).replace(sign, plain)
    tidy = text.translate(_MARKS).strip().lower().replace("''", '"')
    if len(tidy) > 2 and tidy[0] == '"' and tidy[-1] == '"':
        tidy = tidy[1:]  # a size in inches, in quotation marks
    return tidy.removeprefix("+").strip()


def _begun(text: str, what: str) -> str:
    if _OTHER_DIGITS.search(text):
        raise ValueError("digits are written 0 to 9 here, and squares and cubes after their unit")
    tidy = tidied(text)
    if not tidy:
        raise ValueError("nothing is written here")
    if tidy.startswith("-"):
        raise ValueError(f"a {what} cannot be negative")
    return tidy


def _number(match: re.Match[str]) -> Fraction:
    plain = match["plain"]
    if plain is None:
        if int(match["den"]) == 0:
            raise ValueError("a fraction cannot be over 0")
        return Fraction(int(match["whole"] or 0)) + Fraction(int(match["num"]), int(match["den"]))
    plain = plain.replace(" ", "")
    if "," in plain and "." in plain:
        group = "," if plain.index(",") < plain.index(".") else "."
        plain = plain.replace(group, "")
    elif _TWO_WAYS.match(plain):
        plain = plain.replace(",", "")
    return Fraction(plain.replace(",", ".").rstrip("."))


def parse_length(text: str, system: System = System.METRIC) -> Fraction:
    """Length written as people do, as exact millimetres [mm].

    Terms fall in size and add up (`4' 7 1/2"`, `1 m 20 cm`). A number after feet is inches and one after
    metres centimetres; any other number without a unit is one of the `system`.

    Raises ValueError with a sentence for the gardener.
    """
    tidy = _begun(text, "length")
    if tidy[-1] in "-,+":
        raise ValueError(f"'{text}' breaks off")
    total, at, before = Fraction(0), 0, Fraction(0)
    while at < len(tidy):
        match = _LENGTH_TERM.match(tidy, at)
        if match is None:
            raise ValueError(f"'{text}' is not a length")
        last = match.end() == len(tidy)
        unit = _length_unit(match, before, last, text, system)
        term = _number(match) * unit
        if before and unit >= before:
            raise ValueError(
                f"'{text}' names {_unit_name(match['unit'])} after something as small or smaller"
            )
        if before and term >= before:
            raise ValueError(f"'{text}' has more after its {_size_name(before)} than a whole one")
        if unit in (_CM, _M) and match["plain"] and _TWO_WAYS.fullmatch(match["plain"]):
            raise ValueError(
                f"'{text}' can be read two ways: write the number without its comma, or with a point"
            )
        total, at, before = total + term, match.end(), unit
    return total


def _size_name(unit: Fraction) -> str:
    return {MM_PER_FOOT: "feet", MM_PER_YARD: "yards", _M: "metres", _CM: "centimetres"}.get(
        unit, "first number"
    )


def _unit_name(unit: str | None) -> str:
    return {"'": "feet", '"': "inches", None: "a number"}.get(unit, unit or "")


def _length_unit(match: re.Match[str], before: Fraction, last: bool, text: str, system: System) -> Fraction:
    unit = match["unit"]
    if unit is not None:
        if unit not in LENGTH_UNITS:
            raise ValueError(f"'{unit}' is not a unit of length")
        return LENGTH_UNITS[unit]
    if last and before == MM_PER_FOOT:
        return MM_PER_INCH
    if last and before == _M and re.fullmatch(r"\d\d?", match["plain"] or ""):
        few = match["plain"]
        if len(few) == 1:
            metres = tidied(text).split("m")[0].strip()
            raise ValueError(
                f"'{text}' can be read two ways: write '{metres} m {few} cm' or '{metres}.{few} m'"
            )
        return _CM
    if before or not last:
        raise ValueError(f"'{text}' has a number without its unit")
    if system is System.IMPERIAL:
        if " " in (match["plain"] or ""):
            raise ValueError(f"'{text}' has a number without its unit")
        return MM_PER_INCH
    plain = match["plain"] or ""
    if _POINT_OR_THOUSANDS.fullmatch(plain):
        whole = plain.replace(".", "")
        raise ValueError(f"'{text}' can be read two ways: write '{whole} mm' or '{plain} mm'")
    if _A_FEW.fullmatch(plain):
        raise ValueError(f"'{text}' can be read two ways: write '{plain} mm' or '{plain} m'")
    if match["plain"] is None:
        raise ValueError(f"'{text}' of what? Write '{text.strip()} in' for inches")
    return _MM


def parse_volume(text: str, system: System = System.METRIC) -> Fraction:
    """Volume written as people do (`40 L`, `1.5 cu ft`), as exact litres [L]; a number without a unit is
    litres, or cubic feet where the system is imperial.

    Raises ValueError with a sentence for the gardener.
    """
    return parse_measure(text, VOLUME_UNITS, {System.METRIC: "l", System.IMPERIAL: "ft3"}[system], "volume")


def parse_measure(text: str, units: Mapping[str, Fraction], bare: str, what: str) -> Fraction:
    """An amount and its unit, as the unit of `units` that is worth 1; a number alone is of the unit `bare`.

    Raises ValueError with a sentence for the gardener.
    """
    tidy = _begun(text, what)
    match = _MEASURE.fullmatch(tidy)
    if match is None:
        raise ValueError(f"'{text}' is not a {what}")
    unit = " ".join((match["unit"] or bare).replace(". ", " ").replace(".", " ").split())
    if unit not in units:
        raise ValueError(f"'{unit}' is not a unit of {what}")
    return _number(match) * units[unit]

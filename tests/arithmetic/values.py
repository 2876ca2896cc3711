"""Printed numbers as what they may stand for: half a unit of the last place to either side, with units."""

import math
import re
from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

import pint

UNITS: pint.UnitRegistry[float] = pint.UnitRegistry()
UNITS.define("pcf = lbf / foot ** 3")
UNITS.define("psf = lbf / foot ** 2")
UNITS.define("plf = lbf / foot")
SMALL = 1e-9

# What each sign is made of, as a reader multiplies and divides them: a kilopascal times a metre is a
# kilonewton on the metre, not a newton.
MADE_OF: dict[str, dict[str, int]] = {
    "": {},
    "%": {},
    "MPa": {"N": 1, "mm": -2},
    "kPa": {"kN": 1, "m": -2},
    "psi": {"lb": 1, "in": -2},
    "psf": {"lb": 1, "ft": -2},
    "pcf": {"lb": 1, "ft": -3},
    "plf": {"lb": 1, "ft": -1},
}
POWERS = {"²": 2, "³": 3, "⁴": 4}
PINT = {
    "lb": "lbf",
    "in": "inch",
    "ft": "foot",
    "yd": "yard",
    "gal": "gallon",
    "L": "liter",
    "oz": "ounce",
    "°": "degree",
    "h": "hour",
}


@cache
def made_of(sign: str) -> tuple[tuple[str, int], ...]:
    """The exponents of the simple units in a unit's sign: `lb/ft³` → ft −3, lb 1."""
    if sign in MADE_OF:
        return _in_order(Counter(MADE_OF[sign]))
    found: Counter[str] = Counter()
    for side, part in enumerate(sign.split("/")):
        for simple in part.split("·"):
            name = simple.rstrip("²³⁴")
            found[name] += (1 - 2 * side) * POWERS.get(simple[len(name) :], 1)
    return _in_order(found)


def _in_order(counted: Counter[str]) -> tuple[tuple[str, int], ...]:
    return tuple(sorted((name, n) for name, n in counted.items() if n))


@dataclass(frozen=True)
class Value:
    """A value between two bounds, with the exponents of its units."""

    low: float
    high: float
    units: tuple[tuple[str, int], ...] = ()

    def __str__(self) -> str:
        return f"{self.low:.6g} … {self.high:.6g} {self.said}"

    @property
    def said(self) -> str:
        """Its units in words."""
        return " ".join(f"{name}{n if n != 1 else ''}" for name, n in self.units) or "numbers"

    def times(self, other: "Value", sign: int = 1) -> "Value":
        if sign < 0 and other.low <= 0 <= other.high:
            raise ZeroDivisionError("what is divided by may be nothing")
        ends = [x * y**sign for x in (self.low, self.high) for y in (other.low, other.high)]
        units = Counter(dict(self.units))
        for name, n in other.units:
            units[name] += sign * n
        return Value(min(ends), max(ends), _in_order(units))

    def plus(self, other: "Value", sign: int = 1) -> "Value":
        if self.units != other.units:
            raise ValueError(f"{self.said} and {other.said} are added up")
        ends = (other.low, other.high) if sign > 0 else (-other.high, -other.low)
        return Value(self.low + ends[0], self.high + ends[1], self.units)

    def through(self, f: Callable[[float], float], units: tuple[tuple[str, int], ...]) -> "Value":
        """The value of a rising function."""
        return Value(f(self.low), f(self.high), units)

    def power(self, n: int) -> "Value":
        return Value(self.low**n, self.high**n, tuple((name, n * e) for name, e in self.units))

    def root(self) -> "Value":
        if any(e % 2 for _, e in self.units):
            raise ValueError(f"the root of {self.said} has no unit")
        units = tuple((name, e // 2) for name, e in self.units)
        return self.through(lambda x: math.sqrt(max(0.0, x)), units)

    def cube_root(self) -> "Value":
        if any(e % 3 for _, e in self.units):
            raise ValueError(f"the cube root of {self.said} has no unit")
        return self.through(lambda x: max(0.0, x) ** (1 / 3), tuple((name, e // 3) for name, e in self.units))

    def turned(self) -> "Value":
        """The angle whose cosine it is, in radians."""
        if self.units:
            raise ValueError(f"the cosine is in {self.said}")
        low, high = (math.acos(max(-1.0, min(1.0, x))) for x in (self.high, self.low))
        return Value(low, high)

    def angled(self, f: Callable[[float], float]) -> "Value":
        if self.units != (("°", 1),):
            raise ValueError(f"the angle is in {self.said}")
        low, high = sorted(f(math.radians(x)) for x in (self.low, self.high))
        return Value(low, high)

    def meets(self, other: "Value") -> bool:
        """Whether both can be the same number."""
        slack = SMALL * max(1.0, abs(self.low), abs(self.high))
        return self.low <= other.high + slack and other.low <= self.high + slack

    def in_units(self, units: tuple[tuple[str, int], ...]) -> "Value":
        """The same told in other units. Raises pint's DimensionalityError where it cannot be."""
        factor = 1.0 if units == self.units else _factor(self.units, units)
        return Value(self.low * factor, self.high * factor, units)


@cache
def _factor(units: tuple[tuple[str, int], ...], other: tuple[tuple[str, int], ...]) -> float:
    return float(UNITS.Quantity(1.0, _pint(units)).to(_pint(other)).magnitude)


def _pint(units: tuple[tuple[str, int], ...]) -> str:
    return " * ".join(f"{PINT.get(name, name)} ** {n}" for name, n in units) or "dimensionless"


def within(amount: float, unit: str, told: Value) -> bool:
    """Whether what was told, in whatever unit, is this amount as far as it was printed."""
    if unit == "kg" and told.units == (("lb", 1),):
        amount, unit = amount / 0.45359237, "lb"
    units = told.units if unit not in KNOWN else made_of(unit)
    try:
        return told.in_units(units).meets(Value(amount, amount, units))
    except pint.DimensionalityError:
        return False


KNOWN = {"mm", "m", "m²", "L", "kg", "g", "°", "kPa", "N·m", "N/m", "L/min", "min"}


def read_feet(text: str) -> Value:
    """`4′ 7 1/2″` in inches, half its finest part to either side."""
    feet, _, rest = text.rpartition("′")
    inches, finest = 12.0 * int(feet or 0), 1.0 if rest.strip() else 12.0
    for piece in rest.strip().rstrip("″").split():
        whole, _, parts = piece.partition("/")
        inches += int(whole) / int(parts or 1)
        finest = 1 / int(parts or 1)
    # Lengths on a tape are told to the sixteenth, whatever they come to.
    half = min(finest, 1 / 16) / 2 if not re.search(r"/(32|64)", text) else finest / 2
    return Value(inches - half, inches + half, made_of("in"))


def read_number(text: str) -> Value:
    """`1,404 L` with its unit; money in its currency; a whole number of nothing is a count, and exact."""
    money, text = (text[0], text[1:]) if text[0] in "€$£" else ("", text)
    found = re.match(r"([\d,]+(?:\.(\d+))?) ?(.*)$", text)
    assert found, text
    number, decimals, sign = found.groups()
    value = float(number.replace(",", ""))
    half = 0.5 * 10.0 ** -len(decimals or "")
    if not (sign or money or decimals):
        half = 0.0  # so many of something
    if sign == "%":
        value, half = value / 100, half / 100
    return Value(value - half, value + half, made_of(money or sign))

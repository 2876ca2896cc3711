"""Quantities printed as a person would buy or cut them: the nearest millimetre or 1/16 in, whole bags,
cents; every number in the form that the yard writes numbers in.
"""

from dataclasses import dataclass, field
from decimal import ROUND_HALF_UP, Decimal
from enum import StrEnum
from fractions import Fraction
from functools import lru_cache
from math import floor, log10

from acrebox.core.measure.convert import (
    GRAVITY,
    KG_PER_POUND,
    KN_M3_PER_PCF,
    KPA_PER_PSF,
    LITRES_PER_FT3,
    LITRES_PER_GALLON,
    LITRES_PER_M3,
    LITRES_PER_YD3,
    MM_PER_FOOT,
    MM_PER_INCH,
    MPA_PER_PSI,
    NEWTONS_PER_POUND,
)
from acrebox.core.measure.systems import System

SIXTEENTHS = 16
DRILLS = 64
STEPS_FEET = 10
FT3_PER_YD3 = 27
OUNCES = 16
GRAMS = 1000


class Numbers(StrEnum):
    """How a number is written: what stands between its thousands, and before its decimals."""

    POINT = "point"
    COMMA = "comma"
    SPACE = "space"


class Dates(StrEnum):
    """The order in which a date is written."""

    DAY_FIRST = "day_first"
    MONTH_FIRST = "month_first"
    YEAR_FIRST = "year_first"


_MARKS = {Numbers.POINT: (",", "."), Numbers.COMMA: (".", ","), Numbers.SPACE: ("\u202f", ",")}


def print_metric(mm: float) -> str:
    """Length [mm] to the nearest millimetre: `2438 mm`."""
    return f"{round_half_up(mm)} mm"


@lru_cache(maxsize=4096)
def print_imperial(mm: float, parts: int = SIXTEENTHS) -> str:
    """Length [mm] to the nearest 1/16 in, or another part of an inch: `7 1/4″`, `4′ 7 1/2″`, `8′`."""
    pieces = round_half_up(Fraction(mm) / MM_PER_INCH * parts)
    sign, pieces = ("-" if pieces < 0 else ""), abs(pieces)
    feet, rest = divmod(pieces, 12 * parts)
    whole, part = divmod(rest, parts)
    inches = str(whole) if whole or not part else ""
    if part:
        fraction = Fraction(part, parts)
        inches = f"{inches} {fraction.numerator}/{fraction.denominator}".strip()
    if not feet:
        return f"{sign}{inches}″"
    return f"{sign}{feet}′" if not rest else f"{sign}{feet}′ {inches}″"


def round_half_up(value: float | Fraction) -> int:
    """Nearest whole number, halves away from zero, as people round."""
    return int(Decimal(float(value)).quantize(Decimal(1), rounding=ROUND_HALF_UP))


def cents(amount: Decimal) -> Decimal:
    """Money rounded to the cent."""
    return amount.quantize(Decimal("0.01"), rounding=ROUND_HALF_UP)


def named(value: str, name: str) -> str:
    """A value in a sum with what it is of; a name of digits or signs in brackets, so that nothing in it is
    taken for the sum's.
    """
    plain = name.replace(" (", ", ").replace(")", "")
    if any(c.isdigit() or c in "×÷+−√π=" for c in plain):
        return f"{value} (of {plain})"
    return f"{value} {plain}"


LEAST_MM = 0.05
THIN_MM = 3.0


@dataclass(frozen=True)
class _Unit:
    """A unit of one system: how many of the core's own units it is, its sign, its decimals."""

    worth: Fraction | float
    sign: str
    digits: int


_UNITS: dict[str, tuple[_Unit, _Unit]] = {
    "weight": (_Unit(1, "kg", 0), _Unit(KG_PER_POUND, "lb", 0)),
    "density": (_Unit(1, "kg/L", 2), _Unit(KG_PER_POUND / LITRES_PER_FT3, "lb/ft³", 1)),
    "area": (_Unit(10**6, "m²", 3), _Unit(MM_PER_FOOT**2, "ft²", 2)),
    "pressure": (_Unit(1, "kPa", 2), _Unit(KPA_PER_PSF, "psf", 1)),
    "rain": (_Unit(1, "mm an hour", 0), _Unit(25.4, "in an hour", 1)),
    "stress": (_Unit(1, "MPa", 2), _Unit(MPA_PER_PSI, "psi", 0)),
    "stiffness": (_Unit(1, "MPa", 0), _Unit(MPA_PER_PSI, "psi", 0)),
    "force": (_Unit(1, "N", 0), _Unit(NEWTONS_PER_POUND, "lb", 0)),
    "moment": (_Unit(1000, "N·m", 1), _Unit(NEWTONS_PER_POUND * MM_PER_FOOT, "lb·ft", 1)),
    "line_load": (
        _Unit(Fraction(1, 1000), "N/m", 0),
        _Unit(NEWTONS_PER_POUND / MM_PER_FOOT, "plf", 1),
    ),
    "unit_weight": (_Unit(1, "kN/m³", 2), _Unit(KN_M3_PER_PCF, "pcf", 1)),
    "modulus": (_Unit(1000, "cm³", 1), _Unit(MM_PER_INCH**3, "in³", 2)),
    "inertia": (_Unit(10**4, "cm⁴", 1), _Unit(MM_PER_INCH**4, "in⁴", 2)),
    "run": (_Unit(1000, "m", 3), _Unit(MM_PER_FOOT, "ft", 3)),
    "bow": (_Unit(1, "mm", 1), _Unit(MM_PER_INCH, "in", 2)),
}


# Metric unit; exponents of pounds and of inches in the other one, and its sign.
_OF_SECTIONS = {
    "line_load": ("N/mm", 1, -1, "lb/in"),
    "length": ("mm", 0, 1, "in"),
    "stress": ("N/mm²", 1, -2, "psi"),
    "modulus": ("mm³", 0, 3, "in³"),
    "inertia": ("mm⁴", 0, 4, "in⁴"),
    "moment": ("N·mm", 1, 1, "lb·in"),
}


@dataclass(frozen=True)
class Printer:
    """Prints quantities in one system of units and one currency. `built` is the system in whose round sizes
    the bed is planned, which may be the other one.
    """

    system: System
    currency_sign: str = "$"
    numbers: Numbers = Numbers.POINT
    built: System = field(default=None)  # type: ignore[assignment]

    def __post_init__(self) -> None:
        if self.built is None:
            object.__setattr__(self, "built", self.system)

    @property
    def metric(self) -> bool:
        """Whether it prints metric units."""
        return self.system is System.METRIC

    def number(self, value: float | Decimal, digits: int = 0) -> str:
        """A number with so many decimals, its thousands apart, as the yard writes numbers."""
        group, point = _MARKS[self.numbers]
        exact = value if isinstance(value, Decimal) else Decimal(repr(float(value)))
        text = f"{exact.quantize(Decimal(1).scaleb(-digits), rounding=ROUND_HALF_UP):,f}"
        if self.numbers is Numbers.POINT:
            return text
        return text.replace(",", "\0").replace(".", point).replace("\0", group)

    def short(self, value: float, digits: int = 3) -> str:
        """A number with as many decimals as it has, up to so many."""
        text = self.number(value, digits)
        point = _MARKS[self.numbers][1]
        return text.rstrip("0").rstrip(point) if point in text else text

    def length(self, mm: float) -> str:
        """A length [mm], to the millimetre or the sixteenth of an inch."""
        return print_metric(mm) if self.metric else print_imperial(mm)

    def coordinate(self, mm: float) -> str:
        """A place along an axis [mm], on either side of its beginning."""
        return f"−{self.length(-mm)}" if mm < -LEAST_MM else self.length(max(0.0, mm))

    def typed(self, mm: float) -> str:
        """A length [mm] as one types it into a bed of its own system: with straight marks for feet and
        inches.
        """
        if self.built is System.METRIC:
            return print_metric(mm)
        return print_imperial(mm).replace("′", "'").replace("″", '"')

    def typed_at(self, mm: float) -> str:
        """A place along an axis [mm] as one types it, on either side of its beginning."""
        text = self.typed(abs(mm))
        return f"-{text}" if mm < 0 and text != self.typed(0) else text

    def thin(self, mm: float) -> str:
        """A length [mm], finer where it is thinner than a tape tells: sheet steel."""
        return self.drill(mm) if mm < THIN_MM else self.length(mm)

    def drill(self, mm: float) -> str:
        """A drill or a screw's thickness [mm]: to a tenth of a millimetre, or the 64th of an inch."""
        return f"{self.short(mm, 1)} mm" if self.metric else print_imperial(mm, DRILLS)

    def volume(self, litres: float) -> str:
        """A volume [L]: litres, cubic feet, or cubic yards from one yard on."""
        if self.metric:
            return f"{self.number(litres)} L"
        cubic_feet = litres / float(LITRES_PER_FT3)
        if cubic_feet < FT3_PER_YD3:
            return f"{self.number(cubic_feet, 1)} ft³"
        return f"{self.number(litres / float(LITRES_PER_YD3), 2)} yd³"

    def fine_volume(self, litres: float) -> str:
        """A small volume to reckon with [L]: hundredths of a litre, ten-thousandths of a cubic foot."""
        if self.metric:
            return f"{self.number(litres, 2)} L"
        return f"{self.number(litres / float(LITRES_PER_FT3), 4)} ft³"

    @property
    def to_cubic(self) -> str:
        """What lengths multiplied are multiplied with for the unit of `cubic`, in words."""
        return " × 1000 L/m³" if self.metric else ""

    def cubic(self, litres: float) -> str:
        """A volume to reckon with [L]: litres, or cubic feet however many they are."""
        if self.metric:
            return f"{self.number(litres)} L"
        return f"{self.number(litres / float(LITRES_PER_FT3), 1)} ft³"

    def signed_cubic(self, litres: float) -> str:
        """The same [L] for what may be less than nothing."""
        text = self.cubic(abs(litres))
        return f"−{text}" if litres < 0 and text != self.cubic(0) else text

    def cubic_and_volume(self, litres: float) -> str:
        """A volume as it is reckoned with, and as it is shown where that is another unit."""
        reckoned, shown = self.cubic(litres), self.volume(litres)
        return reckoned if reckoned == shown else f"{reckoned} = {shown}"

    def as_loads(self, litres: float) -> str:
        """A volume [L] in the unit that loads are sold by: cubic metres or cubic yards."""
        if self.metric:
            return f"{self.number(litres / LITRES_PER_M3, 2)} m³"
        return f"{self.number(litres / float(LITRES_PER_YD3), 2)} yd³"

    def pack(self, litres: float) -> str:
        """The size of a bag or a step of a load [L], as it is sold: `40 L`, `0.5 m³`, `1.5 ft³`, `1 yd³`."""
        if self.metric:
            big = litres >= LITRES_PER_M3 / 2
            return f"{self.short(litres / LITRES_PER_M3, 2)} m³" if big else f"{self.short(litres, 1)} L"
        yards = litres / float(LITRES_PER_YD3)
        if yards >= 0.49:
            return f"{self.short(yards, 2)} yd³"
        return f"{self.short(litres / float(LITRES_PER_FT3), 2)} ft³"

    def _unit(self, what: str) -> _Unit:
        return _UNITS[what][0 if self.metric else 1]

    def _of(self, what: str, amount: float) -> str:
        unit = self._unit(what)
        return f"{self.number(amount / float(unit.worth), unit.digits)} {unit.sign}"

    def area(self, mm2: float) -> str:
        """An area [mm²], in square metres or square feet."""
        return self._of("area", mm2)

    def weight(self, kg: float) -> str:
        """A weight [kg], in whole kilograms or pounds."""
        return self._of("weight", kg)

    def weighed(self, kg: float) -> str:
        """A weight [kg] as kitchen scales show it: to ten grams, or to the ounce."""
        if self.metric:
            grams = round_half_up(kg * 100) * 10
            return f"{self.number(kg, 2)} kg" if grams >= GRAMS else f"{self.number(grams)} g"
        ounces = round_half_up(kg / float(KG_PER_POUND) * OUNCES)
        pounds, rest = divmod(ounces, OUNCES)
        said = [f"{self.number(pounds)} lb"] if pounds else []
        return " ".join([*said, f"{rest} oz"] if rest or not said else said)

    def bearing(self, kg: float) -> str:
        """A weight [kg] as the load that it bears with, to be divided by an area: newtons in thousands, or
        pounds as they are.
        """
        if not self.metric:
            return self.weight(kg)
        return f"{self.weight(kg)} × {self.number(float(GRAVITY), 2)} N/kg ÷ {self.number(1000)} N/kN"

    def weighed_out(self, kg: float) -> str:
        """A small weight [kg] to reckon with: grams, or tenths of an ounce."""
        if self.metric:
            return f"{self.number(kg * GRAMS)} g"
        return f"{self.number(kg / float(KG_PER_POUND) * OUNCES, 1)} oz"

    def density(self, kg_per_litre: float) -> str:
        """A density [kg/L], in kilograms a litre or pounds a cubic foot."""
        return self._of("density", kg_per_litre)

    def pressure(self, kpa: float) -> str:
        """A load on an area [kPa], in kilopascals or pounds a square foot."""
        return self._of("pressure", kpa)

    def rain(self, mm_h: float) -> str:
        """How hard it rains [mm/h], in millimetres or inches an hour."""
        return self._of("rain", mm_h)

    def rain_a_minute(self, mm_h: float) -> str:
        """The same to reckon with: what falls on a square metre, or a square foot, in a minute."""
        if self.metric:
            return f"{self.short(mm_h)} L/m² ÷ 60 min"
        return f"{self.number(mm_h / float(MM_PER_INCH), 1)} in ÷ 12 in/ft ÷ 60 min"

    @property
    def gravity(self) -> str:
        """How fast what falls gains speed."""
        if self.metric:
            return f"{self.number(float(GRAVITY), 2)} m/s²"
        return f"{self.number(float(GRAVITY) / float(MM_PER_FOOT) * 1000, 2)} ft/s²"

    def water_on(self, mm: float) -> str:
        """How high water lies [mm], to be multiplied with an area for its volume."""
        if self.metric:
            return f"{self.number(mm, 1)} L/m²"
        return f"{self.number(mm / float(MM_PER_INCH), 2)} in ÷ 12 in/ft"

    def flow(self, l_min: float) -> str:
        """A flow [L/min], in litres or cubic feet a minute."""
        if self.metric:
            return f"{self.number(l_min, 1)} L/min"
        return f"{self.number(l_min / float(LITRES_PER_FT3), 2)} ft³/min"

    def paint(self, litres: float) -> str:
        """How much paint [L]: litres, or US gallons."""
        if self.metric:
            return f"{self.number(litres, 1)} L"
        return f"{self.number(litres / float(LITRES_PER_GALLON), 2)} gal"

    def spread(self, m2_per_litre: float) -> str:
        """How far paint goes [m²/L]: square metres to the litre, or square feet to the gallon."""
        if self.metric:
            return f"{self.short(m2_per_litre)} m²/L"
        feet = m2_per_litre * 1e6 / float(MM_PER_FOOT) ** 2 * float(LITRES_PER_GALLON)
        return f"{self.number(feet)} ft²/gal"

    def stress(self, mpa: float) -> str:
        """A stress [MPa], in megapascals or pounds a square inch."""
        return self._of("stress", mpa)

    def stiffness(self, mpa: float) -> str:
        """A modulus of elasticity [MPa], in megapascals or pounds a square inch."""
        return self._of("stiffness", mpa)

    def force(self, newtons: float) -> str:
        """A force [N], in newtons or pounds."""
        return self._of("force", newtons)

    @property
    def to_newtons(self) -> str:
        """What kilopascals times metres are multiplied with for newtons on the metre, in words."""
        return " × 1000 N/kN" if self.metric else ""

    @property
    def from_newtons(self) -> str:
        """What newtons on a square metre are divided by for kilopascals, in words."""
        return " ÷ 1000 N/kN" if self.metric else ""

    def significant(self, value: float, digits: int = 4) -> str:
        """A number with so many digits that tell, or all before its point."""
        places = digits - 1 - floor(log10(abs(value))) if value else 0
        return self.number(value, max(0, places))

    def sawn(self, what: str, value: float) -> str:
        """A quantity of a section's arithmetic [N, mm], to four digits: newtons and millimetres, or pounds
        and inches. `what` is a line_load, length, stress, modulus, inertia or moment.
        """
        metric, pounds, inches, unit = _OF_SECTIONS[what]
        if self.metric:
            return f"{self.significant(value)} {metric}"
        worth = float(NEWTONS_PER_POUND) ** pounds * float(MM_PER_INCH) ** inches
        return f"{self.significant(value / worth)} {unit}"

    def big_force(self, newtons: float) -> str:
        """A force [N] as kilopascals on square metres come to it: kilonewtons, or pounds."""
        return f"{self.number(newtons / 1000, 3)} kN" if self.metric else self.force(newtons)

    def moment(self, n_mm: float) -> str:
        """A moment [N·mm], in newton metres or pound feet."""
        return self._of("moment", n_mm)

    def line_load(self, n_per_mm: float) -> str:
        """A load along a line [N/mm], in newtons a metre or pounds a foot."""
        return self._of("line_load", n_per_mm)

    def unit_weight(self, kn_m3: float) -> str:
        """A weight by volume [kN/m³], in kilonewtons a cubic metre or pounds a cubic foot."""
        return self._of("unit_weight", kn_m3)

    def modulus(self, mm3: float) -> str:
        """A section modulus [mm³], in cubic centimetres or inches."""
        return self._of("modulus", mm3)

    def inertia(self, mm4: float) -> str:
        """A second moment of area [mm⁴], in centimetres or inches to the fourth."""
        return self._of("inertia", mm4)

    def run(self, mm: float) -> str:
        """A length to reckon with [mm], in metres or feet with up to three decimals."""
        unit = self._unit("run")
        return f"{self.short(mm / float(unit.worth), unit.digits)} {unit.sign}"

    def length_and_run(self, mm: float) -> str:
        """A length [mm] as it is measured, and as it is bought by."""
        return f"{self.length(mm)} = {self.run(mm)}"

    def fine_weight(self, kg: float) -> str:
        """A weight [kg] to reckon with, to a hundredth."""
        unit = self._unit("weight")
        return f"{self.number(kg / float(unit.worth), 2)} {unit.sign}"

    def exact_run(self, mm: float) -> str:
        """The same with every decimal, also where they are noughts, below nothing too."""
        unit = self._unit("run")
        sign = "−" if mm < -LEAST_MM else ""
        return f"{sign}{self.number(abs(mm) / float(unit.worth), unit.digits)} {unit.sign}"

    def walk(self, mm: float) -> str:
        """How far something is to walk [mm]: to a tenth of a metre or the foot, inches of what is near."""
        if self.metric:
            return f"{self.number(mm / 1000, 1)} m"
        near = mm < STEPS_FEET * float(MM_PER_FOOT)
        return print_imperial(mm, 1) if near else f"{self.number(mm / float(MM_PER_FOOT))}′"

    def bow(self, mm: float) -> str:
        """How far something stands out [mm], to a tenth of a millimetre or a hundredth of an inch."""
        return self._of("bow", mm)

    def exact(self, mm: float) -> str:
        """A length [mm] to the tenth of a millimetre where it is no whole one, or to the sixteenth of an
        inch.
        """
        if not self.metric or abs(mm - round(mm)) < 0.05:
            return self.length(mm)
        return f"{mm:.1f} mm".replace(".", _MARKS[self.numbers][1])

    def money(self, amount: Decimal) -> str:
        """Money to the cent, with the sign of the yard's currency."""
        return f"{self.currency_sign}{self.number(cents(amount), 2)}"

"""Quantities printed as a person would buy or cut them: the nearest millimetre or 1/16 in, whole bags,
cents.
"""

from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal
from enum import StrEnum
from fractions import Fraction
from functools import lru_cache

from acrebox.core.measure.convert import KG_PER_POUND, MM_PER_INCH, litres_to_ft3, litres_to_yd3

SIXTEENTHS = 16


class System(StrEnum):
    """The system of units in which a bed is shown."""

    METRIC = "metric"
    IMPERIAL = "imperial"


def print_metric(mm: float) -> str:
    """Length [mm] to the nearest millimetre: `2438 mm`."""
    return f"{round_half_up(mm)} mm"


@lru_cache(maxsize=4096)
def print_imperial(mm: float) -> str:
    """Length [mm] to the nearest 1/16 in: `7 1/4″`, `4′ 7 1/2″`, `8′`."""
    sixteenths = round_half_up(Fraction(mm) / MM_PER_INCH * SIXTEENTHS)
    sign, sixteenths = ("-" if sixteenths < 0 else ""), abs(sixteenths)
    feet, rest = divmod(sixteenths, 12 * SIXTEENTHS)
    whole, part = divmod(rest, SIXTEENTHS)
    inches = str(whole) if whole or not part else ""
    if part:
        fraction = Fraction(part, SIXTEENTHS)
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


@dataclass(frozen=True)
class Printer:
    """Prints quantities in one system of units and one currency."""

    system: System
    currency_sign: str = "$"

    def length(self, mm: float) -> str:
        """A length [mm], to the millimetre or the sixteenth of an inch."""
        return print_metric(mm) if self.system is System.METRIC else print_imperial(mm)

    def typed(self, mm: float) -> str:
        """A length [mm] as one types it: with straight marks for feet and inches."""
        return self.length(mm).replace("′", "'").replace("″", '"')

    def volume(self, litres: float) -> str:
        """A volume [L]: litres, cubic feet, or cubic yards from one yard on."""
        if self.system is System.METRIC:
            return f"{litres:,.0f} L"
        cubic_feet = litres_to_ft3(litres)
        return f"{cubic_feet:.1f} ft³" if cubic_feet < 27 else f"{litres_to_yd3(litres):.2f} yd³"

    def area(self, mm2: float) -> str:
        """An area [mm²], in square metres or square feet."""
        if self.system is System.METRIC:
            return f"{mm2 / 1e6:.3f} m²"
        return f"{mm2 / float((12 * MM_PER_INCH) ** 2):.2f} ft²"

    def weight(self, kg: float) -> str:
        """A weight [kg], in whole kilograms or pounds."""
        if self.system is System.METRIC:
            return f"{kg:,.0f} kg"
        return f"{kg / float(KG_PER_POUND):,.0f} lb"

    def money(self, amount: Decimal) -> str:
        """Money to the cent, with the sign of the yard's currency."""
        return f"{self.currency_sign}{cents(amount):,}"

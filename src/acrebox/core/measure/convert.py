"""The one place where units meet. Inside the core: mm, mm², litres, kilograms, Decimal money.

Exact by definition: 1 in = 25.4 mm, 1 ft = 12 in, 1 yd = 3 ft (international yard and pound
agreement, 1959); 1 L = 1 dm³.
"""

from fractions import Fraction

MM_PER_INCH = Fraction(254, 10)
MM_PER_FOOT = 12 * MM_PER_INCH
MM_PER_YARD = 3 * MM_PER_FOOT
MM3_PER_LITRE = 1_000_000
LITRES_PER_FT3 = MM_PER_FOOT**3 / MM3_PER_LITRE
LITRES_PER_YD3 = MM_PER_YARD**3 / MM3_PER_LITRE
LITRES_PER_M3 = 1000
KG_PER_POUND = Fraction(45359237, 100_000_000)


def litres_to_ft3(litres: float) -> float:
    """Volume [L] as cubic feet [ft³]."""
    return litres / float(LITRES_PER_FT3)


def litres_to_yd3(litres: float) -> float:
    """Volume [L] as cubic yards [yd³]."""
    return litres / float(LITRES_PER_YD3)


def tenths(mm: float) -> int:
    """Length [mm] as the whole tenths of a millimetre in which cutting is summed exactly."""
    return round(mm * 10)

"""The one place where units meet. Inside the core: mm, mm², litres, kilograms, newtons, Decimal money.

Exact by definition: 1 in = 25.4 mm, 1 ft = 12 in, 1 yd = 3 ft, 1 lb = 0.45359237 kg (international yard and
pound agreement, 1959); 1 L = 1 dm³; a US gallon is 231 in³; standard gravity is 9.80665 m/s² (CGPM 1901).
"""

from fractions import Fraction

MM_PER_INCH = Fraction(254, 10)
MM_PER_FOOT = 12 * MM_PER_INCH
MM_PER_YARD = 3 * MM_PER_FOOT
MM3_PER_LITRE = 1_000_000
LITRES_PER_FT3 = MM_PER_FOOT**3 / MM3_PER_LITRE
LITRES_PER_YD3 = MM_PER_YARD**3 / MM3_PER_LITRE
LITRES_PER_GALLON = 231 * MM_PER_INCH**3 / MM3_PER_LITRE
LITRES_PER_M3 = 1000
KG_PER_POUND = Fraction(45359237, 100_000_000)
GRAVITY = Fraction(980665, 100_000)
NEWTONS_PER_POUND = KG_PER_POUND * GRAVITY
KPA_PER_PSF = NEWTONS_PER_POUND / (MM_PER_FOOT / 1000) ** 2 / 1000
MPA_PER_PSI = NEWTONS_PER_POUND / MM_PER_INCH**2
KN_M3_PER_PCF = NEWTONS_PER_POUND / (MM_PER_FOOT / 1000) ** 3 / 1000


def litres(mm3: float) -> float:
    """A volume [mm³] in litres."""
    return mm3 / MM3_PER_LITRE


def litres_to_ft3(litres: float) -> float:
    """Volume [L] as cubic feet [ft³]."""
    return litres / float(LITRES_PER_FT3)


def litres_to_yd3(litres: float) -> float:
    """Volume [L] as cubic yards [yd³]."""
    return litres / float(LITRES_PER_YD3)


def tenths(mm: float) -> int:
    """Length [mm] as the whole tenths of a millimetre in which cutting is summed exactly."""
    return round(mm * 10)

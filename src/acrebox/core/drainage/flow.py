"""What passes a hole, and what the rain brings."""

from math import pi, sqrt

from acrebox.core.measure.convert import GRAVITY

M3_S_TO_L_MIN = 60_000.0


def orifice(diameter: float, head: float, coefficient: float) -> float:
    """What a round hole [mm] carries under a head of water [mm], in L/min: Q = C·A·√(2·g·h) (Torricelli, with
    a coefficient of discharge; e.g. Crane TP-410).
    """
    area = pi / 4 * (diameter / 1000) ** 2
    return coefficient * area * sqrt(2 * float(GRAVITY) * head / 1000) * M3_S_TO_L_MIN


def rain_on(area: float, mm_h: float) -> float:
    """What rain brings to an area [mm²], in L/min: a millimetre on a square metre is a litre."""
    return area / 1e6 * mm_h / 60

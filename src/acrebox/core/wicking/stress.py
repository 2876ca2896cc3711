"""How long plants live on the water in the soil itself, once the reservoir is empty.

Source: FAO Irrigation and Drainage Paper 56, Eq. 82 to 85.
"""

from collections.abc import Sequence

from acrebox.core.fill.layers import FilledLayer

MOST_DAYS = 366


def available(layers: Sequence[FilledLayer]) -> float:
    """TAW, the water in the soil that plants can draw [L]: what it holds once drained less what it holds when
    they wilt (Eq. 82).
    """
    soil = [c for layer in layers if layer.for_roots for c in layer.contents]
    return sum(c.settled * max(0.0, c.material.holds - c.material.wilts) for c in soil)


def stressed(depletion: float, taw: float, p: float) -> float:
    """Ks, what of their use plants manage when so much is drawn (Eq. 84): all of it up to RAW = p·TAW."""
    if depletion <= p * taw:
        return 1.0
    return max(0.0, (taw - depletion) / ((1 - p) * taw))


def depletion_after(depletion: float, use: float, taw: float, p: float, water: float = 0.0) -> float:
    """Dr at the end of a day (Eq. 85) [mm or L, all alike]: what was drawn before, and the day's use as far
    as plants manage it, less rain and watering; what is too much drains away.
    """
    drawn = depletion - water + stressed(depletion, taw, p) * use
    return min(taw, max(0.0, drawn))


def days_held(taw: float, p: float, use: float) -> int:
    """How many whole days plants have before they suffer, from soil that is full [of TAW], using so much a
    day.
    """
    if use <= 0:
        return MOST_DAYS
    depletion, days = 0.0, 0
    while days < MOST_DAYS:
        depletion = depletion_after(depletion, use, taw, p)
        if depletion > p * taw:
            break
        days += 1
    return days

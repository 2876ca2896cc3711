"""What a layer weighs once it is watered through, and how many barrow loads bring it."""

from math import ceil

from acrebox.core.fill.layers import FilledLayer
from acrebox.core.fill.purchase import CRUMB_L
from acrebox.core.measure.printing import Printer
from acrebox.core.worked import COMMON_PRACTICE, Worked


def barrows_for(litres: float, barrow: float) -> int:
    """Barrow loads [of `barrow` L each] that carry a loose volume [L]."""
    return ceil((litres - CRUMB_L) / barrow)


def barrows_worked(layer: FilledLayer, barrow: float) -> Worked:
    """The barrow loads of a layer, in barrows of so many litres."""
    loads = barrows_for(layer.loose, barrow)
    return Worked(
        amount=loads,
        unit="loads",
        working=f"{layer.loose:,.0f} L ÷ {barrow:g} L a load, rounded up = {loads}",
        source="whole loads",
    )


def wet_worked(layer: FilledLayer, show: Printer) -> Worked:
    """The weight of a layer [kg], watered through."""
    density = layer.material.wet_kg_per_l
    wet = layer.settled * density
    return Worked(
        amount=wet,
        unit="kg",
        working=f"{layer.settled:,.0f} L × {density:g} kg/L = {show.weight(wet)}",
        source=COMMON_PRACTICE,
    )

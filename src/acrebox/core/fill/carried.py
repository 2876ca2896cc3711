"""What a layer weighs once it is watered through, and how many barrow loads bring it."""

from collections.abc import Sequence
from math import ceil

from acrebox.core.assembly import Assembly
from acrebox.core.fill.layers import FilledLayer
from acrebox.core.fill.offers import CRUMB_L
from acrebox.core.measure.convert import GRAVITY
from acrebox.core.measure.printing import Printer, named
from acrebox.core.stock import Catalogue
from acrebox.core.worked import COMMON_PRACTICE, Worked


def barrows_for(litres: float, barrow: float) -> int:
    """Barrow loads [of `barrow` L each] that carry a loose volume [L]."""
    return max(0, ceil((litres - CRUMB_L) / barrow))


def barrows_worked(layer: FilledLayer, barrow: float, show: Printer) -> Worked:
    """The barrow loads of a layer, in barrows of so many litres."""
    loads = barrows_for(layer.loose, barrow)
    return Worked(
        amount=loads,
        unit="loads",
        working=f"{show.cubic(layer.loose)} ÷ {show.pack(barrow)} a load, rounded up = {loads}",
        source="whole loads",
    )


def wet_words(layer: FilledLayer, show: Printer) -> str:
    """What a layer weighs, material by material."""
    return " + ".join(
        f"{named(show.cubic(c.settled), c.material.name)} × {show.density(c.material.wet_kg_per_l)}"
        for c in layer.everything
    )


def wet_worked(layer: FilledLayer, show: Printer) -> Worked:
    """The weight of a layer [kg], watered through."""
    return Worked(
        amount=layer.wet,
        unit="kg",
        working=f"{wet_words(layer, show)} = {show.weight(layer.wet)}",
        source=COMMON_PRACTICE,
    )


def bears_kpa(kg: float, area: float) -> float:
    """How heavy a weight [kg] is on the area that it covers [mm²], in kPa."""
    return kg * float(GRAVITY) / area * 1000


def full_weight(bed: Assembly, layers: Sequence[FilledLayer], stock: float, book: Catalogue) -> float:
    """What a bed weighs filled and watered through, with all that is filled into its walls and the `stock`
    that it is built of [kg].
    """
    fills = {f.key: f.wet_kg_per_l for f in book.fill}
    walls = sum(b.litres * fills[b.material] for b in bed.brought)
    return sum(x.wet for x in layers) + walls + stock

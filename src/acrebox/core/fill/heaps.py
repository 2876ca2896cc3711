"""Material to hand: how much it is, by the way in which it was measured."""

from collections.abc import Mapping
from math import pi

from acrebox.core.design import FillChoice, Heap
from acrebox.core.errors import refuse
from acrebox.core.fill.materials import known
from acrebox.core.measure.convert import MM3_PER_LITRE
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Fill

ASKED = {
    "volume": "a volume",
    "across": "how far it is across its foot",
    "high": "how high it is",
    "count": "how many there are",
}


def to_hand(
    choice: FillChoice, every: Mapping[str, Fill], show: Printer
) -> dict[str, tuple[list[str], float]]:
    """What is to hand of each material, loose: heap by heap in words, and together [L]."""
    found: dict[str, tuple[list[str], float]] = {}
    barrow = choice.barrow.litres
    for n, heap in enumerate(choice.heaps):
        at = f"fill.heaps.{n}"
        material = known(every, heap.material, f"{at}.material")
        litres = heap_litres(heap, barrow, at)
        words, sum_l = found.get(material.key, ([], 0.0))
        found[material.key] = ([*words, heap_words(heap, litres, barrow, show)], sum_l + litres)
    return found


def heap_litres(heap: Heap, barrow: float, field: str) -> float:
    """How much loose material there is [L]; a barrow holds `barrow` [L].

    Source of the cone: geometry, π d² h / 12. Raises DesignError naming what is not said.
    """
    if heap.measured == "volume":
        return _said(heap, "volume", field)
    if heap.measured == "cone":
        across, high = _said(heap, "across", field), _said(heap, "high", field)
        return pi * across**2 * high / 12 / MM3_PER_LITRE
    return _said(heap, "count", field) * (barrow if heap.measured == "barrows" else heap.holds.litres)


def _said(heap: Heap, name: str, field: str) -> float:
    """A measure of a heap [L, mm or a count]."""
    value = getattr(heap, name)
    amount = getattr(value, "amount", value)
    if amount is None or amount <= 0:
        shown = "nothing" if value is None else str(getattr(value, "text", value))
        raise refuse(f"{field}.{name}", shown, "How much is to hand is not said.", ASKED[name])
    return float(amount)


def heap_words(heap: Heap, litres: float, barrow: float, show: Printer) -> str:
    """How much it is, with its working."""
    if heap.measured == "cone" and heap.across and heap.high:
        across, high = show.run(heap.across.mm), show.run(heap.high.mm)
        return f"a cone: π × ({across})² × {high} ÷ 12{show.to_cubic} = {show.cubic(litres)}"
    if heap.measured == "volume":
        return f"{show.cubic(litres)} to hand"
    each = barrow if heap.measured == "barrows" else heap.holds.litres
    return f"{show.short(heap.count or 0)} {heap.measured} × {show.pack(each)} = {show.cubic(litres)}"

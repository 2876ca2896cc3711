"""What was understood of every length and volume in a design, so that each field can echo it."""

from collections.abc import Iterator
from typing import Any

from pydantic import BaseModel

from acrebox.core.measure.convert import litres_to_ft3
from acrebox.core.measure.printing import print_imperial, print_metric
from acrebox.core.measure.written import Length, Volume
from acrebox.core.plan.head_rows import Understood


def understood(design: BaseModel) -> dict[str, Understood]:
    """Every written quantity of a document by its field path (`outline.length`, `fill.layers.0.depth`)."""
    return dict(_walk("", design))


def _walk(path: str, value: Any) -> Iterator[tuple[str, Understood]]:
    if isinstance(value, Length):
        yield (
            path,
            Understood(
                amount=value.mm, unit="mm", metric=_exact_metric(value.mm), imperial=print_imperial(value.mm)
            ),
        )
    elif isinstance(value, Volume):
        yield (
            path,
            Understood(
                amount=value.litres,
                unit="L",
                metric=f"{value.litres:.4g} L",
                imperial=f"{litres_to_ft3(value.litres):.3g} ft³",
            ),
        )
    elif isinstance(value, BaseModel):
        for name in type(value).model_fields:
            yield from _walk(f"{path}.{name}" if path else name, getattr(value, name))
    elif isinstance(value, tuple):
        for n, item in enumerate(value):
            yield from _walk(f"{path}.{n}", item)


def _exact_metric(mm: float) -> str:
    """To the tenth of a millimetre, so that an echo never hides what was typed."""
    return f"{mm:.1f} mm" if abs(mm - round(mm)) >= 0.05 else print_metric(mm)

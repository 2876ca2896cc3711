"""A boundary between two layers moved to another height: what of the design changes, all else staying where
it is.
"""

from collections.abc import Sequence
from typing import Any

from pydantic import BaseModel, ConfigDict

from acrebox.core.design import Design, Layer
from acrebox.core.errors import refuse
from acrebox.core.fill import FilledLayer
from acrebox.core.fill.layers import NOT_CHOSEN
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length, read_in
from acrebox.core.plan import ASSEMBLY, LAYERS, RESERVOIR_OF, Plan, open_plan
from acrebox.core.shape.cavity import Cavity
from acrebox.core.yard import LONE, Yard

LEAST_MM = 5.0
"""A layer is so deep at least."""
DIGITS = 1
"""Shares are written to a tenth of a percent."""


class Edit(BaseModel):
    """A change of a design: a path of it, and its new value."""

    model_config = ConfigDict(frozen=True)

    path: str
    value: Any


def moved(design: Design, boundary: int, to: str | float, yard: Yard = LONE) -> list[Edit]:
    """What changes where the top of a layer (from 0, as the plan has them) comes to lie at a height over the
    floor, as typed. The layers beside it give way; others stay as they are. The top of the uppermost is the
    gap, that of a reservoir's medium its depth, that of stone round a drain the depth of that.

    Raises DesignError for a boundary that there is not, or a height past the layers beside it.
    """
    plan = open_plan(design, yard)
    layers, show = plan[LAYERS], plan.show
    if not 0 <= boundary < len(layers):
        raise refuse("boundary", boundary, "There is no such layer.", f"0 to {len(layers) - 1}")
    height = layers[0].base + _read(to, plan).mm
    upper = boundary + 1 if boundary + 1 < len(layers) else None
    low = layers[boundary].base + LEAST_MM
    high = layers[upper].top - LEAST_MM if upper is not None else plan[ASSEMBLY].cavity.top
    if not low - 1e-6 <= height <= high + 1e-6:
        allowed = f"{show.length(low - layers[0].base)} to {show.length(high - layers[0].base)}"
        raise refuse("to", to, "It would pass the layer beside it, or the rim.", allowed)
    if layers[boundary].at == NOT_CHOSEN:
        return _medium(plan, layers, boundary, height)
    if upper is None:
        return _gap(plan, layers, height)
    return [Edit(path="fill.layers", value=_between(plan, layers, boundary, height))]


def _read(to: str | float, plan: Plan) -> Length:
    """A height as typed. Raises DesignError."""
    with read_in(plan.design.system):
        try:
            return Length(to)
        except ValueError as fault:
            raise refuse("to", to, str(fault), "a height over the floor") from None


def _medium(plan: Plan, layers: Sequence[FilledLayer], boundary: int, height: float) -> list[Edit]:
    """The depth of what lies under the layers that were chosen."""
    deep = plan.show.typed(height - layers[boundary].base)
    if plan[RESERVOIR_OF] is not None:
        return [Edit(path="reservoir.depth", value=deep)]
    return [Edit(path="drainage.stone", value=deep)]


def _gap(plan: Plan, layers: Sequence[FilledLayer], height: float) -> list[Edit]:
    """The gap under the rim; where all layers are given by depth the uppermost goes with it."""
    gap = plan[ASSEMBLY].cavity.top - height
    edits = [Edit(path="fill.gap", value=plan.show.typed(gap))]
    chosen = plan.design.fill.layers
    if all(layer.share is None for layer in chosen):
        last = _by_depth(chosen[-1], height - layers[-1].base, plan.show)
        edits.append(Edit(path="fill.layers", value=[*(_written(x) for x in chosen[:-1]), last]))
    return edits


def _between(plan: Plan, layers: Sequence[FilledLayer], boundary: int, height: float) -> list[dict[str, Any]]:
    """The chosen layers with one boundary moved: depths of the two beside it, and all shares by what each
    holds then.
    """
    chosen, cavity = plan.design.fill.layers, plan[ASSEMBLY].cavity
    lower, upper = layers[boundary], layers[boundary + 1]
    tops = {lower.at: (lower.base, height), upper.at: (height, upper.top)}
    spans = {x.at: tops.get(x.at, (x.base, x.top)) for x in layers if x.at != NOT_CHOSEN}
    volumes = {n: _litres(cavity, *span, lowest=n == 0 and layers[0].at == 0) for n, span in spans.items()}
    shared = [n for n, layer in enumerate(chosen) if layer.share is not None]
    shares = _hundred({n: volumes[n] for n in shared})
    written = []
    for n, layer in enumerate(chosen):
        if n in shares:
            written.append({**_written(layer), "share": shares[n]})
        elif n in tops:
            written.append(_by_depth(layer, spans[n][1] - spans[n][0], plan.show))
        else:
            written.append(_written(layer))
    return written


def _litres(cavity: Cavity, base: float, top: float, *, lowest: bool) -> float:
    """What lies between two heights [L]; the lowest layer goes down to the ground."""
    return cavity.litres_to(top) - (0.0 if lowest else cavity.litres_to(base))


def _hundred(volumes: dict[int, float]) -> dict[int, float]:
    """Shares [%] of volumes, to a tenth, that add up to 100."""
    total = sum(volumes.values())
    if not volumes or total <= 0:
        return {}
    shares = {n: round(v / total * 100, DIGITS) for n, v in volumes.items()}
    largest = max(shares, key=lambda n: shares[n])
    shares[largest] = round(shares[largest] + 100 - sum(shares.values()), DIGITS)
    if min(shares.values()) <= 0:
        raise refuse("to", "nothing left", "A layer would have no share.", "a little less")
    return shares


def _by_depth(layer: Layer, deep: float, show: Printer) -> dict[str, Any]:
    """A layer given by its depth."""
    written = {k: v for k, v in _written(layer).items() if k not in ("share", "all_to_hand")}
    return {**written, "depth": show.typed(deep)}


def _written(layer: Layer) -> dict[str, Any]:
    return layer.model_dump(mode="json", exclude_defaults=True)

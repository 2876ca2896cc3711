"""Layers bottom to top: first those given by depth, then shares of what the depths leave."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import isclose

from acrebox.core.design import FillChoice, Layer
from acrebox.core.errors import DesignError, Problem, refuse
from acrebox.core.measure.convert import litres_to_ft3, litres_to_yd3
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.cavity import Cavity
from acrebox.core.stock import Catalogue, Fill
from acrebox.core.worked import COMMON_PRACTICE, GEOMETRY, Worked


@dataclass(frozen=True, kw_only=True)
class FilledLayer:
    """A layer in place: its material, settled volume [L], from height to height [mm]."""

    choice: Layer
    material: Fill
    settled: float
    base: float
    top: float

    @property
    def loose(self) -> float:
        """Volume to bring [L]."""
        return self.settled * self.material.loose_per_settled


GRAVITY = 9.81


def wet_weight(layers: Sequence[FilledLayer]) -> float:
    """What soil of these layers weighs in place, watered through [kN/m³]."""
    litres = sum(x.settled for x in layers)
    return sum(x.settled * x.material.wet_kg_per_l for x in layers) / litres * GRAVITY if litres else 0.0


def fill_cavity(choice: FillChoice, cavity: Cavity, book: Catalogue, show: Printer) -> list[FilledLayer]:
    """Lay the layers into the cavity up to the gap.

    Raises DesignError when depths or shares do not add up to the fill.
    """
    top = cavity.top - choice.gap.mm
    if top <= cavity.floor:
        raise refuse(
            "fill.gap",
            choice.gap.text,
            "A gap that deep leaves no room for soil.",
            f"less than {show.length(cavity.top - cavity.floor)}",
        )
    materials = _materials(choice, book)
    _check_amounts(choice)
    depths = sum(layer.depth.mm for layer in choice.layers if layer.depth)
    if depths > top - cavity.floor + 0.5:
        raise refuse(
            "fill.layers",
            show.length(depths),
            "The layers are deeper than the bed holds.",
            f"at most {show.length(top - cavity.floor)} in all",
        )
    return _lay(choice, cavity, top, materials, depths, show)


def _materials(choice: FillChoice, book: Catalogue) -> list[Fill]:
    if not choice.layers:
        raise refuse("fill.layers", "none", "No fill is chosen.", "at least one layer")
    found = []
    for n, layer in enumerate(choice.layers):
        material = book.find_fill(layer.material)
        if material is None:
            raise refuse(
                f"fill.layers.{n}.material",
                layer.material,
                "The yard has no such fill.",
                ", ".join(f.key for f in book.fill),
            )
        sizes = [bag.size.litres for bag in material.bags]
        if layer.bag is not None and layer.bag.litres <= 0:
            raise refuse(
                f"fill.layers.{n}.bag", layer.bag.text, "A bag must hold something.", "more than 0 L"
            )
        if layer.bag is not None and not any(isclose(layer.bag.litres, size, rel_tol=1e-3) for size in sizes):
            raise refuse(
                f"fill.layers.{n}.bag",
                layer.bag.text,
                f"{material.name} is not sold in that bag.",
                ", ".join(str(b.size.text) for b in material.bags) or "no bags",
            )
        if layer.buy == "bulk" and material.bulk is None:
            raise refuse(f"fill.layers.{n}.buy", "bulk", f"{material.name} is not sold loose.", "bags")
        if layer.buy == "bags" and not material.bags:
            raise refuse(f"fill.layers.{n}.buy", "bags", f"{material.name} is not sold in bags.", "cheaper")
        found.append(material)
    return found


def _check_amounts(choice: FillChoice) -> None:
    problems = [
        Problem(
            f"fill.layers.{n}",
            layer.material,
            "A layer is given by its depth or by its share.",
            "one of depth, share",
        )
        for n, layer in enumerate(choice.layers)
        if (layer.depth is None) == (layer.share is None)
    ]
    shares = [layer.share for layer in choice.layers if layer.share is not None]
    if shares and not problems and not isclose(sum(shares), 100, abs_tol=0.05):
        problems.append(
            Problem(
                "fill.layers",
                f"{sum(shares):g} %",
                f"The shares add up to {sum(shares):g} %.",
                "shares that add up to 100 %",
            )
        )
    if problems:
        raise DesignError(problems)


def _lay(
    choice: FillChoice, cavity: Cavity, top: float, materials: list[Fill], depths: float, show: Printer
) -> list[FilledLayer]:
    fill_litres = cavity.litres_to(top)
    by_depth = _depth_litres(choice, cavity, top)
    rest = fill_litres - sum(by_depth.values())
    shared = any(layer.share is not None for layer in choice.layers)
    if not shared and abs(depths - (top - cavity.floor)) > 0.5:
        raise refuse(
            "fill.layers",
            show.length(depths),
            "The depths do not fill the bed.",
            f"{show.length(top - cavity.floor)} in all, or one layer as a share of the rest",
        )
    if shared and rest <= 0:
        raise refuse(
            "fill.layers",
            show.length(depths),
            "The depths leave nothing to share.",
            f"less than {show.length(top - cavity.floor)} of depths",
        )
    placed, base, below = [], cavity.floor, 0.0
    for n, (layer, material) in enumerate(zip(choice.layers, materials, strict=True)):
        litres = by_depth[n] if layer.depth else rest * (layer.share or 0) / 100
        below += litres
        height = top if n == len(materials) - 1 else cavity.height_of(min(below, fill_litres))
        placed.append(FilledLayer(choice=layer, material=material, settled=litres, base=base, top=height))
        base = height
    return placed


def _depth_litres(choice: FillChoice, cavity: Cavity, top: float) -> dict[int, float]:
    """Litres of each layer given by depth, where it lies.

    Depth layers below the first share are measured up from the floor, those above it down from the top;
    so a layer's depth is its depth wherever the shares end up.
    """
    first = next((n for n, layer in enumerate(choice.layers) if layer.share is not None), len(choice.layers))
    litres, at = {}, cavity.floor
    for n, layer in enumerate(choice.layers[:first]):
        assert layer.depth is not None
        litres[n] = cavity.litres_to(min(at + layer.depth.mm, top)) - cavity.litres_to(at)
        at += layer.depth.mm
    at = top
    for n in range(len(choice.layers) - 1, first, -1):
        depth = choice.layers[n].depth
        if depth is None:
            continue
        litres[n] = cavity.litres_to(at) - cavity.litres_to(at - depth.mm)
        at -= depth.mm
    return litres


def three_ways(litres: float) -> str:
    """A volume in litres, cubic feet and cubic yards, as the three are sold by."""
    return f"that is {litres:,.0f} L or {litres_to_ft3(litres):.1f} ft³ or {litres_to_yd3(litres):.2f} yd³"


def volumes_worked(layer: FilledLayer, show: Printer) -> dict[str, Worked]:
    """How a layer's settled and loose volumes [L] came about."""
    share = (
        f"{layer.choice.share:g} % of what the depths leave"
        if layer.choice.share is not None
        else f"a layer {show.length(layer.top - layer.base)} deep"
    )
    settled, loose = show.volume(layer.settled), show.volume(layer.loose)
    return {
        "settled_l": Worked(
            amount=layer.settled,
            unit="L",
            working=f"{share} = {settled}, {three_ways(layer.settled)}",
            source=GEOMETRY,
        ),
        "loose_l": Worked(
            amount=layer.loose,
            unit="L",
            working=(
                f"{settled} settled × {layer.material.loose_per_settled:g} ="
                f" {loose} to bring, {three_ways(layer.loose)}"
            ),
            assumptions=[f"{layer.material.name} settles by that factor"],
            source=COMMON_PRACTICE,
        ),
    }

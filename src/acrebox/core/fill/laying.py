"""Layers laid into a cavity bottom to top: those given by depth are as deep as they say wherever they lie, of
what is to hand all is used, and shares divide what these leave. Soil falls into what is open below it. Over
ground that is not level depths are counted from the foot of the bed, and the lowest layer goes down to the
ground: every other one lies level as designed.
"""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import pairwise
from math import isclose

from acrebox.core.design import FillChoice, Layer
from acrebox.core.errors import DesignError, Problem, refuse
from acrebox.core.fill.heaps import to_hand
from acrebox.core.fill.layers import CRUMB_L, Content, FilledLayer
from acrebox.core.fill.materials import known, materials_of
from acrebox.core.fill.stacking import Amount, check_room, marks_of
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.cavity import Cavity
from acrebox.core.stock import Catalogue, Fill

ROUNDS = 40
Made = list[tuple[Fill, float]]
"""The materials of a layer, and their shares of it [%]."""


def fill_cavity(choice: FillChoice, cavity: Cavity, book: Catalogue, show: Printer) -> list[FilledLayer]:
    """Lay the layers into the cavity up to the gap.

    Raises DesignError when depths, what is to hand or shares do not add up to the fill.
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
    hand = _settled_to_hand(choice, materials, book, show)
    used = dict(hand)
    layers: list[FilledLayer] = []
    for _ in range(ROUNDS if hand else 1):
        layers = _fallen(_lay(choice, cavity, top, materials, used, show))
        falls = _falls(layers)
        wanted = {n: max(CRUMB_L, litres - falls.get(n, 0.0)) for n, litres in hand.items()}
        if all(isclose(wanted[n], used[n], abs_tol=CRUMB_L / 10) for n in hand):
            break
        used = wanted
    return layers


def _materials(choice: FillChoice, book: Catalogue) -> list[Made]:
    if not choice.layers:
        raise refuse("fill.layers", "none", "No fill is chosen.", "at least one layer")
    every = materials_of(choice, book)
    return [_made_of(layer, f"fill.layers.{n}", every) for n, layer in enumerate(choice.layers)]


def _made_of(layer: Layer, at: str, every: Mapping[str, Fill]) -> Made:
    if not layer.mix:
        return [(known(every, layer.material, f"{at}.material"), 100.0)]
    if layer.material is not None:
        raise refuse(
            f"{at}.material",
            layer.material,
            "A layer is of one material or of a mix.",
            "one of material, mix",
        )
    made = [(known(every, p.material, f"{at}.mix.{n}.material"), p.share) for n, p in enumerate(layer.mix)]
    total = sum(share for _, share in made)
    if not isclose(total, 100, abs_tol=0.05):
        raise refuse(
            f"{at}.mix", f"{total:g} %", f"The mix adds up to {total:g} %.", "shares that add up to 100 %"
        )
    if len({fill.key for fill, _ in made}) < len(made):
        raise refuse(f"{at}.mix", "twice", "A material is in the mix twice.", "each material once")
    return made


def _check_amounts(choice: FillChoice) -> None:
    problems = [
        Problem(
            f"fill.layers.{n}",
            layer.material or "mix",
            "A layer is given by its depth or by its share, or is all that is to hand.",
            "one of depth, share, all to hand",
        )
        for n, layer in enumerate(choice.layers)
        if (layer.depth is not None) + (layer.share is not None) + layer.all_to_hand != 1
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


def _settled_to_hand(
    choice: FillChoice, materials: Sequence[Made], book: Catalogue, show: Printer
) -> dict[int, float]:
    """What the layers that use all that is to hand come to in place [L], by their places: of a mix as much as
    the scarcest of its materials makes. Raises DesignError where nothing is to hand, or two layers want it.
    """
    if not any(layer.all_to_hand for layer in choice.layers):
        return {}
    hand = to_hand(choice, materials_of(choice, book), show)
    found: dict[int, float] = {}
    taken: dict[str, int] = {}
    for n, (layer, made) in enumerate(zip(choice.layers, materials, strict=True)):
        if not layer.all_to_hand:
            continue
        at = f"fill.layers.{n}.all_to_hand"
        for material, _ in made:
            if material.key not in hand:
                says = f"Nothing of {material.name} is to hand."
                raise refuse(at, "all to hand", says, "a heap of it under material to hand; a depth, a share")
            if material.key in taken:
                says = f"Layer {taken[material.key] + 1} uses all {material.name} that is to hand."
                raise refuse(at, "all to hand", says, "a depth, a share")
            taken[material.key] = n
        found[n] = min(hand[m.key][1] / m.loose_per_settled / share * 100 for m, share in made)
    return found


def _lay(
    choice: FillChoice,
    cavity: Cavity,
    top: float,
    materials: list[Made],
    hand: Mapping[int, float],
    show: Printer,
) -> list[FilledLayer]:
    amounts = [
        Amount(layer.depth.mm if layer.depth else None, hand.get(n), layer.share)
        for n, layer in enumerate(choice.layers)
    ]
    check_room(amounts, cavity, top, show)
    marks = marks_of(amounts, cavity, top)
    placed: list[FilledLayer] = []
    for layer, made, (base, height) in zip(choice.layers, materials, pairwise(marks), strict=True):
        litres = cavity.litres_to(height) - (cavity.litres_to(base) if placed else 0.0)
        contents = tuple(Content(material=m, settled=litres * s / 100, share=s) for m, s in made)
        placed.append(
            FilledLayer(
                choice=layer,
                contents=contents,
                settled=litres,
                base=base,
                top=height,
                at=len(placed),
                to_ground=not placed and layer.depth is not None and cavity.foot is not None,
            )
        )
    return placed


def _falls(layers: Sequence[FilledLayer]) -> dict[int, float]:
    """How much of each layer falls into what is open below it [L], by its place among the layers."""
    found: dict[int, float] = {}
    for n, layer in enumerate(layers):
        above = _growing_over(layers, n)
        if layer.fallen and above is not None:
            found[above.at] = found.get(above.at, 0.0) + sum(c.settled for c in layer.fallen)
    return found


def _growing_over(layers: Sequence[FilledLayer], n: int) -> FilledLayer | None:
    """The next layer above one in which roots grow."""
    return next((x for x in layers[n + 1 :] if x.for_roots), None)


def _fallen(layers: Sequence[FilledLayer]) -> list[FilledLayer]:
    """What is open in a layer is filled by the next growing layer above it, in the shares of that one."""
    found = []
    for n, layer in enumerate(layers):
        open_l = sum(c.settled * c.material.voids for c in layer.contents)
        above = _growing_over(layers, n)
        fallen: tuple[Content, ...] = ()
        if open_l > 0 and above is not None:
            fallen = tuple(
                Content(material=c.material, settled=open_l * c.share / 100, share=c.share)
                for c in above.contents
            )
        found.append(replace(layer, fallen=fallen))
    return found
